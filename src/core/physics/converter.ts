import { impossible, isAbsent, type Absent } from '../math/absent.ts';

/** One converter with its parts, all SI; what its three topologies share. */
export interface Converter {
  topology: 'buck' | 'boost' | 'inverting';
  /** Voltage ahead of the source resistance, and that resistance. */
  source: number;
  sourceResistance: number;
  /** Magnitude of the output, and the divider that loads it. */
  output: number;
  divider: number;
  frequency: number;
  synchronous: boolean;
  mode: 'forced-continuous' | 'discontinuous' | 'pulse-skip';
  ambient: number;
  /** An inverting controller that stands on the negative output. */
  standsOnOutput: boolean;
  maximumDuty: number;
  switches: {
    main: number;
    rectifier: number;
    tempco: number;
    rise: number;
    fall: number;
    capacitance: number;
    gateCharge: number;
    bodyDiode: number;
    deadTime: number;
    quiescent: number;
    skipQuiescent: number;
    skipPeak: number;
    minimumOffTime: number;
    junctionToAmbient: number;
  };
  inductor: {
    henries: number;
    dcr: number;
    saturation: number | null;
    rollOff: number;
    coreLoss: number;
    coreFrequency: number;
    coreRipple: number;
    frequencyExponent: number;
    rippleExponent: number;
  };
  input: Reservoir;
  output0: Reservoir;
  diode: { forward: number; resistance: number; recovery: number; junctionToAmbient: number };
}
export interface Reservoir {
  farads: number;
  esr: number;
  esl: number;
}
type Segment = readonly [current: number, slope: number, duration: number];

/** What one load does to it. */
export interface Point {
  load: number;
  /** Load with the divider's own current. */
  total: number;
  vin: number;
  continuous: boolean;
  duty: number;
  onTime: number;
  ripple: number;
  peak: number;
  valley: number;
  /** Mean inductor current. */
  mean: number;
  /** Frequency of pulses: lower while they are skipped. */
  rate: number;
  henries: number;
  rms: number;
  mainRms: number;
  rectifierMean: number;
  inputRms: number;
  outputRms: number;
  outputRipple: number;
  inputRipple: number;
  junction: number;
  controller: number;
  diodeHeat: number;
  inductorHeat: number;
  heat: number;
  inputCurrent: number;
}

/** Peak to peak of a reservoir's voltage for a periodic current of zero mean, exact in time. // [Erickson] charge balance, ESR and ESL in series */
export function rippleOf(segments: readonly Segment[], { farads, esr, esl }: Reservoir): number {
  let [low, high, charge] = [Infinity, -Infinity, 0];
  for (const [start, slope, duration] of segments) {
    if (duration <= 0) continue;
    const at = (t: number) => esr * (start + slope * t) + (charge + start * t + (slope * t * t) / 2) / farads + esl * slope;
    const turn = slope === 0 ? -1 : -esr * farads - start / slope;
    for (const t of [0, duration, turn > 0 && turn < duration ? turn : 0]) {
      const v = at(t);
      if (v < low) low = v;
      if (v > high) high = v;
    }
    charge += start * duration + (slope * duration * duration) / 2;
  }
  return high > low ? high - low : 0;
}

const DROPOUT = impossible('the input does not reach the output at this load: dropout');
/** Why a step-up converter has nothing to tell. */
export const NOT_UP = impossible('the input is not below the output: a step-up converter cannot lower it');
const PATH = impossible('the resistances of the path cannot pass this load');
const SAGS = impossible('the source cannot deliver this power');
/** Why a converter too hot to settle has nothing to tell. */
export const RUNAWAY = impossible('it heats itself faster than it cools: thermal runaway');

interface Operating {
  continuous: boolean;
  duty: number;
  onTime: number;
  /** Time the current takes to fall to zero; 0 while it never does. */
  fall: number;
  ripple: number;
  peak: number;
  valley: number;
  mean: number;
  rate: number;
  henries: number;
  /** Squares of rms currents. */
  coil: number;
  main: number;
  rectifier: number;
  rectifierMean: number;
  inputSquare: number;
  outputSquare: number;
}

/** Inductance left at a current: falls with its square up to the saturation current. */
const left = ({ inductor: l }: Converter, amps: number): number =>
  l.saturation === null ? l.henries : l.henries * (1 - l.rollOff * Math.min(Math.abs(amps) / l.saturation, 1) ** 2);

/** Constant drop of what carries the current while the switch is off, V. */
const rectifierDrop = (c: Converter): number => (c.synchronous ? 0 : c.diode.forward);
/** Its resistance, ohm. */
const rectifierOhms = (c: Converter, hot: number): number => (c.synchronous ? c.switches.rectifier * hot : c.diode.resistance);

