import type { Step } from '../../../stage/contract.ts';
import type { Judged } from '../../../stage/judged.ts';
import { leg } from '../../../physics/leg.ts';
import { q } from '../../../stage/words.ts';

/** From the legs to the noise, each step with the numbers put in. */
export function working(c: Judged): Step[] {
  const { given: g, parts, ambient } = c.x;
  const raw = (name: string) => c.study.nominal[name] as number;
  const [top, bottom] = [leg(parts.R1.value, parts.R1x.value, parts.R1x.join), leg(parts.R2.value, parts.R2x.value, parts.R2x.join)];
  const rt = q(top.ohms + g.sourceResistance, 'ohm');
  const r2 = q(bottom.ohms, 'ohm');
  const steps: Step[] = [];
  for (const [slot, whole] of [
    ['R1', top],
    ['R2', bottom],
  ] as const) {
    const second = parts[`${slot}x`];
    if (second.value === null) continue;
    steps.push({
      title: slot === 'R1' ? 'Top leg' : 'Bottom leg',
      expression: second.join === 'series' ? 'Ra + Rb' : 'Ra*Rb/(Ra + Rb)',
      values: { Ra: q(parts[slot].value, 'ohm'), Rb: q(second.value, 'ohm') },
      result: { name: slot, value: whole.ohms, unit: 'ohm' },
      source: 'series and parallel resistances',
    });
  }
  const open = !Number.isFinite(g.loadResistance);
  const loads = { Rt: rt, R2: r2, ...(open ? {} : { RL: q(g.loadResistance, 'ohm') }) };
  // An open load is no term of the sum.
  const admittance = open ? '(1/Rt + 1/R2)' : '(1/Rt + 1/R2 + 1/RL)';
  steps.push(
    {
      title: 'Top leg with the source',
      expression: 'R1 + Rs',
      values: { R1: q(top.ohms, 'ohm'), Rs: q(g.sourceResistance, 'ohm') },
      result: { name: 'Rt', ...rt },
      source: 'series resistances',
    },
    {
      title: 'Output',
      expression: `(Vin/Rt - IL)/${admittance}`,
      values: { Vin: q(g.inputVoltage, 'V'), IL: q(g.loadCurrent, 'A'), ...loads },
      result: { name: 'Vout', value: raw('outputVoltage'), unit: 'V' },
      outcome: 'outputVoltage',
      source: 'Kirchhoff, at the tap',
    },
    {
      title: 'Loaded ratio',
      expression: `1/${admittance}/Rt`,
      values: loads,
      result: { name: 'k', value: raw('gain'), unit: 'ratio' },
      outcome: 'gain',
      source: 'Kirchhoff',
    },
    {
      title: 'Error of the output',
      expression: 'Vout/Vw - 1',
      values: { Vout: q(raw('outputVoltage'), 'V'), Vw: q(g.outputVoltage, 'V') },
      result: { name: 'e', value: raw('ratioError'), unit: 'ratio' },
      outcome: 'ratioError',
      source: 'definition',
    },
    {
      title: 'Source resistance at the tap',
      expression: 'Rt*R2/(Rt + R2)',
      values: { Rt: rt, R2: r2 },
      result: { name: 'Ro', value: raw('outputResistance'), unit: 'ohm' },
      outcome: 'outputResistance',
      source: 'Thevenin',
    },
    {
      title: 'Standing current',
      expression: '(Vin - Vout)/Rt',
      values: { Vin: q(g.inputVoltage, 'V'), Vout: q(raw('outputVoltage'), 'V'), Rt: rt },
      result: { name: 'I', value: raw('inputCurrent'), unit: 'A' },
      outcome: 'inputCurrent',
      source: 'Ohm',
    },
    {
      title: 'Noise density',
      expression: `sqrt(4*1.380649e-23*(T + 273.15)/${admittance})`,
      values: { T: q(ambient, 'degC'), ...loads },
      result: { name: 'en', value: raw('noiseDensity'), unit: 'V/rtHz' },
      outcome: 'noiseDensity',
      source: 'Johnson and Nyquist',
    },
  );
  if (parts.C1.value !== null) {
    steps.push(
      {
        title: 'Time constant',
        expression: `C1/${admittance}`,
        values: { C1: q(parts.C1.value, 'F'), ...loads },
        result: { name: 'tau', value: raw('timeConstant'), unit: 's' },
        outcome: 'timeConstant',
        source: 'first-order network',
      },
      {
        title: 'Settling to half an LSB',
        expression: 'tau*(n + 1)*log(2)',
        values: { tau: q(raw('timeConstant'), 's'), n: q(g.resolution, 'bit') },
        result: { name: 'ts', value: raw('settlingTime'), unit: 's' },
        outcome: 'settlingTime',
        source: 'exponential settling',
      },
    );
  }
  return steps;
}
