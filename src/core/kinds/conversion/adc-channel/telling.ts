import { bringUp } from './bring-up.ts';
import { curves } from './curves.ts';
import { figure } from './figure.ts';
import { simulate } from './simulate.ts';
import { working } from './working.ts';
import type { Telling } from '../../../stage/telling.ts';
import type { adcChannel } from './index.ts';

/** How adc channel is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof adcChannel> = {
  working,
  figure,
  curves,
  simulate,
  bringUp,
  schools:
    'Extreme or root-sum-square budget. Effective bits (rms) or noise-free bits (6.6 sigma). Calibrate each unit or buy accuracy. Filter outside or oversample inside.',
  sources: ['sampling theorem', 'sinc filter noise bandwidth', 'kT/C noise', 'JCGM 100', 'IEC 60748-4-3 and IEEE 1241 terms'],
};
