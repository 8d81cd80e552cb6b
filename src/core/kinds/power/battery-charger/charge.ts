import { CHEMISTRIES, restVoltage, type Chemistry, type ChemistryId } from '../../../physics/cells.ts';
import type { AnyInputs } from '../../../stage/judged.ts';

export const cellOf = (x: AnyInputs): Chemistry => CHEMISTRIES[x.given.chemistry as ChemistryId];

/** Programmed current, what source and topology leave of it, and the power the package gives off before it folds back. */
export function limits({ given: g, parts: { R1, U1 }, ambient }: AnyInputs) {
  const programmed = U1.programConstant / R1.value;
  const limit = g.topology === 'power-path' ? Math.min(programmed, g.sourceCurrentLimit - g.loadCurrent - U1.quiescentCurrent) : programmed;
  const power = (U1.foldbackJunction - ambient) / U1.junctionToAmbient - g.inputVoltage * U1.quiescentCurrent;
  const at = (volts: number) => (g.inputVoltage > volts ? Math.min(limit, power / (g.inputVoltage - volts)) : limit);
  return { programmed, limit, power, at };
}

const STEPS = 2000;

/** A charge in equal steps of state of charge: when it ends by itself, and when it passes 90 %. Null where it never does. [Cells] constant current, constant voltage */
export function chargeTimes(x: AnyInputs): { done: number | null; most: number | null } {
  const {
    given: g,
    parts: { U1 },
  } = x;
  const cell = cellOf(x);
  const { programmed, limit, power } = limits(x);
  const shared = g.topology === 'shared-load' ? g.loadCurrent : 0;
  const ohms = g.cellResistance;
  const ends = U1.terminationRatio * programmed;
  const start = g.startStateOfCharge;
  const ds = (1 - start) / STEPS;
  let [time, before, most]: [number, number, number | null] = [0, 0, null];
  for (let k = 0; k < STEPS; k++) {
    const s = start + ds * (k + 0.5);
    const rest = restVoltage(cell, s);
    let amps: number;
    let constantVoltage = false;
    if (rest < U1.prechargeThreshold) amps = Math.min(U1.prechargeRatio * programmed, limit) - shared;
    else {
      amps = limit - shared;
      if ((g.inputVoltage - rest - amps * ohms) * (amps + shared) > power) {
        // Folded back: the current at which the package gives off just what it may.
        const b = g.inputVoltage - rest - ohms * shared;
        const c = power - (g.inputVoltage - rest) * shared;
        const root = b * b - 4 * ohms * c;
        if (root >= 0) amps = ohms > 0 ? (b - Math.sqrt(root)) / (2 * ohms) : c / b;
      }
      if (rest + amps * ohms > U1.floatVoltage) {
        amps = ohms > 0 ? (U1.floatVoltage - rest) / ohms : 0;
        constantVoltage = true;
      }
      if (constantVoltage && amps + shared <= ends) {
        // It ends between the middles of this step and the one before.
        const last = ends - shared;
        const share = before > amps && last > 0 ? (before - last) / (before - amps) - 0.5 : 0;
        // Before this step the current was still that of the one before.
        const done = time + (last > 0 ? ((share * g.cellCapacity * ds) / (share < 0 ? before : last)) * 3600 : 0);
        return { done, most: most ?? done };
      }
    }
    if (!(amps > 0)) return { done: null, most };
    before = amps;
    time += ((g.cellCapacity * ds) / amps) * 3600;
    if (most === null && s + ds / 2 >= 0.9 - 1e-12) most = time;
  }
  return { done: time, most };
}
