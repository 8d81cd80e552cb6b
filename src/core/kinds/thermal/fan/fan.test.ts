import { expect, it } from 'vitest';
import { alone, check, nominal, sumOf } from '../../../testing/boards.ts';

it('works where its own curve and that of the openings give the same pressure', () => {
  for (const [area, filter, volts] of [
    [0.002, 1, 12],
    [0.0008, 2.5, 9],
    [0.006, 1.2, 13.8],
  ] as const) {
    const s = alone('fan', { supplyVoltage: volts, ventArea: area, filterFactor: filter }, { M1: { freeFlow: 0.018, staticPressure: 45 } });
    const [q, speed] = [nominal(s, 'airflow'), volts / 12];
    const ofFan = 45 * speed ** 2 * (1 - (q / (0.018 * speed)) ** 2);
    const ofBox = (filter * 1.2 * q ** 2) / (2 * (0.6 * area) ** 2);
    expect(ofFan).toBeCloseTo(ofBox, 9);
    expect(nominal(s, 'pressure')).toBeCloseTo(ofBox, 9);
  }
});

it('the flow it names as needed gives just the rise that is allowed', () => {
  const s = alone('fan', { dissipation: 33, maximumAirRise: 7 });
  const [q, rise] = [nominal(s, 'airflow'), nominal(s, 'airTemperatureRise')];
  expect(nominal(s, 'airflowNeeded') * 7).toBeCloseTo(q * rise, 9);
});

it('takes from the rail what it turns into heat', () => {
  const s = alone('fan', { supplyVoltage: 10 });
  expect(nominal(s, 'inputCurrent') * 10).toBeCloseTo(nominal(s, 'totalDissipation'), 12);
});

it('started by too low a mean voltage it does not start, and is told to begin at full voltage', () => {
  const s = alone('fan', { control: 'supply-voltage', dutyCycle: 0.4 });
  expect(check(s, 'start')!.status).toBe('fail');
  expect(check(alone('fan', { control: 'pwm-input', dutyCycle: 0.4 }), 'start')!.status).toBe('ok');
});

it('moves the air of the box it blows through, which gets as warm as its heat and that flow say', () => {
  const sum = sumOf([
    { id: 'box', kind: 'enclosure-thermal', given: { style: 'fan', width: 0.2, height: 0.1, depth: 0.2 }, signals: { air: 'fan.air' } },
    { id: 'fan', kind: 'fan', inside: 'box' },
    { id: 'hot', kind: 'supply-load', given: { typicalCurrent: 0.5 }, rails: { in: 'v12' }, inside: 'box' },
    { id: 'in', kind: 'dc-input', rails: { out: 'v12' } },
  ]);
  const [box, blower] = [sum.byId.get('box')!, sum.byId.get('fan')!];
  expect(nominal(box, 'airFlow')).toBeCloseTo(nominal(blower, 'airflow'), 9);
  expect(nominal(box, 'insideRise')).toBeLessThan(nominal(box, 'sealedRise'));
});
