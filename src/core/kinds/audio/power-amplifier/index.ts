import { impossible, none } from '../../../math/absent.ts';
import { fromDb, toDb } from '../../../physics/network.ts';
import { exactly, lesser, scaleRange } from '../../../quantity/uncertain.ts';
import { DRAWS, heatOnBoard, PROGRAMME } from '../../../models/power-output.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { AnyInputs, Given } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { size } from './sizing.ts';

const single = (g: Given) => g.topology === 'single';
const resistor = { type: 'resistor', series: 'E24', tolerance: 0.01 } as const;
const capacitor = { type: 'capacitor', series: 'E6', tolerance: 0.2 } as const;

/** The supply as it sags: largest clean sine at its trough, and what is drawn for it. */
export function drive({ given: g, parts }: AnyInputs) {
  const { U1, C3 } = parts;
  const bridged = g.topology === 'bridged';
  const share = single(g) ? 0.5 : 1;
  const outputs = bridged ? 2 : 1;
  const mean = bridged ? 2 / Math.PI : 1 / Math.PI;
  const zs = g.supplyResistance + (C3.value ? 1 / (2 * g.rippleFrequency * C3.value) : 0);
  const ripple = C3.value ? 0 : g.inputRipple;
  // The sine that just does not clip where the trough of the sagging rail meets its peak. // [class-B supply with full-wave charging]
  const peak =
    (share * (g.supplyVoltage - U1.quiescentCurrent * zs - ripple / 2) - outputs * U1.saturationVoltage) /
    (1 + (share * mean * zs + outputs * U1.saturationResistance) / g.loadResistance);
  const half = share * g.supplyVoltage;
  const span = g.topology === 'split' ? 2 * g.supplyVoltage : g.supplyVoltage;
  return { peak, mean, half, span, outputs, current: (volts: number) => (mean * volts) / g.loadResistance + U1.quiescentCurrent };
}

/** Heat at an output peak, W, with the rails at their no-load value: cautious. // [class-B dissipation integral] */
export function heatAt({ given: g, parts }: AnyInputs, d: { half: number; span: number }, volts: number): number {
  const cos = Math.cos((g.loadAngle * Math.PI) / 180);
  return (2 * d.half * volts) / (Math.PI * g.minimumImpedance) - (volts ** 2 * cos) / (2 * g.minimumImpedance) + parts.U1.quiescentCurrent * d.span;
}

/** The output peak at which it gets hottest. */
export const hottest = ({ given: g }: AnyInputs, d: { half: number; peak: number }): number =>
  Math.min((2 * d.half) / (Math.PI * Math.cos((g.loadAngle * Math.PI) / 180)), d.peak);

