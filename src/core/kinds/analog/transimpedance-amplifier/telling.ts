import { stepWave } from '../../../circuit/netlist.ts';
import { toDb } from '../../../physics/network.ts';
import { dot, ground, part, port, thing, wire } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { transimpedanceAmplifier } from './index.ts';
import { closed, densities, levels, loopOf } from './laws.ts';

/** How the transimpedance amplifier is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof transimpedanceAmplifier> = {
  working: (c) => {
    const loop = loopOf(c.x);
    const { sign } = levels(c.x, loop);
    const { q } = closed(loop);
    const total: [number, 'F'] = [loop.ct + loop.c, 'F'];
    return [
      step('Transresistance', 'Rt = R1', 'transresistance', { R1: 'R1.value' }, 'definition'),
      step(
        'Output at full scale',
        sign > 0 ? 'V = Vr + I*R1' : 'V = Vr - I*R1',
        'outputVoltage',
        { Vr: 'referenceLevel', I: 'inputCurrent', R1: 'R1.value' },
        'Ohm',
      ),
      step(
        'Natural frequency',
        'fn = 1/(2*pi*sqrt(R1*C/(2*pi*B)))',
        'naturalFrequency',
        { R1: 'R1.value', C: total, B: 'U1.gainBandwidth' },
        'second-order loop',
      ),
      step(
        'Quality of the loop',
        'Q = sqrt(R1*C/(2*pi*B))/(R1*C1 + a/(2*pi*B))',
        'quality',
        { R1: 'R1.value', C: total, B: 'U1.gainBandwidth', C1: 'C1.value', a: [loop.a, ''] },
        'second-order loop',
      ),
      step(
        'Bandwidth',
        'f3 = fn*sqrt(x + sqrt(x^2 + 1))',
        'bandwidth',
        { fn: 'naturalFrequency', x: [1 - 1 / (2 * q * q), ''] },
        'half power of a second-order low-pass, x = 1 − 1/(2·Q²)',
      ),
      ...(q > Math.SQRT1_2 ? [step('Peak', 'A = 20*log10(Q/sqrt(1 - 1/(4*Q^2)))', 'peaking', { Q: 'quality' }, 'second-order low-pass')] : []),
      step(
        'Offset',
        'Vo = Vos*a + (Ib + Id)*R1',
        'outputOffset',
        { Vos: 'U1.offsetVoltage', a: [loop.a, ''], Ib: 'U1.biasCurrent', Id: 'darkCurrent', R1: 'R1.value' },
        'superposition of magnitudes',
      ),
      step('Noise as a current', 'in = en/R1', 'inputCurrentNoise', { en: 'outputNoise', R1: 'R1.value' }, 'referred to the input'),
      step('Signal to noise', 'SN = 20*log10(I*R1/en)', 'signalToNoise', { I: 'inputCurrent', R1: 'R1.value', en: 'outputNoise' }, 'definition'),
      step('Smallest current', 'Is = ed/R1', 'smallestCurrent', { ed: 'darkNoise', R1: 'R1.value' }, 'equal to the noise in the dark'),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    return {
      width: 480,
      height: 320,
      title: 'Photodiode, op amp with feedback resistor and capacitor',
      items: [
        wire(120, 180, 230, 180),
        dot(190, 180),
        thing('photodiode', [120, 250], 'up', 'source', say(g.inputCurrent, 'A'), { side: -1 }),
        ground(120, 250),
        { sym: 'symbol', as: 'opamp', id: 'U1', at: [230, 195], label: 'U1', flip: 'over' },
        wire(190, 180, 190, 110, 220, 110),
        part('resistor', [220, 110], 'right', 'R1', sayPart(parts.R1.value, 'ohm')),
        wire(290, 110, 340, 110, 340, 195),
        dot(190, 110),
        wire(190, 110, 190, 50, 220, 50),
        part('capacitor', [220, 50], 'right', 'C1', sayPart(parts.C1.value, 'F')),
        wire(290, 50, 340, 50, 340, 110),
        dot(340, 110),
        wire(230, 210, 205, 210, 205, 290, 150, 290),
        port(150, 290, 'reference', say(g.referenceLevel, 'V'), 'left'),
        wire(314, 195, 400, 195),
        dot(340, 195),
        port(400, 195, 'out', sayOut(c, 'outputVoltage', 'V')),
      ],
    };
  },
  simulate: (x) => {
    const { given: g, parts } = x;
    const u = parts.U1;
    const { fn } = closed(loopOf(x));
    return {
      elements: [
        { is: 'current', name: 'I1', a: 'n', b: '0', wave: stepWave(g.inputCurrent), ac: 1 },
        { is: 'capacitor', name: 'Ct', a: 'n', b: '0', farads: Math.max(g.sourceCapacitance + u.inputCapacitance, 1e-15) },
        { is: 'resistor', name: 'Rsh', a: 'n', b: '0', ohms: g.sourceResistance },
        { is: 'resistor', name: 'R1', a: 'n', b: 'out', ohms: parts.R1.value },
        { is: 'capacitor', name: 'C1', a: 'n', b: 'out', farads: parts.C1.value },
        {
          is: 'opamp',
          name: 'U1',
          p: '0',
          n: 'n',
          out: 'out',
          openLoopGain: 1e7,
          gainBandwidth: u.gainBandwidth,
          voltageNoise: u.voltageNoise,
          voltageNoiseCorner: u.voltageNoiseCorner,
          currentNoise: u.currentNoise,
        },
      ],
      out: 'out',
      band: [fn / 1e4, fn * 100],
      time: { stop: 5 / fn, start: 'rest' },
      confirms: {
        transresistance: (b) => b.gain('out', fn / 1e5),
        bandwidth: (b) => b.corner('out', fn / 1e4, fn * 1e3),
      },
    };
  },
  curves: (x) => {
    const loop = loopOf(x);
    const { fn, q } = closed(loop);
    const { given: g } = x;
    const axis = { label: 'frequency', unit: 'Hz' as const, log: true, from: g.minimumBandwidth / 100, to: g.minimumBandwidth * 1000 };
    return [
      {
        id: 'response',
        title: 'Response',
        x: axis,
        y: { label: 'against DC', unit: 'dB' },
        points: 141,
        marks: [{ axis: 'x', value: g.minimumBandwidth, label: 'bandwidth wanted' }],
        at: (f) => -10 * Math.log10((1 - (f / fn) ** 2) ** 2 + (f / fn / q) ** 2),
      },
      {
        id: 'loop',
        title: 'Loop gain',
        x: axis,
        y: { label: 'gain', unit: 'dB' },
        points: 121,
        marks: [{ axis: 'y', value: 0, label: 'one' }],
        at: (f) => {
          const s = 2 * Math.PI * f;
          return toDb(((loop.w / s) * Math.hypot(1, s * loop.r * loop.c)) / Math.hypot(loop.a, s * loop.r * (loop.ct + loop.c)));
        },
      },
      {
        id: 'noise',
        title: 'Noise density at the output',
        x: { ...axis, from: g.noiseBandLow, to: g.noiseBandHigh },
        y: { label: 'density', unit: 'V/rtHz', log: true },
        points: 101,
        marks: [],
        at: (f) => {
          const n = densities(x, loop, g.inputCurrent, f);
          return Math.sqrt(n.feedback + n.source + n.current + n.shot + n.voltage);
        },
      },
    ];
  },
  bringUp: (c) => {
    const { given: g } = c.x;
    const wide = (c.out('outputOffset').high ?? 0) + 0.01 * Math.abs(g.referenceLevel);
    return [
      {
        id: 'fit',
        act: 'fit',
        title: 'Fit the amplifier',
        text: 'Solder U1 with its capacitor, R1 and C1 short; wash the flux off around the inverting input.',
      },
      {
        id: 'dark',
        act: 'probe',
        title: 'In the dark',
        text: 'Cover on: DC volts at the output, the reference level with the offset on either side.',
        expect: { point: 'U1 output', unit: 'V', low: g.referenceLevel - wide, nominal: g.referenceLevel, high: g.referenceLevel + wide },
      },
      {
        id: 'step',
        act: 'probe',
        title: 'A flash',
        text: 'A light-emitting diode flashed at the sensor: the edge may overshoot a little, and does not ring on.',
      },
      { id: 'quiet', act: 'probe', title: 'Noise in the dark', text: `Cover on: no more than ${say(c.out('darkNoise').high, 'V')} rms in the band.` },
    ];
  },
  schools: 'One large feedback resistor (quiet), or a smaller one and a second stage (wider).',
  sources: ['feedback theory of second-order loops', 'Johnson–Nyquist', 'Schottky shot noise'],
};
