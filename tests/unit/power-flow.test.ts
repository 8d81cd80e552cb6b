import { describe, expect, it } from 'vitest';
import type { StageDoc } from '../../src/core/board/document.ts';
import type { Sum } from '../../src/core/board/evaluate.ts';
import { sumOf } from '../../src/core/testing/boards.ts';
import type { Opened } from '../../src/lib/ui/board/fold-flow.ts';
import { powerFlow, ribbonPath, dropPath } from '../../src/lib/ui/board/power-flow.ts';
import { levelLines } from '../../src/lib/ui/board/levels.ts';

const WIDTH = 712;
const stages = (loads: number): StageDoc[] => [
  { id: 'in', kind: 'dc-input', given: { supplyVoltage: 9, currentLimit: 5, overload: 'constant-current' }, rails: { out: 'v9' } },
  {
    id: 'reg',
    kind: 'linear-regulator',
    given: { outputVoltage: 5, regulatorType: 'fixed' },
    parts: { U1: { referenceVoltage: 5, currentRating: 3 } },
    rails: { in: 'v9', out: 'v5' },
  },
  ...Array.from({ length: loads }, (_, i): StageDoc => ({
    id: `load${i}`,
    kind: 'supply-load',
    title: `Load number ${i}`,
    given: { typicalCurrent: 0.01 * (i + 1) },
    rails: { in: i % 3 ? 'v5' : 'v9' },
  })),
];
const flowOf = (sum: Sum, opened?: Opened) =>
  powerFlow(
    sum,
    sum.power.find((p) => p.state === 'typical')!,
    WIDTH,
    opened,
  );

describe('what a charger puts into its battery', () => {
  const charged = (feed: 'v5' | 'vbat'): StageDoc[] => [
    { id: 'usb', kind: 'dc-input', given: { supplyVoltage: 5, currentLimit: 2 }, rails: { out: 'v5' } },
    { id: 'charger', kind: 'battery-charger', given: { cellCapacity: 1 }, rails: { in: feed, battery: 'vbat' } },
    { id: 'cell', kind: 'battery-supply', given: { capacity: 1 }, rails: { out: 'vbat' } },
    { id: 'load', kind: 'supply-load', given: { typicalCurrent: 0.05 }, rails: { in: 'vbat' } },
    { id: 'lamp', kind: 'supply-load', given: { typicalCurrent: 0.05 }, rails: { in: 'v5' } },
  ];

  it('is drawn to it: all the charger takes but its heat', () => {
    const sum = sumOf(charged('v5'));
    const flow = flowOf(sum)!;
    const typical = sum.power.find((p) => p.state === 'typical')!;
    const charge = flow.ribbons.find((r) => r.charge)!;
    expect([charge.from, charge.to]).toEqual(['charger', 'cell']);
    const taken = flow.ribbons.find((r) => r.to === 'charger')!.watts;
    const heat = typical.heat.filter((h) => h.stage === 'charger').reduce((w, h) => w + h.power, 0);
    expect(charge.watts).toBeCloseTo(taken - heat, 9);
    expect(flow.nodes.find((n) => n.id === 'charger')!.lost).toBeCloseTo(heat, 9);
    // The cell gives what its load takes and what it loses itself, however much it is charged with.
    const cell = flow.nodes.find((n) => n.id === 'cell')!;
    expect(cell.lost).toBeCloseTo(typical.sources.find((x) => x.stage === 'cell')!.power - flow.ribbons.find((r) => r.to === 'load')!.watts, 9);
  });

  it('is left out where the cell feeds its own charger in a circle', () => {
    const flow = flowOf(sumOf(charged('vbat')));
    expect(flow?.ribbons.some((r) => r.charge) ?? false).toBe(false);
  });
});

