import { eigenvalues } from '../linear/small.ts';
import { once } from '../math/remember.ts';
import type { Complex } from '../math/complex.ts';
import { risingRoot } from '../math/root.ts';

/** Classic low-pass prototypes, all poles, edge at 1 rad/s. */
export const RESPONSES = ['butterworth', 'bessel', 'bessel-delay', 'chebyshev', 'linkwitz-riley'] as const;
export type Response = (typeof RESPONSES)[number];

const epsilon = (ripple: number): number => Math.sqrt(10 ** (ripple / 10) - 1);

/**
 * Poles of a prototype, rad/s, all of them. Butterworth to 1 rad/s at half power, Chebyshev to its ripple edge, Bessel to half
 * power or to a delay of 1 s, Linkwitz-Riley as two Butterworths of half the order. // [Butterworth], [Chebyshev], [Thomson], [Linkwitz]
 * @param ripple of Chebyshev, dB
 */
export const poles = (response: Response, order: number, ripple = 0.5): readonly Complex[] =>
  once(`poles ${response} ${order} ${response === 'chebyshev' ? ripple : ''}`, () => {
    switch (response) {
      case 'butterworth':
        return butterworth(order);
      case 'linkwitz-riley':
        return [...butterworth(order / 2), ...butterworth(order / 2)];
      case 'chebyshev': {
        const a = Math.asinh(1 / epsilon(ripple)) / order;
        return Array.from({ length: order }, (_, k) => {
          const theta = (Math.PI * (2 * k + 1)) / (2 * order);
          return { re: -Math.sinh(a) * Math.sin(theta), im: 2 * k + 1 === order ? 0 : Math.cosh(a) * Math.cos(theta) };
        });
      }
      case 'bessel-delay':
        return bessel(order);
      case 'bessel': {
        const raw = bessel(order);
        const edge = halfPower(raw);
        return raw.map(({ re, im }) => ({ re: re / edge, im: im / edge }));
      }
    }
  });

const butterworth = (n: number): Complex[] =>
  Array.from({ length: n }, (_, k) => {
    const angle = (Math.PI * (2 * k + 1 + n)) / (2 * n);
    return { re: Math.cos(angle), im: 2 * k + 1 === n ? 0 : Math.sin(angle) };
  });

/** Roots of the reverse Bessel polynomial, polished by Newton's method. // [Thomson] */
function bessel(n: number): Complex[] {
  const factorial = (k: number): number => (k < 2 ? 1 : k * factorial(k - 1));
  const a = Array.from({ length: n + 1 }, (_, k) => factorial(2 * n - k) / (2 ** (n - k) * factorial(k) * factorial(n - k)));
  const companion = Array.from({ length: n }, (_, i) => Array.from({ length: n }, (_, j) => (i === n - 1 ? -a[j]! / a[n]! : Number(j === i + 1))));
  return eigenvalues(companion).map((root) => {
    let { re, im } = root;
    for (let step = 0; step < 8; step++) {
      let [pr, pi, dr, di] = [0, 0, 0, 0];
      for (let k = n; k >= 0; k--) {
        [dr, di] = [dr * re - di * im + pr, dr * im + di * re + pi];
        [pr, pi] = [pr * re - pi * im + a[k]!, pr * im + pi * re];
      }
      const d = dr * dr + di * di;
      [re, im] = [re - (pr * dr + pi * di) / d, im - (pi * dr - pr * di) / d];
    }
    return { re, im: Math.abs(im) < 1e-9 * Math.abs(re) ? 0 : im };
  });
}

/** Magnitude of an all-pole low-pass with those poles relative to DC, at a frequency in rad/s. */
export function magnitude(all: readonly Complex[], w: number): number {
  let product = 1;
  for (const { re, im } of all) product *= Math.hypot(re, im) / Math.hypot(re, w - im);
  return product;
}

/** Where the magnitude is 1/√2 of DC the last time, rad/s. */
function halfPower(all: readonly Complex[]): number {
  const top = 4 * Math.max(...all.map((p) => Math.hypot(p.re, p.im)));
  return risingRoot((w) => Math.SQRT1_2 - magnitude(all, w), 1e-3, top)!;
}

/**
 * Half-power frequency over the edge, ratio. Of Chebyshev it counts from the passband's maximum, or from DC, which for an even order
 * lies in a valley. // [Zverev]
 */
