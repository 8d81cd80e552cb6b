import { expect, it } from 'vitest';
import { agrees, alone, ends, nominal } from '../../../testing/boards.ts';

const channel = (k: number, more: Record<string, { value: number }> = {}): Record<string, { value: number }> => ({
  [`R${k}1`]: { value: 100 },
  [`R${k}2`]: { value: 5000 },
  [`R${k}3`]: { value: 100 },
  [`R${k}4`]: { value: 5000 },
  [`C${k}1`]: { value: 4.7e-8 },
  [`C${k}2`]: { value: 4.7e-8 },
  [`C${k}3`]: { value: 1e-9 },
  [`C${k}4`]: { value: 1e-9 },
  ...more,
});

it('amplifies far below its corner as the resistors of a difference amplifier say', () => {
  const s = alone('quadrature-receiver', { basebandFrequency: 0.01, edgeFrequency: 1 }, { ...channel(1), ...channel(2) });
  // Each side sees its source of 220 ohm: twice R2/(R1 + Rt), for the two halves are opposite.
  const each = 5000 / (100 + 220);
  agrees(s, { gainDb: 20 * Math.log10(((2 * Math.SQRT2) / Math.PI) * 2 * each), gainImbalance: 0, samplingResistance: 220 }, 1e-6);
});

it('suppresses as two phasors do, and tells which error alone would explain what was measured', () => {
  const s = alone('quadrature-receiver', { oscillatorPhaseError: 1, measuredSuppression: 40 }, { ...channel(1), ...channel(2) });
  expect(nominal(s, 'imageSuppression')).toBeCloseTo(20 * Math.log10(1 / Math.tan(Math.PI / 360)), 6);
  const again = alone('quadrature-receiver', { oscillatorPhaseError: nominal(s, 'equivalentPhaseError') }, { ...channel(1), ...channel(2) });
  expect(nominal(again, 'imageSuppression')).toBeCloseTo(40, 6);
});

it('is spoiled by its parts in shares that make one, and less so with matched resistors', () => {
  const s = alone('quadrature-receiver', { oscillatorSkew: { nominal: 0, low: -1e-10, high: 1e-10 } });
  const all = ['resistorShare', 'capacitorShare', 'oscillatorShare'].reduce((sum, name) => sum + ends(s, name).nominal!, 0);
  expect(all).toBeCloseTo(1, 6);
  expect(ends(s, 'matchedSuppression').nominal!).toBeGreaterThan(ends(s, 'imageSuppression').low!);
});

it('has at best the noise figure of a quarter-wave sampler', () => {
  const s = alone(
    'quadrature-receiver',
    { sourceResistance: 50 },
    {
      ...channel(1, { R11: { value: 1e4 }, R13: { value: 1e4 }, R12: { value: 1e6 }, R14: { value: 1e6 }, C13: { value: 0 }, C14: { value: 0 } }),
      ...channel(2),
      S1: { onResistance: 0 },
      U1: { voltageNoise: 0 },
    },
    { conditions: { ambient: 16.85 } },
  );
  expect(nominal(s, 'noiseFigure')).toBeGreaterThan(10 * Math.log10(Math.PI ** 2 / 8));
});
