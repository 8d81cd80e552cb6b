import { expect, it } from 'vitest';
import { alone, ends, nominal, sumOf } from '../../../testing/boards.ts';

it('carries the current at which the volts around the loop add up, however many LEDs and strings', () => {
  const rd = 14;
  for (const [n, m] of [
    [1, 1],
    [3, 1],
    [2, 4],
  ] as const) {
    const s = alone(
      'led-indicator',
      { supplyVoltage: 12, ledsInSeries: n, strings: m, sourceResistance: 25, pinCurrentLimit: 1, portCurrentLimit: 1 },
      { R1: { value: 470 }, D1: { forwardVoltage: 2.1, dynamicResistance: rd, referenceCurrent: 0.01 } },
    );
    const i = nominal(s, 'ledCurrent');
    expect(m * i * 25 + i * 470 + n * (2.1 + rd * (i - 0.01))).toBeCloseTo(12, 9);
    expect(nominal(s, 'pinCurrent')).toBeCloseTo(m * i, 12);
  }
});

it('is dark where the supply does not reach the LEDs, and draws nothing', () => {
  const s = alone('led-indicator', { supplyVoltage: 3, ledsInSeries: 3 }, { R1: { value: 100 } });
  expect(nominal(s, 'ledCurrent')).toBe(0);
  expect(s.checks.find((c) => c.id === 'headroom')!.status).toBe('fail');
});

it('spends what the rail gives in LEDs, resistors and pin, to the last part', () => {
  const s = alone('led-indicator', { strings: 3, dutyCycle: 0.3 }, { R1: { value: 680 } });
  const i = nominal(s, 'ledCurrent');
  const pin = 0.3 * (3 * i) ** 2 * 40;
  expect(3 * (nominal(s, 'resistorDissipation') + nominal(s, 'dissipation')) + pin).toBeCloseTo(nominal(s, 'totalDissipation'), 12);
});

it('chooses a resistor that no LED, pin or port minds at its worst end', () => {
  for (const wanted of [0.002, 0.005, 0.02]) {
    const s = sumOf([{ id: 'a', kind: 'led-indicator', given: { ledCurrent: wanted } }]).byId.get('a')!;
    expect(s.checks.filter((c) => c.severity === 'must').every((c) => c.status !== 'fail')).toBe(true);
    expect(ends(s, 'ledCurrent').high!).toBeLessThanOrEqual(0.008);
  }
});
