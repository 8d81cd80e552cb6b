import { HAZARDS, type BoardDoc } from '../board/document.ts';
import type { Sum } from '../board/evaluate.ts';
import { liveOf } from '../board/live.ts';
import { pinRows } from '../board/controller.ts';
import { linesOf, type Line } from '../order/lines.ts';
import { formatText } from '../quantity/format.ts';
import type { Meeting } from '../stage/contract.ts';

/** Something a formula cannot see and a person has to look at. */
export interface ListItem {
  id: string;
  group: 'People' | 'Stages' | 'Parts' | 'Connectors' | 'Board' | 'Case';
  text: string;
  stage: string | null;
}

/** Devices whose pins come in more orders than one. */
const PINNED: ReadonlySet<string> = new Set([
  'regulator',
  'p-channel switch',
  'pass transistor',
  'op amp',
  'threshold timer',
  'switching transistor',
  'power switch',
  'gate driver',
  'relay',
  'solid-state relay',
]);
/** Of devices that no list has, those that a letter gives pins: chips, transistors, transformers, relays. */
const LETTERS = /^[UQTKS]\d/;

const MEETS: Readonly<Record<Meeting, { id: string; group: ListItem['group']; text: string }>> = {
  connector: {
    id: 'connector',
    group: 'Connectors',
    text: 'side, gender and pin 1 of the connector were held against the very part that plugs in, seen from the side it is plugged into.',
  },
  cable: { id: 'strain-relief', group: 'Connectors', text: 'the cable is held by the case or a clamp, not by its solder joints.' },
  light: { id: 'seen', group: 'Case', text: 'the light can be seen through the case from where people stand.' },
  protection: { id: 'first', group: 'Board', text: 'the protection is fitted, and sits at the connector before anything it protects.' },
};

const POLAR = (l: Line): boolean =>
  l.sort === 'diode' || l.sort === 'LED' || l.package.startsWith('electrolytic') || l.sort === 'suppressor' || l.sort === 'cell';

/**
 * What has to be looked at before this very board is ordered: generated from what is on it. An item about a part is named by the
 * part, so that a substitute is looked at anew.
 */
export function gateList(sum: Sum): ListItem[] {
  const lines = linesOf(sum);
  return [...people(sum), ...stages(sum), ...parts(sum, lines), ...meetings(sum), ...board(sum, lines), ...inCase(sum)];
}

const people = ({ doc }: Sum): ListItem[] =>
  (doc.brief?.hazards ?? [])
    .filter((h) => h === 'mains' || h === 'high-voltage')
    .map((h) => ({
      id: `board.${h}`,
      group: 'People',
      stage: null,
      text: `${HAZARDS[h]!.title}: separation, insulation and earthing were checked by a person who may do so under the local code.`,
    }));

const stages = (sum: Sum): ListItem[] =>
  sum.stages.flatMap((s) =>
    s.kind.confirm
      .filter((c) => c.when?.(s.judged.x) ?? true)
      .map((c): ListItem => ({ id: `${s.id}.${c.id}`, group: 'Stages', text: `${s.title}: ${c.text}`, stage: s.id })),
  );

function parts(sum: Sum, lines: readonly Line[]): ListItem[] {
  const told = (stage: string) => sum.byId.get(stage)!.kind.confirm.some((c) => c.id === 'pin-order');
  return lines
    .filter((l) => l.type === 'device' && (l.sort ? PINNED.has(l.sort) : l.places.some((p) => LETTERS.test(p.slot))))
    .flatMap((l): ListItem[] => {
      const places = l.places.filter((p) => !told(p.stage) || sum.byId.get(p.stage)!.doc.parts?.[p.slot]?.device !== undefined);
      if (!places.length) return [];
      const where = places.map((p) => `${p.slot} of ${p.title}`).join(', ');
      const stage = places.length === 1 ? places[0]!.stage : null;
      return [
        { id: `pins ${l.key}`.slice(0, 118), group: 'Parts', stage, text: `${l.title} (${where}): pin order and package are those of its own datasheet.` },
      ];
    });
}

const meetings = (sum: Sum): ListItem[] =>
  sum.stages.flatMap((s) =>
    (s.kind.meets ?? []).map((what): ListItem => ({
      id: `${s.id}.${MEETS[what].id}`,
      group: MEETS[what].group,
      stage: s.id,
      text: `${s.title}: ${MEETS[what].text}`,
    })),
  );

function board(sum: Sum, lines: readonly Line[]): ListItem[] {
  const live = liveOf(sum).places;
  const highest = Math.max(0, ...live.map((p) => p.volts));
  const of = (id: string, text: string): ListItem => ({ id: `board.${id}`, group: 'Board', stage: null, text });
  return [
    of('test-points', 'Every rail and every reference has a test point, with a ground point near it.'),
    ...(lines.some(POLAR) ? [of('polarity', 'Polarity marks of diodes, electrolytics and connectors are on the silkscreen, and right.')] : []),
    of(
      'clearances',
      highest > 0
        ? `Clearances between tracks, to the edge and to fixing holes suit ${formatText(highest, 'V', 3)}, the highest voltage on it.`
        : 'Clearances between tracks, to the edge and to fixing holes suit the voltages.',
    ),
    of('footprints', 'Every footprint was checked against the datasheet of the very part, seen from the right side.'),
    ...controllerItems(sum, of),
    of('spares', 'The parts list has spares for small parts.'),
  ];
}

function controllerItems({ doc, stages }: Sum, of: (id: string, text: string) => ListItem): ListItem[] {
  const { controller } = doc;
  if (!controller) return [];
  const used = new Set(pinRows(controller, stages).flatMap((r) => (r.taken.length ? [r.pin] : [])));
  const spare = Object.keys(controller.pins ?? {}).filter((pin) => !used.has(pin));
  return [
    of('programming', `Programming and reset of ${controller.title} can be reached with the board in its place.`),
    ...(spare.length ? [of('spare-pins', `Spare pins are brought to a header or tied: ${spare.join(', ')}.`)] : []),
  ];
}

function inCase({ doc, stages }: Sum): ListItem[] {
  const boxed = stages.some((s) => s.kind.shelter?.link === 'inside');
  const where = doc.brief?.enclosure || boxed ? `the enclosure${doc.brief?.enclosure ? ` (${enclosed(doc)})` : ''}` : 'where it will be fixed';
  return [{ id: 'board.mounting', group: 'Case', stage: null, text: `Mounting holes and heights of tall parts were measured against ${where}.` }];
}

const enclosed = (doc: BoardDoc): string => {
  const text = doc.brief!.enclosure!;
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
};
