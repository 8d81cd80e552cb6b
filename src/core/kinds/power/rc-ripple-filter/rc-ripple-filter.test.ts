import { describe, expect, it } from 'vitest';
import { alone, check, nominal, sumOf } from '../../../testing/boards.ts';

const filter = (given: object = {}, parts: object = {}) => alone('rc-ripple-filter', given as never, parts as never);

describe('ripple and drop', () => {
  it('ESR sets a floor that no frequency gets below', () => {
    const at = (rippleFrequency: number) => nominal(filter({ rippleFrequency }, { R1: { value: 10 }, C1: { value: 1e-4, esr: 0.1 } }), 'attenuation');
    expect(at(1e8)).toBeCloseTo(20 * Math.log10(10.1 / 0.1), 6);
    expect(at(1e9)).toBeCloseTo(at(1e8), 4);
  });
  it('two sections of half the resistance beat one, where much is asked', () => {
    const one = filter({ rippleFrequency: 1e4 }, { R1: { value: 20 }, C1: { value: 1e-4, esr: 0 } });
    const two = filter(
      { rippleFrequency: 1e4, sections: 2 },
      { R1: { value: 10 }, R2: { value: 10 }, C1: { value: 1e-4, esr: 0 }, C2: { value: 1e-4, esr: 0 } },
    );
    expect(nominal(two, 'dropVoltage')).toBeCloseTo(nominal(one, 'dropVoltage'), 12);
    expect(nominal(two, 'attenuation')).toBeGreaterThan(nominal(one, 'attenuation') + 20);
  });
  it('sizing keeps a tenth of the drop to spare and holds the ripple at the worst end', () => {
    for (const sections of [1, 2, 3]) {
      const s = filter({ sections, inputRipple: 0.5, maximumOutputRipple: 0.001, rippleFrequency: 1000 });
      expect(s.judged.out('dropVoltage').high!, String(sections)).toBeLessThanOrEqual(0.9);
      if (sections > 1) expect(check(s, 'output-ripple')!.status, String(sections)).not.toBe('fail');
    }
  });
});

it('on a board it hands on what its rail brings: ripple less, limits of the consumers with the drop added', () => {
  const sum = sumOf([
    { id: 'in', kind: 'dc-input', given: { supplyVoltage: 12, supplyRipple: 0.1, rippleFrequency: 1e4 }, rails: { out: 'v12' } },
    { id: 'f', kind: 'rc-ripple-filter', rails: { in: 'v12', out: 'clean' } },
    {
      id: 'load',
      kind: 'supply-load',
      given: { typicalCurrent: 0.02, peakCurrent: 0.03, minimumVoltage: 10, maximumVoltage: 15, ratedVoltage: 12 },
      rails: { in: 'clean' },
    },
  ]);
  const f = sum.byId.get('f')!;
  expect(sum.byId.get('load')!.judged.range('inputRipple')!.nominal).toBeCloseTo(nominal(f, 'outputRipple'), 12);
  expect(sum.byId.get('in')!.judged.range('minimumVoltage')!.high).toBeCloseTo(10 + f.judged.out('dropVoltage').high!, 9);
  const typical = sum.power.find((p) => p.state === 'typical')!;
  expect(typical.in).toBeCloseTo(typical.used + typical.lost, 9);
});
