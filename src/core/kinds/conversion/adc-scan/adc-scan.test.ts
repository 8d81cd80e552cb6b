import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal, sumOf } from '../../../testing/boards.ts';

/** A bus on which one thing happens at a time, played event by event for one step. */
function played(m: number, start: number, conversion: number, read: number): number {
  let bus = 0;
  const ready: number[] = [];
  for (let i = 0; i < m; i++) {
    bus += start;
    ready.push(bus + conversion);
  }
  for (const t of ready) bus = Math.max(bus, t) + read;
  return bus;
}

describe('the scan', () => {
  it('takes as long as the bus does, played transaction by transaction', () => {
    for (const converters of [1, 2, 4, 7])
      for (const dataRate of [128, 3300])
        for (const busClock of [1e5, 4e5]) {
          const s = alone('adc-scan', { converters, dataRate, busClock, channelsPerConverter: 2 });
          const bytes = (n: number) => (9 * n + 2) / busClock;
          const step = played(converters, bytes(4), 2.5e-5 + 1 / dataRate, bytes(2) + bytes(3) + 2e-5);
          expect(nominal(s, 'roundTime') / (2 * step)).toBeCloseTo(1, 9);
        }
  });

  it('is never faster than its slowest part, and names it', () => {
    for (const [given, limit] of [
      [{ dataRate: 8 }, 'converter'],
      [{ dataRate: 1e5, busClock: 1e4, blocking: false }, 'bus'],
      [{ dataRate: 1e5, processorTime: 0.01, blocking: false }, 'processor'],
    ] as const) {
      const s = alone('adc-scan', given);
      expect(s.judged.study.nominal.limitedBy).toBe(limit);
      const slowest = Math.min(...['converterRate', 'busRate', 'processorRate'].map((n) => nominal(s, n)));
      expect(nominal(s, 'channelRate')).toBeLessThanOrEqual(slowest * (1 + 1e-9));
    }
  });

  it('counts with the slow end of the converter’s oscillator', () => {
    const s = alone('adc-scan', { dataRate: { nominal: 128, low: 115, high: 141 } });
    expect(ends(s, 'conversionTime').high).toBeCloseTo(2.5e-5 + 1 / 115, 12);
  });

  it('hands its rate to the channels it scans, and its data to the link', () => {
    const channel = (id: string) => ({ id, kind: 'adc-channel', given: { resolution: 16 } });
    const sum = sumOf([
      channel('a'),
      channel('b'),
      { id: 'scan', kind: 'adc-scan', given: { converters: 1, channelsPerConverter: 2 }, signals: { in1: 'a.out', in2: 'b.out' } },
    ]);
    const rate = nominal(sum.byId.get('scan')!, 'channelRate');
    for (const id of ['a', 'b']) expect(sum.byId.get(id)!.judged.range('sampleRate')!.nominal).toBeCloseTo(rate, 9);
  });

  it('lacks addresses on a two-wire bus only', () => {
    expect(check(alone('adc-scan', { converters: 5 }), 'addresses')!.status).toBe('fail');
    expect(check(alone('adc-scan', { converters: 5, bus: 'spi' }), 'addresses')).toBeUndefined();
  });
});
