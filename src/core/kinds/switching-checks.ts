import { NOT_UP, RUNAWAY } from '../physics/converter.ts';
import { CAPACITOR_VOLTAGES, DIODE_CURRENTS, INDUCTOR_CURRENTS } from '../quantity/stock.ts';
import { exactly } from '../quantity/uncertain.ts';
import type { CheckDef, SpreadLike } from './contract.ts';
import type { Judged } from './judged.ts';
import { held, say, sayRated } from './words.ts';

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

export const converterChecks: Record<string, CheckDef> = {
  'design-load': held(
    'load against the design load',
    (c) => askedLoad(c) ?? exactly(0),
    'atMost',
    'loadCurrent',
    'the design load that ratings and heat are judged at',
    'must',
    (c) => `The board draws ${say(askedLoad(c)?.high, 'A')}: design this converter for that much, or draw less.`,
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
    (c) =>
      `The reference alone brings ±${say((c.must('U1.referenceVoltage').high / c.must('U1.referenceVoltage').nominal - 1) * 1, 'ratio')}: a closer reference first, then 0.1 % resistors.`,
    { applies: (c) => (c.x.given.feedback ?? 'fixed') === 'fixed' },
  ),
  'output-ripple': held('output ripple', 'outputRipple', 'atMost', 'outputRippleLimit', 'allowed ripple', 'should', (c) => {
    const esr = (c.out('rippleCurrent').high ?? 0) * c.must('COUT.esr').high;
    return esr > c.must('outputRippleLimit').low / 2
      ? `The ESR of COUT alone makes ${say(esr, 'V')}: lower ESR first, then capacitance.`
      : `COUT about ${say((c.out('outputRipple').high ?? 0) / c.must('outputRippleLimit').low, '')} times as large, or a second capacitor, then more inductance or frequency.`;
  }),
  'light-ripple': held(
    'ripple at light load',
    'lightRipple',
    'atMost',
    'outputRippleLimit',
    'allowed ripple',
    'note',
    () => 'Pulse skipping ripples more: a larger COUT, a lower least pulse, or forced-continuous if the battery allows.',
  ),
  'reflected-ripple': held(
    'ripple on the input',
    'reflectedRipple',
    'atMost',
    'reflectedRippleLimit',
    'allowed on CIN',
    'should',
    () => 'A larger or lower-ESR CIN right at the pins; or a small input inductor with a damped bulk capacitor.',
  ),
  'inductor-saturation': held(
    'peak current of L1',
    'peakCurrent',
    'atMost',
    'L1.saturationCurrent',
    'saturation current of L1',
    'must',
    (c) => `An inductor that saturates at ${sayRated(INDUCTOR_CURRENTS, c.out('peakCurrent').high, 'A')}, or more inductance.`,
    { derated: true },
  ),
  'inductor-heating': held(
    'rms current of L1',
    'rmsCurrent',
    'atMost',
    'L1.currentRating',
    'heating current of L1',
    'must',
    (c) => `An inductor rated ${sayRated(INDUCTOR_CURRENTS, c.out('rmsCurrent').high, 'A')}, or a lower DCR.`,
    { derated: true },
  ),
  'current-limit': held(
    'peak current',
    'peakCurrent',
    'atMost',
    (c) => c.must('U1.currentLimit').low,
    'current limit of U1 at its low end',
    'must',
    (c) =>
      `Less ripple or load, or a controller whose limit is ${say((c.out('peakCurrent').high ?? 0) * (c.must('U1.currentLimit').nominal / c.must('U1.currentLimit').low), 'A')} or more: at its low end it must still carry the load.`,
  ),
  'limit-before-saturation': held(
    'current limit at its high end',
    (c) => c.must('U1.currentLimit'),
    'atMost',
    'L1.saturationCurrent',
    'saturation current of L1',
    'should',
    (c) => `An inductor that saturates above ${say(c.must('U1.currentLimit').high, 'A')}: an overload must not saturate it.`,
    { unit: 'A' },
  ),
  'input-capacitor-ripple': held(
    'rms current of CIN',
    'inputCapacitorRms',
    'atMost',
    'CIN.rippleCurrentRating',
    'rating of CIN',
    'must',
    (c) => `Ceramic at the pins, or capacitors that carry ${say((c.out('inputCapacitorRms').high ?? 0) / 0.8, 'A')} together.`,
    { derated: true },
  ),
  'output-capacitor-ripple': held(
    'rms current of COUT',
    'outputCapacitorRms',
    'atMost',
    'COUT.rippleCurrentRating',
    'rating of COUT',
    'must',
    (c) => `Ceramic, or capacitors that carry ${say((c.out('outputCapacitorRms').high ?? 0) / 0.8, 'A')} together.`,
    { derated: true },
  ),
  'input-capacitor-voltage': held(
    'voltage on CIN',
    (c) => c.must('inputVoltage'),
    'atMost',
    'CIN.voltageRating',
    'rating of CIN',
    'must',
    (c) => `CIN rated ${sayRated(CAPACITOR_VOLTAGES, c.must('inputVoltage').high, 'V')}; hot plugging into ceramic doubles the voltage.`,
    { derated: true, unit: 'V' },
  ),
  'junction-temperature': held(
    'junction of U1',
    'junctionTemperature',
    'temperature',
    'U1.maximumJunction',
    'highest junction temperature of U1',
    'must',
    (c) => {
      const watts = c.out('dissipation').high;
      const theta = watts ? (c.must('U1.maximumJunction').low - c.must('ambient').high) / watts : null;
      return theta && theta > 0
        ? `${say(theta, 'K/W')} to the air or less would hold (copper under the exposed pad), or lower resistances, frequency or gate charge.`
        : 'Copper under the exposed pad, lower resistances, a lower frequency, or less load.';
    },
  ),
  'diode-temperature': held(
    'junction of D1',
    'diodeTemperature',
    'temperature',
    'D1.maximumJunction',
    'highest junction temperature of D1',
    'must',
    () => 'A synchronous rectifier, or a larger diode with more copper.',
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
};

/** Checks of a converter that steps up or inverts. */
export const crossover: CheckDef = held(
  'crossover of the loop',
  (c) => c.range('crossoverFrequency') ?? exactly(0),
  'atMost',
  (c) => c.out('maximumCrossover').low,
  'a quarter of the right-half-plane zero, a tenth of the frequency',
  'should',
  (c) => `Slow the loop to ${say(c.out('maximumCrossover').low, 'Hz')} or less, or use less inductance.`,
  { unit: 'Hz', applies: (c) => c.range('crossoverFrequency') !== null },
);
export const maximumDuty: CheckDef = held('duty cycle', 'dutyCycle', 'atMost', 'U1.maximumDuty', 'largest duty of U1', 'must', (c) =>
  c.out('dutyCycle').absent === NOT_UP
    ? 'A lower input, a higher output, or a converter that steps up and down.'
    : c.out('dutyCycle').absent === RUNAWAY
      ? 'Less load, lower resistances, or more copper under U1: at this heat it never settles.'
      : 'Less resistance of source and path, a higher least input, or two steps.',
);
export const outputCapacitorVoltage = (value: CheckDef['value'] = outputMagnitude): CheckDef =>
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
export const minimumOnTime = (title: string, severity: 'must' | 'should', help: string): CheckDef =>
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
export const loadThroughDiode: CheckDef = held(
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
