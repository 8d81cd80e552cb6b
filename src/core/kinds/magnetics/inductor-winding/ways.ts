import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  parts: { W1: { turns: 36 }, L1: { halfBias: 9000 } },
  ways: [
    ['L1.inductanceFactor', ['inductance', 'inductanceAtPeak', 'storedEnergy', 'fluxPeak'], ['saturationCurrent']],
    ['loadCurrent', ['peakCurrent', 'copperLoss', 'windingTemperature'], ['inductanceAtPeak']],
    ['rippleCurrent', ['fluxSwing', 'coreLoss', 'peakCurrent'], []],
    ['W1.diameter', ['windowFill'], ['dcr']],
    ['L1.thermalResistance', ['windingTemperature', 'dcr'], []],
  ],
};
