import { expect, it } from 'vitest';
import { alone, nominal, sumOf } from '../../../testing/boards.ts';

it('stands with its coil where Joule heat and the way out balance', () => {
  const s = alone(
    'loudspeaker',
    { outputVoltage: 5, programFactor: 0.5 },
    { LS1: { dcResistance: 6, thermalResistance: 15, ratedPower: 20 } },
    { conditions: { ambient: 30 } },
  );
  const coil = nominal(s, 'coilTemperature');
  const ohms = 6 * (1 + 0.00393 * (coil - 20));
  expect(30 + (15 * 25 * 0.5) / ohms).toBeCloseTo(coil, 9);
  expect(nominal(s, 'powerCompression')).toBeCloseTo(20 * Math.log10(ohms / (6 * (1 + 0.00393 * 10))), 9);
});

it('is six decibels quieter at twice the distance, and three louder where two play', () => {
  const at = (given: Record<string, number>) => nominal(alone('loudspeaker', given), 'soundPressure');
  expect(at({ distance: 1 }) - at({ distance: 2 })).toBeCloseTo(20 * Math.log10(2), 9);
  expect(at({ sources: 2 }) - at({ sources: 1 })).toBeCloseTo(10 * Math.log10(2), 9);
});

it('takes the amplifier’s voltage from the signal, and loads it with its impedance', () => {
  const sum = sumOf([
    { id: 'amp', kind: 'class-d-amplifier', given: { supplyVoltage: 10 } },
    { id: 'ls', kind: 'loudspeaker', parts: { LS1: { nominalImpedance: 4, minimumImpedance: 4 } }, signals: { in: 'amp.out' } },
  ]);
  const amp = sum.byId.get('amp')!.judged;
  expect((amp.x as { given: { loadResistance: number } }).given.loadResistance).toBe(4);
  expect(sum.byId.get('ls')!.judged.nominal('driveVoltage')).toBeCloseTo(amp.nominal('outputPeak')! / Math.SQRT2, 9);
});

it('charges a piezo once a period from one pin, and twice with twice the voltage from two', () => {
  const amps = (drive: string) =>
    nominal(
      alone('loudspeaker', { driver: 'piezo', drive, toneFrequency: 1000, supplyVoltage: 3 }, { R1: { value: 100 }, LS1: { capacitance: 1e-8 } }),
      'supplyCurrent',
    );
  expect(amps('pin')).toBeCloseTo(1e-8 * 3 * 1000, 15);
  expect(amps('pin-push-pull')).toBeCloseTo(2 * 1e-8 * 6 * 1000, 15);
});
