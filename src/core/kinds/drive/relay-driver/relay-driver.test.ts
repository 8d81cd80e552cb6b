import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal, sumOf } from '../../../testing/boards.ts';

describe('the coil', () => {
  it('settles where its heat and its resistance agree: by repetition', () => {
    for (const [volts, ohms, way] of [
      [12, 360, 60],
      [24, 360, 40],
      [5, 70, 90],
    ] as const) {
      const s = alone('relay-driver', { supplyVoltage: volts, driverDrop: 0 }, { K1: { coilResistance: ohms, coilToAmbient: way } });
      let t = 25;
      for (let k = 0; k < 500; k++) t = 25 + (way * volts ** 2) / (ohms * (1 + 0.00393 * (t - 20)));
      expect(nominal(s, 'coilTemperature')).toBeCloseTo(t, 6);
      expect(nominal(s, 'coilResistance')).toBeCloseTo(ohms * (1 + 0.00393 * (t - 20)), 6);
    }
  });

  it('lets go as late as its current takes against the clamp: by steps', () => {
    const s = alone(
      'relay-driver',
      { supplyVoltage: 12, driverDrop: 0, clamp: 'diode-zener' },
      { K1: { coilResistance: 360, coilInductance: 0.6 }, D1: { forwardVoltage: 0.8, clampVoltage: 12 } },
    );
    const r = 360 * (1 + 0.00393 * 5);
    let [i, t] = [12 / r, 0];
    const dt = 1e-8;
    for (; i > 1.2 / 360; t += dt) i -= ((12.8 + r * i) / 0.6) * dt;
    expect(nominal(s, 'releaseTime')).toBeCloseTo(0.004 + t, 6);
  });

  it('pulls in again only above what its warm copper wants', () => {
    const cold = alone('relay-driver', {}, { K1: { coilToAmbient: 0 } });
    const warm = alone('relay-driver', {}, { K1: { coilToAmbient: 120 } });
    expect(ends(warm, 'pullInVoltage').nominal!).toBeGreaterThan(ends(cold, 'pullInVoltage').nominal!);
  });
});

describe('a heater at mains', () => {
  const heater = { loadVoltage: 230, loadSource: 'ac', loadCurrent: 8, loadKind: 'heater', mains: true, operationsPerHour: 60 };
  it('cooks a solid-state relay on a small sink, and the sink it names holds it at its limit', () => {
    const s = alone('relay-driver', { ...heater, switch: 'solid-state' }, { S1: { sinkToAmbient: 20 } });
    expect(check(s, 'junction-temperature')!.status).toBe('fail');
    const held = alone('relay-driver', { ...heater, switch: 'solid-state' }, { S1: { sinkToAmbient: nominal(s, 'sinkNeeded') } });
    expect(nominal(held, 'junctionTemperature')).toBeCloseTo(125, 6);
  });
  it('is never ready without a cut-out, a fuse, and a person who confirmed its separation', () => {
    const s = alone('relay-driver', { ...heater, switch: 'relay' });
    expect(check(s, 'independent-cut-out')!.status).toBe('fail');
    expect(check(s, 'load-fuse')!.status).toBe('unknown');
    expect(check(s, 'separation')!.status).toBe('unknown');
    expect(check(alone('relay-driver', { ...heater, separationConfirmed: false }), 'separation')!.status).toBe('fail');
  });
  it('a fuse far above what the contact carries protects nothing', () => {
    const given = { ...heater, switch: 'relay', loadKind: 'resistive' };
    expect(check(alone('relay-driver', { ...given, fuseRating: 16 }), 'fuse-protects')!.status).toBe('fail');
    expect(check(alone('relay-driver', { ...given, loadCurrent: 6, fuseRating: 10 }), 'fuse-protects')!.status).not.toBe('fail');
  });
  it('wears contacts out in months, and counts those it takes', () => {
    const s = alone('relay-driver', { ...heater, switch: 'relay' });
    const years = nominal(s, 'contactLife') / (60 * 8760);
    expect(nominal(s, 'lifeYears')).toBeCloseTo(years, 9);
    expect(nominal(s, 'relayCost') / 2).toBe(Math.ceil(10 / years));
  });
});

it('a thyristor never lets go of direct current', () => {
  expect(check(alone('relay-driver', { switch: 'solid-state', loadSource: 'dc' }), 'dc-turn-off')!.status).toBe('fail');
  expect(check(alone('relay-driver', { switch: 'solid-state', loadSource: 'dc' }, { S1: { onDrop: 0 } }), 'dc-turn-off')!.status).toBe('ok');
});

it('draws its coil from the rail and heats the board by just that', () => {
  const sum = sumOf([
    { id: 'in', kind: 'dc-input', rails: { out: 'v12' } },
    { id: 'k', kind: 'relay-driver', rails: { coil: 'v12' } },
  ]);
  const k = sum.byId.get('k')!;
  const typical = sum.power.find((p) => p.state === 'typical')!;
  expect(typical.in).toBeCloseTo(typical.used + typical.lost, 6);
  expect(nominal(k, 'inputCurrent')).toBeCloseTo(nominal(k, 'coilPeakCurrent'), 12);
});
