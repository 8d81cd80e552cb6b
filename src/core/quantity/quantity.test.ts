import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { entryText, formatMargin, formatQuantity, formatText, trim } from './format.ts';
import { parseNumber, parseQuantity } from './parse.ts';
import { around, decadeOf, inSeries, nextAbove, nextBelow, nudge, SERIES, seriesBetween } from './preferred.ts';
import { toRange } from './uncertain.ts';
import { UNITS, type Unit } from './units.ts';

const read = (text: string, unit: Unit) => {
  const parsed = parseNumber(text, unit);
  return parsed.ok ? parsed.value : parsed.message;
};
const readRange = (text: string, unit: Unit) => {
  const parsed = parseQuantity(text, unit);
  return parsed.ok ? toRange(parsed.value) : parsed.message;
};

describe('numbers as designers write them', () => {
  it.each<[string, Unit, number]>([
    ['4k7', 'ohm', 4700],
    ['4.7k', 'ohm', 4700],
    ['4R7', 'ohm', 4.7],
    ['4r7', 'ohm', 4.7],
    ['2M2', 'ohm', 2.2e6],
    ['2m2', 'ohm', 2.2e-3],
    ['4K7', 'ohm', 4700],
    ['470', 'ohm', 470],
    ['1k Ω', 'ohm', 1000],
    ['1 kohm', 'ohm', 1000],
    ['100n', 'F', 1e-7],
    ['0.1u', 'F', 1e-7],
    ['10µ', 'F', 1e-5],
    ['10μF', 'F', 1e-5],
    ['2n2', 'F', 2.2e-9],
    ['3V3', 'V', 3.3],
    ['12 mV', 'V', 0.012],
    ['12mv', 'V', 0.012],
    ['-5', 'V', -5],
    ['−5 V', 'V', -5],
    ['1e-6', 'A', 1e-6],
    ['1E3', 'Hz', 1000],
    ['.5', 'V', 0.5],
    ['5%', 'ratio', 0.05],
    ['0.05', 'ratio', 0.05],
    ['250 ppm', 'ratio', 2.5e-4],
    ['25 °C', 'degC', 25],
    ['-40', 'degC', -40],
    ['2 min', 's', 120],
    ['0.5 mm²', 'm2', 5e-7],
    ['0.5 mm2', 'm2', 5e-7],
    ['1.5 m', 'm', 1.5],
    ['20 nV/√Hz', 'V/rtHz', 2e-8],
    ['20n', 'V/rtHz', 2e-8],
    ['9 K/W', 'K/W', 9],
  ])('%s in %s is %d', (text, unit, value) => {
    const got = read(text, unit);
    expect(typeof got).toBe('number');
    expect(Math.abs((got as number) / value - 1)).toBeLessThan(1e-12);
  });

  it('decimal text gives the decimal value, without binary dust', () => {
    expect(read('4.7k', 'ohm')).toBe(4700);
    expect(read('0.1u', 'F')).toBe(1e-7);
    expect(read('2.2n', 'F')).toBe(2.2e-9);
  });

  it.each<[string, Unit, RegExp]>([
    ['1,5', 'V', /comma.*1\.5.*4k7/],
    ['10 nF', 'ohm', /capacitance.*resistance in Ω/],
    ['3 V', 'A', /voltage.*current/],
    ['', 'V', /Write a value/],
    ['abc', 'V', /not a number/],
    ['5 parsecs', 'V', /can't be read/],
    ['1e999', 'V', /too large/],
    ['10k', 'degC', /no prefix/],
    ['3 m', 'dB', /./],
    ['--5', 'V', /not a number/],
    ['1.2.3', 'V', /can't be read|not a number/],
  ])('%s in %s is refused with a reason', (text, unit, message) => {
    expect(read(text, unit)).toMatch(message);
  });

  it('m is milli and M is mega', () => {
    expect(read('1m', 'V')).toBe(1e-3);
    expect(read('1M', 'ohm')).toBe(1e6);
  });

  it.each<[string, Unit, [number, number, number]]>([
    ['-40..85', 'degC', [-40, 22.5, 85]],
    ['-40..25..85 °C', 'degC', [-40, 25, 85]],
    ['1..5 mA', 'A', [1e-3, 3e-3, 5e-3]],
    ['3.3±2%', 'V', [3.234, 3.3, 3.366]],
    ['3.3 ± 2 %', 'V', [3.234, 3.3, 3.366]],
    ['3.3 +/-0.1', 'V', [3.2, 3.3, 3.4]],
    ['3.3 +5% -10%', 'V', [2.97, 3.3, 3.465]],
    ['10k ±1%', 'ohm', [9900, 10_000, 10_100]],
    ['-12±5%', 'V', [-12.6, -12, -11.4]],
  ])('%s in %s is a range', (text, unit, [low, nominal, high]) => {
    const got = readRange(text, unit);
    expect(got).toMatchObject({ low: expect.closeTo(low, 9), nominal: expect.closeTo(nominal, 9), high: expect.closeTo(high, 9) });
  });

  it.each(['85..-40', '1..2..3..4', '..5', '5..', '3.3±', '3.3±abc', '1,5..2'])('%s is refused as a range', (text) => {
    expect(typeof readRange(text, 'V')).toBe('string');
  });
});

describe('showing', () => {
  it.each<[number, Unit, string]>([
    [4700, 'ohm', '4.7 kΩ'],
    [1e-7, 'F', '100 nF'],
    [999.96, 'ohm', '1 kΩ'],
    [0.05, 'ratio', '5 %'],
    [-0.0123, 'V', '−12.3 mV'],
    [0, 'A', '0 A'],
    [5e-7, 'm2', '0.5 mm²'],
    [1e12, 'ohm', 'open'],
    [NaN, 'V', '? V'],
    [85.04, 'degC', '85 °C'],
  ])('%d in %s shows as %s', (value, unit, text) => {
    const shown = formatQuantity(value, unit);
    expect(`${shown.number} ${shown.unit}`.trim()).toBe(text);
  });

  it('never shows floating-point dust', () => {
    expect(trim(0.1 + 0.2, 12)).toBe('0.3');
    expect(formatText(1.1 * 1.1, 'V', 12)).toBe('1.21\u202fV');
  });

  it('margins carry their sign, whole from ten percent on', () => {
    expect([0.082, -0.042, 0.5, -7.5, 0, -1e-9].map(formatMargin)).toEqual(['+8.2', '−4.2', '+50', '−750', '+0', '+0']);
  });

  const units = (Object.keys(UNITS) as Unit[]).filter((u) => u !== 'm2');
  it('what an entry field shows reads back as the very value', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...units),
        fc.integer({ min: 1, max: 999_999 }),
        fc.integer({ min: -11, max: 5 }),
        fc.boolean(),
        (unit, mantissa, exponent, negative) => {
          const value = Number(`${negative ? '-' : ''}${mantissa}e${exponent}`);
          if (unit === 'ohm' && value >= 1e12) return;
          const back = parseQuantity(entryText(value, unit), unit);
          expect(back.ok && Math.abs((back.value as number) - value) <= 1e-11 * Math.abs(value)).toBe(true);
        },
      ),
      { numRuns: 2000 },
    );
  });

  it('ranges and spreads read back too', () => {
    for (const [value, unit] of [
      [{ nominal: 5, low: 4.75, high: 5.5 }, 'V'],
      [{ nominal: 20, low: -10, high: 45 }, 'degC'],
      [{ nominal: 0.003, low: 0.001, high: 0.005 }, 'A'],
      [{ nominal: 12, tolerance: 0.05 }, 'V'],
    ] as const) {
      const back = parseQuantity(entryText(value, unit), unit);
      expect(back.ok && toRange(back.value)).toEqual(toRange(value));
    }
  });
});

