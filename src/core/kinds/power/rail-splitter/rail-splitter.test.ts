import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

const middle = (given: object = {}, parts: object = {}, more: object = {}) => alone('rail-splitter', given as never, parts as never, more);
const equal = { R1: { value: 1e4 }, R2: { value: 1e4 }, C1: { value: 1e-4 } };

describe('an unbuffered middle', () => {
  it('divides and sags by its own resistance', () => {
    expect(nominal(middle({ loadCurrent: 1e-4 }, equal), 'outputVoltage')).toBeCloseTo(4.5 - 1e-4 * 5e3, 12);
    expect(nominal(middle({ loadCurrent: -1e-4 }, equal), 'midError')).toBeCloseTo(0.5, 12);
  });
  it('is judged at the worse of both signs', () => {
    const s = middle({ loadCurrent: { nominal: 0, low: -4e-5, high: 1e-5 } }, equal);
    expect(check(s, 'mid-shift')!.value).toBeCloseTo(4e-5 * 5e3, 9);
  });
  it('noise of both resistors on the capacitor is kT/C', () => {
    const s = middle({ noiseLow: 1e-9, noiseHigh: 1e12 }, equal, { conditions: { ambient: 27 } });
    expect(nominal(s, 'outputNoise')).toBeCloseTo(Math.sqrt((1.380649e-23 * 300.15) / 1e-4), 15);
  });
  it('power taken is heat of the divider and what goes to the load', () => {
    const s = middle({ loadCurrent: 2e-4 }, equal);
    const o = { inputCurrent: nominal(s, 'inputCurrent'), outputVoltage: nominal(s, 'outputVoltage') };
    const heat = Object.values(s.kind.heat!(s.judged.x as never, o, 'typical', 1)).reduce((a, b) => a + b, 0);
    const v = o.outputVoltage;
    expect(heat).toBeCloseTo((9 - v) ** 2 / 1e4 + v ** 2 / 1e4, 12);
  });
});

describe('buffered', () => {
  const parts = { ...equal, U1: { offsetVoltage: 0, outputResistance: 100, gainBandwidth: 1e6 } };
  it('its impedance falls with loop gain: about Ro·f/GBW', () => {
    expect(nominal(middle({ buffer: 'op-amp', signalFrequency: 1000 }, parts), 'outputImpedance')).toBeCloseTo(0.1, 3);
  });
  it('the amplifier’s own supply rejection is a floor', () => {
    const s = middle({ buffer: 'op-amp', inputRipple: 1 }, { ...parts, C1: { value: 10, esr: 0 } });
    expect(nominal(s, 'outputRipple')).toBeCloseTo(1e-4, 6);
  });
  it('heat of the follower, sourcing and sinking', () => {
    const at = (loadCurrent: number) => nominal(middle({ buffer: 'op-amp', loadCurrent }, parts), 'dissipation');
    expect(at(0.01)).toBeCloseTo(0.01 * 4.5 + 9e-3, 4);
    expect(at(-0.01)).toBeCloseTo(0.01 * 4.5 + 9e-3, 4);
  });
});

it('sizing holds all four checks, for other ratios too', () => {
  for (const outputRatio of [0.5, 0.33]) {
    const s = middle({ outputRatio });
    for (const id of ['mid-shift', 'modulation', 'output-ripple', 'start-up']) expect(check(s, id)!.status, `${outputRatio} ${id}`).not.toBe('fail');
  }
  expect(ends(middle(), 'midError').nominal).toBeCloseTo(0, 12);
});
