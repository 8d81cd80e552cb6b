import { describe, expect, it } from 'vitest';
import { check, nominal, sumOf } from '../testing/boards.ts';
import type { StageDoc } from './document.ts';

const behind = (maker: StageDoc): StageDoc[] => [
  { id: 'in', kind: 'dc-input', given: { supplyVoltage: 5, currentLimit: 2 }, rails: { out: 'v5' } },
  maker,
  { id: 'filter', kind: 'rc-ripple-filter', rails: { in: 'minus', out: 'quiet' } },
  { id: 'load', kind: 'supply-load', given: { typicalCurrent: 0.002, peakCurrent: 0.004, minimumVoltage: 3, maximumVoltage: 5.6 }, rails: { in: 'quiet' } },
];
const makers: StageDoc[] = [
  { id: 'maker', kind: 'inverting-converter', given: { outputVoltage: -5, loadCurrent: 0.05 }, rails: { in: 'v5', out: 'minus' } },
  { id: 'maker', kind: 'charge-pump', rails: { in: 'v5', out: 'minus' } },
];

describe.each(makers)('a rail below ground, of $kind', (maker) => {
  const sum = sumOf(behind(maker));
  const rail = (name: string) => sum.rails.find((r) => r.name === name)!;

  it('is negative, and so is what is filtered from it; what draws from it sees the magnitude', () => {
    for (const name of ['minus', 'quiet']) {
      const { below, stands: voltage, minimum, maximum } = rail(name);
      expect(below).toBe(true);
      expect(voltage!.low).toBeLessThanOrEqual(voltage!.nominal);
      expect(voltage!.nominal).toBeLessThanOrEqual(voltage!.high);
      expect(voltage!.high).toBeLessThan(0);
      if (minimum !== null && maximum !== null) expect(minimum).toBeLessThan(maximum);
    }
    expect(rail('v5').below).toBe(false);
    expect(nominal(sum.byId.get('filter')!, 'outputVoltage')).toBeCloseTo(-rail('quiet').stands!.nominal, 12);
    expect(nominal(sum.byId.get('load')!, 'loadVoltage')).toBeGreaterThan(4);
    expect([rail('quiet').minimum, rail('quiet').maximum]).toEqual([-5.6, -3]);
    for (const id of ['minimum-voltage', 'maximum-voltage']) expect(check(sum.byId.get('load')!, id)!.status, id).not.toBe('fail');
  });

  it('carries power like any other: what goes in comes out or is heat', () => {
    for (const p of sum.power) {
      expect(p.in, p.state).toBeCloseTo(p.used + p.lost, 9);
      for (const r of p.rails) expect(r.power).toBeGreaterThanOrEqual(0);
      for (const h of p.heat) expect(h.power).toBeGreaterThanOrEqual(-1e-12);
    }
    expect(sum.power.find((p) => p.state === 'peak')!.in).toBeGreaterThan(0.004 * 4);
  });
});
