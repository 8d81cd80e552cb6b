import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { agrees, alone, check, nominal } from '../../../testing/boards.ts';

const box = (given: object = {}, more: object = {}) => alone('enclosure-thermal', given as never, {}, more);
const inside = (given: object) => nominal(box(given), 'insideRise');

describe('the air inside', () => {
  it('is that outside when nothing heats it, whatever the box', () => {
    for (const style of ['sealed', 'vented', 'fan']) expect(inside({ style, totalDissipation: 0, fanFlow: 0.01, ventInlet: 1e-3, ventOutlet: 1e-3 })).toBe(0);
  });
  it('rises with heat and sunshine alike', () => {
    expect(inside({ totalDissipation: 3, solarPower: 2 })).toBeCloseTo(inside({ totalDissipation: 5 }), 9);
    expect(inside({ totalDissipation: 6 })).toBeGreaterThan(inside({ totalDissipation: 3 }));
  });
  it('a fan carries off what the heat balance of the air says', () => {
    const flow = 0.01;
    const s = box({ style: 'fan', fanFlow: flow, totalDissipation: 40 });
    const carried = 1.204 * (293.15 / 298.15) * 1006 * flow * nominal(s, 'insideRise');
    expect(nominal(s, 'airShare')).toBeCloseTo(carried / 40, 9);
    // A large flow carries nearly all.
    expect(inside({ style: 'fan', fanFlow: 1, totalDissipation: 40 })).toBeCloseTo(40 / (1.204 * (293.15 / 298.15) * 1006), 1);
  });
  it('vents help, and the narrower of the two decides', () => {
    const vented = (ventInlet: number, ventOutlet: number) => inside({ style: 'vented', totalDissipation: 10, ventInlet, ventOutlet });
    expect(vented(1e-3, 1e-3)).toBeLessThan(inside({ totalDissipation: 10 }));
    expect(vented(1e-4, 1)).toBeCloseTo(vented(1, 1e-4), 9);
    expect(vented(0, 1e-2)).toBeCloseTo(inside({ totalDissipation: 10 }), 9);
    expect(check(box({ style: 'vented', ventInlet: 1e-3 }), 'vents-open')!.status).toBe('fail');
  });
  it('metal, more surface and a free wall make it cooler', () => {
    expect(inside({ material: 'painted-steel' })).toBeLessThan(inside({ material: 'plastic' }));
    expect(inside({ material: 'bare-aluminium' })).toBeGreaterThan(inside({ material: 'anodised-aluminium' }));
    expect(inside({ width: 0.3 })).toBeLessThan(inside({ width: 0.15 }));
    expect(inside({ mounting: 'free' })).toBeLessThan(inside({ mounting: 'table' }));
  });
  it('the vents named by the help hold the limit', () => {
    const hot = { totalDissipation: 12, maximumInside: 45, wallThickness: 0.001 };
    const help = check(box(hot), 'inside-temperature')!.help;
    const area = Number(/Vents of ([\d.]+)\u202fmm²/.exec(help)![1]) * 1e-6;
    expect(check(box({ ...hot, style: 'vented', ventInlet: area, ventOutlet: area }), 'inside-temperature')!.status).not.toBe('fail');
  });
});

describe('what sits beside something hot', () => {
  it('above is worse than below, below worse than beside, far away nothing', () => {
    const rise = (sensitivePosition: string, sensitiveDistance = 0.01) => nominal(box({ hotPower: 2, sensitivePosition, sensitiveDistance }), 'localRise');
    expect([rise('above-hot'), rise('below-hot'), rise('beside'), rise('apart')]).toEqual([20, 10, 5, 0]);
    expect(rise('beside', 0.02)).toBeCloseTo(rise('beside') / 2, 12);
  });
  it('a cool block hurts nothing, wherever it is', () => {
    expect(check(box({ hotPower: 0.2, sensitivePosition: 'above-hot' }), 'placement')!.status).toBe('ok');
    expect(check(box({ hotPower: 0.5, sensitivePosition: 'above-hot' }), 'placement')).toMatchObject({ status: 'fail', margin: null });
  });
});

