import type { HeatPath, HeatPoint } from '../../../core/board/heat.ts';
import { POST } from './margin-geometry.ts';

/** One step up the ladder: what it leads to, and where it lies on a track of length 1. */
export interface LadderStep {
  name: HeatPoint['name'];
  from: number;
  to: number;
}

/** The way from outside to the junction on the margin's own track: nothing at the left, the limit at its post. */
export function ladderOf({ points, limit }: HeatPath): { steps: LadderStep[]; post: number; end: number } {
  const zero = points[0]!.temperature;
  const span = Math.max(limit - zero, 1e-9);
  const place = (celsius: number) => Math.max(0, Math.min(1, (POST * (celsius - zero)) / span));
  return {
    post: POST,
    end: place(points.at(-1)!.temperature),
    steps: points.slice(1).map((p, i) => ({ name: p.name, from: place(points[i]!.temperature), to: place(p.temperature) })),
  };
}
