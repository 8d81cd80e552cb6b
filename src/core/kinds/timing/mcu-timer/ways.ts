import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { prescaler: 8, counts: 2000 },
  ways: [['clockFrequency', ['frequency'], ['period', 'tickTime', 'ditherJitter']]],
};
