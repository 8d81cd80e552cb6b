import type { AnyInputs } from '../../../stage/data.ts';

/** The divisor nearest to the baud rate wanted, of ties the smaller; null where none lies inside what there is. // divider arithmetic */
export function divisorOf(g: AnyInputs): number | null {
  const step = g.divisorType === 'integer' ? 1 : 2 ** -g.fractionBits;
  const ideal = g.clockFrequency / (g.oversampling * g.baudRate);
  const floor = Math.floor(ideal / step + 1e-9) * step;
  let best: { divisor: number; off: number } | null = null;
  for (const divisor of [floor, floor + step]) {
    if (divisor < 1 || divisor > g.divisorMaximum) continue;
    const off = Math.abs(ideal / divisor - 1);
    if (!best || off < best.off - 1e-12) best = { divisor, off };
  }
  return best && best.divisor;
}

/** Bits of a byte on the line, start and stop with it. */
export const frameBits = (g: AnyInputs): number => 9 + g.parityBits + g.stopBits;

/** Bits until the middle of the stop bit has to be met: start, eight, parity and stop. */
export const bitsToStop = (g: AnyInputs): number => 1 + 8 + g.parityBits + 1;

/** How far both clocks may be apart in all, so that the stop bit is sampled inside itself. // geometry of start-stop sampling */
export const mismatchLimit = (g: AnyInputs): number => (0.5 - 1 / g.oversampling - g.edgeDistortion * g.baudRate) / (bitsToStop(g) - 0.5);
