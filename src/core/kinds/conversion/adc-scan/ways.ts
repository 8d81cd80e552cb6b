import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: {},
  ways: [
    ['dataRate', ['channelRate', 'fastestChannelRate', 'busLoad'], ['conversionTime', 'roundTime']],
    ['busClock', ['channelRate', 'busRate'], ['busTime', 'roundTime']],
    ['wakeUpTime', ['conversionTime', 'roundTime'], ['channelRate']],
    ['processorTime', ['roundTime', 'processorLoad'], ['processorRate', 'channelRate']],
    ['U1.activeCurrent', ['averageCurrent'], []],
  ],
};
