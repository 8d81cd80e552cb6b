import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseValues, valuesText } from './drawer.ts';

describe('a list of values', () => {
  it('reads as people write it, each once, the smallest first', () => {
    expect(parseValues('10k, 4k7\n1k;4.7k 100R', 'ohm')).toEqual({ ok: true, value: [100, 1000, 4700, 10_000] });
    expect(parseValues('  ', 'F')).toEqual({ ok: true, value: [] });
  });

  it('names the entry that cannot be read, with what is wrong', () => {
    for (const [text, named] of [
      ['1k 10nF', '10nF'],
      ['1k zero', 'zero'],
      ['0 1k', '0'],
      ['-5', '-5'],
    ] as const) {
      const read = parseValues(text, 'ohm');
      expect(read.ok).toBe(false);
      expect(!read.ok && read.message).toContain(`“${named}”`);
    }
    expect(parseValues('1 '.repeat(3000), 'ohm').ok).toBe(false);
  });

  it('comes back as it was from what is shown of it', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 10, max: 9_999_999 })), (values) => {
        const sorted = [...values].sort((a, b) => a - b);
        expect(parseValues(valuesText(sorted, 'ohm'), 'ohm')).toEqual({ ok: true, value: sorted });
      }),
    );
  });
});
