import type { Element } from '../../../circuit/netlist.ts';
import type { Simulation } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { solve } from './laws.ts';

/** The op amp as a macro with its resistors, source and load, about the reference level; sources stand for signals. */
export function simulate(x: AnyInputs): Simulation | null {
  const { given: g, parts } = x;
  const u = parts.U1;
  const s = solve(x);
  const resistor = (name: string, a: string, b: string, ohms: number, quiet = false): Element => ({
    is: 'resistor',
    name,
    a,
    b,
    ohms: Math.max(ohms, 1e-3),
    quiet,
  });
  const sine = (name: string, a: string, amplitude: number): Element => ({
    is: 'voltage',
    name,
    a,
    b: '0',
    wave: { sort: 'sine', offset: 0, amplitude, frequency: g.signalFrequency },
    ac: amplitude === 0 ? 0 : amplitude / g.inputAmplitude,
  });
  const amplitude = g.inputAmplitude;
  const rs = g.sourceResistance;
  const inverting = g.topology === 'inverting' || g.topology === 'summing';
  const ways: Element[] = inverting
    ? [
        ...(['R1', 'R5', 'R6'] as const).flatMap((id, i) => {
          const ohms = parts[id].value;
          return ohms ? [sine(`V${id}`, `s${i}`, i === 0 ? amplitude : 0), resistor(id, `s${i}`, 'n', ohms + rs)] : [];
        }),
        resistor('R3', 'p', '0', parts.R3.value ?? 0),
      ]
    : g.topology === 'difference'
      ? [
          sine('Vn', 's1', -amplitude / 2),
          resistor('R1', 's1', 'n', parts.R1.value + rs),
          sine('Vp', 's2', amplitude / 2),
          resistor('R3', 's2', 'p', parts.R3.value + rs),
          resistor('R4', 'p', '0', parts.R4.value),
        ]
      : [
          sine('Vin', 's', amplitude),
          resistor('R3', 's', 'p', rs + (parts.R3.value ?? 0)),
          ...(g.topology === 'buffer' ? [] : [resistor('R1', 'n', '0', parts.R1.value)]),
        ];
  if (amplitude === 0) return null;
  return {
    elements: [
      ...ways,
      resistor('R2', 'n', 'out', g.topology === 'buffer' ? 1e-3 : parts.R2.value),
      {
        is: 'opamp',
        name: 'U1',
        p: 'p',
        n: 'n',
        out: 'out',
        openLoopGain: u.openLoopGain,
        gainBandwidth: u.gainBandwidth,
        voltageNoise: u.voltageNoise,
        voltageNoiseCorner: u.voltageNoiseCorner,
        currentNoise: u.currentNoise,
      },
      resistor('RL', 'out', '0', g.loadResistance, true),
      ...(g.loadCapacitance > 0 ? [{ is: 'capacitor' as const, name: 'CL', a: 'out', b: '0', farads: g.loadCapacitance }] : []),
    ],
    out: 'out',
    band: [Math.min(10, g.noiseBandLow), 10 * u.gainBandwidth],
    time: { stop: 4 / g.signalFrequency, start: 'rest' },
    confirms: {
      ...(g.topology === 'summing' && (parts.R5.value || parts.R6.value) ? {} : { outputPeak: (b) => times(b.gain('out', g.signalFrequency), amplitude) }),
      bandwidth: (b) => b.corner('out', Math.min(1, s.bandwidth / 1e4), 20 * s.bandwidth),
      ...(x.carried.sourceNoise === null && u.currentNoiseCorner === 0 ? { outputNoise: (b) => b.noise('out', g.noiseBandLow, g.noiseBandHigh) } : {}),
    },
  };
}

const times = <T>(m: number | T, k: number): number | T => (typeof m === 'number' ? m * k : m);
