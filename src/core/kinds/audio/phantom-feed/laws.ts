import type { AnyInputs } from '../../../stage/data.ts';

/** The two feed resistors as far apart as their matching lets them be, and the filter before them. */
export function feed({ given: g, parts }: AnyInputs) {
  return { ra: parts.RA.value * (1 + g.matching / 2), rb: parts.RA.value * (1 - g.matching / 2), rf: parts.R1.value ?? 0 };
}

/** Share of ripple at the feed node that comes out between the legs. // two node equations */
export function conversion(x: AnyInputs): number {
  const { given: g } = x;
  const { ra, rb } = feed(x);
  const [bias, source] = [1 / g.biasResistance, 1 / g.sourceResistance];
  const [a, b] = [1 / ra, 1 / rb];
  // (a + bias + source)·va − source·vb = a; −source·va + (b + bias + source)·vb = b
  const [p, q] = [a + bias + source, b + bias + source];
  const det = p * q - source ** 2;
  return Math.abs(a * q + source * b - (b * p + source * a)) / det;
}

/** What the filter leaves of ripple at a frequency: the microphone sinks current and does not load. */
export const filterGain = ({ parts }: AnyInputs, frequency: number): number =>
  parts.R1.value && parts.C1.value ? 1 / Math.hypot(1, 2 * Math.PI * frequency * parts.R1.value * parts.C1.value) : 1;
