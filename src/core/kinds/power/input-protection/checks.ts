import { BLOCKING_VOLTAGES, DIODE_CURRENTS, FUSE_CURRENTS } from '../../../quantity/stock.ts';
import type { CheckDef, SpreadLike } from '../../contract.ts';
import type { Judged } from '../../judged.ts';
import { held, say, sayRated } from '../../words.ts';

/** How much of its melting I²t a fuse stands at each switching-on, by how often. // [IEC 60127] pulse practice of makers */
const PULSES = [
  [2, 0.48],
  [3, 0.38],
  [4, 0.29],
  [5, 0.22],
] as const;
export function pulseFactor(count: number): number {
  const decades = Math.log10(Math.max(1, count));
  if (decades <= 2) return 0.48;
  for (let i = 1; i < PULSES.length; i++) {
    const [[x0, y0], [x1, y1]] = [PULSES[i - 1]!, PULSES[i]!];
    if (decades <= x1) return y0 + ((y1 - y0) * (decades - x0)) / (x1 - x0);
  }
  return 0.22;
}

export const fused = (c: Judged) => c.x.given.fuse !== 'none';
const polarised = (c: Judged) => c.x.given.polarity !== 'none';
const mosfet = (c: Judged) => c.x.given.polarity === 'p-mosfet';
const device = (c: Judged) => (mosfet(c) ? 'Q1' : 'D1');
export const clamped = (c: Judged) => c.x.given.clamp === 'suppressor';

/** Highest voltage from source to gate: a surge lifts the source to the clamp while the gate stays at ground. */
const gate = (c: Judged): SpreadLike => {
  const [v, surge, clamp] = [c.must('inputVoltage'), c.out('clampVoltage'), c.range('Q1.gateClamp')];
  const at = (end: 'nominal' | 'low' | 'high') => Math.min(Math.max(v[end], surge[end] ?? v[end]), clamp ? clamp[end] : Infinity);
  return { nominal: at('nominal'), low: at('low'), high: at('high') };
};

