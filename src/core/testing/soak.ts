/**
 * How much a property test looks at. In `npm test` a fixed seed and little; `npm run soak` sets another seed each time and as
 * much as fits into the time it was told.
 */
export const SEED = Number(process.env.SOAK_SEED ?? 1);
const TIMES = Number(process.env.SOAK_TIMES ?? 1);
export const many = (count: number): number => Math.ceil(count * TIMES);
