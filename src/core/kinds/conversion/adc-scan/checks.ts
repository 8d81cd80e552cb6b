import { choose, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';
import { limitOf, schedule } from './laws.ts';

const FASTER = {
  converter: [more('given.dataRate'), less('given.channelsPerConverter'), choose('given.scheduling', 'pipelined')],
  bus: [more('given.busClock'), less('given.readBytes'), 'A second bus; a register pointer that stays set.'],
  processor: [choose('given.blocking', false), less('given.processorTime'), more('given.busClock')],
} as const;
const faster = (c: Judged) => {
  const limit = limitOf(schedule(c.x.given));
  return [...FASTER[limit], ...FASTER.converter.slice(0, 2), `The ${limit} sets the limit.`];
};

export const checks = {
  'channel-rate': held('rate of a channel', 'channelRate', 'atLeast', 'channelRate', 'rate wanted', 'must', (c) => [
    ...(c.x.given.scanInterval > 0 ? [less('given.scanInterval')] : []),
    ...faster(c),
  ]),
  'fits-interval': held(
    'round over interval',
    'scanFill',
    'atMost',
    () => 1,
    'the interval',
    'must',
    (c) => [more('given.scanInterval'), ...faster(c)],
    {
      applies: (c) => c.x.given.scanInterval > 0,
    },
  ),
  'bus-load': held('bus load', 'busLoad', 'atMost', 'busLoadLimit', 'bus load allowed', 'should', [
    more('given.busClock'),
    more('given.scanInterval'),
    'A register pointer that stays set; a second bus.',
  ]),
  'processor-load': held('processor load', 'processorLoad', 'atMost', 'processorLoadLimit', 'processor load allowed', 'should', [
    choose('given.blocking', false),
    more('given.scanInterval'),
    'Transfers by direct memory access or interrupt.',
  ]),
  nyquist: held(
    'rate against the signal',
    'channelRate',
    'atLeast',
    (c) => 2 * c.must('signalBandwidth').high,
    'twice the bandwidth of the signal',
    'should',
    (c) => [less('given.signalBandwidth'), ...faster(c), 'A filter before the converter.'],
  ),
  addresses: held(
    'addresses missing',
    'addressShortfall',
    'atMost',
    () => 0.5,
    'one for each converter',
    'must',
    [less('given.converters'), more('given.addressesAvailable'), choose('given.bus', 'spi'), 'A bus multiplexer, or a second bus.'],
    { applies: (c) => c.x.given.bus === 'i2c' },
  ),
};
