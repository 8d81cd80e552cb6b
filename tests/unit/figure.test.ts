import { told } from '../../src/core/testing/tellings.ts';
import { describe, expect, it } from 'vitest';
import { KINDS } from '../../src/core/kinds/all.ts';
import { variations } from '../../src/core/testing/variations.ts';
import { coverOf, figureSvg, layoutOf, obstaclesOf } from '../../src/print/figure.ts';
import { MANY_TERMINAL, TWO_TERMINAL, type SymbolDef } from '../../src/print/symbols.ts';

const inks = { ground: '#fff', ink: '#111', soft: '#555', copper: '#a50' };
const symbols: [string, SymbolDef][] = [...Object.entries(TWO_TERMINAL), ...Object.entries(MANY_TERMINAL)];

/** End points of the commands of a path, as far as straight and curved lines reach. */
function points(d: string): [number, number][] {
  const found: [number, number][] = [];
  let [x, y, sx, sy] = [0, 0, 0, 0];
  for (const [, c, args] of d.matchAll(/([MLHVhvlmaAZz])([^MLHVhvlmaAZz]*)/g)) {
    const n = (args!.match(/-?\d*\.?\d+/g) ?? []).map(Number);
    const step = { M: 2, m: 2, L: 2, l: 2, H: 1, h: 1, V: 1, v: 1, a: 7, A: 7, Z: 1, z: 1 }[c!]!;
    if (c === 'Z' || c === 'z') [x, y] = [sx, sy];
    for (let i = 0; i < n.length; i += step) {
      if (c === 'M' || c === 'L') [x, y] = [n[i]!, n[i + 1]!];
      else if (c === 'm' || c === 'l') [x, y] = [x + n[i]!, y + n[i + 1]!];
      else if (c === 'H') x = n[i]!;
      else if (c === 'h') x += n[i]!;
      else if (c === 'V') y = n[i]!;
      else if (c === 'v') y += n[i]!;
      else if (c === 'a') [x, y] = [x + n[i + 5]!, y + n[i + 6]!];
      if (c === 'M') [sx, sy] = [x, y];
      found.push([x, y]);
    }
  }
  return found;
}

describe('symbols', () => {
  it.each(symbols)('%s touches each of its terminals and stays within its reach', (_name, def) => {
    const drawn = points(`${def.lines}${def.open ?? ''}${def.solid ?? ''}`);
    const [left, top, right, bottom] = def.reach;
    for (const [x, y] of drawn) {
      expect(x >= left - 0.01 && x <= right + 0.01, `x ${x}`).toBe(true);
      expect(y >= top - 0.01 && y <= bottom + 0.01, `y ${y}`).toBe(true);
    }
    for (const [tx, ty] of def.terminals) expect(drawn.some(([x, y]) => Math.hypot(x - tx, y - ty) < 0.01)).toBe(true);
  });

  it('no two look alike', () => {
    const looks = symbols.map(([, s]) => [s.lines, s.open, s.solid].join('|'));
    expect(new Set(looks).size).toBe(looks.length);
  });
});

describe.each(KINDS.map((k) => [k.id, k] as const))('the figure of %s', (_id, kind) => {
  let kept: ReturnType<typeof draw> | null = null;
  const draw = () =>
    [...variations(kind)].map(({ what, stage }) => {
      const figure = told({ kind }).figure(stage.judged as never);
      return { what, figure, labels: layoutOf(figure).labels };
    });
  /** Drawn when the first of its tests runs: not all kinds are looked at every time. */
  const drawn = () => (kept ??= draw());

  it('has no label over another, whatever is chosen', () => {
    for (const { what, labels } of drawn())
      labels.forEach((a, i) =>
        labels.slice(i + 1).forEach((b) => {
          const [p, q] = [coverOf(a), coverOf(b)];
          const apart = p[2] <= q[0] + 1 || q[2] <= p[0] + 1 || p[3] <= q[1] + 1 || q[3] <= p[1] + 1;
          expect(apart, `“${a.text}” and “${b.text}” with ${what}`).toBe(true);
        }),
      );
  });

  it('has no label on a symbol or a wire', () => {
    for (const { what, figure, labels } of drawn()) {
      const obstacles = obstaclesOf(figure);
      for (const l of labels) {
        const [left, top, right, bottom] = coverOf(l);
        for (const { box, inside } of obstacles) {
          const within = inside && left >= box[0] - 1 && right <= box[2] + 1 && top >= box[1] - 1 && bottom <= box[3] + 1;
          const apart = right <= box[0] + 1 || left >= box[2] - 1 || bottom <= box[1] + 1 || top >= box[3] - 1;
          expect(within || apart, `“${l.text}” on ${box.join(' ')} with ${what}`).toBe(true);
        }
      }
    }
  });

  it('keeps its labels inside', () => {
    for (const { what, figure, labels } of drawn())
      for (const l of labels) {
        const [left, top, right, bottom] = coverOf(l);
        const where = `“${l.text}” with ${what}`;
        expect(left, where).toBeGreaterThanOrEqual(-2);
        expect(right, where).toBeLessThanOrEqual(figure.width + 2);
        expect(top, where).toBeGreaterThanOrEqual(-2);
        expect(bottom, where).toBeLessThanOrEqual(figure.height + 2);
      }
  });

  it('is a drawing of its own, with all its words', () => {
    for (const { what, figure, labels } of drawn()) {
      const svg = figureSvg(figure, inks);
      expect(svg, what).toMatch(/^<svg xmlns/);
      expect(svg, what).not.toMatch(/NaN|undefined|Infinity/);
      expect(svg.match(/<text /g), what).toHaveLength(labels.length);
    }
  });
});
