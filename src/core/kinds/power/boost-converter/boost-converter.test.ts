import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

const boost = (given: object = {}, parts: object = {}) => alone('boost-converter', given as never, parts as never);

describe('a tired cell', () => {
  it('asks for more current the lower it is', () => {
    const at = (inputVoltage: number) => nominal(boost({ inputVoltage }), 'inputCurrent');
    expect(at(3)).toBeGreaterThan(at(3.7));
    expect(at(3.7)).toBeGreaterThan(at(4.2));
  });
  it('that cannot deliver is named, not computed', () => {
    const s = boost({ inputVoltage: 2.5, sourceResistance: 0.5 });
    expect(ends(s, 'outputVoltage')).toMatchObject({ nominal: null, absent: { sort: 'impossible' } });
    expect(check(s, 'maximum-duty')!.status).toBe('fail');
  });
});

describe('off is not off', () => {
  it('the cell reaches the output through the body diode, unless the stage disconnects', () => {
    expect(nominal(boost(), 'offOutputVoltage')).toBeCloseTo(3.7 - 0.8, 12);
    expect(nominal(boost({ outputDisconnect: true }), 'offOutputVoltage')).toBe(0);
    expect(check(boost({ offVoltageLimit: 0.5 }), 'off-voltage')!.status).toBe('fail');
    expect(check(boost(), 'off-voltage')).toBeUndefined();
  });
});

it('the loop must stay below a quarter of the right-half-plane zero, which falls with load', () => {
  const s = boost({ crossoverFrequency: 1e5 });
  expect(check(s, 'crossover')!.status).toBe('fail');
  expect(nominal(boost({ loadCurrent: 0.5 }), 'rightHalfPlaneZero')).toBeGreaterThan(nominal(boost(), 'rightHalfPlaneZero'));
});
