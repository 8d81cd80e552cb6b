import { choose, closer, less, more } from '../../../stage/cures.ts';
import { aboutZero, held } from '../../../stage/words.ts';

const around = aboutZero('maximumThresholdError');

export const checks = {
  'upper-accuracy': held('upper threshold', 'upperError', 'within', around, 'allowed error', 'should', [
    closer('R1', 'R2', 'R3'),
    closer('R1', 'R3'),
    'A reference instead of the supply, or a lower level of resistance against bias current.',
  ]),
  'lower-accuracy': held('lower threshold', 'lowerError', 'within', around, 'allowed error', 'should', [
    closer('R1', 'R2', 'R3'),
    closer('R1', 'R3'),
    choose('given.outputStage', 'push-pull'),
    'A reference instead of the supply, or a lower level of resistance against bias current.',
  ]),
  'noise-margin': held('hysteresis', 'hysteresisRatio', 'atLeast', 'noiseFactor', 'hysteresis wanted per disturbance', 'must', [
    less('R3.value'),
    less('given.inputRipple'),
    'A filter before it.',
  ]),
  'sink-current': held(
    'current sunk',
    'outputCurrent',
    'atMost',
    'U1.currentLimit',
    'what U1 sinks',
    'must',
    [more('R4.value'), more('R3.value'), more('U1.currentLimit')],
    { derated: true },
  ),
  'rise-time': held('rise time', 'riseTime', 'atMost', 'maximumRiseTime', 'rise time allowed', 'should', [
    less('R4.value'),
    less('given.loadCapacitance'),
    choose('given.outputStage', 'push-pull'),
  ]),
  'input-window-high': held('inputs to their upper end', 'inputHeadroomHigh', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', [
    less('U1.inputWindowHigh'),
    more('given.supplyVoltage'),
    'The input divided, or a comparator whose inputs reach its supply.',
  ]),
  'input-window-low': held('inputs to their lower end', 'inputHeadroomLow', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', [
    less('U1.inputWindowLow'),
    more('given.referenceVoltage'),
    'A comparator whose inputs reach ground.',
  ]),
};
