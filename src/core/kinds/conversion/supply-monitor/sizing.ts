import { formatText } from '../../../quantity/format.ts';
import { nextAbove } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { network } from './laws.ts';

const KEEP = 5;
const [LEAST, MOST] = [1e4, 1e7];
/** Uses of the range closer than this count as equal. */
const CLOSE = 0.02;
const LEAST_HOLD = 1e-8;

/** Of dividers inside drain, range and supply those that use the range best; of these the smallest, which leakage shifts least. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const { watched } = network(x);
  const highest = x.carried.railVoltage === null ? s.range('monitoredHigh').high : s.range('railVoltage').high;
  const spread = s.tolerance('R1') + s.tolerance('R2');
  const room = (1 - s.comfort) * Math.min(s.range('referenceVoltage').low, s.range('supplyVoltage').low);
  const drain = s.range('drainLimit').low;
  const hold = 2 ** (g.resolution + 1) * s.param('U1.samplingCapacitor').high;
  const found: { r1: number; r2: number; use: number; ohms: number }[] = [];
  const r2s = s.candidates('R2', LEAST, MOST);
  for (const r1 of s.candidates('R1', LEAST, MOST)) {
    for (let i = r2s.length - 1; i >= 0; i--) {
      const r2 = r2s[i]!;
      const ratio = r2 / (r1 + r2);
      const most = highest * ratio * (1 + (1 - ratio) * spread);
      if (most > room) continue;
      const ohms = (r1 + r2) * (1 - Math.max(s.tolerance('R1'), s.tolerance('R2')));
      // A switched divider draws for its share of time; what is left of the limit is looked at afterwards.
      if (!g.switched && highest / ohms > drain * (1 - s.comfort)) break;
      found.push({ r1, r2, use: most / room, ohms });
      break;
    }
  }
  found.sort((a, b) => (Math.abs(a.use - b.use) > CLOSE ? b.use - a.use : a.ohms - b.ohms));
  return found.slice(0, KEEP).map(({ r1, r2, ohms }): Offer => {
    const values: Record<string, number> = {};
    const c1 = nextAbove(Math.max(LEAST_HOLD, (hold * 1.1) / (1 - s.tolerance('C1'))), s.series('C1'));
    for (const [slot, value] of Object.entries({ R1: r1, R2: r2, C1: c1 })) if (s.open(slot)) values[slot] = value;
    return { values, why: `draws ${formatText(watched / ohms, 'A', 3)} and has ${formatText((watched * r2) / (r1 + r2), 'V', 3)} at the pin` };
  });
}
