import { railPorts, signalPorts } from '../stage/ports.ts';
import type { Kind, RailPort, SignalPort } from '../stage/contract.ts';
import { KINDS } from '../kinds/all.ts';
import type { BoardDoc, StageDoc } from './document.ts';
import { chainBudget, type ChainBudget } from './chain-budget.ts';
import { addStage, setSignal } from './edit.ts';
import type { Sum } from './evaluate.ts';

/** A stage that something on the board asks for, and how it would be connected. */
export interface Suggestion {
  /** What dangles, in a sentence. */
  why: string;
  kind: Kind;
  links: Pick<StageDoc, 'rails' | 'signals'>;
  /** An input that is to listen to the new stage instead. */
  before?: { stage: string; port: string };
}

/** The port to connect, which has to be: one that may well be left open asks for nothing. */
const railPort = (kind: Kind, role: RailPort['role']) => railPorts(kind).find(([, p]) => p.role === role && !p.optional)?.[0];
const signalPort = (kind: Kind, role: SignalPort['role']) => signalPorts(kind).find(([, p]) => p.role === role)?.[0];
const providers = () => KINDS.filter((k) => railPort(k, 'provides'));
const loads = () => KINDS.filter((k) => k.group === 'Load' && railPort(k, 'consumes'));
const listeners = () => KINDS.filter((k) => k.group === 'Conversion' && signalPort(k, 'in'));
/** What is looked for by that name: an amplifier takes the highest off too, and is none. */
const filters = () => KINDS.filter((k) => k.aliases.some((a) => a.startsWith('anti-alias')) && signalPorts(k).some(([, p]) => p.attenuation));

/** What the board asks for: rails without a supply or a load, signals nobody hears, chains that ripple or aliases spoil. */
export function suggestions(sum: Sum): Suggestion[] {
  const chains = sum.chains.map((chain) => ({ chain, budget: chainBudget(chain) }));
  const all = [...unfed(sum), ...unused(sum), ...unheard(sum), ...spoiled(sum), ...lateNoise(sum, chains), ...clipped(sum, chains)];
  // Chains that share a stage ask for the same before it.
  return [...new Map(all.map((s) => [`${s.why} ${s.kind.id}`, s])).values()];
}

/** A stage's title, and what tells it from others that are called the same. */
function called(sum: Sum, stage: string): string {
  const title = sum.byId.get(stage)?.title ?? stage;
  return sum.stages.some((s) => s.id !== stage && s.title === title) ? `${title} (${stage})` : title;
}

const unfed = (sum: Sum): Suggestion[] =>
  sum.rails
    .filter((r) => r.provider === null)
    .flatMap((r) => {
      const users = r.consumers.map((c) => called(sum, c)).join(', ');
      return providers().map((kind) => ({
        why: `Nothing feeds ${r.name}, which ${users} draws from.`,
        kind,
        links: { rails: { [railPort(kind, 'provides')!]: r.name } },
      }));
    });

const unused = (sum: Sum): Suggestion[] =>
  sum.rails
    .filter((r) => r.provider !== null && r.consumers.length === 0)
    .flatMap((r) => loads().map((kind) => ({ why: `Nothing draws from ${r.name} yet.`, kind, links: { rails: { [railPort(kind, 'consumes')!]: r.name } } })));

/** Outputs that carry something and that no stage listens to. */
function unheard(sum: Sum): Suggestion[] {
  const heard = new Set(sum.stages.flatMap((s) => Object.values(s.doc.signals ?? {})));
  return sum.stages.flatMap((s) => {
    const outs = signalPorts(s.kind).filter(([, p]) => p.role === 'out' && p.down && !p.carries);
    return outs
      .filter(([port]) => !heard.has(`${s.id}.${port}`))
      .flatMap(([port]) => {
        const what = outs.length > 1 ? `“${port}” of ${called(sum, s.id)}` : called(sum, s.id);
        return listeners().map((kind) => ({ why: `Nothing listens to ${what}.`, kind, links: { signals: { [signalPort(kind, 'in')!]: `${s.id}.${port}` } } }));
      });
  });
}

/** Inputs whose ripple or alias checks fail: a filter would go before them. */
function spoiled(sum: Sum): Suggestion[] {
  return sum.stages.flatMap((s) => {
    const port = signalPort(s.kind, 'in');
    const check = s.checks.find((c) => c.status === 'fail' && /ripple|alias/.test(c.id));
    if (!port || !check) return [];
    const from = s.doc.signals?.[port];
    return filters()
      .filter((kind) => kind !== s.kind)
      .map((kind) => ({
        why: `${called(sum, s.id)} fails at ${check.title}: a filter before it would help.`,
        kind,
        links: from ? { signals: { [signalPort(kind, 'in')!]: from } } : {},
        before: { stage: s.id, port },
      }));
  });
}

/** What people call a stage that only amplifies, or only takes off. */
const known = (alias: string) => () => KINDS.filter((k) => k.aliases.includes(alias));
const amplifiers = known('gain stage');
const attenuators = known('attenuator');

interface Budgeted {
  chain: Sum['chains'][number];
  budget: ChainBudget;
}

/** A suggestion of a stage before the one at a place of a chain. */
function ahead(sum: Sum, chain: Sum['chains'][number], at: number, kinds: readonly Kind[], why: string): Suggestion[] {
  const stage = sum.byId.get(chain[at]!.stage);
  const port = stage && signalPort(stage.kind, 'in');
  const from = port && stage.doc.signals?.[port];
  if (!from) return [];
  return kinds.map((kind) => ({ why, kind, links: { signals: { [signalPort(kind, 'in')!]: from } }, before: { stage: stage.id, port } }));
}

/** Share of the noise from which a stage rules it. */
const RULES = 0.5;

/** Chains whose noise is made by a stage that is not the first: gain belongs before it. */
const lateNoise = (sum: Sum, chains: readonly Budgeted[]): Suggestion[] =>
  chains.flatMap(({ chain, budget: { noisiest, noise } }) => {
    if (noisiest === null || noisiest === 0 || noise[noisiest]! < RULES) return [];
    return ahead(
      sum,
      chain,
      noisiest,
      amplifiers(),
      `${called(sum, chain[noisiest]!.stage)} makes most of the noise of its chain: more gain ahead of it would help.`,
    );
  });

/** Chains that clip behind their first stage. */
const clipped = (sum: Sum, chains: readonly Budgeted[]): Suggestion[] =>
  chains.flatMap(({ chain, budget: { clipsFirst, headroom } }) => {
    if (clipsFirst === null || clipsFirst === 0 || headroom[clipsFirst]! >= 0) return [];
    return ahead(sum, chain, clipsFirst, attenuators(), `${called(sum, chain[clipsFirst]!.stage)} clips on the loudest signal: less of it would help.`);
  });

/** The board with a suggestion taken, and the new stage. */
export function takeSuggestion(doc: BoardDoc, { kind, links, before }: Suggestion): { doc: BoardDoc; id: string } {
  const added = addStage(doc, kind.id, links);
  const out = signalPort(kind, 'out');
  return before && out ? { ...added, doc: setSignal(added.doc, before.stage, before.port, `${added.id}.${out}`) } : added;
}
