import { describe, expect, it } from 'vitest';
import { risingRoot } from './root.ts';

describe('where a rising function passes zero', () => {
  it.each([
    ['x² − 2', (x: number) => x * x - 2, 0, 5, Math.SQRT2],
    ['eˣ − 3', (x: number) => Math.exp(x) - 3, -10, 10, Math.log(3)],
    ['x⁹', (x: number) => (x - 1) ** 9, 0, 4, 1],
    ['a step', (x: number) => (x < 0.3 ? -1 : 1), 0, 1, 0.3],
    ['flat, then steep', (x: number) => Math.tanh(50 * (x - 7)) + 1e-3 * (x - 7), 0, 100, 7],
  ])('%s', (_name, f, low, high, root) => {
    expect(risingRoot(f, low, high)).toBeCloseTo(root, 4);
  });

  it('says when there is none between the two places, and takes an end that is one', () => {
    expect(risingRoot((x) => x + 1, 0, 10)).toBeNull();
    expect(risingRoot((x) => x - 11, 0, 10)).toBeNull();
    expect(risingRoot((x) => x, 0, 10)).toBe(0);
    expect(risingRoot((x) => x - 10, 0, 10)).toBe(10);
  });
});
