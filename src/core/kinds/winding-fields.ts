import { num } from '../stage/fields.ts';

/** Parameters of a winding; its turns are sized where nobody typed them. */
export const windingParams = (usual: { bare: number; outer: number; layers: number }) =>
  ({
    turns: num('count', null, 'of the whole winding; none: it is sized, or the winding is not there', { min: 1, integer: true, title: 'turns' }),
    diameter: num('m', usual.bare, 'bare copper of one strand', { title: 'wire' }),
    outerDiameter: num('m', usual.outer, 'of one strand with its enamel', { title: 'wire with enamel' }),
    strands: num('count', 1, 'twisted or side by side', { min: 1, integer: true, title: 'strands' }),
    layers: num('count', usual.layers, 'of the whole winding', { min: 1, integer: true, title: 'layers' }),
  }) as const;

/** Volume and loss of a core, and how its heat leaves. */
export const CORE_LOSS = (usual: { volume: number; density: number; frequency: number; flux: number; fluxExponent: number; kelvin: number }) =>
  ({
    coreVolume: num('m3', usual.volume, 'effective', { title: 'volume of the core' }),
    lossDensity: num('W/m3', usual.density, 'at the frequency and flux of its data', { min: 0, title: 'loss of the material' }),
    lossFrequency: num('Hz', usual.frequency, 'at which its loss is told', { title: 'frequency of its data' }),
    lossFlux: num('T', usual.flux, 'peak, at which its loss is told', { title: 'flux of its data' }),
    frequencyExponent: num('', 1.4, 'of the loss', { min: 0, title: 'exponent of frequency' }),
    fluxExponent: num('', usual.fluxExponent, 'of the loss', { min: 0, title: 'exponent of flux' }),
    thermalResistance: num('K/W', usual.kelvin, 'from the winding to the air', { title: 'winding to air' }),
    maximumTemperature: num('degC', 110, 'of wire and bobbin', { any: true, title: 'hottest allowed' }),
  }) as const;
