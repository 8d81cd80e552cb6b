import type { Drawn, Figure } from '../../../stage/drawing.ts';
import type { Judged } from '../../../stage/judged.ts';
import { say, sayOut } from '../../../stage/words.ts';

/** Each device with its way to the sink, and the sink with its way to the air. */
export function figure(c: Judged): Figure {
  const { parts, ambient } = c.x;
  const slots = ['Q1', 'Q2', 'Q3', 'Q4'];
  const items: Drawn[] = slots.flatMap((slot, i): Drawn[] => {
    const y = 40 + i * 64;
    const there = parts[slot].dissipation !== null;
    return [
      { sym: 'block', id: slot, at: [20, y - 22], size: [100, 44], label: slot, value: there ? say(parts[slot].dissipation, 'W') : 'free' },
      ...(there
        ? ([
            { sym: 'resistor', at: [120, y], dir: 'right', label: 'to sink', value: say(parts[slot].junctionToCase + parts[slot].caseToSink, 'K/W') },
            {
              sym: 'wire',
              points: [
                [190, y],
                [250, y],
              ],
            },
          ] satisfies Drawn[])
        : []),
    ];
  });
  const last = 40 + (slots.length - 1) * 64;
  items.push(
    { sym: 'block', id: 'H1', at: [250, 18], size: [70, last], label: 'H1', value: sayOut(c, 'sinkTemperature', 'degC') },
    { sym: 'resistor', at: [320, 40], dir: 'right', label: 'to the air', value: sayOut(c, 'sinkToAmbient', 'K/W') },
    { sym: 'port', at: [430, 40], label: 'air', value: say(ambient, 'degC'), side: 'right' },
    {
      sym: 'wire',
      points: [
        [390, 40],
        [430, 40],
      ],
    },
  );
  return { width: 480, height: last + 50, title: 'Way of the heat from each device through the sink to the air', items };
}
