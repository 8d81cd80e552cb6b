import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  parts: {
    W0: { turns: 150, diameter: 6e-4, outerDiameter: 6.7e-4, strands: 1, layers: 5 },
    W1: { turns: 165, diameter: 7.1e-4, outerDiameter: 7.9e-4, strands: 1, layers: 5 },
  },
  ways: [
    ['inputVoltage', ['fluxPeak', 'coreLoss', 'secondary1Open'], ['turnsPerVolt']],
    ['frequency', [], ['fluxPeak', 'skinDepth']],
    ['secondary1Current', ['inputCurrent', 'copperLoss', 'windingTemperature', 'regulation', 'currentDensity'], ['secondary1Loaded']],
    ['W1.diameter', ['windowFill'], []],
    ['T1.coreArea', ['areaProduct'], ['fluxPeak', 'coreLoss']],
    ['insulationGap', ['leakageInductance'], []],
  ],
};
