import { port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut } from '../../../stage/words.ts';
import { bitsToStop, divisorOf, frameBits, mismatchLimit } from './laws.ts';
import type { serialLink } from './index.ts';

export const telling: Telling<typeof serialLink> = {
  working: (c) => {
    const { given: g } = c.x;
    const payload = step('Samples', 'n = N*b*f', 'payloadRate', { N: 'channels', b: 'bitsPerSample', f: 'sampleRate' }, 'product');
    if (g.link === 'spi')
      return [
        payload,
        step(
          'Time of a frame',
          't = N*(b/f + to)',
          'frameTime',
          { N: 'channels', b: 'bitsPerSample', f: 'spiClock', to: 'overheadTime' },
          'a transfer for each channel',
        ),
        step('Load of the line', 'q = t*f', 'lineLoad', { t: 'frameTime', f: 'sampleRate' }, 'share of time'),
        step('Largest sample rate', 'f = 1/t', 'maximumSampleRate', { t: 'frameTime' }, 'the line all the time'),
        step(
          'Largest clock',
          'f = 1/(2*(2*td + tc + ts))',
          'maximumClock',
          { td: 'cableDelay', tc: 'clockToOutput', ts: 'setupTime' },
          'out and back within half a clock',
        ),
        step('Clock over the largest', 'q = f/fm', 'clockRatio', { f: 'spiClock', fm: 'maximumClock' }, 'ratio'),
      ];
    if (c.nominal('baudRate') === null) return [payload];
    return [
      payload,
      step('Baud rate', 'f = fc/(k*D)', 'baudRate', { fc: 'clockFrequency', k: 'oversampling', D: 'divisor' }, 'divider arithmetic'),
      step('Error of the baud rate', 'e = f/fw - 1', 'baudError', { f: 'baudRate', fw: 'given.baudRate' }, 'relative error'),
      step('Mismatch', 'm = abs(e) + p', 'mismatch', { e: 'baudError', p: 'partnerTolerance' }, 'both ends'),
      step(
        'Mismatch, at most',
        'm = (1/2 - 1/k - d*f)/(n - 1/2)',
        'mismatchLimit',
        { k: 'oversampling', d: 'edgeDistortion', f: 'given.baudRate', n: [bitsToStop(g), 'count'] },
        'the stop bit is sampled inside itself',
      ),
      step(
        'Bytes of a frame',
        'B = ceil(N*b*s/8) + h',
        'frameBytes',
        { N: 'channels', b: 'bitsPerSample', s: 'samplesPerFrame', h: 'frameOverhead' },
        'whole bytes and head',
      ),
      step('Time of a frame', 't = B*n/f', 'frameTime', { B: 'frameBytes', n: [frameBits(g), 'count'], f: 'baudRate' }, 'bits of a byte on the line'),
      step('Load of the line', 'q = t*f/s', 'lineLoad', { t: 'frameTime', f: 'sampleRate', s: 'samplesPerFrame' }, 'share of time'),
      step('Largest sample rate', 'f = s/t', 'maximumSampleRate', { s: 'samplesPerFrame', t: 'frameTime' }, 'the line all the time'),
      step('Latency', 'T = (s - 1)/f + t', 'latency', { s: 'samplesPerFrame', f: 'sampleRate', t: 'frameTime' }, 'the first sample waits for the last'),
    ];
  },
  figure: (c) => {
    const { given: g } = c.x;
    const uart = g.link === 'uart';
    const bits = uart
      ? ['start', ...Array.from({ length: 8 }, (_, i) => `${i}`), ...(g.parityBits ? ['parity'] : []), 'stop']
      : Array.from({ length: 8 }, (_, i) => `${7 - i}`);
    const width = 52;
    const items: Drawn[] = [port(30, 90, '', '', 'left'), wire(30, 90, 50, 90)];
    bits.forEach((name, i) => items.push({ sym: 'block', id: `bit ${i}`, at: [50 + width * i, 70], size: [width, 40], label: name }));
    const end = 50 + width * bits.length;
    items.push(wire(end, 90, end + 20, 90), port(end + 20, 90, '', ''));
    const words = uart
      ? `${sayOut(c, 'baudRate', 'Hz')}, off by ${sayOut(c, 'baudError', 'ratio')}; the line is busy for ${sayOut(c, 'lineLoad', 'ratio')}`
      : `${say(g.spiClock, 'Hz')} of at most ${sayOut(c, 'maximumClock', 'Hz')}`;
    items.push({ sym: 'text', at: [50, 150], text: words, value: true });
    return { width: end + 110, height: 180, title: uart ? 'One byte on the line' : 'One byte of a transfer', items };
  },
  curves: (x) => {
    const { given: g } = x;
    if (g.link === 'spi') return [];
    return [
      {
        id: 'error',
        title: 'Error against the baud rate',
        x: { label: 'baud rate', unit: 'Hz', log: true, from: 4800, to: 1e6 },
        y: { label: 'error', unit: 'ratio' },
        points: 241,
        marks: [
          { axis: 'x', value: g.baudRate, label: 'wanted' },
          { axis: 'y', value: g.usableShare * mismatchLimit(g) - g.partnerTolerance, label: 'allowed', limit: true },
        ],
        at: (baudRate) => {
          const divisor = divisorOf({ ...g, baudRate });
          return divisor === null ? NaN : Math.abs(g.clockFrequency / (g.oversampling * divisor) / baudRate - 1);
        },
      },
      {
        id: 'load',
        title: 'Load of the line against samples of a frame',
        x: { label: 'samples of a frame', unit: 'count', log: false, from: 1, to: 32 },
        y: { label: 'load', unit: 'ratio' },
        points: 32,
        marks: [
          { axis: 'x', value: g.samplesPerFrame, label: 'as it is' },
          { axis: 'y', value: g.loadLimit, label: 'allowed', limit: true },
        ],
        at: (n) => {
          const samples = Math.round(n);
          const bytes = Math.ceil((g.channels * g.bitsPerSample * samples) / 8) + g.frameOverhead;
          return (bytes * frameBits(g) * g.sampleRate) / g.baudRate / samples;
        },
      },
    ];
  },
  bringUp: (c) => [
    { id: 'load', act: 'fit', title: 'Load the program', text: 'Set clock and divisor as they stand here, and send 0x55 without end.' },
    ...(c.nominal('baudRate') === null
      ? []
      : [
          {
            id: 'rate',
            act: 'probe' as const,
            title: 'Baud rate',
            text: 'Counter at the line: 0x55 has half the baud rate; twice the reading.',
            expect: { point: 'line', of: 'baudRate' as const },
          },
        ]),
    { id: 'errors', act: 'probe', title: 'Errors', text: 'An hour at both ends of the temperature, counting frames that do not check.' },
  ],
  schools: 'Text one can read, or binary; small frames, that come soon, or large ones, that fit; half of the timing budget, or all of it.',
  sources: ['geometry of start-stop sampling', 'TIA-232: framing'],
};
