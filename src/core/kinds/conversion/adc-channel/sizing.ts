import { nextAbove } from '../../../quantity/preferred.ts';
import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';

interface Inputs {
  given: {
    converter: 'sar' | 'sigma-delta';
    resolution: number;
    sampleRate: number;
    signalBandwidth: number;
    kickbackStep: number;
    filterOrder: number;
    aliasRejection: number;
  };
  parts: { U1: { samplingCapacitor: number; clampDrop: number } };
}

const LEAST_R = 100;
/** Larger capacitors stop being film or C0G; R1 goes up instead. */
const LARGEST_C = 4.7e-6;

/** R1 for the clamp, C1 as a charge reservoir or for the alias corner. */
export function size(s: Sizing, { given: g, parts: { U1 } }: Inputs): Offer[] {
  const over = s.range('overVoltage').high - s.range('supplyVoltage').low - U1.clampDrop;
  const under = -s.range('underVoltage').low - U1.clampDrop;
  const limit = s.param('U1.inputCurrentLimit').low * s.derating;
  const clamp = Math.max(over, under, 0) / limit / (1 - s.tolerance('R1'));
  let r = s.open('R1') ? nextAbove(Math.max(LEAST_R, clamp), s.series('R1')) : s.value('R1');
  const values: Record<string, number> = {};
  let why = `R1 keeps the clamp within ${formatText(limit, 'A', 3)}`;
  if (s.open('C1')) {
    const multiplexed = g.converter === 'sar' && g.kickbackStep === 0;
    if (multiplexed) {
      values.C1 = nextAbove((2 ** (g.resolution + 1) * U1.samplingCapacitor) / (1 - s.tolerance('C1')), s.series('C1'));
      why += ', C1 is a charge reservoir for half an LSB';
    } else {
      const source = s.range('sourceResistance').nominal;
      const alias = Math.max(g.sampleRate - g.signalBandwidth, g.sampleRate / 10);
      const tau = Math.sqrt(Math.max(10 ** (g.aliasRejection / 10) - 1, 1e-3)) / (2 * Math.PI * alias);
      const wanted = tau / ((r + source) * (1 - s.tolerance('C1')) * (1 - s.tolerance('R1')));
      if (wanted > LARGEST_C && s.open('R1')) r = nextAbove(Math.max(r, tau / LARGEST_C / 0.89 - source), s.series('R1'));
      values.C1 = Math.min(LARGEST_C, nextAbove(tau / ((r + source) * 0.89), s.series('C1')));
      why += ', C1 sets the corner against aliasing';
    }
  }
  if (s.open('R1')) values.R1 = r;
  return Object.keys(values).length ? [{ values, why }] : [];
}
