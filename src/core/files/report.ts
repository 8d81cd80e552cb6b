import { valueUnit } from '../parts/part-types.ts';
import { acquisitionBudgets } from '../board/acquisition.ts';
import { pinRows } from '../board/controller.ts';
import { csvText, type CsvCell } from './csv.ts';
import { heading, markdownOf, section, table, text, type Block } from './report-block.ts';
import { pinTable } from './pin-table.ts';
import { liveOf } from '../board/live.ts';
import { cautionsOf, gate, openText, type Gate } from '../gate/gate.ts';
import { billOf, type BillOptions } from '../order/bill.ts';
import { lineText } from '../order/lines.ts';
import { makerSheet } from '../order/maker.ts';
import { placesText } from './bill-csv.ts';
import { average, type StageSum, type Sum } from '../board/evaluate.ts';
import { ambientOf, comfortOf, currencyOf, deratingOf, FLAG_WORDS, methodOf, sharesOf } from '../board/document.ts';
import { listed } from '../stage/contract.ts';
import { formatText } from '../quantity/format.ts';
import { limitText, marginText, shown, worstText } from './check-text.ts';

const SCHOOLS = {
  'extreme-value': 'judged at extreme values',
  'root-sum-square': 'judged by the root of the sum of squares',
  'monte-carlo': 'judged by boards built at random',
} as const;

/** The conditions a report is valid for, in one sentence. */
export function conditionsText(sum: Sum): string {
  const a = ambientOf(sum.doc);
  const boxed = sum.stages.some((s) => s.kind.shelter?.link === 'inside');
  const enclosure = sum.doc.brief?.enclosure ? ` Enclosure: ${sum.doc.brief.enclosure}.${boxed ? '' : ' The inside is taken as the ambient.'}` : '';
  return `Ambient ${formatText(a.low, 'degC')} … ${formatText(a.high, 'degC')}, ratings derated to ${Math.round(deratingOf(sum.doc) * 100)} %, comfort margin ${Math.round(comfortOf(sum.doc) * 100)} %, ${SCHOOLS[methodOf(sum.doc)]}.${enclosure}`;
}

/** Rows of a stage's parts: slot, value, tolerance, how it came about; devices by the name they were taken by. */
export function partRows(s: StageSum): string[][] {
  return s.parts
    .filter((p) => p.value !== null || s.doc.parts?.[p.slot]?.device !== undefined)
    .map((p) => {
      const slot = p.pieces > 1 ? `${p.slot} ×${p.pieces}` : p.slot;
      if (p.value === null) return [slot, s.doc.parts![p.slot]!.device!, '', 'chosen'];
      const unit = valueUnit(p.def.type);
      return [slot, shown(p.value, unit), p.tolerance ? formatText(p.tolerance, 'ratio') : 'exact', p.sized ? `sized, ${p.series}` : 'chosen'];
    });
}

function stageBlocks(s: StageSum): Block[] {
  const outcomes = listed(s.kind.outcomes).flatMap(([name, def]) => {
    const said = def.text ? s.judged.text(name) : null;
    if (said !== null) return [[def.title, said, '', '', '']];
    const o = s.judged.out(name);
    if (o.nominal === null && o.absent?.sort === 'none') return [];
    return [
      [
        def.title,
        shown(o.nominal, def.unit),
        shown(o.low, def.unit),
        shown(o.high, def.unit),
        o.absent && (o.nominal === null || o.low === null || o.high === null) ? o.absent.reason : '',
      ],
    ];
  });
  const checks = s.checks.map((c) => [c.status, c.title, worstText(c), limitText(c), marginText(c), c.severity, c.help]);
  return [
    heading(s.title),
    text(
      `${s.kind.title} (${s.id})${s.copies > 1 ? `, ${s.copies} copies` : ''}${s.times > 1 ? `, in the module ${s.doc.module}, built ${s.times} times` : ''}. ${s.kind.purpose}`,
    ),
    ...(s.doc.notes ? [text(s.doc.notes)] : []),
    { sort: 'figure', stage: s.id },
    ...table(['part', 'value', 'tolerance', ''], partRows(s)),
    ...table(['result', 'nominal', 'low', 'high', ''], outcomes),
    ...table(['', 'check', 'worst', 'limit', 'margin', 'severity', 'what would help'], checks),
  ];
}

