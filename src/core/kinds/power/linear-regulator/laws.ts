import { fromDb } from '../../../physics/network.ts';

/** Closed-loop gain of the reference, the resistor the adjust current flows through, and the divider's current. */
export function feedback(type: 'adjust-pin' | 'feedback-pin' | 'fixed', vref: number, r1: number | null, r2: number | null) {
  if (type === 'fixed' || r1 === null || r2 === null) return { a: 1, rTop: 0, dividerCurrent: 0 };
  if (type === 'adjust-pin') return { a: 1 + r2 / r1, rTop: r2, dividerCurrent: vref / r1 };
  return { a: 1 + r1 / r2, rTop: r1, dividerCurrent: vref / r2 };
}

/** Share of the ripple that passes at a frequency: the rejection falls by first order beyond its corner, the bypass lowers the gain. */
export function passes(U1: { rippleRejection: number; rejectionCorner: number }, a: number, tau: number, frequency: number): number {
  return Math.min(1, (Math.sqrt(1 + (frequency / U1.rejectionCorner) ** 2) / fromDb(U1.rippleRejection)) * bypassGain(a, tau, frequency));
}

/** Gain from reference to output at a frequency with the bypass capacitor: a at DC, 1 far above its corner. */
export function bypassGain(a: number, tau: number, frequency: number): number {
  const w = (2 * Math.PI * frequency * tau) ** 2;
  return Math.sqrt((a * a + w) / (1 + w));
}

/** ∫ gain² df over the noise band, Hz, for a white reference noise. Integral of (a²+x²)/(1+x²). */
export function noiseGainBandwidth(a: number, tau: number, f1: number, f2: number): number {
  if (tau === 0) return a * a * (f2 - f1);
  const fc = 1 / (2 * Math.PI * tau);
  return f2 - f1 + (a * a - 1) * fc * (Math.atan(f2 / fc) - Math.atan(f1 / fc));
}
