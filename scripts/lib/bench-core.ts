// What the benchmark measures, bundled from the sources as they are.
import '../../src/core/kinds/all.ts';
import { acSweep, logGrid, noiseAnalysis } from '../../src/core/circuit/ac.ts';
import type { Element, Netlist } from '../../src/core/circuit/netlist.ts';
import { transient } from '../../src/core/circuit/transient.ts';
import type { BoardDoc, StageDoc } from '../../src/core/board/document.ts';
import { StageNode } from '../../src/core/board/node.ts';
import { finished, settling } from '../../src/core/board/settle.ts';
import { wire } from '../../src/core/board/wiring.ts';
import { mustKind } from '../../src/core/kinds/index.ts';
import { entryText } from '../../src/core/quantity/format.ts';
import { parseQuantity } from '../../src/core/quantity/parse.ts';
import { seriesBetween } from '../../src/core/quantity/preferred.ts';

import { Evaluator, evaluateBoard } from '../../src/core/board/evaluate.ts';
import { billOf } from '../../src/core/order/bill.ts';
import { fewestValues } from '../../src/core/order/fewest.ts';
import { setGiven, setPart } from '../../src/core/board/edit.ts';
import { monteCarlo } from '../../src/core/board/monte-carlo.ts';
import { Sampler } from '../../src/core/board/sampler.ts';
import { deciding, Room } from '../../src/core/board/room.ts';
import { Explainer } from '../../src/core/faults/explain.ts';
import { RestingBoard } from '../../src/core/faults/resting.ts';
import { measure } from '../../src/core/waveform/measure.ts';
import { readRecording } from '../../src/core/waveform/read.ts';
import { jointSearch } from '../../src/core/tolerance/joint-search.ts';

export { billOf, evaluateBoard, fewestValues, monteCarlo };
export { readBoard, writeBoard } from '../../src/core/files/board-file.ts';

/** Groups of five stages: a regulator, its load, a divider with a filter and a converter, all on one adapter; each a little other than the one before, or all alike. */
export function boardOf(count: number, apart = 0): BoardDoc {
  const stages: StageDoc[] = [
    {
      id: 'in',
      kind: 'dc-input',
      given: { supplyVoltage: { nominal: 12, tolerance: 0.05 }, currentLimit: 20, overload: 'constant-current' },
      rails: { out: 'v12' },
    },
  ];
  for (let i = 0; stages.length < count; i++) {
    const group: StageDoc[] = [
      {
        id: `reg${i}`,
        kind: 'linear-regulator',
        given: { outputVoltage: 5 },
        parts: { R1: { value: 240, tolerance: 0.01 }, R2: { value: 715, tolerance: 0.01 } },
        rails: { in: 'v12', out: `v5-${i}` },
      },
      { id: `load${i}`, kind: 'supply-load', given: { typicalCurrent: { nominal: 0.02 * (1 + apart * i), tolerance: 0.2 } }, rails: { in: `v5-${i}` } },
      {
        id: `div${i}`,
        kind: 'voltage-divider',
        given: { outputVoltage: 2 },
        parts: { R1: { value: 49_900, tolerance: 0.01 }, R2: { value: 10_000 * (1 + apart * i), tolerance: 0.01 } },
        rails: { in: 'v12' },
      },
      {
        id: `rc${i}`,
        kind: 'rc-lowpass',
        given: { cutoffFrequency: 20 * (1 + apart * i) },
        parts: { R1: { value: 8200, tolerance: 0.01 }, C1: { value: 1e-6, tolerance: 0.1 } },
        signals: { in: `div${i}.out` },
      },
      {
        id: `adc${i}`,
        kind: 'adc-channel',
        given: { sampleRate: { nominal: 1000, tolerance: 0.01 } },
        parts: { R1: { value: 100, tolerance: 0.01 }, C1: { value: 0 } },
        rails: { vcc: `v5-${i}` },
        signals: { in: `rc${i}.out` },
      },
    ];
    stages.push(...group.slice(0, count - stages.length));
  }
  return { format: 'spark-sum/board', version: 1, name: `bench ${count}`, conditions: { ambient: { nominal: 25, low: 0, high: 50 } }, stages };
}

