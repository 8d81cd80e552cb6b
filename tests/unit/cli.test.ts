import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

const root = resolve(import.meta.dirname, '../..');
const bin = join(root, 'bin/spark-sum');
const ready = join(root, 'demo/hive-listener.board.json');
const draft = join(root, 'demo/hive-listener.draft.json');
const folder = mkdtempSync(join(tmpdir(), 'spark-sum-cli-'));
const run = (args: string[], input = '') => spawnSync(bin, args, { input, encoding: 'utf8', maxBuffer: 1e8 });
const file = (name: string, text: string) => {
  writeFileSync(join(folder, name), text);
  return join(folder, name);
};

// The first run may have to build the bundle.
beforeAll(() => void execFileSync(bin, ['kinds'], { stdio: 'pipe' }), 60_000);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('kinds', () => {
  it('prints every kind for people and as JSON', () => {
    expect(run(['kinds']).stdout).toMatch(/rc-lowpass +RC low-pass/);
    const { kinds } = JSON.parse(run(['kinds', '--json']).stdout) as {
      kinds: { id: string; given: object; parts: object; outcomes: object; checks: object }[];
    };
    for (const k of kinds) for (const key of ['given', 'parts', 'outcomes', 'checks'] as const) expect(typeof k[key]).toBe('object');
  });
});

