import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planElimination, RealLu, ComplexLu } from '../linear/sparse-lu.ts';
import { acSweep, gainDb, logGrid, noiseAnalysis, phaseDegrees } from './ac.ts';
import type { Element, Netlist } from './netlist.ts';
import { operatingPoint } from './operating-point.ts';

const net = (...elements: Element[]): Netlist => ({ elements, celsius: 25 });
const r = (name: string, a: string, b: string, ohms: number): Element => ({ is: 'resistor', name, a, b, ohms });
const c = (name: string, a: string, b: string, farads: number, esr = 0): Element => ({ is: 'capacitor', name, a, b, farads, esr });
const l = (name: string, a: string, b: string, henries: number, dcr = 0): Element => ({ is: 'inductor', name, a, b, henries, dcr });
const v = (name: string, a: string, value: number, ac = 0): Element => ({ is: 'voltage', name, a, b: '0', wave: { sort: 'dc', value }, ac });
const opamp = (p: string, n: string, out: string, more: object = {}): Element => ({
  is: 'opamp',
  name: 'U1',
  p,
  n,
  out,
  openLoopGain: 1e5,
  gainBandwidth: 1e6,
  ...more,
});
const dc = (n: Netlist): Record<string, number> => {
  const s = operatingPoint(n);
  if (!s.ok) throw new Error(s.reason);
  return s.voltages;
};

/** Complex numbers enough to work networks out by hand. */
type C = [number, number];
const mul = ([a, b]: C, [x, y]: C): C => [a * x - b * y, a * y + b * x];
const div = ([a, b]: C, [x, y]: C): C => [(a * x + b * y) / (x * x + y * y), (b * x - a * y) / (x * x + y * y)];
const plus = ([a, b]: C, [x, y]: C): C => [a + x, b + y];
const par = (a: C, b: C): C => div(mul(a, b), plus(a, b));
const size = ([a, b]: C) => Math.hypot(a, b);

describe('sparse LU', () => {
  /** A random system with a pattern and its dense twin. */
  const systems = fc.integer({ min: 2, max: 14 }).chain((n) =>
    fc.record({
      n: fc.constant(n),
      cells: fc.uniqueArray(fc.tuple(fc.nat(n - 1), fc.nat(n - 1), fc.double({ min: -5, max: 5, noNaN: true }), fc.double({ min: -5, max: 5, noNaN: true })), {
        selector: ([i, j]) => i * 100 + j,
        maxLength: 4 * n,
      }),
    }),
  );
  const lay = ({ n, cells }: { n: number; cells: [number, number, number, number][] }) => {
    // A heavy diagonal keeps the twin well conditioned.
    const all = [...cells.filter(([i, j]) => i !== j), ...Array.from({ length: n }, (_, i) => [i, i, 20 + i, 3] as [number, number, number, number])];
    return { pattern: { n, rows: all.map((k) => k[0]), cols: all.map((k) => k[1]) }, re: all.map((k) => k[2]), im: all.map((k) => k[3]) };
  };

  it('solves what multiplying back gives, real', () => {
    fc.assert(
      fc.property(systems, (s) => {
        const { pattern, re } = lay(s);
        const planned = planElimination(pattern, re);
        if (!planned.ok) throw new Error('singular');
        const lu = new RealLu(planned.plan);
        lu.values.set(re);
        expect(lu.factor()).toBe(-1);
        const wanted = Float64Array.from({ length: s.n }, (_, i) => Math.sin(i + 1));
        const b = new Float64Array(s.n);
        re.forEach((a, k) => (b[pattern.rows[k]!]! += a * wanted[pattern.cols[k]!]!));
        const x = new Float64Array(s.n);
        lu.solve(b, x);
        x.forEach((xi, i) => expect(xi).toBeCloseTo(wanted[i]!, 10));
      }),
    );
  });

  it('solves complex systems and their transposes', () => {
    fc.assert(
      fc.property(systems, fc.boolean(), (s, transposed) => {
        const { pattern, re, im } = lay(s);
        const planned = planElimination(pattern, re, im);
        if (!planned.ok) throw new Error('singular');
        const lu = new ComplexLu(planned.plan);
        lu.re.set(re);
        lu.im.set(im);
        expect(lu.factor()).toBe(-1);
        const [wr, wi] = [Float64Array.from({ length: s.n }, (_, i) => Math.cos(i)), Float64Array.from({ length: s.n }, (_, i) => Math.sin(2 * i))];
        const [br, bi, xr, xi] = Array.from({ length: 4 }, () => new Float64Array(s.n)) as [Float64Array, Float64Array, Float64Array, Float64Array];
        re.forEach((a, k) => {
          const [row, col] = transposed ? [pattern.cols[k]!, pattern.rows[k]!] : [pattern.rows[k]!, pattern.cols[k]!];
          br[row]! += a * wr[col]! - im[k]! * wi[col]!;
          bi[row]! += a * wi[col]! + im[k]! * wr[col]!;
        });
        if (transposed) lu.solveTransposed(br, bi, xr, xi);
        else lu.solve(br, bi, xr, xi);
        xr.forEach((x, i) => expect(x).toBeCloseTo(wr[i]!, 10));
        xi.forEach((x, i) => expect(x).toBeCloseTo(wi[i]!, 10));
      }),
    );
  });

  it('names the unknown that has no pivot', () => {
    expect(planElimination({ n: 2, rows: [0, 0], cols: [0, 1] }, [1, 1]).ok).toBe(false);
  });
});

