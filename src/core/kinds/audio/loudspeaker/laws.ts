import type { AnyInputs } from '../../../stage/data.ts';

/** Copper at 20 °C. // [IEC 60028] */
const COPPER = 0.00393;

export const amplified = (g: AnyInputs): boolean => g.drive === 'amplifier';

/** Resistance that a driver on pins has before it, ohm. */
const before = ({ given: g, parts }: AnyInputs): number =>
  (parts.R1.value ?? 0) + (g.drive === 'pin' ? g.pinResistance : g.drive === 'pin-push-pull' ? 2 * g.pinResistance : 0);

/** Voltage at the transducer: rms of a dynamic driver, peak to peak of a buzzer. */
export function driveVoltage(x: AnyInputs): number {
  const { given: g, parts } = x;
  if (amplified(g)) return g.outputVoltage;
  const push = g.drive === 'pin-push-pull' ? 2 : 1;
  const full = g.driver === 'dynamic' ? (push * g.supplyVoltage) / 2 : push * g.supplyVoltage;
  if (g.driver === 'piezo') return full;
  const own = g.driver === 'dynamic' ? parts.LS1.nominalImpedance : parts.LS1.dcResistance;
  return (full * own) / (own + before(x));
}

/** How much the coil warms in balance with its own rising resistance, K, and by how much per kelvin that rises. // quadratic of Joule and copper */
export function coil({ given: g, parts: { LS1 }, ambient }: AnyInputs): { rise: number; slope: number } {
  const warm = 1 + COPPER * (ambient - 20);
  const slope = COPPER / warm;
  const power = (LS1.thermalResistance * g.outputVoltage ** 2 * g.programFactor) / (LS1.dcResistance * warm);
  return { rise: (2 * power) / (1 + Math.sqrt(1 + 4 * slope * power)), slope };
}

/** Largest current from amplifier or pin, and the mean drawn from the rail, A. */
export function currents(x: AnyInputs): { peak: number; mean: number | null } {
  const { given: g, parts } = x;
  const { LS1 } = parts;
  if (amplified(g)) return { peak: (Math.SQRT2 * g.outputVoltage) / LS1.minimumImpedance, mean: null };
  const push = g.drive === 'pin-push-pull';
  const ohms = before(x);
  if (g.driver === 'piezo') {
    const charge = LS1.capacitance * g.supplyVoltage * g.toneFrequency;
    return { peak: ((push ? 2 : 1) * g.supplyVoltage) / ohms, mean: (push ? 4 : 1) * charge };
  }
  const peak = g.supplyVoltage / (ohms + LS1.dcResistance);
  return { peak, mean: push ? peak : peak / 2 };
}
