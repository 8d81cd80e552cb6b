import { build } from 'esbuild';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join as path } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { join, monteCarlo } from '../../src/core/board/monte-carlo.ts';
import { checkBoard } from '../../src/core/files/board-file.ts';
import { Pool, Stopped } from '../../src/workers/pool.ts';

const read = checkBoard(JSON.parse(readFileSync('demo/hive-listener.board.json', 'utf8')));
if (!read.ok) throw new Error('the demo board cannot be read');
const doc = read.value;
const options = { seed: 1, distribution: 'uniform' as const };
const folder = mkdtempSync(path(tmpdir(), 'spark-sum-pool-'));
const file = path(folder, 'worker.mjs');
const pools: Pool[] = [];
const pool = (bounds: ConstructorParameters<typeof Pool>[1]) => {
  const made = new Pool(file, bounds);
  pools.push(made);
  return made;
};

beforeAll(() => build({ entryPoints: ['src/workers/server.ts'], bundle: true, platform: 'node', format: 'esm', outfile: file, logLevel: 'error' }));
afterAll(async () => {
  await Promise.all(pools.map((p) => p.close()));
  rmSync(folder, { recursive: true, force: true });
});

describe('a pool of threads', () => {
  it('gives the same boards as one computation, in however many pieces', async () => {
    const threads = pool({ size: 2 });
    const pieces = await Promise.all([0, 100, 200].map((first) => threads.run<'boards'>({ sort: 'boards', doc, options: { ...options, runs: 100, first } })));
    const [parts, whole] = [join(pieces), monteCarlo(doc, { ...options, runs: 300 })];
    expect(parts.outcomes).toEqual(whole.outcomes);
    expect(parts.checks).toEqual(whole.checks);
    expect(parts.passed).toBe(whole.passed);
  });

  it('tells how far it is', async () => {
    const told: number[] = [];
    await pool({ size: 1 }).run<'boards'>({ sort: 'boards', doc, options: { ...options, runs: 1100 } }, { told: (n) => told.push(n) });
    expect(told).toEqual([256, 512, 768, 1024]);
  });

  it('stops what is called off, under way or waiting, and serves the next', async () => {
    const threads = pool({ size: 1 });
    const [running, waiting] = [new AbortController(), new AbortController()];
    const endless = { sort: 'boards' as const, doc, options: { ...options, runs: 200_000 } };
    const first = threads.run<'boards'>(endless, { signal: running.signal, told: () => running.abort() });
    const second = threads.run<'boards'>(endless, { signal: waiting.signal });
    waiting.abort();
    await expect(second).rejects.toBeInstanceOf(Stopped);
    await expect(first).rejects.toBeInstanceOf(Stopped);
    const third = await threads.run<'boards'>({ sort: 'boards', doc, options: { ...options, runs: 10 } });
    expect(third.runs).toBe(10);
    await expect(threads.run<'boards'>(endless, { signal: AbortSignal.abort() })).rejects.toBeInstanceOf(Stopped);
  });

  it('says what went wrong, and goes on', async () => {
    const threads = pool({ size: 1 });
    const job = (stage: string) => ({ sort: 'simulate' as const, doc, stage, analysis: 'op' as const, options: {} });
    await expect(threads.run<'simulate'>(job('nobody'))).rejects.toThrow('there is no stage “nobody”');
    const solved = await threads.run<'simulate'>(job('scale-filter'));
    expect(solved).toMatchObject({ ok: true, answer: { stage: 'scale-filter', analysis: 'op' } });
  });

  it('ends what takes too long, with what to do', async () => {
    const endless = { sort: 'boards' as const, doc, options: { ...options, runs: 200_000 } };
    await expect(pool({ size: 1, limit: 50 }).run<'boards'>(endless)).rejects.toThrow(/longer than 0.05 s.*fewer runs/);
  });

  it('takes turns between those who ask, and refuses what is too much of one or of all', async () => {
    const threads = pool({ size: 1, waiting: 4, each: 3 });
    const order: string[] = [];
    const ask = (by: string) =>
      threads.run<'simulate'>({ sort: 'simulate', doc, stage: 'scale-filter', analysis: 'op', options: {} }, { by }).then(() => order.push(by));
    const [a1, a2, a3] = [ask('a'), ask('a'), ask('a')];
    await expect(ask('a')).rejects.toMatchObject({ whose: 'own' });
    const b = ask('b');
    const c = ask('c');
    await expect(ask('d')).rejects.toMatchObject({ whose: 'all' });
    await Promise.all([a1, a2, a3, b, c]);
    // Whoever has something under way waits for those who have not.
    expect(order[0]).toBe('a');
    expect(order.indexOf('b')).toBeLessThan(order.lastIndexOf('a'));
    expect(order.indexOf('c')).toBeLessThan(order.lastIndexOf('a'));
  });

  it('solves curves with their band: the noise of the filter is that of its resistor', async () => {
    const [noise] = await pool({ size: 1 }).run<'curves'>({ sort: 'curves', doc, stage: 'scale-filter' });
    expect(noise!.curve.id).toBe('noise');
    noise!.nominal.forEach((v, i) => {
      expect(noise!.low[i]!).toBeLessThanOrEqual(v! * (1 + 1e-9));
      expect(noise!.high[i]!).toBeGreaterThanOrEqual(v! * (1 - 1e-9));
      expect(v!).toBeGreaterThan(0);
    });
  });

  it('takes nothing more once it is closed', async () => {
    const threads = pool({ size: 1 });
    const cut = threads.run<'boards'>({ sort: 'boards', doc, options: { ...options, runs: 200_000 } });
    const ended = expect(cut).rejects.toBeInstanceOf(Stopped);
    await threads.close();
    await ended;
    await expect(threads.run<'boards'>({ sort: 'boards', doc, options: { ...options, runs: 1 } })).rejects.toBeInstanceOf(Stopped);
  });
});
