import { readFileSync, readdirSync } from 'node:fs';
import { expect, it } from 'vitest';
import { readBoard } from '../files/board-file.ts';
import { sumOf } from '../testing/boards.ts';
import { energyOf } from './energy.ts';
import { evaluateBoard } from './evaluate.ts';
import type { StageDoc } from './document.ts';

const folder = new URL('../../../demo/', import.meta.url);

it.each(readdirSync(folder).filter((f) => /\.(board|draft)\.json$/.test(f)))('%s: what comes in is used or lost, in every state', (file) => {
  const read = readBoard(readFileSync(new URL(file, folder), 'utf8'));
  if (!read.ok) throw new Error(file);
  for (const p of evaluateBoard(read.value).power) {
    expect(p.in).toBeGreaterThan(0);
    expect(Math.abs(p.in - p.used - p.lost), p.state).toBeLessThan(1e-9 * p.in);
  }
});

const adapter: StageDoc = { id: 'in', kind: 'dc-input', given: { supplyVoltage: 12, currentLimit: 3 }, rails: { out: 'v12' } };
const load: StageDoc = {
  id: 'load',
  kind: 'supply-load',
  given: { asleepCurrent: 0.001, idleCurrent: 0.002, typicalCurrent: 0.02, peakCurrent: 0.05, minimumVoltage: 1, maximumVoltage: 60 },
  rails: { in: 'v' },
};

it.each(['dc-input', 'usb-source', 'rectifier-reservoir', 'battery-supply', 'solar-input'])('%s alone gives what its load takes', (kind) => {
  for (const p of sumOf([{ id: 'from', kind, rails: { out: 'v' } }, load]).power) {
    expect(p.used).toBeGreaterThan(0);
    expect(Math.abs(p.in - p.used - p.lost), p.state).toBeLessThan(1e-9 * p.in);
  }
});

it.each([
  'linear-regulator',
  'buck-converter',
  'boost-converter',
  'inverting-converter',
  'charge-pump',
  'rc-ripple-filter',
  'lc-ripple-filter',
  'capacitance-multiplier',
  'input-protection',
  'rail-splitter',
  'shunt-reference',
  'soft-start-sequencing',
  'wire-drop',
])('%s passes on what it does not lose', (kind) => {
  for (const p of sumOf([adapter, { id: 'pass', kind, rails: { in: 'v12', out: 'v' } }, load]).power)
    expect(Math.abs(p.in - p.used - p.lost), p.state).toBeLessThan(1e-9 * p.in + 1e-15);
});

it('what empties a battery adds up to what it gives, dividers and regulators included', () => {
  const sum = sumOf([
    { id: 'cell', kind: 'battery-supply', rails: { out: 'pack' } },
    { id: 'reg', kind: 'linear-regulator', given: { outputVoltage: 2.5 }, parts: { U1: { dropoutVoltage: 0.2 } }, rails: { in: 'pack', out: 'v' } },
    { ...load, copies: 3 },
    { id: 'watch', kind: 'voltage-divider', rails: { in: 'pack' } },
    { ...adapter, rails: { out: 'else' } },
    { ...load, id: 'elsewhere', rails: { in: 'else' } },
  ]);
  const [store, ...more] = energyOf(sum);
  expect(more).toEqual([]);
  expect(store!.eaters.map((e) => e.stage).sort()).toEqual(['cell', 'load', 'reg', 'watch']);
  expect(store!.eaters.reduce((t, e) => t + e.share, 0)).toBeCloseTo(1, 12);
  const gives = (['asleep', 'idle', 'typical', 'peak'] as const).map((s) => [
    sum.power.find((p) => p.state === s)!.sources.find((x) => x.stage === 'cell')!.power,
    store!.byState[s],
  ]);
  for (const [source, taken] of gives) expect(taken! / source!).toBeCloseTo(1, 9);
  expect(store!.power / (store!.current! * 3.7)).toBeCloseTo(1, 2);
});