/** What each reading is wrong by. */
function readingsBlocks(sum: Sum): Block[] {
  const rows = acquisitionBudgets(sum).map((b) => [
    b.stages.map((s) => s.title).join(' → '),
    ...b.left.slice(0, 3).map((l) => `± ${formatText(l.worst, b.unit, 3)}`),
    b.lsb === null ? '' : formatText(b.left[0]!.worst / b.lsb, 'LSB', 3),
    b.noise === null ? '' : formatText(b.noise, b.unit, 3),
    b.rate === null ? '' : formatText(b.rate.hertz, 'Hz', 3),
  ]);
  return rows.length
    ? [heading('Readings'), ...table(['reading', 'as built', 'after one point', 'after two points', 'in steps', 'noise, peak to peak', 'rate'], rows)]
    : [];
}

/** Pins of the controller with what hangs on them. */
function pinsBlocks(sum: Sum): Block[] {
  const { controller } = sum.doc;
  if (!controller) return [];
  const [head, ...rows] = pinTable(pinRows(controller, sum.stages));
  const texts = (row: readonly CsvCell[]) => row.map((c) => String(c ?? ''));
  return [heading(`Pins of ${controller.title}`), ...table(texts(head!), rows.map(texts))];
}

/** Rails, power, readings, pins, stages, findings. */
function resultBlocks(sum: Sum): Block[] {
  const shares = sharesOf(sum.doc);
  const rails = table(
    ['rail', 'low', 'nominal', 'high', 'ripple', 'asleep', 'typical', 'peak'],
    sum.rails.map((r) => [
      r.name,
      shown(r.voltage.low, 'V'),
      shown(r.voltage.nominal, 'V'),
      shown(r.voltage.high, 'V'),
      shown(r.ripple.high, 'V'),
      shown(r.current.asleep, 'A'),
      shown(r.current.typical, 'A'),
      shown(r.current.peak, 'A'),
    ]),
  );
  const power = table(
    ['state', 'share of time', 'from the sources', 'reaches the loads', 'lost on the way'],
    sum.power.map((p) => [p.state, formatText(shares[p.state], 'ratio'), shown(p.in, 'W'), shown(p.used, 'W'), shown(p.lost, 'W')]),
  );
  return [
    ...(sum.rails.length ? [heading('Rails'), ...rails] : []),
    ...(sum.power.some((p) => p.in > 0)
      ? [
          heading('Power'),
          ...power,
          text(
            `On average ${shown(
              average(sum, (p) => p.in),
              'W',
            )}.`,
          ),
        ]
      : []),
    ...readingsBlocks(sum),
    ...pinsBlocks(sum),
    ...sum.stages.flatMap(stageBlocks),
    ...section(
      'Findings',
      sum.findings.map((f) => ({ mark: f.severity, text: f.text })),
    ),
  ];
}

/** A comment of a reviewer, and what became of it. */
export interface ReviewRemark {
  by: string;
  about: string;
  text: string;
  at: string;
  answer: string | null;
}

export interface ReportOptions extends BillOptions {
  /** Leaves out brief, gate, order and cautions: what `evaluate` prints for people. */
  results?: boolean;
  revision?: string;
  frozen?: string;
  remarks?: readonly ReviewRemark[];
}

/** Whether the board is ready, in a sentence. */
export const readyText = (g: Gate): string => (g.ready ? 'Ready to order.' : `Not ready to order: ${openText(g) || 'there are no stages'}.`);

/** The report of a board, piece by piece, for whatever it is written as. */
export function reportBlocks(sum: Sum, options: ReportOptions = {}): Block[] {
  const head = heading(`${sum.doc.name}${options.revision ? `, revision ${options.revision}` : ''}`, 1);
  if (options.results) return [head, ...resultBlocks(sum)];
  const g = gate(sum);
  const brief = sum.doc.brief;
  return [
    head,
    ...(options.frozen ? [text(`Frozen on ${options.frozen}.`)] : []),
    ...(brief?.purpose ? [text(brief.purpose)] : []),
    text(`${conditionsText(sum)} ${readyText(g)}`),
    ...section(
      'What stands in the way',
      [...g.blocking, ...g.toWaive].map((f) => ({ mark: f.severity, text: f.text })),
    ),
    ...resultBlocks(sum),
    ...decidedBlocks(sum, options),
  ];
}

