import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { base, isMosfet, isShifted, left } from './laws.ts';

const KEEP = 4;

/**
 * Bipolar: the largest base resistor that saturates at the least pin voltage, R2 some ten times it. MOSFET: the smallest gate
 * resistor whose edge the pin stands, and the largest R2 that holds it off while it is still driven fully.
 */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  if (!s.open('R1') && !s.open('R2')) return [];
  const weak = at(s, x, 'low', 'high', 1 + s.tolerance('R1'), 1 - s.tolerance('R2'));
  const strong = at(s, x, 'high', 'low', 1 - s.tolerance('R1'), 1 + s.tolerance('R2'));
  const seconds = s.candidates('R2', isShifted(x) ? 470 : 4700, isShifted(x) ? 1e5 : 1e6);
  const seconds0 = seconds.length ? seconds : [s.value('R2')];
  const limit = s.derating * s.range('pinCurrentLimit').low;
  const offers: { r1: number; r2: number; rank: number }[] = [];
  for (const r1 of s.candidates('R1', isMosfet(x) ? 22 : 47, isMosfet(x) ? (isShifted(x) ? 1e5 : 1000) : 1e5)) {
    for (const r2 of seconds0) {
      const low = base(weak(r1, r2));
      const high = base(strong(r1, r2));
      const off = left(strong(r1, r2));
      const held = off === null || off <= (isMosfet(x) ? 0.5 * s.param('Q1.gateThreshold').low : 0.3);
      const peak = isShifted(x) || high.pin <= limit;
      if (isMosfet(x)) {
        const driven = low.gate >= s.param('Q1.fullDriveVoltage').high && high.gate <= s.derating * s.param('Q1.maximumGateSource').low;
        const misses = (driven ? 0 : 4) + (held ? 0 : 2) + (peak ? 0 : 1);
        // Shifted, a smaller R2 turns it off sooner, and the pull-up wastes more.
        offers.push({ r1, r2, rank: misses * 1e3 + Math.log10(r1) - (isShifted(x) ? 0.2 : 1) * Math.log10(r2) });
      } else {
        const beta = low.base > 0 ? s.range('loadCurrent').high / low.base : Infinity;
        const saturates = beta <= Math.min(s.range('forcedBeta').low, s.param('Q1.currentGain').low / 2);
        const misses = (saturates ? 0 : 4) + (held ? 0 : 2) + (peak ? 0 : 1);
        offers.push({ r1, r2, rank: misses * 1e3 - 10 * Math.log10(r1) + Math.abs(Math.log10(r2 / (10 * r1))) });
      }
    }
  }
  return offers
    .sort((a, b) => a.rank - b.rank)
    .slice(0, KEEP)
    .map(({ r1, r2 }) => ({
      values: { ...(s.open('R1') ? { R1: r1 } : {}), ...(s.open('R2') ? { R2: r2 } : {}) },
      why: isMosfet(x)
        ? `${formatText(base(weak(r1, r2)).gate, 'V', 3)} at the gate at least`
        : `${formatText(base(weak(r1, r2)).base, 'A', 3)} into the base at least`,
    }));
}

/** Inputs at the end where everything drives least, or most. */
const at =
  (s: Sizing, x: AnyInputs, volts: 'low' | 'high', ohms: 'low' | 'high', first: number, second: number) =>
  (r1: number, r2: number): AnyInputs => ({
    ...x,
    given: {
      ...x.given,
      driveVoltage: s.range('driveVoltage')[volts],
      supplyVoltage: s.range('supplyVoltage')[volts],
      sourceResistance: s.range('sourceResistance')[ohms],
      pinLeakage: s.range('pinLeakage').high,
    },
    parts: {
      ...x.parts,
      R1: { ...x.parts.R1, value: r1 * first },
      R2: { ...x.parts.R2, value: x.given.pullResistor === 'fitted' ? r2 * second : null },
      Q1: { ...x.parts.Q1, baseVoltage: s.param('Q1.baseVoltage')[ohms] },
    },
  });
