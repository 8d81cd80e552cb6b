import { formatText } from '../../../quantity/format.ts';
import { nearestOf } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';

/** Sampling capacitors for three to five times the audio's edge, input resistors that hardly load them, the gain wanted, and feedback capacitors above the edge. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const rt = 4 * (g.sourceResistance + x.parts.S1.onResistance);
  const near = (slot: string, wanted: number, low: number, high: number): number => nearestOf(s.candidates(slot, low, high), wanted) ?? wanted;
  const offer = (times: number): Offer => {
    const c = near('C11', 1 / (2 * Math.PI * rt * g.edgeFrequency * times), 1e-10, 1e-5);
    const r1 = near('R11', Math.max(rt / 2, 47), 10, 1e5);
    const r2 = near('R12', (r1 + rt) * 10 ** (g.gain / 20), 100, 1e6);
    const c3 = near('C13', 1 / (2 * Math.PI * r2 * g.edgeFrequency * times), 1e-12, 1e-6);
    const values: Record<string, number> = {};
    for (const channel of [1, 2])
      for (const [slot, value] of Object.entries({ R1: r1, R2: r2, R3: r1, R4: r2, C1: c, C2: c, C3: c3, C4: c3 })) {
        const name = `${slot[0]}${channel}${slot[1]}`;
        if (s.open(name)) values[name] = value;
      }
    return { values, why: `sampling bandwidth of ${formatText(1 / (2 * Math.PI * rt * c), 'Hz', 3)}` };
  };
  return [offer(4), offer(5), offer(3), offer(8)];
}
