import { valueUnit } from '../parts/part-types.ts';
import { acquisitionBudgets } from '../board/acquisition.ts';
import { pinRows } from '../board/controller.ts';
import { csvText, type CsvCell } from './csv.ts';
import { pinTable } from './pin-table.ts';
import { liveOf } from '../board/live.ts';
import { cautionsOf, gate } from '../gate/gate.ts';
import type { Band } from '../board/curves.ts';
import { average, type StageSum, type Sum } from '../board/evaluate.ts';
import { ambientOf, comfortOf, deratingOf, methodOf, sharesOf } from '../board/document.ts';
import { listed } from '../stage/contract.ts';
import { isCondition, type CheckResult, type Margined } from '../stage/judge.ts';
import { formatMargin, formatText } from '../quantity/format.ts';
import type { Unit } from '../quantity/units.ts';

/** What somebody typed, as text that neither becomes a heading, a link, a list nor HTML. */
const plain = (text: string): string => text.replace(/[\\`*_{}[\]<>#|~]/g, '\\$&').replace(/^(\s*)([-+]|\d+\.)(?=\s)/gm, '$1\\$2');
const cell = (text: string) => text.replace(/[|<>[\]]/g, '\\$&').replaceAll('\n', ' ');
const table = (head: string[], rows: string[][]): string =>
  rows.length === 0 ? '' : `| ${head.join(' | ')} |\n|${head.map(() => '---').join('|')}|\n${rows.map((r) => `| ${r.map(cell).join(' | ')} |\n`).join('')}\n`;

const show = (v: number | null, unit: Unit) => (v === null ? '–' : formatText(v, unit));
export const marginText = (c: Margined): string => (c.margin === null ? (c.status === 'unknown' ? '?' : '–') : `${formatMargin(c.margin)} %`);

/** Worst value and limit of a check in words; a condition says whether it is met. */
export const worstText = (c: CheckResult): string =>
  isCondition(c) ? (c.status === 'ok' ? 'met' : c.status === 'fail' ? 'not met' : 'not known') : show(c.value, c.unit);
export const limitText = (c: CheckResult): string => (isCondition(c) ? '' : show(c.limit, c.unit));

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
      return [slot, show(p.value, unit), p.tolerance ? formatText(p.tolerance, 'ratio') : 'exact', p.sized ? `sized, ${p.series}` : 'chosen'];
    });
}

function stageText(s: StageSum): string {
  const outcomes = listed(s.kind.outcomes).flatMap(([name, def]) => {
    const said = def.text ? s.judged.text(name) : null;
    if (said !== null) return [[def.title, said, '', '', '']];
    const o = s.judged.out(name);
    if (o.nominal === null && o.absent?.sort === 'none') return [];
    return [
      [
        def.title,
        show(o.nominal, def.unit),
        show(o.low, def.unit),
        show(o.high, def.unit),
        o.absent && (o.nominal === null || o.low === null || o.high === null) ? o.absent.reason : '',
      ],
    ];
  });
  const checks = s.checks.map((c) => [c.status, c.title, worstText(c), limitText(c), marginText(c), c.severity, c.help]);
  return [
    `## ${plain(s.title)}\n\n`,
    `${s.kind.title} (\`${s.id}\`)${s.copies > 1 ? `, ${s.copies} copies` : ''}${s.times > 1 ? `, in the module ${s.doc.module}, built ${s.times} times` : ''}. ${s.kind.purpose}\n\n`,
    s.doc.notes ? `${plain(s.doc.notes)}\n\n` : '',
    table(['part', 'value', 'tolerance', ''], partRows(s)),
    table(['result', 'nominal', 'low', 'high', ''], outcomes),
    table(['', 'check', 'worst', 'limit', 'margin', 'severity', 'what would help'], checks),
  ].join('');
}

/** What each reading is wrong by. */
function readingsText(sum: Sum): string {
  const rows = acquisitionBudgets(sum).map((b) => [
    b.stages.map((s) => s.title).join(' → '),
    ...b.left.slice(0, 3).map((l) => `± ${formatText(l.worst, b.unit, 3)}`),
    b.lsb === null ? '' : formatText(b.left[0]!.worst / b.lsb, 'LSB', 3),
    b.noise === null ? '' : formatText(b.noise, b.unit, 3),
    b.rate === null ? '' : formatText(b.rate.hertz, 'Hz', 3),
  ]);
  return rows.length
    ? `## Readings\n\n${table(['reading', 'as built', 'after one point', 'after two points', 'in steps', 'noise, peak to peak', 'rate'], rows)}`
    : '';
}

/** Pins of the controller with what hangs on them. */
function pinsText(sum: Sum): string {
  const { controller } = sum.doc;
  if (!controller) return '';
  const [head, ...rows] = pinTable(pinRows(controller, sum.stages));
  const text = (row: readonly CsvCell[]) => row.map((c) => String(c ?? ''));
  return `## Pins of ${plain(controller.title)}\n\n${table(text(head!), rows.map(text))}`;
}

