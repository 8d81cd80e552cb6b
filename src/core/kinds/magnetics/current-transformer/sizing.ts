import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { ratio, transfer } from './laws.ts';

const KEEP = 4;

/** Measuring: the largest burden that stays inside the input unclamped. Toggling, with clamps: the smallest that reaches the threshold at the least current. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  if (!s.open('R1')) return [];
  const t = s.tolerance('R1');
  const at = (r: number) =>
    transfer({
      ...x,
      parts: { ...x.parts, R1: { ...x.parts.R1, value: r }, T1: { ...x.parts.T1, magnetisingInductance: s.param('T1.magnetisingInductance').low } },
    }).share * ratio(x);
  const all = s.candidates('R1', 0.1, 1e4);
  const toggles = all.filter((r) => r * (1 - t) * at(r) * s.range('minimumCurrent').low >= s.param('U1.threshold').high);
  const most = Math.min(s.param('U1.maximumInput').low, x.given.waveform === 'sine' ? -s.param('U1.minimumInput').high : Infinity) * (1 - s.comfort);
  const inside = all.filter((r) => r * (1 + t) * ratio(x) * s.range('primaryCurrent').high <= most);
  const offers = x.given.clamp === 'none' ? [...inside].reverse() : toggles;
  return (offers.length ? offers : all.slice(0, 1)).slice(0, KEEP).map((r) => ({ values: { R1: r }, why: `${formatText(r * at(r), 'V/A', 3)}` }));
}
