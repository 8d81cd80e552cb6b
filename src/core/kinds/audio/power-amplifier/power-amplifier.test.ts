import { expect, it } from 'vitest';
import { alone, nominal, sumOf } from '../../../testing/boards.ts';

it('gets as hot as the mean of voltage times current over one period of the worst sine', () => {
  const [vs, z, phi] = [15, 8, 40];
  const s = alone(
    'power-amplifier',
    { topology: 'split', supplyVoltage: vs, supplyResistance: 0, inputRipple: 0, loadResistance: z, minimumImpedance: z, loadAngle: phi },
    { U1: { quiescentCurrent: 0.05, saturationVoltage: 1, saturationResistance: 0 } },
  );
  const mean = (peak: number) => {
    const n = 20_000;
    let heat = 0;
    for (let i = 0; i < n; i++) {
      const a = (2 * Math.PI * (i + 0.5)) / n;
      const [v, amps] = [peak * Math.sin(a), (peak / z) * Math.sin(a - (phi * Math.PI) / 180)];
      heat += (amps > 0 ? (vs - v) * amps : (-vs - v) * amps) / n;
    }
    return heat + 0.05 * 2 * vs;
  };
  const clean = nominal(s, 'outputPeak');
  let worst = 0;
  for (let k = 1; k <= 200; k++) worst = Math.max(worst, mean((clean * k) / 200));
  expect(nominal(s, 'worstDissipation') / worst).toBeCloseTo(1, 3);
  expect(nominal(s, 'eighthDissipation') / mean(clean / Math.sqrt(8))).toBeCloseTo(1, 6);
});

it('clips where the trough of the sagging rail meets its own drop', () => {
  const s = alone(
    'power-amplifier',
    { topology: 'single', supplyVoltage: 24, supplyResistance: 0.5, inputRipple: 1, loadResistance: 8 },
    { U1: { saturationVoltage: 1.2, saturationResistance: 0.4, quiescentCurrent: 0.03 } },
  );
  const peak = nominal(s, 'outputPeak');
  const sag = 24 - (peak / 8 / Math.PI + 0.03) * 0.5 - 1 / 2;
  expect(0.5 * sag - 1.2 - (0.4 * peak) / 8).toBeCloseTo(peak, 9);
});

it('warms the board by what it draws less what the load takes, in every state', () => {
  const sum = sumOf([
    { id: 'in', kind: 'dc-input', given: { supplyVoltage: 18 }, rails: { out: 'v18' } },
    { id: 'amp', kind: 'power-amplifier', rails: { vp: 'v18' } },
    { id: 'ls', kind: 'loudspeaker', signals: { in: 'amp.out' } },
  ]);
  const amp = sum.byId.get('amp')!.judged;
  for (const [state, share] of [
    ['idle', 0],
    ['typical', 1 / 3],
    ['peak', 1],
  ] as const) {
    const p = sum.power.find((q) => q.state === state)!;
    const drawn = p.rails.find((r) => r.rail === 'v18')!.power;
    const heat = p.heat.filter((h) => h.stage === 'amp').reduce((w, h) => w + h.power, 0);
    expect(drawn - heat, state).toBeCloseTo(share * amp.nominal('outputPower')!, 1);
  }
});
