import type { AnyInputs, Given } from '../../../stage/data.ts';

/** The silence that a watchdog has to bear, s. */
export const silenceToOutlast = (g: Given): number => (g.longestSilence as number) * (1 + (g.silenceMargin as number));

/** Thresholds, what C1 charges and discharges through and towards, and what a refresh leaves on it. // first-order exponentials */
export function network({ given: g, parts }: AnyInputs) {
  const { C1, C2, Q1, R1, R2, R3, R4, U1 } = parts;
  const vs = g.supplyVoltage as number;
  const leak = C1.leakageCurrent + U1.thresholdCurrent + Q1.leakageCurrent;
  const high = U1.thresholdHigh * vs;
  const low = (high / 2) * (1 + U1.thresholdTracking);
  const charging = R1.value + R2.value;
  const ron = U1.dischargeResistance;
  const discharging = R2.value + (R1.value * ron) / (R1.value + ron);
  const coupling = g.refreshCoupling === 'capacitor' ? R4.value * C2.value : null;
  const pulse = g.refreshPulse as number;
  // Through a capacitor the switch conducts only while the bleed still holds it on.
  const edge = coupling === null ? null : coupling * Math.log(Math.max(1, g.refreshHigh / Q1.turnOnVoltage));
  const refresh = g.refreshHigh > Q1.turnOnVoltage ? Math.min(pulse, edge ?? Infinity) : 0;
  const switched = R3.value + Q1.onResistance;
  const floor = (vs * switched) / (charging + switched);
  const emptying = (switched * charging) / (switched + charging);
  return {
    leak,
    high,
    low,
    charging,
    towards: vs - leak * charging,
    discharging,
    down: (vs * ron) / (R1.value + ron) - leak * discharging,
    coupling,
    edge,
    refresh,
    switched,
    floor,
    emptying,
    residual: floor + (high - floor) * Math.exp(-refresh / (emptying * C1.value)),
    /** How far the falling edge takes the input of Q1 below ground, V; null where nothing couples it. */
    below: coupling === null ? null : Math.max(0, g.refreshHigh) * (1 - Math.exp(-pulse / coupling)),
  };
}