describe('operating point', () => {
  it('of a loaded divider and of a bridge', () => {
    expect(dc(net(v('V1', 'in', 12), r('R1', 'in', 'out', 9000), r('R2', 'out', '0', 3000))).out).toBeCloseTo(3, 12);
    const bridge = dc(
      net(v('V1', 'in', 10), r('R1', 'in', 'a', 1000), r('R2', 'a', '0', 2000), r('R3', 'in', 'b', 2000), r('R4', 'b', '0', 1000), r('R5', 'a', 'b', 500)),
    );
    // Kirchhoff at a and b: (10−a)/1000 = a/2000 + (a−b)/500, (10−b)/2000 + (a−b)/500 = b/1000
    const [a, b] = [bridge.a!, bridge.b!];
    expect((10 - a) / 1000 - a / 2000 - (a - b) / 500).toBeCloseTo(0, 12);
    expect((10 - b) / 2000 + (a - b) / 500 - b / 1000).toBeCloseTo(0, 12);
  });

  it('balances currents at every node of random resistor networks', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(6), fc.nat(6), fc.double({ min: 10, max: 1e6, noNaN: true })), { minLength: 8, maxLength: 20 }), (edges) => {
        const nodes = (i: number) => (i === 0 ? '0' : `n${i}`);
        const spine = Array.from({ length: 6 }, (_, i) => r(`S${i}`, nodes(i), nodes(i + 1), 1000));
        const rs = edges.filter(([p, q]) => p !== q).map(([p, q, ohms], i) => r(`R${i}`, nodes(p), nodes(q), ohms));
        const x = dc(net({ is: 'current', name: 'I1', a: '0', b: 'n6', wave: { sort: 'dc', value: 1e-3 } }, ...spine, ...rs));
        const at = (n: string) => (n === '0' ? 0 : x[n]!);
        for (const node of ['n1', 'n2', 'n3', 'n4', 'n5', 'n6']) {
          const sum = [...spine, ...rs].reduce(
            (total, e) =>
              e.is !== 'resistor' ? total : e.a === node ? total + (at(e.a) - at(e.b)) / e.ohms : e.b === node ? total + (at(e.b) - at(e.a)) / e.ohms : total,
            0,
          );
          expect(sum - (node === 'n6' ? 1e-3 : 0)).toBeCloseTo(0, 12);
        }
      }),
    );
  });

  it('of a diode meets its own law', () => {
    const x = dc(net(v('V1', 'in', 5), r('R1', 'in', 'd', 1000), { is: 'diode', name: 'D1', a: 'd', b: '0', saturation: 1e-14 }));
    const vt = 8.617333262e-5 * 298.15;
    expect(1e-14 * (Math.exp(x.d! / vt) - 1)).toBeCloseTo((5 - x.d!) / 1000, 9);
  });

  it('of diodes in series from a high voltage settles by continuation', () => {
    const chain = Array.from({ length: 8 }, (_, i): Element => ({ is: 'diode', name: `D${i}`, a: `n${i}`, b: i === 7 ? '0' : `n${i + 1}`, saturation: 1e-15 }));
    const x = dc(net(v('V1', 'in', 400), r('R1', 'in', 'n0', 10), ...chain));
    for (let i = 0; i < 7; i++) expect(x[`n${i}`]! - x[`n${i + 1}`]!).toBeCloseTo(x.n7!, 6);
  });

  it('of a bipolar switch saturates; of a MOSFET follows the square law', () => {
    const q = dc(
      net(v('VCC', 'vcc', 5), v('VB', 'in', 5), r('RC', 'vcc', 'c', 1000), r('RB', 'in', 'b', 10_000), {
        is: 'bipolar',
        name: 'Q1',
        c: 'c',
        b: 'b',
        e: '0',
        type: 1,
        saturation: 1e-15,
        forwardGain: 100,
      }),
    );
    expect(q.c).toBeLessThan(0.2);
    expect(q.b).toBeGreaterThan(0.6);
    const m = dc(
      net(v('VDD', 'vdd', 10), v('VG', 'g', 3), r('RD', 'vdd', 'd', 1000), {
        is: 'mosfet',
        name: 'M1',
        d: 'd',
        g: 'g',
        s: '0',
        type: 1,
        threshold: 2,
        k: 2e-3,
      }),
    );
    expect((10 - m.d!) / 1000).toBeCloseTo(1e-3, 9);
    const p = dc(
      net(v('VDD', 'vdd', 10), v('VG', 'g', 7), r('RD', 'd', '0', 1000), {
        is: 'mosfet',
        name: 'M1',
        d: 'd',
        g: 'g',
        s: 'vdd',
        type: -1,
        threshold: 2,
        k: 2e-3,
      }),
    );
    expect(p.d).toBeCloseTo(1, 9);
  });

  it('of an op amp: follows within its gain, and stops at its swing', () => {
    const follower = (volts: number) =>
      dc(net(v('V1', 'in', volts), opamp('in', 'out', 'out', { swing: [0.1, 4.9], outputResistance: 100 }), r('RL', 'out', '0', 10_000))).out!;
    expect(follower(2)).toBeCloseTo(2, 3);
    expect(follower(9)).toBeCloseTo((4.9 * 10_000) / 10_100, 6);
    expect(follower(-3)).toBeCloseTo((0.1 * 10_000) / 10_100, 6);
  });

  it.each<[string, Netlist, RegExp]>([
    ['a node behind a capacitor', net(v('V1', 'in', 5), c('C1', 'in', 'island', 1e-6)), /“island” floats/],
    ['two sources in parallel', net(v('V1', 'a', 5), v('V2', 'a', 5), r('R1', 'a', '0', 1000)), /not determined/],
    ['a coil across a source', net(v('V1', 'a', 5), l('L1', 'a', '0', 1e-3)), /not determined/],
  ])('%s is told by name, not by a crash', (_name, circuit, reason) => {
    const s = operatingPoint(circuit);
    expect(s.ok).toBe(false);
    if (!s.ok) expect(s.reason).toMatch(reason);
  });
});

