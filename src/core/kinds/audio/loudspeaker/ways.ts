import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  ways: [
    [
      'outputVoltage',
      ['electricalPower', 'longTermPower', 'soundPressure', 'powerCompression', 'coilTemperature', 'peakCurrent', 'excursionFrequency'],
      ['exposureTime'],
    ],
    ['distance', ['exposureTime'], ['soundPressure', 'excursionSoundPressure']],
    ['lowestFrequency', ['excursionSoundPressure'], []],
    ['LS1.thermalResistance', ['coilTemperature', 'powerCompression'], ['soundPressure']],
    ['LS1.coneArea', ['excursionSoundPressure'], ['excursionFrequency']],
    ['LS1.minimumImpedance', ['minimumImpedance'], ['peakCurrent']],
  ],
};
