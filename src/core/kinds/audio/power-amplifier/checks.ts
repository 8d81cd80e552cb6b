import { choose, less, more } from '../../../stage/cures.ts';
import { aboutZero, held } from '../../../stage/words.ts';

export const checks = {
  power: held('power', 'outputPower', 'atLeast', 'outputPower', 'power wanted', 'should', (c) => [
    less('given.loadResistance'),
    less('given.supplyResistance'),
    more('given.supplyVoltage'),
    ...(c.x.given.topology === 'single' ? [choose('given.topology', 'bridged')] : []),
    'A higher rail, a lower load impedance, a bridge, or a stiffer supply.',
  ]),
  'gain-accuracy': held('gain error', 'gainError', 'within', aboutZero('gainTolerance'), 'allowed gain error', 'should', [more('R2.value'), less('R2.value')]),
  clipping: held('left to clipping', 'clipMargin', 'atLeast', () => 0.5, 'half a decibel', 'should', [
    less('given.inputAmplitude'),
    less('R2.value'),
    'Less gain before it.',
  ]),
  'junction-temperature': held('junction', 'junctionTemperature', 'temperature', 'U1.maximumJunction', 'highest junction temperature of U1', 'must', [
    less('given.sinkToAmbient'),
    more('given.minimumImpedance'),
    choose('given.dissipationBasis', 'eighth-power'),
    'A larger heatsink, a lower rail, a higher impedance, or class D.',
  ]),
  'peak-current': held(
    'peak current',
    'peakCurrent',
    'atMost',
    'U1.currentLimit',
    'current of U1',
    'must',
    [more('given.minimumImpedance'), more('U1.currentLimit'), 'Another amplifier.'],
    { derated: true },
  ),
  'supply-maximum': held(
    'supply span',
    'supplySpan',
    'atMost',
    'U1.supplyMaximum',
    'largest supply of U1',
    'must',
    [more('U1.supplyMaximum'), less('given.supplyVoltage'), 'Mind the rail at no load and high mains.'],
    { derated: true },
  ),
  slew: held('fastest at full swing', 'fullPowerBandwidth', 'atLeast', 'highestFrequency', 'highest frequency', 'should', [more('U1.slewRate')]),
  hum: held('hum', 'outputRipple', 'atMost', 'maximumOutputRipple', 'hum allowed', 'should', (c) => [
    ...(c.x.parts.C3.value ? [more('C3.value')] : [less('given.inputRipple')]),
    more('U1.rippleRejection'),
    'A regulated rail for the input stage.',
  ]),
  'low-cutoff': held('low cutoff of C1', 'outputCutoff', 'atMost', 'lowestFrequency', 'lowest frequency', 'should', [more('C1.value')]),
};
