import type { Judged } from '../../stage/judged.ts';
import { isAbsent, none, standing, type Absent, type Value } from '../../math/absent.ts';
import { converterAt, boundary, leastInput, rightHalfPlaneZero, type Converter, type Point } from '../../physics/converter.ts';
import { STATE_DRAWS, STATE_LOADS, type Given, type StateId } from '../../stage/contract.ts';
import { choice, num, orNone } from '../../stage/fields.ts';
import type { AnyInputs } from '../../stage/judged.ts';

/** Fields, parts and results that the switching converters have in common. Each kind adds its own and says what differs. */

const capacitorParams = {
  esr: num('ohm', 0.005, undefined, { min: 0 }),
  esl: num('H', 1e-9, undefined, { min: 0 }),
  biasRetention: num('ratio', 1, 'share of value left at the working voltage', { above: 0, max: 1 }),
  voltageRating: num('V', null),
  rippleCurrentRating: num('A', null, 'rms'),
};
export const converterCapacitor = <const D extends string>(doc: D) =>
  ({ type: 'capacitor', series: 'E6', tolerance: 0.2, doc, params: capacitorParams }) as const;
export const converterInductor = <const D extends string>(doc: D) =>
  ({
    type: 'inductor',
    series: 'E6',
    tolerance: 0.2,
    takes: 'inductor',
    doc,
    params: {
      dcr: num('ohm', 0.05, undefined, { min: 0 }),
      saturationCurrent: num('A', null),
      currentRating: num('A', null, 'rms or mean, heating'),
      rollOff: num('ratio', 0.2, 'share of L lost at saturationCurrent', { min: 0, max: 1 }),
      coreLoss: num('W', 0, 'at the reference point', { min: 0 }),
      coreReferenceFrequency: num('Hz', 5e5),
      coreReferenceRipple: num('A', 0.3, 'peak to peak'),
      coreFrequencyExponent: num('ratio', 1.5),
      coreRippleExponent: num('ratio', 2.3),
    },
  }) as const;
export const converterDiode = <const D extends string>(doc: D) =>
  ({
    type: 'device',
    takes: 'diode',
    bought: (g: Given) => g.rectifier === 'diode',
    doc,
    params: {
      forwardVoltage: num('V', 0.4, undefined, { min: 0 }),
      seriesResistance: num('ohm', 0.05, undefined, { min: 0 }),
      recoveryCharge: num('C', 0, 'recovered or capacitive', { min: 0 }),
      voltageRating: orNone('V', 40),
      currentRating: orNone('A', 3, 'rms or mean, heating'),
      junctionToAmbient: num('K/W', 80),
      maximumJunction: num('degC', 125, undefined, { any: true }),
    },
  }) as const;
export const feedbackTop = <const D extends string>(doc: D) => ({ type: 'resistor', series: 'E96', tolerance: 0.01, doc }) as const;
export const feedbackBottom = <const D extends string>(doc: D) => ({ type: 'resistor', series: 'E24', tolerance: 0.01, doc }) as const;

export const controllerParams = {
  referenceVoltage: num('V', { nominal: 0.8, tolerance: 0.015 }),
  feedbackBiasCurrent: num('A', 0, 'into the feedback pin', { min: 0 }),
  highSideResistance: num('ohm', 0.1, 'at 25 °C', { min: 0 }),
  lowSideResistance: num('ohm', 0.06, 'at 25 °C', { min: 0 }),
  resistanceTempco: num('ppm/K', 4000, undefined, { any: true }),
  switchRiseTime: num('s', 1e-8, 'turn-on overlap', { min: 0 }),
  switchFallTime: num('s', 1e-8, 'turn-off overlap', { min: 0 }),
  switchCapacitance: num('F', 1e-10, undefined, { min: 0 }),
  gateCharge: num('C', 5e-9, 'both switches', { min: 0 }),
  bodyDiodeVoltage: num('V', 0.8, undefined, { min: 0 }),
  deadTime: num('s', 4e-8, 'both edges together', { min: 0 }),
  quiescentCurrent: num('A', 0.001, undefined, { min: 0 }),
  skipQuiescentCurrent: num('A', 3e-5, 'while pulse-skipping', { min: 0 }),
  skipPeakCurrent: num('A', 0.3, 'least pulse', { min: 0 }),
  minimumOnTime: num('s', 1e-7, undefined, { min: 0 }),
  junctionToAmbient: num('K/W', 50),
  maximumJunction: num('degC', 125, undefined, { any: true }),
};

