import * as z from 'zod';
import { monteCarloAnswer, mostRuns } from '../../../core/board/monte-carlo.ts';
import { DISTRIBUTIONS } from '../../../core/tolerance/random.ts';
import { serveWork } from '$lib/server/work.ts';

const query = z.strictObject({
  runs: z.coerce.number().int().min(1).max(100_000).default(10_000),
  seed: z.coerce
    .number()
    .int()
    .min(-(2 ** 31))
    .max(2 ** 31)
    .default(1),
  distribution: z.enum(DISTRIBUTIONS).default('uniform'),
});

/** Takes a board file, answers what `montecarlo --json` prints; progress as `{"done": runs}` where NDJSON is accepted. */
export const POST = (event) =>
  serveWork<z.infer<typeof query>, 'boards'>(event, {
    query,
    refuse: (doc, { runs }) => {
      const most = mostRuns(doc);
      return runs > most ? `That many runs of this board do not fit into memory. Ask for ${most} or fewer, or use the command line.` : null;
    },
    job: (doc, options) => ({ sort: 'boards', doc, options }),
    answer: (samples, doc, { seed }) => ({ ok: true, answer: monteCarloAnswer(doc, samples, seed) }),
    told: (done) => ({ done }),
  });
