import { readFileSync, writeFileSync } from 'node:fs';
import { createServer, type Socket } from 'node:net';
import { availableParallelism } from 'node:os';
import { createInterface } from 'node:readline';
import { evaluateBoard, type Sum } from '../core/board/evaluate.ts';
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
import { calibrate } from '../core/measured/calibrate.ts';
import { match, type By } from '../core/measured/match.ts';
import { readReadings } from '../core/files/readings.ts';
import { Explainer } from '../core/faults/explain.ts';
import { RestingBoard } from '../core/faults/resting.ts';
import { benchAnswer } from '../core/practice/answer.ts';
import { Bench } from '../core/practice/bench.ts';
import { faultNamed } from '../core/practice/copy.ts';
import { readPairs, readParts } from '../core/files/measured-csv.ts';
import { measure, measureAnswer, type MeasureOptions } from '../core/waveform/measure.ts';
import { readRecording } from '../core/waveform/read.ts';
import { WINDOWS, type Window } from '../core/waveform/spectrum.ts';
import { DISTRIBUTIONS, type Distribution } from '../core/tolerance/random.ts';
import { VERSION_OF_CORE } from '../core/version.ts';
import { Pool } from '../workers/pool.ts';

const USAGE = `Spark Sum ${VERSION_OF_CORE}

spark-sum kinds [--json]                     what kinds of stages there are
spark-sum evaluate FILE... [--json]          sizes what has no parts, evaluates everything; "-" reads standard input
spark-sum check FILE                         exit 0 when ready to order, 1 when not, 2 on a bad file
spark-sum montecarlo FILE [--runs 10000] [--seed 1] [--distribution uniform|normal] [--workers N] [--json]
spark-sum simulate FILE --stage ID --analysis ac|noise|transient|op [--from HZ] [--to HZ] [--points N] [--stop S] [--json]
spark-sum report FILE --format md|csv|pdf|zip [-o OUT]
                                             zip: report, board file, tables, figures and plots in one
spark-sum measure FILE [--channel NAME] [--from S] [--to S] [--rate HZ] [--full-scale V] [--window ${WINDOWS.join('|')}] [--bits N]
                       [--threshold V] [--hysteresis V] [--between A,B] [--tones WANTED,UNWANTED] [--json]
spark-sum calibrate FILE [--lsb V] [--points N] [--json]
spark-sum match FILE --size N [--groups M] [--by value|ratio] [--json]
spark-sum explain BOARD --readings FILE [--json]
spark-sum bench BOARD [--seed 1] [--fault R2:open,…] [--points] [--json]
                                             what instruments read on a virtual built copy
spark-sum bench BOARD [--seed 1] [--fault R2:open,…] --serve PORT [--bare]
                                             the same bench by lines over loopback; each connection has a copy of its own
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
  ...['--channel', '--rate', '--full-scale', '--window', '--bits', '--threshold', '--hysteresis', '--between', '--tones'],
  ...['--lsb', '--size', '--groups', '--by', '--readings', '--fault', '--serve'],
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
    } else if (arg === '--json' || arg === '--points' || arg === '--bare') line.switches.add(arg);
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

/** What a report is written as. PDF and zip are no text: without a file for them they go out as they are. */
const REPORTS: Readonly<Record<string, (sum: Sum) => string | Promise<Uint8Array>>> = {
  md: (sum) => markdownReport(sum),
  csv: csvReport,
  pdf: async (sum) => (await import('../print/pdf.ts')).pdfReport(sum),
  zip: async (sum) => (await import('../print/archive.ts')).archiveOf(sum),
};

async function report(line: Line): Promise<number> {
  if (line.files.length !== 1) return usage('report needs one file.');
  const format = line.values.get('--format') ?? 'md';
  const write = Object.hasOwn(REPORTS, format) ? REPORTS[format] : undefined;
  if (!write) return usage(`unknown format ${format}: there are ${Object.keys(REPORTS).join(', ')}.`);
  const opened = open(line.files[0]!);
  if (!opened.ok) {
    complain(`${opened.message}\n${issueLines(opened.issues)}`);
    return 2;
  }
  const written = await write(opened.sum);
  const target = line.values.get('-o');
  if (!target || target === '-') {
    process.stdout.write(written);
    return 0;
  }
  try {
    writeFileSync(target, written);
    return 0;
  } catch {
    complain(`${target}: it cannot be written.\n`);
    return 2;
  }
}

/** Refuses a file as whoever asks for it reads it. */
function refused(line: Line, message: string, more: { issues?: Issue[]; line?: number } = {}): number {
  const issues = more.issues ?? [];
  if (line.switches.has('--json')) out(`${JSON.stringify({ error: { message, issues, ...(more.line === undefined ? {} : { line: more.line }) } })}\n`);
  else complain(`${message}\n${issueLines(issues)}`);
  return 2;
}

/** A signed number of an option; a sentence where it cannot be read; undefined where it is not there. */
function signed(line: Line, name: string, unit: 'Hz' | 's' | 'V' | 'count'): number | string | undefined {
  const text = line.values.get(`--${name}`);
  if (text === undefined) return undefined;
  const read = parseNumber(text, unit);
  return read.ok ? read.value : `--${name}: ${read.message}`;
}

function measureOptions(line: Line): MeasureOptions | string {
  const options: Record<string, unknown> = {};
  for (const [name, unit] of [
    ['from', 's'],
    ['to', 's'],
    ['threshold', 'V'],
    ['hysteresis', 'V'],
    ['bits', 'count'],
  ] as const) {
    const value = signed(line, name, unit);
    if (typeof value === 'string') return value;
    if (value !== undefined) options[name] = value;
  }
  const window = line.values.get('--window');
  if (window !== undefined && !WINDOWS.includes(window as Window)) return `--window must be one of ${WINDOWS.join(', ')}.`;
  const pair = (name: string) =>
    line.values
      .get(name)
      ?.split(',')
      .map((t) => t.trim());
  const [channels, tones] = [pair('--between'), pair('--tones')];
  if (channels && channels.length !== 2) return '--between needs the names of two channels, like A,B.';
  const frequencies = tones?.map((t) => parseNumber(t, 'Hz'));
  if (frequencies && (frequencies.length !== 2 || frequencies.some((f) => !f.ok || !(f.value > 0)))) return '--tones needs two frequencies, like 1k,2k2.';
  return {
    ...options,
    ...(line.values.has('--channel') ? { channel: line.values.get('--channel')! } : {}),
    ...(window ? { window: window as Window } : {}),
    ...(channels ? { between: channels as [string, string] } : {}),
    ...(frequencies ? { tones: frequencies.map((f) => (f.ok ? f.value : 0)) as [number, number] } : {}),
  };
}

function measureFile(line: Line): number {
  if (line.files.length !== 1) return usage('measure needs one file.');
  const options = measureOptions(line);
  if (typeof options === 'string') return usage(options);
  const [rate, fullScale] = [signed(line, 'rate', 'Hz'), signed(line, 'full-scale', 'V')];
  for (const value of [rate, fullScale])
    if (typeof value === 'string' || (value !== undefined && !(value > 0)))
      return usage(typeof value === 'string' ? value : '--rate and --full-scale must be above zero.');
  let bytes: Uint8Array;
  try {
    bytes = readFileSync(line.files[0] === '-' ? 0 : line.files[0]!);
  } catch {
    return refused(line, `${line.files[0]}: it cannot be read.`);
  }
  const read = readRecording(bytes, {
    ...(rate === undefined ? {} : { rate: rate as number }),
    ...(fullScale === undefined ? {} : { fullScale: fullScale as number }),
  });
  if (!read.ok) return refused(line, `${line.files[0]}: ${read.message}`, read.line === undefined ? {} : { line: read.line });
  const answer = measure(read.record, options);
  if (!answer.ok) return refused(line, answer.message);
  const { measured: m } = answer;
  if (line.switches.has('--json')) {
    out(`${JSON.stringify(measureAnswer(m))}\n`);
    return 0;
  }
  const unit = m.unit as 'V';
  for (const f of m.findings) out(`${f.line === undefined ? '' : `line ${f.line}: `}${f.text}\n`);
  out(`${m.channel}: mean ${formatText(m.level.mean, unit)}, rms ${formatText(m.level.rms, unit)}, ${formatText(m.level.peakToPeak, unit)} peak to peak\n`);
  if (m.ripple)
    out(`ripple  ${formatText(m.ripple.frequency, 'Hz')}, ${formatText(m.ripple.peakToPeak, unit)} peak to peak, noise ${formatText(m.ripple.noise, unit)}\n`);
  for (const p of m.spectrum?.peaks.slice(0, 10) ?? [])
    out(`tone    ${formatText(p.frequency, 'Hz')}, ${formatText(p.level, unit)} rms, ${formatText(p.dbc, 'dB', 3)}\n`);
  if (m.edges?.period) out(`edges   period ${formatText(m.edges.period, 's')}, duty ${formatText(m.edges.duty ?? 0, 'ratio')}\n`);
  if (m.tones) out(`tones   ${formatText(m.tones.suppression, 'dB')} apart\n`);
  return 0;
}

function calibrateFile(line: Line): number {
  if (line.files.length !== 1) return usage('calibrate needs one file.');
  const [lsb, points] = [signed(line, 'lsb', 'V'), signed(line, 'points', 'count')];
  if (typeof lsb === 'string' || (lsb !== undefined && !(lsb > 0))) return usage('--lsb must be a voltage above zero.');
  if (typeof points === 'string' || (points !== undefined && !(Number.isInteger(points) && points > 0)))
    return usage('--points must be a whole number above zero.');
  const loaded = load(line.files[0]!);
  if (!loaded.ok) return refused(line, loaded.message);
  const read = readPairs(loaded.text);
  if (!read.ok)
    return refused(line, `${line.files[0]} is no table of pairs.`, {
      issues: read.issues,
      ...(read.issues[0]?.line === undefined ? {} : { line: read.issues[0].line }),
    });
  const c = calibrate(read.pairs, { ...(lsb === undefined ? {} : { lsb }), ...(points === undefined ? {} : { points }) });
  if (line.switches.has('--json')) out(`${JSON.stringify(c)}\n`);
  else {
    out(`gain ${c.gain}, offset ${c.offset}\nmost off ${c.maximumError.before} before, ${c.maximumError.after} after\n${c.constants.line}\n`);
    for (const d of c.disagree) out(`point ${d.point} lies ${d.off} off the others, ${d.allowed} is explained\n`);
  }
  return 0;
}

function matchFile(line: Line): number {
  if (line.files.length !== 1) return usage('match needs one file.');
  const [size, groups] = [signed(line, 'size', 'count'), signed(line, 'groups', 'count')];
  const by = line.values.get('--by') ?? 'value';
  if (typeof size !== 'number' || !Number.isInteger(size) || size < 2) return usage('match needs --size with a whole number from 2.');
  if (groups !== undefined && (typeof groups !== 'number' || !Number.isInteger(groups) || groups < 1))
    return usage('--groups must be a whole number above zero.');
  if (by !== 'value' && by !== 'ratio') return usage('--by must be value or ratio.');
  const loaded = load(line.files[0]!);
  if (!loaded.ok) return refused(line, loaded.message);
  const read = readParts(loaded.text);
  if (!read.ok) return refused(line, `${line.files[0]} is no table of measured parts.`, { issues: read.issues });
  const most = Math.floor(read.parts.length / size);
  if ((groups ?? 1) > most || most < 1) return refused(line, `${read.parts.length} parts make ${most} groups of ${size}, not ${groups ?? 1}.`);
  const found = match(read.parts, size, groups ?? most, by as By);
  if (line.switches.has('--json')) out(`${JSON.stringify(found)}\n`);
  else for (const g of found.groups) out(`${formatText(g.spread, 'ratio', 3).padStart(8)}  ${g.parts.join(' ')}\n`);
  return 0;
}

async function explainFile(line: Line): Promise<number> {
  const file = line.values.get('--readings');
  if (line.files.length !== 1 || !file) return usage('explain needs a board and --readings with a file of readings.');
  const opened = open(line.files[0]!);
  if (!opened.ok) return refused(line, opened.message, { issues: opened.issues });
  const loaded = load(file);
  if (!loaded.ok) return refused(line, loaded.message);
  const read = readReadings(loaded.text);
  if (!read.ok) return refused(line, `${file} is no list of readings.`, { issues: read.issues });
  const board = await RestingBoard.of(opened.sum.doc);
  const found = new Explainer(board).explain(read.readings);
  if (found.unknown.length)
    return refused(line, `The board has no test point ${found.unknown.join(', ')}. There are ${board.points.map((p) => p.name).join(', ')}.`);
  if (line.switches.has('--json')) out(`${JSON.stringify(found)}\n`);
  else {
    if (found.nothing) out('No single fault explains these readings.\n');
    out(`${formatText(found.whole.fits, 'ratio', 3).padStart(8)}  nothing is wrong\n`);
    for (const f of found.faults.slice(0, 10)) out(`${formatText(f.fits, 'ratio', 3).padStart(8)}  ${f.fault}\n`);
    if (found.next) out(`Measure next at ${found.next.point}.\n`);
  }
  return 0;
}

async function bench(line: Line): Promise<number> {
  if (line.files.length !== 1) return usage('bench needs one board.');
  const seed = Number(line.values.get('--seed') ?? 1);
  if (!Number.isInteger(seed) || Math.abs(seed) > 2 ** 31) return usage('--seed must be a whole number.');
  const opened = open(line.files[0]!);
  if (!opened.ok) return refused(line, opened.message, { issues: opened.issues });
  const { doc } = opened.sum;
  const board = await RestingBoard.of(doc);
  const named = (line.values.get('--fault') ?? '').split(',').filter(Boolean);
  const faults = named.map((name) => faultNamed(board, name));
  const lost = faults.indexOf(undefined);
  if (lost >= 0)
    return refused(line, `“${named[lost]}” is no fault of this board, or of more than one part. There are ${board.faults.map((f) => f.id).join(', ')}.`);
  const hidden = faults.filter((f) => f !== undefined);
  const port = line.values.get('--serve');
  if (port !== undefined) {
    const at = Number(port);
    if (!Number.isInteger(at) || at < 0 || at > 65535) return usage('--serve needs a port from 0 to 65535; 0 takes a free one.');
    return serveBench(at, async () => new Bench(await RestingBoard.of(doc), seed, hidden, !line.switches.has('--bare')));
  }
  if (line.switches.has('--points')) {
    if (line.switches.has('--json')) out(`${JSON.stringify({ points: board.points.map((p) => p.name), faults: board.faults.map((f) => f.id) })}\n`);
    else for (const p of board.points) out(`${p.name}\n`);
    return 0;
  }
  const answer = benchAnswer(board, seed, hidden) as { points: { point: string; meter: number }[] };
  if (line.switches.has('--json')) out(`${JSON.stringify(answer)}\n`);
  else for (const p of answer.points) out(`${p.point.padEnd(32)} ${formatText(p.meter, 'V', 4)}\n`);
  return 0;
}

/** Most that one line of the protocol may hold, and connections at a time. */
const [LONGEST_LINE, MOST_BENCHES] = [400, 16];

/** Lines of words in, one line of JSON out for each, over loopback until the process ends. */
function serveBench(port: number, make: () => Promise<Bench>): Promise<number> {
  let benches = 0;
  const talk = async (socket: Socket): Promise<void> => {
    const say = (answer: unknown) => socket.writable && socket.write(`${JSON.stringify(answer)}\n`);
    socket.on('error', () => socket.destroy());
    if (benches >= MOST_BENCHES) {
      say({ ok: false, text: 'All benches are taken. Come back later.' });
      return void socket.end();
    }
    benches++;
    socket.on('close', () => benches--);
    const own = await make();
    for await (const text of createInterface({ input: socket })) {
      if (text.length > LONGEST_LINE) say({ ok: false, text: 'That line is too long.' });
      else if (text.trim() === 'quit') break;
      else if (text.trim()) say(own.command(text));
    }
    socket.end();
  };
  return new Promise((resolve) => {
    const server = createServer((socket) => void talk(socket));
    server.on('error', (error) => {
      complain(`The port ${port} cannot be used: ${error.message}\n`);
      resolve(2);
    });
    server.listen(port, '127.0.0.1', () => out(`bench on 127.0.0.1:${(server.address() as { port: number }).port}\n`));
    const stop = () => server.close(() => resolve(0));
    process.once('SIGINT', stop).once('SIGTERM', stop);
  });
}

function usage(problem: string): number {
  complain(`${problem}\n\n${USAGE}`);
  return 2;
}

const COMMANDS: Record<string, (line: Line) => number | Promise<number>> = {
  kinds,
  evaluate,
  check,
  montecarlo,
  simulate,
  report,
  measure: measureFile,
  calibrate: calibrateFile,
  match: matchFile,
  explain: explainFile,
  bench,
};

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
