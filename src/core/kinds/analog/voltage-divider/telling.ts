import { pair, plates } from '../../../stage/at-rest.ts';
import { leg } from '../../../physics/leg.ts';
import { window } from '../../../stage/bring-up.ts';
import { type Curve } from '../../../stage/contract.ts';
import type { Drawn } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { simulate } from './simulate.ts';
import { working } from './working.ts';
import type { Telling } from '../../../stage/telling.ts';
import type { voltageDivider } from './index.ts';

/** How voltage divider is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof voltageDivider> = {
  atRest: ({ parts: { R1, R2, R1x, R2x, C1 } }) => ({
    elements: [...pair('R1', R1.value, R1x, 'in', 'out'), ...pair('R2', R2.value, R2x, 'out', '0'), ...plates('C1', 'out', '0', C1.value)],
  }),
  working,
  figure: (c) => {
    const { parts, given: g } = c.x;
    return {
      width: 400,
      height: 250,
      title: 'Two resistors from the input to ground, the output at their tap',
      items: [
        { sym: 'port', at: [60, 40], label: 'in', value: say(g.inputVoltage, 'V'), side: 'left' },
        {
          sym: 'wire',
          points: [
            [60, 40],
            [150, 40],
          ],
        },
        {
          sym: 'resistor',
          id: 'R1',
          at: [150, 40],
          dir: 'down',
          label: parts.R1x.value === null ? 'R1' : `R1 with R1x ${parts.R1x.join}`,
          value: sayPart(parts.R1.value, 'ohm'),
        },
        { sym: 'dot', at: [150, 120] },
        {
          sym: 'wire',
          points: [
            [150, 110],
            [150, 130],
          ],
        },
        {
          sym: 'resistor',
          id: 'R2',
          at: [150, 130],
          dir: 'down',
          label: parts.R2x.value === null ? 'R2' : `R2 with R2x ${parts.R2x.join}`,
          value: sayPart(parts.R2.value, 'ohm'),
        },
        { sym: 'ground', at: [150, 200] },
        {
          sym: 'wire',
          points: [
            [150, 120],
            [340, 120],
          ],
        },
        ...(parts.C1.value === null
          ? []
          : ([
              { sym: 'dot', at: [270, 120] },
              {
                sym: 'wire',
                points: [
                  [270, 120],
                  [270, 130],
                ],
              },
              { sym: 'capacitor', id: 'C1', at: [270, 130], dir: 'down', label: 'C1', value: sayPart(parts.C1.value, 'F') },
              { sym: 'ground', at: [270, 200] },
            ] satisfies Drawn[])),
        { sym: 'port', at: [340, 120], label: 'out', value: sayOut(c, 'outputVoltage', 'V'), side: 'right' },
      ],
    };
  },
  simulate,
  curves: (x, env) => {
    const rt = leg(x.parts.R1.value, x.parts.R1x.value, x.parts.R1x.join).ohms + x.given.sourceResistance;
    const bottom = leg(x.parts.R2.value, x.parts.R2x.value, x.parts.R2x.join).ohms;
    const top = env.nominal.given.inputVoltage;
    const limit = x.given.maximumOutputVoltage;
    const curve: Curve = {
      id: 'transfer',
      title: 'Output against input',
      x: { label: 'input', unit: 'V', log: false, from: 0, to: 1.3 * top },
      y: { label: 'output', unit: 'V' },
      points: 60,
      at: (volts) => (volts / rt - x.given.loadCurrent) / (1 / rt + 1 / bottom + 1 / x.given.loadResistance),
      marks: [
        { axis: 'x', value: top, label: 'nominal input' },
        ...(limit === null ? [] : [{ axis: 'y' as const, value: limit, label: 'limit', limit: true }]),
      ],
    };
    return [curve];
  },
  bringUp: (c) => {
    const meter = 1 + (c.nominal('outputResistance') ?? 0) / 1e7;
    const out = c.out('outputVoltage');
    const scale = (v: number | null) => (v === null ? null : v / meter);
    return [
      {
        id: 'fit',
        act: 'fit',
        title: 'Fit R1 and R2',
        text: `Solder ${c.x.parts.C1.value === null ? 'R1 and R2' : 'R1, R2 and C1'}. Swapped resistors are the usual slip: read both values once more.`,
      },
      {
        id: 'tap',
        act: 'probe',
        at: 'out',
        of: 'outputVoltage',
        title: 'Voltage at the tap',
        text: `Measure the input first, then the tap, with a 10 MΩ meter. Its load is counted in the window (a factor of ${say(meter, '')}).`,
        expect: window('tap', 'V', { nominal: scale(out.nominal), low: scale(out.low), high: scale(out.high) }),
      },
      {
        id: 'current',
        act: 'probe',
        title: 'Standing current',
        text: 'Supply current with the divider connected, less the current without it.',
        expect: { point: 'input lead', of: 'inputCurrent' },
      },
    ];
  },
  schools:
    'Stiff divider (ten times the load’s current) or lean divider with a capacitor or buffer: source resistance and battery share decide. One precision network or two singles: the network’s resistors move together.',
  sources: ['Kirchhoff and Thevenin', 'IEC 60063', 'Johnson–Nyquist noise'],
};