/** Sixteen thermistors with a filter and a channel each, on four converters of one bus, over a link to a controller. */
export function scanBoard(): BoardDoc {
  const channels = Array.from({ length: 16 }, (_, i): StageDoc[] => [
    { id: `bead${i}`, kind: 'thermistor-input', given: { measuredTemperature: 20 + i }, rails: { vcc: 'v5' } },
    { id: `rc${i}`, kind: 'rc-lowpass', given: { cutoffFrequency: 1 }, signals: { in: `bead${i}.out` } },
    {
      id: `adc${i}`,
      kind: 'adc-channel',
      given: { converter: 'sigma-delta', resolution: 16, ranges: [5] },
      rails: { vcc: 'v5' },
      signals: { in: `rc${i}.out` },
    },
  ]).flat();
  const heard = Object.fromEntries(Array.from({ length: 16 }, (_, i) => [`in${i + 1}`, `adc${i}.out`]));
  const devices = [{ name: 'converter', addresses: [72, 73, 74, 75], count: 4, pullUp: 10e3, transactions: 120 }];
  const stages: StageDoc[] = [
    { id: 'in', kind: 'dc-input', given: { supplyVoltage: 5 }, rails: { out: 'v5' } },
    ...channels,
    { id: 'scan', kind: 'adc-scan', given: { converters: 4, channelsPerConverter: 4 }, rails: { vcc: 'v5' }, signals: heard },
    { id: 'bus', kind: 'i2c-bus', given: { devices }, rails: { vcc: 'v5' } },
    { id: 'clock', kind: 'crystal-oscillator', rails: { vcc: 'v5' } },
    { id: 'link', kind: 'serial-link', signals: { in: 'scan.out', clock: 'clock.out' } },
    { id: 'dog', kind: 'watchdog', rails: { vcc: 'v5' } },
  ];
  return { format: 'spark-sum/board', version: 1, name: 'bench of a scan', conditions: { ambient: { nominal: 25, low: 0, high: 40 } }, stages };
}

/** Forty stages of signal: four chains from a capsule over filters and amplifiers to a converter, no two alike, on one quiet rail. */
export function signalBoard(): BoardDoc {
  const stages: StageDoc[] = [
    { id: 'in', kind: 'dc-input', given: { supplyVoltage: { nominal: 9, tolerance: 0.05 }, currentLimit: 2 }, rails: { out: 'v9' } },
    { id: 'reg', kind: 'linear-regulator', given: { outputVoltage: 5 }, rails: { in: 'v9', out: 'v5' } },
    { id: 'watch', kind: 'voltage-divider', given: { outputVoltage: 2 }, rails: { in: 'v9' } },
    { id: 'logic', kind: 'supply-load', given: { typicalCurrent: 0.02, peakCurrent: 0.04, minimumVoltage: 4.5, maximumVoltage: 5.5 }, rails: { in: 'v5' } },
  ];
  for (let i = 0; i < 4; i++) {
    const at = (name: string) => `${name}${i}`;
    stages.push(
      {
        id: at('mic'),
        kind: 'microphone-preamp',
        given: { source: 'capsule', gainControl: 'fixed', highestGain: 30, lowestGain: 30, referenceLevel: 2.5 },
        rails: { vp: 'v5', capsule: 'v5' },
      },
      {
        id: at('cut'),
        kind: 'active-filter',
        given: { shape: 'highpass', order: 2, cutoffFrequency: 100 + 10 * i },
        rails: { vcc: 'v5' },
        signals: { in: `${at('mic')}.out` },
      },
      { id: at('amp'), kind: 'opamp-amplifier', given: { gain: 3, coupling: 'ac' }, rails: { vp: 'v5' }, signals: { in: `${at('cut')}.out` } },
      {
        id: at('edge'),
        kind: 'active-filter',
        given: { order: 4, cutoffFrequency: 3000 + 200 * i },
        rails: { vcc: 'v5' },
        signals: { in: `${at('amp')}.out` },
      },
      { id: at('notch'), kind: 'twin-t-notch', given: { centreFrequency: 50 + 10 * i }, signals: { in: `${at('edge')}.out` } },
      { id: at('buffer'), kind: 'opamp-amplifier', given: { topology: 'buffer', coupling: 'ac' }, rails: { vp: 'v5' }, signals: { in: `${at('notch')}.out` } },
      { id: at('join'), kind: 'rc-highpass', given: { biasVoltage: 2.5 }, signals: { in: `${at('buffer')}.out` } },
      { id: at('rc'), kind: 'rc-lowpass', given: { cutoffFrequency: 8000 }, signals: { in: `${at('join')}.out` } },
      { id: at('adc'), kind: 'adc-channel', given: { ranges: [5], sampleRate: 24000 }, rails: { vcc: 'v5' }, signals: { in: `${at('rc')}.out` } },
    );
  }
  return { format: 'spark-sum/board', version: 1, name: 'bench of signal', conditions: { ambient: { nominal: 25, low: 0, high: 40 } }, stages };
}

