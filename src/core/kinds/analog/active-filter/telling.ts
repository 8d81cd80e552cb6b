import { stepWave } from '../../../circuit/netlist.ts';
import { rejectionAt } from '../../../models/opamp.ts';
import { shapeAt } from '../../../models/prototype.ts';
import { toDb } from '../../../physics/network.ts';
import type { Curve } from '../../../stage/contract.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import type { Judged } from '../../../stage/judged.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { activeFilter } from './index.ts';
import { bandwidthOf, Cascade, outputOf, sections, type Section } from './laws.ts';
import { passband, shapeOf } from './layout.ts';

type Name<P extends string> = `${P}${1 | 2 | 3 | 4}`;

/** How the active filter is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof activeFilter> = {
  working: (c) => {
    const { given: g } = c.x;
    const all = sections(c.x);
    const cascade = new Cascade(c.x);
    const band = g.shape === 'bandpass';
    const needs = all.reduce((a, s) => (bandwidthOf(s, g.shape) > bandwidthOf(a, g.shape) ? s : a));
    const steps: StepsOf<typeof activeFilter> = all.flatMap((s, i) => ofSection(s, i, g.shape, i === 0 && g.shape !== 'highpass' ? g.sourceResistance : 0));
    steps.push(
      step(
        'Gain-bandwidth needed',
        'B = k*b',
        'gainBandwidthNeeded',
        { k: 'gainBandwidthFactor', b: [bandwidthOf(needs, g.shape), 'Hz'] },
        'loop gain wanted at the section that needs most',
      ),
    );
    if (!band && c.nominal('cutoffFrequency') !== null)
      steps.push(
        step(
          'Cutoff',
          g.shape === 'highpass' ? 'fc = fh*W' : 'fc = fh/W',
          'cutoffFrequency',
          { fh: 'halfPowerFrequency', W: [cascade.ratio, ''] },
          'half power of the network, taken to the edge by the prototype',
        ),
      );
    if (band && c.nominal('centreFrequency') !== null)
      steps.push(
        step('Centre', 'f0 = sqrt(f1*f2)', 'centreFrequency', { f1: 'lowerCutoff', f2: 'upperCutoff' }, 'geometric middle'),
        step(
          'Bandwidth',
          'B = (f2 - f1)/W',
          'bandwidth',
          { f1: 'lowerCutoff', f2: 'upperCutoff', W: [cascade.ratio, ''] },
          'taken to the edges by the prototype',
        ),
      );
    if (cascade.swing > 0)
      steps.push(
        step(
          'Clips at',
          'Vm = Vo*Vr/Vp',
          'maximumSwing',
          { Vo: [cascade.swing, 'V'], Vr: [cascade.room, 'V'], Vp: 'peakSwing' },
          'in proportion to the highest swing inside',
        ),
        step('Signal to noise', 'SN = 20*log10(Vo/sqrt(2)/en)', 'signalToNoise', { Vo: [cascade.swing, 'V'], en: 'outputNoise' }, 'definition'),
      );
    if ((c.nominal('maximumSwing') ?? 0) > 0)
      steps.push(step('Dynamic range', 'D = 20*log10(Vm/sqrt(2)/en)', 'dynamicRange', { Vm: 'maximumSwing', en: 'outputNoise' }, 'definition'));
    if (c.x.carried.supplyRipple > 0 && c.x.carried.signalRipple === 0) {
      const f = c.x.carried.rippleFrequency;
      const h = cascade.real.voltage(cascade.out, f);
      const u = c.x.parts.U1;
      steps.push(
        step(
          'Ripple at the output',
          'Vo = Vr*(N*10^(-P/20) + H*10^(-S/20)/2)',
          'outputRipple',
          {
            Vr: 'supplyRipple',
            N: [cascade.real.errorGain(cascade.out, f), ''],
            P: [rejectionAt(u.rippleRejection, u.rippleRejectionCorner, f), 'dB'],
            H: [Math.hypot(1 - h.re, h.im), ''],
            S: 'referenceRejection',
          },
          'through the op amps and through the signal ground',
        ),
      );
    }
    steps.push(step('Supply current', 'I = n*Iq', 'supplyCurrent', { n: 'sections', Iq: 'U1.quiescentCurrent' }, 'sum'));
    return steps;
  },
  figure: (c) => {
    const { given: g } = c.x;
    const all = sections(c.x);
    const tall = 310;
    const items: Drawn[] = [port(40, TOP, 'in', '', 'left')];
    all.forEach((s, i) => {
      const [ox, oy] = [50 + (i % 2) * CELL, TOP + Math.floor(i / 2) * tall];
      items.push(...drawn(c, s, i, ox, oy));
      items.push({
        sym: 'text',
        at: [ox + 255, oy + (s.circuit === 'equal' ? 165 : 105)],
        text: `${sayOut(c, `sectionFrequency${i + 1}`, 'Hz')}${s.quality === null ? ', first order' : `, Q ${say(s.quality, '')}`}`,
        value: true,
      });
      if (i % 2 === 1 && i < all.length - 1) {
        const down = oy + (s.circuit === 'equal' ? 210 : 140);
        items.push(wire(ox + CELL - 10, oy + 15, ox + CELL, oy + 15, ox + CELL, down, 40, down, 40, oy + tall, 50, oy + tall));
      } else if (i < all.length - 1) items.push(wire(ox + CELL - 10, oy + 15, ox + CELL - 5, oy + 15, ox + CELL - 5, oy, ox + CELL, oy));
    });
    const last = all.length - 1;
    const [ex, ey] = [50 + (last % 2) * CELL + CELL - 10, TOP + 15 + Math.floor(last / 2) * tall];
    items.push(wire(40, TOP, 50, TOP), port(ex, ey, 'out', ''));
    return {
      width: 50 + Math.min(2, all.length) * CELL + 60,
      height: TOP + Math.floor(last / 2) * tall + (all.some((s) => s.circuit === 'equal') ? 220 : 140),
      title: `${all.length === 1 ? 'One section' : `${all.length} sections`}, ${g.shape}`,
      items,
    };
  },
  simulate: (x) => {
    const { given: g } = x;
    const cascade = new Cascade(x);
    const net = [...cascade.real.elements];
    const [from, to] = g.shape === 'bandpass' ? [g.centreFrequency / 10, g.centreFrequency * 10] : [g.cutoffFrequency / 100, g.cutoffFrequency * 100];
    const shape = shapeOf(g);
    return {
      elements: [{ is: 'voltage', name: 'Vin', a: 's', b: '0', wave: stepWave(1), ac: 1 }, ...net],
      out: cascade.out,
      band: [from, to],
      time: { stop: 8 / shape.frequency, start: 'rest' },
      confirms: {
        // The solver counts from DC, which lies in a valley of an even Chebyshev response.
        ...(g.shape === 'lowpass' && (shape.response !== 'chebyshev' || shape.order % 2 === 1)
          ? { halfPowerFrequency: (b) => b.corner(cascade.out, g.cutoffFrequency / 1e3, g.cutoffFrequency * 100) }
          : {}),
        ...(x.carried.sourceNoise === null ? { outputNoise: (b) => b.noise(cascade.out, g.bandLow, g.bandHigh) } : {}),
        ...(g.shape === 'bandpass' ? { gainDb: (b) => b.gainDb(cascade.out, g.centreFrequency) } : {}),
      },
    };
  },
  curves: (x) => {
    const { given: g } = x;
    const cascade = new Cascade(x);
    const shape = shapeOf(g);
    const centre = shape.frequency;
    const [from, to] = g.shape === 'bandpass' ? [centre / 10, centre * 10] : [centre / 100, centre * 100];
    const axis = { label: 'frequency', unit: 'Hz' as const, log: true, from, to };
    const edges = g.shape === 'bandpass' ? [...passband(g)] : [centre];
    const marks: Curve['marks'] = [
      ...edges.map((value) => ({ axis: 'x' as const, value, label: 'edge wanted' })),
      ...(g.attenuationFrequency === null ? [] : [{ axis: 'x' as const, value: g.attenuationFrequency, label: 'attenuation wanted' }]),
    ];
    const curves: Curve[] = [
      { id: 'response', title: 'Response', x: axis, y: { label: 'gain', unit: 'dB' }, points: 161, marks, at: (f) => toDb(cascade.real.gain(cascade.out, f)) },
      {
        id: 'ideal',
        title: 'Ideal shape',
        x: axis,
        y: { label: 'gain', unit: 'dB' },
        points: 161,
        marks,
        at: (f) => toDb(shapeAt(shape, f) * cascade.reference()),
      },
      { id: 'delay', title: 'Group delay', x: axis, y: { label: 'delay', unit: 's' }, points: 121, marks, at: (f) => cascade.real.delay(cascade.out, f) },
      {
        id: 'noise',
        title: 'Noise density at the output',
        x: { ...axis, from: g.bandLow, to: g.bandHigh },
        y: { label: 'density', unit: 'V/rtHz', log: true },
        points: 81,
        marks: [],
        at: (f) => Math.sqrt(cascade.density(f)),
      },
    ];
    cascade.sections.forEach((_, i) => {
      if (i < cascade.sections.length - 1)
        curves.push({
          id: `inside${i + 1}`,
          title: `Up to section ${i + 1}`,
          x: axis,
          y: { label: 'gain', unit: 'dB' },
          points: 121,
          marks,
          at: (f) => toDb(cascade.real.gain(outputOf(i), f)),
        });
    });
    if (g.shape === 'lowpass') {
      const stop = 4 / Math.min(...cascade.sections.map((s) => s.frequency));
      let y: Float64Array | null = null;
      curves.push({
        id: 'step',
        title: 'Step',
        x: { label: 'time', unit: 's', log: false, from: 0, to: stop },
        y: { label: 'share of the final value', unit: 'ratio' },
        points: 201,
        marks: [],
        at: (t) => (y ??= cascade.step(stop, 800))[Math.round((t / stop) * 800)]!,
      });
    }
    return curves;
  },
  bringUp: (c) => {
    const { given: g } = c.x;
    const middle = g.supplyVoltage / 2;
    return [
      {
        id: 'fit',
        act: 'fit',
        title: 'Fit the filter',
        text: 'Solder the op amps with their supply capacitors, then the sections. Keep the capacitors of equal value from one batch.',
      },
      {
        id: 'rest',
        act: 'probe',
        title: 'Outputs at rest',
        text: 'No signal, input at the signal ground: DC volts at each op amp’s output, half the supply.',
        expect: { point: 'each op amp output', unit: 'V', low: middle * 0.95, nominal: middle, high: middle * 1.05 },
      },
      {
        id: 'edge',
        act: 'probe',
        title: g.shape === 'bandpass' ? 'Centre' : 'Half power',
        text: `Sine of a tenth of the swing. ${g.shape === 'bandpass' ? 'Both frequencies where the output is 0.707 of its highest: the root of their product.' : 'The frequency where the output is 0.707 of that in the passband.'}`,
        expect: { point: 'output, ×10 probe', of: g.shape === 'bandpass' ? 'centreFrequency' : 'halfPowerFrequency' },
      },
      { id: 'swing', act: 'probe', title: 'Full swing', text: 'Full swing at the edge of the passband: no flat tops and no triangles at any op amp’s output.' },
      {
        id: 'quiet',
        act: 'probe',
        title: 'Noise',
        text: `Input shorted to its level: AC millivolts in the band, no more than ${say(c.out('outputNoise').high, 'V')} rms.`,
      },
    ];
  },
  schools:
    'Gain-bandwidth of a hundred times (undisturbed), or twenty with the shift shown. Sallen-Key at a gain of one (least sensitive), with equal parts (one value), or multiple feedback (steep stopband, inverting). Low quality first for headroom, last for noise.',
  sources: ['Butterworth 1930', 'Thomson 1949', 'Chebyshev polynomials', 'Sallen and Key 1955', 'Zverev, Handbook of Filter Synthesis', 'Linkwitz 1976'],
};

/** Width of a section in the figure. */
const CELL = 350;
/** Height of the first input in the figure. */
const TOP = 165;