export const powerAmplifier = defineKind({
  id: 'power-amplifier',
  family: 'audio',
  group: 'Signal',
  title: 'Power amplifier (class AB)',
  aliases: ['audio amplifier', 'class AB', 'chip amplifier', 'loudspeaker amplifier', 'bridged amplifier', 'push-pull output', 'servo amplifier', 'make loud'],
  purpose: 'Drives a loudspeaker or coil; the real rail decides the power, the worst sine and the load’s angle decide the heatsink.',
  given: {
    topology: choice(
      ['split', 'single', 'bridged'],
      'single',
      'split: two rails; single: one rail and an output capacitor; bridged: two amplifiers on one rail',
      'circuit',
    ),
    supplyVoltage: num('V', 12, 'mean rail at no load; of each rail where there are two', { title: 'supply' }),
    supplyResistance: num('ohm', 0.1, 'of the supply, each rail', { min: 0, title: 'resistance of the supply' }),
    inputRipple: num('V', 0.1, 'at full load, peak to peak; not used with a reservoir of its own', { min: 0 }),
    rippleFrequency: num('Hz', 100, 'of the rail'),
    loadResistance: { ...num('ohm', 8, 'nominal'), open: true },
    minimumImpedance: num('ohm', 6.4, 'lowest magnitude of the load', { title: 'least impedance of the load' }),
    loadAngle: num('deg', 45, 'phase angle there', { min: 0, max: 80, title: 'angle of the load there' }),
    outputPower: num('W', 1, 'into the load', { title: 'power wanted' }),
    gain: num('', 20, 'of the whole amplifier', { title: 'gain wanted' }),
    gainTolerance: num('ratio', 0.05, 'allowed', { title: 'gain error allowed' }),
    inputAmplitude: num('V', 0.15, 'at the input', { level: 'peak', min: 0, title: 'signal, peak' }),
    lowestFrequency: num('Hz', 40, 'to be passed', { title: 'lowest frequency' }),
    highestFrequency: num('Hz', 20000, 'to be passed at full swing', { title: 'highest frequency' }),
    dissipationBasis: choice(['worst-sine', 'eighth-power'], 'worst-sine', 'what the heatsink is sized for', 'heatsink for'),
    sinkToAmbient: num('K/W', 10, 'of the heatsink'),
    caseToSink: num('K/W', 0.5, 'washer and compound', { min: 0 }),
    maximumOutputRipple: num('V', 0.01, 'hum allowed, peak to peak'),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: { ...resistor, doc: 'gain resistor to the reference' },
    R2: { ...resistor, doc: 'feedback' },
    C1: { ...capacitor, doc: 'output capacitor of a single rail', needed: single },
    C2: { ...capacitor, optional: true, doc: 'in series with R1' },
    C3: { ...capacitor, optional: true, doc: 'reservoir of each rail, where it is this board’s' },
    U1: {
      type: 'device',
      doc: 'power amplifier',
      params: {
        saturationVoltage: num('V', 1.5, 'lost to the rail by each output at small current', { min: 0, title: 'lost to the rail' }),
        saturationResistance: num('ohm', 0.3, 'lost more with current', { min: 0, title: 'lost to the rail with current' }),
        quiescentCurrent: num('A', 0.02, 'of the whole amplifier', { min: 0 }),
        slewRate: num('V/s', 8e6, 'fastest change of an output', { title: 'slew rate' }),
        gainBandwidth: num('Hz', 3e6, 'of the amplifier'),
        rippleRejection: num('dB', 50, 'ripple of the rail to the output', { min: 0 }),
        currentLimit: num('A', 3),
        supplyMaximum: num('V', 28, 'largest span between its rails', { title: 'largest supply' }),
        junctionToCase: num('K/W', 3),
        maximumJunction: num('degC', 150, undefined, { any: true }),
      },
    },
  },
  outcomes: {
    outputPeak: { unit: 'V', title: 'largest clean peak', doc: 'at the load' },
    outputPower: { unit: 'W', title: 'power', doc: 'of a sine into the load' },
    railTrough: { unit: 'V', title: 'trough of the rail', doc: 'lowest instant at full power' },
    outputRippleRail: { unit: 'V', title: 'ripple of the rail', doc: 'at full power, peak to peak' },
    gain: { unit: '', title: 'gain', doc: 'of the whole amplifier' },
    gainError: { unit: 'ratio', title: 'gain error', doc: 'against the gain wanted' },
    inputSensitivity: { unit: 'V', title: 'input for full power', doc: 'rms' },
    clipMargin: { unit: 'dB', title: 'left to clipping', doc: 'of the signal at the input' },
    worstDissipation: { unit: 'W', title: 'heat of the worst sine', doc: 'with the load’s angle' },
    eighthDissipation: { unit: 'W', title: 'heat at an eighth of the power', doc: 'as music makes it' },
    dcDissipation: { unit: 'W', title: 'heat of DC at half swing', doc: 'or of a very slow signal' },
    dissipation: { unit: 'W', title: 'heat', doc: 'what the heatsink is judged by' },
    sinkNeeded: { unit: 'K/W', title: 'heatsink needed', doc: 'the largest that holds; below zero none will do' },
    sinkTemperature: { unit: 'degC', title: 'heatsink', doc: 'its temperature' },
    junctionTemperature: { unit: 'degC', title: 'junction', doc: 'of the amplifier' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'average of each rail at full power' },
    programmeCurrent: { unit: 'A', title: 'supply current of a programme', doc: 'a third of full power, each rail' },
    idleCurrent: { unit: 'A', title: 'supply current at rest', doc: 'quiescent' },
    supplyPeakCurrent: { unit: 'A', title: 'peak supply current', doc: 'of each rail' },
    inputPower: { unit: 'W', title: 'power from the supply', doc: 'at full power' },
    efficiency: { unit: 'ratio', title: 'efficiency', doc: 'at full power' },
    peakCurrent: { unit: 'A', title: 'peak current', doc: 'into the least impedance' },
    fullPowerBandwidth: { unit: 'Hz', title: 'fastest at full swing', doc: 'where the slew rate ends it' },
    bandwidth: { unit: 'Hz', title: 'bandwidth', doc: 'of small signals' },
    outputCutoff: { unit: 'Hz', title: 'low cutoff of C1', doc: 'with the load' },
    gainLegCutoff: { unit: 'Hz', title: 'low cutoff of C2', doc: 'with R1' },
    outputRipple: { unit: 'V', title: 'hum', doc: 'at the load, peak to peak' },
    supplySpan: { unit: 'V', title: 'supply span', doc: 'in all' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts, ambient } = x;
    const { R1, R2, C1, C2, C3, U1 } = parts;
    const d = drive(x);
    const gain = (1 + R2.value / R1.value) * d.outputs;
    const clean = d.peak > 0;
    const of = (value: number) => (clean ? value : NOTHING_LEFT);
    const peak = Math.max(d.peak, 0);
    const supply = d.current(peak);
    const rail = C3.value ? supply / (g.rippleFrequency * C3.value) : g.inputRipple;
    const worst = heatAt(x, d, hottest(x, { half: d.half, peak }));
    const eighth = heatAt(x, d, peak / Math.sqrt(8));
    const dissipation = g.dissipationBasis === 'worst-sine' ? worst : eighth;
    const sink = ambient + dissipation * g.sinkToAmbient;
    const power = peak ** 2 / (2 * g.loadResistance);
    const input = supply * (g.supplyVoltage - supply * g.supplyResistance) * (g.topology === 'split' ? 2 : 1);
    return {
      outputPeak: of(peak),
      outputPower: of(power),
      railTrough: of(g.supplyVoltage - supply * g.supplyResistance - rail / 2),
      outputRippleRail: of(rail),
      gain,
      gainError: gain / g.gain - 1,
      inputSensitivity: of(peak / gain / Math.SQRT2),
      clipMargin: g.inputAmplitude > 0 ? of(toDb(peak / (gain * g.inputAmplitude))) : NO_SIGNAL,
      worstDissipation: of(worst),
      eighthDissipation: of(eighth),
      dcDissipation: d.half ** 2 / (4 * g.minimumImpedance) + U1.quiescentCurrent * d.span,
      dissipation: of(dissipation),
      sinkNeeded: of((U1.maximumJunction - ambient) / dissipation - U1.junctionToCase - g.caseToSink),
      sinkTemperature: of(sink),
      junctionTemperature: of(sink + dissipation * (U1.junctionToCase + g.caseToSink)),
      supplyCurrent: of(supply),
      programmeCurrent: of(d.current(peak * Math.sqrt(PROGRAMME))),
      idleCurrent: U1.quiescentCurrent,
      supplyPeakCurrent: of(peak / g.loadResistance + U1.quiescentCurrent),
      inputPower: of(input),
      efficiency: of(power / input),
      peakCurrent: of(peak / g.minimumImpedance),
      fullPowerBandwidth: of(U1.slewRate / ((2 * Math.PI * peak) / d.outputs)),
      bandwidth: U1.gainBandwidth / (1 + R2.value / R1.value),
      outputCutoff: C1.value ? 1 / (2 * Math.PI * g.loadResistance * C1.value) : NO_CAPACITOR,
      gainLegCutoff: C2.value ? 1 / (2 * Math.PI * R1.value * C2.value) : NO_CAPACITOR,
      outputRipple: of(rail * fromDb(-U1.rippleRejection)),
      supplySpan: d.span,
    };
  },
  checks,
  mendFirst: ['power'],
  rails: {
    vp: {
      role: 'consumes',
      fills: { voltage: 'supplyVoltage', ripple: 'inputRipple', rippleFrequency: 'rippleFrequency', impedance: 'supplyResistance' },
      draws: DRAWS,
      gives: {
        absoluteMaximum: (c) => scaleRange(c.must('U1.supplyMaximum'), c.x.given.topology === 'split' ? 0.5 : 1),
        surge: 'supplyPeakCurrent',
      },
    },
    vn: {
      role: 'consumes',
      optional: (g) => g.topology !== 'split',
      fills: {},
      draws: DRAWS,
      gives: {},
    },
  },
  signals: {
    in: { role: 'in', ends: { heard: true }, fills: { amplitude: 'inputAmplitude' } },
    out: {
      role: 'out',
      fills: { loadResistance: 'loadResistance' },
      down: (c, { in: incoming }) => {
        const gain = c.pick('gain')!;
        const clean = c.pick('outputPeak');
        const wanted = scaleRange(c.must('inputAmplitude'), gain.nominal);
        const peak = clean && {
          nominal: Math.min(clean.nominal, wanted.nominal),
          low: Math.min(clean.low, wanted.low),
          high: Math.min(clean.high, wanted.high),
        };
        return {
          dc: exactly(0),
          amplitude: peak,
          clips: clean,
          sourceResistance: exactly(0),
          noise: incoming?.noise ? scaleRange(incoming.noise, gain.nominal) : null,
          noiseBandwidth: lesser(scaleRange(c.pick('bandwidth')!, Math.PI / 2), incoming?.noiseBandwidth ?? null),
          bandwidth: lesser(c.pick('bandwidth'), incoming?.bandwidth ?? null),
          ripple: c.pick('outputRipple') ?? exactly(0),
          rippleFrequency: c.range('rippleFrequency')?.nominal ?? null,
          gain: (incoming?.gain ?? 1) * gain.nominal,
        };
      },
      attenuation: { in: (x, _env, f) => 10 * Math.log10(1 + ((f * (1 + x.parts.R2.value / x.parts.R1.value)) / x.parts.U1.gainBandwidth) ** 2) },
    },
  },
  warm: [
    {
      part: 'U1',
      check: 'junction-temperature',
      dissipation: 'dissipation',
      junction: 'junctionTemperature',
      limit: 'U1.maximumJunction',
      junctionToCase: 'U1.junctionToCase',
      caseToSink: 'caseToSink',
      sink: 'sinkToAmbient',
    },
  ],
  heat: heatOnBoard,
  confirm: [{ id: 'dummy', text: 'First power-up is with a resistor as load and resistors in the rails, no loudspeaker connected.' }],
  cautions: ['A dummy load at full power burns; reservoirs stay charged. Start with the loudspeaker disconnected; loud sound harms hearing.'],
});

const NOTHING_LEFT = impossible('the rail leaves nothing for the signal');
const NO_SIGNAL = none('there is no signal');
const NO_CAPACITOR = none('there is no such capacitor');
