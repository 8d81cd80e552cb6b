import type { Figure } from '../../../stage/drawing.ts';
import type { Judged } from '../../../stage/judged.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';

/** Source, input RC, clamps and the sampling switch of the converter. */
export function figure(c: Judged): Figure {
  const { parts, given: g } = c.x;
  return {
    width: 520,
    height: 200,
    title: 'Source, series resistor, capacitor and the converter’s sampling switch',
    items: [
      { sym: 'port', at: [60, 60], label: 'in', value: `${say(g.signalLow, 'V')} … ${say(g.signalHigh, 'V')}`, side: 'left' },
      {
        sym: 'wire',
        points: [
          [60, 60],
          [120, 60],
        ],
      },
      { sym: 'resistor', id: 'R1', at: [120, 60], dir: 'right', label: 'R1', value: sayPart(parts.R1.value, 'ohm') },
      {
        sym: 'wire',
        points: [
          [190, 60],
          [330, 60],
        ],
      },
      { sym: 'dot', at: [230, 60] },
      {
        sym: 'wire',
        points: [
          [230, 60],
          [230, 70],
        ],
      },
      { sym: 'capacitor', id: 'C1', at: [230, 70], dir: 'down', label: 'C1', value: sayPart(parts.C1.value, 'F'), dashed: parts.C1.value === 0 },
      { sym: 'ground', at: [230, 140] },
      {
        sym: 'block',
        id: 'U1',
        at: [330, 20],
        size: [130, 80],
        label: `U1, ${g.resolution} bit`,
        value: `LSB ${sayOut(c, 'lsb', 'V')}`,
        pins: [{ x: 330, y: 60, name: 'in', side: 'left' }],
      },
      {
        sym: 'wire',
        points: [
          [395, 100],
          [395, 140],
        ],
      },
      { sym: 'ground', at: [395, 140] },
      { sym: 'text', at: [330, 185], text: `full scale ${sayOut(c, 'fullScale', 'V')}`, value: true },
    ],
  };
}
