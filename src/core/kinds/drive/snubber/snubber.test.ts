import { describe, expect, it } from 'vitest';
import { alone, check, nominal, sumOf } from '../../../testing/boards.ts';
import { overshoot } from './laws.ts';

it('an opening contact peaks as its two equations say: by steps', () => {
  for (const [l, rl, r1, c1, amps] of [
    [0.05, 48, 10, 1e-6, 0.5],
    [0.5, 10, 470, 1e-7, 0.2],
    [1e-3, 5, 100, 2.2e-6, 2],
  ] as const) {
    const s = alone('snubber', { loadVoltage: 24, loadCurrent: amps, loadInductance: l, loadResistance: rl }, { R1: { value: r1 }, C1: { value: c1 } });
    let [i, v, most] = [amps, 0, Math.max(amps * r1, 24)];
    const dt = Math.min(Math.sqrt(l * c1), l / (r1 + rl), r1 * c1) / 4000;
    for (let k = 0; k < 4e5; k++) {
      const di = (24 - (r1 + rl) * i - v) / l;
      const half = i + (di * dt) / 2;
      v += (half / c1) * dt;
      i += ((24 - (r1 + rl) * half - v) / l) * dt;
      most = Math.max(most, r1 * i + v);
    }
    expect(nominal(s, 'peakVoltage') / most).toBeCloseTo(1, 3);
  }
});

describe('a ringing switch', () => {
  const given = { use: 'switch', switchedVoltage: 24, ringingFrequency: 4e7, addedCapacitance: 4.7e-10, ringingFrequencyAdded: 2.1e7, maximumPeak: 60 };
  it('what rings, rings at both frequencies that were measured', () => {
    const s = alone('snubber', given, { R1: { value: 27 }, C1: { value: 6.8e-10 } });
    const [l, c] = [nominal(s, 'parasiticInductance'), nominal(s, 'parasiticCapacitance')];
    expect(1 / (2 * Math.PI * Math.sqrt(l * c))).toBeCloseTo(4e7, -1);
    expect(1 / (2 * Math.PI * Math.sqrt(l * (c + 4.7e-10)))).toBeCloseTo(2.1e7, -1);
  });
  it('without a snubber to speak of it overshoots by all of the step, and a loop current adds to it', () => {
    const p = { farads: 1.8e-10, henries: 8.9e-8, ohms: Math.sqrt(8.9e-8 / 1.8e-10) };
    expect(overshoot(p, 1e9, 1e-12)).toBeCloseTo(1, 3);
    // Energy of the current goes into the same capacitor: √(1 + (Z·I/V)²) above the step.
    expect(overshoot(p, 1e9, 1e-12, 1 / p.ohms)).toBeCloseTo(Math.SQRT2, 3);
  });
  it('the resistor it sizes is no worse than its neighbours', () => {
    const s = alone('snubber', given);
    const value = (slot: string) => s.parts.find((p) => p.slot === slot)!.value!;
    const at = (ohms: number) => overshootHigh(alone('snubber', given, { R1: { value: ohms, tolerance: 0.05 }, C1: { value: value('C1'), tolerance: 0.2 } }));
    const here = at(value('R1'));
    for (const factor of [0.68, 0.82, 1.22, 1.5]) expect(at(value('R1') * factor)).toBeGreaterThanOrEqual(here - 1e-9);
    expect(check(s, 'overshoot')!.status).not.toBe('fail');
  });
  const overshootHigh = (s: ReturnType<typeof alone>) => s.judged.out('overshoot').high!;
  it('says that a measurement is wrong where more capacitance did not ring lower', () => {
    const s = alone('snubber', { ...given, ringingFrequencyAdded: 5e7 });
    expect(s.judged.out('overshoot').nominal).toBeNull();
    expect(check(s, 'ringing-falls')!.status).toBe('fail');
  });
});

it('what it passes beside an open switch is what the switch leaks', () => {
  const sum = sumOf([
    { id: 'k', kind: 'relay-driver', given: { switch: 'solid-state', loadVoltage: 230, loadSource: 'ac', mains: true, loadCurrent: 2 } },
    {
      id: 's',
      kind: 'snubber',
      given: { loadSource: 'ac', mains: true },
      parts: { R1: { value: 47 }, C1: { value: 1e-7, voltageRating: 275, xRated: true } },
      signals: { across: 'k.out' },
    },
  ]);
  const [k, s] = [sum.byId.get('k')!, sum.byId.get('s')!];
  expect(nominal(s, 'offCurrent')).toBeCloseTo((230 * 2 * Math.PI * 50 * 1e-7) / Math.hypot(1, 2 * Math.PI * 50 * 47e-7), 9);
  expect(nominal(k, 'offCurrent')).toBeCloseTo(0.002 + nominal(s, 'offCurrent'), 9);
});
