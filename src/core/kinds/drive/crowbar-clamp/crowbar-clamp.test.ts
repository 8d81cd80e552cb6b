import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { agrees, alone, check, ends, nominal } from '../../../testing/boards.ts';

const clamp = (given: object = {}, parts: object = {}, more: object = {}) => alone('crowbar-clamp', given as never, parts as never, more);

describe('clamps', () => {
  it('the fault’s volts are those over the resistor and at the node', () => {
    const s = clamp({ clampTo: 'zener', maximumNode: 7 });
    expect(nominal(s, 'clampVoltage') + nominal(s, 'clampCurrent') * 1e4).toBeCloseTo(24, 9);
  });
  it('a fault below the level passes untouched', () => {
    const s = clamp({ clampTo: 'zener', faultVoltage: 4, maximumNode: 7 });
    expect(nominal(s, 'clampCurrent')).toBe(0);
    expect(nominal(s, 'clampVoltage')).toBe(4);
  });
  it('a negative fault ends one diode below ground', () => {
    const s = clamp({ faultVoltage: -24 });
    expect(nominal(s, 'clampVoltage')).toBeLessThan(-0.6);
    expect(nominal(s, 'clampVoltage')).toBeGreaterThan(-0.7);
    expect(nominal(s, 'railInjection')).toBe(0);
  });
  it('what rail diodes catch lifts the rail, and is judged by what else draws from it', () => {
    expect(check(clamp({ railMinimumLoad: 0.001 }), 'rail-injection')!.status).toBe('fail');
    expect(check(clamp({ clampTo: 'zener', maximumNode: 7 }), 'rail-injection')).toBeUndefined();
  });
  it('leakage doubles every 10 K', () => {
    const at = (ambient: number) => nominal(clamp({}, {}, { conditions: { ambient } }), 'leakageError');
    expect(at(55) / at(25)).toBeCloseTo(8, 9);
  });
  it('a short pulse is stood by the square-root law', () => {
    const s = clamp({ clampTo: 'suppressor', faultDuration: 1e-5, maximumNode: 10 }, { R1: { pulseEnergy: 1 } });
    expect(nominal(s, 'allowedClampPower')).toBeCloseTo(30 * 10, 9);
  });
});

describe('a crowbar', () => {
  const bar = (given: object = {}) => clamp({ clampTo: 'crowbar', faultVoltage: 12, faultResistance: 0.5, maximumNode: 7, ...given });
  it('lets the rail rise until it has fired, then blows the fuse', () => {
    const s = bar();
    expect(nominal(s, 'peakVoltage')).toBeCloseTo(5.8 + 1e5 * 5e-6, 9);
    expect(nominal(s, 'fuseTime') * nominal(s, 'peakCurrent') ** 2).toBeCloseTo(5, 9);
  });
  it('a source too soft for the fuse protects nothing', () => {
    expect(check(bar({ faultResistance: 3 }), 'fuse-opens')!.status).toBe('fail');
  });
  it('does not trigger below its level', () => {
    expect(nominal(bar({ faultVoltage: 5.5 }), 'peakCurrent')).toBe(0);
    expect(ends(bar({ faultVoltage: 5.5 }), 'fuseTime').nominal).toBeNull();
  });
});

describe('any fault, where two lines meet', () => {
  const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const design = fc.record({
    clampTo: fc.constantFrom('rail-diodes', 'zener', 'suppressor', 'crowbar'),
    supplyVoltage: real(3, 12),
    faultVoltage: real(-60, 60),
    faultResistance: real(0.1, 100),
    faultDuration: fc.constantFrom(null, 1e-5, 1e-3, 0.5),
    sourceResistance: real(0, 1e4),
    slope: real(1e4, 1e6),
  });
  it('agrees in every outcome', () => {
    fc.assert(
      fc.property(design, real(100, 2e4), real(100, 1e4), real(-10, 60), (g, r1, r2, ta) => {
        const given = Object.fromEntries(Object.entries({ ...g, maximumNode: 100 }).filter(([, v]) => v !== null));
        const s = clamp(given, { R1: { value: r1 }, R2: { value: r2 }, Z1: { clampVoltage: 15 }, Q1: { triggerVoltage: 16 } }, { conditions: { ambient: ta } });
        const [v, up] = [Math.abs(g.faultVoltage), g.faultVoltage > 0];
        if (g.clampTo === 'crowbar') {
          const fires = g.faultVoltage > 16;
          const peak = fires ? (g.faultVoltage - 1.2) / g.faultResistance : 0;
          return agrees(s, {
            peakVoltage: fires ? Math.min(g.faultVoltage, 16 + g.slope * 5e-6) : g.faultVoltage,
            peakCurrent: peak,
            fuseTime: fires ? 5 / peak ** 2 : null,
            standoffVoltage: 16,
            clampCurrent: null,
          });
        }
        const rail = g.clampTo === 'rail-diodes';
        const diode = rail || (g.clampTo === 'zener' && !up);
        const [level, slope] = rail && up ? [g.supplyVoltage + 0.6, 2] : diode ? [0.6, 2] : [15, 5];
        // The source’s line falls with the current, the clamp’s rises: halving between none and a short.
        let [a, b] = [0, v / r1];
        for (let k = 0; k < 100; k++)
          [a, b] = v - ((a + b) / 2) * (g.faultResistance + r1) > level + ((a + b) / 2) * slope ? [(a + b) / 2, b] : [a, (a + b) / 2];
        const i = v > level ? a : 0;
        const node = (up ? 1 : -1) * (v > level ? level + slope * i : v);
        const across = diode ? 0.6 + 2 * i : level + slope * i;
        const beyond = (up ? node - g.supplyVoltage : -node) - 0.5;
        const joules = (watts: number) => (g.faultDuration === null ? null : watts * g.faultDuration);
        agrees(
          s,
          {
            clampCurrent: i,
            clampVoltage: node,
            clampDissipation: across * i,
            resistorDissipation: i * i * r1,
            clampEnergy: joules(across * i),
            resistorEnergy: joules(i * i * r1),
            allowedClampPower: rail ? null : g.faultDuration === null ? 0.5 : Math.max(0.5, 30 * Math.sqrt(1e-3 / g.faultDuration)),
            pinCurrent: Math.max(0, beyond) / r2,
            railInjection: rail && up ? i : 0,
            standoffVoltage: rail ? g.supplyVoltage + 0.6 : 15,
            leakageError: 1e-8 * 2 ** ((ta - 25) / 10) * (g.sourceResistance + r1),
            bandwidth: 1 / (2 * Math.PI * ((g.sourceResistance + r1) * 1.4e-11 + r2 * 1e-11)),
            peakVoltage: null,
          },
          1e-6,
        );
      }),
      { numRuns: 150 },
    );
  });
});
