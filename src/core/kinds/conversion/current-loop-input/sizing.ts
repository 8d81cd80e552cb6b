import { formatText } from '../../../quantity/format.ts';
import { nextAbove, nextBelow } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';

const KEEP = 3;

/** The largest burden that leaves the fault inside the range and the transmitter its voltage; R2 just large enough for the clamp. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const fault = s.range('faultHigh').high;
  const range = (s.range('referenceVoltage').low * (1 - s.comfort)) / fault;
  const left =
    s.range('loopVoltage').low - s.range('transmitterMinimum').high - s.param('D1.forwardVoltage').high - s.range('complianceReserve').high * (1 + s.comfort);
  const room = left / fault - s.range('cableResistance').high;
  const power = (s.derating * s.param('R1.powerRating').low) / 0.02 ** 2;
  const most = Math.min(range, room, power * (1 - s.comfort)) / (1 + s.tolerance('R1'));
  const burdens = s.candidates('R1', Math.min(1, most / 2), most > 0 ? most : 1);
  const over = s.range('loopVoltage').high - s.range('supplyVoltage').low - s.param('U1.clampDrop').low;
  const clamp = (over * (1 + s.comfort)) / (s.derating * s.param('U1.inputCurrentLimit').low) / (1 - s.tolerance('R2'));
  const r2 = s.open('R2') ? (over > 0 ? nextAbove(clamp, s.series('R2')) : 1000) : s.value('R2');
  const chosen = burdens.length ? burdens.slice(-KEEP).reverse() : [nextBelow(Math.max(1, range), s.series('R1'))];
  return chosen.map((r1): Offer => {
    const values: Record<string, number> = {};
    for (const [slot, value] of Object.entries({ R1: r1, R2: r2 })) if (s.open(slot)) values[slot] = value;
    return { values, why: `${formatText(0.02 * r1, 'V', 3)} at 20 mA of ${formatText(x.given.referenceVoltage, 'V', 3)}` };
  });
}
