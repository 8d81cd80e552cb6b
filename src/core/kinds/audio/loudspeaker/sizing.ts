import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { currents } from './laws.ts';

/** The smallest resistor at a pin that keeps its current. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  if (!s.open('R1')) return [];
  const limit = s.range('pinCurrentLimit').low * s.derating * (1 - s.comfort);
  const fits = s.candidates('R1', 1, 1e5).filter((ohms) => {
    const { peak } = currents({
      ...x,
      given: { ...x.given, supplyVoltage: s.range('supplyVoltage').high },
      parts: { ...x.parts, R1: { value: ohms * (1 - s.tolerance('R1')) } },
    });
    return peak <= limit;
  });
  return fits.slice(0, 3).map((R1): Offer => ({ values: { R1 }, why: `keeps a pin below ${formatText(limit, 'A', 3)}` }));
}