export const checks: Record<string, CheckDef> = {
  'fuse-hold': held(
    'load on the fuse',
    (c) => c.must('loadCurrent'),
    'atMost',
    (c) => c.pick('fuseHoldCurrent'),
    'what the fuse holds at its hottest',
    'must',
    (c) => {
      const need = (c.must('loadCurrent').high * c.must('F1.currentRating').nominal) / Math.max(c.out('fuseHoldCurrent').low ?? 1e-12, 1e-12);
      return `A fuse of ${say(FUSE_CURRENTS.find((a) => a >= need) ?? null, 'A')} holds it; resettable types lose 40 % at 70 °C.`;
    },
    { unit: 'A', applies: fused },
  ),
  'fuse-opens': held(
    'short-circuit current of the source',
    (c) => c.must('sourceCurrentLimit'),
    'atLeast',
    (c) => c.pick('tripCurrent'),
    'where the fuse opens for certain',
    'must',
    (c) => {
      const most = (c.must('sourceCurrentLimit').low * c.must('F1.currentRating').nominal) / (c.out('tripCurrent').high ?? 1);
      return `A fuse that the source cannot blow protects nothing: ${say([...FUSE_CURRENTS].reverse().find((a) => a <= most) ?? null, 'A')} or less would open, or rely on the source’s own limit and say so.`;
    },
    { unit: 'A', applies: fused },
  ),
  'fuse-life': held(
    'I²t of the inrush',
    'inrushI2t',
    'atMost',
    (c) => c.pick('allowedI2t'),
    'what the fuse stands at every switching-on',
    'must',
    (c) => {
      const melting = (c.out('inrushI2t').high ?? 0) / pulseFactor(c.must('pulseCount').nominal);
      return `A slow-blow type with a melting I²t of ${say(melting, 'A2s')} or more, an NTC, or a soft start: each inrush ages the element until it fails for no visible cause.`;
    },
    { applies: (c) => c.x.given.fuse === 'fuse' },
  ),
  'fuse-voltage': held(
    'voltage the fuse must break',
    (c) => c.must('inputVoltage'),
    'atMost',
    'F1.voltageRating',
    'DC breaking capacity of F1',
    'must',
    (c) => `A fuse that breaks ${say(c.must('inputVoltage').high, 'V')} of DC.`,
    { unit: 'V', applies: fused },
  ),
  'polarity-voltage': held(
    'reverse voltage',
    (c) => c.must('inputVoltage'),
    'atMost',
    (c) => c.range(`${device(c)}.voltageRating`),
    'rating of the polarity device',
    'must',
    (c) =>
      `A device rated ${sayRated(BLOCKING_VOLTAGES, c.must('inputVoltage').high, 'V')} passes. A hot reversal onto a charged bulk puts up to twice the input across it.`,
    { unit: 'V', derated: true, applies: polarised },
  ),
  'polarity-current': held(
    'current of D1',
    (c) => c.must('loadCurrent'),
    'atMost',
    'D1.currentRating',
    'rating of D1',
    'must',
    (c) => `A diode rated ${sayRated(DIODE_CURRENTS, c.must('loadCurrent').high, 'A')} passes.`,
    { unit: 'A', derated: true, applies: (c) => c.x.given.polarity === 'series-diode' },
  ),
  'junction-temperature': held(
    'junction',
    'junctionTemperature',
    'temperature',
    (c) => c.range(`${device(c)}.maximumJunction`),
    'highest junction temperature of the polarity device',
    'must',
    (c) =>
      mosfet(c)
        ? `A MOSFET with ${say(c.must('Q1.onResistance').nominal / 2, 'ohm')} or less, or more copper under it.`
        : 'A MOSFET in place of the diode wastes a tenth.',
    { applies: polarised },
  ),
  'gate-maximum': held(
    'gate-source voltage',
    gate,
    'atMost',
    'Q1.maximumGateSource',
    'rating of the gate',
    'must',
    () => 'A zener of 10 to 12 V from source to gate with 10 kΩ: in a surge the source rises to the clamp voltage while the gate stays at ground.',
    { unit: 'V', derated: true, applies: mosfet },
  ),
  'gate-drive': held(
    'gate drive',
    'gateVoltage',
    'atLeast',
    'Q1.fullDriveVoltage',
    'where Q1 is fully on',
    'must',
    (c) => `A logic-level device that is fully on at ${say(c.out('gateVoltage').low, 'V')}.`,
    { applies: mosfet },
  ),
  'minimum-voltage': held(
    'trough',
    'outputTrough',
    'atLeast',
    'minimumVoltage',
    'what the consumers need',
    'must',
    (c) =>
      `It drops ${say(c.out('polarityDrop').high, 'V')} in the polarity device: a MOSFET in place of the diode, a fuse of less resistance, or a higher input.`,
    { whenNull: 'absent' },
  ),
  standoff: held(
    'highest input',
    (c) => c.must('inputVoltage'),
    'atMost',
    'D2.standoffVoltage',
    'stand-off of the suppressor',
    'must',
    (c) => `A suppressor with a stand-off of ${say(c.must('inputVoltage').high, 'V')} or more.`,
    { unit: 'V', applies: clamped },
  ),
  'clamp-voltage': held(
    'voltage in a surge',
    'clampVoltage',
    'atMost',
    'absoluteMaximum',
    'lowest voltage that destroys a consumer',
    'must',
    () => 'A larger suppressor, impedance before it, or a regulator of a higher rating behind it.',
    { whenNull: 'absent' },
  ),
  'clamp-power': held(
    'power in a surge',
    'clampPower',
    'atMost',
    (c) => c.pick('allowedClampPower'),
    'pulse power of D2 for this duration',
    'must',
    (c) =>
      `A suppressor of ${say((c.must('D2.pulsePower').nominal * (c.out('clampPower').high ?? 0)) / (0.8 * (c.out('allowedClampPower').low ?? 1)), 'W')} for 1 ms or more.`,
    { derated: true, applies: clamped },
  ),
};