describe('evaluate', () => {
  it('answers files in order, one object a line, a bad one in its place', () => {
    const bad = file(
      'bad.json',
      '{"format":"spark-sum/board","version":1,"name":"x","stages":[{"id":"a","kind":"rc-lowpass","given":{"cutoffFrequency":-1}}]}',
    );
    const result = run(['evaluate', ready, bad, draft, '--json']);
    const lines = result.stdout
      .trim()
      .split('\n')
      .map((l) => JSON.parse(l) as { board?: object; error?: { issues: { path: string }[] } });
    expect(result.status).toBe(2);
    expect(lines.map((l) => (l.board ? 'board' : 'error'))).toEqual(['board', 'error', 'board']);
    expect(lines[1]!.error!.issues[0]!.path).toBe('stages[0].given.cutoffFrequency');
  });

  it('reads standard input', () => {
    const result = run(['evaluate', '-', '--json'], readFileSync(ready, 'utf8'));
    expect(result.status).toBe(0);
    expect(JSON.parse(result.stdout)).toMatchObject({ board: { ready: true } });
  });

  it('prints for people without JSON', () => {
    expect(run(['evaluate', ready]).stdout).toMatch(/# Hive listener[\s\S]*## Analog 3V3/);
  });

  it.each([
    ['a file that is not there', ['evaluate', '/nowhere.json'], /no such file/],
    ['a folder', ['evaluate', '/tmp'], /folder/],
    ['no file', ['evaluate'], /needs a file/],
    ['an unknown option', ['evaluate', ready, '--fast'], /unknown option --fast/],
    ['an unknown command', ['solve'], /unknown command solve/],
    ['an option without its value', ['report', ready, '--format'], /needs a value/],
    ['a format nobody writes', ['report', ready, '--format', 'doc'], /unknown format/],
  ])('%s: exit code 2 and a sentence on standard error', (_name, args, message) => {
    const result = run(args);
    expect(result.status).toBe(2);
    expect(result.stderr).toMatch(message);
    expect(result.stderr).not.toMatch(/at .*\.ts|at .*\.mjs/);
  });

  it.each(['', 'null', '[]', '{', '{"format":"spark-sum/board","version":99,"name":"x","stages":[]}', `{"x":"${'y'.repeat(3e6)}"}`])(
    '%.20s… is answered as an error object',
    (text) => {
      const result = run(['evaluate', '-', '--json'], text);
      expect(result.status).toBe(2);
      expect((JSON.parse(result.stdout) as { error: { issues: unknown[] } }).error.issues.length).toBeGreaterThan(0);
    },
  );
});

describe('check', () => {
  it('0 when ready to order', () => {
    const result = run(['check', ready]);
    expect([result.status, result.stdout]).toEqual([0, expect.stringContaining('ready to order')]);
  });
  it('1 when not, with what stands in the way', () => {
    const result = run(['check', draft]);
    expect(result.status).toBe(1);
    expect(result.stdout).toMatch(/must +Analog 3V3: headroom/);
    expect(result.stdout).toMatch(/confirm +board.polarity/);
  });
  it('2 on a bad file', () => {
    expect(run(['check', file('bad2.json', '{}')]).status).toBe(2);
  });
});

describe('montecarlo', () => {
  it('answers the same for the same seed, another for another', () => {
    const go = (seed: string) => run(['montecarlo', ready, '--runs', '300', '--seed', seed, '--json']).stdout;
    const first = go('7');
    expect(go('7')).toBe(first);
    expect(go('8')).not.toBe(first);
    const answer = JSON.parse(first) as {
      runs: number;
      board: { yield: number };
      stages: Record<string, { outcomes: Record<string, { contributions: { share: number }[] }>; checks: Record<string, { yield: number }> }>;
    };
    expect(answer.runs).toBe(300);
    expect(answer.board.yield).toBeGreaterThan(0.9);
    expect(answer.stages['scale-filter']!.outcomes.cutoffFrequency!.contributions[0]).toMatchObject({ input: 'parts.C1.value' });
  }, 20_000);
  it('answers the same on any number of threads', () => {
    const go = (workers: string) => run(['montecarlo', ready, '--runs', '310', '--workers', workers, '--json']).stdout;
    expect(JSON.parse(go('1'))).toMatchObject({ runs: 310 });
    expect(go('3')).toBe(go('1'));
  }, 20_000);
  it.each([[['--workers', '0']], [['--workers', '2.5']], [['--runs', '0']], [['--runs', 'many']], [['--seed', '1.5']], [['--distribution', 'bent']]])(
    '%j is refused',
    (args) => {
      expect(run(['montecarlo', ready, ...args]).status).toBe(2);
    },
  );
});

describe('simulate', () => {
  it('answers every analysis, with formula and solver side by side', () => {
    for (const [analysis, keys] of [
      ['ac', ['frequency', 'gainDb', 'phaseDeg']],
      ['noise', ['density', 'total', 'contributions']],
      ['transient', ['time', 'signals']],
      ['op', ['nodes']],
    ] as const) {
      const result = run(['simulate', ready, '--stage', 'scale-filter', '--analysis', analysis, '--json']);
      expect(result.status, result.stderr).toBe(0);
      const answer = JSON.parse(result.stdout) as Record<string, unknown> & { comparison: Record<string, { difference: number }> };
      expect(Object.keys(answer)).toEqual(expect.arrayContaining([...keys, 'analysis', 'stage', 'comparison']));
      expect(Math.abs(answer.comparison.cutoffFrequency!.difference)).toBeLessThan(1e-6);
    }
  });
  it('takes range and points', () => {
    const answer = JSON.parse(
      run(['simulate', ready, '--stage', 'scale-filter', '--analysis', 'ac', '--from', '1', '--to', '1k', '--points', '4', '--json']).stdout,
    ) as { frequency: number[] };
    answer.frequency.forEach((f, i) => expect(f).toBeCloseTo(10 ** i, 9));
  });
  it.each([
    [['simulate', ready, '--analysis', 'ac'], /--stage/],
    [['simulate', ready, '--stage', 'scale-filter', '--analysis', 'guess'], /one of ac/],
    [['simulate', ready, '--stage', 'nobody', '--analysis', 'ac'], /no stage “nobody”/],
    [['simulate', ready, '--stage', 'scale-filter', '--analysis', 'ac', '--points', '1.5'], /whole number/],
    [['simulate', ready, '--stage', 'scale-filter', '--analysis', 'ac', '--from', '-1'], /above zero/],
  ])('%j is refused', (args, message) => {
    const result = run(args);
    expect([result.status, result.stderr]).toEqual([2, expect.stringMatching(message)]);
  });
});

describe('report', () => {
  it('writes Markdown and CSV to a file or to standard output', () => {
    const out = join(folder, 'report.md');
    expect(run(['report', ready, '--format', 'md', '-o', out]).status).toBe(0);
    expect(readFileSync(out, 'utf8')).toMatch(/^# Hive listener/);
    for (const [format, begins] of [
      ['pdf', '%PDF-'],
      ['zip', 'PK'],
    ] as const) {
      const written = join(folder, `report.${format}`);
      expect(run(['report', ready, '--format', format, '-o', written]).status).toBe(0);
      expect(readFileSync(written).subarray(0, begins.length).toString('latin1')).toBe(begins);
    }
    expect(run(['report', ready, '--format', 'csv']).stdout).toMatch(/^stage,title,check/);
  });
  it('says when it cannot write', () => {
    expect(run(['report', ready, '-o', '/nowhere/x.md'])).toMatchObject({ status: 2, stderr: expect.stringContaining('cannot be written') });
  });
});
