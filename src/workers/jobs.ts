import { evaluateBoard, Evaluator } from '../core/board/evaluate.ts';
import { holdingRemedies } from '../core/board/remedies-hold.ts';
import type { BoardDoc } from '../core/board/document.ts';
import { monteCarlo, type MonteCarloOptions, type Samples } from '../core/board/monte-carlo.ts';
import { deciding, Room, type Margins } from '../core/board/room.ts';
import { simulateStage, type Analysis, type SimulateOptions } from '../core/board/simulate.ts';
import { loadKindsOf, tellingOf } from '../core/kinds/index.ts';
import { solvedCurves, type Band } from '../core/board/curves.ts';
import type { Remedy } from '../core/stage/contract.ts';
import { bringUpPlan, drawnPlan, type PlanStep, type Reading } from '../core/bringup/plan.ts';
import type { Figure } from '../core/stage/drawing.ts';
import { Explainer, type Explanations, type PointReading } from '../core/faults/explain.ts';
import { RestingBoard } from '../core/faults/resting.ts';
import { Bench, type Answer } from '../core/practice/bench.ts';
import { faultNamed, VirtualCopy } from '../core/practice/copy.ts';
import { readingsOn } from '../core/practice/readings.ts';
import { boardIn } from '../core/files/board-file.ts';
import type { Issue } from '../core/files/issues.ts';
import { answer } from '../core/files/answer.ts';
import { markdownReport } from '../core/files/report.ts';
import { gate } from '../core/gate/gate.ts';
import { standingOf, type Standing } from '../core/gate/standing.ts';
import { cheapestChange, type YieldPlan } from '../core/board/yield.ts';
import { compareBoards, type Comparison } from '../core/gate/compare.ts';
import type { ReportOptions } from '../core/files/report.ts';
import { billOf, type Bill, type BillOptions } from '../core/order/bill.ts';
import { fewestValues, type Fewest } from '../core/order/fewest.ts';
import type { PriceBook } from '../core/order/prices.ts';
import { substitutes, type Substitute } from '../core/order/substitutes.ts';
import type { Device } from '../core/parts/devices.ts';

/** What would mend a check of a stage. */
export interface Mending {
  stage: string;
  check: string;
  help: string;
  remedies: readonly Remedy[];
}

type Runs = Omit<MonteCarloOptions, 'progress'>;

export interface RoomJob {
  doc: BoardDoc;
  stage: string;
  x: { path: string; places: number[] };
  /** A second value makes a map. */
  y?: { path: string; places: number[] };
  /** Checks that count for the map. */
  counts: string[];
}

