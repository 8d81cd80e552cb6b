import { formatText } from '../../../quantity/format.ts';
import { nextBelow } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { bus, lowOf, MODES, RISE } from '../../../models/two-wire-bus.ts';

const KEEP = 3;
const [LEAST, MOST] = [100, 1e5];

/** The largest pull-ups that, with those of the modules, rise in time at their worst; where the modules are enough, the weakest. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const mode = MODES[x.given.mode as keyof typeof MODES];
  const volts = s.range('busVoltage').high;
  const { low, sinks } = lowOf(x.given.mode, volts);
  // The modules' pull-ups and the capacitance stay what they are.
  const without = bus({ ...x, parts: { ...x.parts, R1: { ...x.parts.R1, value: Infinity } } });
  const at = (r1: number) => ({ ohms: 1 / (1 / r1 + 1 / without.ohms), farads: without.farads });
  const t = s.tolerance('R1');
  const all = s.candidates('R1', LEAST, MOST);
  const rises = (r1: number) => {
    const b = at(r1 * (1 + t));
    return RISE * b.ohms * b.farads <= mode.rise * (1 - s.comfort);
  };
  const sunk = (r1: number) => (volts - low) / at(r1 * (1 - t)).ohms <= sinks * (1 - s.comfort);
  const good = all.filter((r1) => rises(r1) && sunk(r1));
  // None that meets both: what rises in time as far as it can be sunk.
  const chosen = good.length ? good.slice(-KEEP).reverse() : [all.find(sunk) ?? all.at(-1) ?? nextBelow(1e4, s.series('R1'))];
  return chosen.map((r1): Offer => ({ values: { R1: r1 }, why: `${formatText(at(r1).ohms, 'ohm', 3)} with the pull-ups of the modules` }));
}
