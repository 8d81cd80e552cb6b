import { eigenvalues } from '../linear/small.ts';
import type { Complex } from '../math/complex.ts';
import { poles, type Response } from './prototype.ts';

export interface Ladder {
  response: Exclude<Response, 'linkwitz-riley'>;
  order: number;
  /** Of Chebyshev, dB. */
  ripple: number;
  termination: 'double' | 'single';
  firstElement: 'series' | 'shunt';
  /** Load over source. */
  ratio: number;
}

/** Why there is no such ladder, and where it was asked for. */
export interface NoLadder {
  field: 'firstElement' | 'loadResistance';
  message: string;
}

const NEAR = 1e-9;

/**
 * Elements of a ladder from the source on, for a source of 1 ohm and an edge at 1 rad/s: series inductances and shunt capacitances in
 * turn. Equal ends of Butterworth and the natural ends of Chebyshev from their closed forms, the rest from the reflection zeros. //
 * [Darlington] insertion loss synthesis; [Zverev] tables are made so
 */
export function ladder(l: Ladder): readonly number[] | NoLadder {
  if (l.termination === 'single') {
    if (l.firstElement === 'shunt')
      return { field: 'firstElement', message: 'a shunt element straight across a stiff source does nothing: begin with a series one' };
    return single(poles(l.response, l.order, l.ripple));
  }
  // A ladder that begins with a shunt element is the dual of one for the inverse ratio.
  const r = l.firstElement === 'series' ? l.ratio : 1 / l.ratio;
  const transfer = ((4 * r) / (1 + r) ** 2) * (l.response === 'chebyshev' && l.order % 2 === 0 ? 10 ** (l.ripple / 10) : 1);
  if (transfer > 1 + NEAR) {
    const e = Math.sqrt(10 ** (l.ripple / 10) - 1);
    const natural = (Math.sqrt(1 + e * e) + e) ** 2;
    const nearest = l.firstElement === 'series' ? natural : 1 / natural;
    return {
      field: 'loadResistance',
      message: `an even Chebyshev ladder cannot end in the source’s own resistance: at least ${nearest >= 1 ? '' : '1/'}${(nearest >= 1 ? nearest : 1 / nearest).toFixed(4)} times it, or an odd order`,
    };
  }
  if (r < 1 - NEAR) {
    if (l.order % 2 === 0)
      return {
        field: 'firstElement',
        message: `an even order steps the resistance ${l.firstElement === 'series' ? 'up' : 'down'} only: begin with the other element, or take an odd order`,
      };
    // Turned round: what was the load is the source.
    return [...doubly(l, 1 / r)].reverse().map((g, k) => (k % 2 === 0 ? g * r : g / r));
  }
  return doubly(l, r);
}

/** Series first, load at least the source. */
function doubly({ response, order: n, ripple }: Ladder, r: number): readonly number[] {
  const angle = (k: number) => ((2 * k - 1) * Math.PI) / (2 * n);
  const places = Array.from({ length: n }, (_, i) => i + 1);
  if (response === 'butterworth' && Math.abs(r - 1) < NEAR) return places.map((k) => 2 * Math.sin(angle(k)));
  if (response === 'chebyshev') {
    const e = Math.sqrt(10 ** (ripple / 10) - 1);
    const beta = Math.log((Math.hypot(1, e) + 1) / (Math.hypot(1, e) - 1));
    const natural = n % 2 ? 1 : 1 / Math.tanh(beta / 4) ** 2;
    if (Math.abs(r / natural - 1) < NEAR) {
      const gamma = Math.sinh(beta / (2 * n));
      const g: number[] = [];
      for (const k of places)
        g.push(
          k === 1
            ? (2 * Math.sin(angle(1))) / gamma
            : (4 * Math.sin(angle(k - 1)) * Math.sin(angle(k))) / ((gamma ** 2 + Math.sin(((k - 1) * Math.PI) / n) ** 2) * g.at(-1)!),
        );
      return g;
    }
  }
  const all = poles(response, n, ripple);
  // On a scale on which the last coefficient is one too: the same digits count in all of them.
  const scale = all.reduce((product, z) => product * Math.hypot(z.re, z.im), 1) ** (1 / n);
  const q = fromRoots(all.map(({ re, im }) => ({ re: re / scale, im: im / scale })));
  const p = reflection(q, (4 * r) / (1 + r) ** 2);
  return fraction(
    q.map((c, k) => c + p[k]!),
    q.map((c, k) => c - p[k]!).slice(0, n),
    n,
  ).map((g) => g / scale);
}

/** Driven by a voltage: the odd over the even part of the denominator is what the load sees. */
function single(all: readonly Complex[]): readonly number[] {
  const q = fromRoots(all);
  const n = all.length;
  const part = (odd: number) => q.map((c, k) => (k % 2 === odd ? c : 0));
  const [even, odd] = [part(0), part(1)];
  const [high, low] = n % 2 ? [odd, even] : [even, odd];
  return [...fraction(high, low.slice(0, n), n)].reverse();
}

/** Monic polynomial with those roots, lowest power first. */
function fromRoots(roots: readonly Complex[]): number[] {
  let [re, im] = [[1], [0]];
  for (const root of roots) {
    const nr = [0, ...re];
    const ni = [0, ...im];
    re.forEach((c, k) => {
      nr[k] = nr[k]! - (c * root.re - im[k]! * root.im);
      ni[k] = ni[k]! - (c * root.im + im[k]! * root.re);
    });
    [re, im] = [nr, ni];
  }
  return re;
}

/** Monic polynomial of the reflection zeros: p(s)·p(−s) = q(s)·q(−s) − share·q(0)², zeros in the left half plane. */
function reflection(q: readonly number[], share: number): number[] {
  const n = q.length - 1;
  // In x = s²: an even polynomial.
  const x = Array.from({ length: n + 1 }, () => 0);
  for (let i = 0; i <= n; i++) for (let j = 0; j <= n; j++) if ((i + j) % 2 === 0) x[(i + j) / 2]! += q[i]! * q[j]! * (j % 2 ? -1 : 1);
  x[0]! -= share * q[0]! ** 2;
  const scale = Math.max(...x.map(Math.abs));
  let zeros = 0;
  while (zeros < n && Math.abs(x[zeros]!) < 1e-13 * scale) zeros++;
  const rest = x.slice(zeros);
  const m = rest.length - 1;
  const companion = Array.from({ length: m }, (_, i) => Array.from({ length: m }, (_, j) => (i === m - 1 ? -rest[j]! / rest[m]! : Number(j === i + 1))));
  const roots: Complex[] = Array.from({ length: zeros }, () => ({ re: 0, im: 0 }));
  for (const w of m > 0 ? eigenvalues(companion) : []) {
    const size = Math.hypot(w.re, w.im);
    const re = -Math.sqrt((size + w.re) / 2);
    roots.push({ re, im: -Math.sign(w.im || 1) * Math.sqrt((size - w.re) / 2) });
  }
  return fromRoots(roots);
}

/** Continued fraction about infinity of one polynomial over another of a degree less, lowest powers first. */
function fraction(above: readonly number[], below: readonly number[], n: number): number[] {
  let [a, b] = [[...above], [...below]];
  const g: number[] = [];
  for (let k = 0; k < n; k++) {
    const value = a.at(-1)! / b.at(-1)!;
    g.push(value);
    const rest = a.map((c, i) => c - (i > 0 ? value * (b[i - 1] ?? 0) : 0)).slice(0, -2);
    [a, b] = [b, k === n - 1 ? rest : rest.length ? rest : [1]];
  }
  return g;
}
