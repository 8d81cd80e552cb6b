import { describe, expect, it } from 'vitest';
import { parseNumber, parseQuantity } from './parse.ts';
import type { Level } from './level.ts';

const read = (text: string, unit: 'V' | 'dBu' | 'dBV', level?: Level): number => {
  const parsed = parseNumber(text, unit, level);
  if (!parsed.ok) throw new Error(parsed.message);
  return parsed.value;
};

describe('levels of a signal', () => {
  it('are read into the peak or the rms that a field takes', () => {
    // 0 dBu is what makes one milliwatt in 600 Ω.
    expect(read('0 dBu', 'V', 'rms') ** 2 / 600).toBeCloseTo(1e-3, 12);
    expect(read('+4dBu', 'V', 'rms')).toBeCloseTo(1.2277, 4);
    expect(read('-10 dBV', 'V', 'rms')).toBeCloseTo(0.316228, 6);
    expect(read('0 dBV', 'V', 'peak')).toBeCloseTo(Math.SQRT2, 12);
    expect(read('775 mV rms', 'V', 'peak')).toBeCloseTo(0.775 * Math.SQRT2, 12);
    expect(read('775mVrms', 'V', 'rms')).toBeCloseTo(0.775, 12);
    expect(read('2 Vpp', 'V', 'peak')).toBeCloseTo(1, 12);
    expect(read('2 V p-p', 'V', 'rms')).toBeCloseTo(Math.SQRT1_2, 12);
    expect(read('1 V peak', 'V', 'rms')).toBeCloseTo(Math.SQRT1_2, 12);
  });

  it('leave plain volts what the field takes them as', () => {
    for (const level of ['peak', 'rms'] as const) expect(read('20 mV', 'V', level)).toBe(0.02);
  });

  it('go back and forth between volts and decibels', () => {
    for (const text of ['-60 dBu', '0 dBu', '17.8 dBu']) expect(read(`${read(text, 'V', 'rms')} V`, 'dBu')).toBeCloseTo(Number(text.split(' ')[0]), 9);
    expect(read('0 dBV', 'dBu') - read('0 dBu', 'dBV')).toBeCloseTo(2 * read('0 dBV', 'dBu'), 12);
    expect(read('0 dBV', 'dBu')).toBeCloseTo(2.218, 3);
  });

  it('make ranges, of which the lower end stays the lower', () => {
    const parsed = parseQuantity('-20..4 dBu', 'V', 'rms');
    expect(parsed.ok && typeof parsed.value === 'object' && 'low' in parsed.value && parsed.value.low).toBeCloseTo(0.07746, 5);
  });

  it('are refused where a field takes no signal, and where there is no voltage', () => {
    expect(parseNumber('4 dBu', 'V').ok).toBe(false);
    expect(parseNumber('0 V', 'dBu').ok).toBe(false);
    expect(parseNumber('3 kHz', 'V', 'peak').ok).toBe(false);
  });
});
