import { describe, expect, it } from 'vitest';
import { alone, check, nominal } from '../../../testing/boards.ts';

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
