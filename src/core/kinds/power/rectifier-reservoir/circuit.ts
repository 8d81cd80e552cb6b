import type { AnyInputs } from '../../../stage/judged.ts';
import type { Charging } from './solve.ts';

type Topology = 'bridge' | 'centre-tap' | 'half-wave';

/** Resistance of the secondary in use with the reflected primary, ohm. // [IEC 61558] from the regulation; of a centre tap one half conducts at a time */
export const secondaryOhms = (g: {
  sourceResistance: number | null;
  regulation: number;
  secondaryVoltage: number;
  transformerVa: number;
  topology: Topology;
}): number => g.sourceResistance ?? ((g.regulation * g.secondaryVoltage ** 2) / g.transformerVa) * (g.topology === 'centre-tap' ? 1.5 : 1);

/** The charging circuit of inputs as they stand. */
export function circuit(x: AnyInputs): Charging {
  const { given: g, parts } = x;
  const diodes = g.topology === 'bridge' ? 2 : 1;
  return {
    crest: Math.SQRT2 * g.secondaryVoltage * (1 + g.regulation) * g.lineFactor,
    drop: diodes * parts.D1.forwardVoltage,
    resistance: Math.max(secondaryOhms(g) + diodes * parts.D1.dynamicResistance, 1e-3),
    farads: parts.C1.value * g.capacitanceAgeing,
    esr: parts.C1.esr,
    load: g.loadCurrent,
    mains: g.mainsFrequency,
    half: g.topology === 'half-wave',
  };
}
