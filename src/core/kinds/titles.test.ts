import { expect, it } from 'vitest';
import type { Field, PartDef } from '../stage/contract.ts';
import { KINDS } from './all.ts';
import { HELPED, helpFor } from '../stage/help.ts';
import { TITLED, titleOf } from '../stage/titles.ts';

/** Every given, carried field and parameter of a kind, with what holds it. */
const fields = KINDS.flatMap((kind) => [
  ...Object.keys({ ...kind.given, ...kind.carried }).map((key) => ({ kind, owner: 'given', key })),
  ...Object.entries(kind.parts as Record<string, PartDef>).flatMap(([slot, def]) => Object.keys(def.params ?? {}).map((key) => ({ kind, owner: slot, key }))),
]);

it('every given and parameter is called something in the designer’s words', () => {
  const nameless = fields.filter(({ kind, owner, key }) => !titleOf(kind, owner, key)).map(({ kind, owner, key }) => `${kind.id} ${owner}.${key}`);
  expect(nameless).toEqual([]);
  expect(fields.length).toBeGreaterThan(500);
});

it('no title is left of a field that nobody has', () => {
  const named = new Set([
    ...fields.map((f) => f.key),
    ...KINDS.flatMap((k) => Object.values(k.given as Record<string, Field>).flatMap((f) => (f.type === 'rows' ? Object.keys(f.columns) : []))),
  ]);
  expect(TITLED.filter((key) => !named.has(key))).toEqual([]);
});

it('every given, parameter and outcome has a sentence of help, and none is left over', () => {
  const silent = [
    ...fields
      .filter(({ kind, owner, key }) => !helpFor(kind, owner === 'given' ? key : `${owner}.${key}`))
      .map(({ kind, owner, key }) => `${kind.id} ${owner}.${key}`),
    ...KINDS.flatMap((kind) =>
      Object.keys(kind.outcomes)
        .filter((name) => !helpFor(kind, name, 'outcome'))
        .map((name) => `${kind.id} ${name}`),
    ),
  ];
  expect(silent).toEqual([]);
  const named = new Set([...fields.map((f) => f.key), ...KINDS.flatMap((k) => Object.keys(k.outcomes))]);
  expect(HELPED.filter((key) => !named.has(key))).toEqual([]);
});
