import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { loadResistance: 15 },
  ways: [
    ['supplyVoltage', ['inputCurrent', 'capacitorVoltage', 'circulatingCurrent', 'outputPower', 'peakVoltage', 'totalDissipation'], []],
    ['L1.value', ['characteristicImpedance'], ['frequency', 'circulatingCurrent', 'quality']],
    ['C1.value', ['quality'], ['frequency', 'characteristicImpedance']],
    ['loadResistance', ['quality'], ['outputPower', 'inputCurrent']],
    ['L2.value', [], ['chokeRipple', 'chokePeak', 'peakCurrent']],
    ['C1.lossTangent', ['capacitorDissipation'], []],
  ],
};
