import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

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