/** Working of one section: frequency, quality and gain from its parts. */
function ofSection(s: Section, i: number, shape: string, source: number): StepsOf<typeof activeFilter> {
  const k = i + 1;
  const [frequency, quality, gain] = [`sectionFrequency${k}`, `sectionQuality${k}`, `sectionGain${k}`] as [
    Name<'sectionFrequency'>,
    Name<'sectionQuality'>,
    Name<'sectionGain'>,
  ];
  const r = (place: number): [number, 'ohm'] => [s.R[place]! + (place === 1 ? source : 0), 'ohm'];
  const c = (place: number): [number, 'F'] => [s.C[place]!, 'F'];
  const title = (what: string) => `Section ${k}: ${what}`;
  if (s.circuit === 'first') return [step(title('frequency'), 'f = 1/(2*pi*R1*C1)', frequency, { R1: r(1), C1: c(1) }, 'first-order network')];
  const w = 2 * Math.PI * s.frequency;
  const W: [number, 'Hz'] = [s.frequency, 'Hz'];
  if (s.circuit !== 'feedback') {
    const q = shape === 'highpass' ? 'Q = 1/(2*pi*f*(R1*(C1 + C2) + R2*C2*(1 - K)))' : 'Q = 1/(2*pi*f*(R1*C2 + R2*C2 + R1*C1*(1 - K)))';
    return [
      ...(s.circuit === 'equal' ? [step(title('gain'), 'K = 1 + R4/R3', gain, { R3: r(3), R4: r(4) }, 'feedback divider')] : []),
      step(title('frequency'), 'f = 1/(2*pi*sqrt(R1*R2*C1*C2))', frequency, { R1: r(1), R2: r(2), C1: c(1), C2: c(2) }, 'Sallen and Key'),
      step(title('quality'), q, quality, { f: W, R1: r(1), R2: r(2), C1: c(1), C2: c(2), K: [s.k, ''] }, 'Sallen and Key'),
    ];
  }
  if (shape === 'lowpass')
    return [
      step(title('frequency'), 'f = 1/(2*pi*sqrt(R2*R3*C1*C2))', frequency, { R2: r(2), R3: r(3), C1: c(1), C2: c(2) }, 'multiple feedback'),
      step(title('quality'), 'Q = 1/(2*pi*f*C2*(R2 + R3 + R2*R3/R1))', quality, { f: W, R1: r(1), R2: r(2), R3: r(3), C2: c(2) }, 'multiple feedback'),
      step(title('gain'), 'A = -R2/R1', gain, { R1: r(1), R2: r(2) }, 'multiple feedback'),
    ];
  if (shape === 'highpass')
    return [
      step(title('frequency'), 'f = 1/(2*pi*sqrt(R1*R2*C2*C3))', frequency, { R1: r(1), R2: r(2), C2: c(2), C3: c(3) }, 'multiple feedback'),
      step(title('quality'), 'Q = 2*pi*f*R2*C2*C3/(C1 + C2 + C3)', quality, { f: W, R2: r(2), C1: c(1), C2: c(2), C3: c(3) }, 'multiple feedback'),
      step(title('gain'), 'A = -C1/C2', gain, { C1: c(1), C2: c(2) }, 'multiple feedback'),
    ];
  return [
    s.R[3]! > 0
      ? step(
          title('frequency'),
          'f = sqrt((1/R1 + 1/R3)/(R2*C1*C2))/(2*pi)',
          frequency,
          { R1: r(1), R2: r(2), R3: r(3), C1: c(1), C2: c(2) },
          'multiple feedback',
        )
      : step(title('frequency'), 'f = sqrt(1/(R1*R2*C1*C2))/(2*pi)', frequency, { R1: r(1), R2: r(2), C1: c(1), C2: c(2) }, 'multiple feedback'),
    step(title('quality'), 'Q = 2*pi*f*R2/(1/C1 + 1/C2)', quality, { f: [w / (2 * Math.PI), 'Hz'], R2: r(2), C1: c(1), C2: c(2) }, 'multiple feedback'),
    step(title('gain at its peak'), 'A = -R2/(R1*C1*(1/C1 + 1/C2))', gain, { R1: r(1), R2: r(2), C1: c(1), C2: c(2) }, 'multiple feedback'),
  ];
}

