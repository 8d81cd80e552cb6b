import type { AnyInputs } from '../../../stage/data.ts';

/** The three-point network around the crystal, in the steady state and growing. // Barkhausen criterion of the three-point oscillator; IEC 60444 load resonance */
export function network({ given: g, parts }: AnyInputs) {
  const { C1, C2, U1, Y1 } = parts;
  const r3 = (parts.R3.value ?? 0) as number;
  const a = C1.value + g.strayInput;
  const b = C2.value + g.strayOutput;
  const across = Y1.shuntCapacitance + g.strayAcross;
  const w = 2 * Math.PI * Y1.frequency;
  const load = (a * b) / (a + b) + g.strayAcross;
  const d = a * b + across * (a + b);
  const gm = U1.transconductance as number;
  const swing = g.outputSwing / Math.hypot(1, w * r3 * b);
  const current = ((w * ((swing * b) / a)) / (2 * Math.SQRT2)) * (a + across * (1 + a / b));
  return {
    a,
    b,
    across,
    w,
    load,
    d,
    pulling: 1e6 * (Y1.motionalCapacitance / 2) * (1 / (Y1.shuntCapacitance + load) - 1 / (Y1.shuntCapacitance + Y1.loadCapacitance)),
    critical: (w ** 2 * (Y1.esr + r3) * d ** 2) / (a * b),
    negative: (gm * a * b) / ((gm * across) ** 2 + (w * d) ** 2),
    motional: 1 / (w ** 2 * Y1.motionalCapacitance),
    swing,
    /** Through the crystal, A rms. */
    current,
    drive: Y1.esr * current ** 2,
  };
}
