import { passes } from '../../../circuit/measure.ts';
import type { Element } from '../../../circuit/netlist.ts';
import type { Simulation } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/judged.ts';

/** Source, R1, C1 with its ESR, load. */
export function simulate(x: AnyInputs, o: Record<string, number>): Simulation | null {
  const { given: g, parts } = x;
  const farads = parts.C1.value * parts.C1.biasFactor;
  const corner = o.cutoffFrequency;
  const tau = o.timeConstant!;
  if (corner === undefined) return null;
  const step = g.stepVoltage ?? g.fullScale;
  const elements: Element[] = [
    { is: 'voltage', name: 'V1', a: 'src', b: '0', wave: { sort: 'dc', value: step }, ac: 1 },
    ...(g.sourceResistance > 0 ? [{ is: 'resistor', name: 'Rs', a: 'src', b: 'in', ohms: g.sourceResistance } as const] : []),
    { is: 'resistor', name: 'R1', a: g.sourceResistance > 0 ? 'in' : 'src', b: 'out', ohms: parts.R1.value },
    { is: 'capacitor', name: 'C1', a: 'out', b: '0', farads, ...(parts.C1.esr > 0 ? { esr: parts.C1.esr } : {}) },
    ...(Number.isFinite(g.loadResistance) ? [{ is: 'resistor', name: 'RL', a: 'out', b: '0', ohms: g.loadResistance } as const] : []),
  ];
  const rises = { stop: 8 * tau, step: tau / 100, start: 'rest', outputs: ['out'] } as const;
  return {
    elements,
    out: 'out',
    band: [corner / 100, corner * 1000],
    time: { stop: 10 * tau, start: 'rest' },
    confirms: {
      cutoffFrequency: (b) => b.corner('out', corner / 1e4, corner * 100),
      gain: (b) => b.gain('out', corner / 1e6),
      riseTime: (b) => b.over(rises, (t) => passes(t, 'out', 0.9 * step * o.gain!) - passes(t, 'out', 0.1 * step * o.gain!)),
      noiseDensity: (b) => b.density('out', corner / 1e4),
      outputNoise: (b) => b.noise('out', corner / 1e4, corner * 1e4),
      ...(g.attenuationFrequency === null
        ? {}
        : {
            attenuation: (b) => {
              const [low, there] = [b.gain('out', corner / 1e6), b.gain('out', g.attenuationFrequency)];
              return typeof low === 'number' && typeof there === 'number' ? 20 * Math.log10(low / there) : there;
            },
          }),
    },
    ...(parts.C1.esr > 0
      ? {
          differs: {
            outputNoise: 'with an ESR the noise has no end in frequency; kT/C is what the capacitor itself holds',
            riseTime: 'the ESR makes the step jump, which the plain rise time leaves out',
          },
        }
      : {}),
  };
}
