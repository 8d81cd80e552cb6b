import { signalPorts } from '../stage/ports.ts';
import * as z from 'zod/mini';
import en from 'zod/v4/locales/en.js';
import { CONTROLLER_FIGURES, type ControllerFigure } from '../parts/controllers.ts';
import { toRange } from '../quantity/uncertain.ts';
import { FLAG_ANSWERS, FLAG_SORTS, FORMAT, HAZARDS, MOUNTINGS, VERSION } from '../board/document.ts';
import { STATE_IDS, type Field, type Kind, type PartDef, type SignalPort } from '../stage/contract.ts';
import { KIND_IDS, kindOf } from '../kinds/index.ts';
import { SERIES } from '../quantity/preferred.ts';
import { fieldIssues, temperatureIssues, uncertainIssues } from './field-value.ts';
import { pathText, seen, type Issue } from './issues.ts';

// Zod would otherwise probe `new Function`, which a strict content security policy reports.
z.config({ ...en(), jitless: true });

const text = (longest: number) => z.string().check(z.maxLength(longest));
const words = (longest: number) => z.string().check(z.trim(), z.minLength(1, 'must not be empty.'), z.maxLength(longest));
const matching = (pattern: RegExp, expected: string) => z.string().check(z.regex(pattern, expected));
const list = <T extends z.ZodMiniType>(of: T, most: number) => z.optional(z.array(of).check(z.maxLength(most)));
const whole = (least: number, most: number) => z.int().check(z.minimum(least), z.maximum(most));
const between = (least: number, most: number) => z.number().check(z.minimum(least), z.maximum(most));
/** A name that a signal reference can hold: letters, digits, hyphen, underscore. */
export const ID = /^[A-Za-z][A-Za-z0-9_-]{0,39}$/;
const id = matching(ID, 'expected a letter followed by letters, digits, - or _, at most 40.');
// eslint-disable-next-line no-control-regex -- control characters are what is refused
const railName = matching(/^[^\s.\u0000-\u001f][^\u0000-\u001f]{0,39}$/, 'expected a rail’s name of 1 to 40 characters.');

/** A pin as the controller’s data sheet calls it. */
const pinName = matching(/^[A-Za-z0-9][A-Za-z0-9_+/-]{0,19}$/, 'expected a pin’s name of letters, digits, _, +, / or -, at most 20.');

const issuesInto = (check: (value: unknown) => Issue[]) =>
  z.unknown().check((ctx) => {
    for (const issue of check(ctx.value)) ctx.issues.push({ code: 'custom', input: ctx.value, message: issue.message, params: { path: issue.path }, path: [] });
  });
const temperature = issuesInto((v) => {
  const issues = uncertainIssues(v, '');
  return issues.length ? issues : temperatureIssues(v, '');
});

/** Figures of a controller: those there are, each a number or a range that makes sense. */
function figureIssues(value: unknown): Issue[] {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return [{ path: '', message: `expected figures by name, seen ${seen(value)}.` }];
  return Object.entries(value).flatMap(([name, v]): Issue[] => {
    if (!Object.hasOwn(CONTROLLER_FIGURES, name)) return [{ path: `.${name}`, message: unknownName('figure', Object.keys(CONTROLLER_FIGURES)) }];
    const { unit, usual } = CONTROLLER_FIGURES[name as ControllerFigure];
    const signed = toRange(usual).low < 0;
    return fieldIssues({ type: 'number', unit, default: 0, ...(signed ? {} : { min: 0 }) }, v, `.${name}`);
  });
}

const count = z.int('must be a whole number.').check(z.minimum(1, 'must be 1 or more.'), z.maximum(1e6));
const above = (most: number) => z.optional(z.number().check(z.positive('must be above 0.'), z.maximum(most)));

const day = matching(/^\d{4}-\d\d-\d\d$/, 'expected a day, like 2026-05-01.');
const ratio = z.number().check(z.minimum(0, 'must be 0 or more.'), z.maximum(10));

