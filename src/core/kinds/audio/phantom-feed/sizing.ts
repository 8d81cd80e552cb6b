import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { conversion, filterGain } from './laws.ts';

/** Of the standard. // [IEC 61938] */
const FEED = 6810;
const MOST_FILTER = 220;

/** The feed of the standard, and the smallest filter with which ripple between the legs holds. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const { given: g, parts } = x;
  const ra = s.open('RA') ? FEED : s.value('RA');
  const values: Record<string, number> = s.open('RA') ? { RA: ra } : {};
  if (!s.open('R1') && !s.open('C1')) return Object.keys(values).length ? [{ values, why: 'the value of the standard' }] : [];
  const room = (s.range('phantomVoltage').low - g.microphoneMinimum * (1 + s.comfort)) / (s.range('microphoneCurrent').high || 1e-9) - ra / 2;
  const fits = s.open('R1') ? s.candidates('R1', 10, Math.min(MOST_FILTER, Math.max(room, 10))) : [s.value('R1')];
  const rf = fits.at(-1) ?? 10;
  const limit = g.maximumDifferentialRipple * (1 - s.comfort);
  const at = (farads: number) => {
    const y = {
      ...x,
      parts: {
        ...parts,
        RA: { ...parts.RA, value: ra },
        R1: { ...parts.R1, value: rf * (1 - s.tolerance('R1')) },
        C1: { ...parts.C1, value: farads * (1 - s.tolerance('C1')) },
      },
    };
    return s.range('inputRipple').high * filterGain(y, s.range('rippleFrequency').low) * conversion(y);
  };
  const caps = s.open('C1') ? s.candidates('C1', 1e-8, 1e-2) : [s.value('C1')];
  const farads = caps.find((c) => at(c) <= limit) ?? caps.at(-1)!;
  if (s.open('R1')) values.R1 = rf;
  if (s.open('C1')) values.C1 = farads;
  return [{ values, why: `leaves ${formatText(at(farads), 'V', 2)} between the legs` }];
}
