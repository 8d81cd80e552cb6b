/**
 * Sparse LU of one pattern, factored many times: the order of pivots and every multiplication are worked out once, then a
 * factorisation is a walk over flat index arrays without allocation.
 * // [Duff] ch. 7: Markowitz's rule with threshold pivoting
 */
export interface Pattern {
  /** Number of unknowns. */
  n: number;
  /** Row and column of each value; a place may come once only. */
  rows: readonly number[];
  cols: readonly number[];
}

/** A pivot must be at least this share of the largest value of its row. */
const THRESHOLD = 0.05;
/** Below this share of the row's largest original value a pivot counts as zero: the unknown floats. */
const SINGULAR = 1e-14;

/** The plan: which slot is divided by which, in which order. */
export interface Plan {
  n: number;
  /** Values including fill-in. */
  slots: number;
  pivotRow: Int32Array;
  pivotCol: Int32Array;
  pivotSlot: Int32Array;
  /** Per pivot: rows below with an entry in its column. */
  lowerStart: Int32Array;
  lowerRow: Int32Array;
  lowerSlot: Int32Array;
  /** Per lower entry: pairs of target and source slots. */
  updateStart: Int32Array;
  updateTarget: Int32Array;
  updateSource: Int32Array;
  /** Per pivot: the rest of its row. */
  upperStart: Int32Array;
  upperCol: Int32Array;
  upperSlot: Int32Array;
}

export type Planned = { ok: true; plan: Plan } | { ok: false; /** Unknown for which no pivot is left. */ floating: number };

interface Work {
  rowMaps: Map<number, number>[];
  colSets: Set<number>[];
  re: number[];
  im: number[];
  largest: Float64Array;
}

/** Plans the elimination for values near these (imaginary parts may be left out). */
export function planElimination(p: Pattern, re: ArrayLike<number>, im?: ArrayLike<number>): Planned {
  const w = setUp(p, re, im);
  const rows = new Set(Array.from({ length: p.n }, (_, i) => i));
  const cols = new Set(rows);
  const out = {
    pivotRow: [] as number[],
    pivotCol: [] as number[],
    pivotSlot: [] as number[],
    lowerStart: [0],
    lowerRow: [] as number[],
    lowerSlot: [] as number[],
    updateStart: [0],
    updateTarget: [] as number[],
    updateSource: [] as number[],
    upperStart: [0],
    upperCol: [] as number[],
    upperSlot: [] as number[],
  };
  for (let k = 0; k < p.n; k++) {
    const pivot = choosePivot(w, rows);
    if (!pivot) return { ok: false, floating: [...cols][0]! };
    eliminate(w, pivot, rows, cols, out);
  }
  const ints = (list: number[]) => Int32Array.from(list);
  return {
    ok: true,
    plan: { n: p.n, slots: w.re.length, ...(Object.fromEntries(Object.entries(out).map(([key, list]) => [key, ints(list)])) as Omit<Plan, 'n' | 'slots'>) },
  };
}

function setUp(p: Pattern, re: ArrayLike<number>, im?: ArrayLike<number>): Work {
  const rowMaps = Array.from({ length: p.n }, () => new Map<number, number>());
  const colSets = Array.from({ length: p.n }, () => new Set<number>());
  const largest = new Float64Array(p.n);
  for (let s = 0; s < p.rows.length; s++) {
    rowMaps[p.rows[s]!]!.set(p.cols[s]!, s);
    colSets[p.cols[s]!]!.add(p.rows[s]!);
    largest[p.rows[s]!] = Math.max(largest[p.rows[s]!]!, Math.abs(re[s]!) + Math.abs(im?.[s] ?? 0));
  }
  return { rowMaps, colSets, re: Array.from(re), im: Array.from({ length: p.rows.length }, (_, s) => im?.[s] ?? 0), largest };
}

const size = (w: Work, slot: number): number => Math.abs(w.re[slot]!) + Math.abs(w.im[slot]!);

/** Least fill-in among the entries large enough for their row; the larger one among equals. */
function choosePivot(w: Work, rows: ReadonlySet<number>): { row: number; col: number; slot: number } | null {
  let best: { row: number; col: number; slot: number } | null = null;
  let [bestCount, bestSize] = [Infinity, 0];
  for (const row of rows) {
    const entries = w.rowMaps[row]!;
    let largest = 0;
    for (const slot of entries.values()) largest = Math.max(largest, size(w, slot));
    if (!(largest > SINGULAR * w.largest[row]!)) continue;
    for (const [col, slot] of entries) {
      const magnitude = size(w, slot);
      if (magnitude < THRESHOLD * largest) continue;
      const count = (entries.size - 1) * (w.colSets[col]!.size - 1);
      const share = magnitude / largest;
      if (count < bestCount || (count === bestCount && share > bestSize)) [best, bestCount, bestSize] = [{ row, col, slot }, count, share];
    }
  }
  return best;
}

