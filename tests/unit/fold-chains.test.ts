import { describe, expect, it } from 'vitest';
import type { StageDoc } from '../../src/core/board/document.ts';
import { sumOf } from '../../src/core/testing/boards.ts';
import { foldChains } from '../../src/lib/ui/board/chains.ts';

/** Channels behind filters, the filter of each slower than that of the one before: their settling is ever tighter. */
const channels = (n: number): StageDoc[] =>
  Array.from({ length: n }, (_, i): StageDoc[] => [
    { id: `filter${i}`, kind: 'rc-lowpass', given: { cutoffFrequency: 1e5 / (i + 1) ** 3 } },
    { id: `channel${i}`, kind: 'adc-channel', signals: { in: `filter${i}.out` } },
  ]).flat();

describe('signal chains of a board', () => {
  it('a few are all drawn', () => {
    expect(foldChains(sumOf(channels(4))).map((r) => r.folded)).toEqual([false, false, false, false]);
  });

  it('of many, those without anything tighter than what is drawn are folded, and none is lost or moved', () => {
    const sum = sumOf(channels(9));
    const rows = foldChains(sum);
    expect(rows.map((r) => r.chain.at(-1)!.stage)).toEqual(sum.chains.map((c) => c.at(-1)!.stage));
    expect(new Set(rows.map((r) => r.key)).size).toBe(9);
    const margins = (folded: boolean) => rows.filter((r) => r.folded === folded).map((r) => r.tightest?.margin ?? 1e9);
    expect(margins(false)).toHaveLength(4);
    expect(Math.max(...margins(false))).toBeLessThanOrEqual(Math.min(...margins(true)));
  });
});
