import * as z from 'zod';
import type { Column, Field, Kind, PartDef } from '../stage/contract.ts';
import { KINDS } from '../kinds/all.ts';
import { SERIES } from '../quantity/preferred.ts';
import { boardSchema, ID } from './schema.ts';

type Json = Record<string, unknown>;

const UNCERTAIN: Json = {
  anyOf: [
    { type: 'number' },
    {
      type: 'object',
      properties: { nominal: { type: 'number' }, low: { type: 'number' }, high: { type: 'number' } },
      required: ['nominal', 'low', 'high'],
      additionalProperties: false,
    },
    {
      type: 'object',
      properties: { nominal: { type: 'number' }, tolerance: { type: 'number', minimum: 0 } },
      required: ['nominal', 'tolerance'],
      additionalProperties: false,
    },
  ],
};

function columnSchema(c: Column): Json {
  if ('choices' in c) return { enum: c.choices };
  if ('text' in c) return { type: 'string' };
  if ('addresses' in c) return { type: 'array', items: { type: 'integer', minimum: 0, maximum: 127 } };
  if ('parts' in c) return { type: 'array', items: { type: 'string' } };
  const number = c.spread ? { $ref: '#/$defs/uncertain' } : { type: 'number' };
  return c.nullable ? { anyOf: [number, { type: 'null' }] } : number;
}

function fieldSchema(f: Field): Json {
  const doc = f.doc ? { description: f.doc } : {};
  switch (f.type) {
    case 'number':
      return { ...doc, 'x-unit': f.unit, anyOf: [{ $ref: '#/$defs/uncertain' }, ...(f.default === null || f.nullable ? [{ type: 'null' }] : [])] };
    case 'choice':
      return { ...doc, enum: f.choices };
    case 'flag':
      return { ...doc, type: f.default === null ? ['boolean', 'null'] : 'boolean' };
    case 'text':
      return { ...doc, type: ['string', 'null'], maxLength: 60 };
    case 'list':
      return { ...doc, 'x-unit': f.unit, type: f.single ? ['array', 'number'] : 'array', items: { type: 'number' } };
    case 'rows':
      return {
        ...doc,
        type: 'array',
        items: {
          type: 'object',
          properties: Object.fromEntries(Object.entries(f.columns).map(([c, column]) => [c, columnSchema(column)])),
          additionalProperties: false,
        },
      };
  }
}

const record = <T>(of: unknown, f: (value: T) => Json): Json => ({
  type: 'object',
  properties: Object.fromEntries(Object.entries(of as Record<string, T>).map(([key, value]) => [key, f(value)])),
  additionalProperties: false,
});

function partSchema(p: PartDef): Json {
  const own: Record<string, Json> =
    p.type === 'device'
      ? {}
      : {
          value: { anyOf: [{ $ref: '#/$defs/uncertain' }, { type: 'null' }] },
          tolerance: { type: 'number', minimum: 0, exclusiveMaximum: 1 },
          tempco: { type: 'number' },
          series: { enum: SERIES },
          match: { type: 'string', pattern: ID.source },
          tracking: { type: 'number', minimum: 0, exclusiveMaximum: 1 },
          ...(p.joins ? { join: { enum: ['series', 'parallel'] } } : {}),
        };
  const params = Object.fromEntries(Object.entries(p.params ?? {}).map(([key, f]) => [key, fieldSchema(f)]));
  const device = p.takes ? { device: { type: 'string', maxLength: 120 } } : {};
  return { type: 'object', properties: { ...own, ...device, package: { type: 'string', maxLength: 40 }, ...params }, additionalProperties: false };
}

const kindSchema = (k: Kind): Json => ({
  if: { properties: { kind: { const: k.id } } },
  then: {
    properties: {
      given: record<Field>(k.given, fieldSchema),
      parts: record<PartDef>(k.parts, partSchema),
      rails: record(k.rails, () => ({ type: 'string' })),
      signals: record(Object.fromEntries(Object.entries(k.signals).filter(([, p]) => p.role === 'in')), () => ({ type: 'string' })),
    },
  },
});

/** The JSON Schema of the board file: its shape from the schema that checks it, its stages from the kinds. */
export function jsonSchema(): Json {
  const schema = z.toJSONSchema(boardSchema, { unrepresentable: 'any' }) as unknown as Json & {
    properties: { stages: { items: Json }; conditions: { properties: Json } };
  };
  const stage = schema.properties.stages.items;
  schema.properties.stages.items = { ...stage, allOf: KINDS.map(kindSchema) };
  schema.properties.conditions.properties.ambient = { $ref: '#/$defs/uncertain' };
  return { ...schema, title: 'Spark Sum board', $defs: { uncertain: UNCERTAIN } };
}
