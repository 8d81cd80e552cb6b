import { impossible, none, type Value } from '../../../math/absent.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import { choice, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { divisorOf, frameBits, mismatchLimit } from './laws.ts';

export const serialLink = defineKind({
  id: 'serial-link',
  family: 'interface',
  group: 'Signal',
  title: 'Serial link',
  aliases: ['UART', 'baud rate error', 'SPI', 'frame budget', 'RS-232', 'telemetry rate', 'serial port'],
  purpose: 'Whether two clocks agree well enough, and whether the samples fit the line.',
  given: {
    link: choice(['uart', 'spi'], 'uart', 'asynchronous, or with a clock of its own', 'link'),
    clockFrequency: num('Hz', 16e6, 'of the controller, with its tolerance', { title: 'clock' }),
    baudRate: num('Hz', 115200, 'bits a second, start and stop bits counted', { title: 'baud rate wanted' }),
    oversampling: num('count', 16, 'ticks of a bit in the receiver', { min: 4, max: 32, integer: true, title: 'oversampling' }),
    divisorType: choice(['integer', 'fractional'], 'fractional', 'whole numbers only, or with a fraction', 'divisor'),
    fractionBits: num('bit', 4, 'of a fractional divisor', { min: 0, max: 16, integer: true, title: 'bits of the fraction' }),
    divisorMaximum: num('count', 65535, 'that the register holds', { min: 1, title: 'largest divisor' }),
    partnerTolerance: num('ratio', 0.01, 'baud error of the other end', { min: 0, title: 'error of the partner' }),
    usableShare: num('ratio', 0.5, 'of the theoretical limit; half is common practice', { max: 1, title: 'share of the limit used' }),
    parityBits: num('count', 0, 'of each byte', { min: 0, max: 1, integer: true, title: 'parity bits' }),
    stopBits: num('count', 1, 'of each byte', { oneOf: [1, 1.5, 2], title: 'stop bits' }),
    edgeDistortion: num('s', 0, 'rise less fall of line, isolator or optocoupler', { min: 0, title: 'distortion of edges' }),
    channels: num('count', 4, 'whose samples cross the link', { min: 1, integer: true, title: 'channels' }),
    bitsPerSample: num('bit', 16, 'of each reading', { min: 1, max: 64, integer: true, title: 'bits of a sample' }),
    sampleRate: num('Hz', 100, 'of each channel'),
    samplesPerFrame: num('count', 1, 'of each channel', { min: 1, integer: true, title: 'samples of a frame' }),
    frameOverhead: num('count', 4, 'bytes of header, counter and check sum', { min: 0, integer: true, title: 'bytes of a head' }),
    loadLimit: num('ratio', 0.8, 'share of time that the line may be busy', { title: 'load allowed' }),
    latencyLimit: num('s', 0.1, 'from a sample to its arrival', { title: 'latency allowed' }),
    spiClock: num('Hz', 1e6, 'of the controller', { title: 'SPI clock' }),
    overheadTime: num('s', 2e-6, 'of select and processor, for each transfer', { min: 0, title: 'overhead' }),
    cableDelay: num('s', 5e-9, 'one way, with isolators', { min: 0, title: 'delay of the cable' }),
    clockToOutput: num('s', 2e-8, 'of the other end', { min: 0, title: 'clock to output' }),
    setupTime: num('s', 1e-8, 'of the controller’s input', { min: 0, title: 'set-up time' }),
  },
  parts: {},
  outcomes: {
    divisor: { unit: 'count', title: 'divisor', doc: 'to write' },
    baudRate: { unit: 'Hz', title: 'baud rate', doc: 'that the divisor gives' },
    baudError: { unit: 'ratio', title: 'error of the baud rate', doc: 'against the one wanted' },
    mismatch: { unit: 'ratio', title: 'mismatch', doc: 'of both ends' },
    mismatchLimit: { unit: 'ratio', title: 'mismatch, at most', doc: 'in theory' },
    frameBytes: { unit: 'count', title: 'bytes of a frame', doc: 'with its head' },
    frameTime: { unit: 's', title: 'time of a frame', doc: 'on the line' },
    payloadRate: { unit: 'bit/s', title: 'samples', doc: 'that must cross' },
    lineLoad: { unit: 'ratio', title: 'load of the line', doc: 'share of time' },
    maximumSampleRate: { unit: 'Hz', title: 'largest sample rate', doc: 'that still fits' },
    latency: { unit: 's', title: 'latency', doc: 'from a sample to the end of its frame' },
    maximumClock: { unit: 'Hz', title: 'largest clock', doc: 'data back within half of it' },
    clockRatio: { unit: 'ratio', title: 'clock over the largest', doc: 'of the SPI' },
  },
  evaluate: (x, env) => {
    const g = x.given;
    const uart = g.link === 'uart';
    const divisor = uart ? divisorOf(env.nominal.given) : null;
    const missing = uart ? NO_DIVISOR : NOT_UART;
    const baud: Value = divisor === null ? missing : g.clockFrequency / (g.oversampling * divisor);
    const of = (v: Value, f: (n: number) => number): Value => (typeof v === 'number' ? f(v) : v);
    const error = of(baud, (b) => b / g.baudRate - 1);
    const samples = g.channels * g.bitsPerSample;
    const bytes = uart ? Math.ceil((samples * g.samplesPerFrame) / 8) + g.frameOverhead : Math.ceil(samples / 8);
    const frame: Value = uart ? of(baud, (b) => (bytes * frameBits(g)) / b) : g.channels * (g.bitsPerSample / g.spiClock + g.overheadTime);
    const each = uart ? g.samplesPerFrame : 1;
    const most = 1 / (2 * (2 * g.cableDelay + g.clockToOutput + g.setupTime));
    return {
      divisor: divisor ?? missing,
      baudRate: baud,
      baudError: error,
      mismatch: of(error, (e) => Math.abs(e) + g.partnerTolerance),
      mismatchLimit: uart ? mismatchLimit(g) : NOT_UART,
      frameBytes: bytes,
      frameTime: frame,
      payloadRate: samples * g.sampleRate,
      lineLoad: of(frame, (t) => (t * g.sampleRate) / each),
      maximumSampleRate: of(frame, (t) => each / t),
      latency: of(frame, (t) => (each - 1) / g.sampleRate + t),
      maximumClock: uart ? NOT_SPI : Number.isFinite(most) ? most : NO_DELAY,
      clockRatio: uart ? NOT_SPI : g.spiClock / most,
    };
  },
  checks,
  mendFirst: ['baud-mismatch'],
  rails: {},
  signals: {
    in: { role: 'in', carries: 'readings', fills: { dataChannels: 'channels', dataRate: 'sampleRate', dataBits: 'bitsPerSample' } },
    clock: { role: 'in', fills: { clock: 'clockFrequency' } },
    out: {
      role: 'out',
      carries: 'readings',
      fills: {},
      down: (c) => ({ data: { channels: exactly(c.x.given.channels), rate: c.must('sampleRate'), bits: exactly(c.x.given.bitsPerSample) } }),
    },
  },
  controller: {
    takes: { clock: 'clockFrequency' },
    uses: {
      tx: { is: 'output', title: 'data out' },
      rx: { is: 'input', title: 'data in' },
      clock: { is: 'output', title: 'clock', unless: (x) => x.given.link === 'uart' },
      select: { is: 'output', title: 'select', unless: (x) => x.given.link === 'uart' },
    },
  },
  meets: ['connector', 'cable'],
  confirm: [{ id: 'same-frame', text: 'Both ends have the same parity, stop bits and order of bytes.' }],
  cautions: [],
});

const NO_DIVISOR = impossible('the divisor would lie outside what the controller has');
const NOT_UART = none('an SPI has no baud rate');
const NOT_SPI = none('a UART has no clock line');
const NO_DELAY = none('nothing delays the data');
