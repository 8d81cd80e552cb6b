import { beforePower } from '../board/live.ts';
import { mustKind, tellingOf } from '../kinds/index.ts';
import type { Sum } from '../board/evaluate.ts';
import { digitOf } from '../faults/meter.ts';
import { RestingBoard, type Settled } from '../faults/resting.ts';
import type { Element } from '../circuit/netlist.ts';
import { formatText } from '../quantity/format.ts';
import type { BringUpStep, FirstPower } from '../stage/contract.ts';
import { limited, volts } from '../stage/at-rest.ts';
import type { Figure } from '../stage/drawing.ts';
import { bringUpOf } from '../stage/telling.ts';

/** When in the bring-up a step comes: each phase goes over the whole board before the next begins. */
export const PHASES = ['look', 'power', 'signals', 'heat', 'last'] as const;
export type Phase = (typeof PHASES)[number];
export const PHASE_TITLES: Readonly<Record<Phase, string>> = {
  look: 'Before any power',
  power: 'Power, stage by stage',
  signals: 'Ripple, clocks and signals',
  heat: 'Heat, after a while',
  last: 'Last, what can hurt',
};

/** A step of the bring-up, in an order that risks least. */
export interface PlanStep extends BringUpStep {
  /** `stage/step`: what a reading is kept under. */
  key: string;
  stage: string | null;
  stageTitle: string;
  phase: Phase;
  /** The test point, `reg.out`, where the probe is at one. */
  probe?: string;
}

const WHOLE = { stage: null, stageTitle: 'Whole board' } as const;
/** A meter's way with a current, share and A, and the margin that a limit leaves over what is expected. */
const [CURRENT_SHARE, CURRENT_ROOM, LIMIT_ROOM] = [0.02, 5e-5, 0.01];
/** Outcomes of these steps show only with a scope, a generator or a while of waiting. */
const SIGNAL_UNITS: ReadonlySet<string> = new Set(['Hz', 's', 'dB', 'V/rtHz', 'dBSPL', 'V/s', 'bit', 'LSB']);
const WARM = new Set(['heat', 'warm', 'temperature', 'hot']);
const SIGNAL = new Set(
  ['ripple', 'response', 'noise', 'quiet', 'signal', 'clip', 'clock', 'edge', 'step', 'droop', 'suppression', 'rejection', 'attenuation', 'cutoff', 'frequency', 'pulse', 'window', 'listen', 'impedance', 'gain', 'delay', 'rate'], // prettier-ignore
);

function phaseOf(step: BringUpStep): Phase {
  if (WARM.has(step.id) || step.expect?.unit === 'degC' || step.expect?.unit === 'K') return 'heat';
  if (SIGNAL.has(step.id) || (step.expect && SIGNAL_UNITS.has(step.expect.unit))) return 'signals';
  return 'power';
}

/**
 * Steps for a frozen board: look and resistance first, then the supply alone through a current limit, and stage by stage what
 * hangs on it, sources first, each with the supply current that is to be expected with what is fitted so far; then ripple,
 * clocks and signals, heat, and last what can hurt, whose rail a bench supply brings until then.
 */
export async function bringUpPlan(sum: Sum): Promise<PlanStep[]> {
  const board = sum.doc.stages.length ? await RestingBoard.of(sum.doc) : null;
  const order = board?.order ?? [];
  const steps: PlanStep[] = [
    {
      ...WHOLE,
      id: 'look',
      key: 'board/look',
      phase: 'look',
      act: 'fit',
      title: 'Look before you solder',
      text: 'Compare the bare board with the revision: outline, connector sides, pin 1 marks. Note what you would change.',
    },
    {
      ...WHOLE,
      id: 'shorts',
      key: 'board/shorts',
      phase: 'look',
      act: 'probe',
      title: 'No shorts on the bare board',
      text: 'Ohmmeter from every rail to ground on the bare board: open circuit on each.',
    },
  ];
  const dead = beforePower(sum);
  if (dead) steps.unshift({ ...WHOLE, id: 'dead', key: 'board/dead', phase: 'look', act: 'fit', title: 'What must be true before power', text: dead });
  if (!board) return steps;
  const tellings = new Map(await Promise.all(sum.stages.map(async (s) => [s.id, await tellingOf(mustKind(s.kind.id))] as const)));
  const hurts = new Set([...tellings].filter(([, telling]) => telling.hurts).map(([id]) => id));
  const later: PlanStep[] = [];
  const fitted = new Set<string>();
  const supplies = board.sources();
  for (const id of order) {
    const s = sum.byId.get(id);
    if (!s) continue;
    const head = { stage: id, stageTitle: s.title };
    const own = bringUpOf(tellings.get(id)!, s).map((step): PlanStep => {
      const probe = step.at === undefined ? undefined : board.points.find((p) => p.name === `${id}.${step.at}`)?.name;
      return { ...step, ...head, key: `${id}/${step.id}`, phase: hurts.has(id) ? 'last' : phaseOf(step), ...(probe === undefined ? {} : { probe }) };
    });
    const source = supplies.find((p) => p.stage === id);
    const now = own.filter((step) => step.phase === 'power');
    later.push(...own.filter((step) => step.phase !== 'power'));
    if (source && hurts.has(id)) {
      steps.push(feedStep(board, source.name, s.title));
      continue;
    }
    fitted.add(id);
    if (source) {
      steps.push(feedStep(board, source.name, s.title), ...now);
      continue;
    }
    // Fit, then what is drawn, then what is read.
    const drawn = currentStep(board, fitted, id, s.title, supplies);
    steps.push(...now.filter((step) => step.act === 'fit'), ...(drawn ? [drawn] : []), ...now.filter((step) => step.act !== 'fit'));
    steps.push(...restSteps(board, id, s.title, own));
  }
  return [
    ...steps,
    ...PHASES.slice(2).flatMap((phase) => [...(phase === 'last' ? firstPowerSteps(sum) : []), ...later.filter((step) => step.phase === phase)]),
  ];
}

