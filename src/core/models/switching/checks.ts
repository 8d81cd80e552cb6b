import { more, less, closer, choose } from '../../stage/cures.ts';
import { NOT_UP, RUNAWAY } from '../../physics/converter.ts';
import { CAPACITOR_VOLTAGES, DIODE_CURRENTS } from '../../quantity/stock.ts';
import { exactly } from '../../quantity/uncertain.ts';
import type { CheckDef, SpreadLike } from '../../stage/contract.ts';
import type { Judged } from '../../stage/judged.ts';
import { held, say, sayRated } from '../../stage/words.ts';

/** Checks the switching converters have in common. */

export const withDiode = (c: Judged) => c.x.given.rectifier === 'diode';
const magnitude = (s: SpreadLike): SpreadLike =>
  s.nominal === null || s.low === null || s.high === null
    ? s
    : { nominal: Math.abs(s.nominal), low: Math.min(Math.abs(s.low), Math.abs(s.high)), high: Math.max(Math.abs(s.low), Math.abs(s.high)) };
export const outputMagnitude = (c: Judged): SpreadLike => magnitude(c.out('outputVoltage'));

/** The largest load any state asks for, where the board or somebody says. */
const askedLoad = (c: Judged): SpreadLike | null => {
  const all = ['Asleep', 'Idle', 'Typical', 'Peak'].flatMap((s) => c.range(`loadCurrent${s}`) ?? []);
  return all.length ? { nominal: Math.max(...all.map((r) => r.nominal)), low: 0, high: Math.max(...all.map((r) => r.high)) } : null;
};

export const converterChecks = {
  'design-load': held(
    'load against the design load',
    (c) => askedLoad(c) ?? exactly(0),
    'atMost',
    'loadCurrent',
    'the design load that ratings and heat are judged at',
    'must',
    (c) => [more('given.loadCurrent'), `The board draws ${say(askedLoad(c)?.high, 'A')}.`],
    { unit: 'A', applies: (c) => askedLoad(c) !== null },
  ),
  'output-accuracy': held(
    'output accuracy',
    'outputVoltage',
    'within',
    (c) => {
      const wanted = c.must('outputVoltage').nominal;
      return { target: wanted, band: c.must('outputTolerance').low * Math.abs(wanted) };
    },
    'allowed deviation of the wanted output',
    'should',
    (c) => [
      closer('R1', 'R2'),
      `The reference alone brings ±${say((c.must('U1.referenceVoltage').high / c.must('U1.referenceVoltage').nominal - 1) * 1, 'ratio')}: a closer one helps first.`,
    ],
    { applies: (c) => (c.x.given.feedback ?? 'fixed') === 'fixed' },
  ),
  'output-ripple': held('output ripple', 'outputRipple', 'atMost', 'outputRippleLimit', 'allowed ripple', 'should', (c) => {
    const esr = (c.out('rippleCurrent').high ?? 0) * c.must('COUT.esr').high;
    return esr > c.must('outputRippleLimit').low / 2
      ? [less('COUT.esr'), more('L1.value'), `The ESR of COUT alone makes ${say(esr, 'V')}.`]
      : [more('COUT.value'), more('L1.value'), less('COUT.esr')];
  }),
  'light-ripple': held('ripple at light load', 'lightRipple', 'atMost', 'outputRippleLimit', 'allowed ripple', 'note', [
    more('COUT.value'),
    less('U1.skipPeakCurrent'),
    choose('given.lightLoadMode', 'forced-continuous'),
  ]),
  'reflected-ripple': held('ripple on the input', 'reflectedRipple', 'atMost', 'reflectedRippleLimit', 'allowed on CIN', 'should', [
    more('CIN.value'),
    less('CIN.esr'),
    'Right at the pins; or a small input inductor with a damped bulk capacitor.',
  ]),
  'inductor-saturation': held('peak current of L1', 'peakCurrent', 'atMost', 'L1.saturationCurrent', 'saturation current of L1', 'must', [more('L1.value')], {
    derated: true,
  }),
  'inductor-heating': held('rms current of L1', 'rmsCurrent', 'atMost', 'L1.currentRating', 'heating current of L1', 'must', [], { derated: true }),
  'current-limit': held('peak current', 'peakCurrent', 'atMost', (c) => c.must('U1.currentLimit').low, 'current limit of U1 at its low end', 'must', [
    more('U1.currentLimit'),
    more('L1.value'),
    less('given.loadCurrent'),
    'At its low end the limit must still carry the load.',
  ]),
  'limit-before-saturation': held(
    'current limit at its high end',
    (c) => c.must('U1.currentLimit'),
    'atMost',
    'L1.saturationCurrent',
    'saturation current of L1',
    'should',
    [more('L1.saturationCurrent'), less('U1.currentLimit'), 'An overload must not saturate it.'],
    { unit: 'A' },
  ),
  'input-capacitor-ripple': held(
    'rms current of CIN',
    'inputCapacitorRms',
    'atMost',
    'CIN.rippleCurrentRating',
    'rating of CIN',
    'must',
    ['Ceramic at the pins, or several capacitors together.'],
    { derated: true },
  ),
  'output-capacitor-ripple': held(
    'rms current of COUT',
    'outputCapacitorRms',
    'atMost',
    'COUT.rippleCurrentRating',
    'rating of COUT',
    'must',
    ['Ceramic, or several capacitors together.'],
    { derated: true },
  ),
  'input-capacitor-voltage': held(
    'voltage on CIN',
    (c) => c.must('inputVoltage'),
    'atMost',
    'CIN.voltageRating',
    'rating of CIN',
    'must',
    ['Hot plugging into ceramic doubles the voltage.'],
    { derated: true, unit: 'V' },
  ),
  'junction-temperature': held('junction of U1', 'junctionTemperature', 'temperature', 'U1.maximumJunction', 'highest junction temperature of U1', 'must', [
    less('U1.junctionToAmbient'),
    less('given.loadCurrent'),
    less('given.switchingFrequency'),
    'Copper under the exposed pad, lower resistances or less gate charge.',
  ]),
  'diode-temperature': held(
    'junction of D1',
    'diodeTemperature',
    'temperature',
    'D1.maximumJunction',
    'highest junction temperature of D1',
    'must',
    [choose('given.rectifier', 'synchronous'), less('D1.junctionToAmbient')],
    { applies: withDiode },
  ),
  efficiency: held(
    'efficiency',
    'efficiency',
    'atLeast',
    'efficiencyMinimum',
    'wanted efficiency',
    'note',
    () => 'The working lists the losses by cause: begin with the largest.',
    { applies: (c) => c.must('efficiencyMinimum').high > 0 },
  ),
} as const satisfies Record<string, CheckDef>;