/** Volts over the inductor with the switch open, lossless; null where it could not fall. */
function offVoltage(c: Converter, vin: number): number | null {
  const off = c.output + rectifierDrop(c) - (c.topology === 'boost' ? vin : 0);
  return off > 0 ? off : null;
}

/** Load, divider included, at which the inductor current first touches zero, A; null where the stage cannot work. // [Erickson] */
export function boundary(c: Converter, vin: number): number | null {
  if (c.topology === 'buck') {
    const drop = rectifierDrop(c);
    if (vin <= c.output) return null;
    return ((vin - c.output) * ((c.output + drop) / (vin + drop))) / (2 * c.inductor.henries * c.frequency);
  }
  const off = offVoltage(c, vin);
  if (off === null) return null;
  const duty = off / (vin + off);
  return (vin * duty * (1 - duty)) / (2 * c.inductor.henries * c.frequency);
}

function operate(c: Converter, vin: number, it: number, hot: number): Operating | Absent {
  const edge = boundary(c, vin);
  const buck = c.topology === 'buck';
  if (edge === null) return buck ? DROPOUT : NOT_UP;
  const continuous = it >= edge || (c.synchronous && c.mode === 'forced-continuous');
  if (buck) return continuous ? buckContinuous(c, vin, it, hot) : buckDiscontinuous(c, vin, it);
  return continuous ? boostContinuous(c, vin, it, hot) : boostDiscontinuous(c, vin, it);
}

function buckContinuous(c: Converter, vin: number, it: number, hot: number): Operating | Absent {
  const { frequency: f, output: vo } = c;
  const [vd, rd, high] = [rectifierDrop(c), rectifierOhms(c, hot), c.switches.main * hot];
  const { dcr } = c.inductor;
  const duty = (vo + vd + it * (rd + dcr)) / (vin - it * high + vd + it * rd);
  if (!(duty > 0) || duty >= 1 - c.switches.minimumOffTime * f) return DROPOUT;
  const henries = left(c, it);
  const ripple = ((vin - vo - it * (high + dcr)) * duty) / (henries * f);
  const coil = it * it + (ripple * ripple) / 12;
  const off = 1 - duty;
  return {
    continuous: true,
    duty,
    onTime: duty / f,
    fall: 0,
    ripple,
    peak: it + ripple / 2,
    valley: it - ripple / 2,
    mean: it,
    rate: f,
    henries,
    coil,
    main: duty * coil,
    rectifier: off * coil,
    rectifierMean: it * off,
    inputSquare: duty * coil - (duty * it) ** 2,
    outputSquare: (ripple * ripple) / 12,
  };
}

/** Height and rate of triangular pulses that carry a load: `k` volts of swing per henry. */
function pulses(c: Converter, it: number, k: number): { peak: number; rate: number } {
  const { henries } = c.inductor;
  const peak = Math.sqrt((2 * it * k) / (henries * c.frequency));
  const { skipPeak } = c.switches;
  if (c.synchronous && c.mode === 'pulse-skip' && skipPeak > peak) return { peak: skipPeak, rate: (2 * it * k) / (henries * skipPeak * skipPeak) };
  return { peak, rate: c.frequency };
}

function buckDiscontinuous(c: Converter, vin: number, it: number): Operating {
  const { output: vo } = c;
  const { henries } = c.inductor;
  const vd = rectifierDrop(c);
  const { peak, rate } = pulses(c, it, ((vin - vo) * (vo + vd)) / (vin + vd));
  const [t1, t2] = [(henries * peak) / (vin - vo), (henries * peak) / (vo + vd)];
  const [duty, off] = [t1 * rate, t2 * rate];
  const square = peak * peak;
  return {
    continuous: false,
    duty,
    onTime: t1,
    fall: t2,
    ripple: peak,
    peak,
    valley: 0,
    mean: it,
    rate,
    henries,
    coil: (square * (duty + off)) / 3,
    main: (square * duty) / 3,
    rectifier: (square * off) / 3,
    rectifierMean: (peak * off) / 2,
    inputSquare: (square * duty) / 3 - ((peak * duty) / 2) ** 2,
    outputSquare: (square * (duty + off)) / 3 - it * it,
  };
}

