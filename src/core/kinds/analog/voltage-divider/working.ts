import { step, type JudgedOf, type StepsOf } from '../../../stage/telling.ts';
import type { voltageDivider } from './index.ts';
import { leg } from '../../../physics/leg.ts';

/** From the legs to the noise, each step with the numbers put in. */
export function working(c: JudgedOf<typeof voltageDivider>): StepsOf<typeof voltageDivider> {
  const { given: g, parts } = c.x;
  const [top, bottom] = [leg(parts.R1.value, parts.R1x.value, parts.R1x.join), leg(parts.R2.value, parts.R2x.value, parts.R2x.join)];
  const rt = [top.ohms + g.sourceResistance, 'ohm'] as const;
  const r2 = [bottom.ohms, 'ohm'] as const;
  const steps: StepsOf<typeof voltageDivider> = [];
  for (const [slot, whole] of [
    ['R1', top],
    ['R2', bottom],
  ] as const) {
    const second = parts[`${slot}x`];
    if (second.value === null) continue;
    steps.push(
      step(
        slot === 'R1' ? 'Top leg' : 'Bottom leg',
        `${slot} = ${second.join === 'series' ? 'Ra + Rb' : 'Ra*Rb/(Ra + Rb)'}`,
        [whole.ohms, 'ohm'],
        { Ra: [parts[slot].value, 'ohm'], Rb: [second.value, 'ohm'] },
        'series and parallel resistances',
      ),
    );
  }
  const open = !Number.isFinite(g.loadResistance);
  const loads = { Rt: rt, R2: r2, ...(open ? {} : { RL: 'loadResistance' as const }) };
  // An open load is no term of the sum.
  const admittance = open ? '(1/Rt + 1/R2)' : '(1/Rt + 1/R2 + 1/RL)';
  steps.push(
    step('Top leg with the source', 'Rt = R1 + Rs', rt, { R1: [top.ohms, 'ohm'], Rs: 'sourceResistance' }, 'series resistances'),
    step('Output', `Vout = (Vin/Rt - IL)/${admittance}`, 'outputVoltage', { Vin: 'inputVoltage', IL: 'loadCurrent', ...loads }, 'Kirchhoff, at the tap'),
    step('Loaded ratio', `k = 1/${admittance}/Rt`, 'gain', loads, 'Kirchhoff'),
    step('Error of the output', 'e = Vout/Vw - 1', 'ratioError', { Vout: 'outputVoltage', Vw: 'given.outputVoltage' }, 'definition'),
    step('Source resistance at the tap', 'Ro = Rt*R2/(Rt + R2)', 'outputResistance', { Rt: rt, R2: r2 }, 'Thevenin'),
    step('Standing current', 'I = (Vin - Vout)/Rt', 'inputCurrent', { Vin: 'inputVoltage', Vout: 'outputVoltage', Rt: rt }, 'Ohm'),
    step('Noise density', `en = sqrt(4*1.380649e-23*(T + 273.15)/${admittance})`, 'noiseDensity', { T: 'ambient', ...loads }, 'Johnson and Nyquist'),
  );
  if (parts.C1.value !== null) {
    steps.push(
      step('Time constant', `tau = C1/${admittance}`, 'timeConstant', { C1: 'C1.value', ...loads }, 'first-order network'),
      step('Settling to half an LSB', 'ts = tau*(n + 1)*log(2)', 'settlingTime', { tau: 'timeConstant', n: 'resolution' }, 'exponential settling'),
    );
  }
  return steps;
}
