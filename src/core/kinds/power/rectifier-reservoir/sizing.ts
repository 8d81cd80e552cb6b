import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { circuit } from './circuit.ts';
import { steadyState, type Charging } from './solve.ts';

/** The worst corner of a reservoir: low mains, peak load, C1 low and aged. */
const worst = (x: AnyInputs, range: (ref: string) => { low: number; high: number }, farads: number, tolerance: number): Charging => {
  const given = { ...x.given, lineFactor: range('lineFactor').low, loadCurrent: range('loadCurrent').high };
  return { ...circuit({ given, parts: x.parts }), farads: farads * (1 - tolerance) * range('capacitanceAgeing').low };
};
const RESERVOIRS = [1e-4, 2.2e-2] as const;

function passes(
  x: AnyInputs,
  range: (ref: string) => { low: number; high: number },
  farads: number,
  tolerance: number,
  what: 'trough' | 'ripple',
  comfort = 0,
): boolean {
  const s = steadyState(worst(x, range, farads, tolerance));
  return (
    s !== null &&
    (what === 'trough' ? s.trough >= range('minimumOutput').high * (1 + comfort) : s.peak - s.trough <= range('maximumRipple').low * (1 - comfort))
  );
}

/** The smallest reservoir that holds trough and ripple in the worst corner; the largest bleeder that empties it in time. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const values: Record<string, number> = {};
  const why: string[] = [];
  if (s.open('C1')) {
    const all = s.candidates('C1', ...RESERVOIRS);
    const ok = (what: 'trough' | 'ripple') => (f: number) => passes(x, s.range, f, s.tolerance('C1'), what);
    const easy = all.find(
      (f) => passes(x, s.range, f, s.tolerance('C1'), 'trough', s.comfort) && passes(x, s.range, f, s.tolerance('C1'), 'ripple', s.comfort),
    );
    const both = easy ?? all.find((f) => ok('trough')(f) && ok('ripple')(f));
    values.C1 = both ?? all.find(ok('trough')) ?? all.at(-1) ?? RESERVOIRS[1];
    why.push(both ? 'smallest that holds trough and ripple at low mains, aged' : 'the largest there is: the trough or ripple still fails');
  }
  const farads = (values.C1 ?? s.value('C1')) * (1 + s.tolerance('C1'));
  if (s.open('R1')) {
    const crest = Math.SQRT2 * s.range('secondaryVoltage').high * (1 + s.range('regulation').high) * s.range('lineFactor').high;
    const ohms = s.range('dischargeTimeLimit').low / (farads * Math.log(crest / s.range('safeVoltage').low)) / (1 + s.tolerance('R1'));
    const list = s.candidates('R1', 100, 1e6);
    values.R1 = (crest > s.range('safeVoltage').low ? list.filter((r) => r <= ohms).at(-1) : list.at(-1)) ?? list[0] ?? 1e4;
    why.push('largest bleeder that empties it in time');
  }
  return why.length ? [{ values, why: why.join('; ') }] : [];
}
