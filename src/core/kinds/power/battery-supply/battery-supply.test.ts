import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CHEMISTRIES, chargeAt, restVoltage } from '../../../physics/cells.ts';
import { agrees, alone, check, ends, nominal, sumOf } from '../../../testing/boards.ts';

const battery = (given: object = {}, parts: object = {}, more: object = {}) =>
  alone('battery-supply', given as never, { R1: { value: 1e6 }, R2: { value: 1e6 }, ...parts } as never, more);

describe('cells', () => {
  it.each(Object.entries(CHEMISTRIES))('%s: rest voltage rises with charge and is found again', (_id, c) => {
    for (const s of [0.05, 0.25, 0.5, 0.77, 0.99]) expect(chargeAt(c, restVoltage(c, s))).toBeCloseTo(s, 9);
    for (let s = 0.02; s <= 1; s += 0.02) expect(restVoltage(c, s)).toBeGreaterThanOrEqual(restVoltage(c, s - 0.02));
    expect(chargeAt(c, c.rest.at(-1)! + 0.01)).toBeNull();
  });
});

describe('run time', () => {
  it('constant current: charge over current', () => {
    const s = battery({ loadCurrentAsleep: 0.01, shareAsleep: 1, shareTypical: 0, loadCurrentTypical: 0, selfDischarge: 0 });
    expect(nominal(s, 'runTime')).toBeCloseTo((nominal(s, 'usableCapacity') / nominal(s, 'averageCurrent')) * 3600, 3);
  });
  it('constant power: the same as stepping down the curve', () => {
    const given = {
      loadType: 'constant-power',
      loadCurrentAsleep: 0.05,
      shareAsleep: 1,
      shareTypical: 0,
      loadCurrentTypical: 0,
      selfDischarge: 0.02,
      peukert: 1,
    };
    const s = battery(given);
    const leak = nominal(s, 'overheadCurrent') + nominal(s, 'selfDischargeCurrent');
    const power = 0.05 * 3.7;
    const c = CHEMISTRIES['lithium-ion'];
    const low = nominal(s, 'cutoffStateOfCharge');
    const n = 200_000;
    let hours = 0;
    for (let i = 0; i < n; i++) hours += (2.5 * 0.8 * (1 - low)) / n / (power / restVoltage(c, low + ((1 - low) * (i + 0.5)) / n) + leak);
    expect(nominal(s, 'runTime') / 3600 / hours).toBeCloseTo(1, 6);
  });
  it('is shorter in the cold, and shortest somewhere inside or at an end', () => {
    const at = (ambient: number) => nominal(battery({}, {}, { conditions: { ambient } }), 'runTime');
    expect(at(-20)).toBeLessThan(at(25));
    const s = battery({}, {}, { conditions: { ambient: { low: -20, nominal: 25, high: 40 } } });
    for (const t of [-20, -5, 10, 25, 40]) expect(ends(s, 'runTime').low!).toBeLessThanOrEqual(at(t) * (1 + 1e-9));
  });
});

describe('sag', () => {
  it('a bulk capacitor that is large enough takes the whole pulse, but for its own ESR', () => {
    const s = battery({ pulseCurrent: 2, pulseDuration: 1e-3, loadCurrentTypical: 0 }, { C1: { value: 1, esr: 0.01 } });
    const r = nominal(s, 'internalResistance');
    expect(nominal(s, 'sag')).toBeCloseTo((2 * r * 0.01) / (r + 0.01), 2);
  });
  it('shares of what eats it add up to one', () => {
    const s = battery({ shareAsleep: 0.9, shareIdle: 0.05, shareTypical: 0.04, sharePeak: 0.01, loadCurrentIdle: 0.002, loadCurrentPeak: 0.3 });
    const sum = ['Asleep', 'Idle', 'Typical', 'Peak'].reduce((t, k) => t + nominal(s, `chargeShare${k}`), 0);
    expect(sum).toBeCloseTo(1, 12);
  });
  it('even a full pack that sags too far runs for no time at all', () => {
    const s = battery({ loadCurrentTypical: 10 });
    expect(nominal(s, 'runTime')).toBe(0);
    expect(ends(s, 'cutoffStateOfCharge').nominal).toBeNull();
    expect(check(s, 'pulse-voltage')!.status).toBe('fail');
  });
});

it('on a board the loads and shares of the states come from the rail', () => {
  const sum = sumOf(
    [
      { id: 'bat', kind: 'battery-supply', rails: { out: 'vbat' } },
      {
        id: 'reg',
        kind: 'linear-regulator',
        given: { outputVoltage: 2.5, regulatorType: 'fixed' },
        parts: { U1: { referenceVoltage: 2.5, dropoutVoltage: 0.1, quiescentCurrent: 1e-6, adjustCurrent: 0, minimumLoad: 0 } },
        rails: { in: 'vbat', out: 'v25' },
      },
      {
        id: 'load',
        kind: 'supply-load',
        given: { ratedVoltage: 2.5, asleepCurrent: 1e-5, idleCurrent: 1e-3, typicalCurrent: 0.02, peakCurrent: 0.1, minimumVoltage: 2, maximumVoltage: 3 },
        rails: { in: 'v25' },
      },
    ],
    {
      states: [
        { id: 'asleep', share: 0.98 },
        { id: 'typical', share: 0.02 },
      ],
    },
  );
  const bat = sum.byId.get('bat')!;
  expect(bat.judged.range('loadCurrentTypical')!.nominal).toBeCloseTo(0.02 + 1e-6, 9);
  expect(nominal(bat, 'averageCurrent')).toBeCloseTo(0.98 * 1.1e-5 + 0.02 * 0.020001 + nominal(bat, 'overheadCurrent'), 9);
  for (const p of sum.power) expect(p.in, p.state).toBeCloseTo(p.used + p.lost, 9);
});

