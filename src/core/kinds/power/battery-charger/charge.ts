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

/** A charge as numbers: what its times are worked out from, when somebody asks for them. */
export interface Charge {
  cell: Chemistry;
  start: number;
  capacity: number;
  /** Of the source, V. */
  volts: number;
  /** Of the cell, ohm. */
  ohms: number;
  limit: number;
  power: number;
  /** What flows past the cell to the system, A. */
  shared: number;
  precharge: { below: number; amps: number };
  float: number;
  /** The current at which it ends, A. */
  ends: number;
}

export function chargeOf(x: AnyInputs, { programmed, limit, power }: Pick<ReturnType<typeof limits>, 'programmed' | 'limit' | 'power'>): Charge {
  const {
    given: g,
    parts: { U1 },
  } = x;
  return {
    cell: cellOf(x),
    start: g.startStateOfCharge,
    capacity: g.cellCapacity,
    volts: g.inputVoltage,
    ohms: g.cellResistance,
    limit,
    power,
    shared: g.topology === 'shared-load' ? g.loadCurrent : 0,
    precharge: { below: U1.prechargeThreshold, amps: U1.prechargeRatio * programmed },
    float: U1.floatVoltage,
    ends: U1.terminationRatio * programmed,
  };
}

const STEPS = 2000;

const rests = new Map<Chemistry, { start: number; volts: Float64Array }>();

/** Rest voltages in the middles of the steps, the same as long as it starts from the same charge. */
function restsOf(cell: Chemistry, start: number): Float64Array {
  const known = rests.get(cell);
  if (known?.start === start) return known.volts;
  const ds = (1 - start) / STEPS;
  const volts = Float64Array.from({ length: STEPS }, (_, k) => restVoltage(cell, start + ds * (k + 0.5)));
  rests.set(cell, { start, volts });
  return volts;
}

/** A charge in equal steps of state of charge: when it ends by itself, and when it passes 90 %. Null where it never does. [Cells] constant current, constant voltage */
export function chargeTimes(c: Charge): { done: number | null; most: number | null } {
  const { start, shared, ohms, limit, power } = c;
  const precharge = Math.min(c.precharge.amps, limit) - shared;
  const last = c.ends - shared;
  const ds = (1 - start) / STEPS;
  const hours = c.capacity * ds;
  const volts = restsOf(c.cell, start);
  let [time, before, most]: [number, number, number | null] = [0, 0, null];
  for (let k = 0; k < STEPS; k++) {
    const s = start + ds * (k + 0.5);
    const rest = volts[k]!;
    let amps: number;
    if (rest < c.precharge.below) amps = precharge;
    else {
      amps = limit - shared;
      const over = c.volts - rest;
      if ((over - amps * ohms) * (amps + shared) > power) {
        // Folded back: the current at which the package gives off just what it may.
        const b = over - ohms * shared;
        const left = power - over * shared;
        const root = b * b - 4 * ohms * left;
        if (root >= 0) amps = ohms > 0 ? (b - Math.sqrt(root)) / (2 * ohms) : left / b;
      }
      if (rest + amps * ohms > c.float) {
        // At constant voltage.
        amps = ohms > 0 ? (c.float - rest) / ohms : 0;
        if (amps + shared <= c.ends) {
          // It ends between the middles of this step and the one before.
          const share = before > amps && last > 0 ? (before - last) / (before - amps) - 0.5 : 0;
          // Before this step the current was still that of the one before.
          const done = time + (last > 0 ? ((share * hours) / (share < 0 ? before : last)) * 3600 : 0);
          return { done, most: most ?? done };
        }
      }
    }
    if (!(amps > 0)) return { done: null, most };
    before = amps;
    time += (hours / amps) * 3600;
    if (most === null && s + ds / 2 >= 0.9 - 1e-12) most = time;
  }
  return { done: time, most };
}
