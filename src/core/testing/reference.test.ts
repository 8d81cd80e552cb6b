import { readFileSync, readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { kindOf } from '../kinds/index.ts';
import { differences, type ReferenceCase } from './reference.ts';

/** Every cases.json beside a kind or in the board's folder; CASES names a folder with more. */
const folders = [new URL('../', import.meta.url).pathname, ...(process.env.CASES ? [process.env.CASES] : [])];
const files = folders.flatMap((folder) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((f) => (folder === process.env.CASES ? f.endsWith('.json') : f.endsWith('cases.json')))
    .map((f) => `${folder}/${f}`),
);

describe.each(files)('reference cases of %s', (file) => {
  const all = JSON.parse(readFileSync(file, 'utf8')) as ReferenceCase[] | { cases: ReferenceCase[] };
  const cases = (Array.isArray(all) ? all : all.cases).filter((c) => c.stages.every((s) => kindOf(s.kind)));
  it.each(cases.map((c) => [c.name, c] as const))('%s', (_name, c) => {
    expect(differences(c)).toEqual([]);
  });
});
