import { formatText } from '../../../quantity/format.ts';
import { nearestOf } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { jointSearch } from '../../../tolerance/joint-search.ts';
import { baseShare, thermalVoltage } from './laws.ts';

/** One octave for a volt in the middle of the trim, whose range is some tenth; then the reference current and capacitor. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const u = x.parts.U1;
  const octave = thermalVoltage(g.tuneTemperature) * Math.LN2;
  const near = (slot: string, wanted: number): number => nearestOf(s.candidates(slot, wanted / 8, wanted * 8), wanted) ?? wanted;
  const r1 = near('R1', 1e5);
  const r4 = near('R4', 1e3);
  const p1 = near('P1', 1e4);
  const scale = jointSearch({
    slots: [
      { values: s.candidates('R2', 6 * p1, 16 * p1), tolerance: s.tolerance('R2') },
      { values: s.candidates('R3', 1e4, 2e5), tolerance: s.tolerance('R3') },
    ],
    results: [
      ([r2, r3]) => ((r2! + p1 / 2) / r1) * baseShare({ ...x, parts: { ...x.parts, R3: { value: r3! }, R4: { ...x.parts.R4, value: r4 } } }, g.tuneTemperature),
    ],
    targets: [octave],
    by: 'error',
    resolution: 1e-3,
    order: (a, b) => Math.abs(Math.log(a.values[0]! / r1)) - Math.abs(Math.log(b.values[0]! / r1)),
  })[0];
  const top = 2 ** g.octavesUp;
  const pairs = s
    .candidates('C1', 4.7e-10, 4.7e-8)
    .flatMap((c) =>
      s
        .candidates('R6', 1e4, 2e7)
        .map((r) => ({ c, r, i0: u.referenceVoltage / r, off: Math.abs(Math.log(u.referenceVoltage / (r * c * u.sawAmplitude * g.referenceFrequency))) })),
    )
    .filter((p) => p.off < 0.03 && p.i0 * top <= g.maximumLogCurrent)
    .sort((a, b) => Math.round(a.off / 0.01) - Math.round(b.off / 0.01) || Math.abs(Math.log((a.i0 * top) / 5e-5)) - Math.abs(Math.log((b.i0 * top) / 5e-5)));
  return (pairs.length ? pairs.slice(0, 3) : [{ c: near('C1', 4.7e-9), r: near('R6', 1e6), i0: 0, off: 0 }]).map(({ c, r }): Offer => {
    const all: Record<string, number | undefined> = { R1: r1, R4: r4, P1: p1, R2: scale?.values[0], R3: scale?.values[1], C1: c, R6: r };
    const values = Object.fromEntries(Object.entries(all).filter(([slot, v]) => v !== undefined && s.open(slot))) as Record<string, number>;
    return { values, why: `base pitch ${formatText(u.referenceVoltage / (r * c * u.sawAmplitude), 'Hz', 4)}` };
  });
}
