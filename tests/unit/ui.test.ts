import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CheckResult } from '../../src/core/stage/judge.ts';
import { balance } from '../../src/lib/ui/board/balance.ts';
import { emptyBrief, briefText, readBrief } from '../../src/lib/ui/board/brief-form.ts';
import { barOf, POST } from '../../src/lib/ui/board/margin-geometry.ts';
import { findKinds } from '../../src/lib/state/search.ts';
import { themeOf } from '../../src/lib/theme.ts';
import { moves } from '../../src/lib/state/moves.ts';
import { evaluateBoard } from '../../src/core/board/evaluate.ts';
import { setGiven } from '../../src/core/board/edit.ts';
import { board } from '../../src/core/testing/boards.ts';

const check = (more: Partial<CheckResult>): CheckResult => ({
  id: 'x',
  title: 'x',
  severity: 'must',
  status: 'ok',
  sense: 'atMost',
  unit: 'V',
  value: 1,
  spread: { nominal: 1, low: 1, high: 1 },
  limit: 2,
  margin: 0.5,
  from: '',
  help: '',
  remedies: [],
  ...more,
});
const spread = (low: number, nominal: number, high: number) => ({ spread: { low, nominal, high }, value: high });

describe('the margin bar', () => {
  it('puts the limit at one place whatever the unit, and the value in proportion before it', () => {
    for (const limit of [1e-6, 1, 1e6]) {
      const bar = barOf(check({ limit, ...spread(limit / 2, limit / 2, limit / 2) }), 0.1)!;
      expect(bar.posts).toEqual([POST]);
      expect(bar.to).toBeCloseTo(POST / 2, 9);
    }
  });

  it('a lower limit is used up by what it needs of what there is', () => {
    expect(barOf(check({ sense: 'atLeast', limit: 3, ...spread(4, 5, 6) }), 0.1)!.to).toBeCloseTo((3 / 5) * POST, 9);
  });

  it('a temperature is measured from the highest ambient', () => {
    expect(barOf(check({ sense: 'temperature', unit: 'degC', limit: 125, ambient: 45, ...spread(85, 85, 85) }), 0.1)!.to).toBeCloseTo(POST / 2, 9);
  });

  it('a window has two posts and its target in the middle', () => {
    const bar = barOf(check({ sense: 'within', window: { target: 10, band: 1 }, limit: 11, ...spread(9.5, 10, 10.5) }), 0.1)!;
    expect(bar.posts).toHaveLength(2);
    expect((bar.posts[0]! + bar.posts[1]!) / 2).toBeCloseTo(0.5, 9);
    expect(bar.from).toBeCloseTo(0.5, 9);
  });

  it('is hatched beyond the post exactly when the worst end breaks the limit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        fc.double({ min: 0, max: 0.5, noNaN: true }),
        fc.constantFrom<'atMost' | 'atLeast'>('atMost', 'atLeast'),
        (value, t, sense) => {
          const bar = barOf(check({ sense, limit: 1, ...spread(value * (1 - t), value, value * (1 + t)) }), 0.1)!;
          const broken = sense === 'atMost' ? value * (1 + t) > 1 : value * (1 - t) < 1;
          expect(bar.over !== null).toBe(broken);
        },
      ),
    );
  });

  it('stays on its track however far a value is off', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1e9, max: 1e9, noNaN: true }),
        fc.double({ min: -1e6, max: 1e6, noNaN: true }),
        fc.constantFrom<CheckResult['sense']>('atMost', 'atLeast', 'temperature'),
        (value, limit, sense) => {
          const bar = barOf(check({ sense, limit, ...spread(value - 1, value, value + 1) }), 0.1)!;
          for (const x of [bar.from, bar.to, ...(bar.whisker ?? []), ...(bar.over ?? [])]) {
            expect(x).toBeGreaterThanOrEqual(0);
            expect(x).toBeLessThanOrEqual(1);
          }
        },
      ),
    );
  });

  it('what is not known has no bar: the track is dotted', () => {
    expect(barOf(check({ status: 'unknown', limit: null }), 0.1)).toBeNull();
  });
});

