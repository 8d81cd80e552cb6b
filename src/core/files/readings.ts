import * as z from 'zod';
import type { PointReading } from '../faults/explain.ts';
import { pathText, type Issue } from './issues.ts';

const LIST = z.array(z.object({ point: z.string().min(1).max(120), value: z.number() })).max(2000);

export type ReadingsRead = { ok: true; readings: PointReading[] } | { ok: false; issues: Issue[] };

/** Readings as a file has them: a list of test points and volts. */
export function readReadings(text: string): ReadingsRead {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return { ok: false, issues: [{ path: '', message: 'This is no JSON. Readings are a list like [{"point": "reg.out", "value": 5.02}].' }] };
  }
  const read = LIST.safeParse(json);
  if (read.success) return { ok: true, readings: read.data };
  return { ok: false, issues: read.error.issues.map((i) => ({ path: pathText(i.path), message: i.message })) };
}
