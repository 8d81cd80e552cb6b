import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { agrees, alone, check, ends, nominal, refusals } from '../../../testing/boards.ts';

const sink = (given: object = {}, parts: object = {}, more: object = {}) => alone('heatsink', given as never, parts as never, more);
const plate = (watts: number, h1: object = {}, given: object = {}) =>
  sink({ style: 'plate', ...given }, { H1: { width: 0.08, length: 0.06, ...h1 }, Q1: { dissipation: watts } });

describe('a known sink', () => {
  it('junction is air plus heat times the sum of resistances', () => {
    const s = sink({}, { H1: { sinkToAmbient: 8 }, Q1: { dissipation: 4, junctionToCase: 1.5, caseToSink: 0.5 } });
    expect(nominal(s, 'junction1')).toBeCloseTo(25 + 4 * 10, 9);
  });
  it('the sink it asks for brings the hottest junction to its limit exactly', () => {
    const parts = { Q1: { dissipation: 9, maximumJunction: 110 }, Q2: { dissipation: 3, junctionToCase: 6, maximumJunction: 90 } };
    const need = nominal(sink({}, parts), 'sinkNeeded');
    const s = sink({}, { ...parts, H1: { sinkToAmbient: need } });
    const room = Math.min(110 - nominal(s, 'junction1'), 90 - nominal(s, 'junction2'));
    expect(room).toBeCloseTo(0, 9);
  });
  it('cools worse in thin air, with the square root of density', () => {
    const at = (altitude: number) => nominal(sink({ altitude }), 'sinkToAmbient');
    expect((at(3000) / at(0)) ** -2).toBeCloseTo(nominal(sink({ altitude: 3000 }), 'airDensityRatio'), 9);
    // Air at 3000 m of the standard atmosphere: 0.9093 kg/m³ against 1.225.
    expect(nominal(sink({ altitude: 3000 }), 'airDensityRatio')).toBeCloseTo(0.9093 / 1.225, 3);
  });
});

describe('a plate', () => {
  it('gives off by air and radiation what goes in', () => {
    const s = plate(5);
    const rise = nominal(s, 'sinkTemperature') - 25;
    const convection = nominal(s, 'filmCoefficient') * 2 * 0.08 * 0.06 * rise;
    const radiation = 0.85 * 5.670374419e-8 * 2 * 0.08 * 0.06 * ((298.15 + rise) ** 4 - 298.15 ** 4);
    expect(convection + radiation).toBeCloseTo(5, 8);
  });
  it('is better with more heat, larger, blacker or blown on', () => {
    const theta = (...a: Parameters<typeof plate>) => nominal(plate(...a), 'sinkToAmbient');
    expect(theta(10)).toBeLessThan(theta(2));
    expect(theta(5, { width: 0.12 })).toBeLessThan(theta(5));
    expect(theta(5, { emissivity: 0.1 })).toBeGreaterThan(theta(5));
    expect(theta(5, {}, { airSpeed: 3 })).toBeLessThan(theta(5));
  });
});

describe('fins', () => {
  const finned = (h1: object, given: object = {}) => sink({ style: 'finned', ...given }, { H1: { width: 0.1, length: 0.1, ...h1 }, Q1: { dissipation: 15 } });
  it('too narrow a gap chokes the flow: the best count lies between few and many', () => {
    const theta = (finCount: number) => nominal(finned({ finCount, finThickness: 0.001 }), 'sinkToAmbient');
    const all = [3, 6, 10, 14, 20, 40, 70].map(theta);
    const best = all.indexOf(Math.min(...all));
    expect(best).toBeGreaterThan(0);
    expect(best).toBeLessThan(all.length - 1);
  });
  it('thick fins of good conductors are nearly ideal, thin poor ones are not', () => {
    expect(nominal(finned({ finThickness: 0.003 }), 'finEfficiency')).toBeGreaterThan(0.97);
    expect(nominal(finned({ finThickness: 0.0005, conductivity: 15, finHeight: 0.05 }), 'finEfficiency')).toBeLessThan(0.8);
  });
  it('fins wider than their sink, or one alone, are refused by name', () => {
    const refuse = (finCount: number) => refusals([{ id: 'it', kind: 'heatsink', given: { style: 'finned' }, parts: { H1: { width: 0.01, finCount } } }]);
    expect(refuse(8)[0]!.path).toBe('stages[0].parts.H1.finCount');
    expect(refuse(1)[0]!.path).toBe('stages[0].parts.H1.finCount');
  });
});