describe('AC', () => {
  const frequencies = logGrid(1, 1e6, 61);
  const relative = (circuit: Netlist, out: string, by: (f: number) => C) => {
    const sweep = acSweep(circuit, frequencies, out);
    if (!sweep.ok) throw new Error(sweep.reason);
    frequencies.forEach((f, i) => {
      const [re, im] = by(f);
      expect(Math.hypot(sweep.re[i]! - re, sweep.im[i]! - im)).toBeLessThan(1e-9 * Math.max(size([re, im]), 1e-12));
    });
  };
  const zc = (f: number, farads: number): C => [0, -1 / (2 * Math.PI * f * farads)];
  const zl = (f: number, henries: number): C => [0, 2 * Math.PI * f * henries];

  it('of RC, RLC, a coil with resistance and a capacitor with ESR agrees with complex arithmetic', () => {
    relative(net(v('V1', 'in', 0, 1), r('R1', 'in', 'out', 4700), c('C1', 'out', '0', 2.2e-9)), 'out', (f) =>
      div(zc(f, 2.2e-9), plus([4700, 0], zc(f, 2.2e-9))),
    );
    relative(net(v('V1', 'in', 0, 1), r('R1', 'in', 'a', 50), l('L1', 'a', 'out', 1e-3, 3), c('C1', 'out', '0', 1e-8, 0.7)), 'out', (f) => {
      const below = plus([0.7, 0], zc(f, 1e-8));
      return div(below, plus(plus([53, 0], zl(f, 1e-3)), below));
    });
  });

  it('of a two-section ladder and a bridged T agrees with complex arithmetic', () => {
    relative(
      net(v('V1', 'in', 0, 1), r('R1', 'in', 'a', 1000), c('C1', 'a', '0', 1e-7), r('R2', 'a', 'out', 10_000), c('C2', 'out', '0', 1e-8)),
      'out',
      (f) => {
        const tail = plus([10_000, 0], zc(f, 1e-8));
        const load = par(zc(f, 1e-7), tail);
        return mul(div(load, plus([1000, 0], load)), div(zc(f, 1e-8), tail));
      },
    );
  });

  it('of coupled coils carries over by the mutual inductance', () => {
    const [l1, l2, k, load] = [1e-3, 4e-3, 0.9, 100];
    relative(
      net(
        v('V1', 'in', 0, 1),
        r('R1', 'in', 'a', 10),
        l('L1', 'a', '0', l1),
        l('L2', 'out', '0', l2),
        { is: 'coupling', name: 'K1', first: 'L1', second: 'L2', k },
        r('RL', 'out', '0', load),
      ),
      'out',
      (f) => {
        // Mesh equations: (R + jωL1)·i1 + jωM·i2 = 1, jωM·i1 + (RL + jωL2)·i2 = 0, out = −RL·i2 (i2 into L2 at its dot)
        const m = zl(f, k * Math.sqrt(l1 * l2));
        const a = plus([10, 0], zl(f, l1));
        const d = plus([load, 0], zl(f, l2));
        const [nr, ni] = mul(a, d);
        const [mr, mi] = mul(m, m);
        const i2 = div([-m[0], -m[1]], [nr - mr, ni - mi]);
        return mul([-load, 0], i2);
      },
    );
  });

  it('of an op amp with finite bandwidth is its closed form', () => {
    const [gain, a0, gbw] = [11, 1e5, 1e6];
    relative(net(v('V1', 'in', 0, 1), opamp('in', 'x', 'out'), r('R1', 'x', '0', 1000), r('R2', 'out', 'x', 10_000)), 'out', (f) =>
      div([1, 0], plus([1 / gain + 1 / a0, 0], [0, f / gbw])),
    );
  });

  it('is reciprocal for passive networks', () => {
    const middle: Element[] = [r('R1', 'p', 'a', 220), c('C1', 'a', '0', 1e-8), l('L1', 'a', 'q', 1e-4, 1), r('R2', 'q', '0', 470), c('C2', 'p', 'q', 3e-9)];
    const transfer = (from: string, to: string) => {
      const s = acSweep(
        net({ is: 'current', name: 'I', a: '0', b: from, wave: { sort: 'dc', value: 0 }, ac: 1 }, r('RP', 'p', '0', 1e4), ...middle),
        frequencies,
        to,
      );
      if (!s.ok) throw new Error(s.reason);
      return s;
    };
    const [there, back] = [transfer('p', 'q'), transfer('q', 'p')];
    there.re.forEach((re, i) => expect(Math.hypot(re - back.re[i]!, there.im[i]! - back.im[i]!)).toBeLessThan(1e-9 * Math.hypot(re, there.im[i]!)));
  });

  it('unwraps the phase of a cascade beyond 180 degrees', () => {
    const stages = Array.from({ length: 4 }, (_, i): Element[] => [
      { is: 'vcvs', name: `E${i}`, a: `b${i}`, b: '0', p: i === 0 ? 'in' : `o${i - 1}`, n: '0', gain: 1 },
      r(`R${i}`, `b${i}`, `o${i}`, 1000),
      c(`C${i}`, `o${i}`, '0', 1e-7),
    ]).flat();
    const s = acSweep(net(v('V1', 'in', 0, 1), ...stages), frequencies, 'o3');
    if (!s.ok) throw new Error(s.reason);
    const phase = phaseDegrees(s);
    frequencies.forEach((f, i) => expect(phase[i]).toBeCloseTo((-4 * Math.atan(2 * Math.PI * f * 1e-4) * 180) / Math.PI, 6));
    expect(gainDb(s).at(-1)).toBeLessThan(-200);
  });

  it('linearises a diode at its operating point: its dynamic resistance is Vt over its current', () => {
    const circuit = net(
      { is: 'current', name: 'I', a: '0', b: 'd', wave: { sort: 'dc', value: 1e-3 }, ac: 1 },
      { is: 'diode', name: 'D1', a: 'd', b: '0', saturation: 1e-14 },
    );
    const s = acSweep(circuit, logGrid(1, 10, 2), 'd');
    if (!s.ok) throw new Error(s.reason);
    expect(s.re[0]).toBeCloseTo((8.617333262e-5 * 298.15) / 1e-3, 6);
  });
});

