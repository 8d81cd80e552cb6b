import { assignAddresses } from '../models/addresses.ts';
import { bus, each, MODES, transaction, type Row } from '../models/two-wire-bus.ts';
import type { StageSum, Sum } from './evaluate.ts';

/** A device on a bus with the address it gets. */
export interface BusDevice {
  name: string;
  options: readonly number[];
  address: number | null;
  pullUp: number | null;
  farads: number;
  /** Of the bus's time. */
  share: number;
}
export interface BusPlan {
  stage: string;
  title: string;
  devices: readonly BusDevice[];
  unassigned: number;
  riseTime: number;
  riseLimit: number;
  load: number;
  /** The scan whose converters hang on it, and the share of time it wants. */
  scan: { stage: string; title: string; load: number } | null;
}

/** Every two-wire bus of the board, its devices one by one with their addresses and their share of its time. */
export function busPlans(sum: Sum): BusPlan[] {
  return sum.stages.flatMap((s) => {
    const c = s.judged;
    if (s.kind.id !== 'i2c-bus' || c.dead) return [];
    const g = c.x.given as { devices: readonly Row[]; mode: keyof typeof MODES; transactionBytes: number };
    const rows = bus(c.x).rows.flatMap((row) => Array.from({ length: row.count }, () => row));
    const devices = each(g.devices);
    const addresses = assignAddresses(devices);
    return [
      {
        stage: s.id,
        title: s.title,
        devices: devices.map(({ name, options }, i) => {
          const { pullUp, farads, transactions, bytes } = rows[i]!;
          return { name, options, address: addresses[i]!, pullUp: pullUp ?? null, farads, share: transactions * transaction(g, bytes ?? g.transactionBytes) };
        }),
        unassigned: addresses.filter((a) => a === null).length,
        riseTime: c.number('riseTime' as never),
        riseLimit: MODES[g.mode].rise,
        load: c.number('busLoad' as never),
        scan: scanOf(sum, s),
      },
    ];
  });
}

/** The scan that stands on the same two wires: the only one by that bus there is. */
function scanOf(sum: Sum, bus: StageSum): BusPlan['scan'] {
  const buses = sum.stages.filter((s) => s.kind.id === 'i2c-bus');
  const scans = sum.stages.filter((s) => s.kind.id === 'adc-scan' && (s.judged.x.given as { bus: string }).bus === 'i2c');
  const scan = buses.length === 1 && buses[0] === bus && scans.length === 1 ? scans[0]! : null;
  const load = scan?.judged.nominal('busLoad') ?? null;
  return scan && load !== null ? { stage: scan.id, title: scan.title, load } : null;
}
