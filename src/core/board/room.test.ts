import { describe, expect, it } from 'vitest';
import { board } from '../testing/boards.ts';
import { setGiven, setPart } from './edit.ts';
import { evaluateBoard } from './evaluate.ts';
import { axesOf, deciding, moved, placesAlong, Room } from './room.ts';

const doc = board([
  {
    id: 'rc',
    kind: 'rc-lowpass',
    given: { cutoffFrequency: { nominal: 1000, tolerance: 0.01 }, maximumSettlingTime: 0.003, attenuationFrequency: 10_000, attenuation: 15 },
    parts: { R1: { value: 15_000, tolerance: 0.01 }, C1: { value: 1e-8, tolerance: 0.05 } },
  },
]);

describe('room to move', () => {
  const room = new Room(doc, 'rc');
  const axes = axesOf(evaluateBoard(doc).byId.get('rc')!);

  it('at the place where the design stands the margins are those of the sheet', () => {
    const here = room.at({});
    for (const c of evaluateBoard(doc).byId.get('rc')!.checks) expect(here[c.id]!.margin).toBe(c.margin);
  });

  it('anywhere else they are those the board has once it is moved there', () => {
    for (const value of [4700, 22_000, 100_000]) {
      const there = evaluateBoard(setPart(doc, 'rc', 'R1', { value, tolerance: 0.01 })).byId.get('rc')!;
      const seen = room.at({ 'parts.R1': value });
      for (const c of there.checks) expect(seen[c.id]!.margin, c.id).toBeCloseTo(c.margin!, 12);
    }
    const given = evaluateBoard(setGiven(doc, 'rc', 'maximumSettlingTime', 0.001)).byId.get('rc')!;
    expect(room.at({ 'given.maximumSettlingTime': 0.001 }).settling!.margin).toBeCloseTo(given.checks.find((c) => c.id === 'settling')!.margin!, 12);
  });

  it('along R the settling margin falls and the attenuation rises', () => {
    const axis = axes.find((a) => a.path === 'parts.R1')!;
    const margins = placesAlong(axis, 30).map((r) => room.at({ 'parts.R1': r }));
    margins.slice(1).forEach((m, i) => {
      expect(m.settling!.margin!).toBeLessThan(margins[i]!.settling!.margin!);
      expect(m.attenuation!.margin!).toBeGreaterThan(margins[i]!.attenuation!.margin!);
    });
  });

  it('offers parts at buyable values around where they stand, givens evenly', () => {
    const [part, given] = ['parts.C1', 'given.cutoffFrequency'].map((p) => axes.find((a) => a.path === p)!);
    expect(placesAlong(part!, 200)).toContain(1e-8);
    expect(placesAlong(part!, 20).length).toBeLessThanOrEqual(20);
    const even = placesAlong(given!, 11);
    expect(even[5]! / 1000).toBeCloseTo(1, 12);
    even.slice(2).forEach((v, i) => expect(v / even[i + 1]!).toBeCloseTo(even[1]! / even[0]!, 9));
  });

  it('a moved value keeps its relative spread', () => {
    expect(moved({ nominal: 10, low: 9, high: 12 }, 20)).toEqual({ nominal: 20, low: 18, high: 24 });
    expect(moved({ nominal: 10, tolerance: 0.1 }, 20)).toEqual({ nominal: 20, tolerance: 0.1 });
    expect(moved(undefined, 20)).toBe(20);
  });

  it('the least margin decides, and a failure without a margin counts as one', () => {
    expect(deciding({ a: { margin: 0.3, status: 'ok' }, b: { margin: 0.1, status: 'ok' }, c: { margin: -0.5, status: 'fail' } }, (id) => id !== 'c')).toBe(0.1);
    expect(deciding({ a: { margin: null, status: 'fail' } }, () => true)).toBe(-1);
  });
});
