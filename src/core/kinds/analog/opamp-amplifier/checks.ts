import { choose, closer, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { aboutZero, held } from '../../../stage/words.ts';

const difference = (c: Judged) => c.x.given.topology === 'difference';

export const checks = {
  'gain-accuracy': held('gain error', 'gainError', 'within', aboutZero('gainTolerance'), 'allowed gain error', 'should', [
    closer('R1', 'R2'),
    more('U1.gainBandwidth'),
    'Better chosen resistors, or the gain split over two stages.',
  ]),
  slew: held('slew', 'fullPowerBandwidth', 'atLeast', 'signalFrequency', 'highest signal frequency', 'must', [
    more('U1.slewRate'),
    less('given.inputAmplitude'),
    'A faster op amp, or less swing.',
  ]),
  'output-swing-high': held('output to its upper end', 'outputHeadroomHigh', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', [
    less('given.inputAmplitude'),
    less('R2.value'),
    less('given.referenceLevel'),
    less('U1.outputSwingHigh'),
    more('given.loadResistance'),
    choose('given.coupling', 'ac'),
    more('given.positiveSupply'),
    'Less gain, an output that reaches its rails, or a higher rail.',
  ]),
  'output-swing-low': held('output to its lower end', 'outputHeadroomLow', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', [
    less('given.inputAmplitude'),
    less('R2.value'),
    more('given.referenceLevel'),
    less('U1.outputSwingLow'),
    more('given.loadResistance'),
    choose('given.coupling', 'ac'),
    'A negative rail: an output on a single supply does not reach 0 V while it sinks current.',
  ]),
  'input-window-high': held('inputs to their upper end', 'inputHeadroomHigh', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', [
    choose('given.coupling', 'ac'),
    less('U1.inputWindowHigh'),
    less('given.inputAmplitude'),
    less('given.inputLevel'),
    more('given.positiveSupply'),
    'An inverting circuit, a divider ahead, or an op amp whose inputs reach the positive rail.',
  ]),
  'input-window-low': held('inputs to their lower end', 'inputHeadroomLow', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', [
    choose('given.coupling', 'ac'),
    less('U1.inputWindowLow'),
    less('given.inputAmplitude'),
    more('given.inputLevel'),
    'An op amp whose inputs reach the negative rail, or the input biased up.',
  ]),
  offset: held('offset', 'outputOffset', 'atMost', 'maximumOffset', 'allowed offset', 'should', [
    less('U1.offsetVoltage'),
    less('U1.biasCurrent'),
    less('R2.value'),
    'Coupling by a capacitor, or equal resistance at both inputs.',
  ]),
  'supply-ripple': held('ripple at the output', 'outputRipple', 'atMost', 'maximumOutputRipple', 'allowed ripple', 'should', [
    more('U1.rippleRejection'),
    less('given.inputRipple'),
    'An RC or a regulator before this supply pin; a quieter reference: its ripple is amplified with the signal.',
  ]),
  noise: held('signal to noise', 'signalToNoise', 'atLeast', 'minimumSignalToNoise', 'wanted', 'should', (c) => [
    ...((c.nominal('amplifierNoise') ?? 0) >= (c.nominal('resistorNoise') ?? 0)
      ? [less('U1.voltageNoise'), less('U1.currentNoise')]
      : [less('R1.value', 'R2.value')]),
    less('given.noiseBandHigh'),
    (c.nominal('amplifierNoise') ?? 0) >= (c.nominal('resistorNoise') ?? 0)
      ? 'The op amp makes most of it: a quieter one.'
      : 'Resistors and source make most of it: lower resistors, or a source of less resistance.',
  ]),
  stability: held('phase margin', 'phaseMargin', 'atLeast', 'minimumPhaseMargin', 'wanted', 'must', [
    less('given.loadCapacitance'),
    less('R1.value', 'R2.value'),
    less('U1.outputResistance'),
    more('U1.secondPole'),
    'A resistor of about the op amp’s output resistance before the capacitive load, or a small capacitor over R2.',
  ]),
  'common-mode-rejection': held(
    'common-mode rejection',
    'commonModeRejection',
    'atLeast',
    'minimumCommonModeRejection',
    'wanted',
    'should',
    [closer('R1', 'R2', 'R3', 'R4'), more('U1.commonModeRejection'), 'Resistors of one matched network, or R4 trimmed.'],
    { applies: difference },
  ),
  'output-current': held(
    'current of the output',
    'outputCurrent',
    'atMost',
    'U1.currentLimit',
    'output current of U1',
    'must',
    [more('given.loadResistance'), less('given.inputAmplitude'), 'A buffer for the load.'],
    { derated: true },
  ),
  'supply-maximum': held('supply, at most', 'supplySpan', 'atMost', 'U1.supplyMaximum', 'largest supply of U1', 'must', [
    more('U1.supplyMaximum'),
    less('given.positiveSupply'),
    'Another op amp, or a lower rail.',
  ]),
  'supply-minimum': held('supply, at least', 'supplySpan', 'atLeast', 'U1.supplyMinimum', 'least supply of U1', 'must', [
    less('U1.supplyMinimum'),
    more('given.positiveSupply'),
    'Another op amp, or a higher rail.',
  ]),
  'junction-temperature': held('junction', 'junctionTemperature', 'temperature', 'U1.maximumJunction', 'highest junction temperature of U1', 'must', [
    less('U1.junctionToAmbient'),
    more('given.loadResistance'),
    'A lighter load, a lower rail, or another package.',
  ]),
};
