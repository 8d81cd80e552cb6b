import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { outputPower: 100 },
  ways: [
    ['loadCurrent', ['conductionLoss', 'dissipation', 'junctionTemperature', 'peakCurrent'], ['efficiency']],
    ['switchingFrequency', ['switchingLoss', 'dissipation', 'gatePower'], ['phaseShift']],
    ['switchedCurrent', ['switchingLoss', 'peakVoltage'], ['transitionTime']],
    ['sinkToAmbient', ['sinkTemperature', 'junctionTemperature', 'faultJunction'], []],
    ['loopInductance', ['peakVoltage'], []],
    ['supplyVoltage', ['storedEnergy', 'peakVoltage', 'switchingLoss'], []],
    ['Q1.outputCharge', ['transitionTime'], []],
    ['busCapacitance', ['storedEnergy', 'bringUpEnergy'], []],
  ],
};
