import type { BoardDoc, PartDoc } from '../board/document.ts';
import { setPart } from '../board/edit.ts';
import { Evaluator, type Sum } from '../board/evaluate.ts';
import { byMargin } from '../board/evaluate.ts';
import type { Device } from '../parts/devices.ts';
import { formatText } from '../quantity/format.ts';
import { nominalOf, type Uncertain } from '../quantity/uncertain.ts';
import type { NumberField, PartDef } from '../stage/contract.ts';
import { listed } from '../stage/contract.ts';
import { mustTitle } from '../stage/titles.ts';
import { isCondition, passes } from '../stage/judge.ts';
import { linesOf, type Line } from './lines.ts';
import { purchase, usualBreaks, type PriceBook } from './prices.ts';
import { lost } from './fewest.ts';

/** A device in the place of another, on the whole board. */
export interface Substitute {
  device: Device;
  /** Nothing that passed fails, and everything of its own stages that must or should hold does. */
  fits: boolean;
  /** What fails, or looks worse than before, in words. */
  against: string[];
  /** The margin that comes closest to its limit on the stages it stands in. */
  tightest: { title: string; check: string; margin: number } | null;
  /** What moves: results of its stages by more than a twentieth, the most first. */
  moves: string[];
  /** Parameters that are another than before. */
  differs: string[];
  /** Price of a piece in the order. */
  price: number;
}

const paramsFor = (def: PartDef, device: Device): PartDoc => ({
  device: device.title,
  ...Object.fromEntries(Object.entries(device.params).filter(([name]) => def.params && name in def.params)),
});

/** Places of a line, with what their kind says of them. */
const placesOf = (sum: Sum, line: Line) =>
  line.places.flatMap((p) => {
    const s = sum.byId.get(p.stage)!;
    const def = (s.kind.parts as Record<string, PartDef>)[p.slot];
    return def?.takes ? [{ s, slot: p.slot, def }] : [];
  });

/** Whether a device is meant for what a stage has chosen. */
const meant = (device: Device, given: Readonly<Record<string, unknown>>): boolean =>
  Object.entries(device.when ?? {}).every(([name, choice]) => !(name in given) || given[name] === choice);

/** The board with a device in all places of a line. */
export function withSubstitute(doc: BoardDoc, sum: Sum, line: Line, device: Device): BoardDoc {
  return placesOf(sum, line).reduce((next, { s, slot, def }) => {
    const kept = Object.fromEntries(
      Object.entries(s.doc.parts?.[slot] ?? {}).filter(([name]) => !(def.params && name in def.params) && name !== 'device' && name !== 'package'),
    );
    return setPart(next, s.id, slot, { ...kept, ...paramsFor(def, device) });
  }, doc);
}

/**
 * Which of some devices could stand in all places of a line of the bill of materials, judged on the whole board; those that fit
 * come first, by their tightest margin. `tried` is told after each; true stops it with what is known.
 */
export function substitutes(
  doc: BoardDoc,
  key: string,
  devices: readonly Device[],
  { prices = {}, boards = 1, tried }: { prices?: PriceBook; boards?: number; tried?: (share: number) => boolean } = {},
): Substitute[] {
  const whole = new Evaluator();
  const before = whole.evaluate(doc);
  const line = linesOf(before).find((l) => l.key === key);
  const places = line ? placesOf(before, line) : [];
  if (!line || places.length === 0) return [];
  const candidates = devices.filter((d) => d.sort === places[0]!.def.takes && d.title !== line.title && places.every(({ s }) => meant(d, s.judged.x.given)));
  const found: Substitute[] = [];
  for (const [i, device] of candidates.entries()) {
    const after = whole.evaluate(withSubstitute(doc, before, line, device));
    found.push({ device, ...judged(before, after, places), price: priceOf(after, device, prices, boards) });
    if (tried?.((i + 1) / candidates.length)) break;
  }
  return found.sort((a, b) => Number(b.fits) - Number(a.fits) || (b.tightest?.margin ?? -Infinity) - (a.tightest?.margin ?? -Infinity));
}

function judged(before: Sum, after: Sum, places: ReturnType<typeof placesOf>): Omit<Substitute, 'device' | 'price'> {
  const ids = [...new Set(places.map(({ s }) => s.id))];
  const own = ids.flatMap((id) => {
    const s = after.byId.get(id)!;
    return s.checks.filter((c) => c.severity !== 'note').map((c) => ({ s, c }));
  });
  const failing = own.filter(({ c }) => !passes(c.status)).map(({ s, c }) => `${s.title}: ${c.title}`);
  const against = [...new Set([...failing, ...lost(before, after)])];
  const closest = own.filter(({ c }) => c.margin !== null && !isCondition(c)).sort((a, b) => byMargin(a.c, b.c))[0];
  return {
    fits: against.length === 0,
    against,
    tightest: closest ? { title: closest.s.title, check: closest.c.title, margin: closest.c.margin! } : null,
    moves: ids.flatMap((id) => moved(before, after, id)).slice(0, 6),
    differs: [
      ...new Set(places.flatMap(({ s, slot, def }) => differing(s.judged.x.parts[slot], after.byId.get(s.id)!.judged.x.parts[slot], s.kind, slot, def))),
    ],
  };
}

function moved(before: Sum, after: Sum, id: string): string[] {
  const [was, is] = [before.byId.get(id)!, after.byId.get(id)!];
  return listed(is.kind.outcomes)
    .flatMap(([name, def]) => {
      const [a, b] = [was.judged.nominal(name), is.judged.nominal(name)];
      if (a === null || b === null || def.text) return [];
      const by = Math.abs(b - a) / Math.max(Math.abs(a), Math.abs(b), 1e-30);
      return by > 0.05 ? [{ by, text: `${def.title} ${formatText(a, def.unit, 3)} → ${formatText(b, def.unit, 3)}` }] : [];
    })
    .sort((x, y) => y.by - x.by)
    .map((x) => x.text);
}

function differing(was: Record<string, unknown>, is: Record<string, unknown>, kind: Parameters<typeof mustTitle>[0], slot: string, def: PartDef): string[] {
  return Object.entries(def.params ?? {}).flatMap(([name, field]) => {
    const [a, b] = [was[name], is[name]];
    if (a === b || typeof a !== 'number' || typeof b !== 'number') return [];
    const { unit } = field as NumberField;
    return [`${mustTitle(kind, slot, name)} ${formatText(nominalOf(a as Uncertain), unit, 3)} → ${formatText(nominalOf(b as Uncertain), unit, 3)}`];
  });
}

function priceOf(after: Sum, device: Device, prices: PriceBook, boards: number): number {
  const line = linesOf(after).find((l) => l.title === device.title);
  return line ? purchase(line.perBoard * boards, prices[line.key] ?? usualBreaks(line)).each : 0;
}
