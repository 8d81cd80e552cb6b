export interface Pump {
  /** Flying and reservoir capacitance, F, and their series resistances. */
  c1: number;
  e1: number;
  c2: number;
  e2: number;
  /** Resistance of the way in and of the way out, ohm. */
  in: number;
  out: number;
  frequency: number;
}

/**
 * Exact periodic state of the two-phase network for an ampere of load: output resistance, ripple, rms of the flying capacitor
 * and the two peaks. // [Switched capacitor] charge balance, slow and fast limits joined
 */
export function perAmpere(p: Pump) {
  const { c1, c2, e1, e2 } = p;
  const h = 1 / (2 * p.frequency);
  const q = 1 / p.frequency;
  const ra = p.in + e1;
  const r = p.out + e1 + e2;
  const a = Math.exp(-h / (ra * c1));
  const v1 = (-q * a) / (c1 * (1 - a));
  const cs = (c1 * c2) / (c1 + c2);
  const tau = r * cs;
  const e = Math.exp(-h / tau);
  const inf = c1 / (c1 + c2);
  const big = (q - inf * h) / (tau * (1 - e));
  const i0 = inf + big;
  const i = (t: number) => inf + big * Math.exp(-t / tau);
  const va = v1 - i0 * r + e2;
  const v = (t: number) => va + ((inf - 1) * t + big * tau * (1 - Math.exp(-t / tau))) / c2;
  const ve = v(h);
  const out = (t: number) => v(t) + e2 * (i(t) - 1);
  const mean = ((va + ve) / 2 + va + (((inf - 1) * h) / 2 + big * tau * (1 - (tau / h) * (1 - e))) / c2) / 2;
  const marks = [out(0), out(h), ve - e2, va - e2];
  const turn = (1 / c2 - (e2 * inf) / tau) / (1 / c2 - e2 / tau);
  const at = -tau * Math.log((turn - inf) / big);
  if (at > 0 && at < h) marks.push(out(at));
  const square =
    p.frequency * ((q * q * (1 + a)) / (2 * ra * c1 * (1 - a)) + inf * inf * h + 2 * inf * big * tau * (1 - e) + (big * big * tau * (1 - e * e)) / 2);
  return { resistance: -mean, ripple: Math.max(...marks) - Math.min(...marks), rms: Math.sqrt(square), peakIn: q / (ra * c1 * (1 - a)), peakOut: i0 };
}
