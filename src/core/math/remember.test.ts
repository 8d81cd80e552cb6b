import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { once, questionOf, shelf } from './remember.ts';

describe('what was asked before', () => {
  it('is the same question only for the very same numbers', () => {
    const numbers = fc.array(fc.option(fc.double({ noNaN: true })), { minLength: 1, maxLength: 40 });
    fc.assert(
      fc.property(numbers, numbers, (a, b) => {
        expect(questionOf(a)).toBe(questionOf([...a]));
        const same = a.length === b.length && a.every((v, i) => Object.is(v, b[i]));
        expect(questionOf(a) === questionOf(b)).toBe(same);
      }),
    );
    expect(questionOf([1, 1 + Number.EPSILON])).not.toBe(questionOf([1, 1]));
  });

  it('is worked out once, and again when it had to make room', () => {
    const kept = shelf<number>(2);
    let made = 0;
    const ask = (q: string) => kept(q, () => ++made);
    expect([ask('a'), ask('a'), ask('b'), ask('a')]).toEqual([1, 1, 2, 1]);
    ask('c');
    expect(ask('a')).toBe(4);
    expect(once('only here', () => 7)).toBe(once('only here', () => 8));
  });
});
