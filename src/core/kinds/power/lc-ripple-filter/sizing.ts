import { toDb } from '../../../physics/network.ts';
import { nearest, nextAbove } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { Answers, lcAt } from './network.ts';
import { dampingOhms, network, NUMBERS } from './stage.ts';

/** Equal sections: the smallest inductance, then the smallest capacitance that hold ripple, peaking and saturation at their worst corners. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const numbers = NUMBERS.filter((n) => n <= x.given.sections);
  const slots = numbers.flatMap((n) => [`L${n}`, `C${n}`, `RD${n}`, `CD${n}`]).filter((slot) => s.open(slot));
  if (!slots.length) return [];
  const peak = s.range('loadCurrent').high;
  const spare = 1 - s.comfort;
  const there = (slot: string) => s.open(slot) || s.value(slot) > 0;
  // One without the other damps nothing.
  const damped = there('RD1') && there('CD1');
  const [tl, tc] = [s.tolerance('L1'), s.tolerance('C1')];
  const fill = (l: number, c: number, shift: readonly [number, number]) => {
    const marked = c * s.param('C1.biasFactor').nominal;
    const cd = s.open('CD1') ? nextAbove(4 * marked, 'E6') : s.value('CD1');
    const rd = s.open('RD1') ? nearest(dampingOhms(l, marked, damped ? cd / marked : 4), 'E12') : s.value('RD1');
    const parts: Record<string, unknown> = { ...x.parts };
    for (const n of numbers) {
      parts[`L${n}`] = { ...x.parts[`L${n}`], value: l * (1 + shift[0] * tl) };
      parts[`C${n}`] = { ...x.parts[`C${n}`], value: c * (1 + shift[1] * tc) };
      parts[`RD${n}`] = { value: damped ? rd : null };
      parts[`CD${n}`] = { value: damped ? cd : null };
    }
    return { net: network({ given: { ...x.given, loadCurrent: peak }, parts }), rd, cd };
  };
  const CORNERS = [
    [-1, -1],
    [1, 1],
    [-1, 1],
    [1, -1],
  ] as const;
  const frequency = s.range('rippleFrequency').low;
  const floor = 10 ** (-s.range('couplingLimit').low / 20);
  const holds = (l: number, c: number, peaking: boolean) => {
    const { net } = fill(l, c, [-1, -1]);
    if (s.range('inputRipple').high * Math.hypot(lcAt(net, frequency, true).transfer, floor) > s.range('maximumOutputRipple').low * spare) return false;
    if (!peaking) return true;
    return CORNERS.every((corner) => {
      const { net: at } = fill(l, c, corner);
      return toDb(new Answers(at).transfer) <= s.range('maximumPeaking').low * spare;
    });
  };
  const offer = (l: number, c: number, why: string): Offer => {
    const { rd, cd } = fill(l, c, [0, 0]);
    const all = (slot: string) => (slot.startsWith('L') ? l : slot.startsWith('C') && !slot.startsWith('CD') ? c : slot.startsWith('RD') ? rd : cd);
    return { values: Object.fromEntries(slots.map((slot) => [slot, all(slot)])), why };
  };
  const [inductors, capacitors] = [s.candidates('L1', 1e-6, 1e-3), s.candidates('C1', 1e-6, 4.7e-4)];
  for (const peaking of [true, false])
    for (const l of inductors)
      for (const c of capacitors)
        if (holds(l, c, peaking))
          return [
            offer(
              l,
              c,
              peaking
                ? 'smallest inductance, then smallest capacitance that hold ripple and peaking'
                : 'smallest that hold the ripple; without a damper the peaking fails',
            ),
          ];
  return [offer(inductors.at(-1)!, capacitors.at(-1)!, 'nothing holds the ripple: the largest there is')];
}
