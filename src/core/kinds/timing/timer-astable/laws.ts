import type { AnyInputs } from '../../../stage/data.ts';

/** One way of the capacitor: through what, towards what, V. */
export interface Leg {
  ohms: number;
  towards: number;
}

/** Thresholds, and how the capacitor charges and discharges. // first-order exponentials between thresholds */
export function legs({ given: g, parts }: AnyInputs) {
  const { C1, R1, R2, U1 } = parts;
  const vs = g.supplyVoltage;
  const leak = C1.leakageCurrent + U1.thresholdCurrent;
  const high = U1.thresholdHigh * vs;
  const low = (high / 2) * (1 + U1.thresholdTracking);
  const ron = U1.dischargeResistance;
  const fed = g.topology === 'output-feedback';
  const r1 = (R1.value ?? 0) as number;
  const charging = fed ? R2.value + U1.outputResistance : g.topology === 'diode' ? r1 : r1 + R2.value;
  const source = fed ? vs - U1.outputDrop : g.topology === 'diode' ? vs - parts.D1.forwardVoltage : vs;
  const discharging = fed ? R2.value + U1.outputResistance : R2.value + (r1 * ron) / (r1 + ron);
  const down = fed ? 0 : (vs * ron) / (r1 + ron);
  return {
    leak,
    high,
    low,
    ron,
    fed,
    r1,
    source,
    charge: { ohms: charging, towards: source - leak * charging } as Leg,
    discharge: { ohms: discharging, towards: down - leak * discharging } as Leg,
  };
}

/** Peak and valley of the capacitor, which overshoots its thresholds by the delay, and the two times; null where a threshold is never met. */
export function cycle(x: AnyInputs) {
  const { high, low, charge, discharge } = legs(x);
  if (charge.towards <= high || discharge.towards >= low) return null;
  const farads = x.parts.C1.value as number;
  const td = x.parts.U1.propagationDelay as number;
  const [up, down] = [charge.towards, discharge.towards];
  const [rise, fall] = [charge.ohms * farads, discharge.ohms * farads];
  const peak = up - (up - high) * Math.exp(-td / rise);
  const valley = down + (low - down) * Math.exp(-td / fall);
  return {
    peak,
    valley,
    rise,
    fall,
    up,
    down,
    highTime: rise * Math.log((up - valley) / (up - peak)),
    lowTime: fall * Math.log((peak - down) / (valley - down)),
  };
}
