import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { isSeries, swing } from './laws.ts';

const KEEP = 4;
/** Ripple of a choke that is still smooth, of the feed current. */
const SMOOTH = 0.4;

/** The smallest feed choke that does not saturate and keeps its ripple below two fifths; the capacitor whose heat is least. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  if (!s.open('L2') && !s.open('C1')) return [];
  const at = (c: number, l2: number | null) =>
    swing({
      ...x,
      given: { ...x.given, supplyVoltage: s.range('supplyVoltage').high },
      parts: { ...x.parts, C1: { ...x.parts.C1, value: c }, L2: { ...x.parts.L2, value: l2 === null ? x.parts.L2.value : l2 * (1 - s.tolerance('L2')) } },
    });
  const capacitors = s.open('C1') ? s.candidates('C1', 1e-9, 1e-4) : [x.parts.C1.value as number];
  const chokes = isSeries(x) || !s.open('L2') ? [null] : s.candidates('L2', 1e-6, 1e-1);
  const most = isSeries(x) ? Infinity : s.derating * s.param('L2.saturationCurrent').low;
  const tried = capacitors.flatMap((c) => {
    for (const l2 of chokes) {
      const t = at(c, l2);
      if (typeof t === 'string') continue;
      if (l2 !== null && (t.chokePeak > most || t.chokeRipple > SMOOTH * t.input)) continue;
      return [{ c, l2, heat: t.total }];
    }
    return [];
  });
  return tried
    .sort((a, b) => a.heat - b.heat)
    .slice(0, KEEP)
    .map(({ c, l2, heat }) => ({
      values: { ...(s.open('C1') ? { C1: c } : {}), ...(l2 === null ? {} : { L2: l2 }) },
      why: `${formatText(heat, 'W', 3)} of heat`,
    }));
}
