import { railPorts, signalPorts } from '../stage/ports.ts';
import { mustKind } from '../kinds/index.ts';
import type { Field } from '../stage/contract.ts';
import type { BoardDoc, ControllerDoc, GivenValue, PartDoc, StageDoc } from './document.ts';

/** Pure edits: a document in, a document out. Every one keeps the document valid in shape; values are checked at the door. */

const mapStage = (doc: BoardDoc, id: string, f: (s: StageDoc) => StageDoc): BoardDoc => ({ ...doc, stages: doc.stages.map((s) => (s.id === id ? f(s) : s)) });

const without = <T extends object>(record: T | undefined, key: string): T | undefined => {
  if (!record) return undefined;
  const { [key]: _, ...rest } = record as Record<string, unknown>;
  return Object.keys(rest).length ? (rest as T) : undefined;
};

/** Sets a key of a record inside a stage, or removes it (`undefined`). Empty records disappear. */
function setIn<K extends 'given' | 'parts' | 'rails' | 'signals' | 'pins'>(s: StageDoc, where: K, key: string, value: unknown): StageDoc {
  const next = value === undefined ? without(s[where], key) : { ...s[where], [key]: value };
  const { [where]: _, ...rest } = s;
  return next === undefined ? (rest as StageDoc) : { ...s, [where]: next };
}

export const setGiven = (doc: BoardDoc, id: string, name: string, value: GivenValue | undefined): BoardDoc =>
  mapStage(doc, id, (s) => setIn(s, 'given', name, value));

export const setPart = (doc: BoardDoc, id: string, slot: string, part: PartDoc | undefined): BoardDoc =>
  mapStage(doc, id, (s) => setIn(s, 'parts', slot, part));

export const setRail = (doc: BoardDoc, id: string, port: string, rail: string | undefined): BoardDoc => mapStage(doc, id, (s) => setIn(s, 'rails', port, rail));

export const setSignal = (doc: BoardDoc, id: string, port: string, ref: string | undefined): BoardDoc =>
  mapStage(doc, id, (s) => setIn(s, 'signals', port, ref));

/** Puts what a stage does with a pin on one, or takes it off. */
export const setPin = (doc: BoardDoc, id: string, use: string, pin: string | undefined): BoardDoc => mapStage(doc, id, (s) => setIn(s, 'pins', use, pin));

/** The controller of the board; without one stages stand on no pins. */
export function setController(doc: BoardDoc, controller: ControllerDoc | undefined): BoardDoc {
  const { controller: _, ...rest } = doc;
  if (controller) return { ...rest, controller };
  return { ...rest, stages: rest.stages.map(({ pins: _pins, ...stage }) => stage) };
}

/** Sets a plain property of a stage; an empty one goes. */
export function setStage(doc: BoardDoc, id: string, change: Partial<Pick<StageDoc, 'title' | 'copies' | 'module' | 'notes' | 'mount' | 'inside'>>): BoardDoc {
  return mapStage(doc, id, (s) => {
    const next = { ...s, ...change };
    for (const key of Object.keys(change) as (keyof typeof change)[])
      if (next[key] === '' || next[key] === undefined || (key === 'copies' && next[key] === 1)) delete next[key];
    return next;
  });
}

/** Puts a stage into a module, which is made with so many copies where it is new, or out of it; a module without stages goes. */
export function setModule(doc: BoardDoc, id: string, module: string | undefined, copies = 2): BoardDoc {
  const next = setStage(doc, id, { module });
  return withoutEmptyModules({ ...next, modules: { ...(module ? { [module]: { copies } } : {}), ...next.modules } });
}

function withoutEmptyModules({ modules, ...rest }: BoardDoc): BoardDoc {
  const used = new Set(rest.stages.map((s) => s.module));
  const kept = Object.entries(modules ?? {}).filter(([name]) => used.has(name));
  return kept.length ? { ...rest, modules: Object.fromEntries(kept) } : rest;
}

