/** Addresses as they are written: 0x48–0x4B for those in a row, apart by blanks. */
export function addressText(addresses: readonly number[]): string {
  const sorted = [...new Set(addresses)].sort((a, b) => a - b);
  const runs: [number, number][] = [];
  for (const a of sorted) {
    const run = runs.at(-1);
    if (run && a === run[1] + 1) run[1] = a;
    else runs.push([a, a]);
  }
  return runs.map(([from, to]) => (to - from < 2 ? (from === to ? hex(from) : `${hex(from)} ${hex(to)}`) : `${hex(from)}–${hex(to)}`)).join(' ');
}

/** One address in hexadecimal, as data sheets have it. */
export const hex = (address: number): string => `0x${address.toString(16).toUpperCase().padStart(2, '0')}`;

const HIGHEST = 127;

/** Addresses as typed, 0x48, 72 or 0x48-0x4B, apart by blanks or commas; null where something is no address. */
export function parseAddresses(text: string): number[] | null {
  const found: number[] = [];
  for (const word of text
    .replace(/\s*[-–…]\s*/g, '-')
    .split(/[\s,;]+/)
    .filter(Boolean)) {
    const [from, to, ...rest] = word.split('-').map(one);
    if (from === null || from === undefined || to === null || rest.length) return null;
    for (let a = from; a <= (to ?? from); a++) found.push(a);
    if (to !== undefined && to < from) return null;
  }
  return found.length ? found : null;
}

function one(word: string): number | null {
  if (!/^(0x[0-9a-f]{1,2}|\d{1,3})$/i.test(word)) return null;
  const address = Number(word);
  return address <= HIGHEST ? address : null;
}
