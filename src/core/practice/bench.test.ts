import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bringUpPlan, progress } from '../bringup/plan.ts';
import { RestingBoard } from '../faults/resting.ts';
import { board, sumOf } from '../testing/boards.ts';
import { benchAnswer } from './answer.ts';
import { Bench } from './bench.ts';
import { faultNamed, VirtualCopy } from './copy.ts';
import { DIFFICULTIES, hide } from './hide.ts';
import { readingsOn } from './readings.ts';

const STAGES = [
  { id: 'adapter', kind: 'dc-input', given: { supplyVoltage: { nominal: 9, tolerance: 0.03 } }, rails: { out: 'v9' } },
  {
    id: 'reg',
    kind: 'linear-regulator',
    given: { outputVoltage: 5, regulatorType: 'adjust-pin' },
    parts: { R1: { value: 240, tolerance: 0.01 }, R2: { value: 720, tolerance: 0.01 } },
    rails: { in: 'v9', out: 'v5' },
  },
  { id: 'load', kind: 'supply-load', given: { typicalCurrent: 0.02, maximumVoltage: 6 }, rails: { in: 'v5' } },
];
const doc = board(STAGES as never);
const bench = async (fault?: string, fitted = true, seed = 3) => {
  const b = await RestingBoard.of(doc);
  return new Bench(b, seed, fault ? [faultNamed(b, fault)!] : [], fitted);
};

describe('a practice bench', () => {
  it('reads the same on the same copy, and another on another', async () => {
    const lines = ['meter reg.out', 'meter adapter.out', 'scope reg.out ac', 'log reg.out 5 1', 'test reg R2'];
    const said = async (seed: number) => {
      const b = await bench(undefined, true, seed);
      return lines.map((l) => b.command(l).value);
    };
    expect(await said(3)).toEqual(await said(3));
    expect(await said(3)).not.toEqual(await said(4));
  });

  it('never throws, whatever is said', async () => {
    const b = await bench();
    const word = fc.constantFrom(
      'meter',
      'scope',
      'fit',
      'remove',
      'supply',
      'at',
      'on',
      'off',
      'test',
      'replace',
      'guess',
      'repair',
      'log',
      'figure',
      'reg',
      'R2',
      'reg.out',
      '9',
      '-1',
      '1e99',
      'x7',
      '',
      '__proto__',
      'constructor',
    );
    fc.assert(
      fc.property(fc.array(word, { maxLength: 6 }), (words) => {
        const { text } = b.command(words.join(' '));
        expect(text).not.toMatch(/NaN|undefined|Infinity/);
      }),
      { numRuns: 300 },
    );
  });

  it('gives no more than its current limit, and nothing where it is off', async () => {
    const b = await bench('reg.R2:open', false);
    b.command('fit adapter');
    b.command('fit reg');
    b.command('fit load');
    expect(b.command('supply 9 0.004 at adapter.out').ok).toBe(true);
    const { value, text } = b.command('current');
    expect(value).toBeGreaterThan(0.0038);
    expect(value).toBeLessThan(0.0042);
    expect(text).toMatch(/at its limit/);
    b.command('supply off');
    expect(Math.abs(b.command('meter reg.out').value!)).toBeLessThan(0.005);
    expect(b.command('current').ok).toBe(false);
  });

  it('burns what is fed the wrong way round, says why, and counts it', async () => {
    const b = await bench(undefined, false);
    b.command('fit reg');
    const { smoke } = b.command('supply -9 1 at adapter.out');
    expect(smoke).toMatchObject([{ stage: 'reg', part: 'U1', why: expect.stringMatching(/wrong way round/) }]);
    b.command('supply 9 0.1 at adapter.out');
    expect(Math.abs(b.command('meter reg.out').value!)).toBeLessThan(0.05);
    b.command('replace reg U1');
    expect(b.command('meter reg.out').value).toBeGreaterThan(4.7);
    expect(b.score().lost).toBe(1);
  });

  it('keeps a hidden fault until it is named and repaired', async () => {
    const b = await bench('reg.R2:short');
    expect(b.command('meter reg.out').value).toBeCloseTo(1.25, 0);
    expect(b.command('test reg R2').text).toMatch(/short/);
    expect(b.command('guess reg.R1:open').value).toBe(0);
    expect(b.score()).toMatchObject({ found: false, points: 0 });
    expect(b.command('guess reg.R2:short').value).toBe(1);
    b.command('repair reg.R2:short');
    expect(b.command('meter reg.out').value).toBeGreaterThan(4.7);
    expect(b.score().points).toBeGreaterThan(50);
  });

  it('hides faults that readings show, of the difficulty asked for', async () => {
    const b = await RestingBoard.of(doc);
    for (const difficulty of DIFFICULTIES)
      for (let seed = 1; seed < 6; seed++) expect(hide(b, seed, difficulty)).toHaveLength(difficulty === 'nothing' ? 0 : 1);
    expect(hide(b, 5, 'easy')).toEqual(hide(b, 5, 'easy'));
  });

  it('answers the command line at every point with every instrument', async () => {
    const answer = benchAnswer(await RestingBoard.of(doc), 7, []) as {
      points: { point: string; meter: number; scope: { mean: number }; logger: { mean: number } }[];
    };
    for (const p of answer.points) {
      expect(Math.abs(p.scope.mean - p.meter), p.point).toBeLessThan(0.05 + 0.02 * Math.abs(p.meter));
      expect(Math.abs(p.logger.mean - p.meter), p.point).toBeLessThan(0.02 + 0.01 * Math.abs(p.meter));
    }
  });
});

describe('a bring-up on a virtual copy', () => {
  it('of a whole board goes through; with a fault it stops at a step that is off, or comes to its end', async () => {
    const plan = await bringUpPlan(sumOf(STAGES as never));
    for (let seed = 1; seed < 8; seed++) {
      const readings = readingsOn(new VirtualCopy(await RestingBoard.of(doc), seed), plan).map((r) => ({ ...r, at: '' }));
      expect(progress(plan, readings).every((p) => p.verdict === 'within' || p.verdict === 'noted')).toBe(true);
    }
    const b = await RestingBoard.of(doc);
    const readings = readingsOn(new VirtualCopy(b, 2, [faultNamed(b, 'reg.R2:open')!]), plan).map((r) => ({ ...r, at: '' }));
    const stopped = progress(plan, readings).find((p) => p.verdict === 'high' || p.verdict === 'low');
    expect(stopped?.step.stage).toBe('reg');
  });
});
