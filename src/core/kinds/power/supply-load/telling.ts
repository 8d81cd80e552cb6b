import { draw, ohms } from '../../../stage/at-rest.ts';
import { isAbsent } from '../../../math/absent.ts';
import { say, sayOut } from '../../../stage/words.ts';
import { simulate } from './simulate.ts';
import { step, type JudgedOf, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { type supplyLoad, STATED, TOTALS, STATES } from './index.ts';

/** How supply load is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof supplyLoad> = {
  atRest: ({ given: g }) => ({
    elements: [
      ohms('wiring', 'in', 'load', g.wiringResistance + g.branchResistance),
      ...(g.typicalCurrent === 0
        ? []
        : g.loadKind === 'resistive'
          ? [ohms('load', 'load', '0', g.ratedVoltage / g.typicalCurrent)]
          : [draw('load', 'load', '0', g.typicalCurrent * (g.loadKind === 'constant-power' ? g.ratedVoltage / g.inputVoltage : 1), 0.4 * g.minimumVoltage)]),
    ],
  }),
  working,
  figure: (c) => {
    const n = c.env.copies;
    const current = sayOut(c, 'peakTotal', 'A');
    return {
      width: 470,
      height: 190,
      title: 'The rail, the shared wiring and each load on its branch',
      items: [
        { sym: 'port', at: [50, 60], label: 'rail', value: say(c.x.given.inputVoltage, 'V'), side: 'left' },
        {
          sym: 'wire',
          points: [
            [50, 60],
            [90, 60],
          ],
        },
        { sym: 'resistor', at: [90, 60], dir: 'right', label: 'shared', value: say(c.x.given.wiringResistance, 'ohm') },
        {
          sym: 'wire',
          points: [
            [160, 60],
            [200, 60],
          ],
        },
        { sym: 'dot', at: [200, 60] },
        {
          sym: 'wire',
          points: [
            [200, 60],
            [200, 150],
            [240, 150],
          ],
          dashed: true,
        },
        { sym: 'resistor', at: [200, 60], dir: 'right', label: 'branch', value: say(c.x.given.branchResistance, 'ohm') },
        {
          sym: 'wire',
          points: [
            [270, 60],
            [320, 60],
          ],
        },
        { sym: 'block', at: [320, 38], size: [110, 44], label: n > 1 ? `load, 1 of ${n}` : 'load', value: sayOut(c, 'loadVoltage', 'V') },
        {
          sym: 'wire',
          points: [
            [375, 82],
            [375, 110],
          ],
        },
        { sym: 'ground', at: [375, 110] },
        { sym: 'text', at: [245, 154], text: n > 1 ? `${n - 1} more; peak of all ${current}` : `peak ${current}` },
      ],
    };
  },
  simulate,
  bringUp: () => [
    {
      id: 'fit',
      act: 'fit',
      title: 'Connect one load',
      text: 'Connect one copy only, with a meter in line with its supply lead.',
    },
    {
      id: 'current',
      act: 'probe',
      title: 'Current of all copies, typical',
      text: 'All copies connected and working as usual: current into the whole group.',
      expect: { point: 'supply lead', of: 'typicalTotal' },
    },
    {
      id: 'voltage',
      act: 'probe',
      title: 'Voltage at the farthest copy',
      text: 'All copies at their peak: DC volts at the farthest copy.',
      expect: { point: 'farthest copy', of: 'loadVoltage' },
    },
  ],
  schools:
    'Budget by the sum of peaks (safe), by the peak of one plus the typical of the rest (usual when firmware staggers), or by measurement. The default is the sum of peaks.',
  sources: ['circuit analysis with constant-power loads'],
};

function working(c: JudgedOf<typeof supplyLoad>): StepsOf<typeof supplyLoad> {
  const g = c.x.given;
  const n = c.env.copies;
  const values = {
    Vin: 'inputVoltage' as const,
    R: [g.branchResistance + n * g.wiringResistance, 'ohm'] as const,
    Vr: 'ratedVoltage' as const,
    n: [n, 'count'] as const,
  };
  const steps: StepsOf<typeof supplyLoad> = [
    step(
      'Resistance one copy sees',
      'R = Rb + n*Rw',
      values.R,
      { Rb: 'branchResistance', n: values.n, Rw: 'wiringResistance' },
      'the shared lead carries the current of all copies',
    ),
  ];
  const formula = {
    'constant-current': 'n*i',
    resistive: 'n*i*(Vin/(1 + R*i/Vr))/Vr',
    'constant-power': 'n*i*Vr*2/(Vin + sqrt(Vin^2 - 4*R*i*Vr))',
  }[g.loadKind as 'resistive'];
  for (const s of STATES) {
    if (isAbsent(c.study.nominal[TOTALS[s]])) continue;
    steps.push(
      step(`Current ${s === 'peak' ? 'at peak' : s}, all copies`, `I_${s} = ${formula}`, TOTALS[s], { ...values, i: STATED[s] }, 'Ohm, and the load’s kind'),
    );
  }
  if (g.startTogether) {
    steps.push(step('Surge when all start together', 'I_surge = n*is', 'surgeTotal', { n: values.n, is: 'surgeCurrent' }, 'Kirchhoff'));
  }
  return steps;
}
