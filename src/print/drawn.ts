import { curvesOf, type Band } from '../core/board/curves.ts';
import type { StageSum, Sum } from '../core/board/evaluate.ts';
import { tellingOf } from '../core/kinds/index.ts';
import type { AnyTelling } from '../core/stage/telling.ts';
import { curveSvg } from './curve-svg.ts';
import { figureSvg } from './figure.ts';
import { PAPER } from './inks.ts';

/** A stage as it is drawn on paper. */
export interface Drawn {
  stage: StageSum;
  telling: AnyTelling;
  figure: { svg: string; width: number };
  curves: { band: Band; svg: string }[];
}

/** Figure and curves of every stage: what the report and the archive both show. */
export const drawnStages = (sum: Sum): Promise<Drawn[]> =>
  Promise.all(
    sum.stages.map(async (stage) => {
      const telling = await tellingOf(stage.kind);
      const figure = telling.figure(stage.judged as never);
      return {
        stage,
        telling,
        figure: { svg: figureSvg(figure, PAPER), width: figure.width },
        curves: curvesOf(stage, telling).map((band) => ({ band, svg: curveSvg(band, PAPER) })),
      };
    }),
  );