const content = {
  kind: z.string(),
  copies: z.optional(count),
  module: z.optional(id),
  given: z.optional(z.record(z.string(), z.unknown())),
  parts: z.optional(z.record(z.string(), z.record(z.string(), z.unknown()))),
  rails: z.optional(z.record(z.string(), railName)),
  signals: z.optional(z.record(z.string(), z.string())),
  pins: z.optional(z.record(id, pinName)),
  mount: z.optional(id),
  inside: z.optional(id),
  notes: z.optional(text(10_000)),
  cost: z.optional(between(0, 1e9)),
};
const stage = z.strictObject({
  id,
  title: z.optional(text(80)),
  ...content,
  options: list(z.strictObject({ title: words(80), ...content }), 20),
});

export const boardSchema = z.strictObject({
  format: z.literal(FORMAT, `expected “${FORMAT}”.`),
  version: z.literal(VERSION, `this program reads version ${VERSION}. Save the board with a program that writes it, or update this one.`),
  name: words(120),
  brief: z.optional(
    z.strictObject({
      purpose: z.optional(text(2000)),
      quantity: z.optional(whole(1, 1e6)),
      currency: z.optional(matching(/^[A-Z]{3}$/, 'expected three letters, like EUR.')),
      hazards: list(z.enum(Object.keys(HAZARDS) as [string, ...string[]]), 20),
      enclosure: z.optional(text(500)),
      notes: z.optional(text(10_000)),
    }),
  ),
  copies: z.optional(whole(1, 1e6)),
  modules: z.optional(z.record(id, z.strictObject({ copies: count, title: z.optional(text(80)) }))),
  conditions: z.optional(z.strictObject({ ambient: z.optional(temperature) })),
  policy: z.optional(
    z.strictObject({
      derating: z.optional(z.union([z.literal(1), z.literal(0.8), z.literal(0.5)], 'expected 1, 0.8 or 0.5.')),
      comfortMargin: z.optional(between(0, 1)),
      judgeBy: z.optional(z.enum(['extreme-value', 'root-sum-square', 'monte-carlo'])),
    }),
  ),
  states: list(z.strictObject({ id: z.enum(STATE_IDS), share: between(0, 1) }), 4),
  controller: z.optional(
    z.strictObject({
      title: words(80),
      rail: z.optional(railName),
      figures: z.optional(issuesInto(figureIssues)),
      pins: z.optional(
        z
          .record(
            pinName,
            z.strictObject({
              can: z.enum(['digital', 'analog', 'timer', 'crystal']),
              special: z.optional(z.enum(['boot', 'reset'])),
              stands: above(1000),
            }),
          )
          .check(z.refine((pins) => Object.keys(pins).length <= 200, 'has more than 200 pins.')),
      ),
    }),
  ),
  stages: z.array(stage).check(z.maxLength(500)),
  waivers: list(z.strictObject({ stage: id, check: words(60), reason: words(2000), by: z.optional(words(120)), date: z.optional(day) }), 1000),
  confirmations: list(z.strictObject({ id: words(120), by: words(120), note: z.optional(text(2000)) }), 1000),
  decisions: list(z.strictObject({ stage: id, chosen: words(120), options: z.optional(z.array(text(120))), reason: text(2000) }), 1000),
  order: z.optional(
    z.strictObject({
      mounting: z.optional(z.enum(MOUNTINGS)),
      spares: z.optional(ratio),
      deviceSpares: z.optional(ratio),
      layers: z.optional(whole(1, 64)),
      thickness: above(0.1),
      finish: z.optional(text(200)),
      remarks: z.optional(text(2000)),
    }),
  ),
  flags: list(
    z.strictObject({
      part: words(200),
      sort: z.enum(FLAG_SORTS),
      by: words(120),
      date: day,
      note: z.optional(text(2000)),
      answer: z.optional(z.strictObject({ how: z.enum(FLAG_ANSWERS), because: words(2000), by: words(120), date: day })),
    }),
    500,
  ),
  advice: list(
    z.strictObject({
      id: words(60),
      text: words(4000),
      from: words(120),
      date: day,
      stage: z.optional(id),
      taken: z.optional(z.boolean()),
      because: z.optional(text(2000)),
    }),
    500,
  ),
});

