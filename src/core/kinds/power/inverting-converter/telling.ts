import { isAbsent } from '../../../math/absent.ts';
import { converterAt } from '../../../physics/converter.ts';
import { converterCurves, converterFigure, converterSimulation, converterWorking } from '../../../models/switching/circuit.ts';
import { say } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { type invertingConverter, converter, point } from './index.ts';

/** How inverting converter is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof invertingConverter> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const { U1, R1, R2 } = parts;
    const k = converter(c.x);
    const p = point(c.x);
    const values = { Vref: [U1.referenceVoltage, 'V'], R1: [R1.value, 'ohm'], R2: [R2.value, 'ohm'], Ib: [U1.feedbackBiasCurrent, 'A'] } as const;
    const out = g.controllerReference === 'output' ? '-(Vref*(1 + R1/R2) + Ib*R1)' : '-(Vref*R1/R2 - Ib*R1)';
    const under = k.standsOnOutput ? k.output : 0;
    return converterWorking(k, p, [
      step('Output from the divider', `Vout = ${out}`, isAbsent(p) ? [-k.output, 'V'] : 'outputVoltage', values, 'feedback divider'),
      step(
        'Across the controller',
        'Vu = Vin + Vn',
        'controllerVoltage',
        { Vin: 'inputVoltage', Vn: [under, 'V'] },
        k.standsOnOutput ? 'it stands on the negative output' : 'it stands on ground',
      ),
    ]);
  },
  figure: (c) => converterFigure(c, 'inverting', 'Inverting converter: switch, inductor to ground, rectifier to the negative rail'),
  simulate: (x) => converterSimulation(converter(x), point(x)),
  curves: (x) => converterCurves(x, (at, load) => ({ c: converter(at), p: converterAt(converter(at), load) })),
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit the converter', text: 'Mind the polarity of COUT: its positive side goes to ground. Leave op amps and displays off.' },
    {
      id: 'output',
      act: 'probe',
      title: 'Output, unloaded',
      text: 'Polarity and DC volts at COUT before anything is connected.',
      expect: { point: 'COUT', of: 'outputVoltage' },
    },
    {
      id: 'controller',
      act: 'probe',
      title: 'Across the controller',
      text: 'DC volts from its input pin to its ground pin.',
      expect: { point: 'controller', of: 'controllerVoltage' },
    },
    {
      id: 'ripple',
      act: 'probe',
      title: 'Ripple at full load',
      text: `Scope at COUT, 20 MHz limit: no more than ${say(c.out('outputRipple').high, 'V')}; then behind the op amps’ decoupling.`,
    },
  ],
  schools:
    'A buck controller on the output (cheap, odd references) or a dedicated inverter; inverting converter or charge pump below about 20 mA; an extra LC or RC filter, or the op amps’ own rejection.',
  sources: ['averaged model of the buck-boost stage', 'volt-second and charge balance'],
};
