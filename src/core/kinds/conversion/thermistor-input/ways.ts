import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { leadResistance: 10, inputLeakage: 1e-8 },
  parts: { R1: { value: 22000 } },
  ways: [
    ['R1.value', ['sourceResistance', 'timeConstant'], ['nodeVoltage', 'current', 'selfHeating']],
    ['measuredTemperature', ['current'], ['ntcResistance', 'nodeVoltage', 'code']],
    ['supplyVoltage', ['nodeVoltage', 'selfHeating', 'current'], []],
    ['dissipationConstant', [], ['selfHeating', 'temperatureError']],
    ['leadResistance', [], ['temperatureError', 'errorHot']],
    ['C1.value', ['timeConstant'], []],
  ],
};
