import { told } from './tellings.ts';
import { readFileSync, readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { BoardDoc } from '../board/document.ts';
import { evaluateBoard, type Sum } from '../board/evaluate.ts';
import { monteCarlo, monteCarloAnswer } from '../board/monte-carlo.ts';
import { simulateStage } from '../board/simulate.ts';
import { answer } from '../files/answer.ts';
import { readBoard } from '../files/board-file.ts';
import { gate } from '../gate/gate.ts';
import { inSeries } from '../quantity/preferred.ts';
import { checkWith, nominal } from './boards.ts';

/** Whole boards whose figures were worked out apart, from the circuit itself. */
const folder = new URL('./boards/', import.meta.url);
function load(name: string): BoardDoc {
  const file = readdirSync(folder).find((f) => f.startsWith(`${name}-`))!;
  const read = readBoard(readFileSync(new URL(file, folder), 'utf8'));
  if (!read.ok) throw new Error(read.issues.map((i) => `${i.path}: ${i.message}`).join('\n'));
  return read.value;
}
const sumOf = (name: string): Sum => evaluateBoard(load(name));
const stage = (sum: Sum, id: string) => sum.byId.get(id)!;
const status = (sum: Sum, id: string, check: string) => checkWith(stage(sum, id), check).status;
const out = (sum: Sum, id: string, outcome: string) => stage(sum, id).judged.out(outcome);
const passes = ['ok', 'tight'];
const musts = (sum: Sum) => sum.findings.filter((f) => f.severity === 'must').map((f) => `${f.stage}.${f.check}`);
const heatOf = (sum: Sum, id: string) => sum.power.find((p) => p.state === 'typical')!.heat.filter((h) => h.stage === id);

/** Ready once everything that asks for a person is confirmed and every should waived. */
function couldBeOrdered(name: string): boolean {
  const doc = load(name);
  const first = evaluateBoard(doc);
  const waivers = first.stages.flatMap((s) => s.checks.map((c) => ({ stage: s.id, check: c.id, reason: 'looked at' })));
  const confirmations = gate(first).confirmations.map((c) => ({ id: c.id, by: 'builder' }));
  return gate(
    evaluateBoard({
      ...doc,
      waivers: waivers.filter((w) => first.byId.get(w.stage)!.checks.some((c) => c.id === w.check && c.severity === 'should')),
      confirmations,
    }),
  ).ready;
}

describe('heat', () => {
  it.each(['01', '01b'])('%s: seven copies warm the box as seven stages do', (name) => {
    const sum = sumOf(name);
    expect(out(sum, 'box', 'insideTemperature').high).toBeCloseTo(83.1, 1);
    expect(status(sum, 'box', 'inside-temperature')).toBe('fail');
    const loads = sum.stages.filter((s) => s.kind.id === 'supply-load');
    expect(loads.flatMap((s) => heatOf(sum, s.id)).reduce((t, h) => t + h.power, 0)).toBeCloseTo(7 * 24 * 0.06, 9);
  });
  it('22: the winding of the transformer warms the box it stands in', () => {
    const sum = sumOf('22');
    expect(heatOf(sum, 'raw').find((h) => h.place === 'transformer')!.power).toBeCloseTo(1.56, 2);
    expect(heatOf(sum, 'raw').reduce((t, h) => t + h.power, 0)).toBeCloseTo(3.16, 2);
    const there = stage(sum, 'box').judged;
    expect(there.nominal('insideTemperature')! - 25).toBeCloseTo(22.1, 1);
    for (const p of sum.power) expect(Math.abs(p.in - p.used - p.lost)).toBeLessThan(1e-9 * p.in);
  });
});

describe('rails', () => {
  it('02: below its dropout a regulator follows its input, and nothing collapses', () => {
    const sum = sumOf('02');
    const raw = out(sum, 'raw', 'outputTrough');
    expect(raw.nominal).toBeCloseTo(9.7, 1);
    expect(raw.low).toBeCloseTo(7.45, 2);
    expect(status(sum, 'reg', 'dropout')).toBe('fail');
    expect(status(sum, 'load', 'minimum-voltage')).toBe('fail');
    expect(passes).not.toContain(status(sum, 'sink', 'junction-1'));
    expect(passes).not.toContain(status(sum, 'case', 'inside-temperature'));
    expect(sum.findings.some((f) => /collapse/.test(f.text))).toBe(false);
    expect(heatOf(sum, 'reg').find((h) => h.place === 'device')!.power).toBeCloseTo(2.4, 1);
  });
  it('02b: constant power at the end of a cable takes the higher of two voltages', () => {
    const sum = sumOf('02b');
    expect(out(sum, 'run', 'outputVoltage').low).toBeCloseTo(5.64, 1);
    expect(out(sum, 'run', 'loadCurrent').high).toBeCloseTo(1.46, 1);
    expect(status(sum, 'buck', 'dropout')).toBe('fail');
    expect(sum.findings.some((f) => /collapse/.test(f.text))).toBe(false);
  });
  it('10: a filter sees the resistance of the rail before it', () => {
    const sum = sumOf('10');
    expect(status(sum, 'lc', 'step-deviation')).toBe('fail');
    expect(nominal(stage(sum, 'lc'), 'stepDeviation')).toBeCloseTo(0.301, 3);
    expect(nominal(stage(sum, 'lc'), 'peaking')).toBeCloseTo(0, 2);
    expect(nominal(stage(sum, 'lc'), 'turnOnPeak')).toBeCloseTo(9.18, 1);
    expect(status(sum, 'lc', 'peaking')).toBe('ok');
    expect(status(sum, 'lc', 'turn-on-peak')).toBe('ok');
  });
  it('11: a resistive load draws least at the lowest supply', () => {
    const sum = sumOf('11');
    expect(out(sum, 'load', 'loadVoltage').low).toBeCloseTo(10.34, 3);
    expect(musts(sum)).toEqual([]);
  });
  it('16: the stricter of a typed and a linked limit counts', () => {
    const sum = sumOf('16');
    expect(status(sum, 'chg', 'source-limit')).toBe('fail');
    expect(checkWith(stage(sum, 'chg'), 'source-limit').limit).toBeCloseTo(0.6, 9);
  });
  it('19: of what hangs on a rail that is not there nothing is known', () => {
    const sum = sumOf('19');
    expect(status(sum, 'load', 'maximum-voltage')).toBe('unknown');
    expect(status(sum, 'load', 'ripple')).toBe('unknown');
  });
  it('20: an end that is lost leaves the others', () => {
    const { rails } = answer(sumOf('20')) as { rails: Record<string, { nominal: number | null; low: number | null; high: number | null }> };
    expect(rails.logic!.low).toBeNull();
    expect(rails.logic!.nominal).toBeCloseTo(4.997, 3);
    expect(rails.logic!.high).toBeCloseTo(4.997, 3);
  });
  it('21: ripple is taken off once', () => {
    const sum = sumOf('21');
    expect(out(sum, 'raw', 'outputTrough').low).toBeCloseTo(14.662, 3);
    expect(out(sum, 'load', 'loadVoltage').low).toBeCloseTo(12.662, 2);
    expect(passes).toContain(status(sum, 'load', 'minimum-voltage'));
  });
});

describe('what hangs behind counts for whoever feeds it', () => {
  it('05: a load on the cell that is charged', () => {
    const sum = sumOf('05');
    expect(nominal(stage(sum, 'chg'), 'batteryCurrent')).toBeCloseTo(-0.144, 3);
    expect(nominal(stage(sum, 'chg'), 'loadShare')).toBeCloseTo(1.18, 2);
    expect(nominal(stage(sum, 'chg'), 'terminationShare')).toBeCloseTo(11.8, 1);
    for (const check of ['pack-fills', 'terminates']) expect(status(sum, 'chg', check)).toBe('fail');
  });
  it('06: a load behind the charger of a panel', () => {
    const sum = sumOf('06');
    expect(nominal(stage(sum, 'panel'), 'dailyLoad')).toBeCloseTo(6.66, 2);
    expect(nominal(stage(sum, 'panel'), 'surplus')).toBeCloseTo(0.498, 3);
    expect(status(sum, 'panel', 'energy-balance')).toBe('fail');
  });
  it('07: a converter on a port without its contract', () => {
    const sum = sumOf('07');
    // 3.23 W over 4.9 V, the converter's efficiency known to some percent.
    expect(Math.abs(nominal(stage(sum, 'usb'), 'fallbackCurrent') / 0.66 - 1)).toBeLessThan(0.03);
    expect(status(sum, 'usb', 'fallback-current')).toBe('fail');
  });
  it('08: a panel stands open while nothing is drawn', () => {
    const sum = sumOf('08');
    expect(checkWith(stage(sum, 'chg'), 'input-rating')).toMatchObject({ status: 'fail', value: expect.closeTo(6.54, 3), limit: expect.closeTo(6.4, 9) });
  });
});

describe('ends are ends', () => {
  it('03: a lopsided range keeps its own sides in the root of the sum of squares', () => {
    const sum = sumOf('03');
    expect(out(sum, 'reg', 'junctionTemperature').high).toBeCloseTo(129.5, 1);
    expect(status(sum, 'reg', 'junction-temperature')).toBe('fail');
  });
  it.each(['extreme-value', 'root-sum-square', 'monte-carlo'] as const)('03b: the peak comes, by %s', (judgeBy) => {
    const sum = evaluateBoard({ ...load('03b'), policy: { judgeBy } });
    expect(out(sum, 'reg', 'junctionTemperature').high).toBeCloseTo(132.3, 1);
    expect(status(sum, 'reg', 'junction-temperature')).toBe('fail');
  });
  it('04: a cell is full now and then', () => {
    const doc = load('04');
    const got = monteCarloAnswer(doc, monteCarlo(doc, { runs: 10_000, seed: 1, distribution: 'uniform' }), 1) as {
      stages: Record<string, { checks: Record<string, { yield: number }> }>;
    };
    // Both resistors uniform: a share of 0.595, three standard deviations of ten thousand draws.
    expect(Math.abs(got.stages.div!.checks['output-limit']!.yield - 0.595)).toBeLessThan(0.015);
  });
  it('09: an output does not pass its input', () => {
    const sum = sumOf('09');
    expect(status(sum, 'buck', 'trim-range-top')).toBe('fail');
    expect(passes).toContain(status(sum, 'buck', 'output-capacitor-voltage'));
    expect(passes).toContain(status(sum, 'buck', 'open-wiper'));
    expect(out(sum, 'buck', 'outputVoltageMaximum').high).toBeCloseTo(9.45, 9);
  });
  it('12: the larger of two branches, each flat one at a time', () => {
    const sum = sumOf('12');
    expect(out(sum, 'rise', 'sourcePeakCurrent').high).toBeCloseTo(0.033, 5);
    expect(status(sum, 'rise', 'source-limit')).toBe('fail');
  });
  it('13: behind a cap', () => expect(out(sumOf('13'), 'reg', 'highestInputVoltage').low).toBeCloseTo(35.67, 2));
  it('13b: fold-back where two things come together', () => expect(out(sumOf('13b'), 'chg', 'chargeCurrent').low).toBeCloseTo(0.5713, 4));
});

describe('sizing', () => {
  it('09b: reaches both ends of a trimmer, with every check passed', () => {
    const s = stage(sumOf('09b'), 'buck');
    for (const c of s.checks) expect(passes, c.id).toContain(c.status);
    expect(s.judged.out('outputVoltageMinimum').high).toBeLessThanOrEqual(3);
    expect(s.judged.out('outputVoltageMaximum').low).toBeGreaterThanOrEqual(11);
  });
  it('14: a divider that stays cool', () => {
    const s = stage(sumOf('14'), 'div');
    for (const c of s.checks) expect(passes, c.id).toContain(c.status);
    for (const slot of ['R1', 'R2']) expect(inSeries(s.parts.find((p) => p.slot === slot)!.value!, 'E96')).toBe(true);
  });
  it('14b: a buffered middle from any sane pair', () => {
    const s = stage(sumOf('14b'), 'mid');
    const [r1, r2] = ['R1', 'R2'].map((slot) => s.parts.find((p) => p.slot === slot)!.value!) as [number, number];
    expect(36 / (r1 + r2)).toBeLessThan(0.005);
    for (const r of [r1, r2]) expect((36 / (r1 + r2)) ** 2 * r).toBeLessThanOrEqual(0.1);
  });
  it('14c: ratings that nobody typed are those that pass', () => {
    const sum = sumOf('14c');
    expect(musts(sum)).toEqual([]);
    const parts = (answer(sum).stages as Record<string, { parts: Record<string, { ratings?: Record<string, number> }> }>).reg!.parts;
    expect(parts.C2!.ratings!.voltageRating).toBe(25);
  });
});

describe('the solver starts', () => {
  it('17: an untouched charge pump over time', () => {
    const s = stage(sumOf('17'), 'pump');
    const run = simulateStage(s, told(s), 'transient');
    if (!run.ok) throw new Error(run.reason);
    const { time, signals } = run.answer as { time: number[]; signals: { out: number[] } };
    const from = time.findIndex((t) => t > 0.8 * time.at(-1)!);
    let [sum, span] = [0, 0];
    for (let i = from; i < time.length; i++) {
      const dt = time[i]! - time[i - 1]!;
      sum += ((signals.out[i]! + signals.out[i - 1]!) / 2) * dt;
      span += dt;
    }
    expect(Math.abs(sum / span / nominal(s, 'outputVoltage') - 1)).toBeLessThan(0.05);
  });
  it('18: the stiffest source opens the fuse', () => expect(status(sumOf('18'), 'guard', 'fuse-opens')).toBe('ok'));
});

describe('the gate', () => {
  it.each(['01', '03b', '05', '06', '07', '12', '16'])('%s cannot be ordered', (name) => expect(couldBeOrdered(name)).toBe(false));
  it.each(['09b', '10', '11', '14', '18'])('%s can, once everything is confirmed and its shoulds are waived', (name) =>
    expect(couldBeOrdered(name)).toBe(true),
  );
});