describe('the flow of power', () => {
  it('in every bar what comes in is what goes on plus heat, and ribbons are as wide as their power', () => {
    const sum = sumOf(stages(5));
    const flow = flowOf(sum)!;
    const perWatt = flow.ribbons[0]!.width / flow.ribbons[0]!.watts;
    for (const r of flow.ribbons) expect(r.width / r.watts / perWatt).toBeCloseTo(1, 6);
    for (const n of flow.nodes) {
      const on = flow.ribbons.filter((r) => r.from === n.id).reduce((w, r) => w + r.watts, 0);
      if (!n.load) expect(on + n.lost).toBeCloseTo(n.watts, 9);
      expect(n.height / n.watts / perWatt).toBeCloseTo(1, 6);
      expect(n.lostHeight / Math.max(n.height, 1e-9)).toBeCloseTo(n.lost / n.watts, 6);
    }
    const power = sum.power.find((p) => p.state === 'typical')!;
    expect(flow.nodes.reduce((w, n) => w + n.lost, 0)).toBeCloseTo(power.lost, 6);
    expect(flow.nodes.find((n) => n.id === 'in')!.watts).toBeCloseTo(power.in, 6);
  });

  it('leaves room for three lines above every bar, and nothing lies outside, few stages or many', () => {
    for (const loads of [1, 4, 12, 30]) {
      const flow = flowOf(sumOf(stages(loads)), 'all')!;
      for (const n of flow.nodes) {
        expect(n.y).toBeGreaterThanOrEqual(50);
        expect(n.y + n.height).toBeLessThanOrEqual(flow.height);
        expect(n.x).toBeGreaterThanOrEqual(0);
        expect(n.x).toBeLessThan(WIDTH - 100);
        for (const o of flow.nodes) if (o !== n && Math.abs(o.x - n.x) < 1) expect(o.y >= n.y + n.height + 50 || n.y >= o.y + o.height + 50).toBe(true);
      }
      for (const text of [...flow.ribbons.map(ribbonPath), ...flow.nodes.map(dropPath)]) expect(text).not.toMatch(/NaN|Infinity|undefined/);
    }
  });

  it('a large one is folded: no power is lost on the way, and what was opened is there', () => {
    const branches = Array.from({ length: 6 }, (_, i): StageDoc[] => [
      {
        id: `r${i}`,
        kind: 'linear-regulator',
        given: { outputVoltage: 5 },
        parts: { R1: { value: 240 }, R2: { value: 720 } },
        rails: { in: 'v9', out: `v${i}` },
      },
      ...[0, 1, 2].map((k): StageDoc => ({ id: `l${i}${k}`, kind: 'supply-load', given: { typicalCurrent: 0.02 }, rails: { in: `v${i}` } })),
    ]).flat();
    const small = [0, 1, 2, 3].map((i): StageDoc => ({ id: `s${i}`, kind: 'supply-load', given: { typicalCurrent: 1e-4 }, rails: { in: 'v9' } }));
    const sum = sumOf([stages(0)[0]!, ...branches, ...small]);
    const all = flowOf(sum, 'all')!;
    expect(all.folded).toBe(false);
    expect(all.nodes).toHaveLength(1 + 24 + 4);
    const flow = flowOf(sum)!;
    expect(flow.folded).toBe(true);
    expect(flow.nodes).toHaveLength(1 + 6 + 1);
    expect(flow.nodes.filter((n) => n.id.startsWith('r')).map((n) => n.behind)).toEqual([3, 3, 3, 3, 3, 3]);
    const few = flow.nodes.find((n) => n.small.length)!;
    expect([...few.small].sort()).toEqual(['s0', 's1', 's2', 's3']);
    const watts = (f: typeof flow, id: string) => f.nodes.find((n) => n.id === id)!.watts;
    expect(few.watts).toBeCloseTo(
      few.small.reduce((w, id) => w + watts(all, id), 0),
      12,
    );
    for (const n of flow.nodes) if (n.behind) expect(n.watts).toBeCloseTo(watts(all, n.id), 12);
    const opened = flowOf(sum, new Set(['r2', few.id]))!;
    expect(opened.nodes.map((n) => n.id).sort()).toEqual(['in', 'r0', 'r1', 'r2', 'r3', 'r4', 'r5', 'l20', 'l21', 'l22', ...few.small].sort());
  });

  it('is not drawn where nothing flows or stages feed each other in a circle', () => {
    expect(flowOf(sumOf([stages(0)[0]!]))).toBeNull();
    const circle: StageDoc[] = ['a', 'b'].map((id, i) => ({
      id,
      kind: 'linear-regulator',
      given: { outputVoltage: 3 },
      parts: { R1: { value: 240 }, R2: { value: 330 } },
      rails: { in: i ? 'ra' : 'rb', out: i ? 'rb' : 'ra' },
    }));
    expect(flowOf(sumOf(circle))).toBeNull();
  });
});

describe('levels along a chain', () => {
  const point = (more: object) => ({
    stage: 's',
    title: 't',
    port: 'out',
    low: 0,
    nominal: 1,
    high: 2,
    amplitude: null,
    quietest: null,
    noise: 1e-6,
    ripple: 1e-3,
    sourceResistance: 1,
    gain: 1,
    clips: 3,
    carried: null,
    lsb: null,
    ownNoise: null,
    heard: false,
    ...more,
  });
  const lines = (...points: object[]) => levelLines(points.map(point), (i) => i * 100, 10, 110);

  it('the louder stands higher, a decade is always the same step', () => {
    const [a, b, c] = [1, 0.1, 0.01].map((high) => lines({ high, low: 0 }).find((l) => l.name === 'signal')!.points[0]![1]);
    expect(a!).toBeLessThan(b!);
    expect(c! - b!).toBeCloseTo(b! - a!, 6);
  });

  it('words never cover each other and stay in the diagram, however close the levels', () => {
    for (const side of ['left', 'right'] as const) {
      const at = lines({ high: 3, ripple: 2.9, noise: 2.8 })
        .map((l) => l[side])
        .sort((a, b) => a - b);
      at.slice(1).forEach((y, i) => expect(y - at[i]!).toBeGreaterThanOrEqual(14 - 1e-9));
      expect(at.at(-1)!).toBeLessThanOrEqual(110);
    }
  });

  it('what is not known has no line, and ripple and noise at a converter are told in LSB', () => {
    const known = lines({ clips: null, ripple: 0 }, { lsb: 1e-3, ripple: 2e-3, clips: null });
    expect(known.map((l) => l.name)).toEqual(['signal', 'ripple', 'noise']);
    expect(known.find((l) => l.name === 'ripple')!.value).toContain('2');
    expect(known.find((l) => l.name === 'ripple')!.value).toContain('LSB');
    expect(known.find((l) => l.name === 'ripple')!.points).toHaveLength(1);
  });
});
