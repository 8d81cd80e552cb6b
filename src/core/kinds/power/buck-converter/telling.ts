import { isAbsent } from '../../../math/absent.ts';
import { converterCurves, converterFigure, converterSimulation, converterWorking } from '../../../models/switching/circuit.ts';
import { say } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { type buckConverter, at } from './index.ts';

/** How buck converter is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof buckConverter> = {
  working: (c) => {
    const { given: g } = c.x;
    const { c: k, p } = at(c.x, g.loadCurrent);
    const fixed = step(
      'Output from the divider',
      'Vo = Vref*(1 + R1/R2) + Ib*R1',
      'outputVoltage',
      { Vref: 'U1.referenceVoltage', R1: 'R1.value', R2: 'R2.value', Ib: 'U1.feedbackBiasCurrent' },
      'feedback divider',
    );
    return converterWorking(k, p, g.feedback === 'fixed' && !isAbsent(k) ? [fixed] : []);
  },
  figure: (c) => converterFigure(c, 'buck', 'Buck converter: switch, rectifier, inductor, output capacitor and feedback'),
  simulate: (x) => {
    const { c, p } = at(x, x.given.loadCurrent);
    return isAbsent(c) ? null : converterSimulation(c, p);
  },
  curves: (x) => converterCurves(x, at),
  bringUp: (c) => [
    {
      id: 'fit',
      act: 'fit',
      title: 'Fit the converter',
      text: 'CIN first, right at the pins; then controller, inductor and COUT. Leave the load off. Set a trimmer before any load is connected.',
    },
    {
      id: 'feed',
      act: 'feed',
      title: 'Feed it with a current limit',
      text: 'No load. It should draw a few milliamperes; a run into the limit is a short or a turned part.',
      feed: { volts: c.x.given.inputVoltage, amps: 0.1 },
    },
    { id: 'output', act: 'probe', title: 'Output, unloaded', text: 'DC volts at COUT.', expect: { point: 'COUT', of: 'outputVoltage' } },
    {
      id: 'ripple',
      act: 'probe',
      title: 'Ripple at full load',
      text: `Scope at COUT, AC coupled, 20 MHz limit, short spring: no more than ${say(c.out('outputRipple').high, 'V')}.`,
    },
    {
      id: 'asleep',
      act: 'probe',
      title: 'Asleep',
      text: 'Microammeter in the input, load asleep: the sleeping current decides battery life.',
      expect: { point: 'input current asleep', of: 'inputCurrentAsleep' },
    },
  ],
  schools:
    'Forced-continuous (constant ripple spectrum, for audio) or skipping (battery); a fixed pair or a trimmer; current limit above or below the inductor’s saturation.',
  sources: ['volt-second and charge balance, textbook treatments of switching converters', 'IEC 60063 values'],
};
