import { onResistanceAt } from '../../../physics/hot-switch.ts';
import { settled } from '../../../physics/winding.ts';
import type { AnyInputs } from '../../../stage/data.ts';

export const isSeries = ({ given: g }: AnyInputs): boolean => String(g.topology).startsWith('series');
const isTapped = ({ given: g }: AnyInputs): boolean => g.topology === 'push-pull-tapped';
/** Devices that the tank's current passes at once. */
export const inPath = ({ given: g }: AnyInputs): number => (g.topology === 'series-full-bridge' ? 2 : 1);

/** Volt-seconds of the feed voltage above its mean, over mean and period: tapped, and a choke to each drain. // [Tank] */
const [A, B] = [Math.asin(2 / Math.PI), Math.asin(1 / Math.PI)];
export const TAPPED = (Math.PI * Math.cos(A) - Math.PI + 2 * A) / (2 * Math.PI);
export const EACH = (2 * Math.PI * Math.cos(B) - Math.PI + 2 * B) / (2 * Math.PI);
export const chokeShare = (x: AnyInputs): number => (isTapped(x) ? TAPPED : EACH);

/** Frequency of the tank, Hz; null where it does not swing. // zero-phase frequency of a parallel tank with its coil's resistance */
export function frequency({ given: g, parts: { L1, C1 }, ...rest }: AnyInputs): number | null {
  const [l, c] = [L1.value, C1.value];
  if (isSeries({ given: g, ...rest })) return g.driveFrequency ?? 1 / (2 * Math.PI * Math.sqrt(l * c));
  const square = 1 / (l * c) - (L1.dcr / l) ** 2;
  return square > 0 ? Math.sqrt(square) / (2 * Math.PI) : null;
}

export interface Swing {
  frequency: number;
  quality: number;
  input: number;
  /** rms. */
  circulating: number;
  capacitorAmps: number;
  capacitorVolts: number;
  peakVolts: number;
  peakAmps: number;
  chokeRipple: number;
  chokePeak: number;
  output: number;
  coil: number;
  capacitor: number;
  device: number;
  junction: number;
  total: number;
  /** At the switching instant, A: positive lags. */
  switched: number | null;
}

/** The settled tank; why there is none. */
export function swing(x: AnyInputs): Swing | 'still' | 'runaway' | 'unloaded' {
  const f = frequency(x);
  if (f === null) return 'still';
  return isSeries(x) ? series(x, f) : parallel(x, f);
}

/** Current-fed push-pull with a sine on its tank. // [Tank] current-fed parallel-resonant inverter */
function parallel(x: AnyInputs, f: number): Swing | 'runaway' {
  const { given: g, parts, ambient } = x;
  const { L1, C1, L2, Q1 } = parts;
  const w = 2 * Math.PI * f;
  const [l, c, rs, v] = [L1.value, C1.value, L1.dcr, g.supplyVoltage];
  const load = g.loadResistance === null ? 0 : 1 / g.loadResistance;
  const leak = load + (rs * c) / l + w * c * C1.lossTangent;
  const k = (Math.PI ** 2 * leak) / 2;
  const ron = (t: number) => onResistanceAt(Q1.onResistance, Q1.onTempco, t);
  const path = (t: number) => ron(t) + (isTapped(x) ? L2.dcr : L2.dcr / 2);
  const input = (t: number) => (k * v) / (1 + k * path(t));
  const heat = (t: number) => (input(t) ** 2 / 2) * ron(t);
  const junction = settled(ambient, Q1.junctionToAmbient, heat);
  if (junction === null) return 'runaway';
  const amps = input(junction);
  const mean = v - amps * path(junction);
  const volts = (Math.PI * mean) / Math.SQRT2;
  const circulating = volts / Math.hypot(rs, w * l);
  const ripple = (chokeShare(x) * mean) / (f * L2.value);
  const [coil, capacitor, output] = [circulating ** 2 * rs, volts ** 2 * w * c * C1.lossTangent, volts ** 2 * load];
  const choke = amps ** 2 * (isTapped(x) ? L2.dcr : L2.dcr / 2);
  return {
    frequency: f,
    quality: 1 / (leak * Math.sqrt(l / c)),
    input: amps,
    circulating,
    capacitorAmps: w * c * volts,
    capacitorVolts: volts,
    peakVolts: Math.PI * v,
    peakAmps: amps + ((TAPPED * mean) / (f * L2.value)) * (isTapped(x) ? 1 / 2 : 1),
    chokeRipple: ripple,
    chokePeak: (isTapped(x) ? amps : amps / 2) + ripple / 2,
    output,
    coil,
    capacitor,
    device: heat(junction),
    junction,
    total: 2 * heat(junction) + coil + capacitor + choke,
    switched: null,
  };
}

/** Odd harmonics of the square wave that are counted at the switching instant; their share falls with the square. */
const HARMONICS = 101;

/** Series tank on a square wave: its fundamental, and all odd harmonics at the switching instant. // Fourier series of the square wave */
function series(x: AnyInputs, f: number): Swing | 'runaway' | 'unloaded' {
  const { given: g, parts, ambient } = x;
  const { L1, C1, Q1 } = parts;
  if (g.loadResistance === null) return 'unloaded';
  const w = 2 * Math.PI * f;
  const [l, c, m] = [L1.value, C1.value, inPath(x)];
  const first = (m * Math.SQRT2 * g.supplyVoltage) / Math.PI;
  const ron = (t: number) => onResistanceAt(Q1.onResistance, Q1.onTempco, t);
  const ohms = (t: number, n = 1) => g.loadResistance + L1.dcr + C1.lossTangent / (n * w * c) + m * ron(t);
  const reactance = (n: number) => n * w * l - 1 / (n * w * c);
  const amps = (t: number) => first / Math.hypot(ohms(t), reactance(1));
  const heat = (t: number) => (amps(t) ** 2 / 2) * ron(t);
  const junction = settled(ambient, Q1.junctionToAmbient, heat);
  if (junction === null) return 'runaway';
  const i = amps(junction);
  const volts = i / (w * c);
  const [coil, capacitor, output] = [i ** 2 * L1.dcr, (i ** 2 * C1.lossTangent) / (w * c), i ** 2 * g.loadResistance];
  let switched = 0;
  for (let n = 1; n <= HARMONICS; n += 2) {
    const [r, xn] = [ohms(junction, n), reactance(n)];
    switched += (((first * Math.SQRT2) / n) * xn) / (r * r + xn * xn);
  }
  return {
    frequency: f,
    quality: Math.sqrt(l / c) / (g.loadResistance + L1.dcr),
    input: (i ** 2 * ohms(junction)) / g.supplyVoltage,
    circulating: i,
    capacitorAmps: i,
    capacitorVolts: volts,
    peakVolts: g.supplyVoltage,
    peakAmps: Math.SQRT2 * i,
    chokeRipple: 0,
    chokePeak: 0,
    output,
    coil,
    capacitor,
    device: heat(junction),
    junction,
    total: 2 * m * heat(junction) + coil + capacitor,
    switched,
  };
}

/** What the capacitor stands at a frequency, V rms: its rating, its heat, its current. */
export const allowed = ({ parts: { C1 } }: AnyInputs, f: number): number => {
  const wc = 2 * Math.PI * f * C1.value;
  return Math.min(C1.voltageRating, Math.sqrt(C1.dissipationRating / (wc * C1.lossTangent)), C1.rippleCurrentRating / wc);
};
