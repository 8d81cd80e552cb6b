import { exactly } from '../quantity/uncertain.ts';
import type { Band } from './curves.ts';
import type { ChainPoint } from './evaluate.ts';

const POINTS = 121;
/** Decades below and above the corner of the chain that are looked at. */
const [BELOW, ABOVE] = [4, 2.5];

/**
 * Frequency response of a whole chain against its passband, dB, with its ends: what all its stages take off, one after another,
 * as the converter behind them sees it. Null where no stage says what it takes off. // magnitudes of a cascade add in decibels
 */
export function chainResponse(chain: readonly ChainPoint[]): Band | null {
  const end = chain.at(-1);
  const carried = end?.carried;
  const corner = carried?.bandwidth?.nominal;
  if (!carried?.attenuation || !corner) return null;
  const top = Math.log10(corner) + ABOVE;
  const bottom = Math.log10(corner) - BELOW;
  const x = Array.from({ length: POINTS }, (_, i) => 10 ** (bottom + ((top - bottom) * i) / (POINTS - 1)));
  const taken = x.map((f) => carried.attenuation(exactly(f)));
  const sane = (v: number) => (Number.isFinite(v) ? v : null);
  return {
    curve: {
      id: 'chain',
      title: `Response to ${end!.title}`,
      x: { label: 'frequency', unit: 'Hz', log: true, from: x[0]!, to: x.at(-1)! },
      y: { label: 'against the passband', unit: 'dB' },
      points: POINTS,
      marks: [{ axis: 'x', value: corner, label: 'half power' }],
    },
    x,
    nominal: taken.map((a) => sane(-a.nominal)),
    low: taken.map((a) => sane(-a.high)),
    high: taken.map((a) => sane(-a.low)),
  };
}
