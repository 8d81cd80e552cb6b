import { stepOvershoot } from '../../../physics/second-order.ts';
import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { currentShape, damping, firstPulse, isBlocked, levels, magnetising, mainInductance, ratio, startUpFlux } from './laws.ts';

const MOST = 200;
const KEEP = 4;

/** The fewest primary turns of flux and magnetising current, the fewest secondary ones that drive the gate, and the smallest resistor whose ringing it stands. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  if (!s.open('T1') && !s.open('R1') && !s.open('C1')) return [];
  const g = x.given;
  const hardest = (primary: number, secondary: number, volts: 'low' | 'high', duty: 'low' | 'high', r1 = x.parts.R1.value as number): AnyInputs => ({
    ...x,
    given: {
      ...g,
      supplyVoltage: s.range('supplyVoltage')[volts],
      dutyCycle: s.range('dutyCycle')[duty],
      switchingFrequency: s.range('switchingFrequency').low,
    },
    parts: {
      ...x.parts,
      R1: { ...x.parts.R1, value: r1 },
      T1: {
        ...x.parts.T1,
        primaryTurns: primary,
        secondaryTurns: secondary,
        inductanceFactor: s.param('T1.inductanceFactor').low,
        leakageInductance: s.param('T1.leakageInductance').high,
        coreArea: s.param('T1.coreArea').low,
        secondaryResistance: s.param('T1.secondaryResistance').low,
        primaryResistance: s.param('T1.primaryResistance').low,
      },
      U1: { ...x.parts.U1, outputResistance: s.param('U1.outputResistance').low },
      Q1: { ...x.parts.Q1, inputCapacitance: s.param('Q1.inputCapacitance').low },
    },
  });
  let primary = x.parts.T1.primaryTurns as number | null;
  if (primary === null) {
    const flux = s.derating * s.param('T1.maximumFlux').low;
    const half = Math.min(0.5, s.range('dutyCycle').high);
    primary = 1;
    while (
      primary < MOST &&
      (startUpFlux(hardest(primary, 1, 'high', 'high')) > flux ||
        magnetising(hardest(primary, 1, 'high', 'high'), isBlocked(x) ? half : undefined) > s.range('maximumMagnetising').low)
    )
      primary++;
  }
  let secondary = x.parts.T1.secondaryTurns as number | null;
  if (secondary === null) {
    const full = s.param('Q1.fullDriveVoltage').high;
    secondary = 1;
    while (secondary < MOST && levels(hardest(primary, secondary, 'low', 'high')).on < full * (1 + s.comfort / 2)) secondary++;
  }
  const [p, n] = [primary, secondary];
  const stands = s.derating * s.param('Q1.maximumGateSource').low;
  const down = 1 - s.tolerance('R1');
  const peak = (r: number) => {
    const at = (['low', 'high'] as const).map((duty) => {
      const here = hardest(p, n, 'high', duty, r * down);
      const { on, off } = levels(here);
      const ringing = Math.max(on, -off) + (on - off) * stepOvershoot(damping(here));
      return isBlocked(x) && !g.gateZeners ? Math.max(ringing, firstPulse(here)) : ringing;
    });
    return Math.max(...at);
  };
  const amps = (r: number) => {
    const here = hardest(p, n, 'high', 'high', r * down);
    const { on, off } = levels(here);
    return (
      g.secondaries *
        ratio(here) *
        (on - off) *
        Math.sqrt(s.param('Q1.inputCapacitance').high / s.param('T1.leakageInductance').low) *
        currentShape(damping(here)) +
      magnetising(here)
    );
  };
  const all = s.candidates('R1', 0.47, 470);
  const holding = all.filter((r) => peak(r) <= stands && amps(r) <= s.derating * s.param('U1.currentRating').low);
  const c1 = s.candidates('C1', 1e-9, 1e-4).find((c) => {
    const farads = c * (1 - s.tolerance('C1'));
    const main = mainInductance(hardest(p, n, 'high', 'high'));
    return (
      (g.secondaries * (n / p) * s.param('Q1.gateCharge').high) / farads <= 0.03 * s.range('supplyVoltage').low &&
      1 / (2 * Math.PI * Math.sqrt(main * farads)) <= (s.range('switchingFrequency').low / 10) * (1 - s.comfort)
    );
  });
  return (holding.length ? holding : all.slice(-1)).slice(0, KEEP).map((r) => ({
    values: { ...(s.open('R1') ? { R1: r } : {}), ...(s.open('C1') && c1 !== undefined ? { C1: c1 } : {}) },
    ratings: { 'T1.primaryTurns': p, 'T1.secondaryTurns': n },
    why: `${p} to ${n} turns, gate up to ${formatText(peak(r), 'V', 3)}`,
  }));
}
