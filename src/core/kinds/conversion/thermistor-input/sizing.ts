import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { codesPerKelvin, selfHeating } from './laws.ts';

const KEEP = 4;
const [LEAST, MOST] = [100, 1e6];

/** R1 with the most codes for a kelvin at the poorer end of the range, inside the self-heating that is allowed where one is. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const all = s.candidates('R1', LEAST, MOST).map((r1) => {
    const at = { ...x, parts: { ...x.parts, R1: { ...x.parts.R1, value: r1 } } };
    const codes = Math.min(codesPerKelvin(at, g.rangeLow), codesPerKelvin(at, g.rangeHigh));
    return { r1, codes, cool: selfHeating(at, g.measuredTemperature) * (1 + s.comfort) <= g.selfHeatingLimit };
  });
  all.sort((a, b) => b.codes - a.codes);
  const best = all.slice(0, KEEP - 1);
  const cool = all.find((p) => p.cool);
  const picked = cool && !best.includes(cool) && best.every((p) => !p.cool) ? [...best, cool] : best;
  return picked.map(({ r1, codes }): Offer => ({ values: { R1: r1 }, why: `at least ${formatText(codes, '1/K', 3)} codes for a kelvin` }));
}