/** Checks of a converter that steps up or inverts. */
export const crossover = held(
  'crossover of the loop',
  (c) => c.range('crossoverFrequency') ?? exactly(0),
  'atMost',
  (c) => c.out('maximumCrossover').low,
  'a quarter of the right-half-plane zero, a tenth of the frequency',
  'should',
  (c) => `Slow the loop to ${say(c.out('maximumCrossover').low, 'Hz')} or less, or use less inductance.`,
  { unit: 'Hz', applies: (c) => c.range('crossoverFrequency') !== null },
);
export const maximumDuty = held('duty cycle', 'dutyCycle', 'atMost', 'U1.maximumDuty', 'largest duty of U1', 'must', (c) =>
  c.out('dutyCycle').absent === NOT_UP
    ? 'A lower input, a higher output, or a converter that steps up and down.'
    : c.out('dutyCycle').absent === RUNAWAY
      ? 'Less load, lower resistances, or more copper under U1: at this heat it never settles.'
      : 'Less resistance of source and path, a higher least input, or two steps.',
);
export const outputCapacitorVoltage = (value: CheckDef<never>['value'] = outputMagnitude) =>
  held(
    'voltage on COUT',
    value,
    'atMost',
    'COUT.voltageRating',
    'rating of COUT',
    'must',
    (c) => {
      const top = typeof value === 'function' ? value(c).high : null;
      return `COUT rated ${sayRated(CAPACITOR_VOLTAGES, top, 'V')} passes.`;
    },
    { derated: true, unit: 'V' },
  );
export const minimumOnTime = (title: string, severity: 'must' | 'should', help: string) =>
  held(
    title,
    'onTime',
    'atLeast',
    (c) => c.must('U1.minimumOnTime').high,
    'least on-time of U1',
    severity,
    () => help,
  );

/** Where the diode feeds the output alone, its mean current is the load's. */
export const loadThroughDiode = held(
  'mean current of D1',
  (c) => c.must('loadCurrent'),
  'atMost',
  'D1.currentRating',
  'rating of D1',
  'must',
  (c) => `A diode rated ${sayRated(DIODE_CURRENTS, c.must('loadCurrent').high, 'A')}: its mean current is the load.`,
  {
    unit: 'A',
    derated: true,
    applies: withDiode,
  },
);
