import { parallel } from './network.ts';

/** One leg of a network made of one or two resistors. */
export interface Leg {
  ohms: number;
  /** Share of the leg's power in its hotter resistor. */
  hottest: number;
  /** Share of the leg's voltage on the resistor that sees most of it. */
  highest: number;
}

/** A resistor alone (`second` null), or with a second one in series or parallel. Ω. // [Nilsson] ch. 3 */
export function leg(first: number, second: number | null, join: 'series' | 'parallel'): Leg {
  if (second === null) return { ohms: first, hottest: 1, highest: 1 };
  if (join === 'series') {
    const share = Math.max(first, second) / (first + second);
    return { ohms: first + second, hottest: share, highest: share };
  }
  return { ohms: parallel(first, second), hottest: Math.max(first, second) / (first + second), highest: 1 };
}
