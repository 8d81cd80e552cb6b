import { wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut } from '../../../stage/words.ts';
import { schedule } from './laws.ts';
import type { adcScan } from './index.ts';

/** Lanes of a chart that stay readable. */
const LANES = 4;
const [LEFT, WIDE, LANE] = [130, 430, 46];

export const telling: Telling<typeof adcScan> = {
  working: (c) => {
    const { given: g } = c.x;
    const s = schedule(g);
    const counts = { M: 'converters' as const, K: 'channelsPerConverter' as const };
    const continuous = g.mode === 'continuous';
    const bits = (n: number) => (n === 0 ? 0 : g.bitsPerByte * n + g.framingBits);
    const started = s.start > 0 ? g.configBytes : 0;
    const transactions = [started, g.pointerBytes, g.readBytes].filter((n) => n > 0).length;
    const fixed = c.nominal('scanFill') !== null;
    return [
      step(
        'Bus time',
        't = n/f + q*te',
        'busTime',
        {
          n: [bits(started) + bits(g.pointerBytes) + bits(g.readBytes), 'count'],
          f: 'busClock',
          q: [transactions, 'count'],
          te: [s.entry, 's'],
        },
        'bits of start, pointer and read; entry of the high-speed mode before each',
      ),
      step(
        'Conversion',
        'tc = tw + n/f',
        'conversionTime',
        { tw: [continuous ? 0 : g.wakeUpTime, 's'], n: [s.cycles, 'count'], f: 'dataRate' },
        'settling of the filter',
      ),
      step('Round', 't = K*ts', 'roundTime', { K: 'channelsPerConverter', ts: 'skewTime' }, 'a step for each channel of a converter'),
      step('Rate of a channel', 'f = 1/max(t, ti)', 'channelRate', { t: 'roundTime', ti: 'scanInterval' }, 'one reading of each channel a round'),
      step('Fastest rate', 'f = 1/t', 'fastestChannelRate', { t: 'roundTime' }, 'without the interval'),
      step('Readings', 'n = M*K*f', 'totalRate', { ...counts, f: 'channelRate' }, 'all channels'),
      step(
        'Rate by the converter',
        'f = 1/(K*tc*m)',
        'converterRate',
        { K: 'channelsPerConverter', tc: 'conversionTime', m: [g.scheduling === 'sequential' ? g.converters : 1, 'count'] },
        'one after another, or all at once',
      ),
      ...(s.busTime > 0 ? [step('Rate by the bus', 'f = 1/(M*K*t)', 'busRate', { ...counts, t: 'busTime' }, 'the bus alone')] : []),
      ...(s.work > 0 ? [step('Rate by the processor', 'f = 1/(M*K*t)', 'processorRate', { ...counts, t: [s.work, 's'] }, 'the processor alone')] : []),
      step('Bus load', 'q = M*K*t*f', 'busLoad', { ...counts, t: 'busTime', f: 'channelRate' }, 'share of time'),
      step('Processor load', 'q = M*K*t*f', 'processorLoad', { ...counts, t: [s.work, 's'], f: 'channelRate' }, 'share of time'),
      ...(fixed && g.scanInterval > 0 ? [step('Round over interval', 'q = t/ti', 'scanFill', { t: 'roundTime', ti: 'scanInterval' }, 'ratio')] : []),
    ];
  },
  figure: (c) => {
    const { given: g } = c.x;
    const s = schedule(g);
    const lanes = Math.min(LANES, g.converters);
    const sequential = g.scheduling === 'sequential';
    const whole = s.step;
    const at = (t: number) => LEFT + (WIDE * t) / whole;
    const items: Drawn[] = [];
    const bar = (lane: number, from: number, to: number, label: string): Drawn => ({
      sym: 'block',
      id: label === 'converts' ? 'U1' : `${label} ${lane}`,
      at: [at(from), 50 + lane * LANE],
      size: [Math.max(3, at(to) - at(from)), 24],
      label: at(to) - at(from) > 60 ? label : '',
    });
    for (let lane = 0; lane < lanes; lane++) {
      const begin = sequential ? lane * (s.start + s.conversion + s.read) : lane * s.start;
      const ready = Math.max(begin + s.start + s.conversion, sequential ? 0 : g.converters * s.start);
      // The last converter is read at the end of the step, each before it earlier.
      const read = sequential ? ready : whole - (g.converters - lane) * s.read;
      items.push({ sym: 'text', at: [20, 66 + lane * LANE], text: `converter ${lane + 1}` });
      if (s.start > 0) items.push(bar(lane, begin, begin + s.start, 'start'));
      items.push(bar(lane, begin + s.start, Math.min(ready, whole - s.read), 'converts'));
      items.push(bar(lane, Math.max(0, read), read + s.read, 'read'));
    }
    const foot = 70 + lanes * LANE;
    items.push(wire(LEFT, foot, LEFT + WIDE, foot));
    items.push({ sym: 'text', at: [LEFT + WIDE / 2, foot + 22], text: `one channel of each: ${say(s.step, 's')}`, value: true });
    items.push({
      sym: 'text',
      at: [LEFT + WIDE / 2, foot + 44],
      text: `all ${g.converters * g.channelsPerConverter}: ${sayOut(c, 'roundTime', 's')}`,
      value: true,
    });
    return { width: 620, height: foot + 70, title: 'One step of a round', items };
  },
  curves: (x) => {
    const { given: g } = x;
    const rate = (change: object) => 1 / schedule({ ...g, ...change }).interval;
    return [
      {
        id: 'converters',
        title: 'Rate of a channel against converters',
        x: { label: 'converters', unit: 'count', log: false, from: 1, to: Math.max(8, 2 * g.converters) },
        y: { label: 'rate', unit: 'Hz' },
        points: Math.max(8, 2 * g.converters),
        marks: [
          { axis: 'x', value: g.converters, label: 'as it is' },
          { axis: 'y', value: g.channelRate, label: 'wanted', limit: true },
        ],
        at: (m) => rate({ converters: Math.round(m) }),
      },
      {
        id: 'clock',
        title: 'Rate of a channel against the bus clock',
        x: { label: 'bus clock', unit: 'Hz', log: true, from: g.busClock / 20, to: g.busClock * 10 },
        y: { label: 'rate', unit: 'Hz' },
        points: 121,
        marks: [
          { axis: 'x', value: g.busClock, label: 'as it is' },
          { axis: 'y', value: g.channelRate, label: 'wanted', limit: true },
        ],
        at: (busClock) => rate({ busClock }),
      },
    ];
  },
  bringUp: () => [
    {
      id: 'fit',
      act: 'fit',
      title: 'Fit the converters',
      text: 'Solder the converters with their address straps, and load firmware that toggles a pin at each round and each read.',
    },
    {
      id: 'round',
      act: 'probe',
      title: 'Round',
      text: 'Oscilloscope or logic analyser at the pin of the rounds.',
      expect: { point: 'pin of the rounds', of: 'roundTime' as const },
    },
    {
      id: 'read',
      act: 'probe',
      title: 'A reading',
      text: 'Time on the bus of start, pointer and read together.',
      expect: { point: 'bus', of: 'busTime' as const },
    },
    {
      id: 'rate',
      act: 'probe',
      title: 'Data rate',
      text: 'Counter at the ready output of a converter in continuous mode: its oscillator against the data sheet.',
    },
  ],
  schools: 'Single shots for little current, continuous for speed; polled, by interrupt or by time; one multiplexed converter or several.',
  sources: ['I2C-bus specification: frames, high-speed mode', 'settling of sinc filters'],
};