describe('preferred numbers of IEC 60063', () => {
  it('has as many values per decade as its name says, rising', () => {
    for (const series of SERIES) {
      const decade = decadeOf(series);
      expect(decade).toHaveLength(Number(series.slice(1)));
      expect(decade.every((v, i) => i === 0 || v > decade[i - 1]!)).toBe(true);
    }
  });

  it('agrees with the printed tables where rounding alone would not', () => {
    expect(decadeOf('E12')).toEqual([1, 1.2, 1.5, 1.8, 2.2, 2.7, 3.3, 3.9, 4.7, 5.6, 6.8, 8.2]);
    expect(decadeOf('E192')).toContain(9.2);
    expect(decadeOf('E192')).not.toContain(9.19);
    expect(decadeOf('E96').slice(0, 6)).toEqual([1, 1.02, 1.05, 1.07, 1.1, 1.13]);
    expect(decadeOf('E48')).toContain(4.87);
  });

  it('coarse series are part of the finer ones of their kind', () => {
    for (const [coarse, fine] of [
      ['E3', 'E6'],
      ['E6', 'E12'],
      ['E12', 'E24'],
      ['E48', 'E96'],
      ['E96', 'E192'],
    ] as const) {
      const outside = decadeOf(coarse).filter((v) => !decadeOf(fine).includes(v));
      expect(outside.length).toBeLessThanOrEqual(coarse === 'E96' ? 1 : 0);
    }
  });

  it('a nudge up and a nudge down come back, and stay in the series', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SERIES), fc.integer({ min: 0, max: 191 }), fc.integer({ min: -9, max: 6 }), (series, index, decade) => {
        const value = Number(`${decadeOf(series)[index % decadeOf(series).length]}e${decade}`);
        const up = nudge(value, series, 1);
        expect(up).toBeGreaterThan(value);
        expect(inSeries(up, series)).toBe(true);
        expect(nudge(up, series, -1)).toBe(value);
      }),
    );
  });

  it('the values around a wanted one are its neighbours, so many to each side', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SERIES), fc.double({ min: 0.5, max: 2e3, noNaN: true }), fc.integer({ min: 1, max: 3 }), (series, wanted, each) => {
        const all = seriesBetween(series, 1, 1000);
        const found = around(all, wanted, each);
        const [below, above] = [all.filter((v) => v < wanted), all.filter((v) => v >= wanted)];
        expect(found).toEqual([...below.slice(-each), ...above.slice(0, each)]);
      }),
    );
  });

  it('the next value above and below enclose any value, nothing of the series between', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SERIES), fc.double({ min: 1e-9, max: 1e6, noNaN: true }), (series, value) => {
        const [below, above] = [nextBelow(value, series), nextAbove(value, series)];
        expect(below).toBeLessThanOrEqual(value * (1 + 1e-9));
        expect(above).toBeGreaterThanOrEqual(value * (1 - 1e-9));
        const between = seriesBetween(series, below, above).filter((v) => v > below * (1 + 1e-8) && v < above * (1 - 1e-8));
        expect(between).toEqual([]);
      }),
    );
  });
});

