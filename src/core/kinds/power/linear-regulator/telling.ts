import { bringUp } from './bring-up.ts';
import { figure } from './figure.ts';
import { simulate } from './simulate.ts';
import { working } from './working.ts';
import type { Telling } from '../../../stage/telling.ts';
import type { linearRegulator } from './index.ts';

/** How linear regulator is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof linearRegulator> = {
  working,
  figure,
  simulate,
  bringUp,
  schools:
    'Linear after everything (quiet, hot), linear only for analog rails after a converter (usual), or a filtered converter without linear (cool). E24 pair or trimmer: a trimmer that opens must not raise the output.',
  sources: ['three-terminal regulator datasheet practice', 'JEDEC JESD51', 'control theory of feedback dividers'],
};
