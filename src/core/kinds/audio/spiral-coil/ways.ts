import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  ways: [
    ['L1.traceWidth', [], ['innerDiameter', 'resistance', 'currentDensity']],
    ['outerDiameter', ['innerDiameter', 'wireLength', 'resistance', 'inductance'], []],
    ['layerSpacing', [], ['layerCoupling', 'inductance']],
    ['switchingFrequency', [], ['rippleCurrent', 'idleDissipation']],
    ['magnetField', ['force', 'displacement', 'soundPressure'], []],
    ['suspendedMass', [], ['resonance', 'soundPressure']],
    ['thermalResistance', ['coilTemperature', 'hotResistance', 'dissipation'], []],
    ['distance', [], ['soundPressure']],
  ],
};
