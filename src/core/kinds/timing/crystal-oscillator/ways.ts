import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { strayAcross: 1e-12 },
  ways: [
    ['C1.value', ['loadCapacitance'], ['pulling', 'frequency']],
    ['C2.value', ['loadCapacitance'], ['pulling', 'frequency']],
    ['strayAcross', ['loadCapacitance', 'criticalTransconductance', 'driveLevel'], ['pulling', 'gainMargin']],
    ['Y1.esr', ['criticalTransconductance', 'driveLevel', 'startUpTime'], ['gainMargin']],
    ['outputSwing', ['driveLevel'], []],
    ['U1.transconductance', ['gainMargin'], []],
  ],
};
