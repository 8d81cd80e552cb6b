import { acSweep, gainDb, logGrid, noiseAnalysis, phaseDegrees } from '../circuit/ac.ts';
import { Bench, isMeasured } from '../circuit/measure.ts';
import { operatingPoint } from '../circuit/operating-point.ts';
import { transient } from '../circuit/transient.ts';
import type { OutcomeDef, Simulation } from '../stage/contract.ts';
import type { AnyTelling } from '../stage/telling.ts';
import type { Unit } from '../quantity/units.ts';
import { numbersOf } from '../tolerance/corners.ts';
import type { StageSum } from './evaluate.ts';

export const ANALYSES = ['ac', 'noise', 'transient', 'op'] as const;
export type Analysis = (typeof ANALYSES)[number];

/** A figure both ways. */
export interface Comparison {
  outcome: string;
  title: string;
  unit: Unit;
  formula: number;
  solver: number | null;
  /** Relative; null where the solver gives none. */
  difference: number | null;
  /** Why they may differ, or why the solver gives none. */
  reason?: string;
}

/** The stage as a circuit at its nominal values, or where its inputs stand with `results` from there; null where it has none. */
export const circuitOf = (s: StageSum, telling: AnyTelling, results = s.judged.study.nominal): Simulation | null =>
  telling.simulate?.(s.judged.x as never, numbersOf(results), s.judged.env as never) ?? null;

/** Formula and solver side by side, for every outcome both give. */
export function confirm(s: StageSum, telling: AnyTelling): Comparison[] {
  const circuit = circuitOf(s, telling);
  if (!circuit) return [];
  const bench = new Bench(circuit.elements, s.judged.env.ambient.nominal);
  return Object.entries(circuit.confirms).flatMap(([outcome, measure]): Comparison[] => {
    const formula = s.judged.nominal(outcome);
    if (formula === null) return [];
    const def = (s.kind.outcomes as Record<string, OutcomeDef>)[outcome]!;
    const measured = measure(bench);
    const head = { outcome, title: def.title, unit: def.unit, formula };
    if (!isMeasured(measured)) return [{ ...head, solver: null, difference: null, reason: measured.reason }];
    const difference = formula === 0 ? measured : measured / formula - 1;
    return [{ ...head, solver: measured, difference, ...(circuit.differs?.[outcome] ? { reason: circuit.differs[outcome] } : {}) }];
  });
}

export interface SimulateOptions {
  from?: number;
  to?: number;
  points?: number;
  stop?: number;
}

/** What `simulate --json` answers, or why it cannot. */
export function simulateStage(
  s: StageSum,
  telling: AnyTelling,
  analysis: Analysis,
  options: SimulateOptions = {},
): { ok: true; answer: Record<string, unknown> } | { ok: false; reason: string } {
  const circuit = circuitOf(s, telling);
  if (!circuit) return { ok: false, reason: `${s.title} has no circuit to solve with what it is given.` };
  const net = { elements: circuit.elements, celsius: s.judged.env.ambient.nominal };
  const grid = logGrid(options.from ?? circuit.band[0], options.to ?? circuit.band[1], options.points ?? 201);
  const comparison = Object.fromEntries(
    confirm(s, telling).map((c) => [c.outcome, { formula: c.formula, solver: c.solver, difference: c.difference, ...(c.reason ? { reason: c.reason } : {}) }]),
  );
  const head = { stage: s.id, analysis, comparison };
  switch (analysis) {
    case 'op': {
      const op = operatingPoint(net);
      return op.ok ? { ok: true, answer: { ...head, nodes: op.voltages } } : op;
    }
    case 'ac': {
      const sweep = acSweep(net, grid, circuit.out);
      return sweep.ok
        ? { ok: true, answer: { ...head, frequency: [...sweep.frequency], gainDb: [...gainDb(sweep)], phaseDeg: [...phaseDegrees(sweep)] } }
        : sweep;
    }
    case 'noise': {
      const noise = noiseAnalysis(net, grid, circuit.out);
      return noise.ok
        ? {
            ok: true,
            answer: { ...head, frequency: [...noise.frequency], density: [...noise.density], total: noise.total, contributions: noise.contributions },
          }
        : noise;
    }
    case 'transient': {
      const run = transient(net, {
        stop: options.stop ?? circuit.time.stop,
        ...(circuit.time.start ? { start: circuit.time.start } : {}),
        outputs: [circuit.out],
      });
      return run.ok ? { ok: true, answer: { ...head, time: [...run.time], signals: { out: [...run.signals[circuit.out]!] } } } : run;
    }
  }
}
