import { formatText } from '../../../quantity/format.ts';
import { around } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { cycle, legs } from './laws.ts';

const KEEP = 5;
const [LEAST, MOST] = [1e3, 1e6];

/** Capacitors one after another, with the exact resistors for frequency and duty beside each; the buyable ones next to those, least error of both first. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const fed = g.topology === 'output-feedback';
  const at = (r1: number, r2: number, c: number) => {
    const { R1, R2, C1 } = x.parts;
    return cycle({ ...x, parts: { ...x.parts, R1: { ...R1, value: fed ? null : r1 }, R2: { ...R2, value: r2 }, C1: { ...C1, value: c } } });
  };
  const r1s = fed ? [LEAST] : s.candidates('R1', LEAST, MOST);
  const r2s = s.candidates('R2', LEAST, MOST);
  // Of leakage at its worst the charging resistance keeps its share.
  const { leak, source, high } = legs({ ...x, parts: { ...x.parts, R1: { value: LEAST }, R2: { value: LEAST } } });
  const worst = s.param('C1.leakageCurrent').high + s.param('U1.thresholdCurrent').high;
  const most = worst > 0 ? (g.leakageShareLimit * (1 - s.comfort) * (source - high)) / Math.max(worst, leak) : Infinity;
  const surge = s.derating * s.param('U1.dischargeCurrentLimit').low;
  const found: { r1: number; r2: number; c: number; off: number }[] = [];
  for (const c of s.candidates('C1', 4.7e-10, 1e-4)) {
    // ln 2 for the exponentials between one and two thirds.
    const total = 1 / (g.frequency * c * Math.LN2);
    const low = (1 - g.dutyCycle) * total;
    const exact2 = fed ? total / 2 : low;
    const exact1 = g.topology === 'diode' ? g.dutyCycle * total : Math.max(LEAST, total - 2 * low);
    for (const r2 of around(r2s, exact2, 2))
      for (const r1 of fed ? [LEAST] : around(r1s, exact1, 2)) {
        const charging = fed ? r2 : g.topology === 'diode' ? r1 : r1 + r2;
        if (charging > most || (!fed && s.range('supplyVoltage').high / r1 > surge)) continue;
        const made = at(r1, r2, c);
        if (!made) continue;
        const period = made.highTime + made.lowTime;
        found.push({ r1, r2, c, off: Math.abs(1 / (period * g.frequency) - 1) + Math.abs(made.highTime / period - g.dutyCycle) });
      }
  }
  found.sort((a, b) => (Math.abs(a.off - b.off) > 2e-3 ? a.off - b.off : a.c - b.c));
  return found.slice(0, KEEP).map(({ r1, r2, c }): Offer => {
    const made = at(r1, r2, c)!;
    const values: Record<string, number> = {};
    for (const [slot, value] of Object.entries({ ...(fed ? {} : { R1: r1 }), R2: r2, C1: c })) if (s.open(slot)) values[slot] = value;
    return {
      values,
      why: `${formatText(1 / (made.highTime + made.lowTime), 'Hz', 3)}, high for ${formatText(made.highTime / (made.highTime + made.lowTime), 'ratio', 3)}`,
    };
  });
}
