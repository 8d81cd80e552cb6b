import { formatText } from '../../../quantity/format.ts';
import { around } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { width } from './laws.ts';

const KEEP = 5;
/** Above it a capacitor is an electrolytic, that leaks. */
const FILM = 1e-5;

/** R1 and C1 together for the pulse, R1 never beyond what leakage allows; of equal errors film, then the smaller capacitor. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const u = x.parts.U1;
  const high = s.param('U1.thresholdRatio').high;
  const supply = s.range('supplyVoltage');
  // The smallest resistor that keeps the surge inside, none where none is needed.
  const surge = (high * supply.high) / (s.derating * s.param('U1.dischargeCurrentLimit').low) - s.param('U1.dischargeResistance').low;
  const r2 = s.open('R2') ? (surge > 0 ? (s.candidates('R2', surge / (1 - s.tolerance('R2')), 1e5)[0] ?? 0) : 0) : s.value('R2');
  const leak = s.param('C1.leakageCurrent').high + s.param('U1.thresholdCurrent').high;
  const most = leak > 0 ? (g.leakageShareLimit * (1 - s.comfort) * supply.low * (1 - high)) / leak / (1 + s.tolerance('R1')) : Infinity;
  const at = (r: number, c: number) =>
    width({ ...x, parts: { U1: u, R1: { ...x.parts.R1, value: r }, R2: { ...x.parts.R2, value: r2 }, C1: { ...x.parts.C1, value: c } } });
  const cs = s.candidates('C1', 1e-9, 1e-4);
  const pairs = s
    .candidates('R1', 1e3, Math.max(1e3, Math.min(1e7, most)))
    .flatMap((r) => {
      const perFarad = at(r, 1);
      return perFarad === null ? [] : around(cs, g.pulseWidth / perFarad).map((c) => ({ r, c, off: Math.abs((perFarad * c) / g.pulseWidth - 1) }));
    })
    .sort((a, b) => (Math.abs(a.off - b.off) > 2e-3 ? a.off - b.off : Number(a.c > FILM) - Number(b.c > FILM) || a.c - b.c));
  return pairs.slice(0, KEEP).map(({ r, c }): Offer => {
    const values: Record<string, number> = {};
    for (const [slot, value] of Object.entries({ R1: r, R2: r2, C1: c })) if (s.open(slot)) values[slot] = value;
    return { values, why: `a pulse of ${formatText(at(r, c)!, 's', 3)}` };
  });
}