const stateLoad = (state: string) => num('A', null, `load ${state}`, { min: 0 });

export const converterGiven = {
  switchingFrequency: num('Hz', 5e5, 'with its tolerance'),
  lightLoadMode: choice(
    ['forced-continuous', 'discontinuous', 'pulse-skip'],
    'discontinuous',
    'synchronous only. forced-continuous lets current reverse; discontinuous turns off at zero; pulse-skip keeps a least pulse and lowers the frequency',
  ),
  rippleRatio: num('ratio', 0.3, 'wanted inductor ripple over load (buck) or over mean inductor current, for sizing'),
  outputTolerance: num('ratio', 0.05, 'allowed deviation'),
  lightLoadCurrent: num('A', 0.01, 'light load for light efficiency and ripple', { min: 0 }),
  loadCurrentAsleep: stateLoad('asleep'),
  loadCurrentIdle: stateLoad('idle'),
  loadCurrentTypical: stateLoad('typical'),
  loadCurrentPeak: stateLoad('at peak'),
  outputRippleLimit: num('V', 0.03, 'peak to peak'),
  reflectedRippleLimit: num('V', 0.2, 'peak to peak, on the input capacitor'),
  loadStep: num('A', 0, 'sudden load change, 0 for none', { min: 0 }),
  crossoverFrequency: num('Hz', null, 'of the voltage loop; null takes the largest sensible one'),
  efficiencyMinimum: num('ratio', 0, 'at loadCurrent', { min: 0, max: 1 }),
  ambient: num('degC', null, 'from the board', { any: true }),
};

/** What a rail behind or before brings beyond the catalogue's fields. */
export const converterCarried = {
  inputTrough: num('V', null, 'least of the rail before, at its ripple’s trough'),
  minimumVoltage: num('V', null, 'what the consumers need', { any: true }),
  maximumVoltage: num('V', null, 'what the consumers stand', { any: true }),
};

const inputRange = ['given.inputVoltage'];
/** The output's own spread turns round what depends on the duty as the input does. */
const bothRanges = [...inputRange, 'parts.U1.referenceVoltage'];
/** One hump or two over the range. */
const HUMPS = 17;
/** An outcome of full load that may turn round inside the input range: sampled there. */
const turning = (value: (p: Point, x: AnyInputs) => Value, point: (x: AnyInputs) => Point | Absent, inputs: readonly string[] = inputRange) => ({
  inputs,
  samples: HUMPS,
  value: (x: AnyInputs) => {
    const p = point(x);
    return isAbsent(p) ? p : value(p, x);
  },
});

