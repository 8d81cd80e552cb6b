import { none } from '../../../math/absent.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind, type Hears } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, flag, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { limitOf, schedule } from './laws.ts';

/** Channels that a scan has a place for. */
const PLACES = 16;
const places = Object.fromEntries(
  Array.from({ length: PLACES }, (_, i) => [
    `in${i + 1}`,
    {
      role: 'in',
      carries: 'readings',
      fills: {},
      back: { sampleRate: 'channelRate' },
      exists: (g: Given) => i < (g.converters as number) * (g.channelsPerConverter as number),
    } satisfies Hears,
  ]),
) as Record<`in${number}`, Hears<'channelRate'>>;

export const adcScan = defineKind({
  id: 'adc-scan',
  family: 'conversion',
  group: 'Conversion',
  title: 'Scan of several converters',
  aliases: ['multiplexed acquisition', 'throughput', 'data rate budget', 'bus time', 'channel rate', 'sixteen channels'],
  purpose: 'How often each channel can be read, and whether converter, bus or processor sets the limit.',
  given: {
    converters: num('count', 2, 'on one bus', { min: 1, integer: true, title: 'converters' }),
    channelsPerConverter: num('count', 4, 'switched one after another by its multiplexer', { min: 1, integer: true, title: 'channels of each' }),
    mode: choice(['single-shot', 'continuous'], 'single-shot', undefined, 'conversion'),
    scheduling: choice(['pipelined', 'sequential'], 'pipelined', 'pipelined starts all converters, then reads them in the same order', 'scheduling'),
    dataRate: num('Hz', 128, 'of a converter, with the tolerance of its oscillator', { title: 'data rate' }),
    settleCycles: num('count', 1, 'conversions until its filter has settled: a sinc of order k settles in k', { min: 1, integer: true }),
    wakeUpTime: num('s', 2.5e-5, 'of a single shot', { min: 0, title: 'wake-up' }),
    bus: choice(['i2c', 'spi'], 'i2c', 'over which all of them are read', 'bus'),
    busClock: num('Hz', 400000, 'of the two-wire bus or the SPI', { title: 'bus clock' }),
    configBytes: num('count', 4, 'of the write that starts a conversion, with address and register', { min: 0, integer: true, title: 'bytes of a start' }),
    pointerBytes: num('count', 2, 'of the register pointer before a read; 0 where it stays set', { min: 0, integer: true, title: 'bytes of a pointer' }),
    readBytes: num('count', 3, 'of a read, with address', { min: 0, integer: true, title: 'bytes of a read' }),
    bitsPerByte: num('count', 9, '9 with acknowledge, 8 on SPI', { min: 8, integer: true, title: 'bits of a byte' }),
    framingBits: num('count', 2, 'start and stop, or select, of each transaction', { min: 0, title: 'bits of a frame' }),
    processorTime: num('s', 2e-5, 'for each reading', { min: 0, title: 'processor, a reading' }),
    blocking: { ...flag(true, 'the processor waits while the bus is at work'), title: 'processor waits' },
    scanInterval: num('s', 0, '0: as fast as possible', { min: 0, title: 'interval of the scan' }),
    channelRate: num('Hz', 10, 'of each channel', { title: 'rate wanted' }),
    busLoadLimit: num('ratio', 0.7, 'share of time that the bus may be at work', { title: 'bus load allowed' }),
    processorLoadLimit: num('ratio', 0.5, 'share of time that the processor may spend on it', { title: 'processor load allowed' }),
    addressesAvailable: num('count', 4, 'that such a converter can be set to', { min: 0, integer: true, title: 'addresses there are' }),
    signalBandwidth: num('Hz', 1),
  },
  parts: {
    U1: {
      type: 'device',
      doc: 'each converter',
      params: {
        activeCurrent: num('A', 1.5e-4, 'while it converts', { min: 0, title: 'current, converting' }),
        idleCurrent: num('A', 5e-7, 'while it waits', { min: 0, title: 'current, idle' }),
      },
    },
  },
  outcomes: {
    busTime: { unit: 's', title: 'bus time', doc: 'of a reading' },
    conversionTime: { unit: 's', title: 'conversion', doc: 'until the filter has settled' },
    roundTime: { unit: 's', title: 'round', doc: 'all channels once' },
    skewTime: { unit: 's', title: 'skew', doc: 'from one channel of a converter to its next: they are not read at once' },
    channelRate: { unit: 'Hz', title: 'rate of a channel', doc: 'how often each channel is read' },
    fastestChannelRate: { unit: 'Hz', title: 'fastest rate', doc: 'without the interval' },
    totalRate: { unit: 'Hz', title: 'readings', doc: 'of all channels' },
    converterRate: { unit: 'Hz', title: 'rate by the converter', doc: 'if only that limited a channel' },
    busRate: { unit: 'Hz', title: 'rate by the bus', doc: 'if only that limited a channel' },
    processorRate: { unit: 'Hz', title: 'rate by the processor', doc: 'if only that limited a channel' },
    limitedBy: { unit: '', title: 'limited by', doc: 'converter, bus or processor: whichever is slowest', text: true },
    busLoad: { unit: 'ratio', title: 'bus load', doc: 'share of time' },
    processorLoad: { unit: 'ratio', title: 'processor load', doc: 'share of time' },
    scanFill: { unit: 'ratio', title: 'round over interval', doc: '1 without an interval' },
    averageCurrent: { unit: 'A', title: 'average current', doc: 'of all converters' },
    converterCount: { unit: 'count', title: 'converters', doc: 'that hang on the bus' },
    addressShortfall: { unit: 'count', title: 'addresses missing', doc: 'converters beyond the addresses there are' },
  },
  evaluate: (x) => {
    const { given: g, parts } = x;
    const s = schedule(g);
    const each = g.converters * g.channelsPerConverter;
    const share = g.mode === 'continuous' ? 1 : Math.min(1, (g.channelsPerConverter * s.conversion) / s.interval);
    const { activeCurrent: active, idleCurrent: idle } = parts.U1;
    return {
      busTime: s.busTime,
      conversionTime: s.conversion,
      roundTime: s.round,
      skewTime: s.step,
      channelRate: 1 / s.interval,
      fastestChannelRate: 1 / s.round,
      totalRate: each / s.interval,
      converterRate: s.converterRate,
      busRate: s.busRate,
      processorRate: s.processorRate,
      limitedBy: limitOf(s),
      busLoad: (each * s.busTime) / s.interval,
      processorLoad: (each * s.work) / s.interval,
      scanFill: g.scanInterval > 0 ? s.round / g.scanInterval : 1,
      averageCurrent: g.converters * (active * share + idle * (1 - share)),
      converterCount: g.converters,
      addressShortfall: g.bus === 'i2c' ? Math.max(0, g.converters - g.addressesAvailable) : NO_ADDRESSES,
    };
  },
  checks,
  rails: { vcc: { role: 'consumes', fills: {}, draws: 'averageCurrent', gives: {} } },
  signals: {
    ...places,
    out: {
      role: 'out',
      carries: 'readings',
      fills: {},
      down: (c, incoming) => {
        const g = c.x.given;
        const rate = c.pick('channelRate');
        const bits = Object.values(incoming).flatMap((d) => (d?.data?.bits ? [d.data.bits.high] : []));
        return {
          data: rate && {
            channels: exactly(g.converters * g.channelsPerConverter),
            rate,
            bits: bits.length ? exactly(Math.max(...bits)) : null,
          },
        };
      },
    },
  },
  confirm: [
    { id: 'same-order', text: 'Converters are read in the order in which they were started, and a reading that is not ready is not read.' },
    { id: 'first-after-switch', text: 'After a change of channel the readings that the filter still mixes are thrown away.' },
  ],
  cautions: [],
});

const NO_ADDRESSES = none('SPI selects by a line of its own');
