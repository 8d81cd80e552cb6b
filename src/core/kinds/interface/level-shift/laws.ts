import type { AnyInputs } from '../../../stage/data.ts';

/** Whether a way of shifting goes in a direction. */
export const supported = (method: unknown, direction: unknown): boolean =>
  method === 'divider' || method === 'series-clamp' ? direction === 'down' : method === 'direct' ? direction !== 'both' : true;

export interface Way {
  high: number;
  low: number;
  /** That the line charges through, Ω. */
  ohms: number;
  current: number;
  clamp: number;
  /** Into a pin of a lower side without supply, A. */
  backFeed: number;
  fromHigh: number;
  fromLow: number;
  parts: number;
  cost: number;
}

/** Two bypass capacitors to each translator. */
const BYPASSES = 2;

/** One line by the way chosen: levels at the receiver, V, resistance, currents, parts and cost. // divider, clamp and pull-up relations; JEDEC JESD8 levels */
export function way({ given: g, parts }: AnyInputs): Way {
  const down = g.direction === 'down';
  const drive = Math.max(0, (down ? g.highVoltage : g.lowVoltage) - g.outputHighDrop);
  const rd = g.driverResistance as number;
  const r1 = (parts.R1.value ?? 0) as number;
  const r2 = (parts.R2.value ?? 0) as number;
  const into = down ? drive - g.clampDrop : 0;
  const none = { current: 0, clamp: 0, backFeed: 0, fromHigh: 0, fromLow: 0, parts: 0, cost: 0 };
  switch (g.method) {
    case 'divider': {
      const q = r2 / (r1 + rd + r2);
      const current = drive / (r1 + rd + r2);
      // A clamp to a dead rail takes what R2 leaves of it.
      const backFeed = Math.max(0, into / (r1 + rd) - g.clampDrop / r2);
      return {
        ...none,
        high: drive * q,
        low: g.outputLow * q,
        ohms: ((r1 + rd) * r2) / (r1 + rd + r2),
        current,
        backFeed,
        fromHigh: current,
        parts: 2 * g.lines,
        cost: 2 * g.lines * g.resistorCost,
      };
    }
    case 'series-clamp': {
      const clamp = Math.max(0, drive - g.lowVoltage - g.clampDrop) / (r1 + rd);
      return {
        ...none,
        high: Math.min(drive, g.lowVoltage + g.clampDrop),
        low: g.outputLow,
        ohms: r1 + rd,
        current: clamp,
        clamp,
        backFeed: Math.max(0, into) / (r1 + rd),
        fromHigh: clamp,
        parts: g.lines,
        cost: g.lines * g.resistorCost,
      };
    }
    case 'mosfet': {
      const rail = down ? g.lowVoltage : g.highVoltage;
      const pull = down ? r1 : r2;
      const [fromHigh, fromLow] = [g.highVoltage / r2, g.lowVoltage / r1];
      return {
        ...none,
        high: rail,
        low: g.outputLow + (parts.Q1.onResistance * (rail - g.outputLow)) / pull,
        // Both ways each side is charged by its own pull-up: the slower one counts.
        ohms: g.direction === 'both' ? Math.max(r1, r2) : pull,
        current: fromHigh + fromLow,
        fromHigh,
        fromLow,
        parts: 3 * g.lines,
        cost: g.lines * (2 * g.resistorCost + g.transistorCost),
      };
    }
    case 'translator': {
      const { U1 } = parts;
      const chips = Math.ceil(g.lines / U1.channels);
      const current = U1.quiescentCurrent / U1.channels;
      return {
        ...none,
        high: (down ? g.lowVoltage : g.highVoltage) - U1.outputHighDrop,
        low: U1.outputLow,
        ohms: U1.outputResistance,
        current,
        fromLow: current,
        parts: chips * (1 + BYPASSES),
        cost: chips * (g.translatorCost + BYPASSES * g.capacitorCost),
      };
    }
    default:
      return { ...none, high: drive, low: g.outputLow, ohms: rd, backFeed: rd > 0 ? Math.max(0, into) / rd : 0 };
  }
}
