import { pinRows } from '../board/controller.ts';
import type { Sum } from '../board/evaluate.ts';
import { sharesOf } from '../board/document.ts';
import { gate } from '../gate/gate.ts';
import { listed } from '../stage/contract.ts';
import { csvText, type CsvCell } from './csv.ts';
import { pinTable } from './pin-table.ts';
import { csvReport } from './report.ts';

const table = (head: string[], rows: CsvCell[][]): string => csvText([head, ...rows]);

function resultRows(sum: Sum): CsvCell[][] {
  return sum.stages.flatMap((s) =>
    listed(s.kind.outcomes).flatMap(([name, def]): CsvCell[][] => {
      const said = def.text ? s.judged.text(name) : null;
      if (said !== null) return [[s.id, s.title, name, said, null, null, '', '']];
      const o = s.judged.out(name);
      if (o.nominal === null && o.absent?.sort === 'none') return [];
      return [[s.id, s.title, name, o.nominal, o.low, o.high, def.unit, o.absent?.reason ?? '']];
    }),
  );
}

/** Every table of a board as CSV by its name, SI units; those that are empty are left out. */
export function boardTables(sum: Sum): Record<string, string> {
  const { doc } = sum;
  const shares = sharesOf(doc);
  const g = gate(sum);
  const tables: Record<string, [head: string[], rows: CsvCell[][]]> = {
    results: [['stage', 'title', 'result', 'nominal', 'low', 'high', 'unit', 'reason'], resultRows(sum)],
    parts: [
      ['stage', 'title', 'part', 'value', 'tolerance', 'pieces', 'sized'],
      sum.stages.flatMap((s) =>
        s.parts.filter((p) => p.value !== null).map((p): CsvCell[] => [s.id, s.title, p.slot, p.value, p.tolerance, p.pieces, p.sized ? 'yes' : 'no']),
      ),
    ],
    rails: [
      ['rail', 'low (V)', 'nominal (V)', 'high (V)', 'ripple (V)', 'asleep (A)', 'idle (A)', 'typical (A)', 'peak (A)'],
      sum.rails.map((r) => [
        r.name,
        r.voltage.low,
        r.voltage.nominal,
        r.voltage.high,
        r.ripple.high,
        r.current.asleep,
        r.current.idle,
        r.current.typical,
        r.current.peak,
      ]),
    ],
    power: [['state', 'share', 'in (W)', 'used (W)', 'lost (W)'], sum.power.map((p) => [p.state, shares[p.state], p.in, p.used, p.lost])],
    signals: [
      ['chain', 'stage', 'title', 'port', 'low (V)', 'nominal (V)', 'high (V)', 'amplitude (V)', 'noise (V)', 'ripple (V)', 'clips at (V)'],
      sum.chains.flatMap((chain, i) =>
        chain.map((p): CsvCell[] => [i + 1, p.stage, p.title, p.port, p.low, p.nominal, p.high, p.amplitude, p.noise, p.ripple, p.clips]),
      ),
    ],
    findings: [['severity', 'stage', 'check', 'text'], sum.findings.map((f) => [f.severity, f.stage, f.check ?? '', f.text])],
    confirmations: [['what', 'by', 'note'], g.confirmations.map((c) => [c.text, c.given?.by ?? '', c.given?.note ?? ''])],
  };
  const filled = Object.entries(tables).flatMap(([name, [head, rows]]) => (rows.length ? [[name, table(head, rows)] as const] : []));
  return {
    margins: csvReport(sum),
    ...Object.fromEntries(filled),
    ...(doc.controller ? { pins: csvText(pinTable(pinRows(doc.controller, sum.stages))) } : {}),
  };
}
