import type { Element } from '../circuit/netlist.ts';
import type { Cell } from '../board/cell.ts';
import { isAbsent } from '../math/absent.ts';
import type { SignalDown } from '../stage/contract.ts';
import { railPorts, signalPorts } from '../stage/ports.ts';
import { draw, ohms, volts, STATE } from '../stage/at-rest.ts';
import type { Range } from '../quantity/uncertain.ts';

/** Ω of an output that says nothing of its own, and of an input that takes nothing. */
const [STIFF, INPUT] = [0.05, 1e9];

/**
 * A stage at rest by its formulas, where its kind tells no circuit: what its rails draw and give, and its signals as they stand,
 * moving with their inputs by the gain; alive as long as at least half of its supply is there.
 * @param dead its outputs give nothing: the fault leaves the formulas without a result
 */
export function byFormula(cell: Cell, volt: (port: string) => number | null, dead = false): Element[] {
  const { node, o, judged } = cell;
  const elements: Element[] = [];
  const number = (ref: unknown): number | null => {
    if (typeof ref === 'function') return (ref as (c: unknown) => Range | number | null)(judged) as number | null;
    if (typeof ref !== 'string') return null;
    const nominal = cell.nominal(ref);
    if (nominal !== null) return nominal;
    const value = o[ref];
    if (isAbsent(value)) return value.stand ?? null;
    if (typeof value === 'number') return value;
    try {
      return judged.range(ref as never)?.nominal ?? null;
    } catch {
      return null;
    }
  };
  const plain = (value: number | Range | null): number | null => (value !== null && typeof value === 'object' ? value.nominal : value);
  const feeds = railPorts(node.kind).filter(([port, def]) => def.role === 'consumes' && node.doc.rails?.[port] !== undefined);
  for (const [port, def] of feeds) {
    const name = def.draws && (typeof def.draws === 'string' ? def.draws : def.draws[STATE]);
    const amps = name ? number(name) : null;
    const at = volt(port);
    if (amps && at && Math.abs(amps) > 1e-12) {
      const [a, b] = at > 0 ? [port, '0'] : ['0', port];
      elements.push(draw(`supply-${port}`, a, b, Math.abs(amps) / (def.copiesCounted ? node.copies : 1), 0.5 * Math.abs(at)));
    }
  }
  const main = feeds.find(([port, def]) => def.draws && (volt(port) ?? 0) !== 0) ?? feeds.find(([port]) => (volt(port) ?? 0) !== 0);
  const supply = main && { port: main[0], at: volt(main[0])! };
  const give = (port: string, level: number, resistance: number, following?: { port: string; gain: number; at: number }) => {
    if (dead) return;
    const source = `${port}-source`;
    if (following) {
      elements.push({ is: 'vcvs', name: `${port}-follows`, a: source, b: `${port}-still`, p: following.port, n: '0', gain: following.gain });
      elements.push(volts(`${port}-level`, `${port}-still`, '0', level - following.gain * following.at));
    } else elements.push(volts(`${port}-level`, source, '0', level));
    if (!supply) {
      elements.push(ohms(`${port}-out`, source, port, resistance));
      return;
    }
    const [p, n] = supply.at > 0 ? [supply.port, '0'] : ['0', supply.port];
    elements.push({
      is: 'switch',
      name: `${port}-out`,
      a: source,
      b: port,
      on: resistance,
      off: 1e9,
      control: { p, n, threshold: 0.5 * Math.abs(supply.at), width: 0.1 * Math.abs(supply.at) },
    });
  };
  for (const [port, def] of railPorts(node.kind)) {
    if (def.role !== 'provides') continue;
    const level = number(def.gives.voltage);
    const resistance = plain(number(def.gives.impedance) ?? number(def.gives.sourceResistance));
    if (level !== null && Number.isFinite(level)) give(port, level, Math.max(Number(resistance ?? STIFF), STIFF));
  }
  const heard = signalPorts(node.kind).filter(([port, def]) => def.role === 'in' && cell.incoming[port]?.dc);
  for (const [port, def] of signalPorts(node.kind)) {
    if (def.role === 'in') {
      const load = plain(number(def.back?.loadResistance));
      elements.push(ohms(`${port}-input`, port, '0', Number.isFinite(Number(load ?? INPUT)) ? Math.max(1, Number(load ?? INPUT)) : INPUT));
      continue;
    }
    if (def.carries || node.kind.rails[port]?.role === 'provides') continue;
    const down = signalDown(cell, def.down);
    if (!down?.dc || !Number.isFinite(down.dc.nominal)) continue;
    const from = heard[0];
    const incoming = from && cell.incoming[from[0]]!;
    const gain = incoming && incoming.gain ? (down.gain ?? incoming.gain) / incoming.gain : 0;
    give(
      port,
      down.dc.nominal,
      Math.max(plain(down.sourceResistance ?? null) ?? 0, STIFF),
      from && Math.abs(gain) > 1e-9 ? { port: from[0], gain, at: incoming!.dc!.nominal } : undefined,
    );
  }
  return elements;
}

function signalDown(cell: Cell, down: ((c: never, incoming: never) => Partial<SignalDown>) | undefined): Partial<SignalDown> | null {
  try {
    return down?.(cell.judged as never, cell.incoming as never) ?? null;
  } catch {
    // An output that cannot be told with what is at hand gives nothing.
    return null;
  }
}
