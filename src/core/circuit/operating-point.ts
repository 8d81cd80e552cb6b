import { planElimination, RealLu, type Plan } from '../linear/sparse-lu.ts';
import { assemble, type System } from './assemble.ts';
import { Devices } from './devices.ts';
import { valueAt, type Netlist, type Unsolved } from './netlist.ts';

const ROUNDS = 80;
const RELATIVE = 1e-9;
const ABSOLUTE = 1e-12;

export interface Solved {
  ok: true;
  x: Float64Array;
}

/** Right-hand side of the sources at a time. */
export function sourcesAt(system: System, t: number, scale: number, b: Float64Array): void {
  b.fill(0);
  for (const s of system.sources) {
    const value = valueAt(s.element.wave, t) * scale;
    for (const [row, sign] of s.rows) if (row >= 0) b[row]! += sign * value;
  }
}

/** Names the unknown that floats. */
export const floats = (system: System, unknown: number): Unsolved => {
  const name = system.names[unknown] ?? '?';
  return {
    ok: false,
    node: name,
    reason: name.startsWith('I(')
      ? `the current ${name} is not determined: sources or coils form a loop without resistance`
      : `node “${name}” floats: nothing ties it to the rest at DC`,
  };
};

/** Operating point of a netlist: node voltages and branch currents. */
export function operatingPoint(net: Netlist): { ok: true; voltages: Record<string, number> } | Unsolved {
  const system = assemble(net);
  const solved = solveDc(system, new Devices(system, net.celsius));
  return solved.ok ? { ok: true, voltages: Object.fromEntries(system.names.map((name, i) => [name, solved.x[i]!])) } : solved;
}

/** Newton from zero; where that fails, from a circuit with every node leaking, then with the sources turned up slowly. */
export function solveDc(system: System, devices: Devices, t = 0): Solved | Unsolved {
  const n = system.pattern.n;
  const plain = newton(system, devices, new Float64Array(n), t, 0, 1);
  if (plain.ok || devices.linear) return plain;
  let x: Float64Array = new Float64Array(n);
  let last: Solved | Unsolved = plain;
  for (let exponent = -2; exponent >= -12; exponent--) {
    last = newton(system, devices, x, t, 10 ** exponent, 1);
    if (!last.ok) break;
    x = last.x;
  }
  if (last.ok) last = newton(system, devices, x, t, 0, 1);
  if (last.ok) return last;
  x = new Float64Array(n);
  for (let step = 1; step <= 20; step++) {
    last = newton(system, devices, x, t, 1e-12, step / 20);
    if (!last.ok) return last;
    x = last.x;
  }
  return last;
}

/** Factors of a system around a solution: small changes of it, and what a reading leans on, are one more solve. */
export function linearAt(system: System, devices: Devices, x: Float64Array, t = 0): { ok: true; lu: RealLu } | Unsolved {
  const values = Float64Array.from(system.g);
  devices.evaluate(x, t, values, new Float64Array(system.pattern.n));
  const planned = planElimination(system.pattern, values);
  if (!planned.ok) return floats(system, planned.floating);
  const lu = new RealLu(planned.plan);
  lu.values.set(values);
  const stuck = lu.factor();
  return stuck < 0 ? { ok: true, lu } : floats(system, planned.plan.pivotCol[stuck]!);
}

/** What leaves each unknown's row too much at x: nothing at a solution. */
export function residualOf(system: System, devices: Devices, x: Float64Array, t = 0): Float64Array {
  const { n, rows, cols } = system.pattern;
  const sources = new Float64Array(n);
  sourcesAt(system, t, 1, sources);
  const current = new Float64Array(n);
  devices.evaluate(x, t, Float64Array.from(system.g), current);
  for (let s = 0; s < rows.length; s++) current[rows[s]!]! += system.g[s]! * x[cols[s]!]!;
  for (let i = 0; i < n; i++) current[i]! -= sources[i]!;
  return current;
}

function newton(system: System, devices: Devices, start: Float64Array, t: number, leak: number, scale: number): Solved | Unsolved {
  const { n, rows, cols } = system.pattern;
  const x = Float64Array.from(start);
  const b = new Float64Array(n);
  sourcesAt(system, t, scale, b);
  const values = new Float64Array(rows.length);
  const current = new Float64Array(n);
  const residual = new Float64Array(n);
  const step = new Float64Array(n);
  let plan: Plan | null = null;
  let worst = 0;
  for (let round = 0; round < ROUNDS; round++) {
    values.set(system.g);
    if (leak) for (let s = 0; s < rows.length; s++) if (rows[s] === cols[s] && !system.names[rows[s]!]!.startsWith('I(')) values[s]! += leak;
    current.fill(0);
    residual.set(b);
    for (let s = 0; s < rows.length; s++) residual[rows[s]!]! -= values[s]! * x[cols[s]!]!;
    devices.evaluate(x, t, values, current);
    for (let i = 0; i < n; i++) residual[i]! -= current[i]!;
    const solved = solveOnce(system, plan, values, residual, step);
    if (!solved.ok) return solved;
    plan = solved.plan;
    let done = !devices.limited;
    worst = 0;
    for (let i = 0; i < n; i++) {
      x[i]! += step[i]!;
      const room = RELATIVE * Math.abs(x[i]!) + ABSOLUTE;
      if (!Number.isFinite(x[i]!)) return { ok: false, node: system.names[i]!, reason: `the voltage of “${system.names[i]}” runs away` };
      if (Math.abs(step[i]!) > room) {
        done = false;
        if (Math.abs(step[i]!) > Math.abs(step[worst]!)) worst = i;
      }
    }
    if (done || (devices.linear && round > 0)) return { ok: true, x };
  }
  return { ok: false, node: system.names[worst]!, reason: `the operating point does not settle at “${system.names[worst]}”` };
}

/** Factors with the plan at hand, or with a new one where a pivot has become too small. */
export function solveOnce(system: System, known: Plan | null, values: Float64Array, b: Float64Array, x: Float64Array): { ok: true; plan: Plan } | Unsolved {
  let plan = known;
  for (let attempt = 0; attempt < 2; attempt++) {
    if (!plan || attempt > 0) {
      const planned = planElimination(system.pattern, values);
      if (!planned.ok) return floats(system, planned.floating);
      plan = planned.plan;
    }
    const lu = new RealLu(plan);
    lu.values.set(values);
    if (lu.factor() < 0) {
      lu.solve(Float64Array.from(b), x);
      return { ok: true, plan };
    }
  }
  return floats(system, plan!.pivotCol[0]!);
}