describe('any box, its balance found by halving', () => {
  const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const WALLS = {
    'painted-steel': [0.9, 50],
    'bare-aluminium': [0.1, 200],
    'anodised-aluminium': [0.8, 200],
    plastic: [0.9, 0.2],
    wood: [0.9, 0.12],
  } as const;
  const design = fc.record({
    style: fc.constantFrom('sealed', 'vented', 'fan'),
    material: fc.constantFrom(...(Object.keys(WALLS) as (keyof typeof WALLS)[])),
    mounting: fc.constantFrom('free', 'table', 'wall'),
    width: real(0.05, 0.4),
    height: real(0.03, 0.2),
    depth: real(0.05, 0.3),
    wallThickness: real(0.001, 0.01),
    totalDissipation: real(0.5, 20),
    solarPower: real(0, 10),
    ventInlet: real(1e-4, 2e-3),
    ventOutlet: real(1e-4, 2e-3),
    ventHeight: real(0.01, 0.1),
    fanFlow: real(1e-4, 5e-3),
    altitude: real(0, 3000),
    hotPower: real(0, 2),
    sensitivePosition: fc.constantFrom('apart', 'beside', 'above-hot', 'below-hot'),
    sensitiveDistance: real(0.003, 0.05),
  });
  /** Where a rising function crosses a level. */
  const crossing = (f: (x: number) => number, level: number, most: number) => {
    let [a, b] = [0, most];
    for (let k = 0; k < 80; k++) [a, b] = f((a + b) / 2) < level ? [(a + b) / 2, b] : [a, (a + b) / 2];
    return a;
  };
  it('agrees in every outcome', () => {
    fc.assert(
      fc.property(design, real(-10, 45), (g, ta) => {
        const s = alone('enclosure-thermal', g, {}, { conditions: { ambient: ta } });
        const [emissivity, conductivity] = WALLS[g.material];
        const d = (1 - 2.25577e-5 * g.altitude) ** 4.2559;
        const { width: w, height: h, depth: dp } = g;
        const area = w * dp * (1 + (g.mounting === 'table' ? 0 : 0.5)) + 2 * h * dp + w * h * (g.mounting === 'wall' ? 1 : 2);
        const through = (x: number) =>
          area * (1.42 * (x / h) ** 0.25 * Math.sqrt(d) * x + emissivity * 5.670374419e-8 * ((ta + x + 273.15) ** 4 - (ta + 273.15) ** 4));
        const insideOf = (x: number) => {
          const q = through(x);
          return ta + x + (q * g.wallThickness) / (conductivity * area) + (q / ((area * 1.42 * Math.sqrt(d)) / h ** 0.25)) ** 0.8;
        };
        const flow = (ti: number) => {
          if (g.style === 'sealed') return 0;
          if (g.style === 'fan') return g.fanFlow;
          const vents = 1 / Math.sqrt(g.ventInlet ** -2 + g.ventOutlet ** -2);
          return 0.6 * vents * Math.sqrt((2 * 9.80665 * g.ventHeight * (ti - ta)) / (ti + 273.15));
        };
        const away = (ti: number) => 1.204 * (293.15 / (ta + 273.15)) * d * 1006 * flow(ti) * (ti - ta);
        const heat = g.totalDissipation + g.solarPower;
        const x = crossing((wall) => through(wall) + away(insideOf(wall)), heat, 2000);
        const ti = insideOf(x);
        const near = { apart: 0, beside: 2.5, 'above-hot': 10, 'below-hot': 5 }[g.sensitivePosition];
        const local = g.hotPower * near * Math.min(1, 0.01 / g.sensitiveDistance);
        agrees(
          s,
          {
            effectiveArea: area,
            insideTemperature: ti,
            insideRise: ti - ta,
            wallTemperature: ta + x,
            sealedRise: insideOf(crossing(through, heat, 2000)) - ta,
            airFlow: flow(ti),
            airShare: away(ti) / heat,
            thermalResistance: (ti - ta) / heat,
            localRise: local,
            sensitiveTemperature: ti + local,
          },
          1e-6,
        );
      }),
      { numRuns: 100 },
    );
  });
});
