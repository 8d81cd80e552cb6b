import { choose, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';

const shiftedBy = (...methods: string[]) => ({ applies: (c: Judged) => methods.includes(c.x.given.method) });

export const checks = {
  direction: held('goes this way', 'directionSupported', 'atLeast', () => 0.5, 'the direction chosen', 'must', [
    choose('given.method', 'translator'),
    choose('given.method', 'mosfet'),
    choose('given.direction', 'down'),
  ]),
  'input-high': held('high level', 'highLevel', 'atLeast', 'inputHigh', 'what the receiver takes as high', 'must', [
    more('R2.value'),
    less('R1.value'),
    choose('given.method', 'translator'),
    less('given.inputHigh'),
    'A receiver with TTL levels.',
  ]),
  'input-low': held('low level', 'lowLevel', 'atMost', 'inputLow', 'what the receiver takes as low', 'must', [
    more('R1.value', 'R2.value'),
    less('given.outputLow'),
    choose('given.method', 'translator'),
    'A stronger driver.',
  ]),
  'input-absolute': held('high level', 'highLevel', 'atMost', 'inputMaximum', 'what the receiver stands', 'must', [
    less('R2.value'),
    more('R1.value'),
    choose('given.method', 'translator'),
    more('given.inputMaximum'),
    'A receiver that stands it.',
  ]),
  rate: held('largest rate', 'maximumRate', 'atLeast', 'bitRate', 'bit rate', 'must', [
    less('R1.value', 'R2.value'),
    less('R1.value'),
    choose('given.method', 'translator'),
    less('given.loadCapacitance'),
  ]),
  current: held('current', 'totalCurrent', 'atMost', 'currentLimit', 'current allowed', 'should', [
    more('R1.value', 'R2.value'),
    more('R1.value'),
    choose('given.method', 'translator'),
  ]),
  'clamp-current': held(
    'clamp current',
    'clampCurrent',
    'atMost',
    'clampCurrentLimit',
    'what a clamp stands',
    'must',
    [more('R1.value'), choose('given.method', 'translator')],
    {
      derated: true,
      ...shiftedBy('series-clamp'),
    },
  ),
  'rail-injection': held(
    'into the lower rail',
    'railInjection',
    'atMost',
    'railMinimumLoad',
    'what the rail always carries',
    'must',
    [more('R1.value'), choose('given.method', 'translator'), more('given.railMinimumLoad'), 'A load on the rail: a regulator cannot take current back.'],
    shiftedBy('series-clamp'),
  ),
  'back-feed': held(
    'into a dead side',
    'backFeedCurrent',
    'atMost',
    'clampCurrentLimit',
    'what a clamp stands',
    'note',
    [more('R1.value', 'R2.value'), more('R1.value'), choose('given.method', 'translator'), 'Both sides switched together.'],
    { derated: true, applies: (c) => c.x.given.direction === 'down' && ['divider', 'series-clamp', 'direct'].includes(c.x.given.method) },
  ),
  'gate-overdrive': held(
    'gate above threshold',
    'gateOverdrive',
    'atLeast',
    () => 0.5,
    'what turns it well on',
    'must',
    [less('Q1.thresholdVoltage'), choose('given.method', 'translator')],
    shiftedBy('mosfet'),
  ),
};
