import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal, sumOf } from '../../../testing/boards.ts';

const parts = { R1: { value: 680e3, tolerance: 0.01 }, R2: { value: 180e3, tolerance: 0.01 }, C1: { value: 1e-7 } };

describe('the supply monitor', () => {
  it('acts where a converter with every error at its end turns to the code of the threshold', () => {
    const s = alone('supply-monitor', {}, parts);
    const code = nominal(s, 'thresholdCode');
    let [least, most] = [Infinity, -Infinity];
    for (const reference of [1, 1.2])
      for (const r1 of [0.99, 1.01])
        for (const r2 of [0.99, 1.01])
          for (const error of [-2, 2])
            for (const leak of [-1e-7, 1e-7]) {
              const [a, b] = [680e3 * r1, 180e3 * r2];
              // The battery for which pin over reference is that code, leakage drawn from the node.
              const pin = ((code + error) * reference) / 1024;
              const battery = pin + a * (pin / b + leak);
              least = Math.min(least, battery);
              most = Math.max(most, battery);
            }
    expect(ends(s, 'detectedThreshold').low).toBeCloseTo(least, 9);
    expect(ends(s, 'detectedThreshold').high).toBeCloseTo(most, 9);
  });

  it('has a tenth of that error after a calibration', () => {
    const s = alone('supply-monitor', { calibrated: true, inputLeakage: 0 }, parts);
    expect(ends(s, 'calibratedError').high!).toBeLessThan(ends(s, 'thresholdError').high! / 3);
    expect(check(s, 'threshold-accuracy')!.status).not.toBe('fail');
  });

  it('charges its sampling capacitor from the hold capacitor: charge is kept', () => {
    const s = alone('supply-monitor', {}, { ...parts, U1: { samplingCapacitor: 1e-9 } });
    const pin = nominal(s, 'pinVoltage');
    const after = (pin * 1e-7) / (1e-7 + 1e-9);
    expect(nominal(s, 'settlingErrorLsb') * nominal(s, 'lsb')).toBeCloseTo(pin - after, 9);
  });

  it('watches the rail it hangs on, and draws from it', () => {
    const sum = sumOf([
      { id: 'input', kind: 'dc-input', given: { supplyVoltage: { nominal: 4, low: 3.2, high: 4.4 } }, rails: { out: 'cell' } },
      { id: 'a', kind: 'supply-monitor', parts, rails: { in: 'cell' } },
    ]);
    const s = sum.byId.get('a')!;
    expect(nominal(s, 'pinVoltage') / nominal(s, 'dividerRatio')).toBeCloseTo(sum.rails.find((r) => r.name === 'cell')!.voltage!.nominal!, 6);
  });

  it('says that a threshold above all that is watched is never met', () => {
    expect(check(alone('supply-monitor', { lowThreshold: 4.5 }, parts), 'threshold-watched')!.status).toBe('fail');
    expect(check(alone('supply-monitor', {}, parts), 'threshold-watched')!.status).toBe('ok');
  });

  it('is sized inside its drain with the range well used', () => {
    for (const [monitoredHigh, drainLimit] of [
      [4.2, 1e-5],
      [16, 2e-5],
      [9, 5e-6],
    ] as const) {
      const s = alone('supply-monitor', { monitoredHigh, monitoredLow: monitoredHigh / 2, lowThreshold: monitoredHigh * 0.75, drainLimit });
      expect(ends(s, 'drainCurrent').high!).toBeLessThanOrEqual(drainLimit);
      expect(ends(s, 'rangeUse').high!).toBeLessThanOrEqual(1);
      expect(ends(s, 'rangeUse').high!).toBeGreaterThan(0.75);
    }
  });
});
