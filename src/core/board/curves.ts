import type { Curve } from '../kinds/contract.ts';
import { Study } from '../tolerance/study.ts';
import type { StageSum } from './evaluate.ts';

/** A curve with its tolerance band. Null where it has no value. */
export interface Band {
  curve: Curve;
  x: number[];
  nominal: (number | null)[];
  low: (number | null)[];
  high: (number | null)[];
}

/** The curves of a stage, each point with its extreme values over all uncertain inputs. */
export function curvesOf(stage: StageSum): Band[] {
  const { judged, kind } = stage;
  if (!kind.curves) return [];
  const nominal = Object.fromEntries(Object.entries(judged.study.nominal).filter((e): e is [string, number] => typeof e[1] === 'number'));
  const curvesNow = () => kind.curves!(judged.x as never, judged.env as never, nominal);
  return curvesNow().map((curve, which): Band => {
    const x = Array.from({ length: curve.points }, (_, i) => abscissa(curve, i / (curve.points - 1)));
    const points = () => {
      const now = curvesNow()[which]!;
      return Object.fromEntries(x.map((at, i) => [String(i), now.at(at)]));
    };
    const study = new Study(judged.study.inputs, points, undefined, judged.study.prepare);
    const spreads = x.map((_, i) => study.plain(String(i)));
    return { curve, x, nominal: spreads.map((s) => s.nominal), low: spreads.map((s) => s.low), high: spreads.map((s) => s.high) };
  });
}

function abscissa(curve: Curve, share: number): number {
  const { from, to, log } = curve.x;
  return log ? from * (to / from) ** share : from + (to - from) * share;
}