/** Changes the gain of one preamplifier, which moves its whole chain. */
export function editOnSignal(doc: BoardDoc): { atOnce: (i: number) => unknown; all: (i: number) => unknown } {
  const evaluator = new Evaluator();
  evaluator.evaluate(doc);
  const edited = (i: number) => setGiven(setGiven(doc, 'mic1', 'highestGain', 30 + 0.1 * i), 'mic1', 'lowestGain', 30 + 0.1 * i);
  return { atOnce: (i) => evaluator.atOnce(edited(i)), all: (i) => evaluator.evaluate(edited(i)) };
}

/** A nudge of one sensor of a scan. */
export function editOnScan(doc: BoardDoc): { atOnce: (i: number) => unknown; all: (i: number) => unknown } {
  const evaluator = new Evaluator();
  evaluator.evaluate(doc);
  const edited = (i: number) => setGiven(doc, 'bead3', 'measuredTemperature', 20 + 0.1 * i);
  return { atOnce: (i) => evaluator.atOnce(edited(i)), all: (i) => evaluator.evaluate(edited(i)) };
}

/** Sixty stages of power on one protected adapter in a box: converters, filters, regulators and their loads. */
export function powerBoard(): BoardDoc {
  const stages: StageDoc[] = [
    { id: 'in', kind: 'dc-input', given: { supplyVoltage: { nominal: 12, tolerance: 0.05 }, currentLimit: 20 }, rails: { out: 'v12' } },
    { id: 'guard', kind: 'input-protection', rails: { in: 'v12', out: 'safe' } },
    { id: 'box', kind: 'enclosure-thermal', given: { style: 'fan', fanFlow: 0.02 } },
    { id: 'sink', kind: 'heatsink' },
  ];
  for (let i = 0; i < 7; i++)
    stages.push(
      { id: `buck${i}`, kind: 'buck-converter', given: { outputVoltage: 5, loadCurrent: 1 }, rails: { in: 'safe', out: `v5-${i}` } },
      { id: `lc${i}`, kind: 'lc-ripple-filter', rails: { in: `v5-${i}`, out: `quiet${i}` } },
      {
        id: `reg${i}`,
        kind: 'linear-regulator',
        given: { outputVoltage: 3.3 },
        parts: { U1: { dropoutVoltage: 0.4 } },
        rails: { in: `quiet${i}`, out: `v3-${i}` },
        ...(i < 4 ? { mount: 'sink' } : {}),
      },
      {
        id: `logic${i}`,
        kind: 'supply-load',
        given: { typicalCurrent: 0.05, peakCurrent: 0.1, minimumVoltage: 3, maximumVoltage: 3.6 },
        rails: { in: `v3-${i}` },
      },
      { id: `rc${i}`, kind: 'rc-ripple-filter', rails: { in: `v5-${i}`, out: `still${i}` } },
      { id: `sensor${i}`, kind: 'supply-load', given: { typicalCurrent: 0.002, peakCurrent: 0.004, minimumVoltage: 4 }, rails: { in: `still${i}` } },
      { id: `lamp${i}`, kind: 'supply-load', given: { typicalCurrent: 0.1, peakCurrent: 0.3 }, rails: { in: `v5-${i}` } },
      { id: `watch${i}`, kind: 'voltage-divider', given: { outputVoltage: 2 }, rails: { in: `v5-${i}` } },
    );
  return {
    format: 'spark-sum/board',
    version: 1,
    name: 'bench of power',
    conditions: { ambient: { nominal: 25, low: 0, high: 40 } },
    states: [
      { id: 'asleep', share: 0.7 },
      { id: 'typical', share: 0.25 },
      { id: 'peak', share: 0.05 },
    ],
    stages,
  };
}

const bench = (name: string, stages: StageDoc[]): BoardDoc => ({
  format: 'spark-sum/board',
  version: 1,
  name,
  conditions: { ambient: { nominal: 25, low: 0, high: 50 } },
  stages,
});
const adapter = (rail: string): StageDoc => ({ id: 'in', kind: 'dc-input', given: { supplyVoltage: 12, currentLimit: 20 }, rails: { out: rail } });

