import { impossible } from '../../../math/absent.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import { choice, eitherWay, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { network } from './laws.ts';
import { size } from './sizing.ts';

/** The parabola has its top where the fork turns round. */
const TURNS = { inputs: ['ambient', 'parts.Y1.turnoverTemperature'], samples: 9 };
/** Negative resistance is largest at a finite transconductance and finite capacitors. */
const PEAKS = { inputs: ['parts.U1.transconductance', 'parts.C1.value', 'parts.C2.value'], samples: 9 };
const BENDS = { inputs: ['parts.C1.value', 'parts.C2.value'], samples: 9 };

export const crystalOscillator = defineKind({
  id: 'crystal-oscillator',
  family: 'timing',
  group: 'Signal',
  title: 'Crystal oscillator',
  aliases: ['load capacitors', 'RTC crystal', 'watch crystal', 'pulling', 'gain margin', 'negative resistance', 'clock', 'Pierce oscillator'],
  purpose: 'Load capacitors, frequency error, drive and start-up margin for a crystal on a controller or clock chip.',
  given: {
    frequencyTolerance: num('ppm', 50, 'allowed, either way', { title: 'error allowed' }),
    gainMarginWanted: num('', 5, 'where the data sheet gives a transconductance', { title: 'gain margin wanted' }),
    gainMethod: choice(['transconductance', 'maximum-critical'], 'transconductance', 'what the controller’s data sheet gives', 'gain told as'),
    outputSwing: num('V', 1, 'peak to peak at the output of the amplifier; the supply when unknown', { title: 'swing of the amplifier' }),
    startUpTime: num('s', 0.01, 'wanted', { title: 'start-up wanted' }),
    startRatio: num('', 1e6, 'final amplitude over the noise it starts from', { above: 1, title: 'growth until it has started' }),
    years: num('years', 0, 'of ageing', { min: 0, title: 'years' }),
    strayInput: num('F', 5e-12, 'pin and track to ground', { min: 0, title: 'stray at the input' }),
    strayOutput: num('F', 5e-12, 'pin and track to ground', { min: 0, title: 'stray at the output' }),
    strayAcross: num('F', 0, 'between the two tracks', { min: 0, title: 'stray across' }),
  },
  carried: {
    cutError: eitherWay('cut of the crystal', 'where in its tolerance the crystal was cut'),
    wander: eitherWay('wander over temperature', 'where in its stability it stands'),
    ageing: eitherWay('way it ages', 'which way it ages'),
  },
  parts: {
    C1: { type: 'capacitor', series: 'E12', tolerance: 0.05, doc: 'at the input of the amplifier; C0G' },
    C2: { type: 'capacitor', series: 'E12', tolerance: 0.05, doc: 'at its output; C0G' },
    R3: { type: 'resistor', series: 'E24', tolerance: 0.05, zero: true, default: 0, doc: 'in series with the output, against overdrive' },
    Y1: {
      type: 'device',
      doc: 'crystal',
      takes: 'crystal',
      params: {
        frequency: num('Hz', 16e6, 'it is marked with', { title: 'frequency' }),
        loadCapacitance: num('F', 1e-11, 'it is specified at'),
        shuntCapacitance: num('F', 3e-12, 'of its holder and electrodes', { min: 0, title: 'shunt capacitance' }),
        motionalCapacitance: num('F', 8e-15, 'of its mechanical resonance: how far a load can pull it', { title: 'motional capacitance' }),
        esr: num('ohm', 50),
        driveLevelMaximum: num('W', 1e-4, 'it stands', { title: 'drive, at most' }),
        initialTolerance: num('ppm', 20, 'as cut, at 25 °C', { min: 0, title: 'tolerance as cut' }),
        temperatureStability: num('ppm', 20, 'over its temperature range, beside a parabola', { min: 0, title: 'stability over temperature' }),
        aging: num('ppm/year', 3, 'most of it in the first year', { min: 0, title: 'ageing' }),
        parabolicCoefficient: num('ppm/K2', 0, 'of a tuning fork about 0.034', { min: 0, title: 'parabola of a fork' }),
        turnoverTemperature: num('degC', 25, 'where that has its top', { any: true, title: 'turning temperature' }),
      },
    },
    U1: {
      type: 'device',
      bought: false,
      doc: 'amplifier inside the controller',
      params: {
        transconductance: num('S', 0.01, 'small-signal, of the oscillator’s amplifier', { title: 'transconductance' }),
        maximumCriticalTransconductance: num('S', 0.001, 'that the data sheet guarantees to start', { title: 'largest critical transconductance' }),
        quiescentCurrent: num('A', 3e-4, 'of the oscillator', { min: 0 }),
      },
    },
  },
  outcomes: {
    loadCapacitance: { unit: 'F', title: 'load capacitance', doc: 'that the crystal sees' },
    pulling: { unit: 'ppm', title: 'pulling', doc: 'by a load other than specified' },
    pullSensitivity: { unit: 'ppm/pF', title: 'pull for a picofarad', doc: 'of load' },
    temperatureError: { unit: 'ppm', title: 'error of the parabola', doc: 'at this ambient' },
    frequencyErrorPpm: { unit: 'ppm', title: 'error of the frequency', doc: 'load, cut, temperature and ageing', inside: TURNS },
    secondsPerDay: { unit: 's', title: 'error a day', doc: 'what a clock that runs from it gains', inside: TURNS },
    frequency: { unit: 'Hz', title: 'frequency', doc: 'at the load, age and temperature it has', inside: TURNS },
    criticalTransconductance: { unit: 'S', title: 'critical transconductance', doc: 'that just keeps it going', inside: BENDS },
    gainMargin: { unit: '', title: 'gain margin', doc: 'amplification over what just keeps it going', inside: BENDS },
    negativeResistance: { unit: 'ohm', title: 'negative resistance', doc: 'of the amplifier network, its magnitude', inside: PEAKS },
    driveLevel: { unit: 'W', title: 'drive', doc: 'of the crystal', inside: BENDS },
    startUpTime: { unit: 's', title: 'start-up', inside: PEAKS },
    quiescentCurrent: { unit: 'A', title: 'quiescent current' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts, carried, ambient } = x;
    const { U1, Y1 } = parts;
    const n = network(x);
    const parabola = -Y1.parabolicCoefficient * (ambient - Y1.turnoverTemperature) ** 2;
    const error =
      n.pulling + parabola + carried.cutError * Y1.initialTolerance + carried.wander * Y1.temperatureStability + carried.ageing * Y1.aging * g.years;
    const spare = n.negative - Y1.esr - parts.R3.value;
    return {
      loadCapacitance: n.load,
      pulling: n.pulling,
      pullSensitivity: (-1e6 * Y1.motionalCapacitance * 1e-12) / (2 * (Y1.shuntCapacitance + n.load) ** 2),
      temperatureError: parabola,
      frequencyErrorPpm: error,
      secondsPerDay: 0.0864 * error,
      frequency: Y1.frequency * (1 + 1e-6 * error),
      criticalTransconductance: n.critical,
      gainMargin: (g.gainMethod === 'transconductance' ? U1.transconductance : U1.maximumCriticalTransconductance) / n.critical,
      negativeResistance: n.negative,
      driveLevel: n.drive,
      startUpTime: spare > 0 ? ((2 * n.motional) / spare) * Math.log(g.startRatio) : NO_START,
      quiescentCurrent: U1.quiescentCurrent,
    };
  },
  checks,
  mendFirst: ['gain-margin'],
  rails: { vcc: { role: 'consumes', fills: {}, draws: 'quiescentCurrent', gives: {} } },
  signals: { out: { role: 'out', fills: {}, down: (c) => ({ clock: c.pick('frequency'), sourceResistance: exactly(0) }) } },
  controller: {
    takes: {},
    uses: { input: { is: 'crystal', title: 'crystal, input' }, output: { is: 'crystal', title: 'crystal, output' } },
  },
  confirm: [
    { id: 'short-tracks', text: 'Crystal and capacitors stand beside the pins, over their own piece of ground, with no other track between or below.' },
    { id: 'probe', text: 'Nobody judges it by a probe at its pins: that adds its own capacitance. There is a buffered clock output to look at.' },
  ],
  cautions: [],
});

const NO_START = impossible('the amplifier does not overcome the crystal: it does not start');
