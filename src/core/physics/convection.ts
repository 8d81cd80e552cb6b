import { ZERO_CELSIUS } from './constants.ts';

/** Stefan-Boltzmann constant, W/(m²·K⁴). // [CODATA] exact since 2019 */
export const STEFAN_BOLTZMANN = 5.670374419e-8;
/** Standard gravity, m/s². // [ISO 2533] */
const GRAVITY = 9.80665;

/** Density of air at a height over its density at sea level. // [ISO 2533] troposphere */
export const airDensityRatio = (altitude: number): number => (1 - 2.25577e-5 * altitude) ** 4.2559;

/** Heat radiated from an area at one temperature (°C) into surroundings at another, W. */
export const radiated = (emissivity: number, area: number, celsius: number, around: number): number =>
  emissivity * STEFAN_BOLTZMANN * area * ((celsius + ZERO_CELSIUS) ** 4 - (around + ZERO_CELSIUS) ** 4);

/** Air at the film temperature between a surface and what is around it: conductivity W/(m·K), kinematic viscosity m²/s. // [Heat transfer] power-law fits */
export function filmAir(surface: number, around: number, density: number) {
  const kelvin = (surface + around) / 2 + ZERO_CELSIUS;
  const conductivity = 0.02624 * (kelvin / 300) ** 0.8646;
  const viscosity = (1.846e-5 * (kelvin / 300) ** 0.76) / (1.177 * (300 / kelvin) * density);
  return { kelvin, conductivity, viscosity };
}
const PRANDTL = 0.707;

/** Film of still air on a plate, W/(m²·K): vertical, or the mean of both faces of a horizontal one. // [Heat transfer] simplified relations for air */
export const stillPlate = (orientation: 'vertical' | 'horizontal', rise: number, length: number, width: number, density: number): number =>
  Math.sqrt(density) * (orientation === 'vertical' ? 1.42 * (rise / length) ** 0.25 : 0.955 * ((2 * rise) / (width + length)) ** 0.25);

/** Film of still air between vertical fins a gap apart, W/(m²·K). // [Elenbaas] */
export function stillChannel(gap: number, length: number, surface: number, around: number, density: number): number {
  const { kelvin, conductivity, viscosity } = filmAir(surface, around, density);
  const rayleigh = (GRAVITY * (surface - around) * gap ** 4) / kelvin / ((viscosity ** 2 / PRANDTL) * length);
  if (!(rayleigh > 0)) return 0;
  return ((rayleigh / 24) * (1 - Math.exp(-35 / rayleigh)) ** 0.75 * conductivity) / gap;
}

/** Film of moving air along a flat plate, W/(m²·K). // [Heat transfer] laminar to Re 5·10⁵, mixed beyond */
export function movingAir(speed: number, length: number, surface: number, around: number, density: number): number {
  const { conductivity, viscosity } = filmAir(surface, around, density);
  const reynolds = (speed * length) / viscosity;
  const nusselt = (reynolds <= 5e5 ? 0.664 * Math.sqrt(reynolds) : 0.037 * reynolds ** 0.8 - 871) * Math.cbrt(PRANDTL);
  return (nusselt * conductivity) / length;
}

/** Share of a straight fin's surface that works as if it were all at the root temperature. // [Heat transfer] */
export function finEfficiency(film: number, conductivity: number, thickness: number, height: number): number {
  const mh = Math.sqrt((2 * film) / (conductivity * thickness)) * height;
  return mh > 1e-9 ? Math.tanh(mh) / mh : 1;
}

/** Flow of air driven by the warmth between two vents, m³/s. // [Stack effect] */
export function stackFlow(inlet: number, outlet: number, height: number, inside: number, outside: number): number {
  if (inlet <= 0 || outlet <= 0 || inside <= outside) return 0;
  const area = 1 / Math.sqrt(1 / inlet ** 2 + 1 / outlet ** 2);
  return 0.6 * area * Math.sqrt((2 * GRAVITY * height * (inside - outside)) / (inside + ZERO_CELSIUS));
}

/** Heat a flow of air carries off per kelvin, W/K. */
export const airHeat = (flow: number, around: number, density: number): number => 1.204 * (293.15 / (around + ZERO_CELSIUS)) * density * 1006 * flow;
