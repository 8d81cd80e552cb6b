import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal, refusals } from '../../../testing/boards.ts';

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
