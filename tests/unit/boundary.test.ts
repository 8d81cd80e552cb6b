import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import { describe, expect, it } from 'vitest';

const root = resolve(import.meta.dirname, '../..');
const core = join(root, 'src/core');

/** Packages a folder of the core may use: the file schema is Zod's, CSV is papaparse's, spectra are fft.js's and recordings wavefile's, eigenvalues of small matrices come from ml-matrix. */
const ALLOWED: Record<string, string[]> = {
  files: ['zod', 'zod/mini', 'zod/v4/locales/en.js', 'papaparse'],
  linear: ['ml-matrix'],
  waveform: ['papaparse', 'fft.js', 'wavefile'],
};

/** Floors of the core, lowest first: a file imports from its own floor and those below. */
const FLOORS = [
  ['quantity', 'math'],
  ['linear'],
  ['physics', 'parts'],
  ['circuit', 'tolerance'],
  ['stage'],
  ['models'],
  ['kinds'],
  ['board'],
  ['order'],
  ['gate', 'waveform', 'faults', 'measured'],
  ['bringup', 'logbook'],
  ['practice'],
  ['files'],
  ['testing'],
];

const sources = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts'))
    .map((f) => join(folder, f));

const importsOf = (file: string): string[] => [...readFileSync(file, 'utf8').matchAll(/(?:from\s+|import\s*\(?\s*)'([^'\n]+)'/g)].map((m) => m[1]!);
const roomOf = (file: string): string => relative(core, file).split('/')[0]!;
const name = (file: string) => relative(root, file);

/** Chains of imports from `file` that lead out of the core. */
function escapes(file: string, chain: string[] = [], seen = new Set<string>()): string[] {
  if (seen.has(file)) return [];
  seen.add(file);
  const here = [...chain, name(file)];
  return importsOf(file).flatMap((spec) => {
    if (!spec.startsWith('.')) return ALLOWED[roomOf(file)]?.includes(spec) ? [] : [`${here.join(' → ')} → ${spec}`];
    const target = resolve(dirname(file), spec);
    if (!target.startsWith(core)) return [`${here.join(' → ')} → ${name(target)}`];
    return escapes(target, here, seen);
  });
}

describe('walls of the core', () => {
  it('imports nothing outside the core', () => {
    expect(sources(core).flatMap((f) => escapes(f))).toEqual([]);
  });

  it('names every imported file with its suffix, and the file exists', () => {
    const lost = sources(core).flatMap((f) =>
      importsOf(f)
        .filter((s) => s.startsWith('.') && !existsSync(resolve(dirname(f), s)))
        .map((s) => `${name(f)} → ${s}`),
    );
    expect(lost).toEqual([]);
  });

  it('imports run upwards only, floor by floor', () => {
    const floor = (file: string) => FLOORS.findIndex((rooms) => rooms.includes(roomOf(file)));
    const wrong = sources(core).flatMap((f) =>
      importsOf(f)
        .filter((s) => s.startsWith('.'))
        .map((s) => resolve(dirname(f), s))
        .filter((target) => floor(target) > floor(f))
        .map((target) => `${name(f)} → ${name(target)}`),
    );
    // The judged stage is what checks read; it lives with the contract they are written in.
    expect(wrong).toEqual([]);
  });

  it('no file imports itself in a circle', () => {
    const done = new Set<string>();
    const circles: string[] = [];
    const walk = (file: string, path: string[]): void => {
      if (path.includes(file)) {
        circles.push([...path.slice(path.indexOf(file)), file].map(name).join(' → '));
        return;
      }
      if (done.has(file)) return;
      for (const s of importsOf(file)) if (s.startsWith('.')) walk(resolve(dirname(file), s), [...path, file]);
      done.add(file);
    };
    for (const f of sources(core)) walk(f, []);
    expect(circles).toEqual([]);
  });

  it('no kind imports another kind', () => {
    const kindOf = (file: string) => /kinds\/([^/]+\/[^/]+)\//.exec(name(file))?.[1];
    const wrong = sources(join(core, 'kinds')).flatMap((f) =>
      importsOf(f)
        .map((s) => resolve(dirname(f), s))
        .filter((target) => kindOf(f) && kindOf(target) && kindOf(f) !== kindOf(target))
        .map((target) => `${name(f)} → ${name(target)}`),
    );
    expect(wrong).toEqual([]);
  });

  it('circuit and tolerance never name a kind', () => {
    const ids = readdirSync(join(core, 'kinds'), { recursive: true, encoding: 'utf8' }).flatMap((f) => /^[^/]+\/([^/]+)\/index\.ts$/.exec(f)?.[1] ?? []);
    const rooms = ['circuit', 'tolerance'].map((r) => join(core, r)).filter(existsSync);
    const named = rooms.flatMap(sources).flatMap((f) => ids.filter((id) => readFileSync(f, 'utf8').includes(`'${id}'`)).map((id) => `${name(f)} names ${id}`));
    expect(named).toEqual([]);
  });
});

describe('walls of the server', () => {
  it('no page or component imports server code', () => {
    const pages = ['src/lib/ui', 'src/lib/state', 'src/routes'].flatMap((folder) =>
      readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' })
        .filter((f) => f.endsWith('.svelte') || (f.endsWith('.ts') && !f.includes('+') && !f.endsWith('.test.ts')))
        .map((f) => join(root, folder, f)),
    );
    expect(pages.filter((f) => importsOf(f).some((s) => s.includes('lib/server'))).map(name)).toEqual([]);
  });
});
