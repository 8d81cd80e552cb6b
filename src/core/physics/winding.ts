import { copperResistivity } from './copper.ts';

/** Permeability of free space, H/m. // [CODATA] to nine digits what it was by definition before 2019 */
export const VACUUM = 4e-7 * Math.PI;

/** Depth to which current at a frequency stays in copper of a temperature, m. // [Skin] */
export const skinDepth = (frequency: number, celsius: number): number => Math.sqrt(copperResistivity(celsius) / (Math.PI * frequency * VACUUM));

/** Wire of a winding: bare and with enamel, m; strands side by side; layers of the whole winding. */
export interface Wire {
  diameter: number;
  outerDiameter: number;
  strands: number;
  layers: number;
}

/** Copper of all strands, m². */
export const copperArea = (w: Wire): number => (w.strands * Math.PI * w.diameter ** 2) / 4;

/**
 * Resistance at a frequency over that at dc, of layers of round wire: skin and proximity effect. // [Dowell]
 * Strands count as layers of their own: the root of them in each direction.
 */
export function dowell(w: Wire, frequency: number, celsius: number): number {
  const x = ((Math.PI / 4) ** 0.75 * w.diameter * Math.sqrt(w.diameter / w.outerDiameter)) / skinDepth(frequency, celsius);
  if (x < 1e-4) return 1;
  const m2 = w.layers ** 2 * w.strands;
  // Beyond twenty depths both quotients have come to one.
  if (x > 20) return x * (1 + (2 * (m2 - 1)) / 3);
  const skin = (Math.sinh(2 * x) + Math.sin(2 * x)) / (Math.cosh(2 * x) - Math.cos(2 * x));
  const near = (Math.sinh(x) - Math.sin(x)) / (Math.cosh(x) + Math.cos(x));
  return x * (skin + ((2 * (m2 - 1)) / 3) * near);
}

/** Loss of a core, W. // [Steinmetz] scaled from one point of its data */
export const coreLoss = (
  core: { coreVolume: number; lossDensity: number; lossFrequency: number; lossFlux: number; frequencyExponent: number; fluxExponent: number },
  frequency: number,
  flux: number,
): number => core.coreVolume * core.lossDensity * (frequency / core.lossFrequency) ** core.frequencyExponent * (flux / core.lossFlux) ** core.fluxExponent;

/** Temperature at which losses that depend on it leave through a resistance, from the ambient up, °C; null where they run away. */
export function settled(ambient: number, resistance: number, watts: (celsius: number) => number): number | null {
  let t = ambient;
  for (let k = 0; k < 400; k++) {
    const next = ambient + resistance * watts(t);
    if (!(next <= HOTTEST)) return null;
    if (Math.abs(next - t) <= 1e-12 * Math.max(1, Math.abs(next))) return next;
    t = next;
  }
  return t;
}
const HOTTEST = 1000;

/** Round enamelled wire that is sold, bare diameter, m. // [IEC 60317] R20 steps */
export const WIRES: readonly number[] = [
  0.05, 0.056, 0.063, 0.071, 0.08, 0.09, 0.1, 0.112, 0.125, 0.14, 0.16, 0.18, 0.2, 0.224, 0.25, 0.28, 0.315, 0.355, 0.4, 0.45, 0.5, 0.56, 0.63, 0.71, 0.8, 0.9,
  1, 1.12, 1.25, 1.4, 1.6, 1.8, 2, 2.24, 2.5,
].map((mm) => mm / 1000);

/** With its enamel, m. // [IEC 60317] grade 1, within two hundredths */
export const enamelled = (bare: number): number => bare + 0.06e-3 * Math.sqrt(bare / 1e-3);

/** Width of a bundle of strands, m: round ones fill some three quarters of it. */
export const bundle = (w: Pick<Wire, 'outerDiameter' | 'strands'>): number => w.outerDiameter * (w.strands > 1 ? Math.sqrt(w.strands / 0.75) : 1);

/** Turns that fit side by side in a breadth, in all layers. */
export const turnsThatFit = (w: Wire, breadth: number): number => w.layers * Math.floor(breadth / bundle(w) + 1e-9);
