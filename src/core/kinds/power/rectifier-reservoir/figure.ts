import { dot, ground, part, port, thing, wire, type Drawn, type Figure } from '../../../stage/drawing.ts';
import type { Judged } from '../../../stage/judged.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';

/** Transformer, rectifier as chosen, reservoir with its bleeder, rail. */
export function figure(c: Judged): Figure {
  const { given: g, parts } = c.x;
  const bridge = g.topology === 'bridge';
  const items: Drawn[] = [
    { sym: 'block', at: [20, 30], size: [96, 110], label: 'transformer', value: say(g.secondaryVoltage, 'V') },
    wire(116, 50, 150, 50),
    ...(bridge
      ? [
          { sym: 'block' as const, id: 'D1', at: [150, 30] as [number, number], size: [80, 110] as [number, number], label: 'D1', value: 'bridge' },
          wire(116, 120, 150, 120),
          wire(230, 50, 460, 50),
          wire(230, 120, 250, 120, 250, 150),
          ground(250, 150),
        ]
      : [
          part('diode', [150, 50], 'right', 'D1', g.topology === 'centre-tap' ? 'one of two' : ''),
          wire(220, 50, 460, 50),
          wire(116, 120, 150, 120, 150, 150),
          ground(150, 150),
        ]),
    dot(290, 50),
    part('polarised', [290, 50], 'down', 'C1', sayPart(parts.C1.value, 'F')),
    wire(290, 120, 290, 150),
    ground(290, 150),
    ...(parts.R1.value
      ? [
          dot(380, 50),
          part('resistor' as const, [380, 50] as [number, number], 'down' as const, 'R1', sayPart(parts.R1.value, 'ohm')),
          wire(380, 120, 380, 150),
          ground(380, 150),
        ]
      : [thing('resistor', [380, 50], 'down', 'R1', 'not fitted', { dashed: true })].map((d) => ({ ...d, id: 'R1' }) as Drawn)),
    port(460, 50, 'rail', sayOut(c, 'outputVoltage', 'V')),
  ];
  return { width: 520, height: 185, title: 'Transformer, rectifier and reservoir', items };
}