type StageShape = z.infer<typeof stage>;
/** What a stage and an option for its place have in common. */
type ContentShape = Omit<StageShape, 'id' | 'title' | 'options'> & { id?: string };

/** Shape first, by Zod; then what only the kinds know. Empty when nothing is wrong. */
export function documentIssues(value: unknown): Issue[] {
  const odd = oddIssues(value);
  if (odd.length) return odd;
  const parsed = boardSchema.safeParse(value);
  if (!parsed.success) return bounded(shapeIssues(parsed.error, value));
  const doc = parsed.data;
  const strays = doc.stages.flatMap((s, i): Issue[] =>
    s.module === undefined || Object.hasOwn(doc.modules ?? {}, s.module)
      ? []
      : [{ path: `stages[${i}].module`, message: `there is no module “${s.module}”. ${thereAre(Object.keys(doc.modules ?? {}))}` }],
  );
  const twice = [
    ...doubled('waivers', doc.waivers, (w) => `${w.stage} ${w.check}`, 'a waiver of this check'),
    ...doubled('confirmations', doc.confirmations, (c) => c.id, 'a confirmation of this'),
    ...doubled('decisions', doc.decisions, (d) => d.stage, 'a decision on this stage'),
    ...doubled('flags', doc.flags, (f) => `${f.part} ${f.sort}`, 'such a flag on this part'),
    ...doubled('advice', doc.advice, (a) => a.id, 'advice of this id'),
  ];
  return bounded([...stateIssues(doc.states), ...twice, ...strays, ...doc.stages.flatMap((s, i) => stageIssues(s, i, doc.stages))]);
}

/** Of two about one thing a later change could keep only one. */
function doubled<T>(list: string, items: readonly T[] | undefined, of: (item: T) => string, what: string): Issue[] {
  const first = new Map<string, number>();
  return (items ?? []).flatMap((item, i) => {
    const before = first.get(of(item));
    if (before === undefined) first.set(of(item), i);
    return before === undefined ? [] : [{ path: `${list}[${i}]`, message: `there is ${what} already, at ${list}[${before}]. Keep one of them.` }];
  });
}

const thereAre = (modules: readonly string[]) => (modules.length ? `There are ${modules.join(', ')}.` : 'The board lists no modules.');

/** No board is deeper than this. */
const DEEPEST = 20;
/** More than this nobody reads; the rest follows once these are mended. */
const MOST_ISSUES = 100;

const bounded = (issues: Issue[]): Issue[] =>
  issues.length <= MOST_ISSUES ? issues : [...issues.slice(0, MOST_ISSUES), { path: '', message: `and ${issues.length - MOST_ISSUES} more.` }];

/** What no schema sees: a key that reaches into the language instead of into the document, and lists within lists without end. */
export function oddIssues(value: unknown): Issue[] {
  const issues: Issue[] = [];
  const left: { node: unknown; path: (string | number)[] }[] = [{ node: value, path: [] }];
  for (let at = left.pop(); at && issues.length < MOST_ISSUES; at = left.pop()) {
    const { node, path } = at;
    if (typeof node !== 'object' || node === null) continue;
    if (path.length > DEEPEST) return [{ path: pathText(path.slice(0, 4)), message: 'is nested deeper than any board.' }];
    for (const key of Object.keys(node)) {
      const here = [...path, Array.isArray(node) ? Number(key) : key];
      if (key === '__proto__') issues.push({ path: pathText(here), message: 'unknown key.' });
      else left.push({ node: (node as Record<string, unknown>)[key], path: here });
    }
  }
  return issues;
}

