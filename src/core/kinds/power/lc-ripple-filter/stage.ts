import type { AnyInputs } from '../../../stage/judged.ts';
import type { LcNetwork } from './network.ts';

export const NUMBERS = [1, 2, 3] as const;

/** Inductance left at a current: flat, then falling by 30 % at the saturation current, as ferrites do. */
const left = (henries: number, amps: number, saturation: number): number => henries / (1 + (3 / 7) * (amps / saturation) ** 8);

/** The network of inputs as they stand; the load's incremental conductance by its kind. */
export function network({ given: g, parts }: AnyInputs): LcNetwork {
  const numbers = NUMBERS.filter((n) => n <= g.sections);
  const drop = numbers.reduce((sum, n) => sum + parts[`L${n}`].dcr, 0) * g.loadCurrent;
  const slope = g.loadCurrent / Math.max(g.inputVoltage - drop, 1e-9);
  return {
    source: g.sourceResistance,
    conductance: g.loadKind === 'resistive' ? slope : g.loadKind === 'constant-power' ? -slope : 0,
    sections: numbers.map((n) => {
      const [l, c, r, d] = [parts[`L${n}`], parts[`C${n}`], parts[`RD${n}`], parts[`CD${n}`]];
      const henries = left(l.value, g.loadCurrent, l.saturationCurrent);
      return {
        henries,
        dcr: l.dcr,
        own: l.selfResonance ? 1 / ((2 * Math.PI * l.selfResonance) ** 2 * l.value) : 0,
        farads: c.value * c.biasFactor,
        esr: c.esr,
        esl: c.esl,
        damper: r.value && d.value ? { ohms: r.value, farads: d.value } : null,
      };
    }),
  };
}

/** Damper of an LC section for a ratio of capacitances: resistance that makes the peak output impedance least. // [Middlebrook] R-C damping optimum */
export const dampingOhms = (henries: number, farads: number, n: number): number =>
  Math.sqrt(henries / farads) * Math.sqrt(((2 + n) * (4 + 3 * n)) / (2 * n * n * (4 + n)));
