import type { FaultWord } from '../parts/part-types.ts';

const WORDS: Readonly<Record<FaultWord, (on: string) => string>> = {
  open: (on) => `${on} is open`,
  short: (on) => `${on} is short`,
  times10: (on) => `${on} has ten times its value`,
  tenth: (on) => `${on} has a tenth of its value`,
  swapped: (on) => `${on.replace('/', ' and ')} are swapped`,
  reversed: (on) => `${on} sits the wrong way round`,
  missing: (on) => `${on} is missing`,
  dead: (on) => `${on} is dead`,
  mirrored: (on) => `${on} has its pins mirrored`,
  unfed: (on) => `nothing feeds the rail ${on}`,
  broken: (on) => `the connection to ${on} is broken`,
};

/** A fault by its name in plain words: "R2 of Regulator is open". */
export function faultWords(id: string, titleOf: (stage: string) => string = (s) => s): string {
  if (id === 'none') return 'nothing is wrong';
  const colon = id.lastIndexOf(':');
  const [where, word] = [id.slice(0, colon), id.slice(colon + 1) as FaultWord];
  const dot = where.indexOf('.');
  if (word === 'unfed' || dot < 0) return WORDS[word]?.(where) ?? id;
  const [stage, on] = [where.slice(0, dot), where.slice(dot + 1)];
  return (WORDS[word]?.(on) ?? id).replace(/ (is|has|are|sits)/, ` of ${titleOf(stage)} $1`);
}
