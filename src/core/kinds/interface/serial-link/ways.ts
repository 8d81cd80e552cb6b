import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { edgeDistortion: 1e-7 },
  ways: [
    ['sampleRate', ['payloadRate', 'lineLoad'], []],
    ['partnerTolerance', ['mismatch'], []],
    ['edgeDistortion', [], ['mismatchLimit']],
  ],
};
