import { describe, expect, it } from 'vitest';
import { alone, check, nominal, sumOf } from '../../../testing/boards.ts';
import { EACH, TAPPED } from './laws.ts';

it('the shares of the chokes are those of the half sines: by many samples', () => {
  const share = (wave: (t: number) => number) => {
    const n = 200000;
    let seconds = 0;
    for (let k = 0; k < n; k++) seconds += Math.max(0, wave((k + 0.5) / n) - 1) / n;
    return seconds;
  };
  // The tap sees both half sines, at twice the frequency, each of mean one; a drain sees one of them in a period.
  expect(share((t) => (Math.PI / 2) * Math.abs(Math.sin(2 * Math.PI * t))) / 2).toBeCloseTo(TAPPED, 5);
  expect(share((t) => Math.PI * Math.max(0, Math.sin(2 * Math.PI * t)))).toBeCloseTo(EACH, 5);
});

describe('a push-pull', () => {
  it('takes in what its load, coil, capacitor, devices and choke take', () => {
    for (const topology of ['push-pull-tapped', 'push-pull-two-choke']) {
      const s = alone(
        'resonant-tank',
        { topology, supplyVoltage: 12, loadResistance: 15, gateClamp: true },
        { L1: { value: 8.2e-6, dcr: 0.015 }, C1: { value: 2e-6 } },
      );
      expect(nominal(s, 'inputCurrent') * 12).toBeCloseTo(nominal(s, 'outputPower') + nominal(s, 'totalDissipation'), 1);
    }
  });
  it('does not swing where its coil is more resistance than reactance', () => {
    const s = alone('resonant-tank', { gateClamp: true }, { L1: { value: 1e-6, dcr: 5 }, C1: { value: 1e-6 } });
    expect(s.judged.out('frequency').nominal).toBeNull();
  });
});

describe('a series tank', () => {
  const given = { topology: 'series-full-bridge', supplyVoltage: 48, loadResistance: 6 };
  const parts = {
    L1: { value: 3.3e-5, dcr: 0.05 },
    C1: { value: 1e-7, voltageRating: 400, dissipationRating: 3, rippleCurrentRating: 20 },
    Q1: { onResistance: 0.02 },
  };
  it('its current at the switching instant is that of the square wave itself: by steps to the settled swing', () => {
    const s = alone('resonant-tank', { ...given, driveFrequency: 105e3 }, parts);
    const r = 6 + 0.05 + 0.001 / (2 * Math.PI * 105e3 * 1e-7) + 2 * 0.02 * (1 + 0.006 * (nominal(s, 'junctionTemperature') - 25));
    const half = 1 / 210e3;
    const n = 4000;
    const dt = half / n;
    let [i, v, at] = [0, 0, 0];
    for (let k = 0; k < 80; k++) {
      const drive = k % 2 ? -48 : 48;
      if (k % 2 === 0) at = i;
      for (let j = 0; j < n; j++) {
        const h = i + ((drive - v - r * i) / 3.3e-5) * (dt / 2);
        v += (h / 1e-7) * dt;
        i += ((drive - v - r * h) / 3.3e-5) * dt;
      }
    }
    expect(nominal(s, 'switchedCurrent') / -at).toBeCloseTo(1, 1);
  });
  it('at resonance the capacitor has the quality times the drive, and all of it is checked at this frequency', () => {
    const s = alone('resonant-tank', given, parts);
    const drive = (2 * Math.SQRT2 * 48) / Math.PI;
    expect(nominal(s, 'capacitorVoltage') / drive).toBeGreaterThan(0.95 * nominal(s, 'quality'));
    expect(check(alone('resonant-tank', given, { ...parts, C1: { value: 1e-7, rippleCurrentRating: 4 } }), 'capacitor-voltage')!.status).toBe('fail');
  });
});

it('on a bridge it takes nothing from the bus itself, and the bridge knows its current and power', () => {
  const sum = sumOf([
    {
      id: 'leg',
      kind: 'bridge-stage',
      given: { topology: 'full', supplyVoltage: 48, switchingFrequency: 100e3, gateClamp: true, busClamp: true, freewheelPath: true },
    },
    {
      id: 'tank',
      kind: 'resonant-tank',
      given: { topology: 'series-full-bridge', loadResistance: 6 },
      parts: { L1: { value: 3.3e-5 }, C1: { value: 1e-7 } },
      signals: { in: 'leg.out' },
    },
  ]);
  const [leg, tank] = [sum.byId.get('leg')!, sum.byId.get('tank')!];
  expect(tank.judged.range('driveFrequency')!.nominal).toBe(100e3);
  expect(leg.judged.range('loadCurrent')!.nominal).toBeCloseTo(nominal(tank, 'circulatingCurrent'), 6);
  expect(leg.judged.range('outputPower')!.nominal).toBeCloseTo(
    nominal(tank, 'outputPower') + nominal(tank, 'coilDissipation') + nominal(tank, 'capacitorDissipation'),
    6,
  );
});
