import { step, type JudgedOf, type StepsOf } from '../../../stage/telling.ts';
import type { rectifierReservoir } from './index.ts';
import { circuit } from './circuit.ts';

/** From the secondary to what transformer, diodes and capacitor carry. The conduction itself is solved: its balance is shown. */
export function working(c: JudgedOf<typeof rectifierReservoir>): StepsOf<typeof rectifierReservoir> {
  const { given: g } = c.x;
  const half = g.topology === 'half-wave';
  const tap = g.topology === 'centre-tap';
  const charging = circuit(c.x);
  const steps: StepsOf<typeof rectifierReservoir> = [
    step(
      'Crest with nothing drawn',
      'V0 = sqrt(2)*Vs*(1 + reg)*line',
      'noLoadVoltage',
      { Vs: 'secondaryVoltage', reg: 'regulation', line: 'lineFactor' },
      'IEC 61558, regulation from full load to no load',
    ),
    ...(g.sourceResistance === null
      ? [
          step(
            'Resistance of the secondary in use',
            'Rs = k*reg*Vs^2/VA',
            'sourceResistance',
            { k: [tap ? 1.5 : 1, 'ratio'], reg: 'regulation', Vs: 'secondaryVoltage', VA: 'transformerVa' },
            'from the regulation; one half of a centre tap conducts at a time',
          ),
        ]
      : []),
  ];
  if (c.nominal('outputVoltage') === null) return steps;
  const rms = Math.hypot(c.number('capacitorRippleCurrent'), g.loadCurrent);
  steps.push(
    step(
      'Ripple',
      'Vr = Vp - Vt',
      'outputRipple',
      { Vp: 'outputPeak', Vt: 'outputTrough' },
      'piecewise linear steady state: the start of conduction is solved so that the period closes',
    ),
    step(
      'Ripple current of C1',
      'Ic = sqrt(Irms^2 - I^2)',
      'capacitorRippleCurrent',
      { Irms: [rms, 'A'], I: 'loadCurrent' },
      'rms of what charges less what is drawn',
    ),
    step(
      'Heat of a diode',
      'Pd = s*(Vf*I + rd*Irms^2)',
      'dissipation',
      { s: [half ? 1 : 0.5, 'ratio'], Vf: 'D1.forwardVoltage', I: 'loadCurrent', rd: 'D1.dynamicResistance', Irms: [rms, 'A'] },
      'mean of the drop times the current',
    ),
    step(
      'Junction of a diode',
      'Tj = Ta + Pd*theta',
      'junctionTemperature',
      { Ta: 'ambient', Pd: 'dissipation', theta: 'D1.junctionToAmbient' },
      'JEDEC JESD51',
    ),
    step(
      'Transformer needed',
      'VA = m*Vs*Is',
      'requiredVa',
      { m: [tap ? 2 : 1, 'count'], Vs: 'secondaryVoltage', Is: 'secondaryRmsCurrent' },
      'rms current of the secondary',
    ),
  );
  if (g.loadCurrent > 0 && c.number('holdTime') > 0)
    steps.push(
      step(
        'Hold-up',
        't = C*(Vt - Vmin)/I',
        'holdTime',
        { C: [charging.farads, 'F'], Vt: 'outputTrough', Vmin: 'minimumOutput', I: 'loadCurrent' },
        'charge of a capacitor at constant current',
      ),
    );
  return steps;
}