interface Lists {
  pivotRow: number[];
  pivotCol: number[];
  pivotSlot: number[];
  lowerStart: number[];
  lowerRow: number[];
  lowerSlot: number[];
  updateStart: number[];
  updateTarget: number[];
  updateSource: number[];
  upperStart: number[];
  upperCol: number[];
  upperSlot: number[];
}

function eliminate(w: Work, pivot: { row: number; col: number; slot: number }, rows: Set<number>, cols: Set<number>, out: Lists): void {
  rows.delete(pivot.row);
  cols.delete(pivot.col);
  out.pivotRow.push(pivot.row);
  out.pivotCol.push(pivot.col);
  out.pivotSlot.push(pivot.slot);
  const pivotRow = w.rowMaps[pivot.row]!;
  pivotRow.delete(pivot.col);
  for (const [col, slot] of pivotRow) {
    out.upperCol.push(col);
    out.upperSlot.push(slot);
    w.colSets[col]!.delete(pivot.row);
  }
  out.upperStart.push(out.upperCol.length);
  const [pr, pi] = [w.re[pivot.slot]!, w.im[pivot.slot]!];
  const norm = pr * pr + pi * pi;
  for (const row of w.colSets[pivot.col]!) {
    if (row === pivot.row) continue;
    const entries = w.rowMaps[row]!;
    const below = entries.get(pivot.col)!;
    entries.delete(pivot.col);
    const [ar, ai] = [w.re[below]!, w.im[below]!];
    const [fr, fi] = [(ar * pr + ai * pi) / norm, (ai * pr - ar * pi) / norm];
    out.lowerRow.push(row);
    out.lowerSlot.push(below);
    for (const [col, source] of pivotRow) {
      let target = entries.get(col);
      if (target === undefined) {
        target = w.re.length;
        w.re.push(0);
        w.im.push(0);
        entries.set(col, target);
        w.colSets[col]!.add(row);
      }
      w.re[target]! -= fr * w.re[source]! - fi * w.im[source]!;
      w.im[target]! -= fr * w.im[source]! + fi * w.re[source]!;
      out.updateTarget.push(target);
      out.updateSource.push(source);
    }
    out.updateStart.push(out.updateTarget.length);
  }
  w.colSets[pivot.col]!.clear();
  out.lowerStart.push(out.lowerRow.length);
}

/** Factors and solves real systems of one plan. Values are laid in by slot; slots beyond the pattern are fill-in. */
export class RealLu {
  readonly values: Float64Array;

  constructor(private readonly plan: Plan) {
    this.values = new Float64Array(plan.slots);
  }

  /** Factors in place. Returns the position of a pivot that vanished, or −1. */
  factor(): number {
    const { n, pivotSlot, lowerStart, lowerSlot, updateStart, updateTarget, updateSource } = this.plan;
    const v = this.values;
    for (let k = 0; k < n; k++) {
      const pivot = v[pivotSlot[k]!]!;
      if (!(Math.abs(pivot) > 1e-300)) return k;
      for (let e = lowerStart[k]!; e < lowerStart[k + 1]!; e++) {
        const factor = (v[lowerSlot[e]!]! /= pivot);
        if (factor === 0) continue;
        for (let u = updateStart[e]!; u < updateStart[e + 1]!; u++) v[updateTarget[u]!]! -= factor * v[updateSource[u]!]!;
      }
    }
    return -1;
  }

  /** Solves A·x = b; `b` is used up. */
  solve(b: Float64Array, x: Float64Array): void {
    const { n, pivotRow, pivotCol, pivotSlot, lowerStart, lowerRow, lowerSlot, upperStart, upperCol, upperSlot } = this.plan;
    const v = this.values;
    for (let k = 0; k < n; k++) {
      const top = b[pivotRow[k]!]!;
      if (top === 0) continue;
      for (let e = lowerStart[k]!; e < lowerStart[k + 1]!; e++) b[lowerRow[e]!]! -= v[lowerSlot[e]!]! * top;
    }
    for (let k = n - 1; k >= 0; k--) {
      let sum = b[pivotRow[k]!]!;
      for (let e = upperStart[k]!; e < upperStart[k + 1]!; e++) sum -= v[upperSlot[e]!]! * x[upperCol[e]!]!;
      x[pivotCol[k]!] = sum / v[pivotSlot[k]!]!;
    }
  }

  /** Solves Aᵀ·z = c with the same factors; `c` is used up. */
  solveTransposed(c: Float64Array, z: Float64Array): void {
    const { n, pivotRow, pivotCol, pivotSlot, lowerStart, lowerRow, lowerSlot, upperStart, upperCol, upperSlot } = this.plan;
    const v = this.values;
    for (let k = 0; k < n; k++) {
      const y = c[pivotCol[k]!]! / v[pivotSlot[k]!]!;
      z[pivotRow[k]!] = y;
      if (y === 0) continue;
      for (let e = upperStart[k]!; e < upperStart[k + 1]!; e++) c[upperCol[e]!]! -= v[upperSlot[e]!]! * y;
    }
    for (let k = n - 1; k >= 0; k--) {
      let sum = z[pivotRow[k]!]!;
      for (let e = lowerStart[k]!; e < lowerStart[k + 1]!; e++) sum -= v[lowerSlot[e]!]! * z[lowerRow[e]!]!;
      z[pivotRow[k]!] = sum;
    }
  }
}

