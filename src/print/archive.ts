import { zipSync } from 'fflate';
import { curvesOf } from '../core/board/curves.ts';
import type { BoardDoc } from '../core/board/document.ts';
import { evaluateBoard } from '../core/board/evaluate.ts';
import { currencyOf } from '../core/board/document.ts';
import { billCsv } from '../core/files/bill-csv.ts';
import { writeBoard } from '../core/files/board-file.ts';
import { boardTables } from '../core/files/board-tables.ts';
import { curveCsv, markdownReport, type ReportOptions } from '../core/files/report.ts';
import { tellingOf } from '../core/kinds/index.ts';
import { billOf } from '../core/order/bill.ts';
import { curveSvg } from './curve-svg.ts';
import { figureSvg } from './figure.ts';
import { PAPER } from './inks.ts';
import { pdfReport } from './pdf.ts';

const name = (text: string) => text.replace(/[^A-Za-z0-9_-]+/g, '-').replace(/^-+|-+$/g, '') || 'unnamed';

/** All that can be told of a board in one zip: report as PDF and Markdown, the board file, every table as CSV, figures and plots as SVG with their points. */
export async function archiveOf(doc: BoardDoc, options: ReportOptions = {}): Promise<Uint8Array> {
  const sum = evaluateBoard(doc);
  const text = new TextEncoder();
  const files: Record<string, Uint8Array> = {
    'report.pdf': await pdfReport(sum, options),
    'report.md': text.encode(markdownReport(sum, options)),
    'board.json': text.encode(writeBoard(doc)),
    'tables/bill-of-materials.csv': text.encode(billCsv(billOf(sum, options), currencyOf(doc))),
  };
  for (const [table, csv] of Object.entries(boardTables(sum))) files[`tables/${table}.csv`] = text.encode(csv);
  for (const s of sum.stages) {
    const telling = await tellingOf(s.kind);
    const figure = telling.figure(s.judged as never);
    files[`figures/${name(s.id)}.svg`] = text.encode(figureSvg(figure, PAPER));
    for (const band of curvesOf(s, telling)) {
      const file = `plots/${name(s.id)}-${name(band.curve.id)}`;
      files[`${file}.svg`] = text.encode(curveSvg(band, PAPER));
      files[`${file}.csv`] = text.encode(curveCsv(band));
    }
  }
  return zipSync(files, { level: 6 });
}
