import { suppressionOf } from '../../../models/quadrature.ts';
import type { Curve, Simulation } from '../../../stage/contract.ts';
import { port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { say, sayOut } from '../../../stage/words.ts';
import type { allpassPair } from './index.ts';
import { chainOf, CHAINS, offAt } from './laws.ts';

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
      step(
        'Suppression of exact corners',
        'S = 20*log10(cos(p*pi/360)/sin(p*pi/360))',
        'idealSuppression',
        { p: 'idealPhaseError' },
        'two phasors of equal length',
      ),
      step('Supply current', 'I = 2*n*Iq', 'supplyCurrent', { n: 'sections', Iq: 'U1.quiescentCurrent' }, 'one op amp a section'),
    ];
  },
  figure: (c) => {
    const n = c.x.given.sections;
    const items: Drawn[] = [port(50, 130, 'in', ''), wire(50, 130, 80, 130)];
    CHAINS.forEach((chain, row) => {
      const y = row === 0 ? 80 : 180;
      items.push(wire(80, 130, 80, y, 110, y));
      for (let i = 0; i < n; i++) {
        const x = 110 + i * 120;
        items.push({ sym: 'block', at: [x, y - 25], size: [95, 50], label: `${chain}${i + 1}`, value: sayOut(c, `corner${chain}${i + 1}`, 'Hz') });
        items.push(wire(x + 95, y, x + 120, y));
      }
      items.push(port(110 + n * 120, y, `out ${chain}`, ''));
    });
    items.push({ sym: 'text', at: [110 + n * 60, 245], text: `90° apart within ${say(c.out('phaseError').high, 'deg')}`, value: true });
    return { width: Math.max(420, 200 + n * 120), height: 270, title: `Two chains of ${n} all-passes`, items };
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
      confirms: {},
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
