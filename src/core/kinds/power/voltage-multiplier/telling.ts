import { dot, ground, part, port, wire } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { type voltageMultiplier, load, ladder } from './index.ts';

/** How voltage multiplier is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof voltageMultiplier> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const i = load(c.x);
    const series = g.topology === 'series-ladder';
    const u = i / (g.driveFrequency * parts.C1.value * parts.C1.biasRetention);
    const steps: StepsOf<typeof voltageMultiplier> = [
      step('Load', 'I = m*Im + Il', 'diodeCurrent', { m: 'microphoneCount', Im: 'microphoneCurrent', Il: 'loadCurrent' }, 'sum'),
      step(
        'Unloaded ladder',
        `V0 = ${series ? 'Vb + n*Vpp - 2*n*Vf' : 'Vb - Vf + n*(Vpp - Vf)'}`,
        'noLoadVoltage',
        { Vb: 'baseVoltage', n: 'stages', Vpp: 'drivePeakToPeak', Vf: 'D1.forwardVoltage' },
        'ladder law',
      ),
    ];
    if (series && g.driveShape === 'square')
      steps.push(
        step(
          'Droop',
          'Vd = u*(2*n^3/3 + n^2/2 - n/6) + 4*n^2*Rd*I',
          'droop',
          { u: [u, 'V'], n: 'stages', Rd: 'driveResistance', I: [i, 'A'] },
          'charge transfer stage by stage',
        ),
      );
    if (c.nominal('outputVoltage') !== null)
      steps.push(
        step('Output', 'Vo = V0 - Vd - I*R1', 'outputVoltage', { V0: 'noLoadVoltage', Vd: 'droop', I: [i, 'A'], R1: 'R1.value' }, 'Ohm'),
        step(
          'At the microphone',
          'Vm = Vo - Im*RP/2',
          'microphoneVoltage',
          { Vo: 'outputVoltage', Im: 'microphoneCurrent', RP: 'RP.value' },
          'two feed resistors in parallel',
        ),
      );
    return steps;
  },
  figure: (c) => {
    const { C2 } = c.x.parts;
    // Room for its words where there is one.
    const on = C2.value ? 45 : 0;
    return {
      width: 560 + on,
      height: 190,
      title: 'Ladder of stages, filter and feed resistors',
      items: [
        port(40, 50, 'drive', say(c.x.given.drivePeakToPeak, 'V'), 'left'),
        wire(40, 50, 60, 50),
        part('capacitor', [60, 50], 'right', 'C1', sayPart(c.x.parts.C1.value, 'F')),
        part('diode', [130, 50], 'right', 'D1', `${c.x.given.stages} stages`),
        wire(200, 50, 230 + on, 50),
        ...(C2.value
          ? [dot(215, 50), part('capacitor' as const, [215, 50] as [number, number], 'down' as const, 'C2', sayPart(C2.value, 'F')), ground(215, 120)]
          : []),
        part('resistor', [230 + on, 50], 'right', 'R1', sayPart(c.x.parts.R1.value, 'ohm')),
        dot(330 + on, 50),
        wire(300 + on, 50, 380 + on, 50),
        part('capacitor', [330 + on, 50], 'down', 'C3', sayPart(c.x.parts.C3.value, 'F')),
        ground(330 + on, 120),
        part('resistor', [380 + on, 50], 'right', 'RP', sayPart(c.x.parts.RP.value, 'ohm')),
        wire(450 + on, 50, 500 + on, 50),
        port(500 + on, 50, 'microphone', sayOut(c, 'microphoneVoltage', 'V')),
      ],
    };
  },
  simulate: (x) => {
    const {
      given: g,
      parts: { C3, R1 },
    } = x;
    if (!(R1.value > 0)) return null;
    return {
      elements: [
        { is: 'voltage', name: 'Vl', a: 'in', b: '0', wave: { sort: 'dc', value: 0 }, ac: 1 },
        { is: 'resistor', name: 'R1', a: 'in', b: 'out', ohms: R1.value },
        { is: 'capacitor', name: 'C3', a: 'out', b: '0', farads: C3.value * C3.biasRetention, esr: C3.esr },
      ],
      out: 'out',
      band: [g.driveFrequency / 1e4, g.driveFrequency * 10],
      time: { stop: 10 / g.driveFrequency },
      confirms: {
        outputRipple: (b) => {
          const gain = b.gain('out', g.driveFrequency);
          return typeof gain === 'number' ? gain * ladder(x, load(x)).ripple : gain;
        },
      },
    };
  },
  bringUp: (c) => [
    { id: 'light', act: 'probe', title: 'No microphone', text: 'DC volts at C3.', expect: { point: 'C3, no load', of: 'lightOutputVoltage' } },
    {
      id: 'loaded',
      act: 'probe',
      title: 'Dummy load',
      text: `A resistor that takes ${say(load(c.x), 'A')} at 48 V: DC volts at C3, then the ripple, AC coupled.`,
      expect: { point: 'C3, loaded', of: 'outputVoltage' },
    },
    { id: 'listen', act: 'probe', title: 'Listen', text: 'The drive frequency must not be heard or seen in the audio. Mute before you plug anything.' },
  ],
  schools:
    'A ladder, or a boost converter with feedback (regulated, one inductor); parallel pump (less droop, more stress) or series ladder; a regulated rail or a wide tolerance.',
  sources: ['IEC 61938 (P48: 48 V ± 4 V, 6.81 k, 10 mA)', 'textbook ladder law for droop and ripple (charge-transfer analysis)'],
};
