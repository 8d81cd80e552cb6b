/** Copies of one load behind shared and own wiring. */
export interface Wiring {
  loadKind: 'constant-current' | 'constant-power' | 'resistive';
  ratedVoltage: number;
  wiringResistance: number;
  branchResistance: number;
  copies: number;
}

/**
 * Voltage at one of N equal copies behind R = Rb + N·Rw; null where a constant-power load collapses.
 * // [Nilsson] ch. 2 and 4: V = Vin − R·i; for constant power the upper root of V² − Vin·V + R·P = 0
 * @param stated current of one copy at the rated voltage, A @param volts at the rail, V
 */
function voltageAt(w: Wiring, copies: number, stated: number, volts: number): number | null {
  const r = w.branchResistance + copies * w.wiringResistance;
  if (w.loadKind === 'constant-current') return volts - r * stated > 0 || stated === 0 ? volts - r * stated : null;
  if (w.loadKind === 'resistive') return volts / (1 + (r * stated) / w.ratedVoltage);
  const root = volts * volts - 4 * r * stated * w.ratedVoltage;
  return root < 0 || volts <= 0 ? null : (volts + Math.sqrt(root)) / 2;
}

/** What one copy draws at its voltage, A. */
function currentAt(w: Wiring, stated: number, voltage: number): number {
  if (w.loadKind === 'constant-current') return stated;
  return w.loadKind === 'resistive' ? (stated * voltage) / w.ratedVoltage : (stated * w.ratedVoltage) / voltage;
}

/** Voltage at a copy and what it draws; null where it collapses. */
export function drawn(w: Wiring, stated: number, volts: number): { current: number; voltage: number } | null {
  const voltage = voltageAt(w, w.copies, stated, volts);
  return voltage === null ? null : { current: currentAt(w, stated, voltage), voltage };
}

/** More copies than anybody builds: where the search for the largest number stops. */
const MOST = 1e6;

/**
 * Largest number of copies whose peak current stays within the limit and whose voltage stays at or above the minimum.
 * Both get worse with every copy, so doubling and then halving finds it.
 */
export function supportedCopies(w: Wiring, peak: number, rail: { volts: number; trough: number; minimum: number; limit: number }): number {
  const holds = (copies: number): boolean => {
    const mean = voltageAt(w, copies, peak, rail.volts);
    const low = voltageAt(w, copies, peak, rail.trough);
    if (mean === null || low === null) return false;
    return copies * currentAt(w, peak, mean) <= rail.limit * (1 + 1e-12) && low >= rail.minimum * (1 - 1e-12);
  };
  let [good, bad] = [0, 1];
  while (bad < MOST && holds(bad)) [good, bad] = [bad, 2 * bad];
  while (bad - good > 1) {
    const middle = Math.floor((good + bad) / 2);
    if (holds(middle)) good = middle;
    else bad = middle;
  }
  return good;
}
