import { BOLTZMANN, ZERO_CELSIUS } from '../../../physics/constants.ts';
import { parallel } from '../../../physics/network.ts';
import { formatText } from '../../../quantity/format.ts';
import { nearestOf } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { jointSearch } from '../../../tolerance/joint-search.ts';

const LEAST = 1e3;
const MOST = 1e6;
/** Parallel resistance at the inverting input: quiet and light enough. */
const INVERTING = [500, 50e3] as const;

/** The gain resistors together, the least worst-case gain error first; of like ones what is quiet without loading the output. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const topology = g.topology as string;
  if (topology === 'buffer' || (!s.open('R1') && !s.open('R2'))) return [];
  const u = x.parts.U1;
  const rs = g.sourceResistance as number;
  const amplified = topology === 'non-inverting' ? (r1: number, r2: number) => 1 + r2 / r1 : (r1: number, r2: number) => r2 / (r1 + rs);
  // Where the resistors are as quiet as a third of the op amp's own voltage noise. // [Nyquist]
  const quiet = (u.voltageNoise / 3) ** 2 / (4 * BOLTZMANN * (s.ambient.nominal + ZERO_CELSIUS)) || 1e3;
  const loaded = (g.inputAmplitude * g.gain) / (u.currentLimit / 5) || 0;
  const breaks = ([r1, r2]: readonly number[]) => {
    const p = parallel(r1!, r2!);
    return Number(p < INVERTING[0]) + Number(p > INVERTING[1]) + Number(r2! < loaded);
  };
  const away = (values: readonly number[]) => Math.abs(Math.log(parallel(values[0]!, values[1]!) / Math.min(Math.max(quiet, INVERTING[0]), INVERTING[1])));
  if (topology === 'non-inverting' && g.gain <= 1 + 1e-9) return [{ values: { R1: MOST, R2: LEAST }, why: 'a gain of one is better made with a buffer' }];
  const found = jointSearch({
    slots: [
      { values: s.candidates('R1', LEAST, MOST), tolerance: s.tolerance('R1') },
      { values: s.candidates('R2', LEAST, MOST), tolerance: s.tolerance('R2') },
    ],
    results: [([r1, r2]) => amplified(r1!, r2!)],
    targets: [g.gain as number],
    breaks,
    resolution: 1e-3,
    order: (a, b) => away(a.values) - away(b.values),
    keep: 5,
  });
  const nearest = (slot: string, wanted: number): number | undefined => nearestOf(s.candidates(slot, wanted / 2, wanted * 2), wanted);
  return found.map(({ values: [r1, r2], error, worst }): Offer => {
    const others: Record<string, number | undefined> =
      topology === 'difference'
        ? { R3: s.open('R3') ? r1 : undefined, R4: s.open('R4') ? r2 : undefined }
        : topology === 'summing'
          ? {
              R5: s.open('R5') ? nearest('R5', r2! / g.secondGain - rs) : undefined,
              R6: s.open('R6') ? nearest('R6', r2! / g.thirdGain - rs) : undefined,
            }
          : {};
    const values = { ...(s.open('R1') ? { R1: r1! } : {}), ...(s.open('R2') ? { R2: r2! } : {}) };
    for (const [slot, v] of Object.entries(others)) if (v !== undefined) Object.assign(values, { [slot]: v });
    return { values, why: `${formatText(error, 'ratio', 2)} off, ${formatText(worst, 'ratio', 3)} at worst` };
  });
}
