import type { AnyInputs } from '../../../stage/data.ts';

/** Drop of the clamp diode inside a gate, V. */
const CLAMP = 0.6;
export const starts = (purpose: unknown): boolean => purpose === 'reset' || purpose === 'soft-start';

/** What the node charges through and to, the thresholds, and how it discharges. // first-order exponentials */
export function network({ given: g, parts }: AnyInputs) {
  const { C1, D1, U1 } = parts;
  const r1 = parts.R1.value as number;
  const r2 = (parts.R2.value ?? 0) as number;
  const r3 = (parts.R3.value ?? 0) as number;
  const farads = C1.value + U1.inputCapacitance;
  const leak = C1.leakageCurrent + U1.inputLeakage;
  const debounce = g.purpose === 'debounce';
  const driver = g.purpose === 'phase-shift' ? g.sourceResistance : 0;
  const charging = r1 + driver + (debounce ? r2 : 0);
  const resting = g.supplyVoltage - leak * charging;
  const [rising, falling] = [U1.thresholdRising * g.supplyVoltage, U1.thresholdFalling * g.supplyVoltage];
  const diode = g.dischargeDiode && !debounce;
  // The diode lets go where its drop is all that R1 leaves it.
  const share = r1 / (r1 + D1.seriesResistance);
  const parallel = D1.seriesResistance * share;
  const held = D1.forwardVoltage * share;
  const letsGo = D1.forwardVoltage * (1 + driver / r1);
  const slow = debounce ? r2 : r1 + driver;
  const fast = parallel + driver;

  /** Time from the resting voltage down to another, s. */
  const fallTo = (v: number): number => {
    if (v >= resting) return 0;
    if (!diode || resting <= letsGo) return slow * farads * Math.log(resting / v);
    const quick = fast * farads * Math.log((resting - held) / (Math.max(v, letsGo) - held));
    return v >= letsGo ? quick : quick + slow * farads * Math.log(letsGo / v);
  };
  /** What is left after a time of discharging, V. */
  const leftAfter = (t: number): number => {
    if (slow === 0) return 0;
    if (!diode || resting <= letsGo) return resting * Math.exp(-t / (slow * farads));
    const quick = fallTo(letsGo);
    if (t < quick) return held + (resting - held) * Math.exp(-t / (fast * farads));
    return letsGo * Math.exp(-(t - quick) / (slow * farads));
  };
  const clamp = !starts(g.purpose) || diode ? 0 : r3 > 0 ? Math.max(0, resting - CLAMP) / r3 : null;
  return { charging, farads, leak, resting, rising, falling, debounce, diode, slow, fast, held, letsGo, r2, clamp, fallTo, leftAfter };
}