/** One section with its op amp, its input at (x, y), its output at (x + 340, y + 15). */
function drawn(c: Judged, s: Section, i: number, x: number, y: number): Drawn[] {
  const k = i + 1;
  const shape = c.x.given.shape as string;
  const res = (place: number, px: number, py: number, dir: 'right' | 'down', side?: 1 | -1): Drawn =>
    part('resistor', [x + px, y + py], dir, `R${k}${place}`, sayPart(s.R[place], 'ohm'), side ? { side } : {});
  const cap = (place: number, px: number, py: number, dir: 'right' | 'down', side?: 1 | -1): Drawn =>
    part('capacitor', [x + px, y + py], dir, `C${k}${place}`, sayPart(s.C[place], 'F'), side ? { side } : {});
  const line = (...xy: number[]): Drawn => wire(...xy.map((v, at) => v + (at % 2 ? y : x)));
  const node = (px: number, py: number): Drawn => dot(x + px, y + py);
  const earth = (px: number, py: number): Drawn => ground(x + px, y + py);
  const amp = (flip?: 'over'): Drawn => ({ sym: 'symbol', as: 'opamp', id: 'U1', at: [x + 210, y + 15], label: 'U1', ...(flip ? { flip } : {}) });
  const out = [line(294, 15, 340, 15), node(310, 15)];
  const high = shape === 'highpass';
  if (s.circuit === 'first')
    return [
      high ? cap(1, 20, 0, 'right') : res(1, 20, 0, 'right'),
      line(0, 0, 20, 0),
      line(90, 0, 210, 0),
      node(150, 0),
      line(150, 0, 150, 30),
      high ? res(1, 150, 30, 'down', -1) : cap(1, 150, 30, 'down', -1),
      earth(150, 100),
      amp(),
      line(210, 30, 195, 30, 195, 70, 310, 70, 310, 15),
      ...out,
    ];
  if (s.circuit === 'feedback') {
    const serial = shape === 'lowpass' ? res(3, 85, 0, 'right') : cap(high ? 3 : 2, 85, 0, 'right');
    const first = high ? cap(1, 0, 0, 'right') : res(1, 0, 0, 'right');
    const shunt = high ? res(1, 75, 30, 'down', -1) : shape === 'lowpass' ? cap(1, 75, 30, 'down', -1) : s.R[3]! > 0 ? res(3, 75, 30, 'down', -1) : null;
    const inner = shape === 'lowpass' ? cap(2, 200, -65, 'right') : res(2, 200, -65, 'right');
    const outer = shape === 'lowpass' ? res(2, 110, -125, 'right') : cap(high ? 2 : 1, 110, -125, 'right');
    return [
      first,
      line(70, 0, 85, 0),
      node(75, 0),
      ...(shunt ? [line(75, 0, 75, 30), shunt, earth(75, 100)] : []),
      serial,
      line(155, 0, 210, 0),
      node(175, 0),
      line(175, 0, 175, -65, 200, -65),
      inner,
      line(270, -65, 310, -65),
      node(310, -65),
      line(75, 0, 75, -125, 110, -125),
      outer,
      line(180, -125, 310, -125, 310, 15),
      amp('over'),
      line(210, 30, 195, 30, 195, 50),
      earth(195, 50),
      ...out,
    ];
  }
  const equal = s.circuit === 'equal';
  return [
    high ? cap(1, 0, 0, 'right') : res(1, 0, 0, 'right'),
    line(70, 0, 85, 0),
    node(77, 0),
    high ? cap(2, 85, 0, 'right') : res(2, 85, 0, 'right'),
    line(155, 0, 210, 0),
    node(165, 0),
    line(165, 0, 165, 30),
    high ? res(2, 165, 30, 'down', -1) : cap(2, 165, 30, 'down', -1),
    earth(165, 100),
    line(77, 0, 77, -60, 130, -60),
    high ? res(1, 130, -60, 'right') : cap(1, 130, -60, 'right'),
    line(200, -60, 310, -60, 310, 15),
    amp(),
    ...(equal
      ? [
          line(210, 30, 195, 30, 195, 95),
          node(195, 95),
          line(195, 95, 220, 95),
          res(4, 220, 95, 'right'),
          line(290, 95, 310, 95, 310, 15),
          line(195, 95, 195, 115),
          res(3, 195, 115, 'down', -1),
          earth(195, 185),
        ]
      : [line(210, 30, 195, 30, 195, 70, 310, 70, 310, 15)]),
    ...out,
  ];
}
