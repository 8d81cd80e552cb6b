import { expect, it } from 'vitest';
import { alone, ends, nominal, refusals } from '../../../testing/boards.ts';

it('ripples equally over its band where its corners are exact', () => {
  // Corners of one chain and the other mirror each other about the middle of the band.
  const s = alone('allpass-pair', { sections: 3 });
  const middle = 300 * 3000;
  for (const [a, b] of [
    ['A1', 'B3'],
    ['A2', 'B2'],
    ['A3', 'B1'],
  ] as const)
    expect((nominal(s, `targetCorner${a}`) * nominal(s, `targetCorner${b}`)) / middle).toBeCloseTo(1, 9);
});

it('is better with each section where parts are exact, and no better for it where they are not', () => {
  const ideal = (sections: number) => nominal(alone('allpass-pair', { sections }), 'idealSuppression');
  expect(ideal(3)).toBeGreaterThan(ideal(2) + 10);
  const real = (sections: number) => ends(alone('allpass-pair', { sections }), 'suppression').low!;
  expect(real(5) - real(4)).toBeLessThan(3);
});

it('promises no more than the worst of many corners shows', () => {
  const s = alone('allpass-pair', { sections: 2 });
  const low = ends(s, 'suppression').low!;
  const parts = s.judged.x.parts as Record<string, { value: number }>;
  for (let k = 0; k < 40; k++) {
    const corner = Object.fromEntries(
      ['RA1', 'RA2', 'RB1', 'RB2', 'CA1', 'CA2', 'CB1', 'CB2'].map((id, i) => [
        id,
        { value: parts[id]!.value * ((k * 37 + i * 11) % (i + 3) > 1 ? 1.01 : 0.99), tolerance: 0 },
      ]),
    );
    expect(nominal(alone('allpass-pair', { sections: 2 }, corner), 'suppression')).toBeGreaterThanOrEqual(low - 1e-6);
  }
});

it('refuses a band that ends before it starts', () => {
  expect(refusals([{ id: 'a', kind: 'allpass-pair', given: { lowFrequency: 3000, highFrequency: 300 } }])[0]!.path).toBe('stages[0].given.highFrequency');
});
