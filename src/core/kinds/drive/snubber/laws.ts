import type { AnyInputs } from '../../../stage/data.ts';

export const isContact = ({ given: g }: AnyInputs): boolean => g.use === 'contact';
const crest = ({ given: g }: AnyInputs): number => (g.loadSource === 'ac' ? Math.SQRT2 : 1);
/** Peaks of voltage and current as the contact opens. */
export const peaks = (x: AnyInputs): { volts: number; amps: number } => ({ volts: crest(x) * x.given.loadVoltage, amps: crest(x) * x.given.loadCurrent });

/** The classic contact rule: capacitance, F, and resistance, Ω. // [Bates] */
export function classic(x: AnyInputs): { farads: number; ohms: number } {
  const { volts, amps } = peaks(x);
  return { farads: (1e-6 * amps ** 2) / 10, ohms: volts / (10 * amps ** (1 + 50 / volts)) };
}

/**
 * Highest voltage across an opening contact, V: the load's current runs into R1 and C1 with the full peak driving it, a series
 * circuit of second order, at its first turning point, at the start, or at its end. // [Nilsson] step response of series RLC
 */
export function contactPeak(x: AnyInputs): number {
  const { given: g, parts } = x;
  const { volts, amps } = peaks(x);
  const [r1, c] = [parts.R1.value, parts.C1.value];
  const most = Math.max(amps * r1, volts);
  if (g.loadInductance === 0) return most;
  const [l, r] = [g.loadInductance, r1 + g.loadResistance];
  const damping = r / (2 * l);
  const square = 1 / (l * c) - damping ** 2;
  const slope = (volts - r * amps) / l;
  const at = (i: number, di: number) => volts - l * di - g.loadResistance * i;
  if (square > 0) {
    const w = Math.sqrt(square);
    const [a, b] = [amps, (slope + damping * amps) / w];
    // R1·i' + i/C = 0 in the same two functions.
    const [p, q] = [r1 * (w * b - damping * a) + a / c, r1 * (-w * a - damping * b) + b / c];
    let t = Math.atan2(-p, q) / w;
    while (t <= 0) t += Math.PI / w;
    const [e, cos, sin] = [Math.exp(-damping * t), Math.cos(w * t), Math.sin(w * t)];
    return Math.max(most, at(e * (a * cos + b * sin), e * ((w * b - damping * a) * cos + (-w * a - damping * b) * sin)));
  }
  const root = Math.sqrt(Math.max(-square, 1e-18 * damping ** 2));
  const [s1, s2] = [-damping + root, -damping - root];
  const a = (slope - s2 * amps) / (s1 - s2);
  const b = amps - a;
  const ratio = -((r1 * s2 + 1 / c) * b) / ((r1 * s1 + 1 / c) * a);
  const t = ratio > 0 ? Math.log(ratio) / (s1 - s2) : -1;
  if (!(t > 0)) return most;
  const [e1, e2] = [a * Math.exp(s1 * t), b * Math.exp(s2 * t)];
  return Math.max(most, at(e1 + e2, s1 * e1 + s2 * e2));
}

/** Through the open contact, A rms. */
export function through({ given: g, parts }: AnyInputs): number {
  if (g.loadSource === 'dc') return 0;
  const w = 2 * Math.PI * g.frequency;
  return (g.loadVoltage * w * parts.C1.value) / Math.sqrt(1 + (w * parts.R1.value * parts.C1.value) ** 2);
}

export interface Parasitic {
  farads: number;
  henries: number;
  ohms: number;
}
/** What rings, found from its frequency with and without a known capacitor; null where that did not lower it. // [Ringing] */
export function parasitic({ given: g }: AnyInputs): Parasitic | null {
  const r2 = (g.ringingFrequency / g.ringingFrequencyAdded) ** 2;
  if (r2 <= 1) return null;
  const farads = g.addedCapacitance / (r2 - 1);
  const henries = 1 / ((2 * Math.PI * g.ringingFrequency) ** 2 * farads);
  return { farads, henries, ohms: Math.sqrt(henries / farads) };
}

