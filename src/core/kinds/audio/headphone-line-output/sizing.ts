import { parallel } from '../../../physics/network.ts';
import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';

/** Against the cable of a line, and what little a headphone takes. */
const SERIES = { line: [100, 47, 68, 150, 220], headphone: [4.7, 1, 10] } as const;
const BLEEDER = 47e3;

/** The series resistor by what is plugged in, a bleeder, and the smallest capacitor that passes the bass into the lowest load. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const { given: g, parts } = x;
  const load = Number.isFinite(g.loadResistance) ? s.range('loadResistance').low : Infinity;
  const r2 = s.open('R2') ? BLEEDER : s.value('R2');
  const loss = g.maximumLowLoss * (1 - s.comfort);
  // 10·log10(1 + (fc/f)²) at most the loss allowed.
  const corner = g.lowestFrequency * Math.sqrt(10 ** (loss / 10) - 1);
  const series: readonly (number | null)[] = s.open('R1') ? SERIES[g.role as 'line' | 'headphone'] : [parts.R1.value];
  return series.map((r1): Offer => {
    const ohms = (r1 ?? 0) + parts.U1.outputResistance + parallel(load, r2);
    const c1 = s.open('C1') ? s.candidates('C1', 1e-8, 0.022).find((c) => 1 / (2 * Math.PI * ohms * c * (1 - s.tolerance('C1'))) <= corner) : undefined;
    return {
      values: { ...(s.open('R1') && r1 !== null ? { R1: r1 } : {}), ...(s.open('R2') ? { R2: r2 } : {}), ...(c1 ? { C1: c1 } : {}) },
      why: `bass from ${formatText(g.lowestFrequency, 'Hz', 2)} into ${formatText(ohms, 'ohm', 2)}`,
    };
  });
}