/** How often a module is built. */
export const setModuleCopies = (doc: BoardDoc, module: string, copies: number): BoardDoc => ({
  ...doc,
  modules: { ...doc.modules, [module]: { ...doc.modules?.[module], copies } },
});

/** A free id made from a title or kind: "scale-filter", "scale-filter-2". */
export function freeId(doc: BoardDoc, wanted: string): string {
  const base =
    wanted
      .toLowerCase()
      .normalize('NFKD')
      .replace(/\p{M}/gu, '')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^[^a-z]+|-+$/g, '')
      .slice(0, 30) || 'stage';
  const taken = new Set(doc.stages.map((s) => s.id));
  if (!taken.has(base)) return base;
  for (let n = 2; ; n++) if (!taken.has(`${base}-${n}`)) return `${base}-${n}`;
}

/** A rail name nobody uses yet: "rail", "rail 2". */
export function freeRail(doc: BoardDoc, base: string): string {
  const taken = new Set(doc.stages.flatMap((s) => Object.values(s.rails ?? {})));
  if (!taken.has(base)) return base;
  for (let n = 2; ; n++) if (!taken.has(`${base} ${n}`)) return `${base} ${n}`;
}

/** Adds a stage of a kind at the end; a provider gets a rail name of its own at once, so that others can choose it. */
export function addStage(doc: BoardDoc, kindId: string, links: Pick<StageDoc, 'rails' | 'signals'> = {}): { doc: BoardDoc; id: string } {
  const kind = mustKind(kindId);
  const id = freeId(doc, kindId);
  const rails: Record<string, string> = { ...links.rails };
  for (const [port, def] of railPorts(kind)) {
    if (def.role === 'provides' && !rails[port]) rails[port] = freeRail(doc, id);
  }
  const stage: StageDoc = { id, kind: kindId, ...(Object.keys(rails).length ? { rails } : {}), ...(links.signals ? { signals: links.signals } : {}) };
  return { doc: { ...doc, stages: [...doc.stages, stage] }, id };
}

/** Removes a stage and what was said about it. What hung on it keeps its links, so that the sum shows what is left unfed. */
export function removeStage(doc: BoardDoc, id: string): BoardDoc {
  const next: BoardDoc = { ...doc, stages: doc.stages.filter((s) => s.id !== id) };
  if (doc.waivers) next.waivers = doc.waivers.filter((w) => w.stage !== id);
  if (doc.confirmations) next.confirmations = doc.confirmations.filter((c) => !c.id.startsWith(`${id}.`));
  if (doc.decisions) next.decisions = doc.decisions.filter((d) => d.stage !== id);
  return withoutEmptyModules(next);
}

/** A stage with its rails or signals renamed, those of its options too. */
function relinked(s: StageDoc, where: 'rails' | 'signals', name: (old: string) => string): StageDoc {
  const links = <T extends Pick<StageDoc, 'rails' | 'signals'>>(of: T): T =>
    of[where] ? { ...of, [where]: Object.fromEntries(Object.entries(of[where]).map(([port, old]) => [port, name(old)])) } : of;
  const { options } = s;
  return options ? { ...links(s), options: options.map(links) } : links(s);
}

/** Renames a stage's id everywhere: signals that listen to it, waivers, confirmations, decisions, mounts. */
export function renameStage(doc: BoardDoc, from: string, to: string): BoardDoc {
  const id = (value: string) => (value === from ? to : value);
  const next: BoardDoc = {
    ...doc,
    stages: doc.stages.map((s) => ({
      ...relinked(s, 'signals', (ref) => (ref.startsWith(`${from}.`) ? to + ref.slice(from.length) : ref)),
      id: id(s.id),
      ...(s.mount ? { mount: id(s.mount) } : {}),
      ...(s.inside ? { inside: id(s.inside) } : {}),
    })),
  };
  if (doc.waivers) next.waivers = doc.waivers.map((w) => ({ ...w, stage: id(w.stage) }));
  if (doc.confirmations) next.confirmations = doc.confirmations.map((c) => (c.id.startsWith(`${from}.`) ? { ...c, id: to + c.id.slice(from.length) } : c));
  if (doc.decisions) next.decisions = doc.decisions.map((d) => ({ ...d, stage: id(d.stage) }));
  if (doc.advice) next.advice = doc.advice.map((a) => (a.stage ? { ...a, stage: id(a.stage) } : a));
  return next;
}

