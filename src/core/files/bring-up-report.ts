import { PHASE_TITLES, type Progress, type Reading } from '../bringup/plan.ts';
import { explanationOf, type CalibrationContent, type LogEntry, type ReworkContent, type WaveformContent } from '../logbook/entry.ts';
import { formatText } from '../quantity/format.ts';
import type { Unit } from '../quantity/units.ts';
import { csvText } from './csv.ts';

/** A bring-up of one copy with all that belongs to it. */
export interface BringUpRecord {
  board: string;
  letter: string;
  copy: number;
  name: string;
  frozen: string;
  all: readonly Progress[];
  readings: readonly Reading[];
  entries: readonly LogEntry[];
}

const cell = (text: string): string => text.replaceAll('|', '\\|').replaceAll('\n', ' ');

const word = (p: Progress): string =>
  p.verdict === null ? 'open' : p.verdict === 'noted' ? 'done' : p.verdict === 'within' ? 'within' : `${p.verdict === 'low' ? 'below' : 'above'} its window`;

/** How far a reading lies off what was predicted, as a share; null where nothing was. */
export function deviation({ step, reading }: Progress): number | null {
  const nominal = step.expect?.nominal;
  return reading?.value == null || !nominal ? null : reading.value / nominal - 1;
}

/** Predicted beside measured, deviations, probes beside the plan, calibration, rework and records, in Markdown. */
export function bringUpMarkdown(r: BringUpRecord): string {
  const lines = [
    `# Bring-up of ${r.board}, revision ${r.letter}, copy ${r.copy}${r.name ? ` (${r.name})` : ''}`,
    '',
    `Revision frozen ${r.frozen.slice(0, 10)}. ${r.all.filter((p) => p.verdict === 'within' || p.verdict === 'noted').length} of ${r.all.length} steps done.`,
  ];
  const why = (step: string): string => {
    const e = explanationOf(r.entries, step);
    return e ? `; ${e.title}` : '';
  };
  let phase = '';
  for (const p of r.all) {
    if (p.step.phase !== phase) {
      phase = p.step.phase;
      lines.push('', `## ${PHASE_TITLES[p.step.phase]}`, '', '| step | at | predicted | measured | off | |', '| --- | --- | --- | --- | --- | --- |');
    }
    const e = p.step.expect;
    const off = deviation(p);
    lines.push(
      `| ${[
        `${p.step.stageTitle}: ${p.step.title}`,
        e?.point ?? '',
        e ? `${formatText(e.low, e.unit)} … ${formatText(e.nominal, e.unit)} … ${formatText(e.high, e.unit)}` : '',
        e && p.reading?.value != null ? formatText(p.reading.value, e.unit) : '',
        off === null ? '' : formatText(off, 'ratio', 2),
        `${word(p)}${p.reading?.note ? `; ${p.reading.note}` : ''}${why(p.step.key)}`,
      ]
        .map(cell)
        .join(' | ')} |`,
    );
  }
  const beside = r.readings.filter((x) => x.step.startsWith('at:') && x.value !== null);
  if (beside.length) lines.push('', '## Probes beside the plan', '', ...beside.map((x) => `- ${x.step.slice(3)}: ${formatText(x.value!, 'V')}`));
  const of = (sort: LogEntry['sort']) => r.entries.filter((e) => e.sort === sort);
  if (of('calibration').length) {
    lines.push('', '## Calibration');
    for (const e of of('calibration')) {
      const c = e.content as CalibrationContent;
      const unit = c.unit as Unit;
      lines.push(
        '',
        `**${e.title}**: gain ${c.result.gain.toFixed(6)}, offset ${formatText(c.result.offset, unit)}; most off ${formatText(c.result.maximumError.before, unit, 3)} before, ${formatText(c.result.maximumError.after, unit, 3)} after${c.result.disagree.length ? `; point ${c.result.disagree.map((d) => d.point).join(', ')} disagrees` : ''}.`,
        '',
        '| reference | reading | left |',
        '| --- | --- | --- |',
        ...c.pairs.map(
          (p, i) => `| ${formatText(p.reference, unit, 5)} | ${formatText(p.reading, unit, 5)} | ${formatText(c.result.residuals[i]!, unit, 3)} |`,
        ),
        '',
        `\`${c.result.constants.line}\``,
      );
    }
  }
  if (of('rework').length) {
    lines.push('', '## Rework');
    for (const e of of('rework')) {
      const { done } = e.content as ReworkContent;
      lines.push(
        '',
        `- **${e.title}**: ${cell(e.note)}${done === 'taken' ? ' (in the next draft)' : done === 'dropped' ? ' (left out)' : ' (open for the next revision)'}`,
      );
    }
  }
  const kept = r.entries.filter((e) => e.sort === 'waveform' || e.sort === 'photo' || e.sort === 'note');
  if (kept.length) {
    lines.push('', '## Logbook', '');
    for (const e of kept) {
      const figures =
        e.sort === 'waveform' ? (e.content as WaveformContent).figures.map((f) => ` ${f.name} ${formatText(f.value, f.unit as Unit, 4)}.`).join('') : '';
      lines.push(`- ${e.at.slice(0, 10)} **${e.title}**${e.point ? ` at ${e.point}` : ''}. ${cell(e.note)}${figures}${e.fileName ? ` (${e.fileName})` : ''}`);
    }
  }
  return `${lines.join('\n')}\n\nMeasured by whoever built it; this is no statement of compliance with any standard.\n`;
}

/** Every reading that was taken, the superseded ones too, as CSV. */
export function readingsCsv(all: readonly Progress[], readings: readonly (Reading & { copy: number })[]): string {
  const steps = new Map(all.map((p) => [p.step.key, p.step]));
  return csvText([
    ['copy', 'at', 'step', 'title', 'point', 'unit', 'low', 'nominal', 'high', 'reading', 'typed', 'note'],
    ...readings.map((r) => {
      const step = steps.get(r.step);
      const e = step?.expect;
      const beside = r.step.startsWith('at:');
      return [
        r.copy,
        r.at,
        r.step,
        step ? `${step.stageTitle}: ${step.title}` : beside ? 'probe beside the plan' : '',
        e?.point ?? (beside ? r.step.slice(3) : ''),
        e?.unit ?? (beside ? 'V' : ''),
        e?.low ?? '',
        e?.nominal ?? '',
        e?.high ?? '',
        r.value ?? '',
        r.text,
        r.note,
      ];
    }),
  ]);
}
