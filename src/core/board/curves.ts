import { noiseAnalysis } from '../circuit/ac.ts';
import { transient } from '../circuit/transient.ts';
import type { Plot } from '../stage/contract.ts';
import type { AnyTelling } from '../stage/telling.ts';
import { impossible, type Value } from '../math/absent.ts';
import { numbersOf } from '../tolerance/corners.ts';
import { Study } from '../tolerance/study.ts';
import type { StageSum } from './evaluate.ts';
import { circuitOf } from './simulate.ts';

/** A curve with its tolerance band. Null where it has no value. Plain data, so that workers can hand it over. */
export interface Band {
  curve: Plot;
  x: number[];
  nominal: (number | null)[];
  low: (number | null)[];
  high: (number | null)[];
}

/** The curves of a stage that its formulas give, each point with its extreme values over all uncertain inputs. */
export function curvesOf(stage: StageSum, telling: AnyTelling): Band[] {
  const { judged } = stage;
  if (!telling.curves) return [];
  const nominal = numbersOf(judged.study.nominal);
  const curvesNow = () => telling.curves!(judged.x as never, judged.env as never, nominal);
  return curvesNow().map(({ at: _, ...plot }, which) =>
    banded(stage, plot, (x) => {
      const now = curvesNow()[which]!;
      return x.map((at) => now.at(at));
    }),
  );
}

/** Noise density and waveform of a stage, by the solver on its circuit, with the extreme values of each point. */
export function solvedCurves(stage: StageSum, telling: AnyTelling): Band[] {
  const { judged } = stage;
  const celsius = judged.env.ambient.nominal;
  const circuitNow = () => circuitOf(stage, telling, judged.study.here());
  const circuit = circuitNow();
  if (!circuit) return [];
  const noise: Plot = {
    id: 'noise',
    title: 'Noise, solved',
    x: { label: 'frequency', unit: 'Hz', log: true, from: circuit.band[0], to: circuit.band[1] },
    y: { label: 'noise density', unit: 'V/rtHz', log: true },
    points: 61,
    marks: [],
  };
  const waveform: Plot = {
    id: 'waveform',
    title: circuit.time.start === 'rest' ? 'From rest, solved' : 'Waveform, solved',
    x: { label: 'time', unit: 's', log: false, from: 0, to: circuit.time.stop },
    y: { label: `voltage of ${circuit.out}`, unit: 'V' },
    points: 201,
    marks: [],
  };
  const curves = [
    banded(stage, noise, (frequency) => {
      const now = circuitNow();
      const answer = now && noiseAnalysis({ elements: now.elements, celsius }, Float64Array.from(frequency), now.out);
      return answer?.ok ? [...answer.density] : frequency.map(() => UNSOLVED);
    }),
    banded(stage, waveform, (time) => {
      const now = circuitNow();
      const answer =
        now &&
        transient({ elements: now.elements, celsius }, { stop: circuit.time.stop, ...(now.time.start ? { start: now.time.start } : {}), outputs: [now.out] });
      return answer?.ok ? resampled(answer.time, answer.signals[now!.out]!, time) : time.map(() => UNSOLVED);
    }),
  ];
  return curves.filter(isCurve);
}

/** What is the same everywhere is no curve: a rail that just stands, a circuit without resistors that makes no noise. */
function isCurve({ nominal }: Band): boolean {
  const values = nominal.filter((v) => v !== null);
  const [least, most] = [Math.min(...values), Math.max(...values)];
  return most - least > FLAT * Math.max(Math.abs(least), Math.abs(most));
}

const FLAT = 1e-6;
const UNSOLVED = impossible('the circuit could not be solved here');

function banded(stage: StageSum, curve: Plot, values: (x: number[]) => Value[]): Band {
  const { study } = stage.judged;
  const x = Array.from({ length: curve.points }, (_, i) => abscissa(curve, i / (curve.points - 1)));
  const points = () => Object.fromEntries(values(x).map((v, i) => [String(i), v]));
  const spreads = new Study(study.inputs, points, undefined, study.prepare);
  const all = x.map((_, i) => spreads.plain(String(i)));
  // At the bottom of a notch every corner is shallower than the design itself.
  const end = (of: (s: (typeof all)[number]) => number | null, least: (a: number, b: number) => number) =>
    all.map((s) => (s.nominal === null || of(s) === null ? of(s) : least(of(s)!, s.nominal)));
  return { curve, x, nominal: all.map((s) => s.nominal), low: end((s) => s.low, Math.min), high: end((s) => s.high, Math.max) };
}

function abscissa(curve: Plot, share: number): number {
  const { from, to, log } = curve.x;
  return log ? from * (to / from) ** share : from + (to - from) * share;
}

/** A waveform at other times, by straight lines between its points. Both ascending. */
export function resampled(time: ArrayLike<number>, values: ArrayLike<number>, at: readonly number[]): number[] {
  let k = 0;
  return at.map((t) => {
    while (k < time.length - 2 && time[k + 1]! < t) k++;
    const [a, b] = [time[k]!, time[k + 1] ?? time[k]!];
    const share = b > a ? Math.min(1, Math.max(0, (t - a) / (b - a))) : 0;
    return values[k]! + share * ((values[k + 1] ?? values[k]!) - values[k]!);
  });
}
