import { stepWave } from '../../../circuit/netlist.ts';
import { toDb } from '../../../physics/network.ts';
import { dot, ground, part, port, thing, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { networkLadder } from './index.ts';
import { elements, LadderNetwork } from './laws.ts';
import { branchesOf } from './layout.ts';

/** How the ladder is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof networkLadder> = {
  working: (c) => {
    const n = new LadderNetwork(c.x);
    const final = c.nominal('stepFinal');
    return [
      step('Gain', 'G = 20*log10(H)', 'gainDb', { H: [n.net.gain(n.out, n.f), ''] }, 'nodal analysis'),
      step('Highest gain', 'G = 20*log10(H)', 'peakGain', { H: [n.top.level, ''] }, 'largest over the band'),
      ...(final !== null && c.nominal('overshoot') !== null && (c.nominal('overshoot') ?? 0) > 0
        ? [step('Overshoot', 'o = Vp/Vf - 1', 'overshoot', { Vp: 'stepPeak', Vf: 'stepFinal' }, 'sum of the modes')]
        : []),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const sort = { R: 'resistor', L: 'inductor', C: 'capacitor' } as const;
    const value = (ref: string) =>
      sayPart((parts as unknown as Record<string, { value: number | null }>)[ref]?.value, ref.startsWith('R') ? 'ohm' : ref.startsWith('L') ? 'H' : 'F');
    const draw = (ref: string, at: [number, number], dir: 'right' | 'down'): Drawn => part(sort[ref[0] as 'R'] ?? 'resistor', at, dir, ref, value(ref));
    const items: Drawn[] = [port(50, 110, 'in', '', 'left'), wire(50, 110, 70, 110)];
    let x = 70;
    let deepest = 180;
    if (g.sourceResistance > 0) {
      items.push(thing('resistor', [x, 110], 'right', 'source', say(g.sourceResistance, 'ohm')));
      x += 70;
    }
    for (const b of branchesOf(g)) {
      if (b.place === 'series') {
        if (b.join === 'parallel' && b.parts.length > 1) {
          items.push(wire(x, 110, x + 15, 110));
          b.parts.forEach((ref, i) => {
            const y = 110 - i * 50;
            items.push(wire(x + 15, 110, x + 15, y, x + 25, y), draw(ref, [x + 25, y], 'right'), wire(x + 95, y, x + 105, y, x + 105, 110));
          });
          items.push(wire(x + 105, 110, x + 115, 110));
          x += 115;
        } else
          for (const ref of b.parts) {
            items.push(wire(x, 110, x + 15, 110), draw(ref, [x + 15, 110], 'right'));
            x += 85;
          }
      } else {
        const at = x + 45;
        items.push(wire(x, 110, at, 110), dot(at, 110));
        if (b.join === 'parallel' && b.parts.length > 1) {
          b.parts.forEach((ref, i) => {
            const px = at + i * 90;
            items.push(wire(at, 110, px, 110), wire(px, 110, px, 145), draw(ref, [px, 145], 'down'), ground(px, 215));
          });
          x = at + (b.parts.length - 1) * 90;
          deepest = Math.max(deepest, 215);
        } else {
          let y = 145;
          items.push(wire(at, 110, at, y));
          for (const ref of b.parts) {
            items.push(draw(ref, [at, y], 'down'));
            y += 75;
            if (ref !== b.parts.at(-1)) items.push(wire(at, y - 5, at, y));
          }
          items.push(ground(at, y - 5));
          deepest = Math.max(deepest, y);
          x = at;
        }
        x += 25;
        items.push(wire(at, 110, x, 110));
      }
    }
    items.push(wire(x, 110, x + 60, 110), port(x + 60, 110, 'out', ''));
    items.push({ sym: 'text', at: [Math.max(130, x / 2), deepest + 60], text: `${sayOut(c, 'gainDb', 'dB')} at ${say(g.frequency, 'Hz')}`, value: true });
    return { width: Math.max(320, x + 130), height: deepest + 85, title: `${branchesOf(g).length} branches from source to load`, items };
  },
  simulate: (x) => {
    const { given: g } = x;
    const { net, out } = elements(x);
    const middle = Math.sqrt(g.bandLow * g.bandHigh);
    const n = new LadderNetwork(x);
    return {
      elements: [{ is: 'voltage', name: 'Vin', a: 's', b: '0', wave: stepWave(g.inputStep, 1e-6 / middle), ac: 1 }, ...net],
      out,
      band: [g.bandLow, g.bandHigh],
      time: { stop: n.long > 0 ? n.long : 1 / middle, start: 'rest' },
      confirms: {
        gainDb: (b) => b.gainDb(out, g.frequency),
        ...(x.carried.sourceNoise === null ? { outputNoise: (b) => b.noise(out, g.bandLow, g.bandHigh) } : {}),
      },
    };
  },
  curves: (x) => {
    const n = new LadderNetwork(x);
    const { given: g } = x;
    const axis = { label: 'frequency', unit: 'Hz' as const, log: true, from: g.bandLow, to: g.bandHigh };
    const marks = [{ axis: 'x' as const, value: g.frequency, label: 'stated' }];
    const stop = n.long;
    return [
      { id: 'response', title: 'Gain', x: axis, y: { label: 'gain', unit: 'dB' }, points: 161, marks, at: (f) => toDb(n.net.gain(n.out, f)) },
      {
        id: 'input',
        title: 'Input impedance',
        x: axis,
        y: { label: 'magnitude', unit: 'ohm', log: true },
        points: 121,
        marks,
        at: (f) => n.input(f).magnitude,
      },
      {
        id: 'output',
        title: 'Output impedance',
        x: axis,
        y: { label: 'magnitude', unit: 'ohm', log: true },
        points: 121,
        marks,
        at: (f) => n.output(f).magnitude,
      },
      ...(stop > 0
        ? [
            {
              id: 'step',
              title: 'Step',
              x: { label: 'time', unit: 's' as const, log: false, from: 0, to: stop },
              y: { label: 'output', unit: 'V' as const },
              points: 201,
              marks: [],
              at: (t: number) => n.step(t),
            },
          ]
        : []),
    ];
  },
  bringUp: (c) => [
    { id: 'values', act: 'fit', title: 'Measure the parts', text: 'Values on a bridge, at the frequency that matters, before they are soldered.' },
    {
      id: 'gain',
      act: 'probe',
      title: 'Gain',
      text: `At ${say(c.x.given.frequency, 'Hz')}: decibels from source to output.`,
      expect: { point: 'output, ×10 probe', of: 'gainDb' },
    },
  ],
  schools: 'None: the list is what the designer drew.',
  sources: ['two-port theory', 'Laplace transform and partial fractions', 'Nyquist’s theorem'],
};
