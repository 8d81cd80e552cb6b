import type { Element } from '../../../circuit/netlist.ts';
import type { Simulation } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/judged.ts';

/** The input network: source, R1, C1, and for a converter without C1 its sampling capacitor through the closed switch. */
export function simulate(x: AnyInputs, o: Record<string, number>): Simulation | null {
  const { given: g, parts } = x;
  const r = g.sourceResistance + parts.R1.value;
  const own = parts.C1.value > 0;
  if (r === 0 || (!own && g.converter === 'sigma-delta')) return null;
  const farads = own ? parts.C1.value : parts.U1.samplingCapacitor;
  const ohms = own ? r : r + parts.U1.switchResistance;
  const corner = 1 / (2 * Math.PI * ohms * farads);
  const elements: Element[] = [
    { is: 'voltage', name: 'V1', a: 'src', b: '0', wave: { sort: 'dc', value: g.measuredVoltage }, ac: 1 },
    { is: 'resistor', name: 'R1', a: 'src', b: own ? 'out' : 'pin', ohms: r },
    ...(own ? [] : [{ is: 'resistor', name: 'Rsw', a: 'pin', b: 'out', ohms: parts.U1.switchResistance } as const]),
    { is: 'capacitor', name: own ? 'C1' : 'Cs', a: 'out', b: '0', farads },
    ...(Number.isFinite(g.inputResistance) ? [{ is: 'resistor', name: 'Rin', a: 'out', b: '0', ohms: g.inputResistance } as const] : []),
  ];
  return {
    elements,
    out: 'out',
    band: [corner / 1000, corner * 1000],
    time: { stop: 10 * ohms * farads, start: 'rest' },
    confirms:
      o.cutoffFrequency === undefined
        ? {}
        : {
            cutoffFrequency: (b) => b.corner('out', corner / 1e4, corner * 100),
            nyquistAttenuation: (b) => relative(b.gain('out', corner / 1e6), b.gain('out', g.sampleRate / 2), x.carried.pathNyquist),
          },
  };
}

/** Attenuation between two gains, dB, with what the path before takes off. */
function relative(low: number | { reason: string }, there: number | { reason: string }, before: number) {
  if (typeof low !== 'number') return low;
  return typeof there === 'number' ? 20 * Math.log10(low / there) + before : there;
}
