import type { Element } from '../../../circuit/netlist.ts';
import type { Transient } from '../../../circuit/transient.ts';
import type { Simulation } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { circuit } from './circuit.ts';

/** A diode so sharp that its drop is the source's: some 50 mV at an ampere. */
const SHARP = { saturation: 1e-9, emission: 0.1 };
const KNEE = 0.1 * 0.02585;
const PERIODS = 12;

/** Both halves of the rectified wave as sources behind sharp diodes, charging C1 under a constant load. */
export function simulate(x: AnyInputs, o: Record<string, number>): Simulation | null {
  const c = circuit(x);
  if (o.outputVoltage === undefined || c.load <= 0) return null;
  const knee = KNEE * Math.log(Math.max(o.diodePeakCurrent ?? 1, 1e-3) / SHARP.saturation);
  const side = (name: string, phase: number): Element[] => [
    { is: 'voltage', name: `V${name}`, a: `s${name}`, b: '0', wave: { sort: 'sine', offset: knee - c.drop, amplitude: c.crest, frequency: c.mains, phase } },
    { is: 'resistor', name: `R${name}`, a: `s${name}`, b: `d${name}`, ohms: c.resistance, quiet: true },
    { is: 'diode', name: `D${name}`, a: `d${name}`, b: 'out', ...SHARP },
  ];
  const period = (c.half ? 1 : 0.5) / c.mains;
  const stop = PERIODS * period;
  const run = { stop, step: period / 400, start: 'rest' as const, outputs: ['out'] };
  const last = (t: Transient, read: (v: readonly number[], dt: readonly number[]) => number) => {
    const from = t.time.findIndex((s) => s >= stop - period);
    const [v, dt]: [number[], number[]] = [[], []];
    for (let i = from; i < t.time.length; i++) {
      v.push((t.signals.out![i]! + t.signals.out![i - 1]!) / 2);
      dt.push(t.time[i]! - t.time[i - 1]!);
    }
    return read(v, dt);
  };
  const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
  return {
    elements: [
      ...side('p', 0),
      ...(c.half ? [] : side('n', Math.PI)),
      { is: 'capacitor', name: 'C1', a: 'out', b: '0', farads: c.farads, esr: c.esr, initial: o.outputVoltage },
      { is: 'current', name: 'IL', a: 'out', b: '0', wave: { sort: 'dc', value: c.load } },
    ],
    out: 'out',
    band: [1, 1e4],
    time: { stop, start: 'rest' },
    confirms: {
      outputVoltage: (b) => b.over(run, (t) => last(t, (v, dt) => sum(v.map((y, i) => y * dt[i]!)) / sum(dt))),
      outputTrough: (b) => b.over(run, (t) => last(t, (v) => Math.min(...v))),
      outputPeak: (b) => b.over(run, (t) => last(t, (v) => Math.max(...v))),
    },
  };
}
