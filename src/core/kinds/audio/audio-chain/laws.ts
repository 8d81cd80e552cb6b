import { impossible, none, type Value } from '../../../math/absent.ts';

/** A stage of the chain as typed; levels in dBu, null where nothing is stated. */
export interface Link {
  name: string;
  gain: number;
  maximumOutput: number | null;
  maximumInput: number | null;
  inputNoise: number | null;
}

/** Level of the sum of levels that are not alike. // powers add */
export const together = (levels: readonly number[]): number => 10 * Math.log10(levels.reduce((sum, l) => sum + 10 ** (l / 10), 0));

/** Everything referred to the input of the chain. // [Friis] */
export function solve(links: readonly Link[], sourceNoise: number | null) {
  let gain = 0;
  let [clippingInput, clippingStage] = [Infinity, 0];
  const noises: { at: number; level: number }[] = sourceNoise === null ? [] : [{ at: 0, level: sourceNoise }];
  links.forEach((l, i) => {
    const limit = Math.min(l.maximumInput === null ? Infinity : l.maximumInput - gain, l.maximumOutput === null ? Infinity : l.maximumOutput - gain - l.gain);
    if (limit < clippingInput) [clippingInput, clippingStage] = [limit, i + 1];
    if (l.inputNoise !== null) noises.push({ at: i + 1, level: l.inputNoise - gain });
    gain += l.gain;
  });
  const inputNoise: Value = noises.length ? together(noises.map((n) => n.level)) : NO_NOISE;
  const noisiest = noises.length ? noises.reduce((a, b) => (b.level > a.level ? b : a)) : null;
  return {
    totalGain: gain,
    clippingInput: Number.isFinite(clippingInput) ? clippingInput : NO_LIMIT,
    clippingStage: Number.isFinite(clippingInput) ? clippingStage : NO_LIMIT,
    inputNoise,
    noisiestStage: noisiest ? noisiest.at : NO_NOISE,
    noiseShare: noisiest && typeof inputNoise === 'number' ? 10 ** ((noisiest.level - inputNoise) / 10) : NO_NOISE,
  };
}

const NO_NOISE = none('no noise is stated');
const NO_LIMIT = none('no limit is stated');
export const EMPTY = impossible('there is no stage');
