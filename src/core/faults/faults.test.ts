import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readBoard } from '../files/board-file.ts';
import { KINDS } from '../kinds/all.ts';
import { VirtualCopy } from '../practice/copy.ts';
import { board } from '../testing/boards.ts';
import { chance } from '../testing/random-designs.ts';
import { many, SEED } from '../testing/soak.ts';
import { Explainer } from './explain.ts';
import { meterRoom } from './meter.ts';
import { RestingBoard } from './resting.ts';

const demo = (file: string) => {
  const read = readBoard(readFileSync(`demo/${file}.json`, 'utf8'));
  if (!read.ok) throw new Error(file);
  return read.value;
};
const tank = board([
  {
    id: 'supply',
    kind: 'dc-input',
    given: { supplyVoltage: 12, cableLength: 0, sourceResistance: 0 },
    parts: { J1: { contactResistance: 0 } },
    rails: { out: 'v12' },
  },
  {
    id: 'div',
    kind: 'voltage-divider',
    given: { outputVoltage: 3 },
    parts: { R1: { value: 30e3, tolerance: 0.01 }, R2: { value: 10e3, tolerance: 0.01 } },
    rails: { in: 'v12' },
  },
  { id: 'smooth', kind: 'rc-lowpass', parts: { R1: { value: 10e3, tolerance: 0.01 }, C1: { value: 1e-6 } }, signals: { in: 'div.out' } },
  { id: 'adc', kind: 'adc-channel', parts: { R1: { value: 1e3 }, C1: { value: 1e-7 } }, signals: { in: 'smooth.out' } },
]);
const METER = 1e7;
/** A divider from 12 V as a meter of 10 MΩ reads it. */
const tap = (top: number, bottom: number) => ((12 * bottom) / (top + bottom)) * (METER / (METER + (top * bottom) / (top + bottom)));

describe('a board at rest', () => {
  it('reads with each single fault what Kirchhoff says by hand', async () => {
    const b = await RestingBoard.of(tank);
    const read = (fault: string, point: string) => b.settle(b.faults.find((f) => f.id === fault))!.read(point);
    for (const [fault, point, volts] of [
      ['div.R2:open', 'div.out', 12 * (METER / (METER + 30e3))],
      ['div.R1:open', 'div.out', 0],
      ['div.R1:short', 'div.out', 12],
      ['div.R2:times10', 'div.out', tap(30e3, 100e3)],
      ['div.R1/R2:swapped', 'div.out', tap(10e3, 30e3)],
      ['div.R1:tenth', 'div.out', tap(3e3, 10e3)],
      // The filter's resistor hangs on the tap once its capacitor is short.
      ['smooth.C1:short', 'div.out', tap(30e3, 5e3)],
      ['smooth.C1:short', 'smooth.out', 0],
      ['v12:unfed', 'supply.out', 0],
      ['adc.in:broken', 'adc.in', 0],
      ['adc.in:broken', 'smooth.out', 3],
    ] as const)
      expect(Math.abs(read(fault, point) - volts), `${fault} ${point}`).toBeLessThan(0.005 + 1e-3 * volts);
  });

  it('holds a zener the right way round, and is a junction the wrong way', async () => {
    const b = await RestingBoard.of(
      board([
        { id: 'in', kind: 'dc-input', given: { supplyVoltage: 12 }, rails: { out: 'v' } },
        {
          id: 'ref',
          kind: 'shunt-reference',
          given: { outputVoltage: 5.1 },
          parts: { R1: { value: 1000 }, D1: { referenceVoltage: 5.1, testCurrent: 0.005, dynamicImpedance: 10 } },
          rails: { in: 'v' },
        },
      ]),
    );
    const out = (fault?: string) => b.settle(b.faults.find((f) => f.id === fault) ?? null)!.volts('ref.out');
    expect(out()).toBeCloseTo(5.1 + 10 * ((12 - 5.1) / 1000 - 0.005 - 0.005), 1);
    expect(out('ref.D1:reversed')).toBeGreaterThan(0.55);
    expect(out('ref.D1:reversed')).toBeLessThan(0.85);
    expect(out('ref.R1:open')).toBeCloseTo(0, 2);
  });

  it('gives what the formulas give, on every demo board', async () => {
    for (const file of ['hive-listener.board', 'swarm-horn.board', 'weigh-house-supply.board', 'weigh-house-supply.first']) {
      const b = await RestingBoard.of(demo(file));
      for (const p of b.points) {
        const formula = b.formulaVolts(p);
        if (formula === null) continue;
        expect(Math.abs(b.expectedVolts(p.name) - formula), `${file} ${p.name}`).toBeLessThan(0.02 + 0.03 * Math.abs(formula));
      }
    }
  });

  it.each(KINDS.map((k) => [k.id, k] as const))('%s rests by itself, and with each single fault of it', async (_id, kind) => {
    const b = await RestingBoard.of(board([{ id: 'it', kind: kind.id, given: { ...kind.asks } as never }]));
    for (const fault of [null, ...b.faults]) {
      const settled = b.settle(fault);
      expect(settled, fault?.id ?? 'whole').not.toBeNull();
      for (const p of b.points) expect(Number.isFinite(settled!.read(p.name)), `${fault?.id} at ${p.name}`).toBe(true);
    }
  });

  it('spreads no farther on copies drawn at random than its first order says', async () => {
    const b = await RestingBoard.of(demo('hive-listener.board'));
    const whole = b.whole!;
    const rooms = new Map(b.points.map((p) => [p.name, { nominal: whole.read(p.name), room: b.worst(whole, p.name) }]));
    const other = await RestingBoard.of(demo('hive-listener.board'));
    for (let seed = 1; seed <= many(25); seed++) {
      const copy = new VirtualCopy(other, seed);
      for (const [name, { nominal, room }] of rooms)
        expect(Math.abs(copy.settled.read(name) - nominal), `${name}, seed ${seed}`).toBeLessThan(1.1 * room + 2e-3 + 0.002 * Math.abs(nominal));
    }
  });
});