/** Renames a rail everywhere. */
export const renameRail = (doc: BoardDoc, from: string, to: string): BoardDoc => ({
  ...doc,
  stages: doc.stages.map((s) => relinked(s, 'rails', (rail) => (rail === from ? to : rail))),
});

/** Moves a stage by some places in the list; beyond the ends it stays at the end. */
export function moveStage(doc: BoardDoc, id: string, by: number): BoardDoc {
  const from = doc.stages.findIndex((s) => s.id === id);
  const to = Math.max(0, Math.min(doc.stages.length - 1, from + by));
  if (from < 0 || from === to) return doc;
  const stages = [...doc.stages];
  stages.splice(to, 0, ...stages.splice(from, 1));
  return { ...doc, stages };
}

/** What a port can be connected to: rails somebody names, outputs of other stages. */
export function choicesFor(doc: BoardDoc, stage: StageDoc): { rails: string[]; signals: string[] } {
  const rails = [...new Set(doc.stages.flatMap((s) => (s.id === stage.id ? [] : Object.values(s.rails ?? {}))))].sort();
  const ins = signalPorts(mustKind(stage.kind)).flatMap(([, p]) => (p.role === 'in' ? [p] : []));
  const signals = doc.stages.flatMap((s) =>
    s.id === stage.id
      ? []
      : signalPorts(mustKind(s.kind))
          .filter(([, p]) => p.role === 'out' && p.down && ins.some((i) => i.carries === p.carries))
          .map(([port]) => `${s.id}.${port}`),
  );
  return { rails, signals };
}

/** Stages a stage can be mounted on or stand inside. */
export function sheltersFor(doc: BoardDoc, stage: StageDoc): Record<'mount' | 'inside', StageDoc[]> {
  const others = doc.stages.filter((s) => s.id !== stage.id);
  const of = (link: 'mount' | 'inside') => others.filter((s) => mustKind(s.kind).shelter?.link === link);
  return { mount: mustKind(stage.kind).warm?.some((w) => w.sink) ? of('mount') : [], inside: of('inside') };
}

/** Waives a check with a reason, by whom and when, or takes the waiver back (`null`). */
export function setWaiver(doc: BoardDoc, stage: string, check: string, reason: string | null, said: { by?: string; date?: string } = {}): BoardDoc {
  const others = (doc.waivers ?? []).filter((w) => w.stage !== stage || w.check !== check);
  return { ...doc, waivers: reason === null ? others : [...others, { stage, check, reason, ...said }] };
}

/** Gives a confirmation, with what else is to be said of it (when), or takes it back (`null`). */
export function setConfirmation(doc: BoardDoc, id: string, by: string | null, note?: string): BoardDoc {
  const others = (doc.confirmations ?? []).filter((c) => c.id !== id);
  const said = { ...doc, confirmations: by === null ? others : [...others, { id, by, ...(note ? { note } : {}) }] };
  const stage = doc.stages.find((s) => id.startsWith(`${s.id}.`));
  const kind = stage && mustKind(stage.kind);
  const given = kind?.confirm.find((c) => `${stage!.id}.${c.id}` === id)?.given as string | undefined;
  if (!given) return said;
  const yes = (kind!.given as Record<string, Field>)[given]!.type === 'text' ? (by?.slice(0, 60) ?? null) : true;
  return setGiven(said, stage!.id, given, by === null ? undefined : yes);
}
