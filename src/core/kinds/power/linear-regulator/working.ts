import { step, type JudgedOf, type StepsOf } from '../../../stage/telling.ts';
import type { linearRegulator } from './index.ts';
import { HARMONICS } from '../../../physics/network.ts';
import { feedback, passes } from './laws.ts';

/** From the reference to the junction, each step with the numbers put in. */
export function working(c: JudgedOf<typeof linearRegulator>): StepsOf<typeof linearRegulator> {
  const { given: g, parts } = c.x;
  const { U1, R1, R2 } = parts;
  const { a, rTop } = feedback(g.regulatorType, U1.referenceVoltage, R1.value, R2.value);
  const stands = c.nominal('outputVoltage') !== null;
  const trough = g.inputTrough ?? g.inputVoltage - g.inputRipple / 2;
  /** What it regulates to where the input allows. */
  const held = stands ? c.computed('outputVoltage') : trough - c.computed('differential');
  const steps: StepsOf<typeof linearRegulator> = [];
  if (g.regulatorType !== 'fixed' && R1.value !== null && R2.value !== null) {
    const adjust = g.regulatorType === 'adjust-pin';
    steps.push(
      step('Gain of the reference', `a = ${adjust ? '1 + R2/R1' : '1 + R1/R2'}`, [a, ''], { R1: 'R1.value', R2: 'R2.value' }, 'feedback divider'),
      step(
        'Divider current',
        `Id = ${adjust ? 'Vref/R1' : 'Vref/R2'}`,
        'dividerCurrent',
        { Vref: 'U1.referenceVoltage', R1: 'R1.value', R2: 'R2.value' },
        'Ohm',
      ),
    );
  }
  steps.push(
    step(
      stands ? 'Output voltage' : 'Output voltage it would hold',
      'Vout = a*Vref + Iadj*Rtop - Ro*IL',
      stands ? 'outputVoltage' : [held, 'V'],
      { a: [a, ''], Vref: 'U1.referenceVoltage', Iadj: 'U1.adjustCurrent', Rtop: [rTop, 'ohm'], Ro: 'U1.outputResistance', IL: 'loadCurrent' },
      'regulator datasheet practice',
    ),
    step('Input current', 'Iin = IL + Id + Iq', 'inputCurrent', { IL: 'loadCurrent', Id: 'dividerCurrent', Iq: 'U1.quiescentCurrent' }, 'Kirchhoff'),
    step('Headroom at the trough', 'd = Vt - Vout', 'differential', { Vt: [trough, 'V'], Vout: [held, 'V'] }, 'definition'),
    step(
      'Dropout needed',
      'Vdo = V0 + R0*IL',
      'dropoutVoltage',
      { V0: 'U1.dropoutVoltage', R0: 'U1.dropoutResistance', IL: 'loadCurrent' },
      'regulator datasheet practice',
    ),
  );
  if (c.nominal('dissipation') !== null) {
    const theta = g.sinkToAmbient === null ? U1.junctionToAmbient : U1.junctionToCase + g.caseToSink + g.sinkToAmbient;
    steps.push(
      step(
        'Dissipation',
        'P = (Vin - Vout)*(IL + Id) + Vin*Iq',
        'dissipation',
        { Vin: 'inputVoltage', Vout: 'outputVoltage', IL: 'loadCurrent', Id: 'dividerCurrent', Iq: 'U1.quiescentCurrent' },
        'power balance',
      ),
      step('Junction', 'Tj = Ta + P*theta', 'junctionTemperature', { Ta: 'ambient', P: 'dissipation', theta: [theta, 'K/W'] }, 'JEDEC JESD51'),
    );
  }
  if (c.nominal('outputRipple') !== null) {
    steps.push(step('Ripple that passes', 'Vro = Vr*10^(-A/20)', 'outputRipple', { Vr: 'inputRipple', A: 'rippleRejection' }, 'definition of the decibel'));
    const shares = HARMONICS.map((h) => passes(U1, a, rTop * (parts.C3.value ?? 0), h * g.rippleFrequency));
    steps.push(
      step(
        'Ripple with its harmonics, of a sawtooth',
        'Vrh = Vr*(k1 + k2/2 + k3/3 + k4/4 + k5/5)/(1 + 1/2 + 1/3 + 1/4 + 1/5)',
        'harmonicRipple',
        { Vr: 'inputRipple', ...Object.fromEntries(shares.map((k, i) => [`k${i + 1}`, [k, ''] as const])) },
        'Fourier series of a sawtooth; k is the share that passes at each harmonic',
      ),
    );
  }
  return steps;
}
