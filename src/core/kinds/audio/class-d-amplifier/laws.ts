import { abs, add, beside, capacitor, complex } from '../../../math/complex.ts';
import type { AnyInputs } from '../../../stage/data.ts';

const filtered = (g: AnyInputs): boolean => g.output === 'lc';
const single = (g: AnyInputs): boolean => g.topology === 'single';

/** The bridge: bus, what each half can swing, resistance in the current's way, largest sine. */
export function bridge({ given: g, parts }: AnyInputs) {
  const { U1, L1 } = parts;
  const halves = g.topology === 'bridged' ? 2 : 1;
  const bus = g.topology === 'split' ? 2 * g.supplyVoltage : g.supplyVoltage;
  const half = single(g) ? g.supplyVoltage / 2 : g.supplyVoltage;
  const dcr = filtered(g) ? L1.dcr : 0;
  const way = halves * (U1.onResistance + dcr);
  const share = 1 / (1 + way / g.loadResistance);
  const peak = U1.maximumModulation * half * share;
  const ripple = filtered(g) ? bus / (4 * L1.value * g.switchingFrequency) : 0;
  return { halves, bus, half, dcr, way, share, peak, amps: peak / g.loadResistance, ripple };
}
export type Bridge = ReturnType<typeof bridge>;

/** Loss without a signal, W: quiescent, gate charge, node capacitance and ripple current. */
export function idle({ given: g, parts: { U1 } }: AnyInputs, b: Bridge): number {
  const fs = g.switchingFrequency;
  return (
    b.bus * U1.quiescentCurrent +
    b.halves * (2 * U1.gateCharge * U1.gateVoltage * fs + U1.outputCapacitance * b.bus ** 2 * fs + (b.ripple ** 2 / 12) * (U1.onResistance + b.dcr))
  );
}

/** Loss of edges while a sine of a peak flows, W. */
export const edges = ({ given: g, parts: { U1 } }: AnyInputs, b: Bridge, amps: number): number =>
  ((b.halves * b.bus) / 2) * ((2 * amps) / Math.PI) * U1.switchTime * g.switchingFrequency;

export const loss = (x: AnyInputs, b: Bridge, amps: number): number => idle(x, b) + (amps ** 2 / 2) * b.way + edges(x, b, amps);

/** What the rail looks like to current of a frequency: source and bulk capacitor beside each other, ohm. */
export function railImpedance({ given: g, parts: { C2 } }: AnyInputs, frequency: number): number {
  const bulk = add(complex(C2.esr), capacitor(C2.value, frequency));
  return abs(g.supplyResistance === null ? bulk : beside(complex(g.supplyResistance), bulk));
}

/** Droop of the rail at the lowest frequency, peak to peak, V. // charge balance: a bridge draws at twice the frequency, a half-bridge at both */
export function droop(x: AnyInputs, b: Bridge): number {
  const { given: g, parts } = x;
  const m = parts.U1.maximumModulation;
  const twice = railImpedance(x, 2 * g.lowestFrequency);
  return b.halves === 2 ? m * b.amps * twice : b.amps * railImpedance(x, g.lowestFrequency) + (m / 2) * b.amps * twice;
}
