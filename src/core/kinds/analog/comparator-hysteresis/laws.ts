import { parallel } from '../../../physics/network.ts';
import type { AnyInputs } from '../../../stage/data.ts';

const drains = (g: AnyInputs): boolean => g.outputStage === 'open-drain';

type Resistors = readonly [r1: number, r2: number, r3: number, r4: number];

/** Thresholds at the input with given resistors, V. // node equations */
export function thresholdsOf(g: AnyInputs, U1: AnyInputs, [r1, r2, r3, r4]: Resistors): { upper: number; lower: number } {
  const vs = g.supplyVoltage;
  const open = drains(g);
  const high = open ? (g.pullUpVoltage ?? vs) : vs - U1.outputDropHigh;
  const behind = r3 + (open ? r4 : 0);
  const low = U1.outputLow;
  if (g.topology === 'window') {
    const sum = r1 + r2 + r3;
    return {
      upper: (vs * (r2 + r3)) / sum + U1.offsetVoltage + U1.biasCurrent * parallel(r1, r2 + r3),
      lower: (vs * r3) / sum + U1.offsetVoltage + U1.biasCurrent * parallel(r1 + r2, r3),
    };
  }
  if (g.topology === 'non-inverting') {
    const ra = r1 + g.sourceResistance;
    const vr = g.referenceVoltage + U1.offsetVoltage;
    return { upper: vr + ra * ((vr - low) / r3 - U1.biasCurrent), lower: vr + ra * ((vr - high) / behind - U1.biasCurrent) };
  }
  const standing = vs / r1 + U1.biasCurrent;
  const two = 1 / r1 + 1 / r2;
  return { upper: (standing + high / behind) / (two + 1 / behind) + U1.offsetVoltage, lower: (standing + low / r3) / (two + 1 / r3) + U1.offsetVoltage };
}

export const thresholds = ({ given, parts: { R1, R2, R3, R4, U1 } }: AnyInputs): { upper: number; lower: number } =>
  thresholdsOf(given, U1, [R1.value, R2.value ?? Infinity, R3.value, R4.value ?? 0]);