/** The same over complex numbers, real and imaginary parts in arrays of their own. */
export class ComplexLu {
  readonly re: Float64Array;
  readonly im: Float64Array;

  constructor(private readonly plan: Plan) {
    this.re = new Float64Array(plan.slots);
    this.im = new Float64Array(plan.slots);
  }

  factor(): number {
    const { n, pivotSlot, lowerStart, lowerSlot, updateStart, updateTarget, updateSource } = this.plan;
    const { re, im } = this;
    for (let k = 0; k < n; k++) {
      const [pr, pi] = [re[pivotSlot[k]!]!, im[pivotSlot[k]!]!];
      const norm = pr * pr + pi * pi;
      if (!(norm > 1e-300)) return k;
      for (let e = lowerStart[k]!; e < lowerStart[k + 1]!; e++) {
        const s = lowerSlot[e]!;
        const fr = (re[s]! * pr + im[s]! * pi) / norm;
        const fi = (im[s]! * pr - re[s]! * pi) / norm;
        re[s] = fr;
        im[s] = fi;
        for (let u = updateStart[e]!; u < updateStart[e + 1]!; u++) {
          const [t, c] = [updateTarget[u]!, updateSource[u]!];
          re[t]! -= fr * re[c]! - fi * im[c]!;
          im[t]! -= fr * im[c]! + fi * re[c]!;
        }
      }
    }
    return -1;
  }

  /** Solves A·x = b; `b` is used up. */
  solve(br: Float64Array, bi: Float64Array, xr: Float64Array, xi: Float64Array): void {
    const { n, pivotRow, pivotCol, pivotSlot, lowerStart, lowerRow, lowerSlot, upperStart, upperCol, upperSlot } = this.plan;
    const { re, im } = this;
    for (let k = 0; k < n; k++) {
      const [tr, ti] = [br[pivotRow[k]!]!, bi[pivotRow[k]!]!];
      for (let e = lowerStart[k]!; e < lowerStart[k + 1]!; e++) {
        const [s, row] = [lowerSlot[e]!, lowerRow[e]!];
        br[row]! -= re[s]! * tr - im[s]! * ti;
        bi[row]! -= re[s]! * ti + im[s]! * tr;
      }
    }
    for (let k = n - 1; k >= 0; k--) {
      let [sr, si] = [br[pivotRow[k]!]!, bi[pivotRow[k]!]!];
      for (let e = upperStart[k]!; e < upperStart[k + 1]!; e++) {
        const [s, col] = [upperSlot[e]!, upperCol[e]!];
        sr -= re[s]! * xr[col]! - im[s]! * xi[col]!;
        si -= re[s]! * xi[col]! + im[s]! * xr[col]!;
      }
      const [pr, pi] = [re[pivotSlot[k]!]!, im[pivotSlot[k]!]!];
      const norm = pr * pr + pi * pi;
      xr[pivotCol[k]!] = (sr * pr + si * pi) / norm;
      xi[pivotCol[k]!] = (si * pr - sr * pi) / norm;
    }
  }

  /** Solves Aᵀ·z = c with the same factors: one solve gives the transfer from every source to one output. `c` is used up. */
  solveTransposed(cr: Float64Array, ci: Float64Array, zr: Float64Array, zi: Float64Array): void {
    const { n, pivotRow, pivotCol, pivotSlot, lowerStart, lowerRow, lowerSlot, upperStart, upperCol, upperSlot } = this.plan;
    const { re, im } = this;
    for (let k = 0; k < n; k++) {
      const [pr, pi] = [re[pivotSlot[k]!]!, im[pivotSlot[k]!]!];
      const norm = pr * pr + pi * pi;
      const [tr, ti] = [cr[pivotCol[k]!]!, ci[pivotCol[k]!]!];
      const [yr, yi] = [(tr * pr + ti * pi) / norm, (ti * pr - tr * pi) / norm];
      zr[pivotRow[k]!] = yr;
      zi[pivotRow[k]!] = yi;
      for (let e = upperStart[k]!; e < upperStart[k + 1]!; e++) {
        const [s, col] = [upperSlot[e]!, upperCol[e]!];
        cr[col]! -= re[s]! * yr - im[s]! * yi;
        ci[col]! -= re[s]! * yi + im[s]! * yr;
      }
    }
    for (let k = n - 1; k >= 0; k--) {
      let [sr, si] = [zr[pivotRow[k]!]!, zi[pivotRow[k]!]!];
      for (let e = lowerStart[k]!; e < lowerStart[k + 1]!; e++) {
        const [s, row] = [lowerSlot[e]!, lowerRow[e]!];
        sr -= re[s]! * zr[row]! - im[s]! * zi[row]!;
        si -= re[s]! * zi[row]! + im[s]! * zr[row]!;
      }
      zr[pivotRow[k]!] = sr;
      zi[pivotRow[k]!] = si;
    }
  }
}
