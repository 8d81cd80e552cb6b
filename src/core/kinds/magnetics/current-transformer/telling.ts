import { isMeasured } from '../../../circuit/measure.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { currentTransformer } from './index.ts';
import { clamped, levels, output, ratio, secondary, transfer, winding } from './laws.ts';

export const telling: Telling<typeof currentTransformer> = {
  working: (c) => {
    const { given: g } = c.x;
    const sine = g.waveform === 'sine';
    const q = [transfer(c.x).share, 'ratio'] as const;
    const r = [ratio(c.x), 'ratio'] as const;
    const E = [winding(c.x), 'V'] as const;
    const { up } = levels(c.x);
    const conducts = up !== null && clamped(secondary(c.x), up, c.x).diode > 0;
    const steps: StepsOf<typeof currentTransformer> = [
      step('Turns', 'r = Np/Ns', r, { Np: 'T1.primaryTurns', Ns: 'T1.secondaryTurns' }, 'turns'),
      ...(sine
        ? [
            step(
              'Comes through',
              'q = 1/sqrt(1 + ((R1 + Rw)/(2*pi*f*Lm))^2)',
              q,
              { R1: 'R1.value', Rw: 'T1.windingResistance', f: 'frequency', Lm: 'T1.magnetisingInductance' },
              'burden and winding beside the magnetising branch',
            ),
            step(
              'Phase error',
              'p = atan((R1 + Rw)/(2*pi*f*Lm))*180/pi',
              'phaseError',
              { R1: 'R1.value', Rw: 'T1.windingResistance', f: 'frequency', Lm: 'T1.magnetisingInductance' },
              'burden and winding beside the magnetising branch',
            ),
          ]
        : [
            step(
              'Droop',
              'd = 1 - exp(-(R1 + Rw)*t/Lm)',
              'droop',
              { R1: 'R1.value', Rw: 'T1.windingResistance', t: 'pulseWidth', Lm: 'T1.magnetisingInductance' },
              'first order',
            ),
          ]),
      step('Secondary current', 'Is = Ip*r*q', 'secondaryCurrent', { Ip: 'primaryCurrent', r, q }, 'turns'),
      step('Volts for an ampere', 'k = R1*r*q', 'transresistance', { R1: 'R1.value', r, q }, 'Ohm'),
      step('Burden voltage', 'Vb = R1*Is', 'burdenVoltage', { R1: 'R1.value', Is: 'secondaryCurrent' }, 'Ohm'),
      step('Toggles at', 'It = Vt/k', 'thresholdCurrent', { Vt: 'U1.threshold', k: 'transresistance' }, 'Ohm'),
      ...(conducts
        ? [
            step(
              'Output, highest',
              'Vo = a + rd*(Is - a/R1)/(1 + rd/R1)',
              'outputPeak',
              { a: [up, 'V'], rd: 'D1.dynamicResistance', Is: 'secondaryCurrent', R1: 'R1.value' },
              'the diode takes what the burden leaves above its level',
            ),
          ]
        : [step('Output, highest', 'Vo = Vb*k', 'outputPeak', { Vb: 'burdenVoltage', k: [1, ''] }, 'nothing clamps')]),
      step(
        'Heat of the burden',
        'P = v2/R1',
        'burdenDissipation',
        { v2: [output(c.x).burden * c.x.parts.R1.value, ''], R1: 'R1.value' },
        'mean square of the clamped voltage',
      ),
      sine
        ? step(
            'Peak flux',
            'B = E/(2*pi*f*Ns*A)',
            'fluxPeak',
            { E, f: 'frequency', Ns: 'T1.secondaryTurns', A: 'T1.coreArea' },
            'Faraday, with the drop of the winding',
          )
        : step(
            'Peak flux',
            'B = E*t/(Ns*A)',
            'fluxPeak',
            { E, t: 'pulseWidth', Ns: 'T1.secondaryTurns', A: 'T1.coreArea' },
            'Faraday, with the drop of the winding',
          ),
    ];
    if (!sine && g.resetVoltage !== null)
      steps.push(step('Time to reset', 'tr = E*t/Vr', 'resetTime', { E, t: 'pulseWidth', Vr: 'resetVoltage' }, 'volt-seconds balance'));
    return steps;
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const items: Drawn[] = [
      port(40, 60, 'in', say(g.primaryCurrent, 'A'), 'left'),
      wire(40, 60, 100, 60),
      { sym: 'block', id: 'T1', at: [100, 40], size: [90, 100], label: 'T1', value: `${parts.T1.primaryTurns} : ${parts.T1.secondaryTurns}` },
      wire(190, 60, 250, 60),
      dot(250, 60),
      wire(250, 60, 250, 80),
      part('resistor', [250, 80], 'down', 'R1', sayPart(parts.R1.value, 'ohm')),
      ground(250, 150),
      wire(250, 60, 440, 60),
      ...(g.clamp === 'none'
        ? []
        : [
            dot(350, 60),
            wire(350, 60, 350, 80),
            part('diode', [350, 150], 'up', 'D1', g.clamp === 'to-rails' ? 'and to the rail' : 'and one the other way'),
            ground(350, 150),
          ]),
      { sym: 'block', id: 'U1', at: [440, 40], size: [80, 40], label: 'U1' },
      { sym: 'text', at: [60, 210], text: `${sayOut(c, 'outputTrough', 'V')} … ${sayOut(c, 'outputPeak', 'V')} at the input`, value: true },
    ];
    return { width: 560, height: 240, title: 'Primary through the core, burden, input', items };
  },
  simulate: (x) => {
    const { given: g, parts } = x;
    const sine = g.waveform === 'sine';
    const { up, down } = levels(x);
    const amps = g.primaryCurrent * ratio(x);
    const { R1, T1, D1 } = parts;
    const f = g.frequency;
    // With a core that lets next to nothing go, as the clamped formulas take it.
    const settle = sine ? 1 / f : g.pulseWidth;
    return {
      elements: [
        {
          is: 'current',
          name: 'I1',
          a: '0',
          b: 'w',
          wave: sine ? { sort: 'sine', offset: 0, amplitude: amps, frequency: f } : { sort: 'dc', value: amps },
          ac: 1,
        },
        { is: 'inductor', name: 'Lm', a: 'w', b: '0', henries: T1.magnetisingInductance, initial: 0 },
        { is: 'resistor', name: 'Rw', a: 'w', b: 'o', ohms: Math.max(T1.windingResistance, 1e-9) },
        { is: 'resistor', name: 'R1', a: 'o', b: '0', ohms: R1.value },
        ...(up === null ? [] : [{ is: 'knee' as const, name: 'D1', a: 'o', b: '0', volts: up, ohms: Math.max(D1.dynamicResistance, 1e-6) }]),
        ...(down === null ? [] : [{ is: 'knee' as const, name: 'D2', a: '0', b: 'o', volts: down, ohms: Math.max(D1.dynamicResistance, 1e-6) }]),
      ],
      out: 'o',
      band: [f / 100, f * 100],
      time: { stop: 3 * settle, start: 'rest' },
      confirms: {
        ...(sine
          ? {
              transresistance: (b) => {
                const gain = b.gain('o', f);
                return isMeasured(gain) ? gain * ratio(x) : gain;
              },
            }
          : {
              droop: (b) =>
                b.over({ stop: g.pulseWidth, step: g.pulseWidth / 2000, start: 'rest', outputs: ['I(Lm)'] }, (t) => t.signals['I(Lm)']!.at(-1)! / amps),
            }),
      },
      ...(up === null
        ? {}
        : { differs: { transresistance: 'the figure is that of small currents, before anything clamps', droop: 'the clamps take part of the current' } }),
    };
  },
  curves: (x) => [
    {
      id: 'transfer',
      title: 'Highest output against the primary current',
      x: { label: 'primary current, peak', unit: 'A', log: false, from: 0, to: 1.5 * x.given.primaryCurrent },
      y: { label: 'output', unit: 'V' },
      points: 61,
      marks: [
        { axis: 'y', value: x.parts.U1.maximumInput, label: 'input, at most', limit: true },
        { axis: 'x', value: x.given.minimumCurrent, label: 'least' },
      ],
      at: (amps) => clamped(amps * ratio(x) * transfer(x).share, levels(x).up, x).volts,
    },
  ],
  bringUp: () => [
    {
      id: 'fit',
      act: 'fit',
      title: 'Fit burden and clamps',
      text: 'The burden first, on the transformer’s side of any connector: the secondary is never open.',
    },
    {
      id: 'ratio',
      act: 'probe',
      title: 'Volts for an ampere',
      text: 'Primary from a generator through a known resistor, at a tenth of the current: burden volts over amperes.',
      expect: { point: 'burden, over the primary current', of: 'transresistance' },
    },
    {
      id: 'full',
      act: 'probe',
      title: 'Output, highest',
      text: 'Scope at the input pin, full current.',
      expect: { point: 'input pin, peak', of: 'outputPeak' },
    },
  ],
  schools: 'Clamps to the rails (square signal, current goes into the rail) or back to back (small signal, needs a comparator).',
  sources: ['ideal transformer with magnetising branch', 'exact averages of clipped sines', 'Faraday'],
};
