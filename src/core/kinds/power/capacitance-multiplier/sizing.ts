import { parallel } from '../../../physics/network.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { through } from './laws.ts';

/** R1, R2 and C1 together: headroom, ripple and least output hold, with the least drop, then the least capacitance. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const slots = ['R1', 'R2', 'R3', 'C1', 'C3'].filter((slot) => s.open(slot));
  if (!slots.length) return [];
  const n = x.given.sections as number;
  const [vin, ripple, load] = [s.range('inputVoltage'), s.range('inputRipple').high, s.range('loadCurrent')];
  const [gain, vbe, sat] = [s.param('Q1.currentGain'), s.param('Q1.forwardVoltage'), s.param('Q1.saturationVoltage').high];
  const least = x.given.minimumOutput === null ? 0 : s.range('minimumOutput').high;
  const t = s.tolerance('R1');
  const output = (v: number, i: number, b: number, vf: number, rs: number, r2: number) =>
    (Number.isFinite(r2) ? (v * r2) / (rs + r2) : v) - (i / (b + 1)) * parallel(rs, r2) - vf;
  const seconds = s.open('R2') ? s.candidates('R2', 100, 1e6) : [s.value('R2') || Infinity];
  const fits: { r1: number; r2: number; drop: number }[] = [];
  for (const r1 of s.candidates('R1', 10, 1e4))
    for (const r2 of [...seconds, ...(s.open('R2') ? [Infinity] : [])]) {
      const rs = n * r1;
      // Least drop: light load, high gain; most: the other way round.
      const small = vin.low - output(vin.low, load.low, gain.high, vbe.low, rs * (1 - t), r2 * (1 + t));
      const low = output(vin.low, load.high, gain.low, vbe.high, rs * (1 + t), r2 * (1 - t));
      if (small - ripple / 2 < sat * (1 + s.comfort) || low - ripple / 20 < Math.max(least * (1 + s.comfort), 0.1)) continue;
      fits.push({ r1, r2, drop: vin.nominal - output(vin.nominal, load.nominal, gain.nominal, vbe.nominal, rs, r2) });
    }
  fits.sort((a, b) => a.drop - b.drop);
  const values = (r1: number, r2: number, f: number) =>
    Object.fromEntries(
      Object.entries({ R1: r1, R3: r1, C1: f, C3: f, ...(Number.isFinite(r2) ? { R2: r2 } : {}) }).filter(
        ([slot]) => s.open(slot) && (n === 2 || !/3/.test(slot)),
      ),
    );
  const allowed = s.range('maximumOutputRipple').low * (1 - s.comfort);
  const capacitors = s.candidates('C1', 1e-6, 1e-3);
  const holds = (r1: number, r2: number, f: number) => {
    const part = { value: r1 * (1 - t) };
    const farads = { value: f * (1 - s.tolerance('C1')), esr: s.param('C1.esr').high };
    const corner = {
      given: { ...x.given, loadCurrent: load.high },
      parts: { Q1: { ...x.parts.Q1, currentGain: gain.low }, R1: part, R3: part, R2: { value: Number.isFinite(r2) ? r2 : null }, C1: farads, C3: farads },
    };
    return ripple * through(corner, s.range('rippleFrequency').low) <= allowed;
  };
  for (const { r1, r2 } of fits.slice(0, 400)) {
    const f = capacitors.find((c) => holds(r1, r2, c));
    if (f !== undefined)
      return [{ values: values(r1, r2, f), why: 'least drop with headroom at the trough, then the least capacitance that holds the ripple' }];
  }
  const best = fits[0] ?? { r1: 220, r2: Infinity };
  return [{ values: values(best.r1, best.r2, capacitors.at(-1)!), why: 'the ripple holds nowhere: largest capacitance there is' }];
}
