const known = new Map<string, unknown>();
const MOST = 512;

/** The same answer for the same question, for what is asked at every corner and hardly ever changes; a few hundred are kept. */
export function once<T>(question: string, answer: () => T): T {
  let found = known.get(question) as T | undefined;
  if (found === undefined) {
    if (known.size >= MOST) known.clear();
    known.set(question, (found = answer()));
  }
  return found;
}
