import { choose, closer, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { aboutZero, held } from '../../../stage/words.ts';
import { starts } from './laws.ts';

/** A Schmitt input takes edges as slow as any, s/V. */
const ANY_EDGE = 1e6;
const starting = { applies: (c: Judged) => starts(c.x.given.purpose) };

export const checks = {
  'delay-accuracy': held('error of the delay', 'delayError', 'within', aboutZero('delayTolerance'), 'allowed error', 'should', [
    more('R1.value'),
    less('R1.value'),
    closer('C1'),
    'The spread of the threshold dominates: a comparator or a supervisor chip.',
  ]),
  'reaches-threshold': held('reach', 'thresholdReach', 'atLeast', () => 1, 'the threshold', 'must', [
    less('R1.value'),
    less('C1.leakageCurrent'),
    'A gate that leaks less.',
  ]),
  rearm: held(
    'falling delay',
    'fallDelay',
    'atMost',
    'interruption',
    'shortest dip',
    'must',
    [choose('given.dischargeDiode', true), less('C1.value'), less('R1.value'), 'A supervisor chip: below the drop of the diode only R1 discharges.'],
    starting,
  ),
  'clamp-current': held(
    'clamp current',
    'clampCurrent',
    'atMost',
    'U1.clampCurrentLimit',
    'what the clamp of the gate stands',
    'must',
    [more('R3.value'), choose('given.dischargeDiode', true)],
    { derated: true, ...starting },
  ),
  bounce: held('rising delay', 'riseDelay', 'atLeast', 'bounceTime', 'longest bouncing', 'must', [more('R1.value'), more('C1.value')], {
    applies: (c) => c.x.given.purpose === 'debounce',
  }),
  'edge-rate': held(
    'slowness of the edge',
    'edgeSlowness',
    'atMost',
    (c) => (c.x.parts.U1.schmitt ? ANY_EDGE : c.range('U1.transitionLimit')),
    'slowest edge that the gate takes',
    'must',
    [choose('U1.schmitt', true), less('C1.value'), less('R1.value')],
  ),
};
