import { ZERO_CELSIUS } from '../../../physics/constants.ts';
import type { AnyInputs } from '../../../stage/data.ts';

/** The temperature at which a thermistor is named, K. */
const NAMED = 25 + ZERO_CELSIUS;

/** Resistance of the thermistor at a temperature in °C, Ω. // beta equation, or Steinhart–Hart equation solved for R */
export function resistance({ given: g, parts: { NTC } }: AnyInputs, celsius: number): number {
  const t = celsius + ZERO_CELSIUS;
  if (g.model === 'beta') return NTC.value * Math.exp(NTC.beta * (1 / t - 1 / NAMED));
  return NTC.scale * Math.exp(logarithm(NTC, t));
}

/** ln(R/scale) with 1/T = a + b·x + c·x³. // Cardano */
function logarithm({ a, b, c }: { a: number; b: number; c: number }, t: number): number {
  if (c === 0) return (1 / t - a) / b;
  const y = (a - 1 / t) / (2 * c);
  const z = Math.sqrt((b / (3 * c)) ** 3 + y ** 2);
  return Math.cbrt(z - y) - Math.cbrt(z + y);
}

/** Temperature of a resistance, °C. */
export function temperature({ given: g, parts: { NTC } }: AnyInputs, ohms: number): number {
  if (g.model === 'beta') return 1 / (1 / NAMED + Math.log(ohms / NTC.value) / NTC.beta) - ZERO_CELSIUS;
  const x = Math.log(ohms / NTC.scale);
  return 1 / (NTC.a + NTC.b * x + NTC.c * x ** 3) - ZERO_CELSIUS;
}

/** How fast the logarithm of the resistance falls, 1/K. */
export function slope({ given: g, parts: { NTC } }: AnyInputs, celsius: number): number {
  const t = celsius + ZERO_CELSIUS;
  if (g.model === 'beta') return NTC.beta / t ** 2;
  return 1 / (t ** 2 * (NTC.b + 3 * NTC.c * logarithm(NTC, t) ** 2));
}

/** What the divider gives of its supply. */
export const share = ({ given: g, parts }: AnyInputs, ohms: number): number => (g.position === 'bottom' ? ohms : parts.R1.value) / (ohms + parts.R1.value);

/** How much warmer than its surroundings the thermistor is, K, at its resistance there: pulses shorter than its time constant add up to their average. */
export function selfHeating(x: AnyInputs, celsius: number): number {
  const r = resistance(x, celsius);
  return (x.given.poweredShare * x.given.supplyVoltage ** 2 * r) / (r + x.parts.R1.value) ** 2 / x.given.dissipationConstant;
}

/** What firmware with nominal values makes of a true temperature, °C; null where the reading is beyond a rail. */
export function indicated(x: AnyInputs, nominal: AnyInputs, celsius: number): number | null {
  const { given: g, parts } = x;
  const r = resistance(x, celsius + selfHeating(x, celsius)) + 2 * g.leadResistance;
  const s = share(x, r) - (g.inputLeakage * ((r * parts.R1.value) / (r + parts.R1.value))) / g.supplyVoltage;
  const code = (x.carried.converterError * g.adcError) / 2 ** g.resolution;
  const n = nominal.given;
  const read = g.ratiometric ? s + code : ((s * g.supplyVoltage) / g.referenceVoltage + code) / (n.supplyVoltage / n.referenceVoltage);
  if (!(read > 0 && read < 1)) return null;
  const back = n.position === 'bottom' ? read / (1 - read) : (1 - read) / read;
  return temperature(nominal, nominal.parts.R1.value * back);
}

/** Codes for a kelvin at a temperature, their magnitude: the slope of the divider. */
export function codesPerKelvin(x: AnyInputs, celsius: number): number {
  const r = resistance(x, celsius);
  const r1 = x.parts.R1.value;
  return (2 ** x.given.resolution * r1 * r * slope(x, celsius)) / (r + r1) ** 2;
}

/** The series resistor with equal sensitivity at both ends of the range, Ω: where it lies between them the smaller one is largest. */
export function equalEnds(x: AnyInputs): number | null {
  const [cold, hot] = [x.given.rangeLow, x.given.rangeHigh];
  const [rc, rh] = [resistance(x, cold), resistance(x, hot)];
  const a = Math.sqrt(rc * slope(x, cold));
  const b = Math.sqrt(rh * slope(x, hot));
  const ohms = (a * rh - b * rc) / (b - a);
  return Number.isFinite(ohms) && ohms > 0 ? ohms : null;
}

/** The series resistor with a turning point of the curve in the middle of the range, Ω. */
export function linearising(x: AnyInputs): number {
  const middle = (x.given.rangeLow + x.given.rangeHigh) / 2;
  const t = middle + ZERO_CELSIUS;
  const beta = slope(x, middle) * t ** 2;
  return (resistance(x, middle) * (beta - 2 * t)) / (beta + 2 * t);
}
