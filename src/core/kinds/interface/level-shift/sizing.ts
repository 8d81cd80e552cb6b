import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { way } from './laws.ts';

const KEEP = 4;
const [LEAST, MOST] = [500, 1e5];

/** A divider that meets both levels and the rate with the least current; the largest clamp resistor or pull-ups that meet the rate. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  // Charging takes at most so many ohms.
  const most =
    g.loadCapacitance > 0 ? g.edgeFraction / (s.range('bitRate').high * (1 + s.comfort)) / (Math.log(9) * s.range('loadCapacitance').high) : Infinity;
  const at = (r1: number, r2: number) => way({ ...x, parts: { ...x.parts, R1: { ...x.parts.R1, value: r1 }, R2: { ...x.parts.R2, value: r2 } } });
  const offer = (values: Record<string, number>, why: string): Offer => ({
    values: Object.fromEntries(Object.entries(values).filter(([slot]) => s.open(slot))),
    why,
  });
  if (g.method === 'divider') {
    const volts = s.range('highVoltage');
    const share = (drive: number, r1: number, r2: number, d1: number, d2: number) =>
      (Math.max(0, drive - g.outputHighDrop) * r2 * (1 + d2)) / (r1 * (1 + d1) + g.driverResistance + r2 * (1 + d2));
    const [t1, t2] = [s.tolerance('R1'), s.tolerance('R2')];
    const want = s.range('inputHigh').high * (1 + s.comfort);
    const stand = s.range('inputMaximum').low * (1 - s.comfort);
    const drive = Math.max(0, volts.nominal - g.outputHighDrop);
    const found: { r1: number; r2: number; current: number; off: number }[] = [];
    const r2s = s.candidates('R2', LEAST, MOST);
    for (const r1 of s.candidates('R1', LEAST, MOST))
      for (const r2 of r2s) {
        const before = r1 + g.driverResistance;
        if (((before * r2) / (before + r2)) * (1 + Math.max(t1, t2)) > most) continue;
        const [low, high] = [share(volts.low, r1, r2, t1, -t2), share(volts.high, r1, r2, -t1, t2)];
        // Beside both limits with room to spare; else nearest to the middle of them.
        const off = Math.max(0, want / low - 1, high / stand - 1);
        found.push({ r1, r2, current: drive / (before + r2), off });
      }
    found.sort((a, b) => (Math.abs(a.off - b.off) > 1e-6 ? a.off - b.off : a.current - b.current));
    return found
      .slice(0, KEEP)
      .map((p) => offer({ R1: p.r1, R2: p.r2 }, `${formatText(at(p.r1, p.r2).high, 'V', 3)} with ${formatText(p.current, 'A', 3)} a line`));
  }
  if (g.method === 'series-clamp')
    return s
      .candidates('R1', LEAST, Math.min(MOST, Math.max(LEAST, (most - g.driverResistance) / (1 + s.tolerance('R1')))))
      .slice(-KEEP)
      .reverse()
      .map((r1) => offer({ R1: r1 }, `${formatText(at(r1, 1).clamp, 'A', 3)} into each clamp`));
  if (g.method !== 'mosfet') return [];
  const pull = (slot: string) => s.candidates(slot, LEAST, Math.min(MOST, Math.max(LEAST, most / (1 + s.tolerance(slot)))));
  const [r1s, r2s] = [pull('R1'), pull('R2')];
  return Array.from({ length: Math.min(KEEP, Math.max(r1s.length, r2s.length)) }, (_, k) => {
    const [r1, r2] = [r1s.at(-1 - k) ?? r1s[0]!, r2s.at(-1 - k) ?? r2s[0]!];
    return offer({ R1: r1, R2: r2 }, `${formatText(at(r1, r2).current, 'A', 3)} a line while low`);
  });
}
