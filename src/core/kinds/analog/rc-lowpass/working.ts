import type { Step } from '../../../stage/contract.ts';
import type { Judged } from '../../../stage/judged.ts';
import { parallel } from '../../../physics/network.ts';
import { isAbsent } from '../../../math/absent.ts';
import { q } from '../../../stage/words.ts';

/** From the resistances to noise and settling. */
export function working(c: Judged): Step[] {
  const { given: g, parts, ambient } = c.x;
  const { R1, C1 } = parts;
  const raw = (name: string) => c.study.nominal[name] as number;
  const has = (name: string) => !isAbsent(c.study.nominal[name]);
  const rp = q(parallel(R1.value + g.sourceResistance, g.loadResistance), 'ohm');
  const farads = q(C1.value * C1.biasFactor, 'F');
  const tau = q(raw('timeConstant'), 's');
  const esr = q(C1.esr, 'ohm');
  const open = !Number.isFinite(g.loadResistance);
  const steps: Step[] = [
    {
      title: 'Resistance the capacitor sees',
      expression: open ? 'R1 + Rs' : '1/(1/(R1 + Rs) + 1/RL)',
      values: { R1: q(R1.value, 'ohm'), Rs: q(g.sourceResistance, 'ohm'), ...(open ? {} : { RL: q(g.loadResistance, 'ohm') }) },
      result: { name: 'Rp', ...rp },
      source: 'parallel resistances',
    },
    {
      title: 'Capacitance at the working voltage',
      expression: 'C1*b',
      values: { C1: q(C1.value, 'F'), b: q(C1.biasFactor, 'ratio') },
      result: { name: 'C', ...farads },
      source: 'what DC bias leaves',
    },
    {
      title: 'Time constant',
      expression: '(Rp + esr)*C',
      values: { Rp: rp, esr, C: farads },
      result: { name: 'tau', ...tau },
      outcome: 'timeConstant',
      source: 'first-order network',
    },
  ];
  if (has('cutoffFrequency')) {
    steps.push({
      title: 'Cutoff',
      expression: '1/(2*pi*sqrt(tau^2 - 2*(esr*C)^2))',
      values: { tau, esr, C: farads },
      result: { name: 'fc', value: raw('cutoffFrequency'), unit: 'Hz' },
      outcome: 'cutoffFrequency',
      source: 'half power, with the zero of the ESR',
    });
  }
  steps.push({
    title: 'Settling to half an LSB',
    expression: 'tau*((n + 1)*log(2) + log(Rp/(Rp + esr)))',
    values: { tau, n: q(g.resolution, 'bit'), Rp: rp, esr },
    result: { name: 'ts', value: raw('settlingTime'), unit: 's' },
    outcome: 'settlingTime',
    source: 'exponential settling',
  });
  if (has('attenuation')) {
    steps.push({
      title: 'Attenuation there',
      expression: '10*log10((1 + (2*pi*f*tau)^2)/(1 + (2*pi*f*esr*C)^2))',
      values: { f: q(g.attenuationFrequency, 'Hz'), tau, esr, C: farads },
      result: { name: 'A', value: raw('attenuation'), unit: 'dB' },
      outcome: 'attenuation',
      source: 'first-order network',
    });
  }
  steps.push(
    {
      title: 'Noise, whole band',
      expression: 'sqrt(1.380649e-23*(T + 273.15)/C)',
      values: { T: q(ambient, 'degC'), C: farads },
      result: { name: 'vn', value: raw('outputNoise'), unit: 'V' },
      outcome: 'outputNoise',
      source: 'Nyquist, equipartition',
    },
    {
      title: 'Error from leakage',
      expression: '(Il + Ib)*Rp',
      values: { Il: q(C1.leakageCurrent, 'A'), Ib: q(g.biasCurrent, 'A'), Rp: rp },
      result: { name: 'e', value: raw('leakageError'), unit: 'V' },
      outcome: 'leakageError',
      source: 'Ohm',
    },
  );
  return steps;
}