describe('an open circuit', () => {
  it('is shown as open, whether it is very large or has no end', () => {
    for (const v of [1e12, 5e15, Infinity]) expect(formatText(v, 'ohm')).toBe('open');
    expect(formatText(Infinity, 'V')).toContain('?');
    expect(formatText(9e11, 'ohm')).not.toBe('open');
  });
});

describe('long times', () => {
  it.each([
    [59, '59\u202fs'],
    [120, '2\u202fmin'],
    [7200, '2\u202fh'],
    [172800, '2\u202fd'],
    [-172800, '−2\u202fd'],
  ])('%s s is said as %s', (seconds, text) => expect(formatText(seconds, 's')).toBe(text));

  it.each([119.999, 120, 3600.1, 7201, 12345.678, 172800, 1e6, 6912000, 1e9 / 3])('%s s typed back is the same', (seconds) => {
    expect(parseNumber(entryText(seconds, 's'), 's')).toEqual({ ok: true, value: Number(seconds.toPrecision(12)) });
  });
});

describe('a series without an end', () => {
  it.each([
    [0, 1e-12],
    [1e12, Infinity],
    [0, Infinity],
    [NaN, 1],
    [1, NaN],
    [5, 4],
  ])('between %d and %d comes to an end', (low, high) => {
    const values = seriesBetween('E12', low, high);
    expect(values.every((v) => Number.isFinite(v) && v > 0)).toBe(true);
    expect(values).toEqual([...values].sort((a, b) => a - b));
    if (Number.isNaN(low + high) || low > high) expect(values).toEqual([]);
    else expect(values.length).toBeGreaterThan(12);
  });
});

describe('what no value is', () => {
  it('is refused by its length, before any pattern looks at it', () => {
    for (const text of [`1${' '.repeat(60_000)}x`, `3.3${' '.repeat(60_000)}+5% -10%`, '1'.repeat(60_000), '±'.repeat(60_000)]) {
      const read = parseQuantity(text, 'V');
      expect(read.ok ? '' : read.message).toMatch(/too long for a value: 60\d{3} characters/);
      expect(read.ok ? '' : read.message.length).toBeLessThan(200);
    }
    expect(parseQuantity(`${' '.repeat(60_000)}3.3 V${' '.repeat(60_000)}`, 'V')).toEqual({ ok: true, value: 3.3 });
  });
});
