import { isMeasured, type Bench } from '../../../circuit/measure.ts';
import { port, part, thing, wire, ground } from '../../../stage/drawing.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { snubber } from './index.ts';
import { contactPeak, isContact, overshoot, parasitic, peaks, through } from './laws.ts';

export const telling: Telling<typeof snubber> = {
  working: (c) => {
    const { given: g } = c.x;
    if (isContact(c.x)) {
      const { volts, amps } = peaks(c.x);
      const [v, i] = [[volts, 'V'] as const, [amps, 'A'] as const];
      const steps: StepsOf<typeof snubber> = [
        step('Peak voltage', 'Vp = V*k', v, { V: 'loadVoltage', k: [volts / g.loadVoltage, ''] }, 'crest of the load’s supply'),
        step('Capacitance by the rule', 'Ct = 1e-6*Ip^2/10', 'targetCapacitance', { Ip: i }, 'classic contact rule'),
        step('Resistance by the rule', 'Rt = Vp/(10*Ip^(1 + 50/Vp))', 'targetResistance', { Vp: v, Ip: i }, 'classic contact rule'),
        step('Closing current', 'Im = Vp/R1', 'makeCurrent', { Vp: v, R1: 'R1.value' }, 'Ohm'),
        step('Slope', 's = Ip/C1', 'slope', { Ip: i, C1: 'C1.value' }, 'charge'),
        step('Step at opening', 'Vs = Ip*R1', 'stepVoltage', { Ip: i, R1: 'R1.value' }, 'Ohm'),
      ];
      if (g.loadSource === 'ac')
        steps.push(
          step(
            'Through the open contact',
            'Io = V*2*pi*f*C1/sqrt(1 + (2*pi*f*R1*C1)^2)',
            'offCurrent',
            { V: 'loadVoltage', f: 'frequency', C1: 'C1.value', R1: 'R1.value' },
            'impedance of R1 and C1',
          ),
        );
      steps.push(
        g.loadInductance === 0
          ? step('Peak', 'Vm = max(Vs, Vp)', 'peakVoltage', { Vs: 'stepVoltage', Vp: v }, 'nothing stores energy')
          : step(
              'Peak',
              'Vm = Vt*k',
              'peakVoltage',
              { Vt: [contactPeak(c.x), 'V'], k: [1, ''] },
              'second-order response of load, R1 and C1 at its turning point',
            ),
        step(
          'Heat of R1',
          'P = Io^2*R1 + fo*C1*Vp^2',
          'dissipation',
          { Io: [through(c.x), 'A'], R1: 'R1.value', fo: 'operationFrequency', C1: 'C1.value', Vp: v },
          'leakage, and charge and discharge of each operation',
        ),
      );
      return steps;
    }
    const p = parasitic(c.x);
    return [
      step('Closing current', 'Im = V/R1', 'makeCurrent', { V: 'switchedVoltage', R1: 'R1.value' }, 'Ohm'),
      step(
        'Heat of R1',
        'P = C1*V^2*f',
        'dissipation',
        { C1: 'C1.value', V: 'switchedVoltage', f: 'switchingFrequency' },
        'charge and discharge in each period',
      ),
      ...(p
        ? [
            step(
              'Capacitance that rings',
              'Cp = Ca/((f1/f2)^2 - 1)',
              'parasiticCapacitance',
              { Ca: 'addedCapacitance', f1: 'ringingFrequency', f2: 'ringingFrequencyAdded' },
              'two resonances',
            ),
            step(
              'Inductance that rings',
              'Lp = 1/((2*pi*f1)^2*Cp)',
              'parasiticInductance',
              { f1: 'ringingFrequency', Cp: 'parasiticCapacitance' },
              'resonance',
            ),
            step(
              'Impedance of the ringing',
              'Z = sqrt(Lp/Cp)',
              'characteristicImpedance',
              { Lp: 'parasiticInductance', Cp: 'parasiticCapacitance' },
              'definition',
            ),
            step('Peak', 'Vm = V*(1 + o)', 'peakVoltage', { V: 'switchedVoltage', o: 'overshoot' }, 'overshoot of the third-order response'),
          ]
        : []),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const contact = isContact(c.x);
    return {
      width: 460,
      height: 260,
      title: contact ? 'Across the contact, in the load line' : 'Across the switch, with what rings',
      items: [
        port(40, 50, contact ? 'supply' : 'step', say(contact ? g.loadVoltage : g.switchedVoltage, 'V'), 'left'),
        wire(40, 50, 70, 50),
        thing('inductor', [70, 50], 'right', contact ? 'load' : 'loop', contact ? say(g.loadInductance, 'H') : sayOut(c, 'parasiticInductance', 'H'), {
          dashed: !contact,
        }),
        wire(140, 50, 350, 50),
        ...(contact
          ? [{ sym: 'switch' as const, at: [190, 120] as [number, number], label: 'contact', value: sayOut(c, 'peakVoltage', 'V') }, wire(190, 50, 190, 120)]
          : [
              thing('capacitor', [190, 80], 'down', 'rings', sayOut(c, 'parasiticCapacitance', 'F'), { dashed: true }),
              wire(190, 50, 190, 80),
              ground(190, 150),
            ]),
        wire(350, 50, 350, 60),
        part('resistor', [350, 60], 'down', 'R1', sayPart(parts.R1.value, 'ohm')),
        part('capacitor', [350, 130], 'down', 'C1', sayPart(parts.C1.value, 'F')),
        ground(350, 200),
        { sym: 'text', at: [40, 235], text: `peak ${sayOut(c, 'peakVoltage', 'V')}, heat of R1 ${sayOut(c, 'dissipation', 'W')}`, value: true },
      ],
    };
  },
  simulate: (x) => {
    const { given: g, parts } = x;
    const { R1, C1 } = parts;
    if (isContact(x)) {
      const { volts, amps } = peaks(x);
      const l = Math.max(g.loadInductance, 1e-12);
      const fast = Math.sqrt(l * C1.value);
      const stop = 4 * Math.PI * Math.max(fast, (R1.value + g.loadResistance) * C1.value);
      return {
        elements: [
          { is: 'voltage', name: 'V1', a: 's', b: '0', wave: { sort: 'dc', value: volts } },
          { is: 'inductor', name: 'L1', a: 's', b: 'm', henries: l, initial: g.loadInductance > 0 ? amps : 0 },
          { is: 'resistor', name: 'RL', a: 'm', b: 'd', ohms: Math.max(g.loadResistance, 1e-6) },
          { is: 'resistor', name: 'R1', a: 'd', b: 'c', ohms: R1.value },
          { is: 'capacitor', name: 'C1', a: 'c', b: '0', farads: C1.value, initial: 0 },
          // The same pair once more, charged, as the contact closes on it.
          { is: 'capacitor', name: 'C1m', a: 'e', b: '0', farads: C1.value, initial: volts },
          { is: 'resistor', name: 'R1m', a: 'e', b: '0', ohms: R1.value },
        ],
        out: 'd',
        band: [1, 1e6],
        time: { stop, start: 'rest' },
        confirms: {
          makeCurrent: (b) =>
            b.over(
              { stop: R1.value * C1.value * 1e-3, step: R1.value * C1.value * 1e-6, start: 'rest', outputs: ['e'] },
              (t) => t.signals.e!.reduce((a, v) => Math.max(a, v), 0) / R1.value,
            ),
          ...(g.loadInductance > 0
            ? {
                peakVoltage: (b: Bench) => {
                  const read = b.over({ stop, step: fast / 400, start: 'rest', outputs: ['d'] }, (t) => t.signals.d!.reduce((a, v) => Math.max(a, v), 0));
                  // What the circuit starts with is lost in its first step: the step at the opening is known.
                  return isMeasured(read) ? Math.max(read, amps * R1.value) : read;
                },
              }
            : {}),
        },
      };
    }
    const p = parasitic(x);
    if (!p) return null;
    const bare = 2 * Math.PI * Math.sqrt(p.henries * p.farads);
    const stop = 2 * bare * Math.sqrt(1 + C1.value / p.farads);
    return {
      elements: [
        { is: 'voltage', name: 'V1', a: 's', b: '0', wave: { sort: 'dc', value: g.switchedVoltage }, ac: 1 },
        { is: 'inductor', name: 'Lp', a: 's', b: 'd', henries: p.henries, initial: g.loopCurrent },
        { is: 'capacitor', name: 'Cp', a: 'd', b: '0', farads: p.farads, initial: 0 },
        { is: 'resistor', name: 'R1', a: 'd', b: 'c', ohms: R1.value },
        { is: 'capacitor', name: 'C1', a: 'c', b: '0', farads: C1.value, initial: 0 },
      ],
      out: 'd',
      band: [1e-2 / bare, 10 / bare],
      time: { stop, start: 'rest' },
      confirms: {
        peakVoltage: (b) => b.over({ stop, step: bare / 2000, start: 'rest', outputs: ['d'] }, (t) => t.signals.d!.reduce((a, v) => Math.max(a, v), 0)),
      },
    };
  },
  curves: (x) => {
    const p = parasitic(x);
    if (isContact(x) || !p)
      return [
        {
          id: 'capacitor',
          title: 'Heat of R1 against the capacitor',
          x: { label: 'C1', unit: 'F', log: true, from: x.parts.C1.value / 10, to: x.parts.C1.value * 10 },
          y: { label: 'heat', unit: 'W' },
          points: 41,
          marks: [{ axis: 'y', value: x.parts.R1.powerRating, label: 'rating', limit: true }],
          at: (farads) => {
            const here = { ...x, parts: { ...x.parts, C1: { ...x.parts.C1, value: farads } } };
            const { volts } = peaks(here);
            return isContact(x)
              ? through(here) ** 2 * x.parts.R1.value + x.given.operationFrequency * farads * volts ** 2
              : farads * x.given.switchedVoltage ** 2 * x.given.switchingFrequency;
          },
        },
      ];
    return [
      {
        id: 'resistor',
        title: 'Overshoot against the resistor',
        x: { label: 'R1', unit: 'ohm', log: true, from: p.ohms / 8, to: p.ohms * 8 },
        y: { label: 'overshoot', unit: 'ratio' },
        points: 41,
        marks: [
          { axis: 'y', value: x.given.maximumOvershoot, label: 'allowed', limit: true },
          { axis: 'x', value: p.ohms, label: 'impedance of the ringing' },
        ],
        at: (ohms) => overshoot(p, ohms, x.parts.C1.value, x.given.loopCurrent / x.given.switchedVoltage),
      },
    ];
  },
  bringUp: (c) =>
    isContact(c.x)
      ? [
          { id: 'fit', act: 'fit', title: 'Fit R1 and C1', text: 'Unplugged, short leads across the contact; at mains C1 is of safety class X.' },
          {
            id: 'open',
            act: 'fit',
            title: 'The contact opens',
            text: 'Differential or isolated measuring only, at a low voltage first: no spark to speak of, and the peak stays below the gap’s rating.',
          },
        ]
      : [
          {
            id: 'ringing',
            act: 'fit',
            title: 'Measure the ringing',
            text: '10x probe with a ground spring, 20 ns a division: frequency without, then with a known capacitor that about halves it. Enter both.',
          },
          { id: 'fit', act: 'fit', title: 'Fit R1 and C1', text: 'Right at the switch, in the smallest loop.' },
          { id: 'peak', act: 'probe', title: 'Peak', text: 'Same probe, snubber fitted.', expect: { point: 'across the switch, peak', of: 'peakVoltage' } },
        ],
  schools:
    'Across the contact (limits arcing, leaks when off) or across the load (no leakage, less effect on bounce); RC, varistor, or a diode for direct current. R1 by the classic rule, or the measured impedance of the ringing.',
  sources: [
    'contact rule of C. C. Bates as quoted in electronics handbooks',
    'RC damping of a parasitic resonance of power electronics textbooks',
    'step response of series RLC',
  ],
};
