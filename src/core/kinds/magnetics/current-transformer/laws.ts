import type { AnyInputs } from '../../../stage/data.ts';

const isSine = ({ given: g }: AnyInputs): boolean => g.waveform === 'sine';

/** How much of the current comes through, and how far it leads, rad. // ideal transformer with its magnetising branch */
export function transfer(x: AnyInputs): { share: number; lead: number } {
  if (!isSine(x)) return { share: 1, lead: 0 };
  const { T1, R1 } = x.parts;
  const q = (R1.value + T1.windingResistance) / (2 * Math.PI * x.given.frequency * T1.magnetisingInductance);
  return { share: 1 / Math.hypot(1, q), lead: Math.atan(q) };
}
export const ratio = ({ parts: { T1 } }: AnyInputs): number => T1.primaryTurns / T1.secondaryTurns;
export const secondary = (x: AnyInputs): number => x.given.primaryCurrent * ratio(x) * transfer(x).share;

export interface Clamped {
  volts: number;
  diode: number;
}
/** A current into the burden with a diode of so much voltage and slope across it. */
export function clamped(amps: number, level: number | null, x: AnyInputs): Clamped {
  const { R1, D1 } = x.parts;
  if (level === null || R1.value * amps <= level) return { volts: R1.value * amps, diode: 0 };
  const diode = (amps - level / R1.value) / (1 + D1.dynamicResistance / R1.value);
  return { volts: level + D1.dynamicResistance * diode, diode };
}
/** Levels that clamp upwards and downwards, V; none. */
export function levels({ given: g, parts: { D1 } }: AnyInputs): { up: number | null; down: number | null } {
  if (g.clamp === 'none') return { up: null, down: null };
  return { up: g.clamp === 'to-rails' ? g.logicVoltage + D1.forwardVoltage : D1.forwardVoltage, down: D1.forwardVoltage };
}

/** Means over a half sine of a current's peak: of the diode, its heat, the burden's voltage squared, and the voltage. */
export interface Means {
  diode: number;
  heat: number;
  square: number;
  volts: number;
}
/** Over the half period, exact: a sine up to where the diode begins, and a sine less a constant from there. // exact averages of clipped sines */
export function halfSine(amps: number, level: number | null, x: AnyInputs): Means {
  const { R1, D1 } = x.parts;
  const r = R1.value;
  const plain = { diode: 0, heat: 0, square: (r * amps) ** 2 / 2, volts: (2 / Math.PI) * r * amps };
  if (level === null || r * amps <= level) return plain;
  const start = Math.asin(level / (r * amps));
  // While it conducts: diode current = k (A sin − level/R), voltage = level + rd × it.
  const k = 1 / (1 + D1.dynamicResistance / r);
  const [a, b] = [k * amps, (k * level) / r];
  const [span, sine, square] = [Math.PI - 2 * start, 2 * Math.cos(start), Math.PI / 2 - start + Math.sin(2 * start) / 2];
  const diode = (a * sine - b * span) / Math.PI;
  const diode2 = (a * a * square - 2 * a * b * sine + b * b * span) / Math.PI;
  const rest = (r * amps) ** 2 * ((Math.PI / 2 - square) / Math.PI);
  return {
    diode,
    heat: D1.forwardVoltage * diode + D1.dynamicResistance * diode2,
    square: rest + (level ** 2 * span) / Math.PI + 2 * level * D1.dynamicResistance * diode + D1.dynamicResistance ** 2 * diode2,
    volts: (2 * r * amps * (1 - Math.cos(start))) / Math.PI + (level * span) / Math.PI + D1.dynamicResistance * diode,
  };
}

export interface Output {
  peak: number;
  trough: number;
  clamp: number;
  clampHeat: number;
  injected: number;
  burden: number;
  /** Mean voltage on the winding, V: unequal clamps leave one. */
  mean: number;
}
export function output(x: AnyInputs): Output {
  const { given: g, parts } = x;
  const amps = secondary(x);
  const { up, down } = levels(x);
  const [over, under] = [clamped(amps, up, x), clamped(amps, down, x)];
  if (!isSine(x)) {
    const share = Math.min(1, g.pulseWidth * g.frequency);
    const heat = (parts.D1.forwardVoltage + parts.D1.dynamicResistance * over.diode) * over.diode * share;
    return {
      peak: over.volts,
      trough: 0,
      clamp: over.diode,
      clampHeat: g.clamp === 'none' ? 0 : heat,
      injected: g.clamp === 'to-rails' ? over.diode * share : 0,
      burden: (over.volts ** 2 / parts.R1.value) * share,
      mean: 0,
    };
  }
  const [top, bottom] = [halfSine(amps, up, x), halfSine(amps, down, x)];
  const harder = over.diode >= under.diode ? top : bottom;
  return {
    peak: over.volts,
    trough: -under.volts,
    clamp: Math.max(over.diode, under.diode),
    clampHeat: harder.heat / 2,
    injected: g.clamp === 'to-rails' ? top.diode / 2 : 0,
    burden: (top.square + bottom.square) / 2 / parts.R1.value,
    mean: g.coupled ? 0 : (top.volts - bottom.volts) / 2,
  };
}
/** Largest voltage on the winding, V. */
export const winding = (x: AnyInputs): number => {
  const o = output(x);
  return Math.max(o.peak, -o.trough) + secondary(x) * x.parts.T1.windingResistance;
};
