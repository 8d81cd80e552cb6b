import { zipSync } from 'fflate';
import type { Sum } from '../core/board/evaluate.ts';
import { currencyOf } from '../core/board/document.ts';
import { billCsv } from '../core/files/bill-csv.ts';
import { writeBoard } from '../core/files/board-file.ts';
import { boardTables } from '../core/files/board-tables.ts';
import { curveCsv } from '../core/files/curve-csv.ts';
import { markdownReport, type ReportOptions } from '../core/files/report.ts';
import { billOf } from '../core/order/bill.ts';
import { drawnStages } from './drawn.ts';
import { pdfReport } from './pdf.ts';

const name = (text: string) => text.replace(/[^A-Za-z0-9_-]+/g, '-').replace(/^-+|-+$/g, '') || 'unnamed';

/** All that can be told of a board in one zip: report as PDF and Markdown, the board file, every table as CSV, figures and plots as SVG with their points. */
export async function archiveOf(sum: Sum, options: ReportOptions = {}): Promise<Uint8Array> {
  const { doc } = sum;
  const drawn = await drawnStages(sum);
  const text = new TextEncoder();
  const files: Record<string, Uint8Array> = {
    'report.pdf': await pdfReport(sum, options, drawn),
    'report.md': text.encode(markdownReport(sum, options)),
    'board.json': text.encode(writeBoard(doc)),
    'tables/bill-of-materials.csv': text.encode(billCsv(billOf(sum, options), currencyOf(doc))),
  };
  for (const [table, csv] of Object.entries(boardTables(sum))) files[`tables/${table}.csv`] = text.encode(csv);
  for (const { stage, figure, curves } of drawn) {
    files[`figures/${name(stage.id)}.svg`] = text.encode(figure.svg);
    for (const { band, svg } of curves) {
      const file = `plots/${name(stage.id)}-${name(band.curve.id)}`;
      files[`${file}.svg`] = text.encode(svg);
      files[`${file}.csv`] = text.encode(curveCsv(band));
    }
  }
  return zipSync(files, { level: 6 });
}
