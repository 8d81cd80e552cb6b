import { completeE, completeK } from '../../../math/elliptic.ts';
import { COPPER_TEMPCO, copperResistivity } from '../../../physics/copper.ts';
import type { AnyInputs } from '../../../stage/data.ts';

const MU0 = 4e-7 * Math.PI;
export const AIR = 1.204;

/** Perimeter over apothem, and the constants of the current sheet and of the modified Wheeler expressions. // [Mohan] */
const SHAPES = {
  circle: { perimeter: 2 * Math.PI, sheet: [1, 2.46, 0, 0.2], wheeler: null },
  square: { perimeter: 8, sheet: [1.27, 2.07, 0.18, 0.13], wheeler: [2.34, 2.75] },
  hexagon: { perimeter: 4 * Math.sqrt(3), sheet: [1.09, 2.23, 0, 0.17], wheeler: [2.33, 3.82] },
  octagon: { perimeter: 16 * Math.tan(Math.PI / 8), sheet: [1.07, 2.29, 0, 0.19], wheeler: [2.25, 3.55] },
} as const;
export type Outline = keyof typeof SHAPES;
export const SHAPE_NAMES = Object.keys(SHAPES) as [Outline, ...Outline[]];

/** The spiral's measures; SI. */
export function geometry({ given: g, parts: { L1 } }: AnyInputs) {
  const shape = SHAPES[g.shape as Outline];
  const { turns, traceWidth: w, traceGap: gap } = L1;
  const inner = g.outerDiameter - 2 * turns * w - 2 * (turns - 1) * gap;
  const apothem = (i: number) => g.outerDiameter / 2 - w / 2 - i * (w + gap);
  // Sum of an arithmetic row.
  const sum = turns * (apothem(0) + apothem(turns - 1)) * 0.5;
  return { shape, inner, apothem, turns: turns as number, length: g.layers * shape.perimeter * sum };
}

/** Resistance of the copper at a temperature, ohm. // [IEC 60028] */
export const resistanceAt = ({ given: g, parts: { L1 } }: AnyInputs, length: number, celsius: number): number =>
  (copperResistivity(celsius) * length) / (L1.traceWidth * g.copperThickness);

/** Slope of the resistance at a temperature, 1/K. */
export const slopeAt = (celsius: number): number => COPPER_TEMPCO / (1 + COPPER_TEMPCO * (celsius - 20));

/** Mutual inductance of two coaxial circles, H. // [Maxwell] by complete elliptic integrals */
export function mutual(a: number, b: number, z: number): number {
  const k2 = (4 * a * b) / ((a + b) ** 2 + z * z);
  const k = Math.sqrt(k2);
  return MU0 * Math.sqrt(a * b) * ((2 / k - k) * completeK(k) - (2 / k) * completeE(k));
}

/** Inductance of one layer by the current sheet, and by the other expression where the shape has one, H. // [Mohan] */
export function oneLayer(outer: number, inner: number, turns: number, outline: Outline): { sheet: number; wheeler: number | null } {
  const { sheet: c, wheeler } = SHAPES[outline];
  const mean = (outer + inner) / 2;
  const fill = (outer - inner) / (outer + inner);
  return {
    sheet: ((MU0 * turns ** 2 * mean * c[0]) / 2) * (Math.log(c[1] / fill) + c[2] * fill + c[3] * fill ** 2),
    wheeler: wheeler && (wheeler[0] * MU0 * turns ** 2 * mean) / (1 + wheeler[1] * fill),
  };
}

/** Share of one layer's flux that links another at a distance. // filaments of equal area; the geometric mean distance of a conductor from itself */
export function coupling(x: AnyInputs, distance: number): number {
  const { shape, apothem, turns } = geometry(x);
  const own = 0.2235 * (x.parts.L1.traceWidth + x.given.copperThickness);
  const factor = Math.sqrt(shape.perimeter / (2 * Math.PI));
  const r = Array.from({ length: turns }, (_, i) => apothem(i) * factor);
  let [far, near] = [0, 0];
  for (let i = 0; i < turns; i++)
    for (let j = i; j < turns; j++) {
      const times = i === j ? 1 : 2;
      far += times * mutual(r[i]!, r[j]!, distance);
      near += times * mutual(r[i]!, r[j]!, i === j ? own : 0);
    }
  return far / near;
}

/** Inductance of all layers in series, H. */
export function inductance(x: AnyInputs): number {
  const { given: g } = x;
  const { inner, turns } = geometry(x);
  const { sheet } = oneLayer(g.outerDiameter, inner, turns, g.shape);
  let sum = g.layers as number;
  for (let q = 1; q < g.layers; q++) sum += 2 * (g.layers - q) * coupling(x, q * g.layerSpacing);
  return sheet * sum;
}
