import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  ways: [
    [
      'supplyVoltage',
      ['outputPeak', 'outputPower', 'dissipation', 'junctionTemperature', 'supplyCurrent', 'dcDissipation', 'supplySpan'],
      ['sinkNeeded', 'fullPowerBandwidth'],
    ],
    ['supplyResistance', [], ['outputPeak', 'outputPower', 'railTrough']],
    ['loadResistance', ['outputPeak'], ['outputPower', 'supplyCurrent', 'outputCutoff']],
    ['loadAngle', ['worstDissipation'], []],
    ['R2.value', ['gain'], ['inputSensitivity', 'clipMargin', 'bandwidth']],
    ['C1.value', [], ['outputCutoff']],
    ['sinkToAmbient', ['sinkTemperature', 'junctionTemperature'], []],
    ['inputRipple', ['outputRipple'], ['outputPeak']],
  ],
};
