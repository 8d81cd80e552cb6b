import { describe, expect, it } from 'vitest';
import { sumOf } from '../testing/boards.ts';
import type { StageDoc } from './document.ts';
import { aWeighting } from '../physics/sound.ts';
import { chainBudget, noiseBudget } from './chain-budget.ts';

/** A capsule, its preamplifier, a second stage and a converter on one rail. */
const chain = (more: Partial<Record<'preamp' | 'second', Partial<StageDoc>>> = {}) => {
  const stages: StageDoc[] = [
    { id: 'ldo', kind: 'linear-regulator', given: { inputVoltage: 9, outputVoltage: 3.3 }, rails: { out: 'v3' } },
    {
      id: 'preamp',
      kind: 'microphone-preamp',
      given: {
        source: 'capsule',
        sensitivity: 0.01,
        soundPressure: 94,
        gainControl: 'fixed',
        highestGain: 20,
        lowestGain: 20,
        phantomResistance: null,
        referenceLevel: 1.65,
        noiseBandLow: 100,
        noiseBandHigh: 1000,
      },
      parts: { U1: { voltageNoise: 1.2e-8, gainBandwidth: 3e6, outputSwingHigh: 0.1, outputSwingLow: 0.1, quiescentCurrent: 0.001 } },
      rails: { vp: 'v3', capsule: 'v3' },
      ...more.preamp,
    },
    {
      id: 'second',
      kind: 'opamp-amplifier',
      given: { gain: 8, coupling: 'ac', referenceLevel: 1.65, noiseBandLow: 100, noiseBandHigh: 1000 },
      rails: { vp: 'v3' },
      signals: { in: 'preamp.out' },
      ...more.second,
    },
    { id: 'adc', kind: 'adc-channel', signals: { in: 'second.out' } },
  ];
  const sum = sumOf(stages);
  return { sum, chain: sum.chains[0]!, budget: chainBudget(sum.chains[0]!) };
};

