import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { deadTime, drainTimes, gatePeak, hotThreshold, millerVoltage } from './laws.ts';

const KEEP = 4;

/**
 * The smallest gate resistor whose ringing the gate stands and whose slope an equal partner stands; the largest turn-off one not
 * above it that keeps dead time and threshold; the smallest capacitor that does not droop.
 */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const [r1Open, r2Open, c1Open] = [s.open('R1'), s.open('R2'), s.open('C1')];
  if (!r1Open && !r2Open && !c1Open) return [];
  const g = x.given;
  const separate = g.turnOffPath === 'separate';
  const at = (r1: number, r2: number, ends: 'fast' | 'slow'): AnyInputs => {
    const [low, high] = ends === 'fast' ? (['low', 'high'] as const) : (['high', 'low'] as const);
    const [t1, t2] = [s.tolerance('R1'), s.tolerance('R2')].map((t) => (ends === 'fast' ? 1 - t : 1 + t)) as [number, number];
    const q = (name: string, end: 'low' | 'high') => s.param(`Q1.${name}`)[end];
    return {
      ...x,
      given: {
        ...g,
        supplyVoltage: s.range('supplyVoltage')[high],
        slope: s.range('slope').high,
        busVoltage: s.range('busVoltage').high,
        deviceTemperature: s.range('deviceTemperature').high,
      },
      parts: {
        ...x.parts,
        R1: { ...x.parts.R1, value: r1 * t1 },
        R2: { ...x.parts.R2, value: separate ? r2 * t2 : null },
        Q1: {
          ...x.parts.Q1,
          gateDrainCharge: q('gateDrainCharge', low),
          gateThreshold: q('gateThreshold', 'low'),
          inputCapacitance: q('inputCapacitance', low),
          internalGateResistance: q('internalGateResistance', low),
        },
        U1: {
          ...x.parts.U1,
          sourceResistance: s.param('U1.sourceResistance')[low],
          sinkResistance: s.param('U1.sinkResistance')[low],
          mismatch: s.param('U1.mismatch').high,
        },
      },
    };
  };
  const firsts = s.candidates('R1', 1, 100);
  const standing = s.derating * s.param('Q1.maximumGateSource').low;
  const quiet = (r1: number) => {
    const fast = at(r1, r1, 'fast');
    const falls = drainTimes(fast).on;
    return gatePeak(fast) <= standing && falls !== null && s.range('busVoltage').high / falls <= s.range('slope').low * (1 + 1e-9);
  };
  const holds = (r1: number, r2: number) => {
    const slow = at(r1, r2, 'slow');
    const dead = deadTime(slow);
    return dead !== null && dead <= s.range('deadTime').low && millerVoltage(slow) <= hotThreshold(slow);
  };
  const safe = firsts.filter(quiet);
  const ordered = (safe.length ? safe : firsts.slice(-1)).flatMap((r1) => {
    if (!separate) return [{ r1, r2: s.value('R2'), ok: holds(r1, r1) }];
    const seconds = s.candidates('R2', 0.47, r1);
    const r2 = [...seconds].reverse().find((r) => holds(r1, r)) ?? seconds[0] ?? s.value('R2');
    return [{ r1, r2, ok: holds(r1, r2) }];
  });
  const least = s.range('maximumDroop').low * s.range('supplyVoltage').low;
  const charge = g.devices * s.param('Q1.gateCharge').high;
  const c1 = s.candidates('C1', 1e-9, 1e-4).find((c) => charge / (c * (1 - s.tolerance('C1'))) <= least * (1 - s.comfort)) ?? 1e-5;
  return [...ordered.filter((o) => o.ok), ...ordered.filter((o) => !o.ok)].slice(0, KEEP).map(({ r1, r2 }) => ({
    values: { ...(r1Open ? { R1: r1 } : {}), ...(r2Open ? { R2: r2 } : {}), ...(c1Open ? { C1: c1 } : {}) },
    why: `gate up to ${formatText(gatePeak(at(r1, r2, 'fast')), 'V', 3)}`,
  }));
}
