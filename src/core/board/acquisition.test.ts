import { describe, expect, it } from 'vitest';
import { ends, nominal, sumOf } from '../testing/boards.ts';
import { acquisitionBudgets, type AcquisitionBudget } from './acquisition.ts';

const bead = {
  id: 'bead',
  kind: 'thermistor-input',
  given: { adcError: 2, dissipationConstant: 1e3 },
  parts: { R1: { value: 10e3, tolerance: 0.001 }, NTC: { value: 10e3, tolerance: 0.01, beta: { nominal: 3950, tolerance: 0.01 } } },
};
const channel = (signal: string) => ({ id: 'adc', kind: 'adc-channel', given: { ranges: [3.3], resolution: 12 }, signals: { in: signal } });
const one = (stages: Parameters<typeof sumOf>[0]): AcquisitionBudget => {
  const all = acquisitionBudgets(sumOf(stages));
  expect(all).toHaveLength(1);
  return all[0]!;
};
const amount = (b: AcquisitionBudget, name: string) => b.terms.find((t) => t.name === name)!.amount;

describe('the acquisition budget', () => {
  it('of a thermistor on its own pin adds up to its error', () => {
    const b = one([bead]);
    const s = sumOf([bead]).byId.get('bead')!;
    expect(b.unit).toBe('K');
    const { low, high } = ends(s, 'temperatureError');
    expect(b.left[0]!.worst / ((high! - low!) / 2)).toBeCloseTo(1, 1);
    expect(b.lsb).toBeCloseTo(1 / nominal(s, 'codesPerKelvin'), 12);
  });

  it('tells volts of a converter in kelvin of the bead before it', () => {
    const b = one([bead, channel('bead.out')]);
    const s = sumOf([bead]).byId.get('bead')!;
    const perKelvin = (nominal(s, 'codesPerKelvin') * 3.3) / 4096;
    expect(b.stages.map((p) => p.id)).toEqual(['bead', 'adc']);
    expect(b.unit).toBe('K');
    // Half a step of 3.3 V in 4096, in kelvin; the bead's own converter is not there twice.
    expect(amount(b, 'quantisation')).toBeCloseTo(3.3 / 4096 / 2 / perKelvin, 9);
    expect(b.terms.some((t) => t.stage === 'bead' && t.name === 'error of the converter')).toBe(false);
    expect(b.terms.some((t) => t.stage === 'bead' && t.name === 'NTC')).toBe(true);
  });

  it('makes a converter’s errors smaller by the gain before it', () => {
    const amp = (gain: number) => ({
      id: 'amp',
      kind: 'opamp-amplifier',
      given: { topology: 'non-inverting', gain, referenceLevel: 0 },
      signals: { in: 'bead.out' },
    });
    const at = (gain: number) => one([bead, amp(gain), channel('amp.out')]);
    const [two, four] = [at(2), at(4)];
    expect(amount(two, 'quantisation') / amount(four, 'quantisation')).toBeCloseTo(2, 1);
    expect(amount(two, 'NTC')).toBeCloseTo(amount(four, 'NTC'), 9);
  });

  it('is never larger with one point more, nor its root larger than its sum', () => {
    for (const b of [
      one([bead]),
      one([bead, channel('bead.out')]),
      one([{ id: 'loop', kind: 'current-loop-input' }]),
      one([{ id: 'scale', kind: 'sensor-bridge' }]),
    ]) {
      b.left.forEach((l, i) => {
        expect(l.rss).toBeLessThanOrEqual(l.worst * (1 + 1e-12));
        if (i) expect(l.worst).toBeLessThanOrEqual(b.left[i - 1]!.worst);
      });
      expect(b.terms.reduce((all, t) => all + t.share, 0)).toBeCloseTo(1, 9);
      for (const t of b.terms) expect(t.lsb! * b.lsb!).toBeCloseTo(t.amount, 12);
    }
  });

  it('has a loop’s error in ampere, and without burden and reference after two points', () => {
    const b = one([{ id: 'loop', kind: 'current-loop-input', given: { referenceVoltage: { nominal: 3.3, tolerance: 0.01 } } }]);
    expect(b.unit).toBe('A');
    // One percent of 12 mA.
    expect(amount(b, 'reference') / 0.00012).toBeCloseTo(1, 2);
    expect(b.left[2]!.worst).toBeLessThan(b.left[0]!.worst / 5);
  });

  it('says how often a channel is read and what sets it, where a scan reads it', () => {
    const b = one([channel('bead.out'), bead, { id: 'scan', kind: 'adc-scan', signals: { in1: 'adc.out' } }]);
    expect(b.rate!.hertz).toBeCloseTo(nominal(sumOf([{ id: 'scan', kind: 'adc-scan' }]).byId.get('scan')!, 'channelRate'), 9);
    expect(b.rate!.limitedBy).toContain('converter');
    expect(b.rate!.skew).toBeGreaterThan(0);
  });

  it('is in kilograms of a scale: tare takes its zero away, a weight its span', () => {
    const b = one([{ id: 'scale', kind: 'sensor-bridge', given: { sensitivity: { nominal: 0.002, tolerance: 0.05 } } }]);
    expect(amount(b, 'sensitivity')).toBeCloseTo(40 * 0.05, 9);
    expect(amount(b, 'zero balance')).toBeCloseTo(2.5, 9);
    expect(b.left[1]!.worst).toBeCloseTo(b.left[0]!.worst - 2.5, 9);
  });
});