/** The report in Markdown. `results` leaves out brief, gate and cautions: what `evaluate` prints for people. */
export function markdownReport(sum: Sum, options: { results?: boolean; revision?: string; frozen?: string } = {}): string {
  const shares = sharesOf(sum.doc);
  const g = gate(sum);
  const stages = sum.stages.map(stageText).join('');
  const findings = sum.findings.length ? `## Findings\n\n${sum.findings.map((f) => `- **${f.severity}** ${plain(f.text)}\n`).join('')}\n` : '';
  const rails = table(
    ['rail', 'low', 'nominal', 'high', 'ripple', 'asleep', 'typical', 'peak'],
    sum.rails.map((r) => [
      r.name,
      show(r.voltage.low, 'V'),
      show(r.voltage.nominal, 'V'),
      show(r.voltage.high, 'V'),
      show(r.ripple.high, 'V'),
      show(r.current.asleep, 'A'),
      show(r.current.typical, 'A'),
      show(r.current.peak, 'A'),
    ]),
  );
  const power = table(
    ['state', 'share of time', 'from the sources', 'reaches the loads', 'lost on the way'],
    sum.power.map((p) => [p.state, formatText(shares[p.state], 'ratio'), show(p.in, 'W'), show(p.used, 'W'), show(p.lost, 'W')]),
  );
  const head = `# ${plain(sum.doc.name)}${options.revision ? `, revision ${options.revision}` : ''}\n\n`;
  const body = `${sum.rails.length ? `## Rails\n\n${rails}` : ''}${
    sum.power.some((p) => p.in > 0)
      ? `## Power\n\n${power}On average ${show(
          average(sum, (p) => p.in),
          'W',
        )}.\n\n`
      : ''
  }${readingsText(sum)}${pinsText(sum)}${stages}${findings}`;
  if (options.results) return head + body;
  const brief = sum.doc.brief;
  const decisions = (sum.doc.decisions ?? [])
    .map(
      (d) =>
        `- ${plain(`${sum.byId.get(d.stage)?.title ?? d.stage}: ${d.chosen}${d.options && d.options.length > 1 ? ` (of ${d.options.join(', ')})` : ''}, because ${d.reason}`)}\n`,
    )
    .join('');
  return [
    head,
    options.frozen ? `Frozen on ${options.frozen}.\n\n` : '',
    brief?.purpose ? `${plain(brief.purpose)}\n\n` : '',
    `${plain(conditionsText(sum))} ${g.ready ? 'Ready to order.' : `Not ready to order: ${g.blocking.length} must be mended, ${g.toWaive.length} to mend or waive, ${g.confirmations.filter((c) => !c.given).length} to confirm.`}\n\n`,
    body,
    g.waived.length ? `## Waived\n\n${g.waived.map((w) => `- ${plain(`${w.finding.text} Waived: ${w.waiver.reason}`)}\n`).join('')}\n` : '',
    decisions ? `## Decisions\n\n${decisions}\n` : '',
    liveText(sum),
    `## Confirmations\n\n${g.confirmations.map((c) => `- [${c.given ? 'x' : ' '}] ${plain(`${c.text}${c.given ? ` (${[c.given.by, c.given.note].filter(Boolean).join(', ')})` : ''}`)}\n`).join('')}\n`,
    g.cautions.length
      ? `## Cautions\n\n${cautionsOf(sum)
          .map((c) => `- ${plain(`${c.title}: ${c.text}`)}\n`)
          .join('')}\n`
      : '',
    'This report helps to decide. It claims no compliance with any standard; local codes and licensed practitioners decide.\n',
  ].join('');
}

/** Places at a voltage that can hurt, and what separates them from people; nothing where there are none. */
function liveText(sum: Sum): string {
  const { places, separations } = liveOf(sum);
  if (!places.length) return '';
  const lines = places.map((p) => `- ${plain(`${p.where}, ${formatText(p.volts, 'V', 3)}${p.mains ? ' (mains)' : ''}`)}\n`).join('');
  const between = separations.length
    ? separations.map((s) => `${s.title}, ${s.insulation} insulation, ${s.by ? `confirmed by ${s.by}` : 'not confirmed by anybody yet'}`).join('; ')
    : 'nothing on the board says what';
  return `## Voltages that can hurt\n\n${lines}\nBetween that and people: ${plain(between)}.\n\n`;
}

/** All checks as CSV, SI units. */
export function csvReport(sum: Sum): string {
  const head = ['stage', 'title', 'check', 'status', 'severity', 'value', 'limit', 'unit', 'margin'];
  const rows = sum.stages.flatMap((s) => s.checks.map((c) => [s.id, s.title, c.id, c.status, c.severity, c.value, c.limit, c.unit, c.margin]));
  return csvText([head, ...rows]);
}

/** A curve with its tolerance band as CSV, SI units; empty where a value does not exist. */
export function curveCsv({ curve, x, low, nominal, high }: Band): string {
  const y = (end: string) => `${curve.y.label} ${end} (${curve.y.unit})`;
  const head = [`${curve.x.label} (${curve.x.unit})`, y('low'), y('nominal'), y('high')];
  return csvText([head, ...x.map((at, i) => [at, low[i] ?? null, nominal[i] ?? null, high[i] ?? null])]);
}