describe('pulses', () => {
  const pulsed = (pulseWidth: number) => sink({ pulsePower: 20, pulseWidth, period: pulseWidth * 10 }, { Q1: { dissipation: 4, thermalTime: 0.01 } });
  it('very short ones are felt as their average, very long ones as steady', () => {
    expect(nominal(pulsed(1e-6), 'junctionPeak')).toBeCloseTo(nominal(pulsed(1e-6), 'junction1'), 1);
    const long = pulsed(10);
    // Average 4 W of which 2 W come in pulses: the die sees 2 W and 20 W more while one lasts.
    expect(nominal(long, 'junctionPeak')).toBeCloseTo(nominal(long, 'sinkTemperature') + 4 * 0.5 + (2 + 20) * 2, 6);
  });
  it('pulses that hold more than the average are impossible, not a number', () => {
    const s = sink({ pulsePower: 100, pulseWidth: 0.005 });
    expect(ends(s, 'junctionPeak').nominal).toBeNull();
    expect(check(s, 'junction-peak')!.status).toBe('fail');
  });
});

describe('any sink, its balance found by halving', () => {
  const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const design = fc.record({
    style: fc.constantFrom('known', 'plate', 'finned'),
    orientation: fc.constantFrom('vertical', 'horizontal'),
    airSpeed: fc.constantFrom(0, 0.5, 2, 8),
    altitude: real(0, 3000),
    pulsePower: fc.constantFrom(0, 1, 4),
  });
  const sink = fc.record({
    width: real(0.04, 0.15),
    length: real(0.03, 0.15),
    finCount: fc.integer({ min: 2, max: 12 }),
    finHeight: real(0.01, 0.05),
    conductivity: real(100, 230),
    emissivity: real(0.1, 0.9),
  });
  it('agrees in every outcome', () => {
    fc.assert(
      fc.property(design, sink, real(0.5, 8), real(0, 3), real(-10, 50), (g, k, p1, p2, ta) => {
        const thick = 0.0012;
        const s = alone(
          'heatsink',
          { ...g, pulseWidth: 0.001, period: 0.01 },
          {
            H1: { ...k, finThickness: thick, sinkToAmbient: 6, mass: 0.08 },
            Q1: { dissipation: p1, junctionToCase: 1.5, caseToSink: 0.4, maximumJunction: 150, thermalTime: 0.02 },
            Q2: { dissipation: p2, junctionToCase: 3, caseToSink: 1, maximumJunction: 125 },
          },
          { conditions: { ambient: ta } },
        );
        const p = p1 + p2;
        const d = (1 - 2.25577e-5 * g.altitude) ** 4.2559;
        const [w, l, n, hf] = [k.width, k.length, k.finCount, k.finHeight];
        const gap = (w - n * thick) / (n - 1);
        const radiate = (dt: number, area: number) => k.emissivity * 5.670374419e-8 * area * ((ta + dt + 273.15) ** 4 - (ta + 273.15) ** 4);
        /** Convection and radiation at a rise, with the film and the fins. */
        const leaves = (dt: number) => {
          const tf = ta + dt / 2 + 273.15;
          const air = { k: 0.02624 * (tf / 300) ** 0.8646, nu: (1.846e-5 * (tf / 300) ** 0.76) / (1.177 * (300 / tf) * d), pr: 0.707 };
          const re = (g.airSpeed * l) / air.nu;
          const nu = (re <= 5e5 ? 0.664 * Math.sqrt(re) : 0.037 * re ** 0.8 - 871) * Math.cbrt(air.pr);
          const blown = g.airSpeed > 0 ? (nu * air.k) / l : 0;
          if (g.style === 'plate') {
            const still = g.orientation === 'vertical' ? 1.42 * (dt / l) ** 0.25 * Math.sqrt(d) : 0.955 * ((2 * dt) / (w + l)) ** 0.25 * Math.sqrt(d);
            const film = Math.max(still, blown);
            return { film, fin: null, convected: film * 2 * w * l * dt, radiated: radiate(dt, 2 * w * l) };
          }
          const ra = (9.80665 * (1 / tf) * dt * gap ** 4) / ((air.nu ** 2 / air.pr) * l);
          const still = ((ra / 24) * (1 - Math.exp(-35 / ra)) ** 0.75 * air.k) / gap;
          const film = Math.max(still, blown);
          const m = Math.sqrt((2 * film) / (k.conductivity * thick)) * hf;
          const fin = Math.tanh(m) / m;
          return { film, fin, convected: film * dt * ((w - n * thick) * l + fin * 2 * n * hf * l), radiated: radiate(dt, l * (w + 2 * hf)) };
        };
        let [a, b] = [1e-6, 1000];
        for (let i = 0; i < 80; i++) {
          const { convected, radiated } = leaves((a + b) / 2);
          [a, b] = convected + radiated < p ? [(a + b) / 2, b] : [a, (a + b) / 2];
        }
        const rise = g.style === 'known' ? (p * 6) / Math.sqrt(d) : a;
        const ts = ta + rise;
        const [j1, j2] = [ts + p1 * 1.9, ts + p2 * 4];
        const room = Math.min((150 - ta - p1 * 1.9) / p, (125 - ta - p2 * 4) / p);
        // The junction at the end of a settled train of pulses, pulse by pulse.
        let excess = 0;
        for (let i = 0; i < 400; i++) {
          const at = g.pulsePower * 1.5 + (excess - g.pulsePower * 1.5) * Math.exp(-0.001 / 0.02);
          excess = i === 399 ? at : at * Math.exp(-0.009 / 0.02);
        }
        const steady = p1 - g.pulsePower * 0.1;
        const away = leaves(rise);
        agrees(
          s,
          {
            totalDissipation: p,
            sinkTemperature: ts,
            sinkToAmbient: rise / p,
            junction1: j1,
            junction2: j2,
            junction3: null,
            junctionTemperature: Math.max(j1, j2),
            junctionPeak: g.pulsePower === 0 ? j1 : steady < 0 ? null : ts + p1 * 0.4 + steady * 1.5 + excess,
            sinkNeeded: room > 0 ? room : null,
            airDensityRatio: d,
            sinkTimeConstant: (0.08 * 900 * rise) / p,
            filmCoefficient: g.style === 'known' ? null : away.film,
            radiationShare: g.style === 'known' ? null : away.radiated / p,
            finEfficiency: g.style === 'finned' ? away.fin : null,
          },
          1e-6,
        );
      }),
      { numRuns: 150 },
    );
  });
});

it('blown air takes up the heat of the sink on its way, and the far end sees it', () => {
  const H1 = { width: 0.06, length: 0.08, finCount: 9, finHeight: 0.025, finThickness: 0.0015 };
  const s = alone('heatsink', { style: 'finned', airSpeed: 1.5 }, { H1, Q1: { dissipation: 12 } });
  const cubic = 1.204 * (293.15 / 298.15) * 1006;
  expect(nominal(s, 'airWarming') * cubic * 1.5 * (0.06 - 9 * 0.0015) * 0.025).toBeCloseTo(12, 9);
  expect(nominal(s, 'junctionFarEnd')).toBeCloseTo(nominal(s, 'junctionTemperature') + nominal(s, 'airWarming'), 9);
});
