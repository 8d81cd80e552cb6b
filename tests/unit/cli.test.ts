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
    expect(result.stdout).toMatch(/must +Analog 3V3: junction/);
    expect(result.stdout).toMatch(/confirm +board.polarity/);
  });
  it('2 on a bad file', () => {
    expect(run(['check', file('bad2.json', '{}')]).status).toBe(2);
  });
});

describe('report', () => {
  it('writes Markdown and CSV to a file or to standard output', () => {
    const out = join(folder, 'report.md');
    expect(run(['report', ready, '--format', 'md', '-o', out]).status).toBe(0);
    expect(readFileSync(out, 'utf8')).toMatch(/^# Hive listener/);
    expect(run(['report', ready, '--format', 'csv']).stdout).toMatch(/^stage,title,check/);
  });
  it('says when it cannot write', () => {
    expect(run(['report', ready, '-o', '/nowhere/x.md'])).toMatchObject({ status: 2, stderr: expect.stringContaining('cannot be written') });
  });
});
