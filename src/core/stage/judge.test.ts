import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { impossible, missing, none, type Absent } from '../math/absent.ts';
import type { Input } from '../tolerance/corners.ts';
import { Study } from '../tolerance/study.ts';
import type { CheckDef, Kind } from './contract.ts';
import { Judged } from './judged.ts';
import { holdsAt, judge, type CheckResult } from './judge.ts';

const RULES = { derating: 0.8, comfort: 0.1 };
const ambient = { nominal: 25, low: -10, high: 45 };

/** A kind with one outcome `y` between two ends, and one check of it. */
function checked(def: Partial<CheckDef>, y: { low: number; nominal: number; high: number } | Absent, rules = RULES): CheckResult | undefined {
  const x = { given: {}, carried: {}, parts: {}, ambient: 25, y: 0 };
  const absent = !('low' in y);
  const inputs: Input[] = absent ? [] : [{ path: 'y', target: x as never, key: 'y', ...y }];
  if (!absent) x.y = y.nominal;
  const study = new Study(inputs, () => ({ y: absent ? y : x.y }));
  const judged = new Judged(x, { nominal: x, ambient, copies: 1, states: {} } as never, study, 'extreme-value', () => undefined);
  const check: CheckDef = { title: 'y', severity: 'must', sense: 'atMost', value: 'y', limit: () => 10, from: 'a rule', help: () => 'do less of it', ...def };
  const kind = { checks: { it: check }, outcomes: { y: { unit: 'V', title: 'y' } } } as unknown as Kind;
  const result = judge(kind, judged, rules)[0];
  // The short way says the same as the long one.
  const short = new Int8Array(1);
  holdsAt([check], judged, rules, short);
  expect(short[0]).toBe(result === undefined ? -1 : Number(result.status === 'ok' || result.status === 'tight'));
  return result;
}
const exactly = (v: number) => ({ low: v, nominal: v, high: v });

describe('limits', () => {
  it.each<[string, Partial<CheckDef>, { low: number; nominal: number; high: number }, Partial<CheckResult>]>([
    ['an upper limit takes the high end', {}, { low: 1, nominal: 5, high: 8 }, { value: 8, limit: 10, margin: 0.2, status: 'ok' }],
    ['one nearly reached is tight', {}, { low: 1, nominal: 5, high: 9.5 }, { margin: 0.05, status: 'tight' }],
    ['one just reached still passes', {}, exactly(10), { margin: 0, status: 'tight' }],
    ['one passed fails', {}, { low: 1, nominal: 5, high: 11 }, { margin: -0.1, status: 'fail' }],
    ['a lower limit takes the low end', { sense: 'atLeast' }, { low: 12, nominal: 20, high: 90 }, { value: 12, margin: 0.2, status: 'ok' }],
    ['a lower limit broken fails', { sense: 'atLeast' }, { low: 9, nominal: 20, high: 90 }, { margin: -0.1, status: 'fail' }],
    ['an uncertain upper limit counts at its low end', { limit: () => ({ nominal: 10, low: 9, high: 11 }) }, exactly(8.1), { limit: 9, margin: 0.1 }],
    [
      'an uncertain lower limit counts at its high end',
      { sense: 'atLeast', limit: () => ({ nominal: 10, low: 9, high: 12 }) },
      exactly(15),
      { limit: 12, margin: 0.25 },
    ],
    ['a rating is derated', { derated: true }, exactly(6), { limit: 8, margin: 0.25 }],
    ['a negative limit has its margin relative to its size', { limit: () => -10 }, exactly(-12), { margin: 0.2, status: 'ok' }],
    ['a temperature counts from the highest ambient', { sense: 'temperature', limit: () => 125 }, exactly(85), { margin: 0.5 }],
    ['a temperature limit below the ambient cannot be met', { sense: 'temperature', limit: () => 40 }, exactly(30), { status: 'fail' }],
    [
      'a window takes the end farthest from its target',
      { sense: 'within', limit: () => ({ target: 10, band: 2 }) },
      { low: 9, nominal: 10, high: 10.5 },
      { value: 9, limit: 8, margin: 0.5 },
    ],
    [
      'a window left upwards fails',
      { sense: 'within', limit: () => ({ target: 10, band: 2 }) },
      { low: 9, nominal: 10, high: 13 },
      { value: 13, limit: 12, margin: -0.5, status: 'fail' },
    ],
    ['a limit of zero that is kept has no margin', { limit: () => 0 }, exactly(0), { margin: null, status: 'ok' }],
    ['a limit of zero that is broken fails', { limit: () => 0 }, exactly(1), { status: 'fail' }],
  ])('%s', (_name, def, y, wanted) => {
    const result = checked(def, y)!;
    for (const [key, value] of Object.entries(wanted)) {
      if (typeof value === 'number') expect(result[key as 'margin'], key).toBeCloseTo(value, 12);
      else expect(result[key as 'margin'], key).toBe(value);
    }
  });

  it('rounding of a value that stands exactly on its limit is no failure', () => {
    expect(checked({ limit: () => 0.3 }, exactly(0.1 + 0.2))!.status).toBe('tight');
  });

  it('derating changes nothing but the limit, and says so', () => {
    expect(checked({ derated: true }, exactly(6), { derating: 0.5, comfort: 0.1 })).toMatchObject({
      limit: 5,
      status: 'fail',
      from: expect.stringContaining('50'),
    });
    expect(checked({ derated: true }, exactly(6), { derating: 1, comfort: 0.1 })!.from).toBe('a rule');
  });
});

