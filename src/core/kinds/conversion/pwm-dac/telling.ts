import { ground, part, port, wire } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayPart } from '../../../stage/words.ts';
import type { pwmDac } from './index.ts';

export const telling: Telling<typeof pwmDac> = {
  working: () => [
    step('Current', 'I = V/R1', 'inputCurrent', { V: 'inputVoltage', R1: 'R1.value' }, 'Ohm'),
    step('Heat', 'P = V^2/R1', 'dissipation', { V: 'inputVoltage', R1: 'R1.value' }, 'Joule'),
  ],
  figure: ({ x: { given, parts } }) => ({
    width: 260,
    height: 150,
    title: 'One resistor to ground',
    items: [
      port(60, 40, 'in', say(given.inputVoltage, 'V'), 'left'),
      wire(60, 40, 150, 40),
      part('resistor', [150, 40], 'down', 'R1', sayPart(parts.R1.value, 'ohm')),
      ground(150, 110),
    ],
  }),
  bringUp: () => [
    { id: 'fit', act: 'fit', title: 'Fit R1', text: 'Solder R1, and read its value once more.' },
    { id: 'current', act: 'probe', title: 'Current', text: 'Ammeter in the lead.', expect: { point: 'input lead', of: 'inputCurrent' } },
  ],
  sources: ['Ohm’s law'],
};
