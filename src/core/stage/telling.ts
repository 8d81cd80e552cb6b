import type { Unit } from '../quantity/units.ts';
import type { AtRest } from './at-rest.ts';
import { window } from './bring-up.ts';
import type { BringUpStep, Curve, Kind, KindDef, NameIn, Simulation, Step } from './contract.ts';
import type { Env, Inputs } from './data.ts';
import type { Figure } from './drawing.ts';
import type { Judged } from './judged.ts';
import { unitOf } from './named.ts';
import { railPorts } from './ports.ts';

/**
 * How a kind is told: what only readers of one stage want, apart from what the sum needs, so that a page loads it when it is
 * looked at. Figures are named, and the reader looks up value and unit: what is shown cannot differ from what is computed.
 */

/** A number made here, with its unit. */
export type Amount = readonly [value: number, unit: Unit];
/** A figure of the stage by name (an outcome; else a given or carried field, `R1.value`, `U1.dropout`, `ambient`; `given.x` where an outcome has that name too), or an amount. */
export type Operand<N extends string = string> = N | Amount;

/** A step of the working: `formula` is "name = expression", `gives` what it comes to, `from` what is put in. */
export interface StepSpec<N extends string = string> {
  title: string;
  formula: string;
  gives: Operand<N>;
  from: Readonly<Record<string, Operand<N>>>;
  source: string;
}
export const step = <const G extends Operand, const F extends Readonly<Record<string, Operand>>>(
  title: string,
  formula: string,
  gives: G,
  from: F,
  source: string,
): StepSpec<Extract<G | F[keyof F], string>> => ({ title, formula, gives: gives as never, from: from as never, source });

/** Where to probe, and the outcome whose ends the reading must fall between. */
export interface Watched<N extends string = string> {
  point: string;
  of: N;
}
export interface BringUpSpec<N extends string = string> extends Omit<BringUpStep, 'expect'> {
  expect?: Watched<N> | BringUpStep['expect'];
}

type FieldsOf<K> = K extends KindDef<infer G, infer P, infer O, infer C> ? { given: G; parts: P; outcomes: O; carried: C } : never;
export type NameOf<K> = FieldsOf<K> extends { given: infer G; parts: infer P; outcomes: infer O; carried: infer C } ? NameIn<G, P, O, C> : never;
export type InputsOf<K> = FieldsOf<K> extends { given: infer G; parts: infer P; carried: infer C } ? Inputs<G, P, C> : never;
export type EnvOf<K> = FieldsOf<K> extends { given: infer G; parts: infer P; carried: infer C } ? Env<G, P, C> : never;
export type JudgedOf<K> = Judged<InputsOf<K>, NameOf<K>>;
export type StepsOf<K> = StepSpec<NameOf<K>>[];

export interface Telling<K = Kind> {
  working: (c: JudgedOf<K>) => StepsOf<K>;
  figure: (c: JudgedOf<K>) => Figure;
  /** The circuit of the nominal stage; null where there is none with what is given. */
  simulate?: (x: InputsOf<K>, o: Record<string, number>, env: EnvOf<K>) => Simulation | null;
  /** The stage at rest between its ports; where nothing is said, its formulas stand for it. */
  atRest?: (x: InputsOf<K>, env: EnvOf<K>) => AtRest;
  curves?: (x: InputsOf<K>, env: EnvOf<K>, o: Record<string, number>) => Curve[];
  bringUp: (c: JudgedOf<K>) => BringUpSpec<NameOf<K>>[];
  /** What it does can hurt somebody: it is brought up last, and a bench supply brings its rail until then. */
  hurts?: true;
  schools?: string;
  sources: readonly string[];
}
/** The telling of any kind, as its readers see it. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- a kind's own types cannot be named by readers that serve all kinds
export type AnyTelling = Telling<any>;

/** A stage as its telling is read. */
interface Told {
  kind: Kind;
  judged: Judged;
}

/**
 * The working of a stage with every name looked up; a result that lies outside its formula's region as the formula gives it.
 * @throws for a name the kind does not have
 */
export function workingOf(telling: AnyTelling, { kind, judged }: Told): Step[] {
  const amount = (operand: Operand) => {
    if (typeof operand !== 'string') return { value: operand[0], unit: operand[1] };
    const unit = unitOf(kind, operand);
    if (!(operand in kind.outcomes)) return { value: judged.range(operand.replace(/^given\./, ''))?.nominal ?? NaN, unit };
    return { value: judged.nominal(operand) ?? judged.computed(operand), unit };
  };
  return (telling.working(judged as never) as StepSpec[]).map(({ title, formula, gives, from, source }) => {
    const [name, ...expression] = formula.split(' = ');
    return {
      title,
      expression: expression.join(' = '),
      values: Object.fromEntries(Object.entries(from).map(([symbol, operand]) => [symbol, amount(operand)])),
      result: { name: name!, ...amount(gives) },
      source,
      ...(typeof gives === 'string' && gives in kind.outcomes && judged.nominal(gives) !== null ? { outcome: gives } : {}),
    };
  });
}

const isWatched = (expect: BringUpSpec['expect']): expect is Watched => !!expect && 'of' in expect;

/** The port whose level an outcome is. */
const portOf = (kind: Kind, outcome: string): string | undefined =>
  railPorts(kind).find(([, def]) => def.role === 'provides' && def.gives.voltage === outcome)?.[0];

/** The bring-up of a stage with the windows of what is watched. */
export const bringUpOf = (telling: AnyTelling, { kind, judged }: Told): BringUpStep[] =>
  (telling.bringUp(judged as never) as BringUpSpec[]).map(({ expect, ...step }) => {
    if (!isWatched(expect)) return expect ? { ...step, expect } : step;
    const held = window(expect.point, unitOf(kind, expect.of), judged.spread(expect.of));
    const at = step.at ?? portOf(kind, expect.of);
    return { ...step, of: expect.of, ...(at === undefined ? {} : { at }), ...(held ? { expect: held } : {}) };
  });
