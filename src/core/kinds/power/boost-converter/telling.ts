import { isAbsent } from '../../../math/absent.ts';
import { converterAt } from '../../../physics/converter.ts';
import { converterCurves, converterFigure, converterSimulation, converterWorking } from '../../../models/switching/circuit.ts';
import { say } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { type boostConverter, converter, point } from './index.ts';

/** How boost converter is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof boostConverter> = {
  working: (c) => {
    const k = converter(c.x);
    const p = point(c.x);
    const drop = k.synchronous ? 0 : k.diode.forward;
    return converterWorking(k, p, [
      step(
        'Output from the divider',
        'Vo = Vref*(1 + R1/R2) + Ib*R1',
        isAbsent(p) ? [k.output, 'V'] : 'outputVoltage',
        { Vref: 'U1.referenceVoltage', R1: 'R1.value', R2: 'R2.value', Ib: 'U1.feedbackBiasCurrent' },
        'feedback divider',
      ),
      step('Stress on the switch', 'Vsw = Vo + Vd', 'switchVoltage', { Vo: [k.output, 'V'], Vd: [drop, 'V'] }, 'the rectifier conducts'),
    ]);
  },
  figure: (c) => converterFigure(c, 'boost', 'Boost converter: inductor, switch to ground, rectifier, output capacitor and feedback'),
  simulate: (x) => converterSimulation(converter(x), point(x)),
  curves: (x) => converterCurves(x, (at, load) => ({ c: converter(at), p: converterAt(converter(at), load) })),
  bringUp: (c) => [
    {
      id: 'fit',
      act: 'fit',
      title: 'Fit the converter',
      text: 'Controller, inductor, CIN, COUT and feedback; leave the load off. Never short the output without a fuse before it.',
    },
    {
      id: 'off',
      act: 'probe',
      title: 'Enable low',
      text: 'DC volts at the output with the stage off: the rectifier may still conduct.',
      expect: { point: 'output, off', of: 'offOutputVoltage' },
    },
    { id: 'output', act: 'probe', title: 'Enabled, light load', text: 'DC volts at COUT.', expect: { point: 'COUT', of: 'outputVoltage' } },
    {
      id: 'lowest',
      act: 'probe',
      title: 'Lowest cell voltage, full load',
      text: `Bench supply at ${say(c.must('inputVoltage').low, 'V')} with the source’s resistance in series.`,
      expect: { point: 'input pins', of: 'terminalVoltage' },
    },
  ],
  schools:
    'A disconnecting synchronous stage, or a diode with a load switch; sized at the lowest cell or with a raised cut-off; forced-continuous or skipping.',
  sources: ['averaged switch model of the boost stage', 'volt-second and charge balance'],
};