describe('what limits a chain', () => {
  it('gives every stage its share of the noise at the end, and no more than all of it', () => {
    const { chain: points, budget } = chain();
    expect(points.map((p) => p.stage)).toEqual(['preamp', 'second', 'adc']);
    const shares = budget.noise.filter((v) => v !== null);
    expect(shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
    // Powers referred to the end add up to what leaves the last stage.
    const [first, last] = [points[0]!, points[1]!];
    const through = first.carried!.noise!.nominal * (last.gain / first.gain);
    const arriving = budget.noise[0]! + budget.noise[1]!;
    expect(through ** 2 / last.carried!.noise!.nominal ** 2).toBeCloseTo(budget.noise[0]! / arriving, 9);
    expect(budget.noise[0]).toBeGreaterThan(budget.noise[1]!);
  });

  it('names the second stage when it is the noisy one', () => {
    const { budget } = chain({ second: { parts: { U1: { voltageNoise: 4e-7 } } } });
    expect(budget.noisiest).toBe(1);
    expect(budget.noise[1]).toBeGreaterThan(0.5);
    expect(budget.arriving).toBeNull();
    // With a quieter op amp the converter rules, and of what arrives there the shares of both stages make all.
    const quiet = chain({ second: { parts: { U1: { voltageNoise: 1e-8 } } } }).budget;
    expect(quiet.noisiest).toBe(2);
    expect(quiet.arriving!.share).toBeCloseTo(Math.max(quiet.noise[0]!, quiet.noise[1]!) / (quiet.noise[0]! + quiet.noise[1]!), 12);
  });

  it('adds up to what the converter reads, in volts and referred to the head, its own noise included', () => {
    const { chain: points, sum } = chain();
    const noise = noiseBudget(points)!;
    expect(noise.total).toBeCloseTo(sum.byId.get('adc')!.judged.nominal('inputNoise')!, 12);
    expect(Math.hypot(...noise.shares.map((s) => s.atEnd))).toBeCloseTo(noise.total, 12);
    const density = Math.hypot(...noise.shares.map((s) => s.atInput ?? 0));
    expect((density * Math.abs(points.at(-1)!.gain)) / points.at(-1)!.carried!.noise!.nominal).toBeCloseTo(1, 9);
    expect(noise.shares.at(-1)).toMatchObject({ point: 2, atInput: null });
    expect(noise.weighted).toBeNull();
    expect(noise.lsb).toBe(sum.byId.get('adc')!.judged.nominal('lsb'));
  });

  it('weighs as ears do what ends in a loudspeaker', () => {
    const sum = sumOf([
      { id: 'hiss', kind: 'opamp-amplifier', given: { gain: 10, coupling: 'ac' }, parts: { U1: { voltageNoise: 1e-7, voltageNoiseCorner: 0 } } },
      { id: 'horn', kind: 'loudspeaker', signals: { in: 'hiss.out' } },
    ]);
    const noise = noiseBudget(sum.chains[0]!)!;
    const density = sum.chains[0]![0]!.carried!.noise!.nominal;
    expect(noise.total / (density * Math.sqrt(19_980))).toBeCloseTo(1, 2);
    // White noise: the sum of the weights of IEC 61672-1 in thirds of an octave, each as wide as its band.
    const table: [number, number][] = [
      [20, -50.5],
      [25, -44.7],
      [31.5, -39.4],
      [40, -34.6],
      [50, -30.2],
      [63, -26.2],
      [80, -22.5],
      [100, -19.1],
      [125, -16.1],
      [160, -13.4],
      [200, -10.9],
      [250, -8.6],
      [315, -6.6],
      [400, -4.8],
      [500, -3.2],
      [630, -1.9],
      [800, -0.8],
      [1000, 0],
      [1250, 0.6],
      [1600, 1],
      [2000, 1.2],
      [2500, 1.3],
      [3150, 1.2],
      [4000, 1],
      [5000, 0.5],
      [6300, -0.1],
      [8000, -1.1],
      [10000, -2.5],
      [12500, -4.3],
      [16000, -6.6],
    ];
    const weighed = table.reduce((all, [f, db]) => all + f * (10 ** 0.05 - 10 ** -0.05) * 10 ** (db / 10), 0);
    // The last band of the table ends at 17.8 kHz; up to 20 kHz there is a little more.
    const rest = 2180 * 10 ** -0.8;
    expect(noise.weighted! / (density * Math.sqrt(weighed + rest))).toBeCloseTo(1, 2);
    for (const [f, db] of table) expect(Math.abs(aWeighting(f) - db)).toBeLessThan(0.25);
  });

  it('says where it clips first, by as much as the signal has to grow until that stage has no headroom', () => {
    const { sum, budget, chain: points } = chain();
    expect(budget.clipsFirst).toBe(1);
    const grow = 10 ** (budget.headroom[1]! / 20);
    const louder = sum.byId.get('second')!.judged;
    // The op amp with that much more at its input has the swing it clips with.
    expect(points[1]!.amplitude! * grow).toBeCloseTo(points[1]!.clips!, 9);
    expect(louder.nominal('outputHeadroomHigh')).toBeGreaterThan(0);
  });

  it('carries the capsule’s ripple of the rail through to the converter', () => {
    const { sum } = chain();
    const quiet = sum.chains[0]!.at(-1)!.ripple;
    const rippling = sumOf([...sum.doc.stages].map((s) => (s.id === 'ldo' ? { ...s, given: { ...s.given, inputRipple: 0.2, rippleFrequency: 20000 } } : s)));
    expect(rippling.chains[0]!.at(-1)!.ripple).toBeGreaterThan(quiet);
  });

  it('counts a stage that takes a rail at two ports as one consumer, with both currents', () => {
    const { sum } = chain();
    expect(sum.rails.find((r) => r.name === 'v3')!.consumers).toEqual(['preamp', 'second']);
    const typical = sum.power.find((p) => p.state === 'typical')!.rails.find((r) => r.rail === 'v3')!;
    const preamp = sum.byId.get('preamp')!.judged;
    expect(typical.consumers.find((c) => c.stage === 'preamp')!.current).toBeCloseTo(preamp.nominal('supplyCurrent')! + preamp.nominal('feedCurrent')!, 9);
  });
});