/** A board as somebody might build it: a source, a regulator, and a divider, filter and reading, a reference and an amplifier on it. */
function plausible(seed: number) {
  const random = chance(seed);
  const pick = <T>(...of: T[]): T => of[Math.floor(random() * of.length)]!;
  const volts = pick(7, 9, 12, 15);
  const part = (low: number, high: number) => ({ value: Number((low * (high / low) ** random()).toPrecision(2)), tolerance: pick(0.01, 0.05) });
  const out = pick(3.3, 5);
  const r1 = pick(240, 470);
  const source = pick('dc-input', 'dc-input', 'usb-source');
  const stages: unknown[] = [
    { id: 'in', kind: source, given: source === 'dc-input' ? { supplyVoltage: { nominal: volts, tolerance: 0.03 } } : {}, rails: { out: 'raw' } },
    {
      id: 'reg',
      kind: 'linear-regulator',
      given: { outputVoltage: out, regulatorType: pick('adjust-pin', 'feedback-pin') },
      parts: { U1: { dropoutVoltage: 0.3 }, R1: { value: r1, tolerance: 0.01 }, R2: { value: r1 * (out / 1.25 - 1), tolerance: 0.01 } },
      rails: { in: 'raw', out: 'logic' },
    },
    {
      id: 'load',
      kind: 'supply-load',
      given: {
        typicalCurrent: pick(0.005, 0.02, 0.05),
        ratedVoltage: out,
        minimumVoltage: 0.9 * out,
        maximumVoltage: 1.1 * out,
        loadKind: pick('resistive', 'constant-current'),
      },
      rails: { in: 'logic' },
    },
    { id: 'div', kind: 'voltage-divider', given: { outputVoltage: 1 }, parts: { R1: part(1e4, 1e5), R2: part(3e3, 3e4) }, rails: { in: 'raw' } },
    { id: 'low', kind: 'rc-lowpass', parts: { R1: part(1e3, 3e4), C1: { value: 1e-7, tolerance: 0.1 } }, signals: { in: 'div.out' } },
    { id: 'adc', kind: 'adc-channel', parts: { R1: { value: 1000, tolerance: 0.01 }, C1: { value: 1e-8 } }, signals: { in: 'low.out' } },
    {
      id: 'ref',
      kind: 'shunt-reference',
      given: { outputVoltage: 2.5 },
      parts: { R1: part(150, 330), D1: { referenceVoltage: { nominal: 2.5, tolerance: 0.02 }, testCurrent: 0.003, dynamicImpedance: 5 } },
      rails: { in: 'logic' },
    },
  ];
  if (random() < 0.5)
    stages.push({ id: 'guard', kind: 'input-protection', given: { polarity: pick('series-diode', 'p-mosfet') }, rails: { in: 'raw', out: 'kept' } });
  return board(stages as never);
}

