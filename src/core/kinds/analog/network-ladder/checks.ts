import { less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';
import { branchesOf } from './layout.ts';

const slots = (c: Judged, letter: string): string[] =>
  [...new Set(branchesOf(c.x.given).flatMap((b) => b.parts))].filter((s) => s.startsWith(letter)).map((s) => `${s}.value`);
const some = (list: string[], cure: (...set: string[]) => ReturnType<typeof more>) => (list.length ? [cure(...list)] : []);
const impedances = (c: Judged, up: boolean) => {
  const [r, l, k] = [slots(c, 'R'), slots(c, 'L'), slots(c, 'C')];
  return up ? [...some(r, more), ...some(l, more), ...some(k, less)] : [...some(r, less), ...some(l, less), ...some(k, more)];
};
const all = (c: Judged) => [...impedances(c, false), ...impedances(c, true)];
const asked = { whenNull: 'absent' } as const;

export const checks = {
  'gain-high': held(
    'gain at the frequency, at most',
    'gainDb',
    'atMost',
    'maximumGainDb',
    'gain allowed there',
    'should',
    (c) => [...all(c), 'In a stopband: a lower corner, or one more section.'],
    asked,
  ),
  'gain-low': held(
    'gain at the frequency, at least',
    'gainDb',
    'atLeast',
    'minimumGainDb',
    'gain wanted there',
    'should',
    (c) => [...all(c), less('given.sourceResistance'), 'In the passband: a higher corner, or less loss.'],
    asked,
  ),
  noise: held('noise', 'outputNoise', 'atMost', 'maximumNoise', 'noise allowed', 'should', (c) => [...impedances(c, false), 'Lower impedances.'], asked),
  'input-impedance': held(
    'input impedance',
    'inputImpedance',
    'atLeast',
    'minimumInputImpedance',
    'impedance wanted',
    'should',
    (c) => [...impedances(c, true), 'All impedances scaled up.'],
    asked,
  ),
  'output-impedance': held(
    'output impedance',
    'largestOutputImpedance',
    'atMost',
    'maximumOutputImpedance',
    'impedance allowed',
    'should',
    (c) => [...impedances(c, false), 'Scaled down, or damped at its resonance.'],
    asked,
  ),
  settling: held(
    'settling',
    'settlingTime',
    'atMost',
    'maximumSettlingTime',
    'time allowed',
    'should',
    (c) => [...impedances(c, false), more('given.settlingBand'), 'A damping leg.'],
    asked,
  ),
};