type Four = readonly [readonly number[], readonly number[], readonly number[], readonly number[]];
const times = (a: Four, b: Four): Four =>
  a.map((row) => [0, 1, 2, 3].map((j) => row[0]! * b[0][j]! + row[1]! * b[1][j]! + row[2]! * b[2][j]! + row[3]! * b[3][j]!)) as unknown as Four;
/** The state after a step of a linear circuit, exact: the exponential of its matrix by squaring a short series. */
function exponential(m: Four): Four {
  const size = Math.max(...m.flat().map(Math.abs));
  const halvings = Math.max(0, Math.ceil(Math.log2(size)) + 4);
  const small = m.map((row) => row.map((v) => v / 2 ** halvings)) as unknown as Four;
  const one: Four = [
    [1, 0, 0, 0],
    [0, 1, 0, 0],
    [0, 0, 1, 0],
    [0, 0, 0, 1],
  ];
  let [sum, term] = [one, one];
  for (let k = 1; k <= 8; k++) {
    term = times(term, small).map((row) => row.map((v) => v / k)) as unknown as Four;
    sum = sum.map((row, i) => row.map((v, j) => v + term[i]![j]!)) as unknown as Four;
  }
  for (let k = 0; k < halvings; k++) sum = times(sum, sum);
  return sum;
}
/** Steps in a period of the bare ringing. */
const FINE = 60;

/**
 * How far a step into the ringing node overshoots with the snubber across it, as a share of the step: the exact response of
 * third order, current of the loop at the start counted. // [Ringing] RC damping of a parasitic resonance
 */
export function overshoot(p: Parasitic, ohms: number, farads: number, start = 0): number {
  const dt = (2 * Math.PI * Math.sqrt(p.henries * p.farads)) / FINE;
  // Current of the loop, the node, the snubber's capacitor, and the step itself.
  const step = exponential([
    [0, -dt / p.henries, 0, dt / p.henries],
    [dt / p.farads, -dt / (ohms * p.farads), dt / (ohms * p.farads), 0],
    [0, dt / (ohms * farads), -dt / (ohms * farads), 0],
    [0, 0, 0, 0],
  ]);
  let [i, y, v] = [start, 0, 0];
  let most = 0;
  const slope = () => (i - (y - v) / ohms) / p.farads;
  let before = slope();
  const steps = Math.ceil(1.5 * FINE * Math.sqrt(1 + farads / p.farads));
  for (let k = 0; k < steps; k++) {
    const was = y;
    [i, y, v] = [
      step[0][0]! * i + step[0][1]! * y + step[0][2]! * v + step[0][3]!,
      step[1][0]! * i + step[1][1]! * y + step[1][2]! * v + step[1][3]!,
      step[2][0]! * i + step[2][1]! * y + step[2][2]! * v + step[2][3]!,
    ];
    const now = slope();
    if (before > 0 && now <= 0) {
      // Where a cubic through both ends and their slopes turns.
      const [d0, d1, rise] = [before * dt, now * dt, y - was];
      const [qa, qb, qc] = [3 * (d0 + d1 - 2 * rise), 2 * (3 * rise - 2 * d0 - d1), d0];
      const root = Math.sqrt(Math.max(0, qb * qb - 4 * qa * qc));
      const u = Math.abs(qa) < 1e-300 ? -qc / qb : [(-qb - root) / (2 * qa), (-qb + root) / (2 * qa)].find((s) => s >= -1e-9 && s <= 1 + 1e-9);
      if (u !== undefined) most = Math.max(most, was + u * (d0 + u * (3 * rise - 2 * d0 - d1 + u * (d0 + d1 - 2 * rise))));
    }
    most = Math.max(most, y);
    before = now;
  }
  return Math.max(0, most - 1);
}

/** The overshoot of a stage, the current at turn-off counted. */
export const overshootOf = (x: AnyInputs, p: Parasitic): number =>
  overshoot(p, x.parts.R1.value, x.parts.C1.value, x.given.loopCurrent / x.given.switchedVoltage);
