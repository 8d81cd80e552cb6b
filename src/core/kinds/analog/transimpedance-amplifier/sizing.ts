import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { closed, loopOf } from './laws.ts';

/** Strays alone are half a picofarad. */
const LEAST_FARADS = 5e-13;

/** The largest resistor that the swing allows, and the smallest capacitor that keeps the loop quiet at every corner. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  if (!s.open('R1') && !s.open('C1')) return [];
  const g = x.given;
  const u = x.parts.U1;
  const room =
    g.polarity === 'rising'
      ? g.positiveSupply - u.outputSwingHigh - g.minimumHeadroom - g.referenceLevel
      : g.referenceLevel - g.negativeSupply - u.outputSwingLow - g.minimumHeadroom;
  const wanted = Math.min(g.outputSwing / g.inputCurrent, Math.max(room, 1e-3) / (g.inputCurrent * (1 + s.tolerance('R1'))));
  const list = s.candidates('R1', 100, 1e9).filter((r) => r <= wanted * 1.0001);
  return list
    .slice(-4)
    .reverse()
    .map((r): Offer => {
      const gain = s.param('U1.gainBandwidth').high / u.gainBandwidth;
      const quiet = s.candidates('C1', LEAST_FARADS, 1e-7).find((c) => {
        const parts = { ...x.parts, R1: { ...x.parts.R1, value: r }, C1: { ...x.parts.C1, value: c * (1 - s.tolerance('C1')) } };
        const loop = loopOf({ ...x, given: { ...g, sourceCapacitance: s.range('sourceCapacitance').high }, parts });
        return closed({ ...loop, w: loop.w * gain }).q <= g.maximumQuality * (1 - s.comfort);
      });
      const c = quiet ?? s.candidates('C1', LEAST_FARADS, 1e-7).at(-1)!;
      return {
        values: { ...(s.open('R1') ? { R1: r } : {}), ...(s.open('C1') ? { C1: c } : {}) },
        why: `${formatText(r * g.inputCurrent, 'V', 3)} at full scale`,
      };
    });
}
