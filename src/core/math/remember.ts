/**
 * What was made for the same question before, the oldest going first: networks and what was read off them, which corners of one
 * study after another ask for again.
 */
export function shelf<T>(most: number): (question: string, make: () => T) => T {
  const kept = new Map<string, T>();
  return (question, make) => {
    let found = kept.get(question);
    if (found === undefined) {
      if (kept.size >= most)
        for (const oldest of kept.keys()) {
          kept.delete(oldest);
          break;
        }
      kept.set(question, (found = make()));
    }
    return found;
  };
}

const bits = new Float64Array(64);
const units = new Uint16Array(bits.buffer);

/** Numbers as a question for a shelf, bit by bit: to write them as decimals would cost more than many an answer. At most 64. */
export function questionOf(numbers: readonly (number | null)[]): string {
  for (let i = 0; i < numbers.length; i++) bits[i] = numbers[i] ?? NaN;
  return String.fromCharCode.apply(null, units.subarray(0, 4 * numbers.length) as unknown as number[]);
}

const known = shelf<unknown>(512);

/** The same answer for the same question, for what is asked at every corner and hardly ever changes; a few hundred are kept. */
export const once = <T>(question: string, answer: () => T): T => known(question, answer) as T;
