import { less, more } from '../../../stage/cures.ts';
import { held } from '../../../stage/words.ts';

export const checks = {
  stability: held('quality of the loop', 'quality', 'atMost', 'maximumQuality', 'quality allowed', 'must', [
    more('C1.value'),
    'A larger feedback capacitor: that of a flat response is shown. More gain-bandwidth needs more of it.',
  ]),
  bandwidth: held('bandwidth', 'bandwidth', 'atLeast', 'minimumBandwidth', 'bandwidth wanted', 'should', [
    less('C1.value'),
    less('R1.value'),
    more('U1.gainBandwidth'),
    less('given.sourceCapacitance'),
    'A reverse bias lowers the capacitance of a photodiode.',
  ]),
  'output-swing': held('output to its nearer end', 'outputHeadroom', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', [
    less('R1.value'),
    more('given.referenceLevel'),
    less('given.referenceLevel'),
    more('given.positiveSupply'),
    'A smaller resistor, or another level in the dark.',
  ]),
  'dark-swing': held('output in the dark to its nearer end', 'darkHeadroom', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', [
    more('given.referenceLevel'),
    less('given.referenceLevel'),
    less('U1.offsetVoltage'),
    more('given.positiveSupply'),
    'A reference level that the output reaches with its offset on either side.',
  ]),
};
