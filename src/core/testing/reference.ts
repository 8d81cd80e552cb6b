import type { BoardDoc } from '../board/document.ts';
import { evaluateBoard } from '../board/evaluate.ts';
import { answer } from '../files/answer.ts';
import { checkBoard } from '../files/board-file.ts';
import { inSeries, type Series } from '../quantity/preferred.ts';

/** A reference result: a board without format and version, and what must come out. */
export interface ReferenceCase extends Omit<BoardDoc, 'format' | 'version'> {
  expect: {
    outcomes?: Record<string, { nominal?: number; low?: number; high?: number; rel?: number; abs?: number; null?: boolean }>;
    checks?: Record<string, string>;
    sized?: (
      | { stage: string; part: string; inSeries?: Series; between?: [number, number] }
      | { outcome: string; of?: number; within?: number; atMost?: number; atLeast?: number }
    )[];
    error?: { path: string } | null;
  };
}

interface Answered {
  stages: Record<
    string,
    {
      parts: Record<string, { value: number | null }>;
      outcomes: Record<string, { nominal: number | null; low: number | null; high: number | null; reason?: string }>;
      checks: { id: string; status: string }[];
    }
  >;
}

/** What differs from a reference case, a line each; empty when all agrees. */
export function differences(c: ReferenceCase): string[] {
  const { expect, ...board } = c;
  const read = checkBoard({ format: 'spark-sum/board', version: 1, ...board });
  if (expect.error) {
    if (read.ok) return [`expected a refusal at ${expect.error.path}`];
    return read.issues.some((i) => i.path === expect.error!.path)
      ? []
      : [`refused at ${read.issues.map((i) => i.path).join(', ')} instead of ${expect.error.path}`];
  }
  if (!read.ok) return read.issues.map((i) => `${i.path}: ${i.message}`);
  const got = answer(evaluateBoard(read.value)) as unknown as Answered;
  return [...outcomeDifferences(expect.outcomes ?? {}, got), ...checkDifferences(expect.checks ?? {}, got), ...sizedDifferences(expect.sized ?? [], got)];
}

const outcomeOf = (got: Answered, ref: string) => {
  const [stage, name] = ref.split('.') as [string, string];
  return got.stages[stage]?.outcomes[name];
};

function outcomeDifferences(wanted: NonNullable<ReferenceCase['expect']['outcomes']>, got: Answered): string[] {
  return Object.entries(wanted).flatMap(([ref, want]) => {
    const seen = outcomeOf(got, ref);
    if (!seen) return [`${ref} is not among the outcomes`];
    if (want.null) return seen.nominal === null && seen.reason ? [] : [`${ref} should be null with a reason, is ${seen.nominal}`];
    return (['nominal', 'low', 'high'] as const).flatMap((end) => {
      const [w, s] = [want[end], seen[end]];
      if (w === undefined) return [];
      const room = want.abs ?? (want.rel ?? 1e-3) * Math.abs(w);
      return s !== null && Math.abs(s - w) <= room ? [] : [`${ref} ${end}: ${s} instead of ${w}`];
    });
  });
}

function checkDifferences(wanted: Record<string, string>, got: Answered): string[] {
  return Object.entries(wanted).flatMap(([ref, want]) => {
    const [stage, id] = ref.split('.') as [string, string];
    const status = got.stages[stage]?.checks.find((c) => c.id === id)?.status ?? 'absent';
    const fits = want === 'not-ok' ? ['tight', 'fail', 'unknown'].includes(status) : status === want;
    return fits ? [] : [`check ${ref} is ${status} instead of ${want}`];
  });
}

function sizedDifferences(wanted: NonNullable<ReferenceCase['expect']['sized']>, got: Answered): string[] {
  return wanted.flatMap((w) => {
    if ('part' in w) {
      const value = got.stages[w.stage]?.parts[w.part]?.value ?? null;
      if (value === null) return [`${w.stage}.${w.part} has no value`];
      if (w.inSeries && !inSeries(value, w.inSeries)) return [`${w.stage}.${w.part} = ${value} is not in ${w.inSeries}`];
      return w.between && (value < w.between[0] || value > w.between[1]) ? [`${w.stage}.${w.part} = ${value} is not between ${w.between.join(' and ')}`] : [];
    }
    const value = outcomeOf(got, w.outcome)?.nominal ?? NaN;
    if (w.of !== undefined && !(Math.abs(value / w.of - 1) <= (w.within ?? 0))) return [`${w.outcome} = ${value} is not within ${w.within} of ${w.of}`];
    if (w.atMost !== undefined && !(value <= w.atMost)) return [`${w.outcome} = ${value} is above ${w.atMost}`];
    return w.atLeast !== undefined && !(value >= w.atLeast) ? [`${w.outcome} = ${value} is below ${w.atLeast}`] : [];
  });
}