/** Outcomes all three have; `point` gives the full load of inputs, `edge` the boundary of continuous conduction. */
export const converterOutcomes = (point: (x: AnyInputs) => Point | Absent, edge: (x: AnyInputs) => Value) =>
  ({
    outputVoltage: { unit: 'V', title: 'output voltage', doc: 'from the divider; null when the stage cannot regulate here' },
    dutyCycle: { unit: 'ratio', title: 'duty cycle', doc: 'of the switch at loadCurrent' },
    onTime: { unit: 's', title: 'on-time' },
    rippleCurrent: { unit: 'A', title: 'inductor ripple', doc: 'peak to peak', inside: turning((p) => p.ripple, point) },
    rippleRatio: { unit: 'ratio', title: 'ripple over mean current', inside: turning((p) => p.ripple / p.mean, point, bothRanges) },
    boundaryCurrent: { unit: 'A', title: 'boundary of continuous conduction', inside: { inputs: bothRanges, samples: HUMPS, value: edge } },
    peakCurrent: { unit: 'A', title: 'peak current', doc: 'inductor and switch' },
    rmsCurrent: { unit: 'A', title: 'rms current of the inductor' },
    inputCapacitorRms: { unit: 'A', title: 'rms current of CIN', inside: turning((p) => p.inputRms, point) },
    outputCapacitorRms: { unit: 'A', title: 'rms current of COUT' },
    outputRipple: { unit: 'V', title: 'output ripple', doc: 'peak to peak, combined exactly in time', inside: turning((p) => p.outputRipple, point) },
    rippleFrequency: { unit: 'Hz', title: 'ripple frequency', doc: 'lower while pulse-skipping' },
    reflectedRipple: { unit: 'V', title: 'ripple on the input', doc: 'peak to peak on CIN from this stage', inside: turning((p) => p.inputRipple, point) },
    efficiency: { unit: 'ratio', title: 'efficiency' },
    inputCurrent: { unit: 'A', title: 'input current', doc: 'mean, at loadCurrent' },
    inputCurrentAsleep: { unit: 'A', title: 'input current asleep' },
    inputCurrentIdle: { unit: 'A', title: 'input current idle' },
    inputCurrentTypical: { unit: 'A', title: 'input current typical' },
    inputCurrentPeak: { unit: 'A', title: 'input current at peak' },
    dissipation: { unit: 'W', title: 'heat of U1' },
    diodeDissipation: { unit: 'W', title: 'heat of D1' },
    inductorDissipation: { unit: 'W', title: 'heat of L1', doc: 'DCR and core' },
    totalDissipation: { unit: 'W', title: 'all losses' },
    junctionTemperature: { unit: 'degC', title: 'junction of U1' },
    diodeTemperature: { unit: 'degC', title: 'junction of D1' },
    maximumLoadCurrent: { unit: 'A', title: 'load at the current limit' },
    loadStepDroop: { unit: 'V', title: 'dip at a load step', doc: 'estimate of the first dip' },
    lightEfficiency: { unit: 'ratio', title: 'efficiency at light load' },
    lightRipple: { unit: 'V', title: 'ripple at light load' },
    lightFrequency: { unit: 'Hz', title: 'pulses at light load' },
    lightPeakCurrent: { unit: 'A', title: 'peak current at light load' },
  }) as const;

/** The converter of inputs as they stand. */
export function converterOf(x: AnyInputs, topology: Converter['topology'], output: number, divider: number): Converter {
  const { given: g, parts } = x;
  const { U1, L1, CIN, COUT, D1 } = parts;
  const reservoir = (c: { value: number; biasRetention: number; esr: number; esl: number }) => ({ farads: c.value * c.biasRetention, esr: c.esr, esl: c.esl });
  const lowIsMain = topology === 'boost';
  return {
    topology,
    source: g.inputVoltage,
    sourceResistance: g.sourceResistance ?? 0,
    output,
    divider,
    frequency: g.switchingFrequency,
    synchronous: g.rectifier === 'synchronous',
    mode: g.lightLoadMode,
    ambient: x.ambient,
    standsOnOutput: g.controllerReference === 'output',
    maximumDuty: U1.maximumDuty ?? 1,
    switches: {
      main: lowIsMain ? U1.lowSideResistance : U1.highSideResistance,
      rectifier: lowIsMain ? U1.highSideResistance : U1.lowSideResistance,
      tempco: U1.resistanceTempco,
      rise: U1.switchRiseTime,
      fall: U1.switchFallTime,
      capacitance: U1.switchCapacitance,
      gateCharge: U1.gateCharge,
      bodyDiode: U1.bodyDiodeVoltage,
      deadTime: U1.deadTime,
      quiescent: U1.quiescentCurrent,
      skipQuiescent: U1.skipQuiescentCurrent,
      skipPeak: U1.skipPeakCurrent,
      minimumOffTime: U1.minimumOffTime ?? 0,
      junctionToAmbient: U1.junctionToAmbient,
    },
    inductor: {
      henries: L1.value,
      dcr: L1.dcr,
      saturation: L1.saturationCurrent,
      rollOff: L1.rollOff,
      coreLoss: L1.coreLoss,
      coreFrequency: L1.coreReferenceFrequency,
      coreRipple: L1.coreReferenceRipple,
      frequencyExponent: L1.coreFrequencyExponent,
      rippleExponent: L1.coreRippleExponent,
    },
    input: reservoir(CIN),
    output0: reservoir(COUT),
    diode: { forward: D1.forwardVoltage, resistance: D1.seriesResistance, recovery: D1.recoveryCharge, junctionToAmbient: D1.junctionToAmbient },
  };
}

