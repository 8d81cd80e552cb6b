import { chargeAt, CHEMISTRIES, type ChemistryId } from '../physics/cells.ts';
import { formatText } from '../quantity/format.ts';
import type { Summed } from './summed.ts';
import type { Finding } from './wiring.ts';

/** What the error of a monitor's threshold costs: the charge still in the battery when it acts too early, and what is left when it acts too late. */
export interface ThresholdCost {
  /** Where it may act, V. */
  low: number;
  high: number;
  /** Of the capacity, that acting at the high end leaves unused beyond what the threshold means to leave. */
  unused: number;
  /** The same as time at the average current, s; null where no run time is known. */
  time: number | null;
  /** Of the capacity, left when it acts at the low end; 0 where the battery is empty before. */
  left: number;
}

/** Costs of every monitor that hangs on a battery. */
export function thresholdCosts(stages: readonly Summed[]): (ThresholdCost & { stage: Summed; battery: Summed })[] {
  return stages.flatMap((s) => {
    if (s.kind.id !== 'supply-monitor') return [];
    const rail = s.doc.rails?.in;
    const battery = rail === undefined ? undefined : stages.find((b) => b.kind.lasts && b.doc.rails?.out === rail);
    if (!battery || battery.judged.dead) return [];
    const g = s.judged.x.given as { lowThreshold: number; calibrated: boolean };
    const cell = battery.judged.x.given as { chemistry: string; series: number };
    const chemistry = CHEMISTRIES[cell.chemistry as ChemistryId];
    const error = s.judged.out((g.calibrated ? 'calibratedError' : 'thresholdError') as never);
    if (!chemistry || error.low === null || error.high === null) return [];
    const [low, high] = [g.lowThreshold + (g.calibrated ? -error.high : error.low), g.lowThreshold + error.high];
    const charge = (volts: number) => chargeAt(chemistry, volts / cell.series);
    const [meant, early] = [charge(g.lowThreshold), charge(high)];
    // Above the rest voltage of a full cell it acts at once.
    const unused = Math.max(0, (early ?? (high > g.lowThreshold ? 1 : 0)) - (meant ?? 0));
    const time = battery.judged.nominal(battery.kind.lasts!.time as never);
    return [{ stage: s, battery, low, high, unused, time: time === null ? null : unused * time, left: charge(low) ?? 1 }];
  });
}

/** From here on it is worth a word. */
const WORTH = 0.02;

/** What the errors of monitors cost in run time, in words. */
export const thresholdFindings = (stages: readonly Summed[]): Finding[] =>
  thresholdCosts(stages).flatMap(({ stage, battery, low, high, unused, time, left }): Finding[] => {
    if (unused < WORTH && left > WORTH) return [];
    const volts = (v: number) => formatText(v, 'V', 3);
    const early = `At worst ${formatText(unused, 'ratio', 2)} of the charge of ${battery.title} is not used${time === null ? '' : `, ${formatText(time, 's', 2)} of its run time`}`;
    const late = left === 0 ? 'or it is empty before that acts' : `or only ${formatText(left, 'ratio', 2)} is left when it acts`;
    return [
      {
        severity: 'note',
        stage: stage.id,
        text: `${stage.title}: its threshold of ${volts((stage.judged.x.given as { lowThreshold: number }).lowThreshold)} acts anywhere between ${volts(low)} and ${volts(high)}. ${early}, ${late}. A calibration at one voltage brings both ends together.`,
      },
    ];
  });
