/**
 * A circuit as data. Nodes are names; `0` is ground. Users never write one: each kind builds it from its parts.
 */
export const GROUND = '0';

/** A source's value over time; for AC only its amplitude counts. */
export type Waveform =
  | { sort: 'dc'; value: number }
  | { sort: 'sine'; offset: number; amplitude: number; frequency: number; phase?: number; delay?: number }
  | { sort: 'pulse'; low: number; high: number; delay: number; rise: number; fall: number; width: number; period: number }
  | { sort: 'pieces'; points: readonly (readonly [time: number, value: number])[] };

/** From nothing to a level at the start, s and the source's unit. */
export const stepWave = (level: number, rise = 1e-9): Waveform => ({
  sort: 'pieces',
  points: [
    [0, 0],
    [rise, level],
  ],
});

interface Between {
  name: string;
  a: string;
  b: string;
}

export interface Resistor extends Between {
  is: 'resistor';
  ohms: number;
  /** Makes no thermal noise. */
  quiet?: boolean;
}
export interface Capacitor extends Between {
  is: 'capacitor';
  farads: number;
  esr?: number;
  /** Voltage at the start of a transient; the operating point where left out. */
  initial?: number;
}
export interface Inductor extends Between {
  is: 'inductor';
  henries: number;
  dcr?: number;
  initial?: number;
}
/** Couples two inductors by name, −1 < k < 1. */
export interface Coupling {
  is: 'coupling';
  name: string;
  first: string;
  second: string;
  k: number;
}
export interface VoltageSource extends Between {
  is: 'voltage';
  wave: Waveform;
  /** Amplitude in AC analysis. */
  ac?: number;
}
/** Current from a through the source to b. */
export interface CurrentSource extends Between {
  is: 'current';
  wave: Waveform;
  ac?: number;
}
/** Output between a and b, controlled by the voltage between p and n. */
export interface VoltageControlled extends Between {
  is: 'vcvs' | 'vccs';
  p: string;
  n: string;
  gain: number;
}
/** Controlled by the current through a voltage source. */
export interface CurrentControlled extends Between {
  is: 'cccs' | 'ccvs';
  through: string;
  gain: number;
}
/**
 * Op amp: 1/A(s) = 1/A0 + s/(2π·gainBandwidth), output resistance in series. Swing limits act at DC and in time.
 * Noise: voltageNoise²·(1 + corner/f) at the inputs, currentNoise white at each.
 */
export interface OpAmp {
  is: 'opamp';
  name: string;
  p: string;
  n: string;
  out: string;
  openLoopGain: number;
  gainBandwidth: number;
  inputResistance?: number;
  outputResistance?: number;
  swing?: readonly [low: number, high: number];
  slewRate?: number;
  voltageNoise?: number;
  voltageNoiseCorner?: number;
  currentNoise?: number;
}
/** Anode a, cathode b. */
export interface Diode extends Between {
  is: 'diode';
  saturation: number;
  emission?: number;
  seriesResistance?: number;
}
export interface Switch extends Between {
  is: 'switch';
  on: number;
  off: number;
  /** Closed between pairs of times, repeated with the period where one is given. */
  closed?: { from: number; to: number; period?: number };
  /** Closed while the voltage between p and n is above this, with a smooth change over `width`. */
  control?: { p: string; n: string; threshold: number; width: number };
}
/** Collector, base, emitter. `type` 1 for NPN, −1 for PNP. */
export interface Bipolar {
  is: 'bipolar';
  name: string;
  c: string;
  b: string;
  e: string;
  type: 1 | -1;
  saturation: number;
  forwardGain: number;
  reverseGain?: number;
}
/** Drain, gate, source. `type` 1 for N, −1 for P channel; square law with channel-length modulation. */
export interface Mosfet {
  is: 'mosfet';
  name: string;
  d: string;
  g: string;
  s: string;
  type: 1 | -1;
  threshold: number;
  /** A/V², drain current (k/2)·(Vgs − Vt)² in saturation. */
  k: number;
  lambda?: number;
}

/**
 * Holds `reference` between two nodes by the current it lets through from `in` to `out`; where its input does not reach, it
 * passes it less the drop-out; it gives no more than its limit and takes nothing back, unless it is a plain source that is
 * limited `both` ways.
 */
export interface Regulator {
  is: 'regulator';
  name: string;
  in: string;
  out: string;
  sense: string;
  against: string;
  reference: number;
  dropout: number;
  dropoutResistance: number;
  limit: number;
  both?: boolean;
}
/** Takes a current from a to b while there are more than `knee` volts across it, proportionally less below, nothing backwards. */
export interface Load extends Between {
  is: 'load';
  amps: number;
  knee: number;
}
/** Blocks below its voltage from a to b, conducts above it through its impedance; backwards a plain junction in series with it. */
export interface Knee extends Between {
  is: 'knee';
  volts: number;
  ohms: number;
}

export type Element =
  | Regulator
  | Load
  | Knee
  | Resistor
  | Capacitor
  | Inductor
  | Coupling
  | VoltageSource
  | CurrentSource
  | VoltageControlled
  | CurrentControlled
  | OpAmp
  | Diode
  | Switch
  | Bipolar
  | Mosfet;

export interface Netlist {
  elements: readonly Element[];
  /** °C of everything in it. */
  celsius: number;
}

/** A circuit that cannot be solved: which node, and when, in words. */
export interface Unsolved {
  ok: false;
  node: string;
  time?: number;
  reason: string;
}

/** Value of a waveform at a time. */
export function valueAt(w: Waveform, t: number): number {
  switch (w.sort) {
    case 'dc':
      return w.value;
    case 'sine': {
      const since = t - (w.delay ?? 0);
      return since < 0 ? w.offset : w.offset + w.amplitude * Math.sin(2 * Math.PI * w.frequency * since + (w.phase ?? 0));
    }
    case 'pulse': {
      if (t < w.delay) return w.low;
      const at = (t - w.delay) % w.period;
      if (at < w.rise) return w.low + ((w.high - w.low) * at) / w.rise;
      if (at < w.rise + w.width) return w.high;
      const fallen = at - w.rise - w.width;
      return fallen < w.fall ? w.high + ((w.low - w.high) * fallen) / w.fall : w.low;
    }
    case 'pieces': {
      const p = w.points;
      if (p.length === 0) return 0;
      const next = p.findIndex(([time]) => time > t);
      if (next < 0) return p.at(-1)![1];
      if (next === 0) return p[0]![1];
      const [[t0, v0], [t1, v1]] = [p[next - 1]!, p[next]!];
      return v0 + ((v1 - v0) * (t - t0)) / (t1 - t0);
    }
  }
}

/** Times in (0, stop] at which a waveform has a corner: a transient steps onto them exactly. */
export function cornersOf(w: Waveform, stop: number): number[] {
  if (w.sort === 'pieces') return w.points.map(([t]) => t).filter((t) => t > 0 && t <= stop);
  if (w.sort === 'sine') return w.delay && w.delay > 0 && w.delay <= stop ? [w.delay] : [];
  if (w.sort !== 'pulse') return [];
  const times: number[] = [];
  const marks = [0, w.rise, w.rise + w.width, w.rise + w.width + w.fall];
  for (let start = w.delay; start <= stop; start += w.period) for (const m of marks) if (start + m > 0 && start + m <= stop) times.push(start + m);
  return times;
}