/** Full load of a converter, held to the largest duty it can make. */
export function fullLoad(c: Converter, load: number, tooMuch: Absent): Point | Absent {
  const p = converterAt(c, load);
  return !isAbsent(p) && p.duty > c.maximumDuty ? tooMuch : p;
}

const SYNCHRONOUS = none('there is no diode');
const NO_STATE = none('no load is stated for it');

/** Results at the full load, at a light one, and the input current in each state. */
/**
 * What a converter out of regulation draws. A buck in dropout: about the power that it draws at the lowest input that
 * regulates. A boost: what its load takes, which comes through its rectifier.
 */
function outOfRegulation(c: Converter | Absent, load: number, why: Absent): Value {
  if (isAbsent(c) || c.topology === 'inverting' || c.source <= 0) return why;
  if (c.topology === 'boost') return standing(why, load);
  // Cold resistances say a little less than the settled ones, so a little above.
  const edge = converterAt({ ...c, source: Math.max(leastInput(c, load, null) * 1.02, c.source) }, load, false);
  return isAbsent(edge) ? why : standing(why, (edge.inputCurrent * edge.vin) / c.source);
}

export function converterResults(x: AnyInputs, c: Converter | Absent, full: Point | Absent) {
  const g = x.given;
  const at = (f: (p: Point, c: Converter) => Value): Value => (isAbsent(full) ? full : f(full, c as Converter));
  const light = isAbsent(c) ? c : converterAt(c, g.lightLoadCurrent);
  const dim = (f: (p: Point) => Value): Value => (isAbsent(light) ? light : f(light));
  const state = (load: number | null): Value => {
    if (load === null) return NO_STATE;
    const p = isAbsent(c) ? c : converterAt(c, load, false);
    return isAbsent(p) ? outOfRegulation(c, load, p) : p.inputCurrent;
  };
  const diode = (f: (p: Point, c: Converter) => Value): Value => (g.rectifier === 'synchronous' ? SYNCHRONOUS : at(f));
  const power = (p: Point, load: number, k: Converter) => (k.output * load) / (k.output * load + p.heat);
  return {
    dutyCycle: at((p) => p.duty),
    onTime: at((p) => p.onTime),
    rippleCurrent: at((p) => p.ripple),
    rippleRatio: at((p) => p.ripple / p.mean),
    boundaryCurrent: at((p, k) => boundary(k, p.vin) ?? NO_STATE),
    peakCurrent: at((p) => p.peak),
    rmsCurrent: at((p) => p.rms),
    inputCapacitorRms: at((p) => p.inputRms),
    outputCapacitorRms: at((p) => p.outputRms),
    outputRipple: at((p) => p.outputRipple),
    rippleFrequency: at((p) => p.rate),
    reflectedRipple: at((p) => p.inputRipple),
    efficiency: at((p, k) => power(p, g.loadCurrent, k)),
    inputCurrent: at((p) => p.inputCurrent),
    inputCurrentAsleep: state(g.loadCurrentAsleep),
    inputCurrentIdle: state(g.loadCurrentIdle),
    inputCurrentTypical: state(g.loadCurrentTypical),
    inputCurrentPeak: state(g.loadCurrentPeak),
    dissipation: at((p) => p.controller),
    diodeDissipation: diode((p) => p.diodeHeat),
    inductorDissipation: at((p) => p.inductorHeat),
    totalDissipation: at((p) => p.heat),
    junctionTemperature: at((p) => p.junction),
    diodeTemperature: diode((p, k) => k.ambient + k.diode.junctionToAmbient * p.diodeHeat),
    loadStepDroop: at((p, k) => g.loadStep * Math.hypot(k.output0.esr, 1 / (2 * Math.PI * (g.crossoverFrequency ?? crossoverOf(k, p)) * k.output0.farads))),
    lightEfficiency: dim((p) => (g.lightLoadCurrent > 0 ? power(p, g.lightLoadCurrent, c as Converter) : 0)),
    lightRipple: dim((p) => p.outputRipple),
    lightFrequency: dim((p) => p.rate),
    lightPeakCurrent: dim((p) => p.peak),
  };
}

