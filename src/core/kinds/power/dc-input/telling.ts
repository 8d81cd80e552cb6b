import { copperLoop } from '../../../physics/copper.ts';
import { limited, volts } from '../../../stage/at-rest.ts';
import { window } from '../../../stage/bring-up.ts';
import { say, sayOut } from '../../../stage/words.ts';
import { simulate } from './simulate.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import type { dcInput } from './index.ts';

/** How dc input is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof dcInput> = {
  atRest: ({ given: g, parts: { J1 }, ambient }) => ({
    elements: [
      volts('J1.supply', 'plug', '0', g.supplyVoltage * (1 + g.noLoadRise)),
      limited(
        'J1',
        'plug',
        'out',
        g.sourceResistance + (g.supplyVoltage * g.noLoadRise) / g.currentLimit + copperLoop(g.cableLength, g.conductorArea, ambient) + J1.contactResistance,
        g.currentLimit,
      ),
    ],
  }),
  working: () => {
    return [
      step('Open-circuit voltage', 'V0 = Vs*(1 + rise)', 'noLoadVoltage', { Vs: 'supplyVoltage', rise: 'noLoadRise' }, 'definition'),
      step(
        'Cable, both conductors',
        'Rc = 2*1.7241e-8*(1 + 0.00393*(T - 20))*l/A',
        'cableResistance',
        { T: 'ambient', l: 'cableLength', A: 'conductorArea' },
        'IEC 60028',
      ),
      step(
        'Resistance seen from the board',
        'Ro = Rs + Vs*rise/Im + Rc + Rj',
        'outputResistance',
        {
          Rs: 'sourceResistance',
          Vs: 'supplyVoltage',
          rise: 'noLoadRise',
          Im: 'currentLimit',
          Rc: 'cableResistance',
          Rj: 'J1.contactResistance',
        },
        'Ohm, series resistances',
      ),
      step('Voltage at the board', 'Vout = V0 - I*Ro', 'outputVoltage', { V0: 'noLoadVoltage', I: 'loadCurrent', Ro: 'outputResistance' }, 'Ohm'),
      step('Ripple trough', 'Vt = Vout - Vr/2', 'outputTrough', { Vout: 'outputVoltage', Vr: 'supplyRipple' }, 'sine of the same peak-to-peak value'),
      step(
        'Time to charge the bulk capacitance',
        't = C*V0/(Im - Isurge)',
        'startUpTime',
        {
          C: 'bulkCapacitance',
          V0: 'noLoadVoltage',
          Im: 'currentLimit',
          Isurge: 'surgeCurrent',
        },
        'charge of a capacitor at constant current',
      ),
    ];
  },
  figure: (c) => ({
    width: 460,
    height: 170,
    title: 'Adapter, cable and connector to the board’s rail',
    items: [
      { sym: 'source', at: [40, 90], label: 'adapter', value: say(c.x.given.supplyVoltage, 'V') },
      {
        sym: 'wire',
        points: [
          [40, 70],
          [40, 40],
          [80, 40],
        ],
      },
      { sym: 'resistor', at: [80, 40], dir: 'right', label: 'supply', value: say(c.x.given.sourceResistance, 'ohm') },
      { sym: 'resistor', at: [150, 40], dir: 'right', label: 'cable', value: sayOut(c, 'cableResistance', 'ohm') },
      { sym: 'inductor', at: [220, 40], dir: 'right', label: 'loop', value: say(c.x.given.cableInductance, 'H') },
      { sym: 'block', id: 'J1', at: [300, 24], size: [44, 32], label: 'J1' },
      {
        sym: 'wire',
        points: [
          [290, 40],
          [300, 40],
        ],
      },
      {
        sym: 'wire',
        points: [
          [344, 40],
          [430, 40],
        ],
      },
      { sym: 'port', at: [430, 40], label: 'rail', value: sayOut(c, 'outputVoltage', 'V'), side: 'right' },
      { sym: 'dot', at: [380, 40] },
      { sym: 'capacitor', at: [380, 50], dir: 'down', label: 'bulk', value: say(c.x.given.bulkCapacitance, 'F') },
      {
        sym: 'wire',
        points: [
          [380, 40],
          [380, 50],
        ],
      },
      { sym: 'ground', at: [380, 120] },
      { sym: 'ground', at: [40, 120] },
      {
        sym: 'wire',
        points: [
          [40, 110],
          [40, 120],
        ],
      },
    ],
  }),
  simulate,
  bringUp: (c) => {
    const noLoad = c.out('noLoadVoltage');
    const loaded = c.out('outputVoltage');
    return [
      {
        id: 'unloaded',
        act: 'probe',
        title: 'Adapter alone',
        text: 'Before any board is connected: DC volts at the plug of J1, and its polarity. The marked pole must be where your drawing has it.',
        expect: window('J1, unloaded', 'V', noLoad),
      },
      {
        id: 'fit',
        act: 'fit',
        title: 'Fit J1 and the bulk capacitors',
        text: 'Solder connector and bulk capacitors, nothing else on this rail. Check polarity marks, and that the rail is not shorted to ground.',
      },
      {
        id: 'loaded',
        act: 'probe',
        title: 'Under load',
        text: 'With the board drawing its peak: DC volts at the bulk capacitor.',
        expect: window('at the board, loaded', 'V', loaded),
      },
    ];
  },
  schools:
    'Adapter margin: 80 % of its mark (continuous, warm), or full mark for certified units at their ambient, or half for long life. The board’s derating policy decides.',
  sources: ['IEC 60028 copper resistivity', 'IEC 62368-1', 'series RLC step response'],
};
