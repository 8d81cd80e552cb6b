import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { CHAINS, corners } from './laws.ts';

/** For each corner the pair of capacitor and resistor nearest it, of near ones a capacitor that others use too. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const wanted = corners(g.lowFrequency, g.highFrequency, g.sections);
  const offer = (usual: number): Offer => {
    const values: Record<string, number> = {};
    for (const chain of CHAINS)
      wanted[chain].forEach((f, i) => {
        const [r, c, m] = [`R${chain}${i + 1}`, `C${chain}${i + 1}`, `M${chain}${i + 1}`];
        let best = { r: 0, c: 0, score: Infinity };
        const cs = s.candidates(c, 1e-9, 2.2e-7);
        const rs = s.candidates(r, 2e3, 2e5);
        for (const farads of cs) {
          const exact = 1 / (2 * Math.PI * f * farads);
          for (const ohms of rs) {
            if (ohms < exact * 0.9 || ohms > exact * 1.1) continue;
            const score = Math.abs(Math.log(ohms / exact)) + 2e-4 * Math.abs(Math.log(farads / usual)) + 1e-4 * Math.abs(Math.log(ohms / 2e4));
            if (score < best.score) best = { r: ohms, c: farads, score };
          }
        }
        if (best.r === 0) best = { r: rs[0] ?? 1e4, c: cs[0] ?? 1e-8, score: 0 };
        if (s.open(r)) values[r] = best.r;
        if (s.open(c)) values[c] = best.c;
        if (s.open(m)) values[m] = 1;
      });
    return { values, why: 'corners nearest the equal-ripple pair' };
  };
  return [offer(1e-8), offer(4.7e-8)];
}
