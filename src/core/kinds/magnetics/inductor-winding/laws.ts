import type { AnyInputs } from '../../../stage/data.ts';
import { copperResistivity } from '../../../physics/copper.ts';
import { copperArea, coreLoss, dowell, settled, VACUUM, type Wire } from '../../../physics/winding.ts';

/** How much a gap's field spreads beyond it. // [Magnetics] fringing */
export const fringing = ({ parts: { L1 } }: AnyInputs): number => 1 + (L1.gap / Math.sqrt(L1.coreArea)) * Math.log((2 * L1.windowHeight) / L1.gap);

/** Inductance without bias, H. // [Magnetics] reluctance of a gapped core; [Wheeler] single-layer air coil */
export function unbiased(x: AnyInputs): number {
  const { L1, W1 } = x.parts;
  const n2 = (W1.turns ?? 0) ** 2;
  switch (x.given.core) {
    case 'factor':
      return n2 * L1.inductanceFactor;
    case 'air':
      return (n2 * L1.radius ** 2 * 1e-6) / (0.0254 * (9 * L1.radius + 10 * L1.length));
    default:
      return (VACUUM * n2 * L1.coreArea) / (L1.gap / fringing(x) + (L1.pathLength - L1.gap) / L1.relativePermeability);
  }
}

export const peak = ({ given: g }: AnyInputs): number => g.loadCurrent + g.rippleCurrent / 2;

/** Share of the inductance that is left at a current: powder cores lose it gently. // [Magnetics] roll-off */
export function left({ given: g, parts: { L1, W1 } }: AnyInputs, amps: number): number {
  if (L1.halfBias === null || g.core === 'air') return 1;
  return 1 / (1 + (((W1.turns ?? 0) * amps) / L1.pathLength / L1.halfBias) ** L1.biasExponent);
}

export const atPeak = (x: AnyInputs): number => unbiased(x) * left(x, peak(x));

/** Peak flux and its swing, T; no core, no flux. // Faraday */
export function fluxes(x: AnyInputs): { peak: number; swing: number } {
  const { L1, W1 } = x.parts;
  const each = atPeak(x) / ((W1.turns ?? 0) * L1.coreArea);
  return { peak: each * peak(x), swing: each * x.given.rippleCurrent };
}

/** Length of one turn, m. */
export const turn = ({ given: g, parts: { L1 } }: AnyInputs): number => (g.core === 'air' ? 2 * Math.PI * L1.radius : L1.meanTurnLength);

/** Hot winding: temperature, °C, resistance, Ω, how much more of it the ripple sees, and losses, W. Null where it runs away. */
export function heated(x: AnyInputs): { celsius: number; dcr: number; ratio: number; copper: number; core: number } | null {
  const { given: g, parts, ambient } = x;
  const { L1, W1 } = parts;
  const wire = W1 as Wire;
  const length = (W1.turns ?? 0) * turn(x);
  const core = g.core === 'air' ? 0 : coreLoss(L1, g.switchingFrequency, fluxes(x).swing / 2);
  const at = (celsius: number) => {
    const dcr = (copperResistivity(celsius) * length) / copperArea(wire);
    const ratio = dowell(wire, g.switchingFrequency, celsius);
    // Mean square of a triangle of this swing is a twelfth of its square.
    return { dcr, ratio, copper: dcr * (g.loadCurrent ** 2 + (ratio * g.rippleCurrent ** 2) / 12) };
  };
  const celsius = settled(ambient, L1.thermalResistance, (t) => at(t).copper + core);
  return celsius === null ? null : { celsius, ...at(celsius), core };
}

/** Where the turns lie side by side, m: along the bobbin or the air coil. */
export const breadth = ({ given: g, parts: { L1 } }: AnyInputs): number => (g.core === 'air' ? L1.length : L1.windowHeight);
