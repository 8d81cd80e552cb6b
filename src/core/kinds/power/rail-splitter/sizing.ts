import { parallel } from '../../../physics/network.ts';
import { jointSearch } from '../../../tolerance/joint-search.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { impedance, ripple } from './laws.ts';

/** Rating of a usual small resistor, W. */
const USUAL_POWER = 0.1;
/** As good as the least shift there is. */
const NEARLY = 1.05;

/** Equal resistors (or the best pair for another ratio), the largest with the smallest C1 that hold shift, signal, ripple and start-up. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const open = ['R1', 'R2', 'C1', 'C2', 'R3'].filter((slot) => s.open(slot));
  if (!open.length) return [];
  const ratio = s.range('outputRatio').nominal;
  const list = s.candidates('R1', 100, 1e5);
  const pairOf = (r1: number): number => {
    if (Math.abs(ratio - 0.5) < 1e-9) return r1;
    const [best] = jointSearch({
      slots: [{ values: s.candidates('R2', 10, 1e6), tolerance: s.tolerance('R2') }],
      results: [([r2]) => r2! / (r1 + r2!)],
      targets: [ratio],
      by: 'error',
      order: (a, b) => a.worst - b.worst,
    });
    return best?.values[0] ?? r1;
  };
  const farads = s.candidates('C1', 1e-6, 1e-3);
  const [vin, load, signal] = [s.range('inputVoltage'), s.range('loadCurrent'), s.range('signalCurrent').high];
  const [t, tc] = [s.tolerance('R1'), s.tolerance('C1')];
  const spare = 1 - s.comfort;
  const amp = x.given.buffer === 'op-amp';
  const offset = amp ? Math.max(Math.abs(s.param('U1.offsetVoltage').low), s.param('U1.offsetVoltage').high) : 0;
  const pull = amp ? Math.max(Math.abs(s.param('U1.biasCurrent').low), s.param('U1.biasCurrent').high) : Math.max(Math.abs(load.low), load.high);
  const pairs = [...list]
    .reverse()
    .map((r1) => {
      const r2 = s.open('R2') ? pairOf(r1) : s.value('R2');
      const rth = parallel(r1, r2) * (1 + t);
      const skew = Math.abs((r2 * (1 + t)) / (r1 * (1 - t) + r2 * (1 + t)) - ratio) * vin.high;
      return { r1, r2, rth, shift: skew + pull * rth + offset, watts: (vin.high / (r1 + r2)) ** 2 * Math.max(r1, r2) };
    })
    .filter((p) => p.watts <= USUAL_POWER * s.derating);
  // Where the resistors' own spread is more than the shift allows, smaller ones gain nothing: as near as any comes.
  const least = Math.min(...pairs.map((p) => p.shift));
  const allowed = Math.max(s.range('maximumShift').low * spare, least * NEARLY);
  for (const { r1, r2, rth, shift } of pairs) {
    if (shift > allowed) continue;
    const f = farads.find((c) => {
      const now: AnyInputs = {
        given: { ...x.given, signalFrequency: s.range('signalFrequency').low, rippleFrequency: s.range('rippleFrequency').low },
        parts: { ...x.parts, R1: { value: r1 }, R2: { value: r2 }, C1: { value: c * (1 - tc), esr: s.param('C1.esr').high } },
      };
      return (
        signal * impedance(now, now.given.signalFrequency) <= s.range('maximumModulation').low * spare &&
        s.range('inputRipple').high * ripple(now) <= s.range('maximumOutputRipple').low * spare &&
        rth * c * (1 + tc) * Math.log(1 / s.range('settlingError').low) <= s.range('maximumStartUpTime').low * spare
      );
    });
    if (f === undefined && s.open('C1')) continue;
    const all: Record<string, number> = { R1: r1, R2: r2, C1: f ?? s.value('C1'), C2: 1e-5, R3: 10 };
    return [
      {
        values: Object.fromEntries(open.map((slot) => [slot, all[slot]!])),
        why: 'largest resistors that hold the shift, smallest capacitor that holds signal, ripple and start-up',
      },
    ];
  }
  const last = pairs.at(-1) ?? { r1: list[0]!, r2: pairOf(list[0]!) };
  const all: Record<string, number> = { R1: last.r1, R2: last.r2, C1: farads.at(-1)!, C2: 1e-5, R3: 10 };
  return [{ values: Object.fromEntries(open.map((slot) => [slot, all[slot]!])), why: 'nothing holds all four: the stiffest there is' }];
}
