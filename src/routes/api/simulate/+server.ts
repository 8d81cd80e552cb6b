import * as z from 'zod';
import { ANALYSES } from '../../../core/board/simulate.ts';
import { serveWork } from '$lib/server/work.ts';

const positive = z.coerce.number().positive();
const query = z.strictObject({
  stage: z.string().min(1),
  analysis: z.enum(ANALYSES),
  from: positive.optional(),
  to: positive.optional(),
  points: z.coerce.number().int().min(2).max(100_000).optional(),
  stop: positive.optional(),
});

/** Takes a board file, answers what `simulate --json` prints. */
export const POST = (event) =>
  serveWork<z.infer<typeof query>, 'simulate'>(event, {
    query,
    job: (doc, { stage, analysis, ...options }) => ({ sort: 'simulate', doc, stage, analysis, options }),
    answer: (result) => result,
  });
