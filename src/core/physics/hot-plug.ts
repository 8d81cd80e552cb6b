/** Peak of the voltage at the terminals of a capacitor with ESR, and of the current, when a step meets series R-L-C. */
export interface HotPlug {
  /** V, over the capacitor and its ESR together. */
  peak: number;
  /** A. */
  inrush: number;
}

/**
 * A charged supply is plugged into an empty capacitor through cable resistance and inductance.
 * // [Nilsson] ch. 8, step response of series RLC; the crest is that of u = E·(1 − e^(−zt)(cos st + …)) with the ESR's zero.
 * @param volts supply, V @param series all resistance but the ESR, Ω @param esr of the capacitor, Ω
 * @param henry cable inductance, H @param farad capacitance, F; 0 gives no ringing and no current
 */
export function hotPlug(volts: number, series: number, esr: number, henry: number, farad: number): HotPlug {
  if (farad === 0) return { peak: volts, inrush: 0 };
  const admittance = Math.sqrt(farad / henry);
  const z = ((series + esr) / 2) * admittance;
  const a = esr * admittance;
  const s = Math.sqrt(Math.abs(1 - z * z));
  const rise = (t: number | null) => (t === null ? volts : volts * (1 + Math.sqrt(Math.max(0, 1 - 2 * z * a + a * a)) * Math.exp(-z * t)));
  if (Math.abs(1 - z) < 1e-9) return { peak: rise(a > 1 ? a / (a - 1) : null), inrush: (volts * admittance) / Math.E };
  if (z < 1) {
    const t = (Math.PI - Math.atan2(a * s, 1 - z * a)) / s;
    return { peak: rise(t), inrush: volts * admittance * Math.exp((-z * Math.acos(z)) / s) };
  }
  const t = a > z + s ? Math.atanh((a * s) / (z * a - 1)) / s : null;
  return { peak: rise(t), inrush: volts * admittance * Math.exp((-z * Math.acosh(z)) / s) };
}
