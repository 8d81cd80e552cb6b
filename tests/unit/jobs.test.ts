import { told } from '../../src/core/testing/tellings.ts';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { curvesOf } from '../../src/core/board/curves.ts';
import { evaluateBoard } from '../../src/core/board/evaluate.ts';
import { Room } from '../../src/core/board/room.ts';
import { checkBoard } from '../../src/core/files/board-file.ts';
import { perform, type Job, type News } from '../../src/workers/jobs.ts';
import { inputWords } from '../../src/lib/ui/words.ts';

const read = checkBoard(JSON.parse(readFileSync('demo/hive-listener.board.json', 'utf8')));
if (!read.ok) throw new Error('the demo board cannot be read');
const doc = read.value;

/** What a worker would send for a job, as the page receives it. */
async function sent(job: Job): Promise<News[]> {
  const news: News[] = [];
  await perform(job, (n) => news.push(structuredClone(n)));
  return news;
}
const only = <T>(news: News[]): T => {
  const last = news.at(-1)!;
  if (!('result' in last)) throw new Error('failed' in last ? last.failed : 'no result');
  return last.result as T;
};

describe('long computations', () => {
  const places = Array.from({ length: 9 }, (_, i) => 4700 * 1.5 ** i);
  const room = { doc, stage: 'scale-filter', counts: ['settling', 'cutoff-accuracy'] };

  it('a map comes coarse first, then finer, and never takes a place back', async () => {
    const news = await sent({ sort: 'room', ...room, x: { path: 'parts.R1', places }, y: { path: 'parts.C1', places: places.map((p) => p * 1e-9) } });
    const maps = news.map((n) => ('told' in n ? n.told : 'result' in n ? (n.result as { cells: Float64Array }).cells : null) as Float64Array);
    const known = maps.map((m) => m.filter((v) => !Number.isNaN(v)).length);
    expect(known.at(-1)).toBe(81);
    known.slice(1).forEach((n, i) => expect(n).toBeGreaterThan(known[i]!));
    maps.slice(1).forEach((m, k) => maps[k]!.forEach((v, i) => Number.isNaN(v) || expect(m[i]).toBe(v)));
  });

  it('a line has the margins that the stage has at each place', async () => {
    const { margins } = only<{ margins: ReturnType<Room['at']>[] }>(await sent({ sort: 'room', ...room, x: { path: 'parts.R1', places } }));
    const direct = new Room(doc, 'scale-filter');
    margins.forEach((m, i) => expect(m).toEqual(direct.at({ 'parts.R1': places[i]! })));
  });

  it('tell how far they are, and their result can be handed over', async () => {
    const news = await sent({ sort: 'boards', doc, options: { runs: 600, seed: 1, distribution: 'normal' } });
    expect(news.slice(0, -1)).toEqual([{ told: 256 }, { told: 512 }]);
    expect(only<{ runs: number }>(news).runs).toBe(600);
    const shares = (await sent({ sort: 'plan', doc, wanted: 0.5, options: { runs: 50, seed: 1, distribution: 'uniform' } })).flatMap((n) =>
      'told' in n ? [n.told as number] : [],
    );
    for (const s of shares) expect(s > 0 && s < 1).toBe(true);
  });

  it('of a stage that is not there fail with a sentence', async () => {
    expect(await sent({ sort: 'curves', doc, stage: 'nobody' })).toEqual([{ failed: 'there is no stage “nobody” on this board' }]);
    expect((await sent({ sort: 'simulate', doc, stage: 'nobody', analysis: 'op', options: {} }))[0]).toHaveProperty('failed');
  });

  it('solved curves stand beside those of the formulas, under names of their own', async () => {
    const bands = only<{ curve: { id: string } }[]>(await sent({ sort: 'curves', doc, stage: 'scale-filter' }));
    const filter = evaluateBoard(doc).byId.get('scale-filter')!;
    const formulas = curvesOf(filter, told(filter)).map((b) => b.curve.id);
    for (const b of bands) expect(formulas).not.toContain(b.curve.id);
  });
});

describe('words for inputs', () => {
  const titleOf = (id: string) => ({ reg: 'Analog supply' })[id];

  it('name the part, the given or the set, with the stage where it is another', async () => {
    expect(inputWords('parts.R1.value', titleOf)).toBe('R1');
    expect(inputWords('reg.parts.U1.dropoutVoltage', titleOf)).toBe('Analog supply: U1 dropout voltage');
    expect(inputWords('given.supplyVoltage', titleOf)).toBe('supply voltage');
    expect(inputWords('gone.given.loadCurrent', titleOf)).toBe('gone: load current');
    expect(inputWords('match.net-1', titleOf)).toBe('matched set net-1');
    expect(inputWords('ambient', titleOf)).toBe('ambient');
  });
});
