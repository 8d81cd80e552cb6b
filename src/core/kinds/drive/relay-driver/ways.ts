import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { loadSource: 'ac', loadVoltage: 24, loadKind: 'lamp', loadCurrent: 0.4 },
  ways: [
    ['supplyVoltage', ['coilVoltage', 'coilTemperature', 'coilPeakCurrent', 'pullInVoltage', 'releaseTime', 'peakVoltage'], []],
    ['loadCurrent', ['contactLoading', 'surgeCurrent', 'solidStateDissipation', 'junctionTemperature'], ['contactLife', 'lifeYears', 'sinkNeeded']],
    ['operationsPerHour', [], ['lifeYears']],
    ['K1.coilToAmbient', ['coilTemperature', 'coilResistance', 'pullInVoltage'], ['coilCurrent', 'pullInMargin']],
    ['K1.coilInductance', ['releaseTime'], []],
    ['S1.sinkToAmbient', ['junctionTemperature'], []],
    ['S1.offLeakage', ['offCurrent'], []],
  ],
};
