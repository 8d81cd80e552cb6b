/** One thing wrong with what was handed in, where it is, in words a person can act on. */
export interface Issue {
  path: string;
  message: string;
}

/** `stages[0].given.cutoffFrequency` from its steps. */
export const pathText = (steps: readonly PropertyKey[]): string =>
  steps.reduce<string>((text, step) => (typeof step === 'number' ? `${text}[${step}]` : text === '' ? String(step) : `${text}.${String(step)}`), '');

/** What was seen, short enough for a message. */
export function seen(value: unknown): string {
  if (value === undefined) return 'nothing';
  const text = typeof value === 'string' ? `“${value}”` : typeof value === 'number' ? String(value) : JSON.stringify(value);
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}
