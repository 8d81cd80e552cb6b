import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

describe('a bipolar switch', () => {
  it('splits the pin current between base and pull resistor, to the last part', () => {
    const s = alone('transistor-switch', { device: 'bjt', loadCurrent: 0.05, pinCurrentLimit: 0.05 }, { R1: { value: 470 }, R2: { value: 4700 } });
    expect(nominal(s, 'pinCurrent') * (470 + 40) + 0.8).toBeCloseTo(3.3, 9);
    expect(nominal(s, 'baseCurrent') + 0.8 / 4700).toBeCloseTo(nominal(s, 'pinCurrent'), 12);
  });
  it('takes the largest base resistor of its series that saturates at the worst end', () => {
    for (const loadCurrent of [0.01, 0.03, 0.06]) {
      const given = { device: 'bjt', loadCurrent, pinCurrentLimit: 0.02 };
      const s = alone('transistor-switch', given);
      const r1 = s.parts.find((p) => p.slot === 'R1')!.value!;
      expect(check(s, 'saturation')!.status).not.toBe('fail');
      const next = alone('transistor-switch', given, {
        R1: { value: r1 * 1.22, tolerance: 0.05 },
        R2: { value: s.parts.find((p) => p.slot === 'R2')!.value!, tolerance: 0.05 },
      });
      expect(check(next, 'saturation')!.status).toBe('fail');
    }
  });
});

describe('a MOSFET', () => {
  it('has an on-resistance that agrees with the junction it heats, and none where it runs away', () => {
    const Q1 = { onResistance: 0.1, onTempco: 0.006, junctionToAmbient: 100, currentRating: 10 };
    const s = alone('transistor-switch', { loadCurrent: 2 }, { R1: { value: 100 }, Q1 });
    const [t, p] = [nominal(s, 'junctionTemperature'), nominal(s, 'dissipation')];
    expect(p).toBeCloseTo(4 * 0.1 * (1 + 0.006 * (t - 25)), 9);
    expect(t).toBeCloseTo(25 + 100 * p, 6);
    expect(alone('transistor-switch', { loadCurrent: 5 }, { R1: { value: 100 }, Q1 }).judged.out('junctionTemperature').nominal).toBeNull();
  });
  it('not driven to where its on-resistance is told, it has no drop, and the drive is what fails', () => {
    const s = alone('transistor-switch', {}, { R1: { value: 100 }, Q1: { fullDriveVoltage: 4.5 } });
    expect(s.judged.out('onDrop').nominal).toBeNull();
    expect(check(s, 'gate-drive')!.status).toBe('fail');
  });
  it('a high side by the pin on a rail above it never goes off, and shifted it does', () => {
    const given = { side: 'high', supplyVoltage: 12 };
    expect(check(alone('transistor-switch', given), 'hold-off')!.status).toBe('fail');
    const shifted = alone('transistor-switch', { ...given, drive: 'shifted' }, { Q1: { maximumGateSource: 20, fullDriveVoltage: 4.5 } });
    expect(check(shifted, 'hold-off')!.status).toBe('ok');
    expect(check(shifted, 'gate-drive')!.status).not.toBe('fail');
  });
});

describe('the kick of a load', () => {
  it('is a must to be caught, and every clamp lets the peak rise by what it drops', () => {
    const load = { loadInductance: 0.02, loadCurrent: 0.3 };
    expect(check(alone('transistor-switch', load), 'clamp-fitted')!.status).toBe('fail');
    const diode = alone('transistor-switch', { ...load, clamp: 'diode' });
    const zener = alone('transistor-switch', { ...load, clamp: 'suppressor' });
    expect(nominal(zener, 'peakVoltage') - nominal(diode, 'peakVoltage')).toBeCloseTo(24, 9);
    expect(ends(diode, 'peakVoltage').high!).toBeCloseTo(13.2 + 0.9, 9);
  });
  it('a suppressor under PWM takes its energy at every period: by steps of the falling current', () => {
    const given = { loadInductance: 0.005, loadCurrent: 0.5, clamp: 'suppressor', switchingFrequency: 200, dutyCycle: 0.5 };
    const s = alone('transistor-switch', given, { D1: { forwardVoltage: 0.9, clampVoltage: 24 } });
    let [i, joules] = [0.5, 0];
    const dt = 1e-8;
    for (let t = 0; t < 0.5 / 200 && i > 0; t += dt) {
      joules += 24.9 * i * dt;
      i -= (24.9 / 0.005) * dt;
    }
    expect(nominal(s, 'clampDissipation')).toBeCloseTo(joules * 200, 3);
    expect(check(s, 'clamp-power')!.status).toBe('ok');
    expect(check(alone('transistor-switch', { ...given, switchingFrequency: 450 }, { D1: { powerRating: 0.2 } }), 'clamp-power')!.status).toBe('fail');
  });
});
