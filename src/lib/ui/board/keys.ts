/** Every key of a board's screens, as data: the listener and the help read the same list. */
export interface Key {
  key: string;
  does: string;
  /** Where to go, below the board. */
  to?: string;
}

export const BOARD_KEYS: readonly Key[] = [
  { key: 's', does: 'sum sheet', to: '' },
  { key: 'n', does: 'new stage', to: '/add' },
  { key: '[', does: 'previous stage' },
  { key: ']', does: 'next stage' },
  { key: 'm', does: 'margins', to: '#margins' },
  { key: 'e', does: 'brief', to: '/brief' },
  { key: 'y', does: 'yield of the board', to: '/yield' },
  { key: 'g', does: 'order gate', to: '/gate' },
  { key: 'b', does: 'bring-up', to: '/bring-up' },
  { key: 'p', does: 'report', to: '/report' },
  { key: '/', does: 'find a stage or a margin' },
  { key: 'u', does: 'undo' },
  { key: 'U', does: 'redo' },
  { key: '?', does: 'these keys' },
];

export const STAGE_KEYS: readonly Key[] = [
  { key: '↑ ↓ or − =', does: 'nudge a part or a value to its neighbour' },
  { key: 'a', does: 'take the first remedy' },
  { key: 'f', does: 'figure' },
  { key: 'c', does: 'curves' },
  { key: 'w', does: 'working' },
  { key: 't', does: 'tolerance' },
  { key: 'r', does: 'room to move' },
  { key: 'o', does: 'options side by side' },
  { key: 'k', does: 'notes' },
];

/** Whether a key belongs to what is being typed, or to the browser. */
export function isTaken(e: KeyboardEvent): boolean {
  if (e.ctrlKey || e.metaKey || e.altKey || e.defaultPrevented) return true;
  const at = e.target;
  return at instanceof HTMLElement && (at.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(at.tagName));
}
