import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { phase } from './laws.ts';

const KEEP = 4;

/** Resistor and capacitor together for the least phase error at its worst end. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const wanted = x.given.wantedPhase as number | null;
  if ((!s.open('R1') && !s.open('C1')) || wanted === null) return [];
  const [tr, tc] = [s.tolerance('R1'), s.tolerance('C1')];
  const at = (r: number, c: number, end: 'low' | 'high') =>
    phase({
      ...x,
      given: { ...x.given, switchingFrequency: s.range('switchingFrequency')[end] },
      parts: {
        R1: { value: r },
        C1: { value: c },
        U1: { thresholdHigh: s.param('U1.thresholdHigh')[end], thresholdLow: s.param('U1.thresholdLow')[end === 'low' ? 'high' : 'low'] },
      },
    });
  const tried = s.candidates('R1', 470, 10e3).flatMap((r) =>
    s.candidates('C1', 33e-12, 10e-9).flatMap((c) => {
      const ends = [at(r * (1 - tr), c * (1 - tc), 'low'), at(r * (1 + tr), c * (1 + tc), 'high')];
      return ends.every((v) => v !== null) ? [{ r, c, off: Math.max(...ends.map((v) => Math.abs(v! - wanted))) }] : [];
    }),
  );
  return tried
    .sort((a, b) => a.off - b.off)
    .slice(0, KEEP)
    .map(({ r, c, off }) => ({
      values: { ...(s.open('R1') ? { R1: r } : {}), ...(s.open('C1') ? { C1: c } : {}) },
      why: `off by ${formatText(off, 'deg', 2)} at most`,
    }));
}
