import { readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { evaluateBoard } from '../core/board/evaluate.ts';
import { ANALYSES, confirm, simulateStage, type Analysis } from '../core/board/simulate.ts';
import type { BoardDoc } from '../core/board/document.ts';
import { join, monteCarlo, monteCarloAnswer, pieces, type MonteCarloOptions, type Samples } from '../core/board/monte-carlo.ts';
import { answer } from '../core/files/answer.ts';
import { readBoard } from '../core/files/board-file.ts';
import { kindsAnswer } from '../core/files/kinds-answer.ts';
import type { Issue } from '../core/files/issues.ts';
import { csvReport, markdownReport } from '../core/files/report.ts';
import { gate } from '../core/gate/gate.ts';
import { formatText } from '../core/quantity/format.ts';
import { parseNumber } from '../core/quantity/parse.ts';
import { KINDS } from '../core/kinds/all.ts';
import { tellingOf } from '../core/kinds/index.ts';
import { DISTRIBUTIONS, type Distribution } from '../core/tolerance/random.ts';
import { VERSION_OF_CORE } from '../core/version.ts';
import { Pool } from '../workers/pool.ts';

const USAGE = `Spark Sum ${VERSION_OF_CORE}

spark-sum kinds [--json]                     what kinds of stages there are
spark-sum evaluate FILE... [--json]          sizes what has no parts, evaluates everything; "-" reads standard input
spark-sum check FILE                         exit 0 when ready to order, 1 when not, 2 on a bad file
spark-sum montecarlo FILE [--runs 10000] [--seed 1] [--distribution uniform|normal] [--workers N] [--json]
spark-sum simulate FILE --stage ID --analysis ac|noise|transient|op [--from HZ] [--to HZ] [--points N] [--stop S] [--json]
spark-sum report FILE --format md|csv [-o OUT]
`;

const out = (text: string) => process.stdout.write(text);
const complain = (text: string) => process.stderr.write(text);

/** Options that take a value; everything else that starts with "-" and is not "-" is a switch. */
const WITH_VALUE = new Set([
  '--format',
  '-o',
  '--stage',
  '--analysis',
  '--from',
  '--to',
  '--points',
  '--stop',
  '--runs',
  '--seed',
  '--distribution',
  '--workers',
]);

interface Line {
  files: string[];
  switches: Set<string>;
  values: Map<string, string>;
}

function parseLine(args: string[]): Line | string {
  const line: Line = { files: [], switches: new Set(), values: new Map() };
  for (let i = 0; i < args.length; i++) {
    const arg = args[i]!;
    if (arg === '-' || !arg.startsWith('-')) line.files.push(arg);
    else if (WITH_VALUE.has(arg)) {
      const value = args[++i];
      if (value === undefined) return `${arg} needs a value.`;
      line.values.set(arg, value);
    } else if (arg === '--json') line.switches.add(arg);
    else return `unknown option ${arg}.`;
  }
  return line;
}

type Loaded = { ok: true; text: string } | { ok: false; message: string };

function load(file: string): Loaded {
  try {
    return { ok: true, text: readFileSync(file === '-' ? 0 : file, 'utf8') };
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    const why =
      code === 'ENOENT' ? 'there is no such file' : code === 'EISDIR' ? 'it is a folder' : code === 'EACCES' ? 'it may not be read' : 'it cannot be read';
    return { ok: false, message: `${file}: ${why}.` };
  }
}

const errorOf = (message: string, issues: Issue[] = []) => ({ error: { message, issues } });
const issueLines = (issues: Issue[]) => issues.map((i) => `  ${i.path || '(file)'}: ${i.message}\n`).join('');

function open(file: string) {
  const loaded = load(file);
  if (!loaded.ok) return { ok: false as const, message: loaded.message, issues: [] as Issue[] };
  const read = readBoard(loaded.text);
  return read.ok
    ? { ok: true as const, sum: evaluateBoard(read.value) }
    : { ok: false as const, message: `${file} is not a board that can be read.`, issues: read.issues };
}

async function kinds(line: Line): Promise<number> {
  if (line.switches.has('--json')) out(`${JSON.stringify(await kindsAnswer())}\n`);
  else for (const k of KINDS) out(`${k.id.padEnd(20)} ${k.title}\n${' '.repeat(21)}${k.purpose}\n`);
  return 0;
}

function evaluate(line: Line): number {
  if (line.files.length === 0) return usage('evaluate needs a file, or "-" for standard input.');
  let code = 0;
  for (const file of line.files) {
    const opened = open(file);
    if (!opened.ok) code = 2;
    if (line.switches.has('--json')) {
      out(`${JSON.stringify(opened.ok ? answer(opened.sum) : errorOf(opened.message, opened.issues))}\n`);
    } else if (!opened.ok) complain(`${opened.message}\n${issueLines(opened.issues)}`);
    else out(markdownReport(opened.sum, { results: true }));
  }
  return code;
}

function check(line: Line): number {
  if (line.files.length !== 1) return usage('check needs one file.');
  const opened = open(line.files[0]!);
  if (!opened.ok) {
    complain(`${opened.message}\n${issueLines(opened.issues)}`);
    return 2;
  }
  const g = gate(opened.sum);
  for (const f of g.blocking) out(`must     ${f.text}\n`);
  for (const f of g.toWaive) out(`should   ${f.text}\n`);
  for (const c of g.confirmations.filter((c) => !c.given)) out(`confirm  ${c.id}: ${c.text}\n`);
  if (opened.sum.stages.length === 0) out('must     The board has no stages yet.\n');
  const tightest = opened.sum.tightest;
  if (tightest?.check.margin != null) out(`tightest ${tightest.stage}.${tightest.check.id}: ${formatText(tightest.check.margin, 'ratio', 3)}\n`);
  out(g.ready ? 'ready to order\n' : 'not ready to order\n');
  return g.ready ? 0 : 1;
}

/** Numbers of options as designers write them; a sentence where one cannot be read. */
function numbersOf(line: Line, wanted: Record<string, 'Hz' | 's' | 'count'>): Record<string, number> | string {
  const numbers: Record<string, number> = {};
  for (const [name, unit] of Object.entries(wanted)) {
    const text = line.values.get(`--${name}`);
    if (text === undefined) continue;
    const read = parseNumber(text, unit);
    if (!read.ok) return `--${name}: ${read.message}`;
    if (!(read.value > 0)) return `--${name} must be above zero.`;
    numbers[name] = read.value;
  }
  return numbers;
}

async function simulate(line: Line): Promise<number> {
  if (line.files.length !== 1) return usage('simulate needs one file.');
  const [id, analysis] = [line.values.get('--stage'), line.values.get('--analysis') as Analysis | undefined];
  if (!id) return usage('simulate needs --stage with the id of a stage.');
  if (!analysis || !ANALYSES.includes(analysis)) return usage(`simulate needs --analysis with one of ${ANALYSES.join(', ')}.`);
  const options = numbersOf(line, { from: 'Hz', to: 'Hz', points: 'count', stop: 's' });
  if (typeof options === 'string') return usage(options);
  if (options.points !== undefined && (!Number.isInteger(options.points) || options.points < 2 || options.points > 100_000))
    return usage('--points must be a whole number from 2 to 100000.');
  const opened = open(line.files[0]!);
  const json = line.switches.has('--json');
  const fail = (message: string, issues: Issue[] = []) => {
    if (json) out(`${JSON.stringify(errorOf(message, issues))}\n`);
    else complain(`${message}\n${issueLines(issues)}`);
    return 2;
  };
  if (!opened.ok) return fail(opened.message, opened.issues);
  const stage = opened.sum.byId.get(id);
  if (!stage) return fail(`there is no stage “${id}”. There are ${[...opened.sum.byId.keys()].join(', ')}.`);
  const telling = await tellingOf(stage.kind);
  const result = simulateStage(stage, telling, analysis, options);
  if (!result.ok) return fail(result.reason);
  if (json) out(`${JSON.stringify(result.answer)}\n`);
  else {
    for (const c of confirm(stage, telling))
      out(
        `${c.title.padEnd(36)} formula ${formatText(c.formula, c.unit)}, solver ${c.solver === null ? c.reason : formatText(c.solver, c.unit)}${c.difference === null ? '' : `, ${formatText(c.difference, 'ratio', 2)} apart`}\n`,
      );
    const { stage: _s, analysis: _a, comparison: _c, ...data } = result.answer;
    out(`${JSON.stringify(data)}\n`);
  }
  return 0;
}

async function montecarlo(line: Line): Promise<number> {
  if (line.files.length !== 1) return usage('montecarlo needs one file.');
  const options = numbersOf(line, { runs: 'count', workers: 'count' });
  if (typeof options === 'string') return usage(options);
  const runs = options.runs ?? 10_000;
  const threads = options.workers ?? Math.min(availableParallelism(), Math.ceil(runs / WORTH_A_THREAD));
  if (!Number.isInteger(threads) || threads > MOST_THREADS) return usage(`--workers must be a whole number up to ${MOST_THREADS}.`);
  const seed = Number(line.values.get('--seed') ?? 1);
  const distribution = (line.values.get('--distribution') ?? 'uniform') as Distribution;
  if (!Number.isInteger(runs) || runs > 1_000_000) return usage('--runs must be a whole number up to a million.');
  if (!Number.isInteger(seed) || Math.abs(seed) > 2 ** 31) return usage('--seed must be a whole number.');
  if (!DISTRIBUTIONS.includes(distribution)) return usage(`--distribution must be one of ${DISTRIBUTIONS.join(', ')}.`);
  const opened = open(line.files[0]!);
  const json = line.switches.has('--json');
  if (!opened.ok) {
    if (json) out(`${JSON.stringify(errorOf(opened.message, opened.issues))}\n`);
    else complain(`${opened.message}\n${issueLines(opened.issues)}`);
    return 2;
  }
  const samples = await boards(opened.sum.doc, { runs, seed, distribution }, threads);
  const answer = monteCarloAnswer(opened.sum.doc, samples, seed) as { board: { yield: number; low: number; high: number } };
  if (json) out(`${JSON.stringify(answer)}\n`);
  else {
    const share = (v: number) => formatText(v, 'ratio', 4);
    out(
      `${runs} boards, seed ${seed}, ${distribution}: ${share(answer.board.yield)} pass every check (${share(answer.board.low)} to ${share(answer.board.high)} at 95 %)\n`,
    );
    const failing = [...samples.checks].filter(([, c]) => c.held < c.applied).sort(([, a], [, b]) => a.held / a.applied - b.held / b.applied);
    for (const [key, c] of failing) out(`${share(c.held / c.applied).padStart(9)}  ${key}\n`);
  }
  return 0;
}

/** Below this many runs starting a thread takes longer than it saves. */
const WORTH_A_THREAD = 1000;
const MOST_THREADS = 64;

/** Random boards on some threads: the same numbers for the same seed, however many. */
async function boards(doc: BoardDoc, options: Omit<MonteCarloOptions, 'first' | 'progress'>, threads: number): Promise<Samples> {
  if (threads <= 1) return monteCarlo(doc, options);
  const pool = new Pool(new URL('./worker.mjs', import.meta.url), { size: threads });
  try {
    return join(
      await Promise.all(pieces(options.runs, threads).map((piece) => pool.run<'boards'>({ sort: 'boards', doc, options: { ...options, ...piece } }))),
    );
  } finally {
    await pool.close();
  }
}

function report(line: Line): number {
  if (line.files.length !== 1) return usage('report needs one file.');
  const format = line.values.get('--format') ?? 'md';
  if (format !== 'md' && format !== 'csv') return usage(`unknown format ${format}: md and csv are written here; print the report page for paper or PDF.`);
  const opened = open(line.files[0]!);
  if (!opened.ok) {
    complain(`${opened.message}\n${issueLines(opened.issues)}`);
    return 2;
  }
  const text = format === 'md' ? markdownReport(opened.sum) : csvReport(opened.sum);
  const target = line.values.get('-o');
  if (!target || target === '-') {
    out(text);
    return 0;
  }
  try {
    writeFileSync(target, text);
    return 0;
  } catch {
    complain(`${target}: it cannot be written.\n`);
    return 2;
  }
}

function usage(problem: string): number {
  complain(`${problem}\n\n${USAGE}`);
  return 2;
}

const COMMANDS: Record<string, (line: Line) => number | Promise<number>> = { kinds, evaluate, check, montecarlo, simulate, report };

function main(args: string[]): number | Promise<number> {
  const [command, ...rest] = args;
  if (!command || command === 'help' || command === '--help') {
    out(USAGE);
    return command ? 0 : 2;
  }
  const run = Object.hasOwn(COMMANDS, command) ? COMMANDS[command] : undefined;
  if (!run) return usage(`unknown command ${command}.`);
  const line = parseLine(rest);
  return typeof line === 'string' ? usage(line) : run(line);
}

// A reader that closes early (head) is no error.
process.stdout.on('error', () => process.exit(0));
process.exitCode = await main(process.argv.slice(2));
