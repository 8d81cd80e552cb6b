import { CAP, suppressionOf } from '../../../models/quadrature.ts';
import type { Curve, Simulation } from '../../../stage/contract.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { allpassPair } from './index.ts';
import { chainOf, CHAINS, GRID, gridAt, offAt } from './laws.ts';

type Corner = `corner${'A' | 'B'}${1 | 2 | 3 | 4 | 5 | 6}`;
type Slot<L extends string> = `${L}${'A' | 'B'}${1 | 2 | 3 | 4 | 5 | 6}.value`;

/** How the pair is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof allpassPair> = {
  working: (c) => {
    const n = c.x.given.sections;
    const steps: StepsOf<typeof allpassPair> = CHAINS.flatMap((chain) =>
      Array.from({ length: n }, (_, i) =>
        step(
          `Corner of ${chain}${i + 1}`,
          'f = 1/(2*pi*R*C)',
          `corner${chain}${i + 1}` as Corner,
          { R: `R${chain}${i + 1}.value` as Slot<'R'>, C: `C${chain}${i + 1}.value` as Slot<'C'> },
          'first-order all-pass',
        ),
      ),
    );
    return [
      ...steps,
      ...((c.nominal('idealSuppression') ?? CAP) < CAP
        ? [
            step(
              'Suppression of exact corners',
              'S = 20*log10(cos(p*pi/360)/sin(p*pi/360))',
              'idealSuppression',
              { p: 'idealPhaseError' },
              'two phasors of equal length',
            ),
          ]
        : []),
      step('Supply current', 'I = 2*n*Iq', 'supplyCurrent', { n: 'sections', Iq: 'U1.quiescentCurrent' }, 'one op amp a section'),
    ];
  },
  figure: (c) => {
    const n = c.x.given.sections;
    const items: Drawn[] = [port(50, 150, 'in', '', 'left'), wire(50, 150, 80, 150)];
    const slots = c.x.parts as unknown as Record<string, { value: number }>;
    CHAINS.forEach((chain, row) => {
      const y = row === 0 ? 80 : 240;
      items.push(wire(80, 150, 80, y, 110, y));
      for (let i = 0; i < n; i++) {
        const x = 110 + i * 185;
        const at = `${chain}${i + 1}`;
        items.push(
          part('resistor', [x, y], 'right', `R${at}`, sayPart(slots[`R${at}`]!.value, 'ohm')),
          wire(x + 70, y, x + 95, y),
          dot(x + 82, y),
          wire(x + 82, y, x + 82, y + 30),
        );
        items.push(part('capacitor', [x + 82, y + 30], 'down', `C${at}`, sayPart(slots[`C${at}`]!.value, 'F'), { side: -1 }), ground(x + 82, y + 100));
        items.push({ sym: 'block', id: `M${at}`, at: [x + 95, y - 28], size: [74, 56], label: at, value: sayOut(c, `corner${chain}${i + 1}`, 'Hz') });
        items.push(wire(x + 169, y, x + 185, y));
      }
      items.push(port(110 + n * 185, y, `out ${chain}`, ''));
    });
    items.push({ sym: 'block', id: 'U1', at: [20, 300], size: [70, 44], label: 'U1', value: `${2 * n} op amps` });
    items.push({ sym: 'text', at: [130 + n * 92, 385], text: `90° apart within ${say(c.out('phaseError').high, 'deg')}`, value: true });
    return { width: Math.max(440, 190 + n * 185), height: 410, title: `Two chains of ${n} all-passes`, items };
  },
  simulate: (x): Simulation => {
    const { given: g, parts } = x;
    const slots = parts as unknown as Record<string, { value: number }>;
    const elements: Simulation['elements'][number][] = [
      {
        is: 'voltage',
        name: 'Vin',
        a: 's',
        b: '0',
        wave: { sort: 'sine', offset: 0, amplitude: 1, frequency: Math.sqrt(g.lowFrequency * g.highFrequency) },
        ac: 1,
      },
    ];
    for (const chain of CHAINS) {
      let before = 's';
      for (let i = 1; i <= g.sections; i++) {
        const out = `${chain}${i}`;
        const m = slots[`M${chain}${i}`]!.value;
        elements.push(
          { is: 'resistor', name: `R${out}`, a: before, b: `p${out}`, ohms: slots[`R${chain}${i}`]!.value },
          { is: 'capacitor', name: `C${out}`, a: `p${out}`, b: '0', farads: slots[`C${chain}${i}`]!.value },
          { is: 'resistor', name: `Ma${out}`, a: before, b: `n${out}`, ohms: 1e4 },
          { is: 'resistor', name: `Mb${out}`, a: `n${out}`, b: out, ohms: 1e4 * m },
          { is: 'opamp', name: `U${out}`, p: `p${out}`, n: `n${out}`, out, openLoopGain: 1e6, gainBandwidth: parts.U1.gainBandwidth },
        );
        before = out;
      }
    }
    return {
      elements,
      out: `B${g.sections}`,
      band: [g.lowFrequency / 10, g.highFrequency * 10],
      time: { stop: 10 / g.lowFrequency, start: 'rest' },
      confirms: {
        phaseError: (b) => {
          const apart = b.ahead(
            `B${g.sections}`,
            `A${g.sections}`,
            Array.from({ length: GRID }, (_, i) => gridAt(g, i)),
          );
          return Array.isArray(apart) ? Math.max(...apart.map((a) => Math.abs(a - 90))) : apart;
        },
      },
    };
  },
  curves: (x) => {
    const [a, b] = [chainOf('A', x), chainOf('B', x)];
    const { given: g } = x;
    const axis = { label: 'frequency', unit: 'Hz' as const, log: true, from: g.lowFrequency / 3, to: g.highFrequency * 3 };
    const marks: Curve['marks'] = [
      { axis: 'x', value: g.lowFrequency, label: 'band' },
      { axis: 'x', value: g.highFrequency, label: 'band' },
    ];
    return [
      { id: 'phase', title: 'Phase error', x: axis, y: { label: 'off a right angle', unit: 'deg' }, points: 161, marks, at: (f) => offAt(a, b, f).phase },
      {
        id: 'suppression',
        title: 'Suppression',
        x: axis,
        y: { label: 'suppression', unit: 'dB' },
        points: 161,
        marks: [...marks, { axis: 'y', value: g.suppression, label: 'wanted', limit: true }],
        at: (f) => {
          const { phase, amplitude } = offAt(a, b, f);
          return suppressionOf(amplitude, phase);
        },
      },
    ];
  },
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit both chains', text: 'Capacitors of one value from one batch, resistor pairs as networks.' },
    {
      id: 'circle',
      act: 'probe',
      title: 'A circle',
      text: 'Sine in the middle of the band, both outputs on X and Y at the same sensitivity: a circle. Width against height is amplitude.',
    },
    {
      id: 'sweep',
      act: 'probe',
      title: 'Over the band',
      text: `Sweep the band: with equal amplitudes an ellipse along a diagonal is phase, 90° − 2·arctan(minor over major axis), at most ${say(c.out('phaseError').high, 'deg')}.`,
    },
  ],
  schools: 'An analog pair, or a digital one behind two converters that match. First-order chains, as here, or sections of second order.',
  sources: ['Darlington 1950', 'Weaver 1954', 'Jacobi elliptic functions'],
};
