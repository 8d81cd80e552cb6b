import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal, sumOf } from '../../../testing/boards.ts';

const wire = (given: object = {}, parts: object = {}, more: object = {}) => alone('wire-drop', { fuseRating: 2, ...given } as never, parts as never, more);

describe('drop', () => {
  it('current, power and resistance agree where they are the same load', () => {
    const amps = nominal(wire({ loadKind: 'resistance', loadResistance: 11 }), 'loadCurrent');
    const volts = nominal(wire({ loadKind: 'resistance', loadResistance: 11 }), 'outputVoltage');
    expect(volts / amps).toBeCloseTo(11, 9);
    expect(nominal(wire({ loadCurrent: amps }), 'outputVoltage')).toBeCloseTo(volts, 9);
    expect(nominal(wire({ loadKind: 'power', loadPower: volts * amps }), 'outputVoltage')).toBeCloseTo(volts, 7);
  });
  it('a converter at the end of too long a wire collapses', () => {
    const s = wire({ loadKind: 'power', loadPower: 100, length: 50 });
    expect(ends(s, 'outputVoltage')).toMatchObject({ nominal: null, absent: { reason: expect.stringContaining('collapses') } });
    expect(check(s, 'drop')!.status).toBe('fail');
  });
  it('heat in the wire leaves through its surface: the balance closes', () => {
    const s = wire({ loadCurrent: 5, length: 1 }, { J1: { contactResistance: 0, currentRating: 10 } });
    const surface = 12 * Math.PI * 0.002 * 2;
    expect(nominal(s, 'dissipation')).toBeCloseTo(surface * (nominal(s, 'wireTemperature') - 25), 6);
  });
});

describe('the fuse', () => {
  it('not entered is not known, and stays open', () => {
    expect(check(alone('wire-drop'), 'fuse-protects')!.status).toBe('unknown');
  });
  it('at the wire’s own capacity brings the insulation to its limit', () => {
    const capacity = nominal(wire(), 'wireCapacity');
    expect(nominal(wire({ loadCurrent: capacity }, { J1: { currentRating: 50 } }), 'wireTemperature')).toBeCloseTo(70, 4);
    expect(check(wire({ fuseRating: capacity * 1.1 }), 'fuse-protects')!.status).toBe('fail');
  });
});

it('on a board it hands the drop to what hangs on it, and power balances', () => {
  const sum = sumOf([
    { id: 'in', kind: 'dc-input', given: { supplyVoltage: 12, currentLimit: 3 }, rails: { out: 'v12' } },
    { id: 'w', kind: 'wire-drop', given: { fuseRating: 2 }, rails: { in: 'v12', out: 'far' } },
    {
      id: 'load',
      kind: 'supply-load',
      given: { loadKind: 'constant-power', typicalCurrent: 0.5, peakCurrent: 0.8, ratedVoltage: 12, minimumVoltage: 10, maximumVoltage: 14 },
      rails: { in: 'far' },
    },
  ]);
  const typical = sum.power.find((p) => p.state === 'typical')!;
  expect(typical.in).toBeCloseTo(typical.used + typical.lost, 9);
  expect(nominal(sum.byId.get('w')!, 'loadCurrent')).toBeGreaterThan(0.5);
});
