import { step, type JudgedOf, type StepsOf } from '../../../stage/telling.ts';
import type { rcLowpass } from './index.ts';
import { parallel } from '../../../physics/network.ts';
import { isAbsent } from '../../../math/absent.ts';

/** From the resistances to noise and settling. */
export function working(c: JudgedOf<typeof rcLowpass>): StepsOf<typeof rcLowpass> {
  const { given: g, parts } = c.x;
  const { R1, C1 } = parts;
  const has = (name: 'cutoffFrequency' | 'attenuation') => !isAbsent(c.study.nominal[name]);
  const rp = [parallel(R1.value + g.sourceResistance, g.loadResistance), 'ohm'] as const;
  const farads = [C1.value * C1.biasFactor, 'F'] as const;
  const tau = 'timeConstant' as const;
  const esr = 'C1.esr' as const;
  const open = !Number.isFinite(g.loadResistance);
  const steps: StepsOf<typeof rcLowpass> = [
    step(
      'Resistance the capacitor sees',
      `Rp = ${open ? 'R1 + Rs' : '1/(1/(R1 + Rs) + 1/RL)'}`,
      rp,
      { R1: 'R1.value', Rs: 'sourceResistance', ...(open ? {} : { RL: 'loadResistance' as const }) },
      'parallel resistances',
    ),
    step('Capacitance at the working voltage', 'C = C1*b', farads, { C1: 'C1.value', b: 'C1.biasFactor' }, 'what DC bias leaves'),
    step('Time constant', 'tau = (Rp + esr)*C', tau, { Rp: rp, esr, C: farads }, 'first-order network'),
  ];
  if (has('cutoffFrequency')) {
    steps.push(step('Cutoff', 'fc = 1/(2*pi*sqrt(tau^2 - 2*(esr*C)^2))', 'cutoffFrequency', { tau, esr, C: farads }, 'half power, with the zero of the ESR'));
  }
  steps.push(
    step(
      'Settling to half an LSB',
      'ts = tau*((n + 1)*log(2) + log(Rp/(Rp + esr)))',
      'settlingTime',
      { tau, n: 'resolution', Rp: rp, esr },
      'exponential settling',
    ),
  );
  if (has('attenuation')) {
    steps.push(
      step(
        'Attenuation there',
        'A = 10*log10((1 + (2*pi*f*tau)^2)/(1 + (2*pi*f*esr*C)^2))',
        'attenuation',
        { f: 'attenuationFrequency', tau, esr, C: farads },
        'first-order network',
      ),
    );
  }
  steps.push(
    step('Noise, whole band', 'vn = sqrt(1.380649e-23*(T + 273.15)/C)', 'outputNoise', { T: 'ambient', C: farads }, 'Nyquist, equipartition'),
    step('Error from leakage', 'e = (Il + Ib)*Rp', 'leakageError', { Il: 'C1.leakageCurrent', Ib: 'biasCurrent', Rp: rp }, 'Ohm'),
  );
  return steps;
}
