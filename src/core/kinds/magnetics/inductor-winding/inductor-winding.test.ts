import { describe, expect, it } from 'vitest';
import { alone, ends, nominal } from '../../../testing/boards.ts';
import { copperArea, dowell, settled, skinDepth, turnsThatFit } from '../../../physics/winding.ts';

describe('resistance at a frequency', () => {
  const wire = { diameter: 1e-3, outerDiameter: 1e-3, strands: 1, layers: 1 };
  it('is that for direct current in thin wire, and grows with the root of the frequency in thick', () => {
    expect(dowell({ ...wire, diameter: 2e-6, outerDiameter: 2e-6 }, 1000, 20)).toBeCloseTo(1, 6);
    expect(dowell(wire, 1e8, 20) / dowell(wire, 1e6, 20)).toBeCloseTo(10, 1);
  });
  it('never falls with frequency, layers or strands', () => {
    let last = 0;
    for (const f of [10, 1e3, 1e4, 1e5, 1e6, 1e7]) {
      const now = dowell({ ...wire, layers: 3 }, f, 20);
      expect(now).toBeGreaterThanOrEqual(last);
      expect(dowell({ ...wire, layers: 4 }, f, 20)).toBeGreaterThanOrEqual(now);
      last = now;
    }
  });
  it('copper of 20 °C has a depth of 66 µm at 1 MHz', () => {
    expect(skinDepth(1e6, 20)).toBeCloseTo(6.61e-5, 6);
  });
});

it('settles where its loss and the temperature it makes agree, or runs away', () => {
  const t = settled(30, 20, (c) => 1 + 0.004 * (c - 20))!;
  expect(t).toBeCloseTo(30 + 20 * (1 + 0.004 * (t - 20)), 9);
  expect(settled(30, 300, (c) => 1 + 0.004 * (c - 20))).toBeNull();
});

it('an air coil of one layer has the inductance that its field gives: within a few percent of the long solenoid', () => {
  const [turns, radius, length] = [100, 0.004, 0.12];
  const s = alone('inductor-winding', { core: 'air' }, { L1: { radius, length }, W1: { turns } });
  const long = (4e-7 * Math.PI * turns ** 2 * Math.PI * radius ** 2) / length;
  // End effects take off some 3 % here (Nagaoka's coefficient 0.97).
  expect(nominal(s, 'inductance') / long).toBeGreaterThan(0.95);
  expect(nominal(s, 'inductance') / long).toBeLessThan(0.99);
});

it('a core without a gap to speak of has the inductance of its permeability', () => {
  const L1 = { gap: 1e-9, relativePermeability: 2000, coreArea: 5e-5, pathLength: 0.06 };
  const s = alone('inductor-winding', { core: 'gapped' }, { L1, W1: { turns: 10 } });
  expect(nominal(s, 'inductance') / ((4e-7 * Math.PI * 2000 * 100 * 5e-5) / 0.06)).toBeCloseTo(1, 3);
});

describe('sizing', () => {
  it('takes the fewest turns that hold at the worst end', () => {
    for (const wanted of [2e-5, 1e-4, 4e-4]) {
      const given = { minimumInductance: wanted, loadCurrent: 1, rippleCurrent: 0.2 };
      const sized = alone('inductor-winding', given);
      const turns = sized.judged.x.parts.W1.turns as number;
      expect(ends(sized, 'inductanceAtPeak').low!).toBeGreaterThanOrEqual(wanted);
      expect(ends(alone('inductor-winding', given, { W1: { turns: turns - 1 } }), 'inductanceAtPeak').low!).toBeLessThan(wanted);
    }
  });
  it('its wire fits the window and stays cool where any does', () => {
    const s = alone('inductor-winding', { loadCurrent: 1.5 });
    expect(s.checks.filter((c) => c.severity === 'must').map((c) => c.status)).not.toContain('fail');
    const { W1, L1 } = s.judged.x.parts;
    expect(W1.turns * copperArea(W1)).toBeLessThanOrEqual(0.4 * L1.windowArea);
    expect(turnsThatFit(W1, L1.windowHeight)).toBeGreaterThanOrEqual(W1.turns);
  });
});