/** Boards of one shape and any size: how the time grows with the stages tells what is done again for each. */
export const SHAPES: Record<string, (count: number) => BoardDoc> = {
  groups: (count) => boardOf(count),
  'a chain of rails': (count) =>
    bench('chain', [
      adapter('v0'),
      ...Array.from({ length: count - 2 }, (_, i): StageDoc => ({ id: `w${i}`, kind: 'wire-drop', rails: { in: `v${i}`, out: `v${i + 1}` } })),
      { id: 'load', kind: 'supply-load', given: { typicalCurrent: 0.01 }, rails: { in: `v${count - 2}` } },
    ]),
  'a tree of rails': (count) =>
    bench('tree', [
      adapter('v0'),
      ...Array.from({ length: count - 1 }, (_, i): StageDoc => {
        const above = `v${(i + 1) >> 1}`;
        return 2 * i + 3 < count
          ? { id: `s${i}`, kind: 'rc-ripple-filter', rails: { in: above, out: `v${i + 1}` } }
          : { id: `s${i}`, kind: 'supply-load', given: { typicalCurrent: 0.001 }, rails: { in: above } };
      }),
    ]),
  'a chain of signals': (count) =>
    bench('signals', [
      { id: 's0', kind: 'voltage-divider', given: { inputVoltage: 10, outputVoltage: 5 } },
      ...Array.from({ length: count - 1 }, (_, i): StageDoc => ({ id: `s${i + 1}`, kind: 'rc-lowpass', signals: { in: `s${i}.out` } })),
    ]),
};

/** The same groups with a lower supply than they need: checks fail, and remedies are offered. */
export const failing = (count: number): BoardDoc => {
  const doc = boardOf(count);
  return { ...doc, stages: doc.stages.map((s) => (s.id === 'in' ? { ...s, given: { ...s.given, supplyVoltage: 6 } } : s)) };
};

/** Numbers that one random board comes to, in all states that are looked at. */
export const resultsPerBoard = (doc: BoardDoc): number =>
  new Sampler(doc).states.length * monteCarlo(doc, { runs: 1, seed: 1, distribution: 'uniform' }).outcomes.size;

/** Bytes in use after so many edits of a board, each evaluated whole. */
export function heapAfterEdits(doc: BoardDoc, edits: number): number {
  const { all } = editOnPower(doc);
  for (let i = 0; i < edits; i++) all(i);
  (globalThis as { gc?: () => void }).gc?.();
  const used = process.memoryUsage().heapUsed;
  all(0);
  return used;
}

/** Edits one divider back and forth, as somebody nudging a part does. */
export function editOne(doc: BoardDoc): (i: number) => unknown {
  const evaluator = new Evaluator();
  evaluator.evaluate(doc);
  return (i) => evaluator.evaluate(setPart(doc, 'div1', 'R2', { value: i % 2 ? 10_000 : 10_500, tolerance: 0.01 }));
}

/** Changes the current of one lamp, which moves the air around all stages. */
export function editOnPower(doc: BoardDoc): { atOnce: (i: number) => unknown; all: (i: number) => unknown } {
  const evaluator = new Evaluator();
  evaluator.evaluate(doc);
  const edited = (i: number) => setGiven(doc, 'lamp1', 'typicalCurrent', 0.1 + 0.01 * (i % 5));
  return { atOnce: (i) => evaluator.atOnce(edited(i)), all: (i) => evaluator.evaluate(edited(i)) };
}

/** Margins of a filter over both its parts. */
export function roomMap(): () => number {
  const doc: BoardDoc = {
    format: 'spark-sum/board',
    version: 1,
    name: 'room',
    stages: [
      {
        id: 'rc',
        kind: 'rc-lowpass',
        given: { cutoffFrequency: 1000 },
        parts: { R1: { value: 15_000, tolerance: 0.01 }, C1: { value: 1e-8, tolerance: 0.05 } },
      },
    ],
  };
  const place = (k: number, from: number) => from * 30 ** (k / 99);
  return () => {
    const room = new Room(doc, 'rc');
    let passing = 0;
    for (let i = 0; i < 100; i++)
      for (let j = 0; j < 100; j++) if (deciding(room.at({ 'parts.R1': place(i, 3000), 'parts.C1': place(j, 2e-9) }), () => true) >= 0) passing++;
    return passing;
  };
}

export function fourResistors(): () => unknown {
  const slot = { values: seriesBetween('E96', 1e3, 1e4), tolerance: 0.001 };
  const ratio = ([a, b, c, d]: readonly number[]) => {
    const low = (c! * d!) / (c! + d!);
    return low / (a! + b! + low);
  };
  return () => jointSearch({ slots: [slot, slot, slot, slot], results: [ratio], targets: [0.2345] });
}