/** Shares of the full bus at which one stops and looks. */
const RISES = [0.25, 0.5, 0.75, 1];

/**
 * The first power of switches that are dear and burst, over all of them at once: logic alone, gates without the bus, a low bus
 * through a limit, then in steps up to the full one, with what to look at and when to stop.
 */
function firstPowerSteps(sum: Sum): PlanStep[] {
  return sum.stages.flatMap((s) => {
    const plan = s.kind.firstPower?.(s.judged as never) as FirstPower | undefined;
    if (!plan) return [];
    const of = (id: string, title: string, text: string, feed?: { volts: number; amps: number }): PlanStep => ({
      stage: s.id,
      stageTitle: s.title,
      id,
      key: `${s.id}/${id}`,
      phase: 'last',
      act: feed ? 'feed' : 'fit',
      title,
      text,
      ...(feed ? { feed } : {}),
    });
    const stop = 'Stop, switch off and discharge at the first reading that is off, or that grows faster than the bus does.';
    const rises = RISES.filter((share) => share * plan.full > 1.5 * plan.low);
    return [
      of('first-logic', 'Logic alone', `${plan.logic} Eye protection from here on.`),
      of('first-gates', 'Gates without the bus', plan.gates),
      of('first-low', 'A low bus through a limit', `Dummy load, small bus capacitor. Look at ${plan.look}. ${stop}`, { volts: plan.low, amps: plan.limit }),
      ...rises.map((share) =>
        of(
          `first-${Math.round(100 * share)}`,
          `${share === 1 ? 'The full bus' : `${Math.round(100 * share)} % of the bus`}`,
          `${formatText(share * plan.full, 'V', 3)}, five minutes. Look at ${plan.look}. ${stop}`,
        ),
      ),
    ];
  });
}

/** The plan with a figure of each stage, for a screen. */
export async function drawnPlan(sum: Sum): Promise<{ steps: PlanStep[]; figures: Record<string, Figure> }> {
  const figures = await Promise.all(sum.stages.map(async (s) => [s.id, (await tellingOf(s.kind)).figure(s.judged as never)] as const));
  return { steps: await bringUpPlan(sum), figures: Object.fromEntries(figures) };
}

/** Bench supply in the place of a source: its rail's voltage, and a limit that lets through what the whole board draws and little more. */
function feedStep(board: RestingBoard, point: string, title: string): PlanStep {
  const level = board.expectedVolts(point);
  const amps = Math.max(0.02, 1.5 * Math.abs(supplyCurrent(board, new Set(board.order), point)?.nominal ?? 0) + LIMIT_ROOM);
  const stage = point.split('.')[0]!;
  return {
    stage,
    stageTitle: title,
    id: 'bench-supply',
    key: `${stage}/bench-supply`,
    phase: 'power',
    act: 'feed',
    title: `Bench supply instead of ${title}`,
    text: `Feed ${point} from a bench supply with its current limit set first. With nothing else fitted it draws nothing: if it runs into its limit, switch off and look for a short or a turned part.`,
    feed: { volts: rounded(level), amps: rounded(amps) },
    at: point.slice(stage.length + 1),
    probe: point,
  };
}
const rounded = (v: number): number => Number(v.toPrecision(2));

/** What the bench supplies give with what is fitted so far. */
function currentStep(board: RestingBoard, fitted: ReadonlySet<string>, id: string, title: string, supplies: RestingBoard['points']): PlanStep | null {
  const before = new Set([...fitted].filter((f) => f !== id));
  for (const { name } of supplies) {
    const [now, was] = [supplyCurrent(board, fitted, name), supplyCurrent(board, before, name)];
    if (!now || !was || Math.abs(now.nominal - was.nominal) < Math.max(CURRENT_ROOM, 0.003 * Math.abs(now.nominal))) continue;
    const rise = now.nominal - was.nominal;
    const room = now.spread + CURRENT_SHARE * Math.abs(now.nominal) + CURRENT_ROOM;
    return {
      stage: id,
      stageTitle: title,
      id: 'supply-current',
      key: `${id}/supply-current`,
      phase: 'power',
      act: 'probe',
      title: 'Supply current',
      text: `Switch on with the current limit at ${formatText(rounded(1.5 * Math.abs(now.nominal) + LIMIT_ROOM), 'A', 2)}. The supply at ${name} gave ${formatText(was.nominal, 'A', 2)} before; with ${title} it rises by about ${formatText(rise, 'A', 2)}. More is a short or a turned part, less an open joint.`,
      feed: { volts: rounded(board.expectedVolts(name)), amps: rounded(1.5 * Math.abs(now.nominal) + LIMIT_ROOM) },
      expect: {
        point: `lead of ${name}`,
        unit: 'A',
        low: now.nominal < 0 ? now.nominal - room : Math.max(0, now.nominal - room),
        nominal: now.nominal,
        high: now.nominal + room,
      },
    };
  }
  return null;
}

