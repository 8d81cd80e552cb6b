import { describe, expect, it } from 'vitest';
import type { Band } from '../../src/core/board/curves.ts';
import { curveSvg, extent } from '../../src/print/curve-svg.ts';

const inks = { ground: '#fff', ink: '#111', soft: '#555', line: '#ddd', copper: '#a50', fail: '#c00' };
const band = (more: Partial<Band['curve']> = {}, values: (number | null)[] = [1, 10, 100]): Band => ({
  curve: {
    id: 'it',
    title: 'Gain <in> & out',
    x: { label: 'frequency', unit: 'Hz', log: true, from: 1, to: 100 },
    y: { label: 'gain', unit: 'V', log: true },
    points: 3,
    marks: [
      { axis: 'x', value: 10, label: 'corner', limit: true },
      { axis: 'x', value: 1e6, label: 'far away' },
    ],
    ...more,
  },
  x: [1, 10, 100],
  nominal: values,
  low: values.map((v) => v && v * 0.9),
  high: values.map((v) => v && v * 1.1),
});
/** Points of the drawn line. */
const line = (svg: string) =>
  /<path d="M([^"]+)" fill="none" stroke="#a50"/
    .exec(svg)![1]!
    .split('L')
    .map((p) => p.split(' ').map(Number) as [number, number]);

describe('a curve as a drawing', () => {
  it('is straight on two logarithmic axes where the value grows with its abscissa', () => {
    const [a, b, c] = line(curveSvg(band(), inks));
    expect(b![0] - a![0]).toBeCloseTo(c![0] - b![0], 1);
    expect(b![1] - a![1]).toBeCloseTo(c![1] - b![1], 1);
    expect(c![1]).toBeLessThan(a![1]);
  });

  it('keeps every point inside, escapes words, and draws only marks in sight', () => {
    const svg = curveSvg(band(), inks);
    for (const [x, y] of line(svg)) {
      expect(x >= 0 && x <= 720).toBe(true);
      expect(y >= 0 && y <= 360).toBe(true);
    }
    expect(svg).toContain('Gain &lt;in&gt; &amp; out');
    expect(svg).toContain('corner');
    expect(svg).not.toContain('far away');
    expect(svg).not.toMatch(/NaN|Infinity|undefined/);
  });

  it('leaves gaps out and stands a curve without any height', () => {
    expect(line(curveSvg(band({}, [1, null, 100]), inks))).toHaveLength(2);
    const flat = band({ y: { label: 'v', unit: 'V' } }, [0, 0, 0]);
    expect(extent(flat)[0]).toBeLessThan(extent(flat)[1]);
    expect(curveSvg(flat, inks)).not.toMatch(/NaN|Infinity/);
  });
});
