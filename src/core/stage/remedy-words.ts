import { formatText } from '../quantity/format.ts';
import type { Cured, Kind, Remedy, Setting } from './contract.ts';
import { splitName } from './named.ts';
import { mustTitle } from './titles.ts';

/** Digits of a figure that a remedy promises: it is rounded to the side that passes before it comes here. */
const DIGITS = 4;

/** Remedies and advice as sentences, made in this one place. */
export function wordsOf({ remedies, against }: Cured, advice: string, kind: Kind): string {
  const all = remedies.map((r) => remedyWords(r, kind));
  const sentences: string[] = [];
  if (all.length) sentences.push(`${capital(all.length > 1 ? `${all.slice(0, -1).join(', ')}, or ${all.at(-1)}` : all[0]!)} would hold.`);
  else if (against.length) sentences.push(`${capital(remedyWords(against[0]!.remedy, kind))} would hold it, but then “${against[0]!.breaks}” fails.`);
  if (advice) sentences.push(advice);
  return sentences.join(' ');
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** One remedy; parts that are to have the same are named together. */
export function remedyWords(remedy: Remedy, kind: Kind): string {
  const groups = new Map<string, string[]>();
  for (const s of [remedy, ...(remedy.with ?? [])]) {
    const [owner, key] = splitName(s.set);
    const words = settingWords(s, kind);
    const rest = owner === 'given' ? words : words.slice(owner.length + 1);
    groups.set(rest, [...(groups.get(rest) ?? []), ...(owner === 'given' || key === '' ? [] : [owner])]);
  }
  return [...groups].map(([rest, owners]) => (owners.length ? `${owners.join(' and ')} ${rest}` : rest)).join(' with ');
}

/** "R1 of 1.2 kΩ or more", "load current of 105 mA or less", "C2 rated 25 V or more". */
export function settingWords(setting: Setting, kind: Kind): string {
  const [owner, key] = splitName(setting.set);
  const side = setting.atLeast !== undefined ? ' or more' : setting.atMost !== undefined ? ' or less' : '';
  const value = setting.atLeast ?? setting.atMost ?? setting.to!;
  const amount = typeof value === 'number' ? formatText(value, setting.unit, DIGITS) : typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value);
  if (owner === 'given') {
    const title = mustTitle(kind, 'given', key);
    return setting.to === undefined ? `${title} of ${amount}${side}` : `“${title}” set to ${amount.replaceAll('-', ' ')}`;
  }
  if (key === 'value') return `${owner} of ${amount}${side}`;
  if (key === 'tolerance') return `${owner} of ${amount}`;
  if (/Rating$/.test(key)) return `${owner} rated ${amount}${side}`;
  return `${owner} with ${mustTitle(kind, owner, key)} of ${amount}${side}`;
}
