import { choose, closer, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { aboutZero, held } from '../../../stage/words.ts';

const three = (c: Judged) => c.x.given.topology === 'three-op-amp';
const lessGain = (c: Judged) => [more('R1.value'), ...(three(c) ? [less('R2.value', 'R3.value')] : [])];

export const checks = {
  'gain-accuracy': held('gain error', 'gainError', 'within', aboutZero('gainTolerance'), 'allowed gain error', 'should', (c) => [
    closer('R1'),
    ...(three(c) ? [closer('R1', 'R2', 'R3')] : []),
    more('U1.gainBandwidth'),
    less('given.signalFrequency'),
    'A closer R1, or a calibration.',
  ]),
  'common-mode-rejection': held('common-mode rejection', 'commonModeRejection', 'atLeast', 'minimumCommonModeRejection', 'rejection wanted', 'should', (c) => [
    ...(three(c) ? [closer('R4', 'R5', 'R6', 'R7'), choose('given.topology', 'single-resistor')] : []),
    more('U1.commonModeRejection'),
    less('given.inputCapacitance'),
    less('given.sourceImbalance'),
    'Matched resistors in the difference stage, more gain in the first, equal source legs, less capacitance.',
  ]),
  'input-window-high': held('inputs to their upper end', 'inputHeadroomHigh', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', [
    less('given.inputLevel'),
    less('U1.inputWindowHigh'),
    less('given.commonModeAmplitude'),
    more('given.positiveSupply'),
    'A lower level of the source, or a higher rail.',
  ]),
  'input-window-low': held('inputs to their lower end', 'inputHeadroomLow', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', [
    more('given.inputLevel'),
    less('U1.inputWindowLow'),
    less('given.commonModeAmplitude'),
    'A higher level of the source, or a negative rail.',
  ]),
  'inner-node-high': held('inner nodes to their upper end', 'nodeHeadroomHigh', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', (c) => [
    ...lessGain(c),
    less('given.inputLevel'),
    less('given.inputAmplitude'),
    more('given.positiveSupply'),
    'Less gain, or a common-mode level nearer the middle of the supply.',
  ]),
  'inner-node-low': held('inner nodes to their lower end', 'nodeHeadroomLow', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', (c) => [
    ...lessGain(c),
    more('given.inputLevel'),
    less('given.inputAmplitude'),
    'Less gain, or a common-mode level nearer the middle of the supply.',
  ]),
  'output-swing-high': held('output to its upper end', 'outputHeadroomHigh', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', (c) => [
    ...lessGain(c),
    less('given.referenceLevel'),
    less('given.inputAmplitude'),
    more('given.positiveSupply'),
    'Less gain, or a lower reference level.',
  ]),
  'output-swing-low': held('output to its lower end', 'outputHeadroomLow', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', (c) => [
    ...lessGain(c),
    more('given.referenceLevel'),
    less('given.inputAmplitude'),
    'Less gain, or a higher reference level.',
  ]),
  offset: held('offset', 'outputOffset', 'atMost', 'maximumOffset', 'allowed offset', 'should', (c) => [
    less('U1.offsetVoltage'),
    ...lessGain(c),
    less('given.sourceResistance'),
    'A tare in software, a device of less offset, or a source of less resistance.',
  ]),
  'junction-temperature': held('junction', 'junctionTemperature', 'temperature', 'U1.maximumJunction', 'highest junction temperature', 'must', [
    less('U1.junctionToAmbient'),
    less('U1.quiescentCurrent'),
    'Another package.',
  ]),
};
