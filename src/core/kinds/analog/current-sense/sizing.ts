import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { shunt } from './laws.ts';

/** Shunts as they are sold, beside the E12 values. */
const STOCK = [1, 1.5, 2, 2.2, 3, 3.3, 4.7, 5, 6.8];
const DECADES = [1e-4, 1e-3, 1e-2, 1e-1, 1];
const GAINS = [20, 50, 100, 200];

/** The largest shunt within drop and power that, with a usual gain, uses the converter without clipping; of those the least zero error. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  if (!s.open('RS')) return [];
  const { given: g, parts } = x;
  const u = parts.U1;
  const all = [...new Set([...DECADES.flatMap((d) => STOCK.map((v) => Number((v * d).toPrecision(3)))), ...s.candidates('RS', 1e-4, 10)])];
  const spare = 1 - s.comfort;
  const top = Math.min(g.amplifierSupply - u.outputSwingHigh, g.converterReference) - g.minimumHeadroom * (1 + s.comfort) - g.referenceLevel;
  const t = s.tolerance('RS');
  const gains = [...new Set([u.gain as number, ...GAINS])];
  const offers = all.flatMap((ohms) =>
    gains.map((gain) => {
      const at = shunt({
        ...x,
        given: { ...g, maximumCurrent: s.range('maximumCurrent').high },
        parts: { ...parts, RS: { ...parts.RS, value: ohms * (1 + t) }, U1: { ...u, gain } },
      });
      const fits = at.burden <= g.maximumBurden * spare && at.dissipation <= parts.RS.powerRating * s.derating * spare && gain * at.passed * at.burden <= top;
      return { ohms, gain, fits, span: gain * ohms };
    }),
  );
  const rank = (o: (typeof offers)[number]) => (o.fits ? o.span : -o.span);
  return offers
    .sort((a, b) => Number(b.fits) - Number(a.fits) || b.ohms - a.ohms || rank(b) - rank(a))
    .slice(0, 5)
    .map(({ ohms, gain }): Offer => ({
      values: { RS: ohms },
      ...(gain === u.gain ? {} : { ratings: { 'U1.gain': gain } }),
      why: `${formatText(ohms, 'ohm', 3)} and a gain of ${gain}: drops ${formatText(ohms * g.maximumCurrent, 'V', 3)}`,
    }));
}
