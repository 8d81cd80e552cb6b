import { paramTitle } from '../../core/stage/titles.ts';

export { paramTitle };

/** The unit of a part's value. */
export { valueUnit } from '../../core/parts/part-types.ts';

/** An input of a random board in words: `parts.R1.value` of this stage, `reg.parts.R1.value` of another, `match.set-1`, `ambient`. */
export function inputWords(path: string, titleOf: (stage: string) => string | undefined): string {
  const found = /^(?:([^.]+)\.)?(parts|given|carried)\.(.+)$/.exec(path);
  if (!found) return path.replace(/^match\./, 'matched set ');
  const [, stage, group, name] = found as unknown as [string, string | undefined, string, string];
  const own = group === 'parts' ? partWords(name) : paramTitle(name);
  return stage ? `${titleOf(stage) ?? stage}: ${own}` : own;
}

function partWords(name: string): string {
  const [slot, key] = name.split('.') as [string, string];
  return key === 'value' ? slot : `${slot} ${paramTitle(key)}`;
}
