import { expect, it } from 'vitest';
import { alone } from '../../src/core/testing/boards.ts';
import { helpsFor } from '../../src/lib/ui/stage/helps.ts';

it('three junctions on one sink that is too small have one remedy, and every line is named once', () => {
  const hot = { dissipation: 5, junctionToCase: 2, caseToSink: 0.5, maximumJunction: 100 };
  const { checks } = alone('heatsink', {}, { H1: { sinkToAmbient: 20 }, Q1: hot, Q2: hot, Q3: hot });
  const bad = checks.filter((c) => c.status === 'fail');
  const helps = helpsFor(bad);
  const junctions = bad.filter((c) => c.severity === 'must').map((c) => c.title);
  expect(junctions.length).toBeGreaterThanOrEqual(3);
  expect(helps.filter((h) => h.severity === 'must').map((h) => h.titles)).toEqual([junctions.join(', ')]);
  expect(helps.filter((h) => h.severity !== 'must')).toHaveLength(bad.length - junctions.length);
});
