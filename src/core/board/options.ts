import { mustKind } from '../kinds/index.ts';
import type { AnyInputs, Kind } from '../stage/contract.ts';
import type { BoardDoc, GivenValue, OptionDoc, StageDoc } from './document.ts';

/** What differs between candidates for one place on the board. */
const CONTENT = ['kind', 'given', 'parts', 'rails', 'signals', 'mount', 'cost'] as const;

const stageOf = (doc: BoardDoc, id: string): StageDoc => {
  const stage = doc.stages.find((s) => s.id === id);
  if (!stage) throw new Error(`no stage "${id}"`);
  return stage;
};

const content = (from: StageDoc | OptionDoc): Pick<StageDoc, (typeof CONTENT)[number]> =>
  Object.fromEntries(CONTENT.flatMap((key) => (from[key] === undefined ? [] : [[key, from[key]]]))) as never;

function withOptions(doc: BoardDoc, stage: StageDoc, options: readonly OptionDoc[]): BoardDoc {
  const { options: _, ...rest } = stage;
  const next: StageDoc = options.length ? { ...rest, options: [...options] } : rest;
  return { ...doc, stages: doc.stages.map((s) => (s.id === stage.id ? next : s)) };
}

/** What the design that is on the board now is called among its options. */
export const chosenTitle = (doc: BoardDoc, id: string): string => doc.decisions?.find((d) => d.stage === id)?.chosen ?? 'first design';

/** Keeps the stage as it is now as an option, to be changed freely afterwards. */
export function keepAsOption(doc: BoardDoc, id: string, title: string): BoardDoc {
  const stage = stageOf(doc, id);
  return withOptions(doc, stage, [...(stage.options ?? []), { title, ...content(stage) }]);
}

/** Adds an option of a kind, at its usual values, on the same rails and signals where the kind has such ports. */
export function addOption(doc: BoardDoc, id: string, kindId: string, title: string): BoardDoc {
  const stage = stageOf(doc, id);
  const kind = mustKind(kindId);
  const ports = <T>(links: Record<string, T> | undefined, known: object) => Object.entries(links ?? {}).filter(([port]) => Object.hasOwn(known, port));
  const [rails, signals] = [ports(stage.rails, kind.rails), ports(stage.signals, kind.signals)];
  const option: OptionDoc = {
    title,
    kind: kindId,
    ...(rails.length ? { rails: Object.fromEntries(rails) } : {}),
    ...(signals.length ? { signals: Object.fromEntries(signals) } : {}),
  };
  return withOptions(doc, stage, [...(stage.options ?? []), option]);
}

/** What one copy of the stage (`which` null) or of an option costs; `undefined` where nobody knows. */
export function setCost(doc: BoardDoc, id: string, which: number | null, cost: number | undefined): BoardDoc {
  const priced = <T extends { cost?: number }>({ cost: _, ...rest }: T) => (cost === undefined ? rest : { ...rest, cost }) as T;
  const stage = stageOf(doc, id);
  if (which !== null) return withOptions(doc, stage, (stage.options ?? []).with(which, priced(stage.options![which]!)));
  return { ...doc, stages: doc.stages.map((s) => (s.id === id ? priced(s) : s)) };
}

/** Drops an option. */
export function removeOption(doc: BoardDoc, id: string, which: number): BoardDoc {
  const stage = stageOf(doc, id);
  return withOptions(doc, stage, (stage.options ?? []).toSpliced(which, 1));
}

/** What else can do the job of a stage: the kinds that serve the same task, each with its ways. */
export interface Rival {
  kind: string;
  title: string;
  given: Record<string, GivenValue>;
}
/** Ways to do what a stage does, of any kind, other than the one it has. `x` are the stage's inputs. */
export function rivalsOf(kind: Kind, x: AnyInputs, kinds: readonly Kind[]): Rival[] {
  if (!kind.serves) return [];
  const load = kind.serves.load(x);
  return kinds.flatMap((other) =>
    other.serves?.task !== kind.serves!.task
      ? []
      : other.serves.ways.flatMap((way): Rival[] => {
          const given = way.given(load) as Record<string, GivenValue> | null;
          const same = given && other.id === kind.id && Object.entries(given).every(([name, value]) => x.given[name] === value);
          return given && !same ? [{ kind: other.id, title: way.title, given }] : [];
        }),
  );
}

/** Lays the rivals of a stage beside it, as options on the same rails and signals; one of the same kind keeps all else that was typed. */
export function layOut(doc: BoardDoc, id: string, rivals: readonly Rival[]): BoardDoc {
  return rivals.reduce((next, { kind, title, given }) => {
    const stage = stageOf(next, id);
    if (stage.options?.some((o) => o.title === title)) return next;
    const laid = kind === stage.kind ? keepAsOption(next, id, title) : addOption(next, id, kind, title);
    const at = stageOf(laid, id);
    const options = at.options!;
    const last = options.at(-1)!;
    return withOptions(laid, at, options.with(-1, { ...last, given: { ...(kind === stage.kind ? last.given : {}), ...given } }));
  }, doc);
}

/** The board as it would be with an option in its place. */
export function tryOption(doc: BoardDoc, id: string, which: number): BoardDoc {
  const stage = stageOf(doc, id);
  const option = stage.options?.[which];
  if (!option) throw new Error(`stage "${id}" has no option ${which}`);
  const bare = Object.fromEntries(Object.entries(stage).filter(([key]) => !(CONTENT as readonly string[]).includes(key))) as unknown as StageDoc;
  return { ...doc, stages: doc.stages.map((s) => (s.id === id ? { ...bare, ...content(option) } : s)) };
}

/** Puts an option in its place; what stood there becomes an option, and the decision is kept with its reason. */
export function chooseOption(doc: BoardDoc, id: string, which: number, reason: string): BoardDoc {
  const stage = stageOf(doc, id);
  const option = stage.options![which]!;
  const before: OptionDoc = { title: chosenTitle(doc, id), ...content(stage) };
  const options = (stage.options ?? []).with(which, before);
  const swapped = tryOption(doc, id, which);
  const next = withOptions(swapped, stageOf(swapped, id), options);
  const titles = [option.title, ...options.map((o) => o.title)];
  const decision = { stage: id, chosen: option.title, options: titles, reason };
  return { ...next, decisions: [...(doc.decisions ?? []).filter((d) => d.stage !== id), decision] };
}
