import { draw, ohms, plates } from '../../../stage/at-rest.ts';
import { bringUp } from './bring-up.ts';
import { figure } from './figure.ts';
import { simulate } from './simulate.ts';
import { working } from './working.ts';
import type { Telling } from '../../../stage/telling.ts';
import type { linearRegulator } from './index.ts';

/** How linear regulator is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof linearRegulator> = {
  atRest: (x) => {
    const { given: g, parts } = x;
    const { U1, R1, R2, C2, C3 } = parts;
    const divided = g.regulatorType !== 'fixed';
    const adjust = g.regulatorType === 'adjust-pin';
    return {
      elements: [
        {
          is: 'regulator',
          name: 'U1',
          in: 'in',
          out: 'inner',
          sense: divided && !adjust ? 'adjust' : 'inner',
          against: adjust ? 'adjust' : '0',
          reference: U1.referenceVoltage,
          dropout: U1.dropoutVoltage,
          dropoutResistance: Math.max(U1.dropoutResistance, 0.01),
          limit: U1.currentLimit,
        },
        ohms('U1.output', 'inner', 'out', U1.outputResistance),
        draw('U1.quiescent', 'in', '0', U1.quiescentCurrent, 1),
        ...(divided
          ? [
              ohms('R1', 'out', 'adjust', R1.value),
              ohms('R2', 'adjust', '0', R2.value),
              // Out of an adjust pin, into a feedback pin.
              draw('U1.adjust', adjust ? 'in' : 'adjust', adjust ? 'adjust' : '0', U1.adjustCurrent),
            ]
          : []),
        ...plates('C2', 'out', '0', C2.value),
        ...(divided ? plates('C3', 'adjust', adjust ? '0' : 'out', C3.value) : []),
      ],
      points: divided ? ['adjust'] : [],
    };
  },
  working,
  figure,
  simulate,
  bringUp,
  schools:
    'Linear after everything (quiet, hot), linear only for analog rails after a converter (usual), or a filtered converter without linear (cool). E24 pair or trimmer: a trimmer that opens must not raise the output.',
  sources: ['three-terminal regulator datasheet practice', 'JEDEC JESD51', 'control theory of feedback dividers'],
};
