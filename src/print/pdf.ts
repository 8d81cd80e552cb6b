import { createRequire } from 'node:module';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import type { Sum } from '../core/board/evaluate.ts';
import { reportBlocks, type ReportOptions } from '../core/files/report.ts';
import type { Block } from '../core/files/report-block.ts';
import { workingOf } from '../core/stage/telling.ts';
import { formatText } from '../core/quantity/format.ts';
import { drawnStages, type Drawn } from './drawn.ts';
import { PAPER } from './inks.ts';

/** Space inside the margins of the page, pt. */
const WIDTH = 515;
const SMALL = 7.5;

/** Characters the font of the page lacks, by what stands in for them. */
const LACKING: Readonly<Record<string, string>> = { '\u202f': '\u00a0', '→': '›', '⚠': '!', '−': '-' };
const legible = (text: string): string => text.replace(/[\u202f→⚠−]/g, (c) => LACKING[c]!).replace(/(?<=\d) (?=%)/g, '\u00a0');

/** A column whose cells are longer than this is words and takes the room that is left; the others are as wide as what they hold. */
const WORDS = 26;
const isWordy = (rows: readonly string[][], column: number): boolean => rows.some((r) => (r[column]?.length ?? 0) > WORDS);

const HAIRLINES = {
  hLineWidth: () => 0.4,
  vLineWidth: () => 0,
  hLineColor: () => PAPER.line,
  paddingLeft: (i: number) => (i === 0 ? 0 : 4),
  paddingRight: () => 4,
  paddingTop: () => 2,
  paddingBottom: () => 2,
};

function content(block: Block, drawings: ReadonlyMap<string, Content[]>): Content[] {
  switch (block.sort) {
    case 'heading':
      return [{ text: legible(block.text), style: block.level === 1 ? 'title' : 'heading', headlineLevel: 1 }];
    case 'text':
      return [{ text: legible(block.text), margin: [0, 0, 0, 5] }];
    case 'list':
      return [
        {
          ul: block.items.map((i) => ({
            text: [...(i.done === undefined ? [] : [i.done ? '[x] ' : '[ ] ']), ...(i.mark ? [{ text: `${i.mark} `, bold: true }] : []), legible(i.text)],
            margin: [0, 1, 0, 1] as [number, number, number, number],
          })),
          margin: [0, 0, 0, 6],
        },
      ];
    case 'table':
      return [
        {
          table: {
            headerRows: 1,
            widths: block.head.map((_, i) => (isWordy(block.rows, i) ? '*' : 'auto')),
            body: [
              block.head.map((h) => ({ text: legible(h), color: PAPER.soft })),
              ...block.rows.map((r) => r.map((c) => (r[0] === 'fail' ? { text: legible(c), color: PAPER.fail } : legible(c)))),
            ],
          },
          layout: HAIRLINES,
          fontSize: SMALL,
          margin: [0, 0, 0, 8],
        },
      ];
    case 'figure':
      return drawings.get(block.stage) ?? [];
  }
}

/** Figure, curves and working of each stage. */
const drawingsOf = (drawn: readonly Drawn[]): Map<string, Content[]> =>
  new Map(
    drawn.map(({ stage, telling, figure, curves }) => {
      const working = workingOf(telling, stage).map(
        (step) => `${step.title}: ${step.expression} = ${formatText(step.result.value, step.result.unit)}   (${step.source})`,
      );
      return [
        stage.id,
        [
          { svg: figure.svg, width: Math.min(figure.width * 0.6, WIDTH), margin: [0, 2, 0, 6] },
          ...curves.map(({ svg }) => ({ svg, width: 300, margin: [0, 2, 0, 6] as [number, number, number, number] })),
          ...(working.length
            ? [
                { text: 'Working', bold: true },
                { ul: working.map(legible), fontSize: SMALL, margin: [0, 0, 0, 6] as [number, number, number, number] },
              ]
            : []),
        ] as Content[],
      ];
    }),
  );

/**
 * The report of a board as a PDF: A4, page numbers, figures, curves and working of each stage. Fonts are embedded. Takes about a
 * second for ten stages, so it belongs on a thread.
 */
export async function pdfReport(sum: Sum, options: ReportOptions = {}, drawn?: readonly Drawn[]): Promise<Uint8Array> {
  const drawings = drawingsOf(drawn ?? (await drawnStages(sum)));
  const title = `${sum.doc.name}${options.revision ? `, revision ${options.revision}` : ''}`;
  const definition: TDocumentDefinitions = {
    info: { title, creator: 'Spark Sum', producer: 'Spark Sum' },
    pageSize: 'A4',
    pageMargins: [40, 44, 40, 48],
    content: reportBlocks(sum, options).flatMap((b) => content(b, drawings)),
    defaultStyle: { font: 'Roboto', fontSize: 9, color: PAPER.ink, lineHeight: 1.15 },
    styles: { title: { fontSize: 18, bold: true, margin: [0, 0, 0, 8] }, heading: { fontSize: 12, bold: true, margin: [0, 10, 0, 4] } },
    // No heading is the last on its page.
    pageBreakBefore: (node, queries) => node.headlineLevel === 1 && queries.getFollowingNodesOnPage().length === 0,
    footer: (page, pages) => ({
      columns: [legible(title), { text: `${page} of ${pages}`, alignment: 'right' }],
      margin: [40, 14, 40, 0],
      fontSize: SMALL,
      color: PAPER.soft,
    }),
  };
  return (await maker()).createPdf(definition).getBuffer();
}

interface Maker {
  addFonts: (fonts: object) => void;
  setUrlAccessPolicy: (allow: (url: string) => boolean) => void;
  setLocalAccessPolicy: (allow: (path: string) => boolean) => void;
  createPdf: (definition: TDocumentDefinitions) => { getBuffer: () => Promise<Uint8Array> };
}
let made: Maker | null = null;

/** The typesetter with its fonts, once; it reads its own fonts and nothing else. */
async function maker(): Promise<Maker> {
  if (made) return made;
  const load = createRequire(import.meta.url);
  const pdfmake = load('pdfmake') as Maker;
  const fonts = load('pdfmake/fonts/Roboto') as { Roboto: Record<string, string> };
  const own = new Set(Object.values(fonts.Roboto));
  pdfmake.addFonts(fonts);
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((path) => own.has(path));
  made = pdfmake;
  return made;
}
