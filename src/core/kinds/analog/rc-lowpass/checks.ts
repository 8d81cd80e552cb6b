import { more, less, closer } from '../../../stage/cures.ts';
import type { CheckDef } from '../../../stage/contract.ts';
import { about, aboutZero } from '../../../stage/words.ts';

export const checks = {
  'cutoff-accuracy': {
    title: 'cutoff accuracy',
    value: 'cutoffFrequency',
    sense: 'within',
    limit: about('cutoffFrequency', 'cutoffTolerance'),
    from: 'wanted cutoff with its tolerance',
    severity: 'should',
    help: [closer('C1'), closer('C1', 'R1'), less('C1.value'), more('C1.value'), 'The capacitor dominates; where nothing closer is to be had, trim.'],
  },
  attenuation: {
    title: 'attenuation',
    value: 'attenuation',
    sense: 'atLeast',
    limit: (c) => c.range('attenuation'),
    from: 'attenuation wanted there',
    whenNull: 'absent',
    severity: 'should',
    help: (c) => [
      more('C1.value'),
      more('R1.value'),
      c.range('attenuationFrequency')
        ? 'Lower ESR helps far above the corner; several such poles fall faster.'
        : 'Give the frequency where it is wanted, or connect the converter that samples.',
    ],
  },
  settling: {
    title: 'settling',
    value: 'settlingTime',
    sense: 'atMost',
    limit: (c) => c.range('maximumSettlingTime'),
    from: 'time allowed to settle',
    whenNull: 'absent',
    severity: 'should',
    help: [less('C1.value'), less('R1.value')],
  },
  'leakage-error': {
    title: 'error from leakage',
    value: 'leakageErrorLsb',
    sense: 'within',
    limit: aboutZero('maximumErrorLsb'),
    from: 'allowed DC error',
    severity: 'should',
    help: [less('R1.value'), 'A film or C0G capacitor, if its leakage is what hurts.'],
  },
  'driver-current': {
    title: 'current of the driver',
    value: 'peakCurrent',
    sense: 'atMost',
    limit: (c) => c.range('currentLimit'),
    from: 'what the driver may give',
    whenNull: 'absent',
    severity: 'must',
    help: [more('R1.value')],
  },
  noise: {
    title: 'noise',
    value: 'outputNoise',
    sense: 'atMost',
    limit: (c) => c.range('maximumNoise'),
    from: 'allowed noise, rms',
    whenNull: 'absent',
    severity: 'should',
    help: [more('C1.value'), 'The noise is √(kT/C), whatever R1.'],
  },
} as const satisfies Record<string, CheckDef>;
