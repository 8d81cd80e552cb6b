import { expect, it } from 'vitest';
import { settledBoard } from '../board/settle.ts';
import { KINDS } from '../kinds/all.ts';
import { chance, randomDesigns } from './random-designs.ts';
import { many, SEED } from './soak.ts';

const DESIGNS = 6;
const SAMPLES = 120;
/** Beyond an end, in parts of the span; and the last digits of the numbers themselves. */
const BEYOND = 1e-6;
const DUST = 1e-11;

it.each(KINDS.map((k) => [k.id, k] as const))('%s: no board with its inputs inside their ends lies outside', (_id, kind) => {
  let looked = 0;
  for (const { seed, doc } of randomDesigns(kind, many(DESIGNS), SEED)) {
    const node = settledBoard(doc).nodes[0]!;
    node.judgeBy('extreme-value');
    const { inputs } = node.inputs;
    const ends = new Map(Object.keys(kind.outcomes).map((name) => [name, node.judged.out(name)]));
    const random = chance(seed + 77);
    for (let k = 0; k < SAMPLES; k++) {
      // Two thirds corners, with a nominal here and there, and one third anywhere inside.
      for (const i of inputs) {
        const r = random();
        i.target[i.key] = k % 3 === 2 ? i.low + (i.high - i.low) * random() : r < 0.42 ? i.low : r < 0.84 ? i.high : i.nominal;
      }
      const results = node.judged.study.here();
      for (const [name, { nominal, low, high }] of ends) {
        const value = results[name];
        if (typeof value !== 'number' || nominal === null) continue;
        looked++;
        const room = BEYOND * ((high ?? nominal) - (low ?? nominal)) + DUST * Math.abs(value);
        if (high !== null && value > high + room) throw new Error(`${kind.id}.${name}: ${value} lies above ${high} (seed ${seed})`);
        if (low !== null && value < low - room) throw new Error(`${kind.id}.${name}: ${value} lies below ${low} (seed ${seed})`);
      }
    }
  }
  expect(looked).toBeGreaterThan(1000);
});
