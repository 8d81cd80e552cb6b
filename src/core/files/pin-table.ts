import type { PinRow } from '../board/controller.ts';
import { entryText, formatText } from '../quantity/format.ts';
import type { CsvCell } from './csv.ts';

/** The pins of the controller as rows of a table: what each can do, and what hangs on it. */
export function pinTable(rows: readonly PinRow[]): CsvCell[][] {
  const head = ['pin', 'can do', 'special', 'stands', 'stage', 'use', 'direction', 'level, lowest', 'level, highest', 'current'];
  return [
    head,
    ...rows.flatMap(({ pin, doc, taken }): CsvCell[][] => {
      const own: CsvCell[] = [pin, doc?.can ?? 'not there', doc?.special ?? '', doc?.stands === undefined ? '' : entryText(doc.stands, 'V')];
      if (!taken.length) return [[...own, '', '', '', '', '', '']];
      return taken.map((t) => [
        ...own,
        t.title,
        t.def.title,
        t.def.is,
        t.level ? formatText(t.level.low, 'V', 4) : '',
        t.level ? formatText(t.level.high, 'V', 4) : '',
        t.current ? formatText(t.current.high, 'A', 4) : '',
      ]);
    }),
  ];
}
