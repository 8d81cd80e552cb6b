import type { Element } from '../circuit/netlist.ts';
import { PART_TYPES, TWO_ENDED, type FaultWord } from '../parts/part-types.ts';
import type { Kind, PartDef } from '../stage/contract.ts';

/** One thing wrong with a board: `div.R2:open`, `div.R1/R2:swapped`, `v12:unfed`, `smooth.in:broken`. */
export interface Fault {
  id: string;
  word: FaultWord;
  /** The stage it is in; null of a rail. */
  stage: string | null;
  /** Slot, two slots of a swap, rail, or port. */
  on: string;
}

/** Ω of a short: a blob of solder. */
const SHORT = 0.01;
/** From so much on a capacitor is taken for one with a way round, F. */
const POLAR = 1e-6;

export const slotOf = (name: string): string => name.split('.')[0]!;
const isPole = (e: Element): e is Element & { a: string; b: string } => 'a' in e && 'b' in e;

/** What can happen to the parts of a stage, by the table of part types and the ends that its elements have. */
export function partFaults(stage: string, kind: Kind, present: (slot: string) => boolean, elements: readonly Element[] | null): Fault[] {
  const defs = Object.entries(kind.parts as Record<string, PartDef>).filter(([slot]) => present(slot));
  return defs.flatMap(([slot, def], i) => {
    const own = elements?.filter((e) => slotOf(e.name) === slot) ?? [];
    if (elements && !own.length) return [];
    const two = def.type === 'device' && own.length > 0 && own.some(isPole) ? TWO_ENDED : [];
    const polar = def.type === 'capacitor' && own.some((e) => e.is === 'capacitor' && e.farads >= POLAR) ? (['reversed'] as const) : [];
    return [...new Set([...PART_TYPES[def.type].faults, ...two, ...polar])].flatMap((word): Fault[] => {
      if (word !== 'swapped') return [{ id: `${stage}.${slot}:${word}`, word, stage, on: slot }];
      return defs
        .slice(i + 1)
        .filter(([, other]) => other.type === def.type)
        .map(([other]) => ({ id: `${stage}.${slot}/${other}:swapped`, word, stage, on: `${slot}/${other}` }));
    });
  });
}

/** A stage's elements with a part of it gone wrong. */
export function spoilt(elements: readonly Element[], { word, on }: Fault): Element[] {
  const here = (e: Element) => slotOf(e.name) === on;
  switch (word) {
    case 'open':
    case 'missing':
    case 'dead':
      return elements.filter((e) => !here(e));
    case 'mirrored':
      return elements.flatMap((e): Element[] =>
        !here(e) ? [e] : e.is === 'opamp' ? [{ ...e, p: e.n, n: e.p }] : isPole(e) && e.is === 'knee' ? [turned(e)] : [],
      );
    case 'short':
      return elements.flatMap((e): Element[] => {
        if (!here(e)) return [e];
        if (e.name === on && isPole(e)) return [{ is: 'resistor', name: on, a: e.a, b: e.b, ohms: SHORT, quiet: true }];
        // A source that is shorted lies on ground behind its own resistance.
        return e.is === 'regulator' ? [e, { is: 'resistor', name: `${on}.short`, a: e.out, b: '0', ohms: SHORT, quiet: true }] : [];
      });
    case 'times10':
    case 'tenth':
      return elements.map((e) => (here(e) ? scaled(e, word === 'times10' ? 10 : 0.1) : e));
    case 'reversed':
      return elements.map((e) => (here(e) ? turned(e) : e));
    case 'swapped': {
      const [first, second] = on.split('/') as [string, string];
      const [a, b] = [elements.find((e) => e.name === first), elements.find((e) => e.name === second)];
      if (!a || !b || a.is !== b.is) return [...elements];
      return elements.map((e) => (e === a ? valueOf(b, a) : e === b ? valueOf(a, b) : e));
    }
    default:
      return [...elements];
  }
}

export function scaled(e: Element, factor: number): Element {
  if (e.is === 'resistor') return { ...e, ohms: e.ohms * factor };
  if (e.is === 'capacitor') return { ...e, farads: e.farads * factor };
  if (e.is === 'inductor') return { ...e, henries: e.henries * factor };
  return e;
}

/** The other way round: a source gives the opposite, a junction blocks where it should conduct, a polar capacitor leaks. */
function turned(e: Element): Element {
  if (e.is === 'voltage' && e.wave.sort === 'dc') return { ...e, wave: { sort: 'dc', value: -e.wave.value } };
  if (e.is === 'capacitor') return { is: 'resistor', name: e.name, a: e.a, b: e.b, ohms: REVERSED_LEAK, quiet: true };
  return isPole(e) && (e.is === 'knee' || e.is === 'diode' || e.is === 'load') ? { ...e, a: e.b, b: e.a } : e;
}
/** Ω of an electrolytic that stands the wrong way round. */
const REVERSED_LEAK = 300;

/** An element with the value of another of its sort. */
function valueOf(from: Element, to: Element): Element {
  if (from.is === 'resistor' && to.is === 'resistor') return { ...to, ohms: from.ohms };
  if (from.is === 'capacitor' && to.is === 'capacitor') return { ...to, farads: from.farads };
  if (from.is === 'inductor' && to.is === 'inductor') return { ...to, henries: from.henries, ...(from.dcr === undefined ? {} : { dcr: from.dcr }) };
  return to;
}
