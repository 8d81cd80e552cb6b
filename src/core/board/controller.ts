import { CONTROLLER_FIGURES, type ControllerFigure, type PinDoc } from '../parts/controllers.ts';
import { formatText } from '../quantity/format.ts';
import { toRange, type Range } from '../quantity/uncertain.ts';
import type { PinUse } from '../stage/contract.ts';
import type { BoardDoc, ControllerDoc } from './document.ts';
import { seen } from './links.ts';
import type { Link } from './link.ts';
import type { StageNode } from './node.ts';
import type { Summed } from './summed.ts';
import type { Finding, Rail, Wiring } from './wiring.ts';

// The controller as a place on the board: stages that stand on its pins take its figures, and its pins are counted.

/** A figure of the controller: as the board has it, else the usual one. */
export const figureOf = (controller: ControllerDoc, figure: ControllerFigure): Range =>
  toRange(controller.figures?.[figure] ?? CONTROLLER_FIGURES[figure].usual);

/** The rail the controller is fed from. */
export const controllerRail = ({ controller }: BoardDoc, wiring: Wiring): Rail | undefined =>
  controller?.rail ? wiring.rails.get(controller.rail) : undefined;

/** Whether a stage stands on pins of the controller and takes its figures. */
export const onController = (node: Pick<StageNode, 'doc' | 'kind' | 'board'>): boolean =>
  !!node.board.controller && !!node.kind.controller && Object.keys(node.doc.pins ?? {}).length > 0;

/** What the controller's rail stands at; null where it has none, or that does not stand. */
function supplyRange(board: BoardDoc, wiring: Wiring): Range | null {
  const provider = controllerRail(board, wiring)?.providers[0];
  return provider && !provider.node.dead ? seen(provider.def.gives.voltage!, provider.node.judged) : null;
}

/** Figures of the controller into the fields of a stage that stands on its pins; what signals and rails bring comes first. */
export function controllerLinks(node: StageNode, wiring: Wiring, links: Map<string, Link>): void {
  const { controller } = node.board;
  const on = node.kind.controller;
  if (!controller || !on || !onController(node) || on.unless?.(node.inputs.x.given)) return;
  for (const [figure, field] of Object.entries(on.takes) as [ControllerFigure | 'supply', string][]) {
    if (links.has(field)) continue;
    const range = figure === 'supply' ? supplyRange(node.board, wiring) : figureOf(controller, figure);
    if (range) links.set(field, { range, from: controller.title });
  }
}

/** One thing that a stage does with a pin. */
export interface PinTaken {
  stage: string;
  title: string;
  use: string;
  def: PinUse;
  level: Range | null;
  /** Of all copies together, A. */
  current: Range | null;
}
/** A pin with what hangs on it. */
export interface PinRow {
  pin: string;
  /** Absent where the controller has no such pin. */
  doc?: PinDoc;
  taken: PinTaken[];
}

const usesOf = (s: Summed): [use: string, def: PinUse][] => Object.entries(s.kind.controller?.uses ?? {}).filter(([, def]) => !def.unless?.(s.judged.x));

/** What stages do with pins that they are not put on yet, by the names the document keeps. */
export const looseUses = (stages: readonly Summed[]): { stage: string; title: string; use: string; def: PinUse }[] =>
  stages.flatMap((s) => usesOf(s).flatMap(([use, def]) => (s.doc.pins?.[use] ? [] : [{ stage: s.doc.id, title: s.title, use, def }])));

/** Pins in the order of the controller, each with what hangs on it; pins that only stages name come last. */
export function pinRows(controller: ControllerDoc, stages: readonly Summed[]): PinRow[] {
  const rows = new Map<string, PinRow>(Object.entries(controller.pins ?? {}).map(([pin, doc]) => [pin, { pin, doc, taken: [] }]));
  for (const s of stages)
    for (const [use, def] of usesOf(s)) {
      const pin = s.doc.pins?.[use];
      if (!pin) continue;
      let row = rows.get(pin);
      if (!row) rows.set(pin, (row = { pin, taken: [] }));
      const one = def.current?.(s.judged) ?? null;
      const copies = s.doc.copies ?? 1;
      row.taken.push({
        stage: s.doc.id,
        title: s.title,
        use,
        def,
        level: def.level?.(s.judged) ?? null,
        current: one && { nominal: one.nominal * copies, low: one.low * copies, high: one.high * copies },
      });
    }
  return [...rows.values()];
}

const does = (t: PinTaken) => `${t.title} (${t.def.title})`;
const volts = (v: number) => formatText(v, 'V', 3);
const amps = (a: number) => formatText(a, 'A', 3);

