import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { peakVoltage: 3000, altitude: 5000 },
  ways: [
    ['peakVoltage', ['clearanceNeeded'], []],
    ['altitude', ['altitudeFactor', 'clearanceNeeded'], []],
    ['surfaceDistance', ['creepageAvailable'], []],
  ],
};