/** Volt-second balance with every resistance, for boost and inverting stages: the larger root for 1 − D. // [Erickson] averaged switch model */
function boostContinuous(c: Converter, vin: number, it: number, hot: number): Operating | Absent {
  const { frequency: f, output: vo } = c;
  const [vd, rd, main] = [rectifierDrop(c), rectifierOhms(c, hot), c.switches.main * hot];
  const { dcr } = c.inductor;
  const inverting = c.topology === 'inverting';
  const a = (inverting ? vin : 0) + vo + vd;
  const b = vin + it * (main - rd);
  const root = b * b - 4 * a * it * (dcr + main);
  if (root < 0) return PATH;
  const x = (b + Math.sqrt(root)) / (2 * a);
  if (!(x > 0)) return PATH;
  if (x >= 1) return NOT_UP;
  const duty = 1 - x;
  const mean = it / x;
  const henries = left(c, mean);
  const ripple = ((vin - mean * (main + dcr)) * duty) / (henries * f);
  const coil = mean * mean + (ripple * ripple) / 12;
  return {
    continuous: true,
    duty,
    onTime: duty / f,
    fall: 0,
    ripple,
    peak: mean + ripple / 2,
    valley: mean - ripple / 2,
    mean,
    rate: f,
    henries,
    coil,
    main: duty * coil,
    rectifier: x * coil,
    rectifierMean: it,
    inputSquare: inverting ? duty * coil - (duty * mean) ** 2 : (ripple * ripple) / 12,
    outputSquare: x * coil - it * it,
  };
}

function boostDiscontinuous(c: Converter, vin: number, it: number): Operating | Absent {
  const off = offVoltage(c, vin);
  if (off === null) return NOT_UP;
  const { henries } = c.inductor;
  const { peak, rate } = pulses(c, it, off);
  const [t1, t2] = [(henries * peak) / vin, (henries * peak) / off];
  const [duty, fall] = [t1 * rate, t2 * rate];
  const square = peak * peak;
  const mean = (peak * (duty + fall)) / 2;
  return {
    continuous: false,
    duty,
    onTime: t1,
    fall: t2,
    ripple: peak,
    peak,
    valley: 0,
    mean,
    rate,
    henries,
    coil: (square * (duty + fall)) / 3,
    main: (square * duty) / 3,
    rectifier: (square * fall) / 3,
    rectifierMean: (peak * fall) / 2,
    inputSquare: c.topology === 'inverting' ? (square * duty) / 3 - ((peak * duty) / 2) ** 2 : (square * (duty + fall)) / 3 - mean ** 2,
    outputSquare: (square * fall) / 3 - it * it,
  };
}

/** Current of the output reservoir over a period. */
function outputSegments(c: Converter, o: Operating, it: number): Segment[] {
  const { duty, ripple, peak, rate } = o;
  const off = 1 - duty;
  const buck = c.topology === 'buck';
  if (!o.continuous) {
    const rest = Math.max(0, 1 / rate - o.onTime - o.fall);
    return [
      [-it, buck ? peak / o.onTime : 0, o.onTime],
      [peak - it, -peak / o.fall, o.fall],
      [-it, 0, rest],
    ];
  }
  return buck
    ? [
        [-ripple / 2, (ripple * rate) / duty, duty / rate],
        [ripple / 2, (-ripple * rate) / off, off / rate],
      ]
    : [
        [-it, 0, duty / rate],
        [peak - it, (-ripple * rate) / off, off / rate],
      ];
}

/** Current of the input reservoir over a period: a boost draws all the time, the others only while the switch is on. */
function inputSegments(c: Converter, o: Operating): Segment[] {
  const { duty, ripple, peak, rate, mean } = o;
  const off = 1 - duty;
  if (c.topology === 'boost')
    return o.continuous
      ? [
          [ripple / 2, (-ripple * rate) / duty, duty / rate],
          [-ripple / 2, (ripple * rate) / off, off / rate],
        ]
      : [
          [mean, -peak / o.onTime, o.onTime],
          [mean - peak, peak / o.fall, o.fall],
          [mean, 0, Math.max(0, 1 / rate - o.onTime - o.fall)],
        ];
  const drawn = o.continuous ? duty * mean : (peak * duty) / 2;
  return [
    [drawn - o.valley, o.continuous ? (-ripple * rate) / duty : -peak / o.onTime, o.onTime],
    [drawn, 0, Math.max(0, 1 / rate - o.onTime)],
  ];
}

/** Voltages that switching, output capacitance, gates and the controller see. */
function stresses(c: Converter, vin: number) {
  const sum = vin + c.output;
  switch (c.topology) {
    case 'buck':
      return { swing: vin, node: vin, gate: vin, quiescent: vin };
    case 'boost':
      return { swing: c.output + rectifierDrop(c), node: c.output, gate: c.output, quiescent: vin };
    case 'inverting': {
      const controller = c.standsOnOutput ? sum : vin;
      return { swing: sum + rectifierDrop(c), node: sum, gate: controller, quiescent: controller };
    }
  }
}

