import { part, port, thing, wire, ground, dot } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import type { batteryCharger } from './index.ts';

/** How battery charger is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof batteryCharger> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const { U1 } = parts;
    const over = Math.max(0, g.inputVoltage - U1.prechargeThreshold);
    return [
      step('Programmed current', 'Ip = K/R1', 'programmedCurrent', { K: 'U1.programConstant', R1: 'R1.value' }, 'charger datasheet practice'),
      step('Charge rate', 'C = Ip/Q', 'chargeRate', { Ip: 'programmedCurrent', Q: 'cellCapacity' }, 'definition'),
      step('Termination current', 'Ie = k*Ip', 'terminationCurrent', { k: 'U1.terminationRatio', Ip: 'programmedCurrent' }, 'charger datasheet practice'),
      step(
        'Heat with a low cell',
        'P = dV*I + Vin*Iq',
        'dissipation',
        { dV: [over, 'V'], I: 'lowCellCurrent', Vin: 'inputVoltage', Iq: 'U1.quiescentCurrent' },
        'a linear charger drops the difference',
      ),
      step('Junction', 'Tj = Ta + theta*P', 'junctionTemperature', { Ta: 'ambient', theta: 'U1.junctionToAmbient', P: 'dissipation' }, 'JEDEC JESD51'),
      step(
        'Input for the full current',
        'Vmin = Vf + Ip*Rp',
        'minimumInputVoltage',
        { Vf: 'U1.floatVoltage', Ip: 'programmedCurrent', Rp: 'U1.passResistance' },
        'Ohm',
      ),
    ];
  },
  figure: (c) => ({
    width: 480,
    height: 190,
    title: 'Source, charger with its programming resistor, cell',
    items: [
      port(40, 50, 'source', say(c.x.given.inputVoltage, 'V'), 'left'),
      wire(40, 50, 130, 50),
      dot(85, 50),
      thing('capacitor', [85, 50], 'down', 'CIN', '4.7 µF', { side: -1 }),
      ground(85, 120),
      { sym: 'block', id: 'U1', at: [130, 25], size: [110, 50], label: 'U1', value: c.x.given.topology },
      wire(185, 75, 185, 90),
      part('resistor', [185, 90], 'down', 'R1', sayPart(c.x.parts.R1.value, 'ohm')),
      ground(185, 160),
      wire(240, 50, 420, 50),
      dot(330, 50),
      thing('cell', [330, 120], 'up', 'cell', say(c.x.given.cellCapacity, 'Ah')),
      ground(330, 120),
      port(420, 50, 'battery', sayOut(c, 'chargeCurrent', 'A')),
    ],
  }),
  bringUp: () => [
    {
      id: 'program',
      act: 'probe',
      title: 'Before the cell',
      text: 'A resistor at the nominal cell voltage in its place: the charge current.',
      expect: { point: 'charge current', of: 'chargeCurrent' },
    },
    {
      id: 'float',
      act: 'probe',
      title: 'No load',
      text: 'DC volts at the battery terminals with nothing connected.',
      expect: { point: 'battery terminals', of: 'floatVoltage' },
    },
    {
      id: 'ends',
      act: 'probe',
      title: 'Full charge',
      text: 'With the system running: it must still end. Then take the source away and look for current back into it. Do it in a fire-safe place, and stay with it.',
    },
  ],
  schools:
    'Load on the cell (cheap, never ends with a load), a power path (the source is limited, the cell takes the rest), or a load switch (the source must carry both); thermal foldback or a smaller current.',
  sources: ['constant-current constant-voltage charging of lithium cells', 'IEC 62133', 'USB specifications for source limits'],
};
