import { describe, expect, it } from 'vitest';
import { sumOf } from '../testing/boards.ts';
import type { StageDoc } from './document.ts';
import { chainBudget } from './chain-budget.ts';

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
    expect(through ** 2 / last.carried!.noise!.nominal ** 2).toBeCloseTo(budget.noise[0]!, 9);
    expect(budget.noisiest).toBe(0);
  });

  it('names the second stage when it is the noisy one', () => {
    const { budget } = chain({ second: { parts: { U1: { voltageNoise: 4e-7 } } } });
    expect(budget.noisiest).toBe(1);
    expect(budget.noise[1]).toBeGreaterThan(0.5);
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
