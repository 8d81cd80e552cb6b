import { describe, expect, it } from 'vitest';
import { rcLowpass } from '../kinds/analog/rc-lowpass/index.ts';
import type { Kind } from '../stage/contract.ts';
import { exactly, type Range } from '../quantity/uncertain.ts';
import type { StageDoc } from './document.ts';
import { stageInputs, type Chosen } from './stage-inputs.ts';

const kind = rcLowpass as unknown as Kind;
const room: Range = { nominal: 25, low: -10, high: 45 };
const laid = (stage: Partial<StageDoc>, links: Record<string, Range | null> = {}, chosen: Chosen | null = null) =>
  stageInputs(kind, { id: 'f', kind: 'rc-lowpass', ...stage }, new Map(Object.entries(links).map(([name, range]) => [name, { range }])), room, chosen);

describe('a given value', () => {
  it('is the linked one before the typed one, and the typed one before the usual one', () => {
    const link = { nominal: 470, low: 450, high: 490 };
    expect(laid({ given: { sourceResistance: 100 } }, { sourceResistance: link }).x.given.sourceResistance).toBe(470);
    expect(laid({ given: { sourceResistance: 100 } }).x.given.sourceResistance).toBe(100);
    expect(laid({}).x.given.sourceResistance).toBe(0);
  });
  it('stays typed where its link has no value yet', () => {
    expect(laid({ given: { sourceResistance: 100 } }, { sourceResistance: null }).x.given.sourceResistance).toBe(100);
  });
  it('is open where nothing hangs on it, whether left out or given as null', () => {
    expect(laid({}).x.given.loadResistance).toBe(Infinity);
    expect(laid({ given: { loadResistance: null } }).x.given.loadResistance).toBe(Infinity);
    expect(laid({}, { loadResistance: exactly(Infinity) }).x.given.loadResistance).toBe(Infinity);
  });
  it('spreads as it was typed, and only then counts as uncertain', () => {
    const { inputs, range } = laid({ given: { sourceResistance: { nominal: 50, low: 40, high: 70 }, fullScale: 3 } });
    expect(inputs.find((i) => i.path === 'given.sourceResistance')).toMatchObject({ nominal: 50, low: 40, high: 70 });
    expect(inputs.some((i) => i.path === 'given.fullScale')).toBe(false);
    expect(range('given.fullScale')).toEqual(exactly(3));
  });
  it('is written where the stage reads it when the study moves it', () => {
    const { x, inputs } = laid({ given: { sourceResistance: { nominal: 50, low: 40, high: 70 } } });
    const input = inputs.find((i) => i.path === 'given.sourceResistance')!;
    input.target[input.key] = 66;
    expect(x.given.sourceResistance).toBe(66);
  });
});

describe('the ambient', () => {
  it('is the board’s, unless the stage sits somewhere else', () => {
    expect(laid({}).range('ambient')).toEqual(room);
    expect(laid({ given: { ambient: { nominal: 60, low: 50, high: 70 } } }).range('ambient')).toEqual({ nominal: 60, low: 50, high: 70 });
  });
});

describe('a part', () => {
  const part = (stage: Partial<StageDoc>, slot: string, chosen: Chosen | null = null) => laid(stage, {}, chosen).parts.find((p) => p.slot === slot)!;

  it('typed without a tolerance is exact', () => {
    expect(part({ parts: { R1: { value: 1e4 } } }, 'R1').range).toEqual({ nominal: 1e4, low: 1e4, high: 1e4 });
  });
  it('typed with a tolerance spreads by it to both sides', () => {
    const { low, high } = part({ parts: { C1: { value: 1e-6, tolerance: 0.2 } } }, 'C1').range!;
    expect(low).toBeCloseTo(0.8e-6, 15);
    expect(high).toBeCloseTo(1.2e-6, 15);
  });
  it('with a temperature coefficient spreads by the furthest ambient from the nominal one too', () => {
    // 100 ppm/K over 35 K (25 down to −10 °C) is 0.35 %, on top of 1 %.
    const { low, high } = part({ parts: { R1: { value: 1e4, tolerance: 0.01, tempco: 100 } } }, 'R1').range!;
    expect(high).toBeCloseTo(1e4 * 1.0135, 6);
    expect(low).toBeCloseTo(1e4 * 0.9865, 6);
    const cold = part({ parts: { R1: { value: 1e4, tolerance: 0.01, tempco: -100 } } }, 'R1').range!;
    expect(cold).toEqual({ nominal: 1e4, low, high });
  });
  it('left out or without a value is sized; what was chosen for it carries the catalogue’s tolerance', () => {
    expect(part({}, 'R1')).toMatchObject({ open: true, sized: true });
    expect(part({ parts: { R1: { value: null } } }, 'R1')).toMatchObject({ open: true });
    const chosen = part({}, 'R1', { values: { R1: 1500 } });
    expect(chosen).toMatchObject({ value: 1500, sized: true, tolerance: 0.01 });
    expect(chosen.range!.high).toBeCloseTo(1515, 9);
  });
  it('typed is never replaced by what sizing chose', () => {
    expect(part({ parts: { R1: { value: 2200 } } }, 'R1', { values: { R1: 1500 } })).toMatchObject({ value: 2200, sized: false, open: false });
  });
  it('asks for its own series before the kind’s', () => {
    expect(part({}, 'R1').series).toBe('E24');
    expect(part({ parts: { R1: { series: 'E96' } } }, 'R1').series).toBe('E96');
  });
  it('sits in the list of what spreads only if it does', () => {
    const paths = laid({ parts: { R1: { value: 1e4 }, C1: { value: 1e-6, tolerance: 0.1 } } }).inputs.map((i) => i.path);
    expect(paths).toContain('parts.C1.value');
    expect(paths).not.toContain('parts.R1.value');
  });
});
