import { draw, ohms, plates } from '../../../stage/at-rest.ts';
import { bringUp } from './bring-up.ts';
import { curves } from './curves.ts';
import { figure } from './figure.ts';
import { simulate } from './simulate.ts';
import { working } from './working.ts';
import type { Telling } from '../../../stage/telling.ts';
import type { adcChannel } from './index.ts';

/** How adc channel is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof adcChannel> = {
  atRest: ({ given: g, parts: { R1, C1 } }) => ({
    elements: [
      ohms('R1', 'in', 'pin', R1.value),
      ...plates('C1', 'pin', '0', C1.value),
      draw('U1.leak', 'pin', '0', g.inputLeakage),
      ...(Number.isFinite(g.inputResistance) ? [ohms('U1', 'pin', '0', g.inputResistance)] : []),
    ],
    points: ['pin'],
  }),
  working,
  figure,
  curves,
  simulate,
  bringUp,
  schools:
    'Extreme or root-sum-square budget. Effective bits (rms) or noise-free bits (6.6 sigma). Calibrate each unit or buy accuracy. Filter outside or oversample inside.',
  sources: ['sampling theorem', 'sinc filter noise bandwidth', 'kT/C noise', 'JCGM 100', 'IEC 60748-4-3 and IEEE 1241 terms'],
};
