import type { Value } from '../math/absent.ts';
import type { AnyInputs } from './data.ts';

const SOURCE = Symbol('source');

/**
 * Results of which some are worked out when they are read. Their getters live on a shape that all results of a kind share: made
 * anew for every corner they would cost more than the formulas. A source keeps what it has worked out, and reads only numbers that
 * it took over when it was made, since the inputs move meanwhile.
 */
export function lately<S, const N extends string>(reads: Readonly<Record<N, (source: S) => Value>>) {
  const shape = Object.create(null) as object;
  for (const [name, read] of Object.entries(reads) as [string, (source: S) => Value][])
    Object.defineProperty(shape, name, {
      enumerable: true,
      get(this: { [SOURCE]: S }) {
        return read(this[SOURCE]);
      },
    });
  return <E extends object>(source: S, early: E): E & Readonly<Record<N, Value>> => {
    const results = Object.create(shape) as { [SOURCE]?: S };
    results[SOURCE] = source;
    return Object.assign(results, early) as never;
  };
}

/** Inputs taken over by a source whose figures wait to be asked for: the studied ones move meanwhile. */
export function takenOver(x: AnyInputs): AnyInputs {
  const parts: AnyInputs = {};
  for (const slot in x.parts) parts[slot] = { ...x.parts[slot] };
  return { given: { ...x.given }, parts, carried: { ...x.carried }, ambient: x.ambient };
}
