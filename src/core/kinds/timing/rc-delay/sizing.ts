import { formatText } from '../../../quantity/format.ts';
import { around, nextAbove } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { network, starts } from './laws.ts';

const KEEP = 5;
/** What leakage at its worst leaves the node above its threshold. */
const REACH = 1.1;
const MOST_FARADS = 1e-5;

/** R1 and C1 together for the delay, of equal errors the larger capacitor; R1 small enough that leakage does not hold the node down. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const debounce = g.purpose === 'debounce';
  const [from, to] = g.purpose === 'phase-shift' ? [100, 1e4] : [1e3, 1e6];
  const leak = Math.max(0, s.param('C1.leakageCurrent').high + s.param('U1.inputLeakage').high);
  const { low } = s.range('supplyVoltage');
  const reach = leak > 0 ? (low * (1 - REACH * s.param('U1.thresholdRising').high)) / leak : Infinity;
  const r2Of = (r1: number) => (debounce ? (s.open('R2') ? (s.candidates('R2', r1 / 11, r1 / 9)[0] ?? r1 / 10) : s.value('R2')) : 0);
  const u = x.parts.U1;
  const delayOf = (r1: number, c: number) => {
    const made = network({
      ...x,
      parts: { ...x.parts, R1: { ...x.parts.R1, value: r1 }, R2: { ...x.parts.R2, value: r2Of(r1) }, C1: { ...x.parts.C1, value: c } },
    });
    return made.resting > made.rising ? made.charging * made.farads * Math.log(made.resting / (made.resting - made.rising)) + u.propagationDelay : Infinity;
  };
  const least = Math.max(22e-12, 5 * u.inputCapacitance);
  const cs = s.candidates('C1', least, MOST_FARADS);
  const all = s
    .candidates('R1', from, Math.min(to, Math.max(from, reach)))
    .flatMap((r1) => {
      const perFarad = delayOf(r1, 1) - u.propagationDelay;
      return around(cs, (g.delay - u.propagationDelay) / perFarad - u.inputCapacitance).map((c) => ({ r1, c, off: Math.abs(delayOf(r1, c) / g.delay - 1) }));
    })
    .filter((p) => Number.isFinite(p.off))
    .sort((a, b) => (Math.abs(a.off - b.off) > 1e-3 ? a.off - b.off : b.c - a.c));
  // A clamp is only met where no diode takes the charge.
  const r3 =
    starts(g.purpose) && !g.dischargeDiode
      ? nextAbove(s.range('supplyVoltage').high / (s.derating * s.param('U1.clampCurrentLimit').low * (1 - s.tolerance('R3'))), s.series('R3'))
      : 1000;
  return all.slice(0, KEEP).map(({ r1, c }): Offer => {
    const values: Record<string, number> = {};
    for (const [slot, value] of Object.entries({ R1: r1, C1: c, ...(debounce ? { R2: r2Of(r1) } : {}), R3: r3 })) if (s.open(slot)) values[slot] = value;
    return { values, why: `rises in ${formatText(delayOf(r1, c), 's', 3)}` };
  });
}
