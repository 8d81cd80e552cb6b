import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { current } from './laws.ts';

const KEEP = 3;

/** The resistor whose nominal current is nearest to the wanted one, of those that hold in the worst case; where none comes near, the smallest that holds. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  if (!s.open('R1')) return [];
  const g = x.given;
  const nominal = (r: number) => current({ ...x, parts: { ...x.parts, R1: { ...x.parts.R1, value: r } } }).amps;
  // All that makes the current larger at its end.
  const worst = (r: number): number => {
    const { D1, R1 } = x.parts;
    const drift = s.param('D1.forwardTempco');
    const drop = Math.min(
      ...[s.ambient.low, s.ambient.high].flatMap((t) => [drift.low, drift.high].map((k) => s.param('D1.forwardVoltage').low + k * (t - 25))),
    );
    return current({
      given: { ...g, supplyVoltage: s.range('supplyVoltage').high, sourceResistance: s.range('sourceResistance').low },
      parts: { D1: { ...D1, forwardVoltage: drop, forwardTempco: 0 }, R1: { ...R1, value: r * (1 - s.tolerance('R1')) } },
      ambient: 25,
    }).amps;
  };
  const pin =
    g.drivenFrom === 'rail'
      ? Infinity
      : (s.derating * Math.min(s.range('pinCurrentLimit').low, s.range('portCurrentLimit').low - s.range('portCurrentOther').high)) / g.strings;
  const most = Math.min(s.derating * s.param('D1.currentRating').low, pin);
  const power = s.derating * s.param('R1.powerRating').low;
  const all = s.candidates('R1', 1, 1e6);
  const holds = all.filter((r) => worst(r) <= most && g.dutyCycle * worst(r) ** 2 * r <= power);
  const off = (r: number) => Math.abs(nominal(r) / g.ledCurrent - 1);
  return (holds.length ? holds : all)
    .sort((a, b) => off(a) - off(b) || a - b)
    .slice(0, KEEP)
    .map((r) => ({ values: { R1: r }, why: `${formatText(nominal(r), 'A', 3)} in each LED` }));
}
