/** Copies of one load behind shared and own wiring. */
export interface Wiring {
  loadKind: 'constant-current' | 'constant-power' | 'resistive';
  ratedVoltage: number;
  wiringResistance: number;
  branchResistance: number;
  copies: number;
}

/**
 * Voltage at one of N equal copies, and what it draws, behind R = Rb + N·Rw; null where a constant-power load collapses.
 * // [Nilsson] ch. 2 and 4: V = Vin − R·i; for constant power the upper root of V² − Vin·V + R·P = 0
 * @param stated current of one copy at the rated voltage, A @param volts at the rail, V
 */
export function drawn(w: Wiring, stated: number, volts: number): { current: number; voltage: number } | null {
  const r = w.branchResistance + w.copies * w.wiringResistance;
  const vr = w.ratedVoltage;
  if (w.loadKind === 'constant-current') return volts - r * stated > 0 || stated === 0 ? { current: stated, voltage: volts - r * stated } : null;
  if (w.loadKind === 'resistive') {
    const voltage = volts / (1 + (r * stated) / vr);
    return { current: (stated * voltage) / vr, voltage };
  }
  const root = volts * volts - 4 * r * stated * vr;
  if (root < 0 || volts <= 0) return null;
  const voltage = (volts + Math.sqrt(root)) / 2;
  return { current: (stated * vr) / voltage, voltage };
}

/** More copies than anybody builds: where the search for the largest number stops. */
const MOST = 1e6;

/**
 * Largest number of copies whose peak current stays within the limit and whose voltage stays at or above the minimum.
 * Both get worse with every copy, so halving finds it.
 */
export function supportedCopies(w: Wiring, peak: number, rail: { volts: number; trough: number; minimum: number; limit: number }): number {
  const holds = (copies: number) => {
    const many = { ...w, copies };
    const [mean, low] = [drawn(many, peak, rail.volts), drawn(many, peak, rail.trough)];
    return !!mean && !!low && copies * mean.current <= rail.limit * (1 + 1e-12) && low.voltage >= rail.minimum * (1 - 1e-12);
  };
  let [good, bad] = [0, MOST];
  while (bad - good > 1) {
    const middle = Math.floor((good + bad) / 2);
    if (holds(middle)) good = middle;
    else bad = middle;
  }
  return good;
}
