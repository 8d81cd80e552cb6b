import type { Step } from '../../../stage/contract.ts';
import type { Judged } from '../../../stage/judged.ts';
import { q } from '../../../stage/words.ts';
import { HARMONICS } from '../../../physics/network.ts';
import { feedback, passes } from './laws.ts';

/** From the reference to the junction, each step with the numbers put in. */
export function working(c: Judged): Step[] {
  const { given: g, parts, ambient } = c.x;
  const { U1, R1, R2 } = parts;
  const n = (name: string) => c.nominal(name) ?? NaN;
  const raw = (name: string) => c.study.nominal[name] as number;
  const { a, rTop } = feedback(g.regulatorType, U1.referenceVoltage, R1.value, R2.value);
  const stands = c.nominal('outputVoltage') !== null;
  const trough = g.inputTrough ?? g.inputVoltage - g.inputRipple / 2;
  /** What it regulates to where the input allows. */
  const held = stands ? raw('outputVoltage') : trough - raw('differential');
  const steps: Step[] = [];
  if (g.regulatorType !== 'fixed' && R1.value !== null && R2.value !== null) {
    const adjust = g.regulatorType === 'adjust-pin';
    steps.push(
      {
        title: 'Gain of the reference',
        expression: adjust ? '1 + R2/R1' : '1 + R1/R2',
        values: { R1: q(R1.value, 'ohm'), R2: q(R2.value, 'ohm') },
        result: { name: 'a', value: a, unit: '' },
        source: 'feedback divider',
      },
      {
        title: 'Divider current',
        expression: adjust ? 'Vref/R1' : 'Vref/R2',
        values: { Vref: q(U1.referenceVoltage, 'V'), R1: q(R1.value, 'ohm'), R2: q(R2.value, 'ohm') },
        result: { name: 'Id', value: raw('dividerCurrent'), unit: 'A' },
        outcome: 'dividerCurrent',
        source: 'Ohm',
      },
    );
  }
  steps.push(
    {
      title: stands ? 'Output voltage' : 'Output voltage it would hold',
      expression: 'a*Vref + Iadj*Rtop - Ro*IL',
      values: {
        a: q(a, ''),
        Vref: q(U1.referenceVoltage, 'V'),
        Iadj: q(U1.adjustCurrent, 'A'),
        Rtop: q(rTop, 'ohm'),
        Ro: q(U1.outputResistance, 'ohm'),
        IL: q(g.loadCurrent, 'A'),
      },
      result: { name: 'Vout', value: held, unit: 'V' },
      ...(stands ? { outcome: 'outputVoltage' } : {}),
      source: 'regulator datasheet practice',
    },
    {
      title: 'Input current',
      expression: 'IL + Id + Iq',
      values: { IL: q(g.loadCurrent, 'A'), Id: q(raw('dividerCurrent'), 'A'), Iq: q(U1.quiescentCurrent, 'A') },
      result: { name: 'Iin', value: raw('inputCurrent'), unit: 'A' },
      outcome: 'inputCurrent',
      source: 'Kirchhoff',
    },
    {
      title: 'Headroom at the trough',
      expression: 'Vt - Vout',
      values: { Vt: q(trough, 'V'), Vout: q(held, 'V') },
      result: { name: 'd', value: raw('differential'), unit: 'V' },
      outcome: 'differential',
      source: 'definition',
    },
    {
      title: 'Dropout needed',
      expression: 'V0 + R0*IL',
      values: { V0: q(U1.dropoutVoltage, 'V'), R0: q(U1.dropoutResistance, 'ohm'), IL: q(g.loadCurrent, 'A') },
      result: { name: 'Vdo', value: raw('dropoutVoltage'), unit: 'V' },
      outcome: 'dropoutVoltage',
      source: 'regulator datasheet practice',
    },
  );
  if (c.nominal('dissipation') !== null) {
    const theta = g.sinkToAmbient === null ? U1.junctionToAmbient : U1.junctionToCase + g.caseToSink + g.sinkToAmbient;
    steps.push(
      {
        title: 'Dissipation',
        expression: '(Vin - Vout)*(IL + Id) + Vin*Iq',
        values: {
          Vin: q(g.inputVoltage, 'V'),
          Vout: q(n('outputVoltage'), 'V'),
          IL: q(g.loadCurrent, 'A'),
          Id: q(n('dividerCurrent'), 'A'),
          Iq: q(U1.quiescentCurrent, 'A'),
        },
        result: { name: 'P', value: n('dissipation'), unit: 'W' },
        outcome: 'dissipation',
        source: 'power balance',
      },
      {
        title: 'Junction',
        expression: 'Ta + P*theta',
        values: { Ta: q(ambient, 'degC'), P: q(n('dissipation'), 'W'), theta: q(theta, 'K/W') },
        result: { name: 'Tj', value: n('junctionTemperature'), unit: 'degC' },
        outcome: 'junctionTemperature',
        source: 'JEDEC JESD51',
      },
    );
  }
  if (c.nominal('outputRipple') !== null) {
    steps.push({
      title: 'Ripple that passes',
      expression: 'Vr*10^(-A/20)',
      values: { Vr: q(g.inputRipple, 'V'), A: q(n('rippleRejection'), 'dB') },
      result: { name: 'Vro', value: n('outputRipple'), unit: 'V' },
      outcome: 'outputRipple',
      source: 'definition of the decibel',
    });
    const shares = HARMONICS.map((h) => passes(U1, a, rTop * (parts.C3.value ?? 0), h * g.rippleFrequency));
    steps.push({
      title: 'Ripple with its harmonics, of a sawtooth',
      expression: 'Vr*(k1 + k2/2 + k3/3 + k4/4 + k5/5)/(1 + 1/2 + 1/3 + 1/4 + 1/5)',
      values: { Vr: q(g.inputRipple, 'V'), ...Object.fromEntries(shares.map((k, i) => [`k${i + 1}`, q(k, '')])) },
      result: { name: 'Vrh', value: n('harmonicRipple'), unit: 'V' },
      outcome: 'harmonicRipple',
      source: 'Fourier series of a sawtooth; k is the share that passes at each harmonic',
    });
  }
  return steps;
}
