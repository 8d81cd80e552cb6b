import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { bridge, droop } from './laws.ts';

/** Of the load's peak, that ripple current may be; qualities between which the filter is flat enough. */
const RIPPLE = 0.3;
/** Where what follows is no load. */
const USUAL_LOAD = 8;
const [LEAST_Q, MOST_Q] = [0.6, 0.8];

/** The filter together (corner above the band and below the carrier, flat with the load), the bulk for droop and pumping, the blocking capacitor. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const { given: linked, parts } = x;
  const g = Number.isFinite(linked.loadResistance) ? linked : { ...linked, loadResistance: USUAL_LOAD };
  const halves = g.topology === 'bridged' ? 2 : 1;
  const lc = s.open('L1') || s.open('C1');
  const [from, to] = [1.5 * g.highestFrequency, g.switchingFrequency / 8];
  const middle = Math.sqrt(from * Math.max(to, from));
  const ls = s.open('L1') ? s.candidates('L1', 1e-6, 2e-4) : [s.value('L1')];
  const cs = s.open('C1') ? s.candidates('C1', 1e-8, 1e-5) : [s.value('C1')];
  const wide = (l: number) => ({ ...x, parts: { ...parts, L1: { ...parts.L1, value: l } } });
  const pairs = lc
    ? ls
        .flatMap((l) =>
          cs.map((c) => {
            const corner = 1 / (2 * Math.PI * Math.sqrt(l * c));
            const quality = (g.loadResistance / halves) * Math.sqrt(c / l);
            const b = bridge(wide(l));
            const breaks =
              Number(corner < from) + Number(corner > to) + Number(quality < LEAST_Q) + Number(quality > MOST_Q) + Number(b.ripple > RIPPLE * b.amps);
            return { l, c, corner, quality, breaks, off: Math.abs(Math.log(corner / middle)) + Math.abs(Math.log(quality / Math.SQRT1_2)) };
          }),
        )
        .sort((a, b) => a.breaks - b.breaks || (a.breaks ? a.off - b.off : a.l - b.l || a.off - b.off))
        .slice(0, 4)
    : [{ l: parts.L1.value ?? 0, c: 0, corner: 0, quality: 0 }];
  return pairs.map(({ l, c, corner, quality }): Offer => {
    const at = (bulk: number) => {
      const y = {
        ...wide(l),
        given: { ...g, supplyVoltage: s.range('supplyVoltage').high },
        parts: { ...parts, L1: { ...parts.L1, value: l }, C2: { ...parts.C2, value: bulk * (1 - s.tolerance('C2')) } },
      };
      return { sag: droop(y, bridge(y)), bus: bridge(y).bus, pump: (bridge(y).half * 0.5) / (4 * Math.PI * g.lowestFrequency * bulk * g.loadResistance) };
    };
    const rating = (x.parts.U1.voltageRating as number) * s.derating * (1 - s.comfort);
    const stiff = (bulk: number) => at(bulk).sag <= g.maximumDroop * (1 - s.comfort);
    const still = (bulk: number) => g.topology !== 'split' || at(bulk).bus + at(bulk).pump <= rating;
    const bulks = s.open('C2') ? s.candidates('C2', 1e-5, 0.022) : [];
    const bulk = bulks.find((v) => stiff(v) && still(v)) ?? bulks.find(stiff) ?? bulks.at(-1);
    const block = s.open('C3')
      ? s.candidates('C3', 1e-6, 0.022).find((f) => 1 / (2 * Math.PI * g.loadResistance * f * (1 - s.tolerance('C3'))) <= g.lowestFrequency / 2)
      : undefined;
    return {
      values: {
        ...(s.open('L1') ? { L1: l } : {}),
        ...(s.open('C1') ? { C1: c } : {}),
        ...(bulk ? { C2: bulk } : {}),
        ...(block ? { C3: block } : {}),
      },
      why: lc ? `corner ${formatText(corner, 'Hz', 2)}, quality ${formatText(quality, 'ratio', 2)}` : 'bulk for the droop',
    };
  });
}
