/** Numbers in [0, 1) that look random and are the same for the same seed on any machine. */
export type Random = () => number;

/**
 * Generator of one run: a run's numbers depend on seed and run alone, so that any number of workers give the same result.
 * // [Steele] SplitMix32 finaliser for the start, [Marsaglia] xorshift32 for the sequence
 */
export function randomOf(seed: number, run: number): Random {
  let state = mix((seed ^ Math.imul(run + 1, 0x9e3779b9)) >>> 0) || 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (mix(state >>> 0) >>> 0) / 4294967296;
  };
}

function mix(z: number): number {
  z = Math.imul(z ^ (z >>> 16), 0x85ebca6b);
  z = Math.imul(z ^ (z >>> 13), 0xc2b2ae35);
  return (z ^ (z >>> 16)) >>> 0;
}

export const DISTRIBUTIONS = ['uniform', 'normal'] as const;
export type Distribution = (typeof DISTRIBUTIONS)[number];

/**
 * A value between two ends. Uniform: anywhere between them. Normal: the tolerance is three sigma, cut there; a range that
 * is not symmetrical has a sigma on each side. // [Box]
 */
export function draw(random: Random, range: { nominal: number; low: number; high: number }, distribution: Distribution): number {
  if (distribution === 'uniform') return range.low + (range.high - range.low) * random();
  for (;;) {
    const z = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    if (Math.abs(z) <= 3) return range.nominal + (z / 3) * (z < 0 ? range.nominal - range.low : range.high - range.nominal);
  }
}
