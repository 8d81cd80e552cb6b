import { expect, it } from 'vitest';
import { eigenvalues, exponential, stepResponse } from './small.ts';

it('ends where an entry is no number: what has no answer must not be looked for without end', () => {
  for (const bad of [NaN, Infinity, 1e308 * 10]) {
    const a = [
      [bad, 1],
      [0, -1],
    ];
    expect(eigenvalues(a).every((p) => Number.isNaN(p.re))).toBe(true);
    expect(exponential(a, 1).flat().every(Number.isNaN)).toBe(true);
    expect(stepResponse([[-1]], [1], [1], 0, bad, 10).some(Number.isNaN)).toBe(true);
  }
});
