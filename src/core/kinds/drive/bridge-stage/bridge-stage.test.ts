import { describe, expect, it } from 'vitest';
import { alone, check, nominal, sumOf } from '../../../testing/boards.ts';

const sure = { gateClamp: true, busClamp: true, freewheelPath: true };

it('junction, sink and losses agree with each other', () => {
  for (const mode of ['hard', 'zero-voltage']) {
    const s = alone('bridge-stage', { ...sure, mode, topology: 'full', loadCurrent: 12, sinkToAmbient: 1.5, otherSinkPower: 3 });
    const t = nominal(s, 'junctionTemperature');
    expect(nominal(s, 'conductionLoss')).toBeCloseTo(72 * 0.01 * (1 + 0.006 * (t - 25)), 9);
    expect(t).toBeCloseTo(nominal(s, 'sinkTemperature') + 1.5 * nominal(s, 'dissipation'), 6);
    expect(nominal(s, 'sinkTemperature')).toBeCloseTo(25 + 1.5 * (4 * nominal(s, 'dissipation') + 3), 6);
  }
});

it('has no junction where each degree adds more heat than the sink takes', () => {
  const s = alone('bridge-stage', { ...sure, loadCurrent: 30, sinkToAmbient: 40 });
  expect(s.judged.out('junctionTemperature').nominal).toBeNull();
  expect(check(s, 'junction-temperature')!.status).toBe('fail');
});

describe('the delay before the gate', () => {
  it('is periodic: by steps over many periods', () => {
    const s = alone(
      'bridge-stage',
      { ...sure, switchingFrequency: 250e3 },
      { R1: { value: 2200 }, C1: { value: 1e-10 }, U1: { thresholdHigh: 0.6, thresholdLow: 0.35 } },
    );
    const [dt, half] = [1e-10, 2e-6];
    let v = 0;
    let [rise, fall] = [0, 0];
    for (let k = 0; k < 12; k++) {
      for (let t = 0; t < half; t += dt) {
        const was = v;
        v += ((5 - v) / 2.2e-7) * dt;
        if (was < 3 && v >= 3) rise = t;
      }
      for (let t = 0; t < half; t += dt) {
        const was = v;
        v -= (v / 2.2e-7) * dt;
        if (was > 1.75 && v <= 1.75) fall = t;
      }
    }
    expect(nominal(s, 'pulseSkew')).toBeCloseTo(fall - rise, 8);
    expect(nominal(s, 'phaseShift')).toBeCloseTo((-360 * 250e3 * (rise + fall)) / 2, 0);
  });
  it('is sized so that no neighbour is nearer', () => {
    const s = alone('bridge-stage', { ...sure, switchingFrequency: 250e3, wantedPhase: -30, phaseTolerance: 6 }, { R1: {}, C1: {} });
    expect(check(s, 'phase')!.status).not.toBe('fail');
  });
});

it('protection that nobody spoke of is open, and that which is not there fails', () => {
  expect(check(alone('bridge-stage', {}), 'gate-clamp')!.status).toBe('unknown');
  expect(check(alone('bridge-stage', { ...sure, freewheelPath: false }), 'freewheel-path')!.status).toBe('fail');
});

it('tells its gate drive the bus, the slope and the junction', () => {
  const sum = sumOf([
    { id: 'drv', kind: 'gate-drive' },
    { id: 'leg', kind: 'bridge-stage', given: { ...sure, supplyVoltage: 60, outputPower: 100 }, signals: { in: 'drv.out' } },
  ]);
  const [drv, leg] = [sum.byId.get('drv')!, sum.byId.get('leg')!];
  expect(drv.judged.range('busVoltage')!.nominal).toBe(60);
  expect(drv.judged.range('slope')!.nominal).toBeCloseTo(60 / nominal(leg, 'transitionTime'), 0);
  expect(drv.judged.range('deviceTemperature')!.nominal).toBeCloseTo(nominal(leg, 'junctionTemperature'), 3);
});
