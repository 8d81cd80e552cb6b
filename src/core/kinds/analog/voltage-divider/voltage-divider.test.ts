import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seriesBetween, type Series } from '../../../quantity/preferred.ts';
import { alone, check, ends, nominal, refusals } from '../../../testing/boards.ts';

/** The score of a pair as the designer would work it out: larger error of the two opposed corners. */
function score(vin: number, wanted: number, load: number, r1: number, r2: number, t: number): number {
  const out = (a: number, b: number) => vin / a / (1 / a + 1 / b + 1 / load);
  return Math.max(Math.abs(out(r1 * (1 + t), r2 * (1 - t)) / wanted - 1), Math.abs(out(r1 * (1 - t), r2 * (1 + t)) / wanted - 1));
}

/** Neither resistor of a tenth of a watt gets within a tenth of its rating, whichever ends they stand at. */
function cool(vin: number, r1: number, r2: number, t: number): boolean {
  const watts = [1 - t, 1 + t].flatMap((a) =>
    [1 - t, 1 + t].flatMap((b) => [(vin / (r1 * a + r2 * b)) ** 2 * r1 * a, (vin / (r1 * a + r2 * b)) ** 2 * r2 * b]),
  );
  return Math.max(...watts) <= 0.09;
}

describe('joint search', () => {
  it.each<[Series, number, number, number]>([
    ['E12', 12, 3.3, Infinity],
    ['E24', 24, 2.5, 1e6],
    ['E24', 5, 1.8, 47_000],
    ['E12', 9, 0.5, Infinity],
  ])('in %s from %d V to %d V finds the pair that brute force finds', (series, vin, wanted, load) => {
    const t = 0.01;
    const limit = 1e4;
    const all = seriesBetween(series, 100, 1e7);
    let best = Infinity;
    for (const r1 of all)
      for (const r2 of all)
        if (1 / (1 / (r1 * (1 + t)) + 1 / (r2 * (1 + t))) <= limit && cool(vin, r1, r2, t)) best = Math.min(best, score(vin, wanted, load, r1, r2, t));
    const s = alone(
      'voltage-divider',
      { inputVoltage: vin, outputVoltage: wanted, loadResistance: Number.isFinite(load) ? load : null },
      { R1: { series, tolerance: t }, R2: { series, tolerance: t } },
    );
    const [r1, r2] = ['R1', 'R2'].map((slot) => s.parts.find((p) => p.slot === slot)!.value!) as [number, number];
    expect(score(vin, wanted, load, r1, r2, t)).toBeCloseTo(best, 10);
  });

  it('keeps the standing current within its limit where any pair can', () => {
    const s = alone('voltage-divider', { inputVoltage: 12, outputVoltage: 3, maximumInputCurrent: 1e-5 });
    expect(nominal(s, 'inputCurrent')).toBeLessThanOrEqual(1e-5);
    expect(check(s, 'ratio-accuracy')!.status).not.toBe('fail');
  });

  it('drops limits nothing meets and lets their checks fail with help', () => {
    const s = alone('voltage-divider', { inputVoltage: 12, outputVoltage: 3, maximumInputCurrent: 1e-7, maximumOutputResistance: 1000 });
    expect([check(s, 'standing-current')!.status, check(s, 'output-resistance')!.status]).toContain('fail');
  });

  it('makes one resistor of two where one alone misses by more than its tolerance', () => {
    const given = { inputVoltage: 10, outputVoltage: 2.345, outputTolerance: 0.01 };
    const parts = { R1: { series: 'E3' as const, tolerance: 0.001 }, R2: { series: 'E3' as const, tolerance: 0.001 } };
    const single = alone('voltage-divider', given, parts);
    const combined = alone('voltage-divider', { ...given, combine: 'either' }, parts);
    expect(Math.abs(nominal(combined, 'ratioError'))).toBeLessThan(Math.abs(nominal(single, 'ratioError')) / 3);
    expect(combined.parts.find((p) => p.slot === 'R1x')!.value).not.toBeNull();
  });

  it('never touches a value that was typed', () => {
    const s = alone('voltage-divider', { inputVoltage: 10, outputVoltage: 5 }, { R1: { value: 12_345 } });
    expect(s.parts.find((p) => p.slot === 'R1')!.value).toBe(12_345);
    expect(nominal(s, 'outputVoltage')).toBeCloseTo(5, 1);
  });
});

describe('a loaded divider', () => {
  const any = fc.record({
    r1: fc.double({ min: 100, max: 1e6, noNaN: true }),
    r2: fc.double({ min: 100, max: 1e6, noNaN: true }),
    rl: fc.double({ min: 1000, max: 1e9, noNaN: true }),
    v: fc.double({ min: 5, max: 100, noNaN: true }),
  });

  it('obeys Kirchhoff at the tap and conserves power', () => {
    fc.assert(
      fc.property(any, ({ r1, r2, rl, v }) => {
        const s = alone('voltage-divider', { inputVoltage: v, outputVoltage: 1, loadResistance: rl }, { R1: { value: r1 }, R2: { value: r2 } });
        const out = nominal(s, 'outputVoltage');
        expect((v - out) / r1 / (out / r2 + out / rl)).toBeCloseTo(1, 9);
        const delivered = v * nominal(s, 'inputCurrent');
        expect((nominal(s, 'totalDissipation') + out ** 2 / rl) / delivered).toBeCloseTo(1, 9);
      }),
      { numRuns: 40 },
    );
  });

  it('a Thevenin source of its output voltage and resistance feeds any load alike', () => {
    const open = alone('voltage-divider', { inputVoltage: 12, outputVoltage: 3 }, { R1: { value: 9000 }, R2: { value: 3000 } });
    const loaded = alone('voltage-divider', { inputVoltage: 12, outputVoltage: 3, loadResistance: 4700 }, { R1: { value: 9000 }, R2: { value: 3000 } });
    expect(nominal(loaded, 'outputVoltage')).toBeCloseTo((nominal(open, 'outputVoltage') * 4700) / (4700 + nominal(open, 'outputResistance')), 9);
  });

  it('two equal resistors with 1 % each may be half a percent off, never more than one', () => {
    const s = alone('voltage-divider', { inputVoltage: 10, outputVoltage: 5 }, { R1: { value: 1e4, tolerance: 0.01 }, R2: { value: 1e4, tolerance: 0.01 } });
    expect(ends(s, 'ratioError')).toMatchObject({ nominal: 0, low: expect.closeTo(-0.01, 4), high: expect.closeTo(0.01, 4) });
    expect(nominal(s, 'ratioErrorRss')).toBeCloseTo(0.01 / Math.SQRT2, 5);
  });

  it('a bottom resistor that sees more than its rating fails as well as a top one', () => {
    const s = alone(
      'voltage-divider',
      { inputVoltage: 200, outputVoltage: 150 },
      { R1: { value: 1e6, voltageRating: 75 }, R2: { value: 3e6, voltageRating: 75 } },
    );
    expect(check(s, 'working-voltage')).toMatchObject({ status: 'fail', limit: 75, value: expect.closeTo(150, 6) });
  });
});

it('a wanted output at or above the input is refused where it is typed', () => {
  expect(refusals([{ id: 'a', kind: 'voltage-divider', given: { inputVoltage: 3.3, outputVoltage: 3.3 } }])[0]!.path).toBe('stages[0].given.outputVoltage');
});
