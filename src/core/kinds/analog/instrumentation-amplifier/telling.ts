import { toDb } from '../../../physics/network.ts';
import { dot, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { instrumentationAmplifier } from './index.ts';
import { density, room, solve } from './laws.ts';

/** How the instrumentation amplifier is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof instrumentationAmplifier> = {
  working: (c) => {
    const { given: g } = c.x;
    const s = solve(c.x);
    const { swing } = room(c.x, s);
    const h: readonly [number, ''] = [Math.sqrt(s.square(g.signalFrequency)), ''];
    return [
      ...(s.three
        ? [
            step('Gain of the first stage', 'G1 = 1 + (R2 + R3)/R1', [s.g1, ''], { R1: 'R1.value', R2: 'R2.value', R3: 'R3.value' }, 'two input amplifiers'),
            step('Gain', 'G = G1*Gd', 'gain', { G1: [s.g1, ''], Gd: [s.gd, ''] }, 'first stage and difference stage'),
            step('Mismatch', 'm = Gc/G', 'commonModeGain', { Gc: [s.gc, ''], G: 'gain' }, 'difference stage referred to the input'),
          ]
        : [step('Gain', 'G = 1 + K/R1', 'gain', { K: 'U1.gainConstant', R1: 'R1.value' }, 'gain constant of the chip')]),
      step('Gain error', 'e = G*H/Gw - 1', 'gainError', { G: 'gain', H: h, Gw: 'given.gain' }, 'with both poles at the signal frequency'),
      step(
        'Bandwidth',
        'f = sqrt((sqrt((p1^2 + p2^2)^2 + 4*p1^2*p2^2) - p1^2 - p2^2)/2)',
        'bandwidth',
        { p1: [s.p1, 'Hz'], p2: [s.p2, 'Hz'] },
        'half power of two poles',
      ),
      step(
        'Common-mode rejection',
        'R = -20*log10(abs(m) + c)',
        'commonModeRejection',
        { m: 'commonModeGain', c: [s.leak, ''] },
        'resistors, device and source add',
      ),
      step('Signal at the output', 'Vp = G*H*Vs', 'outputPeak', { G: 'gain', H: h, Vs: 'inputAmplitude' }, 'two poles'),
      step(
        'Inner nodes to their upper end',
        'Vl = Vcc - Vr/2 - Vs - (Vi + Vd + Vc + G1*V/2)',
        'nodeHeadroomHigh',
        {
          Vcc: 'positiveSupply',
          Vr: 'inputRipple',
          Vs: 'U1.nodeSwingHigh',
          Vi: 'inputLevel',
          Vd: 'U1.levelShift',
          Vc: 'commonModeAmplitude',
          G1: [s.g1, ''],
          V: 'inputAmplitude',
        },
        'common mode and half the amplified difference',
      ),
      step(
        'Output to its upper end',
        'Vl = Vcc - Vr/2 - Vs - (D + Vp + Vo)',
        'outputHeadroomHigh',
        { Vcc: 'positiveSupply', Vr: 'inputRipple', Vs: 'U1.outputSwingHigh', D: 'referenceLevel', Vp: [swing, 'V'], Vo: 'outputOffset' },
        'trough of the rail',
      ),
      step('Offset at the input', 'Vi = Vo/G', 'inputOffset', { Vo: 'outputOffset', G: 'gain' }, 'referred to the input'),
      step('Noise at the output', 'en = G*ei', 'outputNoise', { G: 'gain', ei: 'inputNoise' }, 'referred to the output'),
      ...(g.inputAmplitude > 0
        ? [step('Signal to noise', 'SN = 20*log10(V/sqrt(2)/ei)', 'signalToNoise', { V: 'inputAmplitude', ei: 'inputNoise' }, 'definition')]
        : []),
      step('Heat', 'P = (Vp - Vn)*I', 'dissipation', { Vp: 'positiveSupply', Vn: 'negativeSupply', I: 'supplyCurrent' }, 'Joule'),
      step('Junction', 'Tj = Ta + P*Rth', 'junctionTemperature', { Ta: 'ambient', P: 'dissipation', Rth: 'U1.junctionToAmbient' }, 'thermal Ohm’s law'),
    ];
  },
  figure: (c) => {
    const { given: g, parts: p } = c.x;
    const r = (id: 'R1' | 'R2' | 'R3' | 'R4' | 'R5' | 'R6' | 'R7', at: [number, number], dir: 'right' | 'down', side?: 1 | -1): Drawn =>
      part('resistor', at, dir, id, sayPart(p[id].value, 'ohm'), side ? { side } : {});
    const level = say(g.inputLevel, 'V');
    if (g.topology === 'single-resistor')
      return {
        width: 480,
        height: 280,
        title: 'A chip set by one resistor',
        items: [
          port(60, 90, 'in +', level, 'left'),
          wire(60, 90, 220, 90),
          port(60, 190, 'in −', level, 'left'),
          wire(60, 190, 220, 190),
          { sym: 'block', id: 'U1', at: [220, 70], size: [120, 140], label: 'U1', value: `× ${sayOut(c, 'gain', '')}` },
          wire(220, 110, 150, 110, 150, 105),
          wire(150, 175, 150, 170, 220, 170),
          r('R1', [150, 105], 'down', -1),
          wire(340, 140, 400, 140),
          port(400, 140, 'out', `${sayOut(c, 'outputPeak', 'V')} peak`),
          wire(280, 210, 280, 245, 330, 245),
          port(330, 245, 'reference', say(g.referenceLevel, 'V')),
        ],
      };
    const amp = (x: number, y: number, flip?: 'over'): Drawn => ({ sym: 'symbol', as: 'opamp', id: 'U1', at: [x, y], label: 'U1', ...(flip ? { flip } : {}) });
    return {
      width: 720,
      height: 480,
      title: 'Two input amplifiers and a difference stage',
      items: [
        port(60, 65, 'in +', level, 'left'),
        wire(60, 65, 130, 65),
        amp(130, 80),
        wire(130, 95, 110, 95, 110, 165),
        port(60, 395, 'in −', level, 'left'),
        wire(60, 395, 130, 395),
        amp(130, 380, 'over'),
        wire(130, 365, 110, 365, 110, 295),
        wire(110, 165, 160, 165),
        r('R2', [160, 165], 'right'),
        wire(230, 165, 270, 165, 270, 80, 214, 80),
        dot(270, 80),
        r('R1', [110, 195], 'down', -1),
        wire(110, 165, 110, 195),
        dot(110, 165),
        wire(110, 265, 110, 295),
        dot(110, 295),
        wire(110, 295, 160, 295),
        r('R3', [160, 295], 'right'),
        wire(230, 295, 270, 295, 270, 380, 214, 380),
        dot(270, 380),
        wire(270, 80, 300, 80),
        r('R6', [300, 80], 'right'),
        wire(270, 380, 300, 380),
        r('R4', [300, 380], 'right'),
        wire(370, 80, 440, 80, 440, 215, 500, 215),
        wire(370, 380, 440, 380, 440, 245, 500, 245),
        dot(440, 80),
        wire(440, 80, 470, 80),
        r('R7', [470, 80], 'right'),
        wire(540, 80, 580, 80),
        port(580, 80, 'reference', say(g.referenceLevel, 'V')),
        dot(440, 380),
        wire(440, 380, 490, 380),
        r('R5', [490, 380], 'right'),
        wire(560, 380, 610, 380, 610, 230, 584, 230),
        dot(610, 230),
        amp(500, 230),
        wire(610, 230, 640, 230),
        port(640, 230, 'out', ''),
      ],
    };
  },
  simulate: (x) => {
    const { given: g, parts: p } = x;
    const s = solve(x);
    const u = p.U1;
    const amp = (name: string, plus: string, minus: string, out: string, gainBandwidth: number) =>
      ({ is: 'opamp', name, p: plus, n: minus, out, openLoopGain: 1e8, gainBandwidth }) as const;
    const r = (name: string, a: string, b: string, ohms: number) => ({ is: 'resistor', name, a, b, ohms }) as const;
    const half = s.three ? null : u.gainConstant / 2;
    return {
      elements: [
        {
          is: 'voltage',
          name: 'Vp',
          a: 'a',
          b: '0',
          wave: { sort: 'sine', offset: 0, amplitude: g.inputAmplitude / 2, frequency: g.signalFrequency },
          ac: 0.5,
        },
        {
          is: 'voltage',
          name: 'Vn',
          a: 'b',
          b: '0',
          wave: { sort: 'sine', offset: 0, amplitude: -g.inputAmplitude / 2, frequency: g.signalFrequency },
          ac: -0.5,
        },
        amp('U1.1', 'a', 'c', 'e', u.gainBandwidth),
        amp('U1.2', 'b', 'd', 'f', u.gainBandwidth),
        r('R1', 'c', 'd', p.R1.value),
        r('R2', 'c', 'e', half ?? p.R2.value!),
        r('R3', 'd', 'f', half ?? p.R3.value!),
        r('R6', 'e', 'g', half ? 1e4 : p.R6.value!),
        r('R7', 'g', '0', half ? 1e4 : p.R7.value!),
        r('R4', 'f', 'h', half ? 1e4 : p.R4.value!),
        r('R5', 'h', 'out', half ? 1e4 : p.R5.value!),
        amp('U1.3', 'g', 'h', 'out', s.three ? u.gainBandwidth : 2 * u.outputBandwidth),
      ],
      out: 'out',
      band: [0.1, 10 * s.bandwidth],
      time: { stop: 4 / g.signalFrequency, start: 'rest' },
      confirms: {
        gain: (b) => b.gain('out', Math.min(1, s.bandwidth / 1e4)),
        bandwidth: (b) => b.corner('out', Math.min(1, s.bandwidth / 1e4), 50 * s.bandwidth),
      },
    };
  },
  curves: (x) => {
    const s = solve(x);
    const { given: g } = x;
    const limits = (level: number) => {
      const there = solve({ ...x, given: { ...g, inputLevel: level } });
      const k = room({ ...x, given: { ...g, inputLevel: level, inputAmplitude: 0 } }, there);
      return Math.max(0, Math.min(2 * (Math.min(k.nodeHeadroomHigh, k.nodeHeadroomLow) / there.g1) * there.gain, k.outputHeadroomHigh));
    };
    return [
      {
        id: 'diamond',
        title: 'Output over the level of the inputs',
        x: { label: 'level of the inputs', unit: 'V', log: false, from: g.negativeSupply, to: g.positiveSupply },
        y: { label: 'output peak that passes', unit: 'V' },
        points: 81,
        marks: [{ axis: 'x', value: g.inputLevel, label: 'here' }],
        at: limits,
      },
      {
        id: 'response',
        title: 'Response',
        x: { label: 'frequency', unit: 'Hz', log: true, from: Math.max(0.1, g.signalFrequency / 100), to: g.signalFrequency * 1e4 },
        y: { label: 'gain', unit: 'dB' },
        points: 101,
        marks: [{ axis: 'x', value: g.signalFrequency, label: 'highest signal' }],
        at: (f) => toDb(s.gain * Math.sqrt(s.square(f))),
      },
      {
        id: 'rejection',
        title: 'Common-mode rejection over frequency',
        x: { label: 'frequency', unit: 'Hz', log: true, from: 1, to: 1e5 },
        y: { label: 'rejection', unit: 'dB' },
        points: 81,
        marks: [{ axis: 'x', value: g.commonModeFrequency, label: 'common mode' }],
        at: (f) => {
          const there = solve({ ...x, given: { ...g, commonModeFrequency: f } });
          return -toDb(Math.abs(there.commonModeGain) + there.leak);
        },
      },
      {
        id: 'noise',
        title: 'Noise density at the input',
        x: { label: 'frequency', unit: 'Hz', log: true, from: g.noiseBandLow, to: g.noiseBandHigh },
        y: { label: 'density', unit: 'V/rtHz', log: true },
        points: 81,
        marks: [],
        at: (f) => Math.sqrt(density(x, s, f) * s.square(f)),
      },
    ];
  },
  bringUp: (c) => {
    const { given: g } = c.x;
    const wide = (c.out('outputOffset').high ?? 0) + 0.01 * Math.abs(g.referenceLevel);
    return [
      { id: 'fit', act: 'fit', title: 'Fit the amplifier', text: 'Solder U1 with its capacitor and R1; the legs of the source stay open.' },
      {
        id: 'joined',
        act: 'probe',
        title: 'Inputs joined',
        text: `Both inputs joined at ${say(g.inputLevel, 'V')}: the output stands at the reference level, and stays there when that level moves over its range.`,
        expect: { point: 'output', unit: 'V', low: g.referenceLevel - wide, nominal: g.referenceLevel, high: g.referenceLevel + wide },
      },
      { id: 'known', act: 'probe', title: 'A known difference', text: 'A millivolt difference from a divider: the output moves by it times the gain.' },
    ];
  },
  schools:
    'Three op amps with resistors of 0.1 %, or one chip: what rejection costs is shown for both. A filter ahead with matched capacitors, or only one across the inputs.',
  sources: ['textbook difference and instrumentation amplifier theory', 'Johnson–Nyquist'],
};
