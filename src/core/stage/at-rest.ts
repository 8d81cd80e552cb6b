import type { Element } from '../circuit/netlist.ts';
import type { StateId } from './data.ts';

/**
 * A stage at rest between its ports, as a meter finds it: elements are named by the slot of their part (`R1`, `U1.bias`), nodes
 * by a port, `0`, or a name of their own. What drives a port from outside, or hangs on it, is not in it: the board puts it there.
 */
export interface AtRest {
  elements: readonly Element[];
  /** Nodes of its own that have a test point. */
  points?: readonly string[];
}

export const STATE: StateId = 'typical';

/** A resistance, never quite nothing: what is 0 Ω on paper is a joint. */
export const ohms = (name: string, a: string, b: string, value: number | null): Element => ({
  is: 'resistor',
  name,
  a,
  b,
  ohms: Math.max(value ?? 0, 1e-3),
  quiet: true,
});
export const volts = (name: string, a: string, b: string, value: number): Element => ({ is: 'voltage', name, a, b, wave: { sort: 'dc', value } });
/** A current that is drawn as long as there is a voltage to draw it from. */
export const draw = (name: string, a: string, b: string, amps: number, knee = 0.5): Element => ({ is: 'load', name, a, b, amps, knee: Math.max(knee, 1e-3) });
/** A plate capacitor at rest lets nothing through; it stands there all the same, since it may be short. */
export const plates = (name: string, a: string, b: string, farads: number | null | undefined): Element[] =>
  farads ? [{ is: 'capacitor', name, a, b, farads }] : [];
/** A source behind a resistance that gives no more than its limit, and takes as much. */
export const limited = (name: string, from: string, to: string, resistance: number, limit: number): Element => ({
  is: 'regulator',
  name,
  in: from,
  out: to,
  sense: to,
  against: '0',
  reference: 1e6,
  dropout: 0,
  dropoutResistance: Math.max(resistance, 1e-3),
  limit,
  both: true,
});
/** A junction that drops so much at a current, through its slope. */
export const junctionAt = (name: string, a: string, b: string, forward: number, slope: number): Element => ({
  is: 'knee',
  name,
  a,
  b,
  volts: forward,
  ohms: Math.max(slope, 1e-3),
});
/** One leg of one or two resistors. */
export const pair = (name: string, first: number, second: { value: number | null; join: 'series' | 'parallel' }, a: string, b: string): Element[] =>
  second.value === null
    ? [ohms(name, a, b, first)]
    : second.join === 'series'
      ? [ohms(name, a, `${name}-${name}x`, first), ohms(`${name}x`, `${name}-${name}x`, b, second.value)]
      : [ohms(name, a, b, first), ohms(`${name}x`, a, b, second.value)];
