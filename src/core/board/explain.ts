import { risingRoot } from '../math/root.ts';
import { AtPoint } from '../stage/judged.ts';
import type { OutcomeDef } from '../stage/data.ts';
import type { Input } from '../tolerance/corners.ts';
import type { StageSum } from './evaluate.ts';

/** One input that alone would make a result what was measured. */
export interface Explanation {
  /** Its path: `parts.R1.value`, `match.set-1`, `ambient`. */
  input: string;
  /** Where it would have to stand, and where it is as designed. */
  value: number;
  nominal: number;
  /** How far off that is, in its own tolerance: up to 1 it lies inside. */
  tolerances: number;
}

/** So many tolerances to either side are looked at, in so many steps. */
const [REACH, STEPS] = [20, 60];

/**
 * Single inputs of a stage, each with all others as designed, that would explain a measured result: the likeliest, by their own
 * tolerance, first. Empty where none does within twenty tolerances, or where the result has no value. The stage stays as it is.
 */
export function explanations(stage: StageSum, outcome: string, measured: number): Explanation[] {
  const { kind, judged } = stage;
  const { study } = judged;
  const outcomes = kind.outcomes as Record<string, OutcomeDef>;
  const point = new AtPoint(judged.x, judged.env, (name) => outcomes[name]?.derived);
  const off = (): number => {
    point.stand(study.here());
    return (point.nominal(outcome) ?? NaN) - measured;
  };
  const found = study.inputs
    .flatMap((input): Explanation[] => {
      const sides = [along(input, input.high, off), along(input, input.low, off)].filter((e) => e !== null);
      return sides.sort(likeliest).slice(0, 1);
    })
    .sort(likeliest);
  // What matched sets put together is as designed again.
  study.prepare();
  return found;
}

const likeliest = (a: Explanation, b: Explanation): number => a.tolerances - b.tolerances;

/** Where an input first makes it up on the way to one of its ends and beyond. */
function along(input: Input, end: number, off: () => number): Explanation | null {
  const { target, key, nominal, path } = input;
  const span = end - nominal;
  if (span === 0) return null;
  const put = (share: number): number => {
    target[key] = nominal + span * share;
    return off();
  };
  // A part's value stays one: nothing of nothing.
  const most = path.startsWith('parts.') && span < 0 ? Math.min(REACH, (0.99 * nominal) / -span) : REACH;
  try {
    let [from, before] = [0, put(0)];
    for (let i = 1; i <= STEPS; i++) {
      const to = most * (i / STEPS) ** 2;
      const here = put(to);
      if (Number.isNaN(here)) return null;
      if (before === 0 || before < 0 !== here < 0) {
        const share = before === 0 ? from : risingRoot((s) => (before < 0 ? put(s) : -put(s)), from, to);
        return share === null ? null : { input: path, value: nominal + span * share, nominal, tolerances: share };
      }
      [from, before] = [to, here];
    }
    return null;
  } finally {
    target[key] = nominal;
  }
}