/** Bytes in use after some rounds of work and a collection; needs --expose-gc to collect. */
export function heapAfter(doc: BoardDoc, rounds: number): number {
  for (let i = 0; i < rounds; i++) {
    evaluateBoard(doc);
    monteCarlo(doc, { runs: 500, seed: i, distribution: 'uniform' });
  }
  (globalThis as { gc?: () => void }).gc?.();
  return process.memoryUsage().heapUsed;
}

export function yardstick(): number {
  let x = 0;
  for (let i = 0; i < 2e8; i++) x = (x + i * 3) | 0;
  return x;
}

const nodesOf = (doc: BoardDoc) => doc.stages.map((s) => new StageNode(doc, s, mustKind(s.kind)));

export const settleOnly = (doc: BoardDoc): boolean => finished(settling(wire(nodesOf(doc))));

/** Evaluates every stage once at its nominal inputs. */
export function nominalOf(doc: BoardDoc): () => void {
  const nodes = nodesOf(doc);
  return () => {
    for (const node of nodes) node.kind.evaluate(node.judged.x as never, node.judged.env as never);
  };
}

export const texts = (): string[] => seriesBetween('E96', 1e-9, 1e6).map((v) => entryText(v, 'V'));

export function parseAndFormat(list: readonly string[]): number {
  let read = 0;
  for (const text of list) {
    const parsed = parseQuantity(text, 'V');
    if (parsed.ok && entryText(parsed.value, 'V') === text) read++;
  }
  return read;
}

/** A ladder of thirty sections. */
const ladder = (): Netlist => ({
  celsius: 25,
  elements: [
    { is: 'voltage', name: 'V1', a: 'n0', b: '0', wave: { sort: 'dc', value: 0 }, ac: 1 },
    ...Array.from({ length: 30 }, (_, i): Element[] => [
      { is: 'resistor', name: `R${i}`, a: `n${i}`, b: `n${i + 1}`, ohms: 1000 + i },
      { is: 'capacitor', name: `C${i}`, a: `n${i + 1}`, b: '0', farads: 1e-9 * (i + 1) },
    ]).flat(),
  ],
});

export const acOf30 = () => () => acSweep(ladder(), logGrid(1, 1e7, 1000), 'n30');
export const noiseOf30 = () => () => noiseAnalysis(ladder(), logGrid(1, 1e7, 1000), 'n30');

/** The output of a step-down converter at 100 kHz, as steps of a fixed length. */
export const buck = () => () =>
  transient(
    {
      celsius: 25,
      elements: [
        { is: 'voltage', name: 'V1', a: 'sw', b: '0', wave: { sort: 'pulse', low: 0, high: 12, delay: 0, rise: 1e-9, fall: 1e-9, width: 4e-6, period: 1e-5 } },
        { is: 'inductor', name: 'L1', a: 'sw', b: 'out', henries: 47e-6, dcr: 0.05 },
        { is: 'capacitor', name: 'C1', a: 'out', b: '0', farads: 1e-4, esr: 0.02 },
        { is: 'resistor', name: 'R1', a: 'out', b: '0', ohms: 4 },
      ],
    },
    { stop: 0.04, step: 2.05e-7, fixed: true, outputs: ['out'] },
  );

/** A file of a million samples as text: a tone in two channels, written with five digits. */
export function millionSamples(): Uint8Array {
  const lines = ['time,a,b'];
  for (let i = 0; i < 1e6; i++) {
    const v = Math.sin((2 * Math.PI * 997.3 * i) / 1e6);
    lines.push(`${(i * 1e-6).toFixed(6)},${v.toFixed(5)},${(v / 2).toFixed(5)}`);
  }
  return new TextEncoder().encode(lines.join('\n'));
}
export const readSamples = (bytes: Uint8Array) => {
  const read = readRecording(bytes);
  if (!read.ok) throw new Error(read.message);
  return read.record;
};
export const measureSamples = (recording: ReturnType<typeof readSamples>) => measure(recording, { channel: 'a' });

/** Every single fault of a board solved and held against readings: how many there are. */
export async function explainAll(doc: BoardDoc): Promise<number> {
  const board = await RestingBoard.of(doc);
  const explainer = new Explainer(board);
  explainer.explain(explainer.expected.slice(0, 5));
  return board.faults.length;
}