function shapeIssues(error: z.core.$ZodError, value: unknown): Issue[] {
  return error.issues.flatMap((issue): Issue[] => {
    if (issue.code === 'unrecognized_keys') return issue.keys.map((key) => ({ path: pathText([...issue.path, key]), message: 'unknown key.' }));
    const inner = issue.code === 'custom' && typeof issue.params?.path === 'string' ? issue.params.path : '';
    const at = issue.path.reduce<unknown>((node, key) => (node as Record<PropertyKey, unknown> | undefined)?.[key], value);
    return [{ path: pathText(issue.path) + inner, message: issue.code === 'custom' ? issue.message : `${lower(issue.message)} Seen ${seen(at)}.` }];
  });
}

const lower = (message: string) => message.charAt(0).toLowerCase() + message.slice(1).replace(/[.]?$/, '.');

function stateIssues(states: readonly { id: string; share: number }[] | undefined): Issue[] {
  if (!states?.length) return [];
  const sum = states.reduce((total, s) => total + s.share, 0);
  const doubled = states.findIndex((s, i) => states.findIndex((o) => o.id === s.id) !== i);
  if (doubled >= 0) return [{ path: `states[${doubled}].id`, message: `the state ${states[doubled]!.id} is listed twice.` }];
  return Math.abs(sum - 1) < 1e-6 ? [] : [{ path: 'states', message: `the shares must add up to 1, they make ${Number(sum.toPrecision(6))}.` }];
}

function stageIssues(s: StageShape, i: number, all: readonly StageShape[]): Issue[] {
  const path = `stages[${i}]`;
  const doubled = all.findIndex((o) => o.id === s.id) !== i;
  return [
    ...(doubled ? [{ path: `${path}.id`, message: `another stage is called “${s.id}” already.` }] : []),
    ...contentIssues(s, path, all),
    ...(s.options ?? []).flatMap((o, k) => contentIssues(o, `${path}.options[${k}]`, all)),
  ];
}

function contentIssues(s: ContentShape, path: string, all: readonly StageShape[]): Issue[] {
  const kind = kindOf(s.kind);
  if (!kind) return [{ path: `${path}.kind`, message: `unknown kind “${s.kind}”. Known: ${KIND_IDS.join(', ')}.` }];
  const issues = [...givenIssues(kind, s, path), ...partIssues(kind, s, path)];
  for (const port of Object.keys(s.rails ?? {})) {
    if (!Object.hasOwn(kind.rails, port)) issues.push({ path: `${path}.rails.${port}`, message: unknownName('rail port', Object.keys(kind.rails)) });
  }
  issues.push(...signalIssues(kind, s, path, all));
  return issues;
}

const unknownName = (what: string, known: string[]) => `unknown ${what}. ${known.length ? `This kind has ${known.join(', ')}.` : 'This kind has none.'}`;

function givenIssues(kind: Kind, s: ContentShape, path: string): Issue[] {
  return Object.entries(s.given ?? {}).flatMap(([name, value]): Issue[] => {
    const where = `${path}.given.${name}`;
    const field = Object.hasOwn(kind.given, name) ? (kind.given as Record<string, Field>)[name] : undefined;
    return field ? fieldIssues(field, value, where) : [{ path: where, message: unknownName('given', Object.keys(kind.given)) }];
  });
}

function partIssues(kind: Kind, s: ContentShape, path: string): Issue[] {
  return Object.entries(s.parts ?? {}).flatMap(([slot, part]): Issue[] => {
    const where = `${path}.parts.${slot}`;
    const def = Object.hasOwn(kind.parts, slot) ? (kind.parts as Record<string, PartDef>)[slot] : undefined;
    if (!def) return [{ path: where, message: unknownName('part', Object.keys(kind.parts)) }];
    return Object.entries(part).flatMap(([key, value]) => partKeyIssues(def, key, value, `${where}.${key}`));
  });
}

