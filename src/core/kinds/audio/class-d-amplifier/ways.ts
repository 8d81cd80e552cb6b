import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  ways: [
    ['supplyVoltage', ['outputPeak', 'outputPower', 'idleLoss', 'busVoltage', 'rippleCurrent'], []],
    ['U1.onResistance', ['dissipation', 'junctionTemperature'], ['outputPeak', 'outputPower', 'efficiency']],
    ['switchingFrequency', [], ['rippleCurrent', 'carrierRipple']],
    ['L1.value', [], ['rippleCurrent', 'filterCorner', 'filterQuality', 'peakCurrent']],
    ['C1.value', ['filterQuality'], ['filterCorner', 'carrierRipple']],
    ['C2.value', [], ['supplyDroop']],
    ['loadResistance', ['outputPeak', 'efficiency', 'filterQuality'], ['outputPower', 'supplyCurrent', 'peakCurrent']],
    ['U1.quiescentCurrent', ['idleLoss', 'idleCurrent', 'supplyCurrent'], ['efficiencyTenth']],
  ],
};
