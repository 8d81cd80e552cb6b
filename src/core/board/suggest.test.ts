import { describe, expect, it } from 'vitest';
import { board, sumOf } from '../testing/boards.ts';
import type { StageDoc } from './document.ts';
import { evaluateBoard } from './evaluate.ts';
import { suggestions, takeSuggestion } from './suggest.ts';

const supply: StageDoc = { id: 'in', kind: 'dc-input', given: { supplyVoltage: 9 }, rails: { out: 'v9' } };
const load: StageDoc = { id: 'load', kind: 'supply-load', title: 'Radio', given: { typicalCurrent: 0.1 }, rails: { in: 'v5' } };
const divider: StageDoc = {
  id: 'div',
  kind: 'voltage-divider',
  title: 'Watch',
  given: { outputVoltage: 2 },
  parts: { R1: { value: 35_000, tolerance: 0.01 }, R2: { value: 10_000, tolerance: 0.01 } },
  rails: { in: 'v9' },
};
const reading: StageDoc = { id: 'adc', kind: 'adc-channel', title: 'Reading', signals: { in: 'div.out' }, parts: { R1: { value: 100 }, C1: { value: 0 } } };
const asked = (stages: StageDoc[]) => suggestions(sumOf(stages)).map((s) => `${s.kind.id}: ${s.why}`);

describe('what a board asks for', () => {
  it('a supply for a rail that nothing feeds, connected to it', () => {
    const found = suggestions(sumOf([supply, load])).find((s) => s.kind.id === 'linear-regulator')!;
    expect(found.why).toContain('Nothing feeds v5, which Radio draws from');
    const { doc, id } = takeSuggestion(board([supply, load]), found);
    expect(evaluateBoard(doc).rails.find((r) => r.name === 'v5')!.provider).toBe(id);
    expect(suggestions(evaluateBoard(doc)).some((s) => s.why.includes('Nothing feeds v5'))).toBe(false);
  });

  it('a load for a rail that nothing draws from, and a converter for a signal that nobody hears', () => {
    expect(asked([supply])).toContain('supply-load: Nothing draws from v9 yet.');
    expect(asked([supply, divider])).toContain('adc-channel: Nothing listens to Watch.');
    expect(asked([supply, divider, reading]).some((s) => s.includes('Nothing listens'))).toBe(false);
  });

  it('each thing once, told apart where stages are called the same or have several outputs', () => {
    const twins: StageDoc[] = [
      { id: 'a', kind: 'opamp-amplifier' },
      { id: 'b', kind: 'opamp-amplifier' },
      { id: 'pair', kind: 'allpass-pair' },
    ];
    const found = asked(twins).filter((s) => s.startsWith('adc-channel'));
    expect(new Set(found).size).toBe(found.length);
    expect(found).toHaveLength(4);
    for (const name of ['(a)', '(b)', '“outA”', '“outB”']) expect(found.filter((s) => s.includes(name))).toHaveLength(1);
  });

  it('a filter before a converter that aliases spoil, put between it and what it heard', () => {
    const stages = [supply, divider, reading];
    const found = suggestions(sumOf(stages)).find((s) => s.before)!;
    expect(found.why).toMatch(/^Reading fails at .*alias/);
    const { doc, id } = takeSuggestion(board(stages), found);
    expect(doc.stages.find((s) => s.id === 'adc')!.signals).toEqual({ in: `${id}.out` });
    expect(doc.stages.find((s) => s.id === id)!.signals).toEqual({ in: 'div.out' });
  });

  it('nothing on an empty board', () => {
    expect(asked([])).toEqual([]);
  });
});