describe('any pack, worked out apart by stepping down the curve in small pieces of charge', () => {
  const chemistry = fc.constantFrom(...(Object.keys(CHEMISTRIES) as (keyof typeof CHEMISTRIES)[]));
  const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const design = fc.record({
    chemistry,
    series: fc.integer({ min: 1, max: 6 }),
    parallel: fc.integer({ min: 1, max: 3 }),
    capacity: real(0.5, 10),
    wiringResistance: real(0, 0.2),
    health: real(0.5, 1),
    resistanceGrowth: real(1, 3),
    fullness: real(0.6, 1),
    stateOfCharge: real(0.05, 0.9),
    loadType: fc.constantFrom('constant-current', 'constant-power'),
    loadCurrentAsleep: real(1e-5, 1e-3),
    loadCurrentIdle: real(0, 0.01),
    loadCurrentTypical: real(0.001, 0.1),
    loadCurrentPeak: real(0, 0.3),
    pulseCurrent: real(0, 1),
    pulseDuration: real(1e-4, 0.05),
    pullUpCurrent: real(0, 1e-4),
    regulatorQuiescent: real(0, 1e-4),
    dividerSwitched: fc.boolean(),
  });
  it('agrees in every outcome', () => {
    fc.assert(
      fc.property(design, real(-15, 38), real(0, 1e-3), (g, ambient, farads) => {
        const c = CHEMISTRIES[g.chemistry];
        const shares = [0.7, 0.15, 0.1, 0.05] as const;
        const s = battery(
          { ...g, minimumVoltage: 0.5, shareAsleep: shares[0], shareIdle: shares[1], shareTypical: shares[2], sharePeak: shares[3] },
          { C1: { value: farads, esr: 0.1 } },
          { conditions: { ambient } },
        );
        const between = (table: readonly number[]) => {
          const t = [-20, -10, 0, 10, 25, 40];
          const k = Math.max(
            1,
            t.findIndex((x) => x >= ambient),
          );
          return table[k - 1]! + ((table[k]! - table[k - 1]!) * (ambient - t[k - 1]!)) / (t[k]! - t[k - 1]!);
        };
        const rest = (charge: number) => {
          const k = Math.min(9, Math.floor(charge * 10));
          return g.series * (c.rest[k]! + (c.rest[k + 1]! - c.rest[k]!) * (charge * 10 - k));
        };
        const ohms = (g.series * c.resistance * between(c.cold) * g.resistanceGrowth) / g.parallel + g.wiringResistance;
        const own = (g.dividerSwitched ? 0 : (g.series * c.nominal) / 2e6) + g.pullUpCurrent + g.regulatorQuiescent + 3e-6;
        const loads = [g.loadCurrentAsleep, g.loadCurrentIdle, g.loadCurrentTypical, g.loadCurrentPeak];
        const mean = loads.reduce((sum, i, k) => sum + i * shares[k]!, 0);
        // The capacitor with its ESR beside the pack: what the pack gives rises with one time constant.
        const early = 1 - (ohms / (ohms + 0.1)) * Math.exp(-g.pulseDuration / ((ohms + 0.1) * farads));
        const sag = Math.max(ohms * (Math.max(...loads) + own), g.pulseCurrent * ohms * (farads > 0 ? early : 1));
        const empty = Math.max(g.series * c.cutoff, 0.5);
        const rated = g.capacity / c.ratedHours;
        const rate = Math.min(1, (rated / ((mean + own) / g.parallel)) ** (c.peukert - 1));
        const ampHours = g.parallel * g.capacity * between(c.capacity) * g.health * rate;
        const leak = g.parallel * g.capacity * (c.selfDischarge / 730.5) * 2 ** ((ambient - 20) / 10);
        let cutoff = 0;
        while (cutoff < 1 && rest(cutoff) < empty + sag) cutoff += 1e-4;
        const n = 4000;
        const [hours, energy] = [0, 0].map((_, which) => {
          let sum = 0;
          for (let k = 0; k < n; k++) {
            const v = rest(cutoff + ((g.fullness - cutoff) * (k + 0.5)) / n);
            const drawn = (g.loadType === 'constant-power' ? (mean * g.series * c.nominal) / v : mean) + own + leak;
            sum += ((ampHours * (g.fullness - cutoff)) / n) * (which === 0 ? 1 / drawn : v);
          }
          return sum;
        }) as [number, number];
        agrees(s, {
          internalResistance: ohms,
          overheadCurrent: own,
          averageCurrent: mean + own,
          overheadShare: own / (own + g.loadCurrentAsleep),
          selfDischargeCurrent: leak,
          rateFactor: rate,
          chargeSharePeak: (0.05 * (g.loadCurrentPeak + own)) / (mean + own),
          senseVoltage: (g.series * c.full) / 2,
        });
        agrees(s, { sag, pulseVoltage: rest(g.stateOfCharge) - sag }, 1e-6);
        fc.pre(cutoff < g.fullness - 0.2);
        agrees(s, { usableCapacity: ampHours * (g.fullness - cutoff), runTime: hours * 3600, storedEnergy: energy }, 2e-3);
      }),
      { numRuns: 60 },
    );
  });
});
