import { dot, ground, thing, type Drawn, type Figure } from '../../../stage/drawing.ts';
import type { Judged } from '../../../stage/judged.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';

/** Voltage of the feedback node over ground: below the output by the reference, or the reference itself. */
function feedbackVoltage(c: Judged): number | null {
  const out = c.nominal('outputVoltage');
  const reference = c.x.parts.U1.referenceVoltage as number;
  return c.x.given.regulatorType === 'adjust-pin' ? out && out - reference : reference;
}

/** Regulator with its feedback resistors, its output capacitor, and the input capacitor that every one needs at its pins. */
export function figure(c: Judged): Figure {
  const { given: g, parts } = c.x;
  const divided = g.regulatorType !== 'fixed';
  const pins = [
    { x: 150, y: 50, name: 'in', side: 'left' as const },
    { x: 240, y: 50, name: 'out', side: 'right' as const },
    { x: 195, y: 78, name: divided ? (g.regulatorType === 'adjust-pin' ? 'adj' : 'fb') : 'gnd', side: 'bottom' as const },
  ];
  const items: Drawn[] = [
    { sym: 'port', at: [40, 50], label: 'in', value: say(g.inputVoltage, 'V'), side: 'left' },
    {
      sym: 'wire',
      points: [
        [40, 50],
        [150, 50],
      ],
    },
    dot(90, 50),
    thing('capacitor', [90, 50], 'down', 'CIN', '1 µF', { side: -1 }),
    ground(90, 120),
    { sym: 'block', id: 'U1', at: [150, 28], size: [90, 50], label: 'U1', pins },
    {
      sym: 'wire',
      points: [
        [240, 50],
        [460, 50],
      ],
    },
    { sym: 'port', at: [460, 50], label: 'out', value: sayOut(c, 'outputVoltage', 'V'), side: 'right' },
    { sym: 'dot', at: [400, 50] },
    {
      sym: 'wire',
      points: [
        [400, 50],
        [400, 70],
      ],
    },
    { sym: 'capacitor', id: 'C2', at: [400, 70], dir: 'down', label: 'C2', value: sayPart(parts.C2.value, 'F') },
    { sym: 'ground', at: [400, 140] },
  ];
  if (!divided)
    return {
      width: 540,
      height: 190,
      title: 'Fixed regulator with its output capacitor',
      items: [
        ...items,
        {
          sym: 'wire',
          points: [
            [195, 78],
            [195, 140],
          ],
        },
        { sym: 'ground', at: [195, 140] },
      ],
    };
  items.push(
    { sym: 'dot', at: [290, 50] },
    { sym: 'resistor', id: 'R1', at: [290, 50], dir: 'down', label: 'R1', value: sayPart(parts.R1.value, 'ohm') },
    { sym: 'dot', at: [290, 120], value: say(feedbackVoltage(c), 'V') },
    {
      sym: 'wire',
      points: [
        [195, 78],
        [195, 120],
        [290, 120],
      ],
    },
    { sym: 'resistor', id: 'R2', at: [290, 120], dir: 'down', label: 'R2', value: sayPart(parts.R2.value, 'ohm') },
    { sym: 'ground', at: [290, 190] },
  );
  if (parts.C3.value !== null) {
    items.push(
      {
        sym: 'wire',
        points: [
          [225, 120],
          [225, 130],
        ],
      },
      { sym: 'dot', at: [225, 120] },
      { sym: 'capacitor', id: 'C3', at: [225, 130], dir: 'down', label: 'C3', value: sayPart(parts.C3.value, 'F'), side: -1 },
      { sym: 'ground', at: [225, 200] },
    );
  }
  return { width: 540, height: 225, title: 'Adjustable regulator with its feedback resistors', items };
}
