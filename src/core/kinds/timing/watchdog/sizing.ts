import { formatText } from '../../../quantity/format.ts';
import { nextAbove } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { network, silenceToOutlast } from './laws.ts';

const KEEP = 5;

/** R1 and C1 with the smallest longest time-out whose shortest outlasts the silence; R2 for the reset pulse; R3 by the surge of a refresh. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const u = x.parts.U1;
  const supply = s.range('supplyVoltage');
  const threshold = s.param('U1.thresholdHigh');
  const tracking = s.param('U1.thresholdTracking');
  const leak = (end: 'low' | 'high') => s.param('C1.leakageCurrent')[end] + s.param('U1.thresholdCurrent')[end] + s.param('Q1.leakageCurrent')[end];
  const surge = (threshold.high * supply.high) / (s.derating * (1 - s.comfort) * s.param('Q1.currentLimit').low) - s.param('Q1.onResistance').low;
  const r3 = s.open('R3') ? nextAbove(Math.max(10, surge / (1 - s.tolerance('R3'))), s.series('R3')) : s.value('R3');
  const wanted = silenceToOutlast({ longestSilence: s.range('longestSilence').high, silenceMargin: g.silenceMargin });
  /** Time from a start to the threshold at one end of everything, per ohm and farad. */
  const factor = (end: 'low' | 'high', ohms: number, start: number): number | null => {
    const vs = supply[end === 'low' ? 'high' : 'low'];
    const high = threshold[end] * vs;
    const towards = vs - leak(end) * ohms;
    return towards > high ? Math.log((towards - start * high) / (towards - high)) : null;
  };
  // A coupling chosen here empties C1 in five time constants; another one may leave as much as is allowed.
  const left = s.open('C2') || g.refreshCoupling === 'direct' ? Math.exp(-5) : Math.min(g.residualLimit, 0.02);
  const [rt, ct] = [s.tolerance('R1'), s.tolerance('C1')];
  const keep = wanted * (1 + s.comfort);
  const found: { r1: number; c: number; longest: number }[] = [];
  for (const r1 of s.candidates('R1', 1e4, 1e6)) {
    if (leak('high') * r1 * (1 + rt) > g.leakageShareLimit * (1 - s.comfort) * supply.low * (1 - threshold.high)) continue;
    const [short, grace, long] = [factor('low', r1 * (1 - rt), left), factor('low', r1 * (1 - rt), (1 + tracking.high) / 2), factor('high', r1 * (1 + rt), 0)];
    if (short === null || grace === null || long === null) continue;
    for (const c of s.candidates('C1', 1e-8, 1e-3)) {
      const shortest = r1 * (1 - rt) * c * (1 - ct);
      if (shortest * short < keep || shortest * grace < s.range('startUpTime').high * (1 + s.comfort)) continue;
      found.push({ r1, c, longest: r1 * (1 + rt) * c * (1 + ct) * long });
      break;
    }
  }
  found.sort((a, b) => a.longest - b.longest || a.c - b.c);
  return found.slice(0, KEEP).map(({ r1, c }): Offer => {
    // ln 2 falls from the upper to the lower threshold; the surge into the discharge pin has its own floor.
    const pulse = (g.resetPulseWidth * (1 + s.comfort)) / (c * (1 - ct) * (1 - s.tolerance('R2')) * Math.log(2 / (1 + tracking.high)));
    const pin = s.derating * s.param('U1.dischargeCurrentLimit').low - supply.high / r1;
    const least = Math.max(pulse, pin > 0 ? (threshold.high * supply.high) / pin : 0, 100);
    const r2 = s.candidates('R2', least, Math.max(least * 1.2, r1 / 10))[0] ?? least;
    const values: Record<string, number> = {};
    const emptied = 5 * r3 * c;
    const c2 = s.candidates('C2', (emptied * 1.2) / x.parts.R4.value, Math.max((emptied * 3) / x.parts.R4.value, g.longestSilence / 10 / x.parts.R4.value))[0];
    for (const [slot, value] of Object.entries({ R1: r1, R2: r2, R3: r3, C1: c, ...(g.refreshCoupling === 'capacitor' && c2 ? { C2: c2 } : {}) }))
      if (s.open(slot)) values[slot] = value;
    const n = network({
      given: g,
      parts: { ...x.parts, U1: u, R1: { value: r1 }, R2: { value: r2 }, R3: { value: r3 }, C1: { ...x.parts.C1, value: c } },
    });
    return { values, why: `fires after ${formatText(n.charging * c * Math.log((n.towards - n.residual) / (n.towards - n.high)), 's', 3)}` };
  });
}
