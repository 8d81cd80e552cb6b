import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  parts: { R1: { value: 100 }, C1: { value: 1e-5 } },
  ways: [
    ['matching', ['differentialRipple', 'mismatch'], ['conversionRejection', 'commonModeRejection']],
    ['R1.value', ['filterRejection'], ['microphoneVoltage', 'shortCurrent', 'differentialRipple']],
    ['C1.value', ['filterRejection'], ['differentialRipple']],
    ['microphoneCurrent', ['supplyCurrent', 'faultCurrent'], ['microphoneVoltage']],
    ['sourceResistance', ['thermalNoise'], ['loadingLoss']],
  ],
};
