import { choose, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';
import { mismatchLimit } from './laws.ts';

const uart = { applies: (c: Judged) => c.x.given.link === 'uart' };
const spi = { applies: (c: Judged) => c.x.given.link === 'spi' };

export const checks = {
  'baud-mismatch': held(
    'mismatch',
    'mismatch',
    'atMost',
    (c) => c.must('usableShare').low * mismatchLimit({ ...c.x.given, edgeDistortion: c.must('edgeDistortion').high, baudRate: c.must('baudRate').high }),
    'the share used of the limit',
    'must',
    [
      choose('given.divisorType', 'fractional'),
      choose('given.oversampling', 8),
      less('given.partnerTolerance'),
      more('given.clockFrequency'),
      less('given.baudRate'),
      'A crystal that divides evenly.',
    ],
    uart,
  ),
  'spi-clock': held(
    'clock over the largest',
    'clockRatio',
    'atMost',
    () => 1,
    'data back within half a clock',
    'must',
    [less('given.spiClock'), less('given.cableDelay'), 'Sample on the later edge.'],
    spi,
  ),
  'line-load': held('load of the line', 'lineLoad', 'atMost', 'loadLimit', 'load allowed', 'must', (c) => [
    ...(c.x.given.link === 'uart' ? [more('given.baudRate'), more('given.samplesPerFrame')] : [more('given.spiClock'), less('given.overheadTime')]),
    less('given.bitsPerSample'),
    less('given.sampleRate'),
  ]),
  latency: held('latency', 'latency', 'atMost', 'latencyLimit', 'latency allowed', 'should', [less('given.samplesPerFrame'), more('given.sampleRate')]),
};
