import { valueUnit } from '../parts/part-types.ts';
import type { Unit } from '../quantity/units.ts';
import type { Kind } from './contract.ts';
import type { Field, OutcomeDef, PartDef } from './data.ts';

// What a name stands for: one reader of the names that checks, ports, remedies, working and windows use.

/** `R1.value` or `given.x` as owner and key; a name without a dot is a given's. */
export function splitName(name: string): [owner: string, key: string] {
  const dot = name.indexOf('.');
  return dot < 0 ? ['given', name] : [name.slice(0, dot), name.slice(dot + 1)];
}

/** A given or carried field (`owner` "given") or a part's parameter; undefined of a part's own value and tolerance. */
export const fieldAt = (kind: Kind, owner: string, key: string): Field | undefined =>
  owner === 'given'
    ? ((kind.given as Record<string, Field>)[key] ?? (kind.carried as Record<string, Field>)[key])
    : (kind.parts as Record<string, PartDef>)[owner]?.params?.[key];

/** The field that a name stands for. */
export const fieldOf = (kind: Kind, name: string): Field | undefined => fieldAt(kind, ...splitName(name));

/** Unit of an outcome, of a field, or of a part's value. @throws for a name the kind does not have. */
export function unitOf(kind: Kind, name: string): Unit {
  const outcome = (kind.outcomes as Record<string, OutcomeDef>)[name];
  if (outcome) return outcome.unit;
  const [owner, key] = splitName(name);
  if (owner === 'given' && key === 'ambient') return 'degC';
  const field = fieldAt(kind, owner, key);
  if (field) return 'unit' in field ? field.unit : '';
  const part = (kind.parts as Record<string, PartDef>)[owner];
  if (part && key === 'tolerance') return 'ratio';
  if (part && key === 'value') return valueUnit(part.type);
  throw new Error(`there is no "${name}" in ${kind.id}`);
}
