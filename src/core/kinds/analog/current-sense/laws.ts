import type { AnyInputs } from '../../../stage/data.ts';

/** The shunt warmed by its own current, and what reaches the amplifier of it. */
export function shunt({ given: g, parts: { RS, R1, U1 }, ambient }: AnyInputs) {
  const amps = g.rmsCurrent ?? g.maximumCurrent;
  const dissipation = amps ** 2 * RS.value;
  const temperature = ambient + dissipation * RS.thermalResistance;
  const drift = 1e-6 * RS.temperatureCoefficient * (temperature - 25);
  const warm = RS.value * (1 + drift);
  const passed = R1.value ? U1.inputResistance / (U1.inputResistance + R1.value) : 1;
  return { dissipation, temperature, drift, warm, passed, burden: g.maximumCurrent * (warm + g.traceResistance) };
}

/** Where two poles together have halved the power, Hz; the amplifier's own where there is no filter. // quadratic in f² */
export function bandwidth({ parts: { R1, C1, U1 } }: AnyInputs): number {
  if (!R1.value || !C1.value) return U1.bandwidth;
  const p = (1 / (2 * Math.PI * 2 * R1.value * C1.value)) ** 2;
  const q = U1.bandwidth ** 2;
  const sum = 1 / p + 1 / q;
  return Math.sqrt(2 / (sum + Math.sqrt(sum ** 2 + 4 / (p * q))));
}
