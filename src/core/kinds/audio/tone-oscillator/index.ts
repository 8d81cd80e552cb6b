import { impossible } from '../../../math/absent.ts';
import { ZERO_CELSIUS } from '../../../physics/constants.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Ingredients, SpreadLike } from '../../../stage/data.ts';
import { num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { cents, currentAt, driftAt, errorAt, frequencyAt, referenceCurrent, scaleAt, thermalVoltage } from './laws.ts';
import { size } from './sizing.ts';

const drifts = (value: number) => num('ppm/K', value, 'a modelled drift', { any: true, title: 'temperature coefficient' });
const largest = ({ low, high }: SpreadLike) => Math.max(Math.abs(low ?? 0), Math.abs(high ?? 0));

export const toneOscillator = defineKind({
  id: 'tone-oscillator',
  family: 'audio',
  group: 'Signal',
  title: 'Tone oscillator (1 V/octave)',
  aliases: ['VCO', 'voltage controlled oscillator', 'exponential converter', 'synthesizer oscillator', 'saw oscillator', 'voice'],
  purpose: 'A saw oscillator whose pitch doubles per volt and stays in tune over octaves and temperature.',
  given: {
    referenceFrequency: num('Hz', 65.4064, 'wanted at 0 V', { title: 'pitch at 0 V' }),
    octavesUp: num('octave', 5, 'tuned range above 0 V', { title: 'octaves up' }),
    octavesDown: num('octave', 2, 'tuned range below 0 V', { min: 0, title: 'octaves down' }),
    coarseRange: num('ratio', 0.3, 'error of the base pitch that the panel tuning takes up', { title: 'range of the panel tuning' }),
    tuneTemperature: num('degC', 25, 'at which the scale was trimmed', { any: true, title: 'trimmed at' }),
    maximumError: num('cent', 5, 'of tracking, over the range', { title: 'tracking error allowed' }),
    maximumDrift: num('cent', 20, 'of all notes', { title: 'drift allowed' }),
    maximumLogCurrent: num('A', 0.001, 'up to which the pair is used', { title: 'largest current of the pair' }),
    supplyVoltage: num('V', 12, 'of the positive rail'),
    negativeSupply: num('V', -12, 'of the negative rail', { any: true, title: 'negative supply' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E96', tolerance: 0.001, doc: 'control voltage into the summer' },
    R2: { type: 'resistor', series: 'E96', tolerance: 0.01, doc: 'feedback of the summer' },
    P1: { type: 'resistor', sold: 'trimmer', series: 'E3', tolerance: 0.1, doc: 'scale trimmer, in series with R2' },
    R3: { type: 'resistor', series: 'E96', tolerance: 0.01, doc: 'summer to the base' },
    R4: { type: 'resistor', series: 'E12', tolerance: 0.05, doc: 'base to ground, senses the temperature', params: { temperatureCoefficient: drifts(3300) } },
    R5: { type: 'resistor', series: 'E24', tolerance: 0.01, optional: true, doc: 'in series with C1, makes up for the reset time' },
    R6: { type: 'resistor', series: 'E96', tolerance: 0.01, doc: 'sets the reference current', params: { temperatureCoefficient: drifts(50) } },
    C1: { type: 'capacitor', series: 'E6', tolerance: 0.025, doc: 'timing: C0G or film', params: { temperatureCoefficient: drifts(30) } },
    Q1: {
      type: 'device',
      doc: 'matched pair',
      params: {
        bulkResistance: num('ohm', 1, 'emitter and base in effect', { min: 0, title: 'bulk resistance' }),
        offsetDrift: num('V/K', 1e-6, 'of the difference of their base-emitter voltages', { any: true, title: 'drift of the pair' }),
      },
    },
    U1: {
      type: 'device',
      doc: 'saw core with its reference',
      params: {
        referenceVoltage: num('V', 10, 'across R6', { title: 'reference voltage' }),
        sawAmplitude: num('V', 5, 'of the saw', { title: 'saw, peak to peak' }),
        resetTime: num('s', 5e-7, 'of the saw', { min: 0, title: 'reset time' }),
        leakage: num('A', 1e-10, 'taken from the timing current', { min: 0 }),
        quiescentCurrent: num('A', 0.006, 'from each rail', { min: 0 }),
      },
    },
  },
  outcomes: {
    octaveVoltage: { unit: 'V', title: 'an octave at the base', doc: 'kT/q·ln 2' },
    scaleLow: { unit: 'octave/V', title: 'scale, trimmer at its lower end', doc: 'at the temperature it is trimmed at' },
    scaleHigh: { unit: 'octave/V', title: 'scale, trimmer at its upper end', doc: 'at the temperature it is trimmed at' },
    trimPosition: { unit: 'ratio', title: 'place of the trimmer', doc: 'where a volt is an octave' },
    scaleDrift: { unit: 'ratio', title: 'drift of the scale', doc: 'at ambient' },
    scaleTempco: { unit: 'ppm/K', title: 'drift left', doc: 'after the sensing resistor' },
    temperatureError: { unit: 'cent', title: 'top note over temperature', doc: 'the base note tuned again' },
    baseFrequency: { unit: 'Hz', title: 'pitch at 0 V', doc: 'untuned' },
    baseError: { unit: 'ratio', title: 'error of the base pitch', doc: 'against the pitch wanted' },
    topCurrent: { unit: 'A', title: 'current of the top note', doc: 'of the pair' },
    errorTop: { unit: 'cent', title: 'top note', doc: 'reset time, bulk resistance, leakage' },
    errorBottom: { unit: 'cent', title: 'bottom note', doc: 'reset time, bulk resistance, leakage' },
    worstError: {
      unit: 'cent',
      title: 'worst tracking',
      doc: 'with temperature',
      derived: {
        made: ({ out }: Ingredients): SpreadLike => {
          const [top, bottom, warm, ratio] = [out('errorTop'), out('errorBottom'), out('temperatureError'), out('octaveRatio')];
          const gone = [top, bottom, warm].find((s) => s.absent)?.absent;
          if (top.nominal === null || bottom.nominal === null || warm.nominal === null)
            return { nominal: null, low: null, high: null, ...(gone ? { absent: gone } : {}) };
          const sum = (a: number, b: number, t: number) => Math.max(Math.abs(a), Math.abs(b)) + Math.abs(t) * (ratio.nominal ?? 1);
          const nominal = sum(top.nominal, bottom.nominal, warm.nominal);
          return { nominal, low: nominal, high: sum(largest(top), largest(bottom), largest(warm)) };
        },
      },
    },
    octaveRatio: { unit: '', title: 'octaves', doc: 'the larger side over those up', hidden: true },
    compensationResistance: { unit: 'ohm', title: 'R5 that makes up', doc: 'for reset time and bulk resistance at high notes' },
    pitchDrift: { unit: 'cent', title: 'drift of all notes', doc: 'at ambient' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'of each rail' },
    outputAmplitude: { unit: 'V', title: 'saw, peak', doc: 'half of it from end to end' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts: p, ambient } = x;
    const t0 = g.tuneTemperature;
    const vt = thermalVoltage(t0);
    const [low, high] = [scaleAt(x, 0, t0), scaleAt(x, 1, t0)];
    const base = frequencyAt(x, referenceCurrent(x));
    const off = (octaves: number) => {
      const value = errorAt(x, octaves);
      return Number.isFinite(value) ? value : NO_NOTE;
    };
    const d = ambient - t0;
    const tc = 1e-6 * p.R4.temperatureCoefficient;
    const sensing = p.R4.value * (1 + tc * (t0 - 25));
    const drift = driftAt(x, ambient);
    const parts = (1 + 1e-6 * p.C1.temperatureCoefficient * d) * (1 + 1e-6 * p.R6.temperatureCoefficient * d);
    return {
      octaveVoltage: vt * Math.LN2,
      scaleLow: low,
      scaleHigh: high,
      trimPosition: (1 - low) / (high - low),
      scaleDrift: drift,
      scaleTempco: 1e6 * (((tc / (1 + tc * (t0 - 25))) * p.R3.value) / (p.R3.value + sensing) - 1 / (t0 + ZERO_CELSIUS)),
      temperatureError: 1200 * g.octavesUp * drift,
      baseFrequency: Number.isFinite(base) ? base : NO_NOTE,
      baseError: Number.isFinite(base) ? base / g.referenceFrequency - 1 : NO_NOTE,
      topCurrent: currentAt(x, g.octavesUp),
      errorTop: off(g.octavesUp),
      errorBottom: off(-g.octavesDown),
      octaveRatio: Math.max(1, g.octavesDown / g.octavesUp),
      compensationResistance: p.U1.resetTime / p.C1.value + (p.U1.sawAmplitude * p.Q1.bulkResistance) / vt,
      pitchDrift: parts > 0 ? -cents(parts) + ((1200 / Math.LN2) * p.Q1.offsetDrift * d) / thermalVoltage(ambient) : NO_NOTE,
      supplyCurrent: p.U1.quiescentCurrent,
      outputAmplitude: p.U1.sawAmplitude / 2,
    };
  },
  checks,
  rails: {
    vp: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, draws: 'supplyCurrent', gives: {} },
    vn: { role: 'consumes', signed: true, fills: { voltage: 'negativeSupply' }, draws: 'supplyCurrent', gives: {} },
  },
  signals: {
    cv: { role: 'in', fills: {}, back: { loadResistance: (c) => c.range('R1.value') } },
    out: { role: 'out', fills: {}, down: (c) => ({ dc: exactly(0), amplitude: c.pick('outputAmplitude'), sourceResistance: exactly(100), gain: 1 }) },
  },
  heat: (x, o) => ({ oscillator: Math.max(0, x.given.supplyVoltage - x.given.negativeSupply) * (o.supplyCurrent ?? 0) }),
  confirm: [{ id: 'sensing', text: 'The sensing resistor touches the pair, and both are out of the draught.' }],
  cautions: ['Check the keying of the rail connector before power: a reversed bus cable kills modules.'],
});

const NO_NOTE = impossible('the core does not run at this current');