/** Work that takes longer than a page or a server may stand still: what it needs, what it tells on the way, what comes out. */
interface Work {
  /** Random boards; tells how many are built. */
  boards: { job: { doc: BoardDoc; options: Runs }; told: number; result: Samples };
  /** The cheapest change that reaches a yield; tells the share done. */
  plan: { job: { doc: BoardDoc; wanted: number; options: Runs }; told: number; result: YieldPlan };
  /** All margins along one value, or the deciding margin over two: rows, NaN where not looked at yet. Tells coarse maps. */
  room: { job: RoomJob; told: Float64Array; result: { margins: Margins[] } | { cells: Float64Array } };
  /** Curves that only the solver gives, with their bands. */
  curves: { job: { doc: BoardDoc; stage: string }; told: never; result: Band[] };
  /** What would mend each of some failing checks; a later job of this sort puts an end to an earlier one of the same worker. */
  mendings: {
    job: { ask: number; doc: BoardDoc; wanted: readonly (readonly [stage: string, check: string])[] };
    told: Mending & { ask: number };
    result: null;
  };
  /** All that the command line answers of a board file, as JSON text: read here too, since a large one takes its time. */
  evaluate: { job: { text: string }; told: never; result: { answer: string } | { refused: 400 | 422; issues: Issue[] } };
  /** How a board stands, in a few words. */
  standing: { job: { doc: BoardDoc }; told: never; result: Standing };
  /** What is frozen of a board: whether its gate is open, and all results. */
  judged: { job: { doc: BoardDoc }; told: never; result: { ready: boolean; results: Record<string, unknown> } };
  /** A board to read, in Markdown. */
  report: { job: { doc: BoardDoc; options: ReportOptions }; told: never; result: string };
  /** The same as a PDF, or as a zip of all that can be told of the board: only on the server. */
  pdf: { job: { doc: BoardDoc; options: ReportOptions }; told: never; result: Uint8Array };
  archive: { job: { doc: BoardDoc; options: ReportOptions }; told: never; result: Uint8Array };
  /** Fewer kinds of parts; tells the share of the work done, and what was found so far where that is more. */
  fewest: { job: { doc: BoardDoc; options: BillOptions }; told: { share: number; found?: Fewest }; result: Fewest };
  /** Devices that could stand in for those of a line of the bill of materials; tells the share tried. */
  substitutes: { job: { doc: BoardDoc; line: string; devices: readonly Device[]; prices: PriceBook; boards: number }; told: number; result: Substitute[] };
  /** What has to be bought for a board. */
  bill: { job: { doc: BoardDoc; options: BillOptions }; told: never; result: Bill };
  /** Two boards held against each other. */
  compare: { job: { doc: BoardDoc; with: BoardDoc; options: BillOptions }; told: never; result: Comparison };
  /** The steps of a board's first power-up. */
  bringUp: { job: { doc: BoardDoc }; told: never; result: { steps: PlanStep[]; figures: Record<string, Figure> } };
  /** Single faults that would explain readings; tells the share of them that is solved. What was solved is kept for the next readings of the same board. */
  explain: { job: { doc: BoardDoc; readings: PointReading[] }; told: number; result: Explanations };
  /** A bring-up done with stand-in instruments on a virtual copy, and what they answered to some lines. */
  practised: {
    job: { doc: BoardDoc; seed: number; faults: string[]; upTo?: string; lines: string[] };
    told: never;
    result: { readings: Omit<Reading, 'at'>[]; answers: Answer[] };
  };
  /** One analysis of a stage. */
  simulate: { job: { doc: BoardDoc; stage: string; analysis: Analysis; options: SimulateOptions }; told: never; result: ReturnType<typeof simulateStage> };
}
export type Sort = keyof Work;
export type Job<S extends Sort = Sort> = { [K in S]: { sort: K } & Work[K]['job'] }[S];
export type Told<S extends Sort> = Work[S]['told'];
export type Result<S extends Sort> = Work[S]['result'];

/** What a worker sends back. */
export type News<S extends Sort = Sort> = { told: Told<S> } | { result: Result<S> } | { failed: string };

/** Jobs of the server alone: a page has neither fonts nor the typesetter. */
export type Printing = 'pdf' | 'archive';
type Performers<S extends Sort> = { [K in S]: (job: Work[K]['job'], tell: (told: Told<K>) => void) => Result<K> | Promise<Result<K>> };

