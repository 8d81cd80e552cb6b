import { assignAddresses } from '../models/addresses.ts';
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

/** A row of devices, as the bus lists them. */
interface Row {
  name: string;
  addresses: readonly number[];
  count?: number;
  capacitance?: number;
  pullUp?: number | null;
  transactions?: number;
  bytes?: number;
}

/** Where a row does not say it. */
const PIN = 1e-11;

/** Every two-wire bus of the board, its devices one by one with their addresses and their share of its time. */
export function busPlans(sum: Sum): BusPlan[] {
  return sum.stages.flatMap((s) => {
    const c = s.judged;
    const rise = s.checks.find((check) => check.id === 'rise-time');
    if (s.kind.id !== 'i2c-bus' || c.dead) return [];
    const g = c.x.given as { devices: readonly Row[]; transactionBytes: number; starts: number; clockStretch: number };
    const each = g.devices.flatMap((d) =>
      Array.from({ length: d.count ?? 1 }, (_, i) => ({ row: d, name: (d.count ?? 1) > 1 ? `${d.name} ${i + 1}` : d.name })),
    );
    const addresses = assignAddresses(each.map(({ row, name }) => ({ name, options: row.addresses })));
    const usual = c.number('transactionTime' as never);
    const time = (bytes: number) => usual + (bytes - g.transactionBytes) * perByte(c);
    return [
      {
        stage: s.id,
        title: s.title,
        devices: each.map(({ row, name }, i) => ({
          name,
          options: row.addresses,
          address: addresses[i]!,
          pullUp: row.pullUp ?? null,
          farads: row.capacitance ?? PIN,
          share: (row.transactions ?? 0) * time(row.bytes ?? g.transactionBytes),
        })),
        unassigned: addresses.filter((a) => a === null).length,
        riseTime: c.number('riseTime' as never),
        riseLimit: rise?.limit ?? NaN,
        load: c.number('busLoad' as never),
        scan: scanOf(sum, s),
      },
    ];
  });
}

/** Nine bits and what the device holds the clock, s. */
const perByte = (c: StageSum['judged']): number => {
  const g = c.x.given as { busClock: number; transactionBytes: number; starts: number; clockStretch: number };
  const bits = 9 * g.transactionBytes + g.starts + 1;
  const bit = (c.number('transactionTime' as never) - g.transactionBytes * g.clockStretch) / bits;
  return 9 * bit + g.clockStretch;
};

/** The scan that stands on the same two wires: the only one by that bus there is. */
function scanOf(sum: Sum, bus: StageSum): BusPlan['scan'] {
  const buses = sum.stages.filter((s) => s.kind.id === 'i2c-bus');
  const scans = sum.stages.filter((s) => s.kind.id === 'adc-scan' && (s.judged.x.given as { bus: string }).bus === 'i2c');
  const scan = buses.length === 1 && buses[0] === bus && scans.length === 1 ? scans[0]! : null;
  const load = scan?.judged.nominal('busLoad') ?? null;
  return scan && load !== null ? { stage: scan.id, title: scan.title, load } : null;
}
