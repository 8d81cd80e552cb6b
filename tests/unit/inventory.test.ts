import { existsSync, readdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { expect, it, vi } from 'vitest';
import { KINDS } from '../../src/core/kinds/all.ts';

const folder = resolve(import.meta.dirname, '../../src/core/kinds');
const onDisk = readdirSync(folder, { withFileTypes: true })
  .filter((d) => d.isDirectory())
  .flatMap((family) => readdirSync(join(folder, family.name)).map((kind) => `${family.name}/${kind}`));

it('every folder of a kind is on the list of kinds, and every kind on the list has its folder', () => {
  expect(onDisk.sort()).toEqual(KINDS.map((k) => `${k.family}/${k.id}`).sort());
});

it.each(onDisk)('%s has its page, its cases and its tests', (kind) => {
  expect(readdirSync(join(folder, kind))).toEqual(expect.arrayContaining(['index.ts', 'cases.json']));
  expect(readdirSync(join(folder, kind)).some((f) => f.endsWith('.test.ts'))).toBe(true);
});

it('ids are unique', () => {
  expect(new Set(KINDS.map((k) => k.id)).size).toBe(KINDS.length);
});

it('every picture in docs is linked from the README', async () => {
  const root = resolve(import.meta.dirname, '../..');
  const shots = join(root, 'docs/screenshots');
  const { readFileSync } = await import('node:fs');
  const readme = readFileSync(join(root, 'README.md'), 'utf8');
  const pictures = existsSync(shots) ? readdirSync(shots) : [];
  expect(pictures.filter((p) => !readme.includes(`docs/screenshots/${p}`))).toEqual([]);
});

it('loads a kind when a board asks for it, and no other', async () => {
  vi.resetModules();
  const { kindOf, loadKindsOf, mustKind } = await import('../../src/core/kinds/index.ts');
  expect(kindOf('dc-input')).toBeUndefined();
  expect(() => mustKind('dc-input')).toThrow('not loaded');
  await loadKindsOf({ stages: [{ kind: 'dc-input', options: [{ kind: 'usb-source' }] }, { kind: 'nobody-knows-it' }] });
  expect(KINDS.filter((k) => kindOf(k.id)).map((k) => k.id)).toEqual(['dc-input', 'usb-source']);
  expect(() => mustKind('nobody-knows-it')).toThrow('no kind');
});
