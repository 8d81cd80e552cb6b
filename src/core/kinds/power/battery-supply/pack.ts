import { STATE_LOADS } from '../../../stage/contract.ts';
import { impossible, isAbsent, none, type Value } from '../../../math/absent.ts';
import { capacityAt, chargeAt, CHEMISTRIES, pieces, resistanceAt, type Chemistry, type ChemistryId } from '../../../physics/cells.ts';
import { STATE_IDS, type StateId } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/judged.ts';

export const NO_THRESHOLD = none('no low-battery threshold is given');
export const TOO_HIGH = impossible('even a full pack stands below the threshold under load');
export const NOT_EVEN_FULL = impossible('even a full pack sags below what is needed');

export const SHARES = { asleep: 'shareAsleep', idle: 'shareIdle', typical: 'shareTypical', peak: 'sharePeak' } as const satisfies Record<StateId, string>;
/** Mean hours of a month. */
const MONTH = 730.5;

export const chemistryOf = (x: AnyInputs): Chemistry => CHEMISTRIES[x.given.chemistry as ChemistryId];
export const packOhms = ({ given: g, ambient }: AnyInputs, c: Chemistry): number =>
  (g.series * (g.cellResistance ?? c.resistance) * resistanceAt(c, ambient) * g.resistanceGrowth) / g.parallel + g.wiringResistance;

export function currents({ given: g, parts }: AnyInputs, c: Chemistry) {
  const divider = parts.R1.value + parts.R2.value;
  const overhead = (g.dividerSwitched ? 0 : (g.series * c.nominal) / divider) + g.pullUpCurrent + g.regulatorQuiescent + g.protectionCurrent;
  const load = (s: StateId): number => g[STATE_LOADS[s]];
  const share = (s: StateId): number => g[SHARES[s]];
  const mean = STATE_IDS.reduce((sum, s) => sum + share(s) * load(s), 0);
  return { overhead, mean, average: mean + overhead, largest: Math.max(...STATE_IDS.map(load)) + overhead, load, share };
}

/** The deeper of a steady state and the pulse, the bulk capacitor's help counted exactly, V. */
export function sagOf(x: AnyInputs, ohms: number, largest: number): number {
  const { given: g, parts } = x;
  const { C1 } = parts;
  const farads = C1.value * C1.biasRetention;
  const pulse =
    farads > 0 && ohms > 0
      ? g.pulseCurrent * ohms * (1 - (ohms / (ohms + C1.esr)) * Math.exp(-g.pulseDuration / ((ohms + C1.esr) * farads)))
      : g.pulseCurrent * ohms;
  return Math.max(ohms * largest, pulse);
}

/** Hours from one state of charge down to another, at constant current or constant power, exact on each straight piece. */
function hours(x: AnyInputs, c: Chemistry, charge: number, low: number, high: number, mean: number, leak: number): number {
  const { given: g } = x;
  if (high <= low) return 0;
  if (g.loadType === 'constant-current') return (charge * (high - low)) / (mean + leak);
  const power = mean * g.series * c.nominal;
  let sum = 0;
  for (const { s0, s1, v0, v1 } of pieces(c, low, high)) {
    const a = g.series * v0;
    const b = g.series * v1;
    const slope = (b - a) / (s1 - s0);
    if (leak === 0) sum += (charge * (s1 - s0) * (a + b)) / 2 / power;
    else if (Math.abs(slope) < 1e-12) sum += (charge * (s1 - s0) * a) / (power + leak * a);
    else sum += (charge / slope) * ((b - a) / leak - (power / leak ** 2) * Math.log((power + leak * b) / (power + leak * a)));
  }
  return sum;
}

export function pack(x: AnyInputs) {
  const { given: g, ambient } = x;
  const c = chemistryOf(x);
  const ohms = packOhms(x, c);
  const i = currents(x, c);
  const empty = Math.max(g.series * c.cutoff, g.minimumVoltage);
  const sag = sagOf(x, ohms, i.largest);
  const peukert = g.peukert ?? c.peukert;
  const rated = g.capacity / (g.ratedHours ?? c.ratedHours);
  const rate = i.average > 0 ? Math.min(1, (rated / (i.average / g.parallel)) ** (peukert - 1)) : 1;
  const charge = g.parallel * g.capacity * capacityAt(c, ambient) * g.health * rate;
  const selfDischarge = ((g.parallel * g.capacity * (g.selfDischarge ?? c.selfDischarge)) / MONTH) * 2 ** ((ambient - 20) / 10);
  const cutoff = chargeAt(c, (empty + sag) / g.series);
  const low = cutoff === null ? null : Math.min(cutoff, g.fullness);
  const leak = i.overhead + selfDischarge;
  const time = (from: number, to: number) => hours(x, c, charge, from, to, i.mean, leak) * 3600;
  return { c, ohms, i, empty, sag, rate, charge, selfDischarge, cutoff, low, leak, time };
}

export const runTime = (x: AnyInputs, p = pack(x)): Value => (p.low === null ? 0 : p.time(p.low, x.given.fullness));
export const usable = (x: AnyInputs, p = pack(x)): Value => (p.low === null ? 0 : p.charge * (x.given.fullness - p.low));
export const energy = (x: AnyInputs, p = pack(x)): Value => {
  if (p.low === null) return 0;
  return p.charge * x.given.series * pieces(p.c, p.low, x.given.fullness).reduce((sum, k) => sum + (k.s1 - k.s0) * ((k.v0 + k.v1) / 2), 0);
};
export const thresholdCharge = (x: AnyInputs, p = pack(x)): Value => {
  const { given: g } = x;
  if (g.lowBatteryThreshold === null) return NO_THRESHOLD;
  return chargeAt(p.c, (g.lowBatteryThreshold + (g.loadCurrentTypical + p.i.overhead) * p.ohms) / g.series) ?? TOO_HIGH;
};
export const reserve = (x: AnyInputs, p = pack(x)): Value => {
  const at = thresholdCharge(x, p);
  if (isAbsent(at)) return at;
  return p.low === null ? 0 : p.time(p.low, Math.max(p.low, at));
};
export const COLD = ['ambient'];