describe('the power balance as shown', () => {
  it('adds up to the last digit, whatever the powers', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-9, max: 500, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (all, share) => {
        const b = balance({ in: all, used: all * share });
        const places = b.in.split('.')[1]?.length ?? 0;
        expect(Number(b.used) + Number(b.lost)).toBeCloseTo(Number(b.in), places + 3);
      }),
    );
  });
});

describe('the brief as a form', () => {
  const onto = { format: 'spark-sum/board', version: 1, name: '', stages: [] } as const;

  it('what it shows reads back as the same document', () => {
    const text = {
      ...emptyBrief(),
      name: 'Scale',
      ambient: '-10..20..45 °C',
      hazards: ['heat'],
      states: { asleep: '99 %', idle: '', typical: '1 %', peak: '' },
    };
    const first = readBrief(text, { ...onto, stages: [] });
    expect(first.problems).toEqual({});
    expect(readBrief(briefText(first.doc), first.doc).doc).toEqual(first.doc);
  });

  it.each([
    ['name', { name: ' ' }],
    ['ambient', { name: 'x', ambient: 'warm' }],
    ['ambient', { name: 'x', ambient: '20..-10' }],
    ['ambient', { name: 'x', ambient: '900' }],
    ['copies', { name: 'x', copies: '0' }],
    ['quantity', { name: 'x', quantity: '1.5' }],
    ['currency', { name: 'x', currency: 'E' }],
    ['comfort', { name: 'x', comfort: '300 %' }],
    ['states', { name: 'x', states: { asleep: '50 %' } }],
  ] as const)('a bad %s is told at its field', (field, change) => {
    expect(Object.keys(readBrief({ ...emptyBrief(), ...change } as never, { ...onto, stages: [] }).problems)).toContain(field);
  });
});

describe('small helpers of the screens', () => {
  it.each([
    ['stop aliasing', 'rc-lowpass'],
    ['quiet 3.3 V rail', 'linear-regulator'],
    ['wall adapter', 'dc-input'],
    ['battery sense', 'voltage-divider'],
    ['motor module', 'supply-load'],
    ['codes noisy reading', 'adc-channel'],
    ['regulater', 'linear-regulator'],
    ['time-out', 'watchdog'],
    ['delay', 'rc-delay'],
    ['debounce', 'rc-delay'],
    ['blink', 'timer-astable'],
    ['clock', 'crystal-oscillator'],
    ['weigh', 'sensor-bridge'],
    ['temperature', 'thermistor-input'],
    ['battery low', 'supply-monitor'],
    ['too many addresses', 'i2c-bus'],
    ['5 V sensor on 3.3 V', 'level-shift'],
    ['baud rate', 'serial-link'],
    ['4-20 mA', 'current-loop-input'],
  ])('“%s” finds %s among the first', (text, id) => {
    expect(
      findKinds(text)
        .slice(0, 2)
        .map((k) => k.id),
    ).toContain(id);
  });

  it('what is to be done comes before what it is done to', () => {
    expect(findKinds('cool a hot regulator')[0]!.id).toBe('heatsink');
    expect(findKinds('charge a lithium cell')[0]!.id).toBe('battery-charger');
  });

  it('an empty search shows everything', () => {
    expect(findKinds('  ').length).toBeGreaterThan(5);
  });

  it('says what an edit moved, on other stages too', () => {
    const doc = board([
      { id: 'in', kind: 'dc-input', rails: { out: 'v' } },
      { id: 'load', kind: 'supply-load', given: { maximumVoltage: 20 }, rails: { in: 'v' } },
    ]);
    const moved = moves(evaluateBoard(doc), evaluateBoard(setGiven(doc, 'in', 'supplyVoltage', 9)));
    expect(moved.some((m) => m.stage === 'load' && Math.abs(m.after / m.before - 0.75) < 0.01)).toBe(true);
    expect(moves(evaluateBoard(doc), evaluateBoard(doc))).toEqual([]);
  });

  it('a theme is one of three, whatever the cookie says', () => {
    expect([undefined, 'dark', '"><script>'].map(themeOf)).toEqual(['auto', 'dark', 'auto']);
  });
});
