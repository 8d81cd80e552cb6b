import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal, sumOf } from '../../../testing/boards.ts';
import { drawn, supportedCopies, type Wiring } from './wiring.ts';

const wiring = (w: Partial<Wiring>): Wiring => ({
  loadKind: 'constant-current',
  ratedVoltage: 5,
  wiringResistance: 0.1,
  branchResistance: 0.2,
  copies: 3,
  ...w,
});
const load = (given: object, copies = 1, states: { id: 'asleep' | 'typical'; share: number }[] = []) =>
  sumOf([{ id: 'it', kind: 'supply-load', copies, given: given as never }], { states }).byId.get('it')!;

describe('a load behind its wiring', () => {
  it('obeys Ohm and its own kind', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<Wiring['loadKind']>('constant-current', 'constant-power', 'resistive'),
        fc.double({ min: 0.01, max: 0.5, noNaN: true }),
        fc.double({ min: 4, max: 12, noNaN: true }),
        (loadKind, i, volts) => {
          const w = wiring({ loadKind });
          const d = drawn(w, i, volts);
          if (!d) return;
          expect(d.voltage).toBeCloseTo(volts - (0.2 + 3 * 0.1) * d.current, 9);
          const law = { 'constant-current': d.current / i, resistive: d.voltage / d.current / (5 / i), 'constant-power': (d.voltage * d.current) / (5 * i) }[
            loadKind
          ];
          expect(law).toBeCloseTo(1, 9);
        },
      ),
    );
  });

  it('a constant-power load that asks for more than the wiring can bring collapses', () => {
    // Most power through R from V is V²/4R.
    const w = wiring({ loadKind: 'constant-power', wiringResistance: 0, branchResistance: 10, copies: 1 });
    expect(drawn(w, (5 ** 2 / 40 / 5) * 0.999, 5)).not.toBeNull();
    expect(drawn(w, (5 ** 2 / 40 / 5) * 1.001, 5)).toBeNull();
    const s = load({ loadKind: 'constant-power', branchResistance: 10, peakCurrent: 1 });
    expect(check(s, 'minimum-voltage')!.status).toBe('fail');
  });

  it('the number of copies it supports is the largest that works', () => {
    for (const loadKind of ['constant-current', 'constant-power', 'resistive'] as const) {
      const w = wiring({ loadKind, wiringResistance: 0.05, branchResistance: 0.1 });
      const rail = { volts: 5, trough: 4.95, minimum: 4.5, limit: 2 };
      const n = supportedCopies(w, 0.25, rail);
      const works = (copies: number) => {
        const [a, b] = [drawn({ ...w, copies }, 0.25, rail.volts), drawn({ ...w, copies }, 0.25, rail.trough)];
        return !!a && !!b && copies * a.current <= rail.limit && b.voltage >= rail.minimum;
      };
      expect(works(n) || n === 0).toBe(true);
      expect(works(n + 1)).toBe(false);
    }
  });

  it('averages by the shares of time', () => {
    const s = load({ asleepCurrent: 0.001, typicalCurrent: 0.1 }, 2, [
      { id: 'asleep', share: 0.9 },
      { id: 'typical', share: 0.1 },
    ]);
    expect(nominal(s, 'averageCurrent')).toBeCloseTo(2 * (0.9 * 0.001 + 0.1 * 0.1), 12);
  });

  it('its input current spans all states, listed or not', () => {
    const s = load({ asleepCurrent: 0.001, idleCurrent: 0.02, typicalCurrent: 0.1, peakCurrent: { nominal: 0.2, tolerance: 0.1 } }, 3);
    expect(ends(s, 'inputCurrent')).toMatchObject({ low: 0.003, nominal: expect.closeTo(0.3, 12), high: expect.closeTo(0.66, 12) });
  });

  it('copies that start one after another surge less than all together', () => {
    const together = load({ surgeCurrent: 0.5, typicalCurrent: 0.1 }, 4);
    const staggered = load({ surgeCurrent: 0.5, typicalCurrent: 0.1, startTogether: false }, 4);
    expect(nominal(together, 'surgeTotal')).toBe(2);
    expect(nominal(staggered, 'surgeTotal')).toBeCloseTo(0.5 + 3 * 0.1, 12);
  });

  it('without a known limit the copies it supports are unknown, not infinite', () => {
    expect(ends(alone('supply-load'), 'supportedCopies')).toMatchObject({ nominal: null, absent: { sort: 'missing' } });
  });
});