describe('what is not known', () => {
  it('a missing limit is unknown, never passed', () => {
    expect(checked({ limit: () => null }, exactly(1))).toMatchObject({ status: 'unknown', margin: null });
  });
  it('a limit nobody asked for leaves the check out', () => {
    expect(checked({ limit: () => null, whenNull: 'absent' }, exactly(1))).toBeUndefined();
  });
  it('an impossible value fails, with its reason', () => {
    expect(checked({}, impossible('it melts'))).toMatchObject({ status: 'fail', value: null, reason: 'it melts' });
  });
  it('a missing value is unknown', () => {
    expect(checked({}, missing('no datasheet'))).toMatchObject({ status: 'unknown', reason: 'no datasheet' });
  });
  it('nothing to compute leaves the check out', () => {
    expect(checked({}, none('no capacitor'))).toBeUndefined();
  });
  it('a check that does not apply is left out', () => {
    expect(checked({ applies: () => false }, exactly(99))).toBeUndefined();
  });
});

describe('words', () => {
  it('help is given where something fails, and never where all is well', () => {
    expect(checked({}, exactly(11))!.help).toBe('do less of it');
    expect(checked({}, exactly(1))!.help).toBe('');
    expect(checked({}, exactly(9.9))!.help).toMatch(/comfort margin/);
  });
  it('what has no value for the sake of something else says what to mend first', () => {
    const x = { given: {}, carried: {}, parts: {}, ambient: 25 };
    const gone = impossible('the input does not reach');
    const judged = new Judged(
      x,
      { nominal: x, ambient, copies: 1, states: {} } as never,
      new Study([], () => ({ y: gone, z: 12 })),
      'extreme-value',
      () => undefined,
    );
    const def = (value: string): CheckDef => ({
      title: `the ${value}`,
      severity: 'must',
      sense: 'atMost',
      value,
      limit: () => 10,
      from: 'a rule',
      help: () => `own of ${value}`,
    });
    const kind = { mendFirst: ['root'], checks: { hit: def('y'), root: def('z') }, outcomes: { y: { unit: 'V' }, z: { unit: 'V' } } } as unknown as Kind;
    expect(judge(kind, judged, RULES).map((r) => r.help)).toEqual(['Mend “the z” first.', 'own of z']);
    const other = { ...kind, mendFirst: [] } as unknown as Kind;
    expect(judge(other, judged, RULES).map((r) => r.help)).toEqual(['own of y', 'own of z']);
  });
  it('severity may depend on the design', () => {
    expect(checked({ severity: () => 'note' }, exactly(11))!.severity).toBe('note');
  });
});

it('a smaller value never has a smaller margin under an upper limit, nor a larger one over a lower', () => {
  const value = fc.double({ min: 0.001, max: 1000, noNaN: true });
  fc.assert(
    fc.property(value, value, value, (a, b, limit) => {
      const [small, large] = [Math.min(a, b), Math.max(a, b)];
      const margin = (sense: 'atMost' | 'atLeast', v: number) => checked({ sense, limit: () => limit }, exactly(v))!.margin!;
      expect(margin('atMost', small)).toBeGreaterThanOrEqual(margin('atMost', large));
      expect(margin('atLeast', large)).toBeGreaterThanOrEqual(margin('atLeast', small));
    }),
  );
});
