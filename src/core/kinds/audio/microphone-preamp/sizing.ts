import { parallel } from '../../../physics/network.ts';
import { formatText } from '../../../quantity/format.ts';
import { nearestOf } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { chain, source } from './laws.ts';

const POTS = [1e3, 2.2e3, 4.7e3, 5e3, 1e4];
const FEEDBACK = [1e3, 1e4] as const;
const BIAS = 10e3;

/** Bias and feed first, then the gain resistors together for both ends of the range; pad and capacitors where they are wanted. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const { given: g, parts } = x;
  const values: Record<string, number> = {};
  const set = (slot: string, value: number | undefined) => {
    if (s.open(slot) && value !== undefined) values[slot] = value;
  };
  const near = (slot: string, wanted: number) => nearestOf(s.candidates(slot, wanted / 3, wanted * 3), wanted);
  const least = (slot: string, from: number, holds: (v: number) => boolean) => s.candidates(slot, from, 0.022).find(holds);
  if (g.source === 'capsule') {
    const room = (s.range('capsuleSupply').low - g.capsuleMinimum * (1 + s.comfort)) / (s.range('capsuleCurrent').high || 1e-6) - (parts.R10.value ?? 0);
    set('R9', s.candidates('R9', 100, Math.max(100, Math.min(room * 0.95, 1e4))).at(-1));
  }
  set('R3', near('R3', Math.max(BIAS, 10 * g.sourceResistance)));
  const at = (): AnyInputs => ({
    ...x,
    parts: { ...parts, ...Object.fromEntries(Object.entries(values).map(([slot, value]) => [slot, { ...parts[slot], value }])) },
  });
  if (s.open('R5') || s.open('R6')) {
    const k = 10 ** (-g.padWanted / 20);
    const behind = 2 * (parts.R8.value ?? 0) + 2 * at().parts.R3.value;
    set('R5', near('R5', (behind * (1 - k)) / 2));
    set('R6', near('R6', 1 / (1 / (k * behind) - 1 / behind)));
  }
  const h = chain(at(), 1, 0, g.pad === 'in').volts;
  const [top, bottom] = [10 ** (g.highestGain / 20) / h - 1, 10 ** (g.lowestGain / 20) / h - 1];
  const pot = g.gainControl === 'pot';
  const r1s = s.open('R1') ? s.candidates('R1', ...FEEDBACK) : [s.value('R1')];
  const pots = pot ? (s.open('P1') ? POTS : [s.value('P1')]) : [0];
  const offers = r1s.flatMap((r1) => {
    const wanted = (2 * r1) / top;
    const r2s = s.open('R2') ? [...s.candidates('R2', wanted / 1.05, wanted * 1.05)] : [s.value('R2')];
    return pots.flatMap((p) =>
      r2s.map((r2) => {
        const high = Math.abs(20 * Math.log10((1 + (2 * r1) / r2) / (top + 1)));
        const low = pot && bottom > 0 ? Math.abs(20 * Math.log10((1 + (2 * r1) / (r2 + p)) / (bottom + 1))) : 0;
        return { r1, r2, p, high, low, worst: Math.max(high, low) };
      }),
    );
  });
  offers.sort((a, b) => (Math.abs(a.worst - b.worst) > 0.02 ? a.worst - b.worst : a.r2 - b.r2));
  const corner = g.maximumLowCutoff * (1 - s.comfort);
  return offers.slice(0, 5).map(({ r1, r2, p, worst }): Offer => {
    const { rs, feed } = source(at());
    const leg = near('R7', bottom > 0 ? (2 * r1) / bottom : r1);
    const c1 = least('C1', 1e-9, (c) => 1 / (2 * Math.PI * r2 * c * (1 - s.tolerance('C1'))) <= corner);
    const c2 = least(
      'C2',
      1e-9,
      (c) => 1 / (2 * Math.PI * c * (1 - s.tolerance('C2')) * (at().parts.R3.value * 0.98 + (parts.R8.value ?? 0) + parallel(rs, feed) / 2)) <= corner,
    );
    return {
      values: {
        ...values,
        ...(s.open('R1') ? { R1: r1 } : {}),
        ...(s.open('R2') ? { R2: r2 } : {}),
        ...(s.open('P1') && pot ? { P1: p } : {}),
        ...(s.open('R7') && leg ? { R7: leg } : {}),
        ...(s.open('R8') ? { R8: 10 } : {}),
        ...(s.open('R10') ? { R10: 1000 } : {}),
        ...(s.open('R11') ? { R11: 1e6 } : {}),
        ...(s.open('C1') && c1 ? { C1: c1 } : {}),
        ...(s.open('C2') && c2 ? { C2: c2 } : {}),
        ...(s.open('C5') ? { C5: 1e-5 } : {}),
      },
      why: `both ends within ${formatText(worst, 'dB', 2)}`,
    };
  });
}