/** Heat of controller, diode, inductor and all, W. // [Erickson] conduction, overlap, charge and core losses */
function losses(c: Converter, o: Operating, vin: number, hot: number) {
  const { switches: s, inductor: l, diode: d } = c;
  const v = stresses(c, vin);
  const middle = Math.abs(o.continuous ? o.mean : o.peak / 2);
  const conduction = o.main * s.main + (c.synchronous ? o.rectifier * s.rectifier : 0);
  const dead = c.synchronous ? s.bodyDiode * middle * s.deadTime : 0;
  const overlap = (v.swing * (Math.max(0, o.valley) * s.rise + o.peak * s.fall)) / 2;
  const recovery = !c.synchronous && o.continuous ? d.recovery * v.node : 0;
  const charge = (s.capacitance * v.node ** 2) / 2 + s.gateCharge * v.gate + recovery;
  const quiescent = v.quiescent * (o.rate < c.frequency ? s.skipQuiescent : s.quiescent);
  const controller = conduction * hot + (dead + overlap + charge) * o.rate + quiescent;
  const diode = c.synchronous ? 0 : d.forward * o.rectifierMean + d.resistance * o.rectifier;
  const core = l.coreLoss > 0 ? l.coreLoss * (o.rate / l.coreFrequency) ** l.frequencyExponent * (Math.abs(o.ripple) / l.coreRipple) ** l.rippleExponent : 0;
  const inductor = l.dcr * o.coil + core;
  const capacitors = Math.max(0, o.inputSquare) * c.input.esr + Math.max(0, o.outputSquare) * c.output0.esr;
  return { controller, diode, inductor, all: controller + diode + inductor + capacitors + c.output ** 2 / c.divider };
}

/**
 * A converter under a load: operating point, losses, junction and the sag of its source settled together.
 * @param load A drawn at the output, without the divider @param ripples left out (NaN) where only currents and heat are asked for
 */
export function converterAt(c: Converter, load: number, ripples = true): Point | Absent {
  const it = load + c.output / c.divider;
  let [vin, junction] = [c.source, c.ambient];
  for (let round = 0; round < 300; round++) {
    const hot = 1 + c.switches.tempco * 1e-6 * (junction - 25);
    const o = operate(c, vin, it, hot);
    if (isAbsent(o)) return o;
    const lost = losses(c, o, vin, hot);
    const power = c.output * load + lost.all;
    const root = c.source ** 2 - 4 * c.sourceResistance * power;
    if (root < 0) return SAGS;
    const nextVin = c.sourceResistance === 0 ? c.source : (c.source + Math.sqrt(root)) / 2;
    const nextJunction = c.ambient + c.switches.junctionToAmbient * lost.controller;
    if (!(nextJunction < 400)) return RUNAWAY;
    const still = Math.abs(nextVin - vin) <= 1e-10 * vin && Math.abs(nextJunction - junction) <= 1e-9;
    [vin, junction] = [nextVin, nextJunction];
    if (!still) continue;
    return {
      load,
      total: it,
      vin,
      continuous: o.continuous,
      duty: o.duty,
      onTime: o.onTime,
      ripple: o.ripple,
      peak: o.peak,
      valley: o.valley,
      mean: o.mean,
      rate: o.rate,
      henries: o.henries,
      rms: Math.sqrt(o.coil),
      mainRms: Math.sqrt(o.main),
      rectifierMean: o.rectifierMean,
      inputRms: Math.sqrt(Math.max(0, o.inputSquare)),
      outputRms: Math.sqrt(Math.max(0, o.outputSquare)),
      outputRipple: ripples ? rippleOf(outputSegments(c, o, it), c.topology === 'buck' ? c.output0 : { ...c.output0, esl: 0 }) : NaN,
      inputRipple: ripples ? rippleOf(inputSegments(c, o), { ...c.input, esl: 0 }) : NaN,
      junction,
      controller: lost.controller,
      diodeHeat: lost.diode,
      inductorHeat: lost.inductor,
      heat: lost.all,
      inputCurrent: power / vin,
    };
  }
  return RUNAWAY;
}

/** Right-half-plane zero of a continuous boost or inverting stage, Hz. // [Erickson] */
export const rightHalfPlaneZero = (c: Converter, p: Point): number =>
  ((1 - p.duty) ** 2 * c.output) / (p.total * 2 * Math.PI * p.henries) / (c.topology === 'inverting' ? p.duty : 1);

/** Lowest input that regulates a buck at a load, V: resistances at the settled junction, or cold where nothing settles. */
export function leastInput(c: Converter, load: number, junction: number | null): number {
  const it = load + c.output / c.divider;
  const hot = junction === null ? 1 : 1 + c.switches.tempco * 1e-6 * (junction - 25);
  const [vd, rd] = [rectifierDrop(c), rectifierOhms(c, hot)];
  return (c.output + vd + it * (rd + c.inductor.dcr)) / (1 - c.switches.minimumOffTime * c.frequency) + it * c.switches.main * hot - vd - it * rd;
}