describe('noise', () => {
  const k = 1.380649e-23 * 298.15;
  const analysed = (circuit: Netlist, from: number, to: number, points: number, out = 'out') => {
    const n = noiseAnalysis(circuit, logGrid(from, to, points), out);
    if (!n.ok) throw new Error(n.reason);
    return n;
  };

  it('of an RC over the whole band is kT/C, whatever the resistance', () => {
    for (const ohms of [100, 10_000, 1e6]) {
      const corner = 1 / (2 * Math.PI * ohms * 1e-9);
      const n = analysed(net(v('V1', 'in', 0), r('R1', 'in', 'out', ohms), c('C1', 'out', '0', 1e-9)), corner / 1e5, corner * 1e5, 2001);
      expect(n.total / Math.sqrt(k / 1e-9)).toBeCloseTo(1, 4);
    }
  });

  it('of an RLC tank with one lossy part is kT/C as well', () => {
    const n = analysed(net(r('R1', 'out', '0', 5000), l('L1', 'out', '0', 1e-3), c('C1', 'out', '0', 1e-9)), 1, 1e10, 20_001);
    expect(n.total / Math.sqrt(k / 1e-9)).toBeCloseTo(1, 3);
  });

  it('of an amplifier adds the closed forms of its parts, and says who makes it', () => {
    const circuit = net(
      v('V1', 'in', 0),
      { ...opamp('in', 'x', 'out'), openLoopGain: 1e9, gainBandwidth: 1e12, voltageNoise: 5e-9, voltageNoiseCorner: 100, currentNoise: 1e-12 } as Element,
      r('R1', 'x', '0', 1000),
      r('R2', 'out', 'x', 9000),
    );
    const n = analysed(circuit, 1e4, 2e4, 101);
    const f = 1e4;
    const wanted = Math.sqrt((5e-9 * 10) ** 2 * (1 + 100 / f) + 4 * k * 9000 + 4 * k * 1000 * 81 + (1e-12 * 9000) ** 2);
    expect(n.density[0]! / wanted).toBeCloseTo(1, 4);
    expect(n.contributions.reduce((sum, p) => sum + p.share, 0)).toBeCloseTo(1, 9);
    expect(n.contributions[0]!.part).toBe('U1');
  });

  it('integrates 1/f noise exactly over a coarse grid', () => {
    const circuit = net(v('V1', 'in', 0), {
      ...opamp('in', 'out', 'out'),
      openLoopGain: 1e9,
      gainBandwidth: 1e12,
      voltageNoise: 1e-9,
      voltageNoiseCorner: 1e6,
    } as Element);
    const n = analysed(circuit, 0.1, 10, 5);
    expect(n.total).toBeCloseTo(1e-9 * Math.sqrt(10 - 0.1 + 1e6 * Math.log(100)), 12);
  });
});