/** What people decided, order, looked at and have to mind: all that stands behind the figures of a report. */
export function decidedBlocks(sum: Sum, options: ReportOptions = {}): Block[] {
  const g = gate(sum);
  return [
    ...section(
      'Waived',
      g.waived.map((w) => ({ text: `${w.finding.text} Waived: ${w.waiver.reason}${saidBy(w.waiver.by, w.waiver.date)}` })),
    ),
    ...section(
      'Decisions',
      (sum.doc.decisions ?? []).map((d) => ({
        text: `${sum.byId.get(d.stage)?.title ?? d.stage}: ${d.chosen}${d.options && d.options.length > 1 ? ` (of ${d.options.join(', ')})` : ''}, because ${d.reason}`,
      })),
    ),
    ...section(
      'Advice',
      (sum.doc.advice ?? []).map((a) => ({
        text: `${a.from}, ${a.date}: ${a.text} ${a.taken === undefined ? 'Not answered yet.' : `${a.taken ? 'Taken' : 'Refused'}${a.because ? `, because ${a.because}` : ''}.`}`,
      })),
    ),
    ...section(
      'Remarks of reviewers',
      (options.remarks ?? []).map((r) => ({ text: `${r.by}, ${r.at}, on ${r.about}: ${r.text} ${r.answer ?? 'Not answered yet.'}` })),
    ),
    ...liveBlocks(sum),
    ...orderBlocks(sum, options),
    ...section(
      'Confirmations',
      g.confirmations.map((c) => ({
        done: c.given !== null,
        text: `${c.text}${c.given ? ` (${[c.given.by, c.given.note].filter(Boolean).join(', ')})` : ''}`,
      })),
    ),
    ...section(
      'Cautions',
      cautionsOf(sum).map((c) => ({ text: `${c.title}: ${c.text}` })),
    ),
    text('This report helps to decide. It claims no compliance with any standard; local codes and licensed practitioners decide.'),
  ];
}

const saidBy = (by: string | undefined, date: string | undefined): string => (by ? ` (${[by, date].filter(Boolean).join(', ')})` : '');

/** The report in Markdown. */
export const markdownReport = (sum: Sum, options: ReportOptions = {}): string => reportBlocks(sum, options).map(markdownOf).join('');

/** What has to be bought, what wants attention, and what the maker is told. */
function orderBlocks(sum: Sum, options: BillOptions): Block[] {
  const bill = billOf(sum, options);
  if (!bill.lines.length) return [];
  const amount = (v: number) => v.toFixed(2);
  const currency = currencyOf(sum.doc);
  const flags = (sum.doc.flags ?? []).filter((f) => bill.lines.some((l) => l.key === f.part));
  return [
    heading('Bill of materials'),
    text(
      `${bill.boards} ${bill.boards === 1 ? 'board' : 'boards'}, ${bill.lines.length} kinds of parts: ${amount(bill.total)} ${currency} to spend, ${amount(bill.perBoard)} ${currency} a board.`,
    ),
    ...table(
      ['part', 'package', 'where', 'on a board', 'needed', 'spares', 'there', 'to buy', `cost, ${currency}`],
      bill.lines.map((l) => [lineText(l), l.package, placesText(l), ...[l.perBoard, l.needed, l.spares, l.own, l.buy.count].map(String), amount(l.buy.cost)]),
    ),
    ...section(
      'Parts that want attention',
      flags.map((f) => ({
        text: `${lineText(bill.lines.find((l) => l.key === f.part)!)}: ${f.sort}${saidBy(f.by, f.date)}${f.note ? `, ${f.note}` : ''}. ${f.answer ? `${FLAG_WORDS[f.answer.how]}, because ${f.answer.because}${saidBy(f.answer.by, f.answer.date)}` : 'Not answered yet.'}`,
      })),
    ),
    heading('For the maker of the board'),
    ...table(
      ['', '', 'assumed by', ''],
      makerSheet(sum).map((l) => [l.name, l.text, l.from, l.odd ?? '']),
    ),
  ];
}

/** Places at a voltage that can hurt, and what separates them from people; nothing where there are none. */
function liveBlocks(sum: Sum): Block[] {
  const { places, separations } = liveOf(sum);
  if (!places.length) return [];
  const between = separations.length
    ? separations.map((s) => `${s.title}, ${s.insulation} insulation, ${s.by ? `confirmed by ${s.by}` : 'not confirmed by anybody yet'}`).join('; ')
    : 'nothing on the board says what';
  return [
    ...section(
      'Voltages that can hurt',
      places.map((p) => ({ text: `${p.where}, ${formatText(p.volts, 'V', 3)}${p.mains ? ' (mains)' : ''}` })),
    ),
    text(`Between that and people: ${between}.`),
  ];
}

/** All checks as CSV, SI units. */
export function csvReport(sum: Sum): string {
  const head = ['stage', 'title', 'check', 'status', 'severity', 'value', 'limit', 'unit', 'margin'];
  const rows = sum.stages.flatMap((s) => s.checks.map((c) => [s.id, s.title, c.id, c.status, c.severity, c.value, c.limit, c.unit, c.margin]));
  return csvText([head, ...rows]);
}
