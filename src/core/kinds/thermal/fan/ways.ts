import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { filterFactor: 1.5 },
  ways: [
    ['ventArea', ['airflow'], ['airTemperatureRise', 'pressure']],
    ['filterFactor', ['airTemperatureRise', 'pressure'], ['airflow']],
    ['supplyVoltage', ['speedRatio', 'airflow', 'startCurrent', 'noiseLevel', 'totalDissipation'], ['airTemperatureRise']],
    ['dissipation', ['airTemperatureRise', 'airflowNeeded'], []],
    ['M1.freeFlow', ['airflow'], []],
    ['M1.staticPressure', ['airflow', 'pressure'], []],
  ],
};