function partKeyIssues(def: PartDef, key: string, value: unknown, path: string): Issue[] {
  const param = def.params && Object.hasOwn(def.params, key) ? def.params[key] : undefined;
  if (param) return fieldIssues(param, value, path);
  if (key === 'package')
    return typeof value === 'string' && value.trim().length > 0 && value.length <= 40
      ? []
      : [{ path, message: `expected the name of a package, like “0805”, seen ${seen(value)}.` }];
  if (key === 'device' && def.takes)
    return typeof value === 'string' && value.length > 0 && value.length <= 120
      ? []
      : [{ path, message: `expected the name of a device, seen ${seen(value)}.` }];
  if (def.type !== 'device') {
    const least = def.zero || def.optional ? { min: 0 } : { above: 0 };
    if (key === 'value')
      return value === null
        ? []
        : value === 0 && def.optional
          ? []
          : fieldIssues({ type: 'number', unit: 'ohm', default: 1, ...least }, value, path).map(unitless);
    if (key === 'tolerance') return fieldIssues({ type: 'number', unit: '', default: 0, min: 0, below: 1 }, value, path);
    if (key === 'tempco') return fieldIssues({ type: 'number', unit: '', default: 0 }, value, path);
    if (key === 'match')
      return typeof value === 'string' && ID.test(value) ? [] : [{ path, message: `expected the name of a matched set, like “pair-1”, seen ${seen(value)}.` }];
    if (key === 'tracking') return fieldIssues({ type: 'number', unit: '', default: 0, min: 0, below: 1 }, value, path);
    if (key === 'series') return fieldIssues({ type: 'choice', choices: SERIES, default: 'E24' }, value, path);
    if (key === 'join' && def.joins) return fieldIssues({ type: 'choice', choices: ['series', 'parallel'], default: 'series' }, value, path);
  }
  const known = [
    ...(def.type === 'device' ? [] : ['value', 'tolerance', 'tempco', 'series', 'match', 'tracking']),
    ...(def.joins ? ['join'] : []),
    ...(def.takes ? ['device'] : []),
    'package',
    ...Object.keys(def.params ?? {}),
  ];
  return [{ path, message: unknownName('parameter', known).replace('kind', 'part') }];
}

/** A part's value carries the unit of its sort, which the message need not repeat. */
const unitless = (i: Issue): Issue => ({ ...i, message: i.message.replaceAll(' Ω', '') });

function signalIssues(kind: Kind, s: ContentShape, path: string, all: readonly StageShape[]): Issue[] {
  return Object.entries(s.signals ?? {}).flatMap(([port, ref]): Issue[] => {
    const where = `${path}.signals.${port}`;
    const def = Object.hasOwn(kind.signals, port) ? (kind.signals as Record<string, SignalPort>)[port] : undefined;
    if (!def) return [{ path: where, message: unknownName('signal port', Object.keys(kind.signals)) }];
    if (def.role === 'out') return [{ path: where, message: 'an output needs no entry: the stage that listens names it.' }];
    const [from, out, ...rest] = ref.split('.');
    if (!from || !out || rest.length || !ID.test(from)) return [{ path: where, message: `expected “stage.port”, like “filter.out”, seen ${seen(ref)}.` }];
    const source = all.find((o) => o.id === from);
    const sourceKind = source && kindOf(source.kind);
    if (!sourceKind) return [];
    const target = Object.hasOwn(sourceKind.signals, out) ? (sourceKind.signals as Record<string, SignalPort>)[out] : undefined;
    if (target?.role === 'out') return [];
    const outs = signalPorts(sourceKind)
      .filter(([, p]) => p.role === 'out')
      .map(([name]) => name);
    return [{ path: where, message: `“${from}” has no output “${out}”. ${outs.length ? `It has ${outs.join(', ')}.` : 'It has none.'}` }];
  });
}
