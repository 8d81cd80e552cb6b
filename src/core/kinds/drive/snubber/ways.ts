import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { loadSource: 'ac', loadInductance: 0.05, loadResistance: 20 },
  parts: { R1: { value: 22 }, C1: { value: 4.7e-7 } },
  ways: [
    ['R1.value', ['stepVoltage'], ['makeCurrent']],
    ['C1.value', ['offCurrent', 'dissipation'], ['slope', 'peakVoltage']],
    ['loadCurrent', ['targetCapacitance', 'slope', 'peakVoltage', 'stepVoltage'], ['targetResistance']],
    ['loadVoltage', ['makeCurrent', 'offCurrent', 'peakVoltage'], []],
    ['loadInductance', ['peakVoltage'], []],
  ],
};