const PERFORM: Performers<Exclude<Sort, Printing>> = {
  boards: ({ doc, options }, tell) => monteCarlo(doc, { ...options, progress: (done) => (tell(done), false) }),
  plan: ({ doc, wanted, options }, tell) => cheapestChange(doc, wanted, { ...options, progress: (share) => (tell(share), false) }),
  room: roomOf,
  curves: async ({ doc, stage }) => solvedCurves(...(await stageOf(doc, stage))),
  mendings: mendingsOf,
  evaluate: ({ text }) => {
    const read = boardIn(text);
    return read.ok ? { answer: JSON.stringify(answer(evaluateBoard(read.value))) } : { refused: read.status, issues: read.issues };
  },
  report: ({ doc, options }) => markdownReport(evaluateBoard(doc), options),
  bringUp: async ({ doc }) => plain(await drawnPlan(evaluateBoard(doc))),
  explain: async ({ doc, readings }, tell) => {
    const key = JSON.stringify(doc);
    if (solved?.key !== key) solved = { key, explainer: new Explainer(await RestingBoard.of(doc), tell) };
    return solved.explainer.explain(readings);
  },
  practised: async ({ doc, seed, faults, upTo, lines }) => {
    const named = (board: RestingBoard) => faults.map((f) => faultNamed(board, f)).filter((f) => f !== undefined);
    const steps = await bringUpPlan(evaluateBoard(doc));
    const board = await RestingBoard.of(doc);
    const readings = readingsOn(new VirtualCopy(board, seed, named(board)), steps, upTo);
    const bench = new Bench(await RestingBoard.of(doc), seed, named(board));
    return { readings, answers: lines.map((line) => bench.command(line)) };
  },
  standing: ({ doc }) => standingOf(evaluateBoard(doc)),
  judged: ({ doc }) => {
    const sum = evaluateBoard(doc);
    return { ready: gate(sum).ready, results: plain(answer(sum)) };
  },
  bill: ({ doc, options }) => billOf(evaluateBoard(doc), options),
  fewest: ({ doc, options }, tell) => {
    let steps = 0;
    const progress = (share: number, found: Fewest) => {
      tell({ share, ...(found.steps.length > steps ? { found: { ...found, stopped: true } } : {}) });
      steps = found.steps.length;
      return false;
    };
    return fewestValues(doc, { ...options, progress });
  },
  substitutes: ({ doc, line, devices, prices, boards }, tell) => substitutes(doc, line, devices, { prices, boards, tried: (share) => (tell(share), false) }),
  compare: async ({ doc, with: other, options }) => {
    await loadKindsOf(other);
    return compareBoards(evaluateBoard(doc), evaluateBoard(other), options);
  },
  simulate: async ({ doc, stage, analysis, options }) => simulateStage(...(await stageOf(doc, stage)), analysis, options),
};

let solved: { key: string; explainer: Explainer } | null = null;
const kept = new Evaluator();
let latest = 0;

async function mendingsOf({ ask, doc, wanted }: Work['mendings']['job'], tell: (told: Mending & { ask: number }) => void): Promise<null> {
  const mine = ++latest;
  const sum = kept.evaluate(doc);
  const holding = holdingRemedies(sum);
  for (const [id, check] of wanted) {
    const stage = sum.byId.get(id);
    const failing = stage?.checks.find((c) => c.id === check);
    if (stage && failing) tell({ ask, stage: id, check, ...holding(stage, failing) });
    // Between two checks a newer job is heard.
    await new Promise((next) => setTimeout(next));
    if (mine !== latest) break;
  }
  return null;
}

/** What is worked out when it is read, worked out: only then can it be sent. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** Does one job; what goes wrong comes back as a sentence. `printing` does what only the server can. */
export async function perform(job: Job, send: (news: News) => void, printing?: Performers<Printing>): Promise<void> {
  try {
    if ('doc' in job) await loadKindsOf(job.doc);
    const work = ({ ...PERFORM, ...printing } as Performers<Sort>)[job.sort] as (
      job: Job,
      tell: (told: unknown) => void,
    ) => Result<Sort> | Promise<Result<Sort>>;
    send({ result: await work(job, (told) => send({ told } as News)) });
  } catch (error) {
    send({ failed: error instanceof Error ? error.message : 'unknown cause' });
  }
}

/** A stage of a board, and how it is told. */
async function stageOf(doc: BoardDoc, id: string) {
  const stage = evaluateBoard(doc).byId.get(id);
  if (!stage) throw new Error(`there is no stage “${id}” on this board`);
  return [stage, await tellingOf(stage.kind)] as const;
}

function roomOf({ doc, stage, x, y, counts: list }: RoomJob, tell: (cells: Float64Array) => void): Result<'room'> {
  const room = new Room(doc, stage);
  if (!y) return { margins: x.places.map((v) => room.at({ [x.path]: v })) };
  const counts = new Set(list);
  const cells = new Float64Array(x.places.length * y.places.length).fill(NaN);
  // Coarse first, then the places between.
  for (let stride = 8; stride >= 1; stride /= 2) {
    for (let j = 0; j < y.places.length; j += stride) {
      for (let i = 0; i < x.places.length; i += stride) {
        const at = j * x.places.length + i;
        if (Number.isNaN(cells[at]!)) cells[at] = deciding(room.at({ [x.path]: x.places[i]!, [y.path]: y.places[j]! }), (id) => counts.has(id));
      }
    }
    if (stride > 1) tell(cells.slice());
  }
  return { cells };
}