/** Current of a bench supply at a point with some stages fitted, and how far all spreads together may move it, A. */
function supplyCurrent(board: RestingBoard, fitted: ReadonlySet<string>, point: string): { nominal: number; spread: number } | null {
  const more: Element[] = [];
  const leave = new Set(board.order.filter((id) => !fitted.has(id)));
  for (const { name, stage } of board.sources()) {
    const node = board.nodeAt(board.points.find((p) => p.name === name)!);
    leave.add(stage);
    more.push(volts(`bench ${name}`, `bench ${name}`, '0', board.expectedVolts(name)), limited(`lead ${name}`, `bench ${name}`, node, 0.05, 100));
  }
  const settled: Settled | null = board.settle(null, leave, more);
  const amps = settled?.amps(`bench ${point}`);
  if (!settled || amps === null || amps === undefined) return null;
  return { nominal: -amps, spread: board.worst(settled, `I(bench ${point})`) };
}

/** Levels at rest that the kind's own steps do not ask for: what a fault further on is told by. */
function restSteps(board: RestingBoard, id: string, title: string, own: readonly PlanStep[]): PlanStep[] {
  const asked = new Set(own.map((step) => step.probe));
  const settled = board.whole;
  if (!settled) return [];
  return board.points
    .filter((p) => p.stage === id && board.isOutput(p) && !asked.has(p.name))
    .map((p): PlanStep => {
      const nominal = settled.read(p.name);
      const room = board.worst(settled, p.name) + 0.01 * Math.abs(nominal) + 4 * digitOf(nominal);
      return {
        stage: id,
        stageTitle: title,
        id: `rest-${p.at}`,
        key: `${id}/rest-${p.at}`,
        phase: 'power',
        act: 'probe',
        title: `Level at ${p.at}`,
        text: `DC volts from ${p.name} to ground with a 10 MΩ meter, everything before it fitted, no signal.`,
        at: p.at,
        probe: p.name,
        expect: { point: p.name, unit: 'V', low: nominal - room, nominal, high: nominal + room },
      };
    });
}

export type Verdict = 'within' | 'low' | 'high' | 'noted';

/** Where a reading lies against the window of its step; `noted` where the step has none. */
export function verdict(step: Pick<BringUpStep, 'expect'>, reading: number): Verdict {
  if (!step.expect) return 'noted';
  if (reading < step.expect.low) return 'low';
  return reading > step.expect.high ? 'high' : 'within';
}

/** A reading as it is kept. */
export interface Reading {
  step: string;
  /** As typed; empty for a step that is only done. */
  text: string;
  value: number | null;
  note: string;
  at: string;
}

export interface Progress {
  step: PlanStep;
  reading: Reading | null;
  verdict: Verdict | null;
  /** Waiting for an earlier step. */
  locked: boolean;
}

/** The plan with its latest readings. A reading out of its window stops everything after it. */
export function progress(plan: readonly PlanStep[], readings: readonly Reading[]): Progress[] {
  const latest = new Map(readings.map((r) => [r.step, r]));
  let locked = false;
  return plan.map((step) => {
    const reading = latest.get(step.key) ?? null;
    const judged = reading === null ? null : reading.value === null ? 'noted' : verdict(step, reading.value);
    const here: Progress = { step, reading, verdict: judged, locked };
    if (judged !== 'within' && judged !== 'noted') locked = true;
    return here;
  });
}

/** What a reading beside the plan is kept under: a probe that tells faults apart. */
const BESIDE = 'at:';
export const probeKey = (point: string): string => BESIDE + point;

/**
 * What was read at test points, as an explanation takes it: levels of the plan's steps, and probes beside it that were made since
 * the reading that is off.
 */
export function pointReadings(all: readonly Progress[], readings: readonly Reading[] = []): { point: string; value: number }[] {
  const off = all.find((p) => p.verdict === 'low' || p.verdict === 'high')?.reading?.at ?? '';
  const beside = new Map(
    readings.flatMap((r) => (r.step.startsWith(BESIDE) && r.value !== null && r.at >= off ? [[r.step.slice(BESIDE.length), r.value] as const] : [])),
  );
  const planned = all.flatMap(({ step, reading }) =>
    step.probe && step.expect?.unit === 'V' && reading?.value != null && (step.phase === 'power' || step.phase === 'last') && !beside.has(step.probe)
      ? [{ point: step.probe, value: reading.value }]
      : [],
  );
  return [...planned, ...[...beside].map(([point, value]) => ({ point, value }))];
}
