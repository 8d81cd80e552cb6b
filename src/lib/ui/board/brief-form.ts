import type { BoardDoc, Policy } from '../../../core/board/document.ts';
import { ambientOf, HAZARDS } from '../../../core/board/document.ts';
import { STATE_IDS } from '../../../core/stage/contract.ts';
import { entryText } from '../../../core/quantity/format.ts';
import { parseNumber, parseQuantity } from '../../../core/quantity/parse.ts';
import { toRange, type Range } from '../../../core/quantity/uncertain.ts';

/** The brief as a person fills it in: every value as text. */
export interface BriefText {
  name: string;
  purpose: string;
  copies: string;
  quantity: string;
  currency: string;
  ambient: string;
  enclosure: string;
  derating: string;
  comfort: string;
  judgeBy: string;
  hazards: string[];
  states: Record<string, string>;
}

export const emptyBrief = (): BriefText => ({
  name: '',
  purpose: '',
  copies: '1',
  quantity: '5',
  currency: 'EUR',
  ambient: '0..25..45 °C',
  enclosure: '',
  derating: '0.8',
  comfort: '10 %',
  judgeBy: 'extreme-value',
  hazards: [],
  states: { asleep: '', idle: '', typical: '', peak: '' },
});

export function briefText(doc: BoardDoc): BriefText {
  const ambient = ambientOf(doc);
  const spread = ambient.low !== ambient.high;
  return {
    name: doc.name,
    purpose: doc.brief?.purpose ?? '',
    copies: String(doc.copies ?? 1),
    quantity: String(doc.brief?.quantity ?? 5),
    currency: doc.brief?.currency ?? 'EUR',
    ambient: entryText(spread ? ambient : ambient.nominal, 'degC'),
    enclosure: doc.brief?.enclosure ?? '',
    derating: String(doc.policy?.derating ?? 0.8),
    comfort: entryText(doc.policy?.comfortMargin ?? 0.1, 'ratio'),
    judgeBy: doc.policy?.judgeBy ?? 'extreme-value',
    hazards: [...(doc.brief?.hazards ?? [])],
    states: Object.fromEntries(STATE_IDS.map((id) => [id, shareText(doc, id)])),
  };
}

const shareText = (doc: BoardDoc, id: string): string => {
  const share = doc.states?.find((s) => s.id === id)?.share;
  return share === undefined ? '' : entryText(share, 'ratio');
};

export type Problems = Partial<Record<keyof BriefText, string>>;

/** Reads the brief into a document; the problems by field where it cannot. */
export function readBrief(t: BriefText, onto: BoardDoc): { doc: BoardDoc; problems: Problems } {
  const problems: Problems = {};
  const whole = (text: string, field: 'copies' | 'quantity'): number => {
    const value = parseNumber(text, 'count');
    if (!value.ok) problems[field] = value.message;
    else if (!Number.isInteger(value.value) || value.value < 1 || value.value > 1e6) problems[field] = 'Write a whole number from 1 to a million.';
    return value.ok ? value.value : 1;
  };
  if (!t.name.trim()) problems.name = 'Give the board a name.';
  const ambient = parseQuantity(t.ambient, 'degC');
  let range: Range = { nominal: 25, low: 25, high: 25 };
  if (!ambient.ok) problems.ambient = ambient.message;
  else {
    range = toRange(ambient.value);
    if (range.low < -90 || range.high > 200) problems.ambient = 'Ambient temperatures lie between −90 and 200 °C.';
  }
  const comfort = parseNumber(t.comfort, 'ratio');
  if (!comfort.ok) problems.comfort = comfort.message;
  else if (comfort.value < 0 || comfort.value > 1) problems.comfort = 'Write a share from 0 to 100 %.';
  if (!/^[A-Z]{3}$/.test(t.currency.trim().toUpperCase())) problems.currency = 'Write three letters, like EUR.';
  const states = readStates(t, problems);
  const policy: Policy = {
    derating: Number(t.derating) as 1 | 0.8 | 0.5,
    comfortMargin: comfort.ok ? comfort.value : 0.1,
    judgeBy: t.judgeBy as 'extreme-value',
  };
  const copies = whole(t.copies, 'copies');
  const { states: _old, ...rest } = onto;
  const doc: BoardDoc = {
    ...rest,
    name: t.name.trim(),
    copies,
    brief: {
      ...onto.brief,
      purpose: t.purpose.trim(),
      quantity: whole(t.quantity, 'quantity'),
      currency: t.currency.trim().toUpperCase(),
      hazards: t.hazards.filter((h) => h in HAZARDS),
      enclosure: t.enclosure.trim(),
    },
    conditions: { ambient: range.low === range.high ? range.nominal : range },
    policy,
    ...(states ? { states } : {}),
  };
  return { doc, problems };
}

function readStates(t: BriefText, problems: Problems): BoardDoc['states'] {
  const filled = STATE_IDS.filter((id) => t.states[id]?.trim());
  if (filled.length === 0) return undefined;
  const states = filled.map((id) => {
    const share = parseNumber(t.states[id]!, 'ratio');
    if (!share.ok) problems.states = share.message;
    return { id, share: share.ok ? share.value : 0 };
  });
  const sum = states.reduce((total, s) => total + s.share, 0);
  if (!problems.states && Math.abs(sum - 1) > 1e-6) problems.states = `The shares must add up to 100 %; they make ${Number((sum * 100).toPrecision(6))} %.`;
  return states;
}
