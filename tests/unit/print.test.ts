import { unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { evaluateBoard } from '../../src/core/board/evaluate.ts';
import { readBoard } from '../../src/core/files/board-file.ts';
import { board } from '../../src/core/testing/boards.ts';
import { archiveOf } from '../../src/print/archive.ts';
import { pdfReport } from '../../src/print/pdf.ts';

const doc = board([
  { id: 'in', kind: 'dc-input', rails: { out: 'v12' } },
  { id: 'div', kind: 'voltage-divider', title: 'Ω ≤ µ − divider', rails: { in: 'v12' } },
]);
const latin = (bytes: Uint8Array) => new TextDecoder('latin1').decode(bytes);
const pages = (pdf: string) => pdf.match(/\/Type \/Page\b(?!s)/g)?.length ?? 0;

describe('the report as a PDF', () => {
  it('is a PDF with its fonts in it, and grows by the stages it tells of', async () => {
    const small = latin(await pdfReport(evaluateBoard(doc)));
    expect(small.startsWith('%PDF-')).toBe(true);
    expect(small).toMatch(/\/FontFile2/);
    const many = board(Array.from({ length: 8 }, (_, i) => ({ id: `div${i}`, kind: 'voltage-divider' })));
    expect(pages(latin(await pdfReport(evaluateBoard(many))))).toBeGreaterThan(pages(small));
  });
});

describe('the archive', () => {
  it('holds report, board file, tables, and a figure and plots of each stage', async () => {
    const files = unzipSync(await archiveOf(evaluateBoard(doc)));
    const names = Object.keys(files);
    const text = (name: string) => new TextDecoder().decode(files[name]);
    expect(names).toEqual(
      expect.arrayContaining(['report.pdf', 'report.md', 'board.json', 'tables/bill-of-materials.csv', 'tables/margins.csv', 'tables/rails.csv']),
    );
    const read = readBoard(text('board.json'));
    expect(read.ok && read.value).toEqual(doc);
    for (const { id } of doc.stages) expect(text(`figures/${id}.svg`)).toMatch(/^<svg /);
    const plots = names.filter((n) => n.startsWith('plots/') && n.endsWith('.svg'));
    expect(plots.length).toBeGreaterThan(0);
    for (const plot of plots) expect(names).toContain(plot.replace(/svg$/, 'csv'));
    for (const name of names.filter((n) => n.endsWith('.csv'))) expect(text(name).split('\r\n').length).toBeGreaterThan(1);
  });
});
