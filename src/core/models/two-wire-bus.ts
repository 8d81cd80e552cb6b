import { assignAddresses, type Addressed } from './addresses.ts';
import type { AnyInputs } from '../stage/data.ts';

/** From 30 to 70 % of an exponential. */
export const RISE = Math.log(0.7 / 0.3);
/** What an open-drain output adds to the alert line, F. */
export const ALERT_PIN = 1e-11;
/** Where a row says nothing. */
const USUAL = { capacitance: 1e-11, inputHighRatio: 0.7, above: 0.5 } as const;
/** Up to this voltage the low level is a share of it. */
const LOW_BUS = 2;

/** Most clock, rise time, capacitance and sink current of the modes. // I2C-bus specification and user manual */
export const MODES = {
  standard: { clock: 100e3, rise: 1e-6, farads: 400e-12, sink: 3e-3 },
  fast: { clock: 400e3, rise: 300e-9, farads: 400e-12, sink: 3e-3 },
  'fast-plus': { clock: 1e6, rise: 120e-9, farads: 550e-12, sink: 20e-3 },
  'high-speed': { clock: 3.4e6, rise: 40e-9, farads: 100e-12, sink: 3e-3 },
} as const;
type Mode = keyof typeof MODES;

/** A row of the devices as it is typed. */
export interface Row {
  name: string;
  addresses: readonly number[];
  count?: number;
  capacitance?: number;
  pullUp?: number | null;
  supplyVoltage?: number;
  inputHighRatio?: number;
  inputMaximum?: number;
  transactions?: number;
  bytes?: number;
}

export const clockOf = (g: AnyInputs): number => (g.busClock > 0 ? g.busClock : MODES[g.mode as Mode].clock);

/** How long a transaction of so many bytes takes, s. // frames of the I2C-bus specification */
export const transaction = (g: AnyInputs, bytes: number): number => (9 * bytes + g.starts + 1) / clockOf(g) + bytes * g.clockStretch;

/** Low level that a device guarantees, V, and the current it then sinks, A. */
export function lowOf(mode: Mode, volts: number): { low: number; sinks: number } {
  const weak = volts <= LOW_BUS;
  return { low: weak ? 0.2 * volts : 0.4, sinks: weak && mode !== 'high-speed' ? 2e-3 : MODES[mode].sink };
}

/** The lines as they are: capacitance, F, pull-ups, Ω, low level and what sinks it; the pickiest device. */
export function bus({ given: g, parts }: AnyInputs) {
  const rows = (g.devices as readonly Row[]).map((d) => ({
    ...d,
    count: d.count ?? 1,
    transactions: d.transactions ?? 0,
    farads: d.capacitance ?? USUAL.capacitance,
    supply: d.supplyVoltage ?? (g.busVoltage as number),
  }));
  const volts = g.busVoltage as number;
  let siemens = 1 / parts.R1.value;
  let farads = g.traceLength * g.traceCapacitance + g.cableLength * g.cableCapacitance + g.controllerCapacitance;
  let [high, overdrive, count] = [Infinity, 0, 0];
  for (const d of rows) {
    count += d.count;
    farads += d.count * d.farads;
    if (d.pullUp) siemens += d.count / d.pullUp;
    high = Math.min(high, volts / ((d.inputHighRatio ?? USUAL.inputHighRatio) * d.supply));
    const most = d.inputMaximum ?? d.supply + USUAL.above;
    overdrive = Math.max(overdrive, most > d.supply ? (volts - d.supply) / (most - d.supply) : volts / most);
  }
  const { low, sinks } = lowOf(g.mode as Mode, volts);
  return { rows, count, farads, ohms: 1 / siemens, low, sinks, sink: Math.max(0, volts - low) * siemens, high: Number.isFinite(high) ? high : 1, overdrive };
}

/** Each device of its own, those alike one after another. */
export const each = (rows: readonly Row[]): Addressed[] =>
  rows.flatMap((d) => Array.from({ length: d.count ?? 1 }, (_, i) => ({ name: (d.count ?? 1) > 1 ? `${d.name} ${i + 1}` : d.name, options: d.addresses })));

const assigned = new WeakMap<readonly Row[], { counts: readonly (number | undefined)[]; left: number }>();

/** How many devices are left without an address. Every corner of a stage asks with the same rows, of which only counts may move. */
export function unassignedOf(rows: readonly Row[]): number {
  const known = assigned.get(rows);
  if (known?.counts.every((count, i) => count === rows[i]!.count)) return known.left;
  const left = assignAddresses(each(rows)).filter((a) => a === null).length;
  assigned.set(rows, { counts: rows.map((d) => d.count), left });
  return left;
}
