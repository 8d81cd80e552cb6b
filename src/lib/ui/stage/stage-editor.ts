import { railPorts } from '../../../core/stage/ports.ts';
import type { Kind, NumberField } from '../../../core/stage/contract.ts';
import type { GivenValue, PartDoc } from '../../../core/board/document.ts';
import { setGiven, setPart } from '../../../core/board/edit.ts';
import type { ResolvedPart } from '../../../core/board/stage-inputs.ts';
import type { StageSum } from '../../../core/board/evaluate.ts';
import type { Link } from '../../../core/board/link.ts';
import { nudge, type Series } from '../../../core/quantity/preferred.ts';
import { nominalOf, type Uncertain } from '../../../core/quantity/uncertain.ts';
import type { BoardSession } from '$lib/state/board-session.svelte.ts';
import { PART_TYPES } from '../../../core/parts/part-types.ts';
import type { PartDef, Row, RowsField } from '../../../core/stage/contract.ts';
import { mustTitle } from '../../../core/stage/titles.ts';

/** Edits of one stage's givens and parts; each returns what is wrong, or nothing. */
export class StageEditor {
  constructor(
    private readonly session: () => BoardSession,
    private readonly stage: () => StageSum,
  ) {}

  #edit(label: string, doc: Parameters<BoardSession['edit']>[1]): string | undefined {
    const issues = this.session().edit(`${this.stage().title}: ${label}`, doc);
    return issues.length ? issues.map((i) => i.message).join(' ') : undefined;
  }

  setGiven(name: string, value: GivenValue | undefined): string | undefined {
    return this.#edit(mustTitle(this.stage().kind, 'given', name), setGiven(this.session().doc, this.stage().id, name, value));
  }

  /** A table in one step; a part it names for the first time gets a usual value with it. */
  setRows(name: string, field: RowsField, rows: readonly Row[]): string | undefined {
    const { kind, id, doc: stage } = this.stage();
    const columns = Object.entries(field.columns).flatMap(([key, c]) => ('parts' in c ? [key] : []));
    const refs = new Set(rows.flatMap((row) => columns.flatMap((key) => (row[key] as readonly string[] | undefined) ?? [])));
    let doc = setGiven(this.session().doc, id, name, rows);
    for (const [slot, def] of Object.entries(kind.parts as Record<string, PartDef>)) {
      const had = stage.parts?.[slot];
      if (refs.has(slot) && def.default === undefined && (had?.value ?? null) === null)
        doc = setPart(doc, id, slot, { ...had, value: PART_TYPES[def.type].provisional, tolerance: def.tolerance ?? 0 });
    }
    return this.#edit(mustTitle(kind, 'given', name), doc);
  }

  /** Several givens in one step, as a cell brings them. */
  setGivens(label: string, values: Readonly<Record<string, GivenValue>>): string | undefined {
    const { doc } = this.session();
    return this.#edit(
      label,
      Object.entries(values).reduce((d, [name, value]) => setGiven(d, this.stage().id, name, value), doc),
    );
  }

  /** Changes keys of a part; a value that was sized becomes chosen together with the tolerance it was sized with. */
  setPart(part: ResolvedPart, change: PartDoc): string | undefined {
    const before = this.stage().doc.parts?.[part.slot] ?? {};
    const chosen =
      'value' in change && change.value !== undefined && change.value !== null && before.tolerance === undefined
        ? { tolerance: part.tolerance || part.def.tolerance || 0 }
        : {};
    const next: PartDoc = { ...before, ...chosen, ...change };
    for (const key of Object.keys(next)) if (next[key] === undefined) delete next[key];
    return this.#edit(part.slot, setPart(this.session().doc, this.stage().id, part.slot, next));
  }

  /** Hands a part back to sizing. */
  release(part: ResolvedPart): void {
    const { value: _, ...rest } = this.stage().doc.parts?.[part.slot] ?? {};
    this.#edit(`size ${part.slot}`, setPart(this.session().doc, this.stage().id, part.slot, rest));
  }

  /** Takes a part out, where the stage works without it. */
  unfit(part: ResolvedPart): void {
    this.#edit(`without ${part.slot}`, setPart(this.session().doc, this.stage().id, part.slot, undefined));
  }

  nudgePart(part: ResolvedPart, by: 1 | -1): void {
    if (part.value !== null && part.value > 0) this.setPart(part, { value: nudge(part.value, part.series, by) });
  }

  nudgeGiven(name: string, field: NumberField, value: Uncertain, by: 1 | -1): void {
    const now = nominalOf(value);
    const next = field.integer ? now + by : now > 0 ? nudge(now, 'E24', by) : now + by;
    if (typeof value === 'number') this.setGiven(name, next);
    else if ('tolerance' in value) this.setGiven(name, { nominal: next, tolerance: value.tolerance });
    else this.setGiven(name, { nominal: next, low: value.low + next - now, high: value.high + next - now });
  }

  /** Takes one of the combinations that sizing offers. */
  take(offer: StageSum['offers'][number], parts: readonly ResolvedPart[], series: Series | null = null): void {
    let doc = this.session().doc;
    for (const [slot, value] of Object.entries(offer.values)) {
      const part = parts.find((p) => p.slot === slot)!;
      const join = offer.join?.[slot];
      doc = setPart(doc, this.stage().id, slot, {
        tolerance: part.tolerance || part.def.tolerance || 0,
        ...this.stage().doc.parts?.[slot],
        value,
        ...(series && part.def.type !== 'device' ? { series } : {}),
        ...(join ? { join } : {}),
      });
    }
    for (const [ref, rating] of Object.entries(offer.ratings ?? {})) {
      const [slot, param] = ref.split('.') as [string, string];
      const now = doc.stages.find((s) => s.id === this.stage().id)?.parts?.[slot];
      if (now?.[param] === undefined) doc = setPart(doc, this.stage().id, slot, { ...now, [param]: rating });
    }
    this.#edit(Object.keys(offer.values).join(' and '), doc);
  }
}

/** What links bring, by where it comes from. */
export function linkedGroups(stage: StageSum): { from: string; links: { name: string; link: Link }[] }[] {
  const groups = new Map<string, { name: string; link: Link }[]>();
  for (const [name, link] of stage.links) {
    if (name in stage.kind.given) groups.set(link.from, [...(groups.get(link.from) ?? []), { name, link }]);
  }
  return [...groups].map(([from, links]) => ({ from, links }));
}

/** What a rail brings when it is linked: as long as nobody brings it, somebody has to decide it. */
const undecided = (kind: Kind, stage: StageSum): Set<string> =>
  new Set(
    railPorts(kind)
      .map(([, p]) => p)
      .flatMap((p) => [p.fills.voltage, p.fills.load])
      .filter((n) => n !== undefined && !stage.links.has(n)),
  ) as Set<string>;

/** Givens nobody links: what was entered, what somebody has to decide and the first of a kind always show; the rest stands at its default. */
export function givenGroups(kind: Kind, stage: StageSum, most: number): { shown: string[]; rest: string[] } {
  const names = Object.keys(kind.given).filter((n) => n !== 'ambient' && !stage.links.has(n));
  const open = undecided(kind, stage);
  const shown = names.filter((n, i) => stage.doc.given?.[n] !== undefined || open.has(n) || i < most);
  return { shown, rest: names.filter((n) => !shown.includes(n)) };
}
