import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { agrees, alone, check, ends, nominal, refusals } from '../../../testing/boards.ts';
import { behind } from './index.ts';

const usb = (given: object = {}, parts: object = {}) => alone('usb-source', given as never, parts as never);

describe('a board behind a cable', () => {
  it('balances: source less drop is the voltage, constant power draws what that leaves', () => {
    const s = usb({ loadCurrent: 0.1, loadPower: 8, cableResistance: 0.2, port: 'type-c-3a' });
    const [v, i] = [nominal(s, 'outputVoltage'), nominal(s, 'outputCurrent')];
    expect(v).toBeCloseTo(5 - i * 0.2, 12);
    expect((i - 0.1) * v).toBeCloseTo(8, 12);
  });
  it('collapses beyond the most that a resistance passes, V²/4R', () => {
    const most = 5 ** 2 / (4 * 0.2);
    expect(behind(5, 0.2, 0, most * 0.999)).not.toBeNull();
    expect(behind(5, 0.2, 0, most * 1.001)).toBeNull();
    expect(ends(usb({ loadPower: 45 }), 'outputVoltage').nominal).toBeNull();
  });
});

describe('contracts', () => {
  it.each([
    [9, 16, 16 / 9],
    [9, 15, null],
    [15, 45, 3],
    [15, 27, null],
    [20, 60, 3],
    [20, 45, null],
    [12, 60, null],
  ])('%d V of a %d W source: %s A', (contractVoltage, sourcePower, amps) => {
    const s = usb({ contractVoltage, sourcePower, maximumVoltage: 25 });
    if (amps === null) expect(check(s, 'contract-offered')).toMatchObject({ status: 'fail', margin: null });
    else expect(nominal(s, 'contractCurrent')).toBeCloseTo(amps, 12);
  });
  it('more than 3 A only at 20 V with a marked cable', () => {
    expect(nominal(usb({ contractVoltage: 20, sourcePower: 100, cableCurrent: 5 }), 'contractCurrent')).toBe(5);
    expect(nominal(usb({ contractVoltage: 15, sourcePower: 100, cableCurrent: 5 }), 'contractCurrent')).toBe(3);
  });
  it('voltages that no source has are refused by name', () => {
    expect(refusals([{ id: 'u', kind: 'usb-source', given: { contractVoltage: 10 } }])[0]!.path).toBe('stages[0].given.contractVoltage');
  });
  it('a gated board draws only its attach current before the contract', () => {
    expect(nominal(usb({ contractVoltage: 9, gated: true, loadPower: 20 }), 'fallbackCurrent')).toBeCloseTo(0.02, 12);
    expect(check(usb({ contractVoltage: 9, loadPower: 4 }), 'fallback-current')!.status).toBe('fail');
  });
});

describe('any port and contract, solved by halving', () => {
  const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const PROMISED = {
    'usb2-unconfigured': 0.1,
    usb2: 0.5,
    'usb3-unconfigured': 0.15,
    usb3: 0.9,
    'charging-port': 1.5,
    'type-c-default': 0.5,
    'type-c-1.5a': 1.5,
    'type-c-3a': 3,
  };
  const design = fc.record({
    port: fc.constantFrom(...(Object.keys(PROMISED) as (keyof typeof PROMISED)[])),
    contractVoltage: fc.constantFrom(0, 5, 9, 12, 15, 20),
    sourcePower: fc.constantFrom(10, 15, 18, 27, 30, 45, 60, 100),
    offers12V: fc.boolean(),
    cableCurrent: fc.constantFrom(3, 5),
    cableResistance: real(0.05, 0.3),
    loadCurrent: real(0, 1),
    loadPower: real(0, 12),
    gated: fc.boolean(),
    attachCurrent: real(0, 0.05),
  });
  /** The voltage at which the source’s line meets the load, from above; null where it never does. */
  function meets(source: number, r: number, i: number, p: number): number | null {
    const excess = (v: number) => (source - v) / r - i - p / v;
    // Between the two meetings of a line and a hyperbola lies the voltage at which the line gives most beyond the load.
    const best = Math.sqrt(p * r) || 1e-9;
    if (best >= source || excess(best) < 0) return null;
    let [a, b] = [best, source];
    for (let k = 0; k < 100; k++) [a, b] = excess((a + b) / 2) > 0 ? [(a + b) / 2, b] : [a, (a + b) / 2];
    return a;
  }
  it('agrees in every outcome', () => {
    fc.assert(
      fc.property(design, (g) => {
        const s = alone('usb-source', { ...g, defaultVoltage: 5, contractAccuracy: 1 }, { C1: { value: 4.7e-6 } });
        const v = g.contractVoltage;
        const offered = v === 0 || v === 5 || (v === 12 ? g.offers12V && g.sourcePower > 15 : g.sourcePower > { 9: 15, 15: 27, 20: 45 }[v]!);
        const most = v === 0 ? PROMISED[g.port] : Math.min(v === 20 ? g.cableCurrent : 3, g.sourcePower / v);
        const at = meets(v || 5, g.cableResistance, g.loadCurrent, g.loadPower);
        const fallback = g.gated ? 5 - g.attachCurrent * g.cableResistance : meets(5, g.cableResistance, g.loadCurrent, g.loadPower);
        const drawn = offered && at ? g.loadCurrent + g.loadPower / at : null;
        agrees(s, {
          availableCurrent: PROMISED[g.port],
          contractCurrent: offered ? most : null,
          contractPower: offered ? most * (v || 5) : null,
          highestVoltage: v > 5 ? v + 0.5 : 5,
          slewCurrent: v > 5 ? 4.7e-6 * 3e4 : 0,
          attachCharge: 4.7e-6 * 5,
          outputRipple: 0.1,
        });
        agrees(
          s,
          {
            outputVoltage: offered ? at : null,
            outputCurrent: drawn,
            outputPower: drawn === null ? null : drawn * at!,
            outputTrough: drawn === null ? null : at! - 0.05,
            cableDrop: drawn === null ? null : drawn * g.cableResistance,
            fallbackVoltage: fallback,
            fallbackTrough: fallback === null ? null : fallback - 0.05,
            fallbackCurrent: g.gated ? g.attachCurrent : fallback === null ? null : g.loadCurrent + g.loadPower / fallback,
          },
          1e-6,
        );
      }),
      { numRuns: 200 },
    );
  });
});