/** Largest sensible crossover of the voltage loop, Hz: a tenth of the frequency, a quarter of a right-half-plane zero. */
export const crossoverOf = (c: Converter, p: Point): number =>
  c.topology === 'buck' || !p.continuous ? c.frequency / 10 : Math.min(c.frequency / 10, rightHalfPlaneZero(c, p) / 4);

/** All heat in a state: what goes in less what comes out. */
export const converterHeat = (x: AnyInputs, o: Record<string, number>, state: StateId): Record<string, number> => {
  const load = x.given[STATE_LOADS[state]] as number | null;
  const drawn = o[STATE_DRAWS[state]];
  if (load === null || drawn === undefined) return { converter: x.given.loadCurrentTypical === null ? (o.totalDissipation ?? 0) : 0 };
  return { converter: x.given.inputVoltage * drawn - Math.abs(o.outputVoltage ?? 0) * load };
};

const PULSED = none('the current starts from zero in every period');

/** Outcomes of a converter whose inductor feeds the output only while the switch is off. */
export const steppingOutcomes = {
  terminalVoltage: { unit: 'V', title: 'at the input pins', doc: 'after sourceResistance' },
  outputSpike: { unit: 'V', title: 'spike at the rectifier edge', doc: 'ESL step, apart from the ripple' },
  rightHalfPlaneZero: { unit: 'Hz', title: 'right-half-plane zero' },
  maximumCrossover: { unit: 'Hz', title: 'largest crossover' },
  switchVoltage: { unit: 'V', title: 'stress on the switch' },
} as const;

export function steppingResults(x: AnyInputs, c: Converter, full: Point | Absent) {
  const { U1, COUT } = x.parts;
  const at = (f: (p: Point) => Value): Value => (isAbsent(full) ? full : f(full));
  return {
    maximumLoadCurrent: at((p) => (p.continuous ? (U1.currentLimit - p.ripple / 2) * (1 - p.duty) - c.output / c.divider : PULSED)),
    terminalVoltage: at((p) => p.vin),
    outputSpike: at((p) => (U1.switchFallTime > 0 ? (COUT.esl * p.peak) / U1.switchFallTime : 0)),
    rightHalfPlaneZero: at((p) => (p.continuous ? rightHalfPlaneZero(c, p) : PULSED)),
    maximumCrossover: at((p) => crossoverOf(c, p)),
  };
}

/** Rails and warm devices all three have. */
export const converterOut = {
  role: 'provides',
  loads: STATE_LOADS,
  fills: { minimum: 'minimumVoltage', maximum: 'maximumVoltage' },
  gives: { voltage: 'outputVoltage', ripple: 'outputRipple', rippleFrequency: 'rippleFrequency', currentLimit: 'maximumLoadCurrent' },
} as const;
/** Its inductor may be a wound one of another stage, which hears what flows in it. */
export const converterSignals = {
  inductor: {
    role: 'in',
    carries: 'winding',
    fills: { inductance: 'L1.value', windingResistance: 'L1.dcr', saturation: 'L1.saturationCurrent', rollOff: 'L1.rollOff', heats: 'L1.currentRating' },
    back: {
      direct: (c: Judged) => {
        const [peak, ripple] = [c.pick('peakCurrent'), c.pick('rippleCurrent')];
        return peak && ripple && { nominal: peak.nominal - ripple.nominal / 2, low: Math.max(0, peak.low - ripple.high / 2), high: peak.high - ripple.low / 2 };
      },
      swing: 'rippleCurrent',
      repetition: 'switchingFrequency',
      counted: 'inductorDissipation',
    },
  },
} as const;
export const converterWarm = [
  { part: 'U1', check: 'junction-temperature', dissipation: 'dissipation', junction: 'junctionTemperature', limit: 'U1.maximumJunction' },
  { part: 'D1', check: 'diode-temperature', dissipation: 'diodeDissipation', junction: 'diodeTemperature', limit: 'D1.maximumJunction' },
] as const;
