import type { CheckDef, Field, Kind, OutcomeDef, PartDef, RailPort, SignalPort } from '../stage/contract.ts';
import { listed } from '../stage/contract.ts';
import { KINDS } from '../kinds/all.ts';
import { tellingOf } from '../kinds/index.ts';

const fieldAnswer = (f: Field): Record<string, unknown> => {
  const doc = f.doc ? { doc: f.doc } : {};
  switch (f.type) {
    case 'number': {
      const { min, above, below, max, integer } = f;
      return {
        unit: f.unit,
        default: f.default,
        ...Object.fromEntries(Object.entries({ min, above, below, max, integer }).filter(([, v]) => v !== undefined)),
        ...(f.nullable ? { nullable: true } : {}),
        ...(f.oneOf ? { choices: f.oneOf } : {}),
        ...(f.open ? { open: true } : {}),
        ...doc,
      };
    }
    case 'choice':
      return { unit: 'choice', default: f.default, choices: f.choices, ...doc };
    case 'flag':
      return { unit: 'boolean', default: f.default, ...doc };
    case 'text':
      return { unit: 'text', default: f.default, ...doc };
    case 'list':
      return { unit: f.unit, list: true, default: f.default, ...doc };
    case 'rows':
      return { unit: 'rows', columns: f.columns, default: f.default, ...doc };
  }
};

const entries = <T>(record: unknown, f: (value: T) => unknown) => Object.fromEntries(Object.entries(record as Record<string, T>).map(([k, v]) => [k, f(v)]));

const partAnswer = (p: PartDef) => ({
  type: p.type,
  ...(p.series ? { series: p.series } : {}),
  ...(p.tolerance === undefined ? {} : { tolerance: p.tolerance }),
  ...(p.default === undefined ? {} : { default: p.default }),
  ...(p.optional ? { optional: true } : {}),
  ...(p.doc ? { doc: p.doc } : {}),
  params: entries<Field>(p.params ?? {}, fieldAnswer),
});

const checkAnswer = (c: CheckDef) => ({
  title: c.title,
  sense: c.sense,
  severity: typeof c.severity === 'string' ? c.severity : 'by choice',
  from: c.from,
  ...(typeof c.value === 'string' ? { outcome: c.value } : {}),
  ...(c.derated ? { derated: true } : {}),
});

const kindAnswer = async (k: Kind) => ({
  id: k.id,
  family: k.family,
  title: k.title,
  aliases: k.aliases,
  purpose: k.purpose,
  given: entries<Field>(k.given, fieldAnswer),
  parts: entries<PartDef>(k.parts, partAnswer),
  outcomes: entries<OutcomeDef>(Object.fromEntries(listed(k.outcomes)), (o) => ({ unit: o.unit, title: o.title, ...(o.doc ? { doc: o.doc } : {}) })),
  checks: entries<CheckDef>(k.checks, checkAnswer),
  rails: entries<RailPort>(k.rails, (r) => r.role),
  signals: entries<SignalPort>(k.signals, (s) => s.role),
  cautions: k.cautions,
  sources: (await tellingOf(k)).sources,
});

/** What `kinds --json` prints. */
export const kindsAnswer = async (): Promise<{ kinds: unknown[] }> => ({ kinds: await Promise.all(KINDS.map(kindAnswer)) });
