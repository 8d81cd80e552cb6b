import type { Step } from '../../../stage/contract.ts';
import type { Judged } from '../../../stage/judged.ts';
import { step } from '../../../stage/words.ts';
import { circuit } from './circuit.ts';

/** From the secondary to what transformer, diodes and capacitor carry. The conduction itself is solved: its balance is shown. */
export function working(c: Judged): Step[] {
  const { given: g, parts, ambient } = c.x;
  const n = (name: string) => c.nominal(name) ?? NaN;
  const half = g.topology === 'half-wave';
  const tap = g.topology === 'centre-tap';
  const charging = circuit(c.x);
  const steps = [
    step(
      'Crest with nothing drawn',
      'V0',
      [n('noLoadVoltage'), 'V'],
      'sqrt(2)*Vs*(1 + reg)*line',
      { Vs: [g.secondaryVoltage, 'V'], reg: [g.regulation, 'ratio'], line: [g.lineFactor, 'ratio'] },
      'IEC 61558, regulation from full load to no load',
      'noLoadVoltage',
    ),
    ...(g.sourceResistance === null
      ? [
          step(
            'Resistance of the secondary in use',
            'Rs',
            [n('sourceResistance'), 'ohm'],
            'k*reg*Vs^2/VA',
            { k: [tap ? 1.5 : 1, 'ratio'], reg: [g.regulation, 'ratio'], Vs: [g.secondaryVoltage, 'V'], VA: [g.transformerVa, 'VA'] },
            'from the regulation; one half of a centre tap conducts at a time',
            'sourceResistance',
          ),
        ]
      : []),
  ];
  if (c.nominal('outputVoltage') === null) return steps;
  const rms = Math.hypot(n('capacitorRippleCurrent'), g.loadCurrent);
  steps.push(
    step(
      'Ripple',
      'Vr',
      [n('outputRipple'), 'V'],
      'Vp - Vt',
      { Vp: [n('outputPeak'), 'V'], Vt: [n('outputTrough'), 'V'] },
      'piecewise linear steady state: the start of conduction is solved so that the period closes',
      'outputRipple',
    ),
    step(
      'Ripple current of C1',
      'Ic',
      [n('capacitorRippleCurrent'), 'A'],
      'sqrt(Irms^2 - I^2)',
      { Irms: [rms, 'A'], I: [g.loadCurrent, 'A'] },
      'rms of what charges less what is drawn',
      'capacitorRippleCurrent',
    ),
    step(
      'Heat of a diode',
      'Pd',
      [n('dissipation'), 'W'],
      's*(Vf*I + rd*Irms^2)',
      { s: [half ? 1 : 0.5, 'ratio'], Vf: [parts.D1.forwardVoltage, 'V'], I: [g.loadCurrent, 'A'], rd: [parts.D1.dynamicResistance, 'ohm'], Irms: [rms, 'A'] },
      'mean of the drop times the current',
      'dissipation',
    ),
    step(
      'Junction of a diode',
      'Tj',
      [n('junctionTemperature'), 'degC'],
      'Ta + Pd*theta',
      { Ta: [ambient, 'degC'], Pd: [n('dissipation'), 'W'], theta: [parts.D1.junctionToAmbient, 'K/W'] },
      'JEDEC JESD51',
      'junctionTemperature',
    ),
    step(
      'Transformer needed',
      'VA',
      [n('requiredVa'), 'VA'],
      'm*Vs*Is',
      { m: [tap ? 2 : 1, 'count'], Vs: [g.secondaryVoltage, 'V'], Is: [n('secondaryRmsCurrent'), 'A'] },
      'rms current of the secondary',
      'requiredVa',
    ),
  );
  if (g.loadCurrent > 0 && n('holdTime') > 0)
    steps.push(
      step(
        'Hold-up',
        't',
        [n('holdTime'), 's'],
        'C*(Vt - Vmin)/I',
        { C: [charging.farads, 'F'], Vt: [n('outputTrough'), 'V'], Vmin: [g.minimumOutput, 'V'], I: [g.loadCurrent, 'A'] },
        'charge of a capacitor at constant current',
        'holdTime',
      ),
    );
  return steps;
}
