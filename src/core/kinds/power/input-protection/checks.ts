import { more, less, from, choose } from '../../../stage/cures.ts';
import { FUSE_CURRENTS } from '../../../quantity/stock.ts';
import type { CheckDef, SpreadLike } from '../../../stage/contract.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';

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

export const checks = {
  'fuse-hold': held(
    'load on the fuse',
    (c) => c.must('loadCurrent'),
    'atMost',
    (c) => c.pick('fuseHoldCurrent'),
    'what the fuse holds at its hottest',
    'must',
    [from(more('F1.currentRating'), FUSE_CURRENTS), less('given.loadCurrent'), 'Resettable types lose 40 % at 70 °C.'],
    { unit: 'A', applies: fused },
  ),
  'fuse-opens': held(
    'short-circuit current of the source',
    (c) => c.must('sourceCurrentLimit'),
    'atLeast',
    (c) => c.pick('tripCurrent'),
    'where the fuse opens for certain',
    'must',
    [
      from(less('F1.currentRating'), FUSE_CURRENTS),
      more('given.sourceCurrentLimit'),
      'A fuse that the source cannot blow protects nothing; or rely on the source’s own limit and say so.',
    ],
    { unit: 'A', applies: fused },
  ),
  'fuse-life': held(
    'I²t of the inrush',
    'inrushI2t',
    'atMost',
    (c) => c.pick('allowedI2t'),
    'what the fuse stands at every switching-on',
    'must',
    [more('F1.meltingI2t'), less('given.bulkCapacitance'), 'An NTC, or a soft start: each inrush ages the element until it fails for no visible cause.'],
    { applies: (c) => c.x.given.fuse === 'fuse' },
  ),
  'fuse-voltage': held(
    'voltage the fuse must break',
    (c) => c.must('inputVoltage'),
    'atMost',
    'F1.voltageRating',
    'DC breaking capacity of F1',
    'must',
    [more('F1.voltageRating')],
    { unit: 'V', applies: fused },
  ),
  'polarity-voltage': held(
    'reverse voltage',
    (c) => c.must('inputVoltage'),
    'atMost',
    (c) => c.range(`${device(c)}.voltageRating`),
    'rating of the polarity device',
    'must',
    (c) => [more(`${device(c)}.voltageRating`), 'A hot reversal onto a charged bulk puts up to twice the input across it.'],
    { unit: 'V', derated: true, applies: polarised },
  ),
  'polarity-current': held('current of D1', (c) => c.must('loadCurrent'), 'atMost', 'D1.currentRating', 'rating of D1', 'must', [], {
    unit: 'A',
    derated: true,
    applies: (c) => c.x.given.polarity === 'series-diode',
  }),
  'junction-temperature': held(
    'junction',
    'junctionTemperature',
    'temperature',
    (c) => c.range(`${device(c)}.maximumJunction`),
    'highest junction temperature of the polarity device',
    'must',
    (c) =>
      mosfet(c)
        ? [less('Q1.onResistance'), less('Q1.junctionToAmbient'), 'More copper under it.']
        : [less('D1.junctionToAmbient'), choose('given.polarity', 'p-mosfet')],
    { applies: polarised },
  ),
  'gate-maximum': held(
    'gate-source voltage',
    gate,
    'atMost',
    'Q1.maximumGateSource',
    'rating of the gate',
    'must',
    ['A zener of 10 to 12 V from source to gate with 10 kΩ: in a surge the source rises to the clamp voltage while the gate stays at ground.'],
    { unit: 'V', derated: true, applies: mosfet },
  ),
  'gate-drive': held(
    'gate drive',
    'gateVoltage',
    'atLeast',
    'Q1.fullDriveVoltage',
    'where Q1 is fully on',
    'must',
    [less('Q1.fullDriveVoltage'), 'A logic-level device.'],
    { applies: mosfet },
  ),
  'minimum-voltage': held(
    'trough',
    'outputTrough',
    'atLeast',
    'minimumVoltage',
    'what the consumers need',
    'must',
    [more('given.inputVoltage'), choose('given.polarity', 'p-mosfet'), less('F1.resistance')],
    { whenNull: 'absent' },
  ),
  standoff: held(
    'highest input',
    (c) => c.must('inputVoltage'),
    'atMost',
    'D2.standoffVoltage',
    'stand-off of the suppressor',
    'must',
    [more('D2.standoffVoltage')],
    { unit: 'V', applies: clamped },
  ),
  'clamp-voltage': held(
    'voltage in a surge',
    'clampVoltage',
    'atMost',
    'absoluteMaximum',
    'lowest voltage that destroys a consumer',
    'must',
    [less('D2.clampVoltage'), more('given.surgeResistance'), 'A regulator of a higher rating behind it.'],
    { whenNull: 'absent' },
  ),
  'clamp-power': held(
    'power in a surge',
    'clampPower',
    'atMost',
    (c) => c.pick('allowedClampPower'),
    'pulse power of D2 for this duration',
    'must',
    [more('D2.pulsePower'), more('given.surgeResistance')],
    { derated: true, applies: clamped },
  ),
} as const satisfies Record<string, CheckDef>;
