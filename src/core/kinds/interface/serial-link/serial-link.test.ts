import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal, sumOf } from '../../../testing/boards.ts';

/** Whether the middle of the stop bit, seen from a start edge known to one tick, falls into the stop bit with clocks this far apart. */
function stands(mismatch: number, oversampling: number, bits: number): boolean {
  // The receiver's middle of the stop bit, in bits of the sender, with the latest start edge.
  const at = (bits - 0.5) * (1 + mismatch) + 1 / oversampling;
  return at < bits;
}

describe('the serial link', () => {
  it('allows just the mismatch at which the stop bit is still sampled inside itself', () => {
    for (const oversampling of [8, 16])
      for (const parityBits of [0, 1]) {
        const limit = nominal(alone('serial-link', { oversampling, parityBits }), 'mismatchLimit');
        const bits = 10 + parityBits;
        expect(stands(limit * 0.999, oversampling, bits)).toBe(true);
        expect(stands(limit * 1.001, oversampling, bits)).toBe(false);
      }
  });

  it('has the divisor with the least error of all, tried one by one', () => {
    for (const baudRate of [9600, 57600, 115200, 250e3]) {
      let least = Infinity;
      for (let d = 1; d < 2000; d++) least = Math.min(least, Math.abs(16e6 / (16 * d) / baudRate - 1));
      expect(Math.abs(nominal(alone('serial-link', { divisorType: 'integer', baudRate }), 'baudError'))).toBeCloseTo(least, 12);
    }
  });

  it('carries as many bits as are sampled, and heads beside them', () => {
    const s = alone('serial-link', { channels: 3, bitsPerSample: 10, samplesPerFrame: 5, frameOverhead: 7 });
    expect(nominal(s, 'frameBytes')).toBe(Math.ceil(150 / 8) + 7);
    expect(nominal(s, 'maximumSampleRate') * nominal(s, 'frameTime')).toBeCloseTo(5, 9);
  });

  it('takes clock, channels and rate from what is linked', () => {
    const sum = sumOf([
      { id: 'y', kind: 'crystal-oscillator', parts: { C1: { value: 10e-12 }, C2: { value: 10e-12 } } },
      { id: 'scan', kind: 'adc-scan', given: { converters: 4, channelsPerConverter: 4 } },
      { id: 'a', kind: 'serial-link', signals: { in: 'scan.out', clock: 'y.out' } },
    ]);
    const s = sum.byId.get('a')!;
    expect(nominal(s, 'payloadRate')).toBeCloseTo(16 * 16 * nominal(sum.byId.get('scan')!, 'channelRate'), 6);
    expect(ends(s, 'baudRate').high! / nominal(s, 'baudRate') - 1).toBeCloseTo(
      ends(sum.byId.get('y')!, 'frequencyErrorPpm').high! * 1e-6 - nominal(sum.byId.get('y')!, 'frequencyErrorPpm') * 1e-6,
      7,
    );
  });

  it('gives data back within half a clock or says so', () => {
    const s = alone('serial-link', { link: 'spi', cableDelay: 5e-8, spiClock: 4e6 });
    expect(nominal(s, 'maximumClock')).toBeCloseTo(1 / (2 * 130e-9), 3);
    expect(check(s, 'spi-clock')!.status).toBe('fail');
    expect(check(s, 'baud-mismatch')).toBeUndefined();
  });
});
