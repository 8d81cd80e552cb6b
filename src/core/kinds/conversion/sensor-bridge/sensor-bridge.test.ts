import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

const loose = { nominal: 5, low: 4.75, high: 5.25 };

describe('the bridge', () => {
  it('does not see the supply move where its reference moves along', () => {
    const s = alone('sensor-bridge', { excitationVoltage: loose });
    expect(ends(s, 'rangeUse').low).toBeCloseTo(ends(s, 'rangeUse').high!, 12);
    expect(ends(s, 'supplyError')).toMatchObject({ low: 0, high: 0 });
    const t = alone('sensor-bridge', { excitationVoltage: loose, ratiometric: false, gain: 64 });
    expect(ends(t, 'supplyError').high).toBeCloseTo(40 * 0.05, 9);
    expect(check(t, 'supply-error')!.status).toBe('fail');
  });

  it('loses in its leads what four solved arms lose, and nothing where it is sensed', () => {
    const s = alone('sensor-bridge', { leadResistance: 5 });
    // Excitation through two leads into 350 Ω.
    expect(nominal(s, 'fullScaleSignal')).toBeCloseTo(0.002 * 5 * (350 / 360), 12);
    expect(nominal(alone('sensor-bridge', { leadResistance: 5, wires: 6 }), 'leadError')).toBe(0);
  });

  it('weighs with several cells as with one of their capacities together', () => {
    const four = alone('sensor-bridge', { cells: 4, capacity: 50, bridgeResistance: 1400 });
    const one = alone('sensor-bridge', { cells: 1, capacity: 200, bridgeResistance: 350 });
    for (const name of ['codesPerGram', 'noiseLoad', 'excitationCurrent', 'zeroDrift']) expect(nominal(four, name)).toBeCloseTo(nominal(one, name), 12);
  });

  it('sees the thermal noise of its resistance alone where the converter makes none', () => {
    const s = alone('sensor-bridge', { adcNoise: 0, noiseBandwidth: 1 }, {}, { conditions: { ambient: 27 } });
    // 350 Ω at 300 K: 2.41 nV/√Hz.
    expect(nominal(s, 'inputNoise') * 1e9).toBeCloseTo(2.408, 2);
  });

  it('is not to carry more than its capacity, tare and all', () => {
    expect(check(alone('sensor-bridge', { workingLoad: 40, tareLoad: 15 }), 'load')!.status).toBe('fail');
  });
});
