import { risingRoot } from '../../../math/root.ts';
import { airDensityRatio, airHeat, radiated, stackFlow } from '../../../physics/convection.ts';

/** Emissivity and conductivity, W/(m·K), of what boxes are made of. // [Heat transfer] tables */
export const MATERIALS = {
  'painted-steel': { emissivity: 0.9, conductivity: 50 },
  'bare-aluminium': { emissivity: 0.1, conductivity: 200 },
  'anodised-aluminium': { emissivity: 0.8, conductivity: 200 },
  plastic: { emissivity: 0.9, conductivity: 0.2 },
  wood: { emissivity: 0.9, conductivity: 0.12 },
} as const;

export interface Box {
  style: 'sealed' | 'vented' | 'fan';
  material: keyof typeof MATERIALS;
  mounting: 'free' | 'table' | 'wall';
  width: number;
  height: number;
  depth: number;
  wallThickness: number;
  ventInlet: number;
  ventOutlet: number;
  ventHeight: number;
  fanFlow: number;
  altitude: number;
}

/** Area that gives off heat, m²: a face on a table or a wall does not, half of the bottom does elsewhere. */
export const effectiveArea = ({ width: w, height: h, depth: d, mounting }: Box): number =>
  w * d + w * d * (mounting === 'table' ? 0 : 0.5) + 2 * h * d + w * h + (mounting === 'wall' ? 0 : w * h);

/** What of a box stays as it is while its temperatures are looked for. */
function shellOf(box: Box) {
  const area = effectiveArea(box);
  return { ...MATERIALS[box.material], area, thickness: box.wallThickness, film: (1.42 * Math.sqrt(airDensityRatio(box.altitude))) / box.height ** 0.25 };
}

/** The box with its wall so much warmer than outside: heat through the wall, W, and the temperatures, °C. */
export function through(box: Box, wallRise: number, ambient: number, shell = shellOf(box)) {
  const { area, film, emissivity, conductivity, thickness } = shell;
  const wall = ambient + wallRise;
  const heat = area * film * wallRise ** 1.25 + radiated(emissivity, area, wall, ambient);
  const inner = wall + (heat * thickness) / (conductivity * area);
  const inside = (heat / (area * film)) ** 0.8;
  return { heat, wall, inner, film: inside, inside: inner + inside };
}

/** Flow of air through the box, m³/s. */
export const flowOf = (box: Box, inside: number, ambient: number): number =>
  box.style === 'sealed' ? 0 : box.style === 'fan' ? box.fanFlow : stackFlow(box.ventInlet, box.ventOutlet, box.ventHeight, inside, ambient);

/** Temperatures where the heat put in leaves through wall and air, null beyond a thousand kelvin. */
export function balance(box: Box, watts: number, ambient: number) {
  if (watts === 0) return { wall: ambient, inside: ambient, flow: box.style === 'fan' ? box.fanFlow : 0, carried: 0, through: 0 };
  const shell = shellOf(box);
  const density = airDensityRatio(box.altitude);
  const carried = (inside: number) => airHeat(flowOf(box, inside, ambient), ambient, density) * (inside - ambient);
  const rise = risingRoot(
    (x) => {
      const at = through(box, x, ambient, shell);
      return at.heat + carried(at.inside) - watts;
    },
    0,
    1000,
  );
  if (rise === null) return null;
  const at = through(box, rise, ambient, shell);
  return { wall: at.wall, inside: at.inside, flow: flowOf(box, at.inside, ambient), carried: carried(at.inside), through: at.heat };
}