export const halfPowerRatio = (response: Response, order: number, ripple: number, from: 'maximum' | 'dc' = 'maximum'): number =>
  once(`ratio ${response} ${order} ${ripple} ${from}`, () => {
    switch (response) {
      case 'butterworth':
      case 'bessel':
        return 1;
      case 'linkwitz-riley':
        return (Math.SQRT2 - 1) ** (1 / order);
      case 'bessel-delay':
        return halfPower(poles(response, order));
      case 'chebyshev': {
        const e = epsilon(ripple);
        const above = from === 'dc' && order % 2 === 0 ? Math.sqrt(1 + 2 * e * e) / e : 1 / e;
        return Math.cosh(Math.acosh(Math.max(1, above)) / order);
      }
    }
  });

/** Ratio of the passband's maximum to its reference (DC, or the centre of a band-pass). */
export const passbandRise = (response: Response, order: number, ripple: number): number =>
  response === 'chebyshev' && order % 2 === 0 ? 10 ** (ripple / 20) : 1;

/** A section of a cascade: frequency in Hz, and its quality; null for a section of first order. */
export interface Target {
  frequency: number;
  quality: number | null;
}

export interface Shape {
  response: Response;
  shape: 'lowpass' | 'highpass' | 'bandpass';
  /** Of the prototype: half of a band-pass's own. */
  order: number;
  ripple: number;
  /** Edge, or centre of a band-pass, Hz. */
  frequency: number;
  /** Of a band-pass, Hz. */
  bandwidth: number;
}

/** Sections of a filter: first order first, then by rising quality, of equal ones by rising frequency. // [Zverev] frequency transformations */
export const sectionsOf = (s: Shape): readonly Target[] =>
  once(`sections ${s.response} ${s.shape} ${s.order} ${s.ripple} ${s.frequency} ${s.bandwidth}`, () => {
    const found: Target[] = [];
    let lone: number | null = null;
    for (const p of poles(s.response, s.order, s.ripple)) {
      if (p.im < 0) continue;
      const size = Math.hypot(p.re, p.im);
      if (s.shape === 'bandpass') {
        found.push(...bandSections(p, s.frequency, s.bandwidth));
        continue;
      }
      const frequency = s.shape === 'lowpass' ? s.frequency * size : s.frequency / size;
      if (p.im > 0) found.push({ frequency, quality: -size / (2 * p.re) });
      else if (lone === null) lone = frequency;
      else {
        found.push({ frequency: Math.sqrt(lone * frequency), quality: 0.5 });
        lone = null;
      }
    }
    if (lone !== null) found.push({ frequency: lone, quality: null });
    const near = (a: number, b: number) => Math.abs(a - b) < 1e-9 * Math.abs(b);
    return found.sort((a, b) => {
      if (a.quality === null || b.quality === null) return Number(a.quality !== null) - Number(b.quality !== null);
      return near(a.quality, b.quality) ? a.frequency - b.frequency : a.quality - b.quality;
    });
  });

/** Sections that a prototype's pole becomes in a band-pass: the roots of s² − p·B·s + f0², each with its conjugate. */
function bandSections(p: Complex, f0: number, band: number): Target[] {
  if (p.im === 0) return [{ frequency: f0, quality: f0 / (band * Math.abs(p.re)) }];
  // s = (pB ± √(p²B² − 4f0²))/2
  const [br, bi] = [p.re * band, p.im * band];
  const [dr, di] = [br * br - bi * bi - 4 * f0 * f0, 2 * br * bi];
  const size = Math.hypot(dr, di);
  const rr = Math.sqrt((size + dr) / 2);
  const ri = Math.sign(di || 1) * Math.sqrt((size - dr) / 2);
  return [1, -1].map((sign) => {
    const [re, im] = [(br + sign * rr) / 2, (bi + sign * ri) / 2];
    const frequency = Math.hypot(re, im);
    return { frequency, quality: -frequency / (2 * re) };
  });
}

/** Magnitude of the ideal shape relative to its reference (DC, infinity, or the centre). */
export function shapeAt(s: Shape, frequency: number): number {
  const w =
    s.shape === 'lowpass'
      ? frequency / s.frequency
      : s.shape === 'highpass'
        ? s.frequency / frequency
        : ((frequency / s.frequency - s.frequency / frequency) * s.frequency) / s.bandwidth;
  return magnitude(poles(s.response, s.order, s.ripple), Math.abs(w));
}

/** Edges of a band-pass about its geometric centre, Hz. */
export function bandEdges(centre: number, bandwidth: number): [low: number, high: number] {
  const middle = Math.hypot(centre, bandwidth / 2);
  return [middle - bandwidth / 2, middle + bandwidth / 2];
}
