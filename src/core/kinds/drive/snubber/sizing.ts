import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { classic, isContact, overshoot, parasitic, peaks } from './laws.ts';

const KEEP = 4;

/** Contact: next to the classic rule with closing current and slope held. Switch: the smallest C1 whose best R1 holds the overshoot at its worst end. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  if (!s.open('R1') && !s.open('C1')) return [];
  const chosen = (r: number, c: number, why: string): Offer => ({ values: { ...(s.open('R1') ? { R1: r } : {}), ...(s.open('C1') ? { C1: c } : {}) }, why });
  const [tr, tc] = [s.tolerance('R1'), s.tolerance('C1')];
  const g = x.given;
  if (isContact(x)) {
    const target = classic(x);
    const { volts, amps } = peaks(x);
    const spread = g.loadVoltage > 0 ? s.range('loadVoltage').high / g.loadVoltage : 1;
    const rs = s.candidates('R1', 0.47, 1e5).filter((r) => (volts * spread) / (r * (1 - tr)) <= s.range('maximumMake').low);
    const cs = s.candidates('C1', 1e-10, 1e-4).filter((c) => amps / (c * (1 - tc)) <= s.range('maximumSlope').low && c >= target.farads * (1 - 1e-9));
    const [first, last] = [s.candidates('R1', 0.47, 1e5), s.candidates('C1', 1e-10, 1e-4)];
    const nearest = (list: number[], all: number[], to: number) =>
      [...(list.length ? list : all)].sort((a, b) => Math.abs(Math.log(a / to)) - Math.abs(Math.log(b / to)));
    const [r, capacitors] = [nearest(rs, first, target.ohms)[0], (cs.length ? cs : last.slice(-1)).slice(0, KEEP)];
    return r === undefined
      ? []
      : capacitors.map((c) => chosen(r, c, `by the rule ${formatText(target.ohms, 'ohm', 3)} and ${formatText(target.farads, 'F', 3)}`));
  }
  const p = parasitic(x);
  if (!p) return [];
  const start = g.loopCurrent / g.switchedVoltage;
  const worst = (r: number, c: number) => Math.max(...[1 - tr, 1 + tr].flatMap((a) => [1 - tc, 1 + tc].map((b) => overshoot(p, r * a, c * b, start))));
  const least = s.range('switchedVoltage').high / s.range('maximumMake').low / (1 - tr);
  const rs = s.candidates('R1', Math.max(0.47, 0.2 * p.ohms), 5 * p.ohms).filter((r) => r >= least);
  const tried: { r: number; c: number; over: number }[] = [];
  for (const c of s.candidates('C1', 0.9 * p.farads, 100 * p.farads)) {
    const best = rs.map((r) => ({ r, c, over: worst(r, c) })).sort((a, b) => a.over - b.over)[0];
    if (!best) continue;
    tried.push(best);
    if (c >= 2.5 * p.farads && best.over <= s.range('maximumOvershoot').low * (1 - s.comfort)) break;
  }
  return tried
    .reverse()
    .slice(0, KEEP)
    .map(({ r, c, over }) => chosen(r, c, `${formatText(over, 'ratio', 2)} above the step at worst`));
}
