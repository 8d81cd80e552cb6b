import type { Curve } from '../../../stage/contract.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { toneControl } from './index.ts';
import { elements, Tone } from './laws.ts';

/** How the tone control is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof toneControl> = {
  working: (c) => {
    const t = new Tone(c.x);
    const { given: g } = c.x;
    const gain = (bass: number, treble: number, f: number) => [t.net(bass, treble).gain('o', f), ''] as const;
    return [
      step('Gain as set', 'G = 20*log10(H)', 'gainDb', { H: gain(g.bassPosition, g.treblePosition, g.frequency) }, 'nodal analysis'),
      step(
        'Bass boost',
        'B = 20*log10(H1/H0)',
        'bassBoost',
        { H1: gain(1, 0.5, g.bassFrequency), H0: gain(0.5, 0.5, g.bassFrequency) },
        'full boost against the middle',
      ),
      step(
        'Bass cut',
        'B = 20*log10(H1/H0)',
        'bassCut',
        { H1: gain(0, 0.5, g.bassFrequency), H0: gain(0.5, 0.5, g.bassFrequency) },
        'full cut against the middle',
      ),
      step(
        'Treble boost',
        'T = 20*log10(H1/H0)',
        'trebleBoost',
        { H1: gain(0.5, 1, g.trebleFrequency), H0: gain(0.5, 0.5, g.trebleFrequency) },
        'full boost against the middle',
      ),
      step(
        'Treble cut',
        'T = 20*log10(H1/H0)',
        'trebleCut',
        { H1: gain(0.5, 0, g.trebleFrequency), H0: gain(0.5, 0.5, g.trebleFrequency) },
        'full cut against the middle',
      ),
      step('Largest input', 'V = Vo/10^(G/20)', 'maximumInput', { Vo: [t.room, 'V'], G: 'maximumGainDb' }, 'both at full boost'),
    ];
  },
  figure: (c) => {
    const { given: g, parts: p } = c.x;
    const r = (id: 'R1' | 'R2' | 'R3' | 'R4' | 'R5', at: [number, number], dir: 'right' | 'down'): Drawn =>
      part('resistor', at, dir, id, sayPart(p[id].value, 'ohm'));
    const pot = (id: 'P1' | 'P2', at: [number, number]): Drawn => ({
      sym: 'symbol',
      as: 'potentiometer',
      id,
      at,
      label: id,
      value: sayPart(p[id].value, 'ohm'),
    });
    const k = (id: 'C1' | 'C2' | 'C3' | 'C4', at: [number, number], dir: 'right' | 'down'): Drawn => part('capacitor', at, dir, id, sayPart(p[id].value, 'F'));
    const text = { sym: 'text' as const, value: true, text: `${sayOut(c, 'bassBoost', 'dB')} bass, ${sayOut(c, 'trebleBoost', 'dB')} treble` };
    if (g.topology === 'active')
      return {
        width: 700,
        height: 510,
        title: 'Two pots between input and output of an op amp',
        items: [
          port(50, 150, 'in', ''),
          wire(50, 150, 90, 150),
          dot(70, 150),
          r('R1', [90, 150], 'right'),
          wire(160, 150, 190, 150),
          pot('P1', [190, 150]),
          wire(260, 150, 290, 150),
          r('R2', [290, 150], 'right'),
          dot(175, 150),
          dot(275, 150),
          wire(175, 150, 175, 60, 190, 60),
          k('C1', [190, 60], 'right'),
          wire(260, 60, 275, 60, 275, 150),
          wire(360, 150, 600, 150, 600, 265),
          wire(225, 176, 225, 250, 260, 250),
          r('R3', [260, 250], 'right'),
          wire(330, 250, 490, 250),
          wire(70, 150, 70, 370, 90, 370),
          r('R4', [90, 370], 'right'),
          wire(160, 370, 190, 370),
          pot('P2', [190, 370]),
          wire(260, 370, 290, 370),
          r('R5', [290, 370], 'right'),
          wire(360, 370, 600, 370, 600, 265),
          wire(225, 396, 225, 440, 300, 440),
          k('C2', [300, 440], 'right'),
          wire(370, 440, 430, 440, 430, 250),
          dot(430, 250),
          { sym: 'symbol', as: 'opamp', id: 'U1', at: [490, 265], label: 'U1', flip: 'over' },
          wire(490, 280, 465, 280, 465, 300),
          ground(465, 300),
          wire(574, 265, 640, 265),
          dot(600, 265),
          port(640, 265, 'out', ''),
          { ...text, at: [320, 490] },
        ],
      };
    const turned = (id: 'P1' | 'P2', at: [number, number]): Drawn => part('variable', at, 'down', id, sayPart(p[id].value, 'ohm'));
    return {
      width: 620,
      height: 500,
      title: 'Two pots between input, output and ground',
      items: [
        port(50, 50, 'in', ''),
        wire(50, 50, 460, 50),
        dot(210, 50),
        wire(210, 50, 210, 60),
        r('R1', [210, 60], 'down'),
        wire(210, 130, 210, 160),
        dot(210, 145),
        turned('P1', [210, 160]),
        wire(210, 230, 210, 310),
        dot(210, 300),
        r('R2', [210, 310], 'down'),
        ground(210, 380),
        wire(210, 145, 90, 145),
        wire(90, 145, 90, 150),
        k('C1', [90, 150], 'down'),
        wire(90, 220, 90, 230),
        dot(90, 225),
        k('C2', [90, 230], 'down'),
        wire(90, 300, 210, 300),
        wire(90, 225, 170, 225, 170, 195, 194, 195),
        wire(170, 225, 170, 265, 300, 265),
        dot(170, 225),
        r('R3', [300, 265], 'right'),
        wire(370, 265, 540, 265),
        wire(460, 50, 460, 60),
        k('C3', [460, 60], 'down'),
        wire(460, 130, 460, 160),
        turned('P2', [460, 160]),
        wire(460, 230, 460, 310),
        k('C4', [460, 310], 'down'),
        ground(460, 380),
        wire(476, 195, 540, 195, 540, 265),
        dot(540, 265),
        wire(540, 265, 560, 265),
        port(560, 265, 'out', ''),
        { ...text, at: [310, 460] },
      ],
    };
  },
  simulate: (x) => {
    const { given: g } = x;
    const net = elements(x, g.bassPosition, g.treblePosition).map((e) =>
      e.is === 'opamp' && !Number.isFinite(e.openLoopGain) ? { ...e, openLoopGain: 1e7, gainBandwidth: 1e10 } : e,
    );
    return {
      elements: [{ is: 'voltage', name: 'Vin', a: 's', b: '0', wave: { sort: 'sine', offset: 0, amplitude: 0.1, frequency: g.frequency }, ac: 1 }, ...net],
      out: 'o',
      band: [g.bandLow, g.bandHigh],
      time: { stop: 5 / g.frequency, start: 'rest' },
      confirms: { gainDb: (b) => b.gainDb('o', g.frequency) },
    };
  },
  curves: (x) => {
    const t = new Tone(x);
    const { given: g } = x;
    const curve = (id: string, title: string, bass: number, treble: number): Curve => ({
      id,
      title,
      x: { label: 'frequency', unit: 'Hz', log: true, from: g.bandLow, to: g.bandHigh },
      y: { label: 'gain', unit: 'dB' },
      points: 101,
      marks: [
        { axis: 'x', value: g.bassFrequency, label: 'bass stated' },
        { axis: 'x', value: g.trebleFrequency, label: 'treble stated' },
      ],
      at: (f) => t.db(bass, treble, f),
    });
    return [
      curve('set', 'As set', g.bassPosition, g.treblePosition),
      curve('middle', 'Both in the middle', 0.5, 0.5),
      curve('boost', 'Both at full boost', 1, 1),
      curve('cut', 'Both at full cut', 0, 0),
      curve('bass', 'Bass at three quarters', 0.75, 0.5),
      curve('treble', 'Treble at three quarters', 0.5, 0.75),
    ];
  },
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit the control', text: 'Solder the parts and both pots; both to the middle.' },
    {
      id: 'flat',
      act: 'probe',
      title: 'Flat in the middle',
      text: `Sine of 0.1 V, ${say(c.x.given.bandLow, 'Hz')} to ${say(c.x.given.bandHigh, 'Hz')}: the output moves less than ${say(c.out('flatness').high, 'dB')}.`,
    },
    {
      id: 'bass',
      act: 'probe',
      title: 'Bass boost',
      text: `At ${say(c.x.given.bassFrequency, 'Hz')}: decibels from the middle to full boost.`,
      expect: { point: 'output', of: 'bassBoost' },
    },
    {
      id: 'treble',
      act: 'probe',
      title: 'Treble boost',
      text: `At ${say(c.x.given.trebleFrequency, 'Hz')}: decibels from the middle to full boost.`,
      expect: { point: 'output', of: 'trebleBoost' },
    },
  ],
  schools: 'Active (unity in the middle, linear pots, symmetric) or passive (lossy, log pots). Stated at a frequency, as here, or as the limit of the shelf.',
  sources: ['Baxandall 1952', 'James 1949', 'Kirchhoff'],
};
