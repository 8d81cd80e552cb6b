import type { Live } from '../stage/contract.ts';
import { formatText } from '../quantity/format.ts';
import type { Summed } from './summed.ts';
import type { Finding } from './wiring.ts';

// Voltages that can hurt, and what stands between them and people. Guidance: what may be touched is for the standard that applies.

/** Below these nothing hurts dry skin as a rule, V: direct, and alternating rms. // [IEC 61140] extra-low voltage, as general guidance */
const [DIRECT, ALTERNATING] = [60, 30];

/** A place on the board at a voltage that can hurt. */
export interface LivePlace {
  /** Null for a rail. */
  stage: string | null;
  where: string;
  volts: number;
  mains: boolean;
}
/** What separates such places from what people touch, and who confirmed it. */
export interface Separation {
  stage: string;
  title: string;
  insulation: string;
  by: string | null;
}
export interface LiveSum {
  places: LivePlace[];
  separations: Separation[];
  mains: boolean;
}

/** What of a sum is looked at. */
interface Seen {
  stages: readonly Summed[];
  rails: readonly { name: string; voltage: { low: number | null; high: number | null } | null }[];
}

/** All places that can hurt, the highest first, and what separates them. */
export function liveOf({ stages, rails }: Seen): LiveSum {
  const places = [
    ...stages.flatMap((s): LivePlace[] => {
      const live = s.kind.live?.(s.judged.x, (name) => s.judged.nominal(name)) as Live | null | undefined;
      if (!live || !(live.mains || live.volts > (live.alternates ? ALTERNATING : DIRECT))) return [];
      return [{ stage: s.id, where: `${s.title}: ${live.what}`, volts: live.volts, mains: live.mains ?? false }];
    }),
    ...rails.flatMap((r): LivePlace[] => {
      const volts = Math.max(Math.abs(r.voltage?.high ?? 0), Math.abs(r.voltage?.low ?? 0));
      return volts > DIRECT ? [{ stage: null, where: `rail ${r.name}`, volts, mains: false }] : [];
    }),
  ].sort((a, b) => Number(b.mains) - Number(a.mains) || b.volts - a.volts);
  const separations = stages.flatMap((s): Separation[] => {
    const own = s.kind.separates?.(s.judged.x) as { insulation: string; by: string | null } | undefined;
    return own ? [{ stage: s.id, title: s.title, ...own }] : [];
  });
  return { places, separations, mains: places.some((p) => p.mains) };
}

/** Mains with nothing that says how it is separated: a must; another voltage that can hurt: worth a word. */
export function liveFindings(stages: Seen['stages'], rails: Seen['rails']): Finding[] {
  const { places, separations } = liveOf({ stages, rails });
  if (separations.length) return [];
  const [first] = places;
  if (!first) return [];
  const others = places.length > 1 ? ` So can ${places.length - 1} more.` : '';
  const text = `${first.where} stands at ${formatText(first.volts, 'V', 3)}, which can hurt, and nothing on the board says what separates it from what people touch.${others}`;
  return [
    first.mains
      ? { severity: 'must', stage: first.stage, text: `${text} Add a mains separation, and have a qualified person confirm it.` }
      : { severity: 'note', stage: first.stage, text: `${text} A stage for its separation keeps distances and who confirmed them.` },
  ];
}

/** What must be true before such a board gets power, in words; null where nothing on it can hurt. */
export function beforePower(sum: Seen): string | null {
  const { places, separations, mains } = liveOf(sum);
  if (!places.length) return null;
  const by = separations.map((s) => `${s.title} (${s.by ? `confirmed by ${s.by}` : 'not confirmed yet'})`).join(', ');
  return [
    mains ? 'Plug out, and it stays out until the last steps.' : 'Everything discharged and measured so.',
    `At a voltage that can hurt: ${places.map((p) => `${p.where}, ${formatText(p.volts, 'V', 3)}`).join('; ')}.`,
    by ? `Between that and people: ${by}.` : 'Nothing on the board says what separates it from people: stop here until a qualified person has looked.',
    mains ? 'Fuse, protective earth and strain relief looked at by someone who may. Live mains is never probed, in no step of this plan.' : '',
    'Somebody else is near; local codes and licensed practice decide.',
  ]
    .filter(Boolean)
    .join(' ');
}
