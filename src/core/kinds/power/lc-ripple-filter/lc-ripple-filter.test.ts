import { describe, expect, it } from 'vitest';
import { alone, check, nominal } from '../../../testing/boards.ts';
import { Answers, lcAt, type LcNetwork } from './network.ts';

const section = (more: object = {}) => ({ henries: 1e-5, dcr: 0.05, own: 0, farads: 1e-5, esr: 0.02, esl: 0, damper: null, ...more });
const net = (more: Partial<LcNetwork> = {}): LcNetwork => ({ source: 0.01, sections: [section()], conductance: 0, ...more });

describe('one section', () => {
  it('far above its resonance falls by 40 dB a decade', () => {
    const ideal = net({ sections: [section({ esr: 0 })] });
    expect(lcAt(ideal, 1e6, false).transfer / lcAt(ideal, 1e7, false).transfer).toBeCloseTo(100, 0);
  });
  it('peaks by its Q, 1/(R·√(C/L)), where it is sharp', () => {
    const q = 1 / ((0.05 + 0.01 + 0.02) * Math.sqrt(1));
    expect(new Answers(net()).transfer).toBeCloseTo(q, 0);
  });
  it('its damping is that of a series RLC: half of 1/Q', () => {
    expect(new Answers(net()).damping).toBeCloseTo(0.08 / 2, 3);
  });
  it('overshoots at turn-on as a series RLC does', () => {
    const zeta = new Answers(net()).damping;
    expect(new Answers(net({ sections: [section({ esr: 1e-5, dcr: 0.07 })] })).stepPeak).toBeCloseTo(
      1 + Math.exp((-Math.PI * zeta) / Math.sqrt(1 - zeta ** 2)),
      2,
    );
  });
  it('falls by the surge impedance at a load step, where nothing damps it', () => {
    expect(new Answers(net({ source: 0, sections: [section({ esr: 1e-5, dcr: 0 })] })).stepFall).toBeCloseTo(1, 2);
  });
  it('the optimum damper brings the peak impedance to √(L/C)·√(2(2+n))/n', () => {
    const n = 4;
    const ohms = Math.sqrt(((2 + n) * (4 + 3 * n)) / (2 * n * n * (4 + n)));
    const damped = net({ source: 0, sections: [section({ dcr: 0, esr: 0, damper: { ohms, farads: n * 1e-5 } })] });
    expect(new Answers(damped).impedance).toBeCloseTo(Math.sqrt(2 * (2 + n)) / n, 4);
  });
  it('a constant-power load takes damping away, and too much of it oscillates', () => {
    expect(new Answers(net({ conductance: -0.02 })).damping).toBeLessThan(new Answers(net()).damping);
    expect(new Answers(net({ conductance: -1 })).damping).toBeLessThan(0);
  });
});

describe('a stage', () => {
  const filter = (given: object = {}, parts: object = {}) => alone('lc-ripple-filter', given as never, parts as never);
  it('loses inductance towards saturation', () => {
    const at = (loadCurrent: number) =>
      nominal(filter({ loadCurrent }, { L1: { value: 1e-5, saturationCurrent: 1 }, C1: { value: 1e-5 } }), 'resonanceFrequency');
    expect(at(0.2)).toBeCloseTo(at(0), -1);
    expect((at(0) / at(1)) ** 2).toBeCloseTo(0.7, 6);
  });
  it('is limited by what passes beside it', () => {
    const s = filter({ couplingLimit: 40 }, { L1: { value: 1e-4 }, C1: { value: 1e-4 } });
    expect(nominal(s, 'attenuation')).toBeLessThan(40.01);
    expect(check(filter({ couplingLimit: 30 }, { L1: { value: 1e-4 }, C1: { value: 1e-4 } }), 'output-ripple')!.help).toContain('layout');
  });
  it('sizing with dampers holds ripple and peaking', () => {
    const s = filter({ maximumPeaking: 4 }, { RD1: {}, CD1: {} });
    expect(check(s, 'output-ripple')!.status).not.toBe('fail');
    expect(check(s, 'peaking')!.status).not.toBe('fail');
  });
});