/** Pins with more on them than they can bear, levels that hurt or are not read, and outputs that nobody hears. */
export function controllerFindings({ controller }: BoardDoc, stages: readonly Summed[], supply: Range | null): Finding[] {
  if (!controller) return [];
  const rows = pinRows(controller, stages);
  const findings: Finding[] = [];
  // What may be waived is waived by its pin.
  const say = (severity: Finding['severity'], stage: string | null, text: string, pin?: string) =>
    findings.push({ severity, stage, ...(pin ? { pin } : {}), ...(pin && severity === 'should' ? { check: `pin ${pin}` } : {}), text });
  const figure = (name: ControllerFigure) => figureOf(controller, name);
  const used = rows.filter((r) => r.taken.length);

  if (supply) {
    const [least, most] = [figure('supplyMinimum').high, figure('supplyMaximum').low];
    if (supply.low < least)
      say(
        'must',
        null,
        `${controller.title}: its rail falls to ${volts(supply.low)}; it works from ${volts(least)}. Raise the rail, or take a controller that works lower.`,
      );
    if (supply.high > most)
      say('must', null, `${controller.title}: its rail rises to ${volts(supply.high)}; it stands ${volts(most)}. Lower the rail, or take another controller.`);
  }
  const extra = used.filter((r) => !r.doc);
  if (extra.length) {
    const left = rows.filter((r) => r.doc && !r.taken.length && !r.doc.special).length;
    say(
      'must',
      extra[0]!.taken[0]!.stage,
      `${controller.title} has no pin ${extra.map((r) => r.pin).join(', ')}, on which ${extra.flatMap((r) => r.taken.map(does)).join(', ')} should stand. ${left ? `${left} of its pins are free.` : 'None of its pins is free: a port expander, or a controller with more.'}`,
    );
  }
  for (const { pin, doc, taken } of used) {
    const first = taken[0]!;
    // Open drains share a line; so do inputs that only listen.
    if (taken.length > 1 && !taken.every((t) => t.def.is === 'open drain') && !taken.every((t) => t.def.is === 'input' || t.def.is === 'analog'))
      say('must', first.stage, `Pin ${pin} is taken twice: ${taken.map(does).join(' and ')}. Put one of them on another pin.`, pin);
    if (!doc) continue;
    if (doc.special === 'boot')
      say(
        'should',
        first.stage,
        `Pin ${pin} decides at reset how the controller starts, and ${taken.map(does).join(' and ')} loads it then. Another pin, or a level there that lets it start.`,
        pin,
      );
    if (doc.special === 'reset' && !taken.some((t) => t.def.heard))
      say('must', first.stage, `Pin ${pin} resets the controller, and ${taken.map(does).join(' and ')} hangs on it. Another pin.`, pin);
    for (const t of taken) {
      const x = stages.find((s) => s.doc.id === t.stage)!.judged.x;
      const needs = t.def.needs?.(x) ?? (t.def.is === 'analog' ? 'analog' : t.def.is === 'crystal' ? 'crystal' : 'digital');
      if (needs !== 'digital' && doc.can !== needs)
        say(
          'must',
          t.stage,
          `${does(t)} needs a pin ${ABILITY[needs]}, and ${pin} is ${doc.can === 'digital' ? 'a plain one' : `one ${ABILITY[doc.can]}`}. Move it.`,
          pin,
        );
      else if (needs === 'digital' && doc.can === 'crystal')
        say('should', t.stage, `${does(t)} stands on ${pin}, which is ${ABILITY.crystal}: it is free only where no crystal is fitted.`, pin);
      levels(t, pin, doc);
      if (t.current && t.current.high > figure('pinCurrent').low)
        say(
          'must',
          t.stage,
          `${does(t)} takes ${amps(t.current.high)} from pin ${pin}; a pin gives ${amps(figure('pinCurrent').low)}. Less current, or a transistor.`,
          pin,
        );
    }
  }

  function levels(t: PinTaken, pin: string, doc: PinDoc): void {
    if (!t.level || !supply || t.def.is === 'output') return;
    const stands = doc.stands ?? supply.low + figure('inputAbove').low;
    if (t.level.high > stands)
      say(
        'must',
        t.stage,
        `${does(t)} brings ${volts(t.level.high)} to pin ${pin}, which stands ${volts(stands)} on its supply of ${volts(supply.low)}. A level shift, or a supply of its own that is as low.`,
        pin,
      );
    const high = figure('inputHigh').high * supply.high;
    if ((t.def.is === 'input' || t.def.is === 'open drain') && t.level.high <= stands && t.level.low < high)
      say('must', t.stage, `${does(t)} reaches ${volts(t.level.low)} at pin ${pin}, and a high level is only sure from ${volts(high)}. A level shift.`, pin);
  }

  const total = used.reduce((sum, r) => sum + r.taken.reduce((n, t) => n + (t.def.is === 'output' ? (t.current?.high ?? 0) : 0), 0), 0);
  if (total > figure('totalCurrent').low)
    say(
      'must',
      null,
      `${controller.title}: its pins carry ${amps(total)} together; all of them give ${amps(figure('totalCurrent').low)}. Drivers for the largest loads.`,
    );
  const wired = new Set(stages.flatMap((s) => Object.values(s.doc.signals ?? {}).map((ref) => ref.split('.')[0])));
  for (const loose of looseUses(stages))
    if (loose.def.heard && !wired.has(loose.stage))
      say('must', loose.stage, `${loose.title}: nothing listens to its ${loose.def.title}. Put it on a pin of ${controller.title}.`);
  return findings;
}

const ABILITY = { digital: 'that is plain', analog: 'of the converter', timer: 'of a timer', crystal: 'for the crystal' } as const;

/** What the controller's rail stands at, from the settled wiring. */
export const controllerSupply = (board: BoardDoc, wiring: Wiring): Range | null => (board.controller ? supplyRange(board, wiring) : null);
