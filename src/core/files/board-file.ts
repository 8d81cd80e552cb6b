import { railPorts, signalPorts } from '../stage/ports.ts';
import { ambientOf, type BoardDoc, type StageDoc } from '../board/document.ts';
import { stageInputs } from '../board/stage-inputs.ts';
import { mustKind } from '../kinds/index.ts';
import { seen, type Issue } from './issues.ts';
import { documentIssues } from './schema.ts';

export type Read<T> = { ok: true; value: T } | { ok: false; issues: Issue[] };

/** Most bytes of a board file anybody needs; larger ones are refused before they are parsed. */
export const LARGEST_FILE = 2 * 1024 * 1024;

/** Checks a value that claims to be a board: shape, kinds, fields, references, and combinations that make no sense. */
export function checkBoard(value: unknown): Read<BoardDoc> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    return { ok: false, issues: [{ path: '', message: `expected a board file, an object with format, version, name and stages, seen ${seen(value)}.` }] };
  }
  const issues = documentIssues(value);
  if (issues.length) return { ok: false, issues };
  const doc = value as BoardDoc;
  const refused = doc.stages.flatMap((stage, i) => refusals(doc, stage, i));
  return refused.length ? { ok: false, issues: refused } : { ok: true, value: doc };
}

/** Reads a board out of text that was sent: what is no JSON (400) is told from what is no board (422). */
export function boardIn(text: string): { ok: true; value: BoardDoc } | { ok: false; status: 400 | 422; issues: Issue[] } {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    const where = error instanceof Error ? error.message : 'it cannot be read';
    return { ok: false, status: 400, issues: [{ path: '', message: `this is not JSON: ${where}.` }] };
  }
  const checked = checkBoard(value);
  return checked.ok ? checked : { ...checked, status: 422 };
}

/** Reads the text of a board file. */
export const readBoard = (text: string): Read<BoardDoc> =>
  text.length > LARGEST_FILE
    ? { ok: false, issues: [{ path: '', message: `the file is larger than ${LARGEST_FILE / 1024 / 1024} MB, which no board is.` }] }
    : boardIn(text);

/** The text of a board file, two spaces deep, keys in the order of the document. */
export const writeBoard = (doc: BoardDoc): string => `${JSON.stringify(doc, null, 2)}\n`;

function refusals(doc: BoardDoc, stage: StageDoc, i: number): Issue[] {
  const kind = mustKind(stage.kind);
  if (!kind.refuse) return [];
  const linked = linkedFields(doc, stage);
  const { x } = stageInputs(kind, stage, new Map([...linked].map((f) => [f, { range: null }])), ambientOf(doc), null);
  return kind.refuse(x, linked).map((r) => ({ path: `stages[${i}].${r.path}`, message: r.message }));
}

/** Fields whose value a link will bring, because its other end exists. */
export function linkedFields(doc: BoardDoc, stage: StageDoc): Set<string> {
  const kind = mustKind(stage.kind);
  const fields = new Set<string>();
  for (const [port, def] of railPorts(kind)) {
    const rail = stage.rails?.[port];
    if (!rail) continue;
    const wanted = def.role === 'provides' ? 'consumes' : 'provides';
    const met = doc.stages.some((s) => s !== stage && railPorts(mustKind(s.kind)).some(([p, d]) => d.role === wanted && s.rails?.[p] === rail));
    if (met) for (const field of [...Object.values(def.fills), ...Object.values(def.loads ?? {})]) fields.add(field as string);
  }
  for (const [port, def] of signalPorts(kind)) {
    const ref = stage.signals?.[port]?.split('.')[0];
    const met =
      def.role === 'in' ? doc.stages.some((s) => s.id === ref) : doc.stages.some((s) => Object.values(s.signals ?? {}).includes(`${stage.id}.${port}`));
    if (met) for (const field of Object.values(def.fills)) fields.add(field as string);
  }
  return fields;
}