describe('explaining', () => {
  it('finds the true fault among the first three on boards drawn at random, and prints how often', async () => {
    let [good, told] = [0, 0];
    for (let seed = 0; seed < many(4); seed++) {
      const doc = plausible(SEED * 100 + seed);
      const explainer = new Explainer(await RestingBoard.of(doc));
      const other = await RestingBoard.of(doc);
      for (const [i, fault] of other.faults.entries()) {
        if (!explainer.tellable(fault.id)) continue;
        const copy = new VirtualCopy(other, SEED + 17 * i, [fault]);
        told++;
        if (explainer.rankOf(explainer.explain(other.points.map((p) => ({ point: p.name, value: copy.meter(p.name) }))), fault.id) <= 3) good++;
      }
    }
    process.stdout.write(`single faults among the first three: ${good} of ${told}, ${((100 * good) / told).toFixed(1)} %\n`);
    expect(told).toBeGreaterThan(100);
    expect(good / told).toBeGreaterThanOrEqual(0.95);
  });

  it.each(['hive-listener.board', 'weigh-house-supply.first', 'swarm-horn.board'])('finds the true fault among the first three on %s', async (file) => {
    const doc = demo(file);
    const explainer = new Explainer(await RestingBoard.of(doc));
    const other = await RestingBoard.of(doc);
    const random = chance(SEED);
    const told = other.faults.filter((f) => explainer.tellable(f.id));
    const some = told.filter(() => random() < many(30) / told.length);
    let good = 0;
    for (const [i, fault] of some.entries()) {
      const copy = new VirtualCopy(other, SEED + i, [fault]);
      const answer = explainer.explain(other.points.map((p) => ({ point: p.name, value: copy.meter(p.name) })));
      if (explainer.rankOf(answer, fault.id) <= 3) good++;
    }
    expect(some.length).toBeGreaterThan(10);
    expect(good / some.length).toBeGreaterThanOrEqual(0.95);
  });

  it('says that a whole board is whole, that nothing single explains nonsense, and where to measure next', async () => {
    const explainer = new Explainer(await RestingBoard.of(tank));
    const other = await RestingBoard.of(tank);
    const copy = new VirtualCopy(other, 4);
    const all = other.points.map((p) => ({ point: p.name, value: copy.meter(p.name) }));
    expect(explainer.explain(all).whole.fits).toBeGreaterThan(0.2);
    expect(explainer.explain(all).whole.plausible).toBe(true);
    expect(explainer.explain(all.map((r, i) => ({ ...r, value: [7.7, 1.1, 9.3, 5.2, 0.4, 3.3][i % 6]! }))).nothing).toBe(true);
    const open = explainer.explain([{ point: 'adc.in', value: 0 }]);
    expect(open.nothing).toBe(false);
    expect(['div.out', 'supply.out', 'smooth.out', 'smooth.in', 'div.in', 'adc.pin']).toContain(open.next?.point);
    expect(explainer.explain([{ point: 'nowhere.out', value: 1 }]).unknown).toEqual(['nowhere.out']);
    expect(explainer.explain([]).faults.length).toBeGreaterThan(0);
  });

  it('counts faults that read the same as one place', async () => {
    const answer = new Explainer(await RestingBoard.of(tank)).explain([{ point: 'div.out', value: 12 * (METER / (METER + 30e3)) }]);
    const [open, missing] = ['div.R2:open', 'div.R2:missing'].map((id) => answer.faults.find((f) => f.fault === id)!);
    expect(open!.fits).toBeCloseTo(missing!.fits, 9);
  });
});

describe('a meter', () => {
  it('may be wrong by half a percent and two digits of 6000', () => {
    expect(meterRoom(5)).toBeCloseTo(0.025 + 0.002, 9);
    expect(meterRoom(0)).toBeCloseTo(0.002, 9);
    expect(meterRoom(12)).toBeCloseTo(0.06 + 0.02, 9);
  });
});
