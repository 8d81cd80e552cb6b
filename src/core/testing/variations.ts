import type { BoardDoc, StageDoc } from '../board/document.ts';
import { evaluateBoard, type StageSum } from '../board/evaluate.ts';
import { checkBoard } from '../files/board-file.ts';
import type { Field, Kind, PartDefs } from '../stage/contract.ts';
import { nominalOf } from '../quantity/uncertain.ts';

type Around = Pick<StageDoc, 'given' | 'parts'>;

/** A given after another somewhere else: numbers up and down, every choice, every flag the other way, what is not given given; and every optional part fitted. */
function around(kind: Kind): Around[] {
  const givens = Object.entries(kind.given as Record<string, Field>).flatMap(([name, f]): NonNullable<StageDoc['given']>[] => {
    if (f.type === 'choice') return f.choices.map((c) => ({ [name]: c }));
    if (f.type === 'flag') return f.default === null ? [{ [name]: true }, { [name]: false }] : [{ [name]: !f.default }];
    if (f.type === 'text') return [{ [name]: 'somebody' }];
    if (f.type !== 'number') return [];
    if (f.oneOf) return f.oneOf.map((v) => ({ [name]: v }));
    if (f.default === null) return [1e-3, 1, 100].map((v) => ({ [name]: v }));
    const usual = nominalOf(f.default);
    return [0.5, 0.8, 1.25, 2].map((k) => ({ [name]: f.integer ? Math.round(usual * k) : usual * k }));
  });
  const fitted = Object.entries(kind.parts as PartDefs).flatMap(([slot, def]): Around[] => (def.optional ? [{ parts: { [slot]: {} } }] : []));
  return [{}, ...givens.map((given) => ({ given })), ...fitted];
}

/** A kind as it comes and everything next to it that a person can enter, each with what was changed in words. */
export function* variations(kind: Kind): Generator<{ what: string; stage: StageSum }> {
  for (const { given, parts } of around(kind)) {
    const doc: BoardDoc = {
      format: 'spark-sum/board',
      version: 1,
      name: 'x',
      stages: [{ id: 'it', kind: kind.id, given: { ...kind.asks, ...given }, ...(parts ? { parts } : {}) }],
    };
    const read = checkBoard(doc);
    if (read.ok) yield { what: JSON.stringify(given ?? parts ?? 'as it comes'), stage: evaluateBoard(read.value).byId.get('it')! };
  }
}
