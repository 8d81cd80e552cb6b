import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { check, nominal, sumOf } from '../testing/boards.ts';
import type { StageDoc } from './document.ts';

const supply = (more: Partial<StageDoc> = {}): StageDoc => ({
  id: 'in',
  kind: 'dc-input',
  given: { supplyVoltage: 9, currentLimit: 3, overload: 'constant-current' },
  rails: { out: 'v9' },
  ...more,
});
const regulator = (more: Partial<StageDoc> = {}): StageDoc => ({
  id: 'reg',
  kind: 'linear-regulator',
  given: { outputVoltage: 5, regulatorType: 'fixed' },
  parts: { U1: { referenceVoltage: 5, quiescentCurrent: 0.005, minimumLoad: 0 } },
  rails: { in: 'v9', out: 'v5' },
  ...more,
});
const load = (given: object = {}, more: Partial<StageDoc> = {}): StageDoc => ({
  id: 'load',
  kind: 'supply-load',
  given: { typicalCurrent: 0.05, peakCurrent: 0.1, ...given },
  rails: { in: 'v5' },
  ...more,
});
const musts = (stages: StageDoc[]) =>
  sumOf(stages)
    .findings.filter((f) => f.severity === 'must')
    .map((f) => f.text);

describe('one sum', () => {
  it('nothing is typed twice: voltages come down, currents come up', () => {
    const sum = sumOf([supply(), regulator(), load()]);
    const [input, reg, consumer] = ['in', 'reg', 'load'].map((id) => sum.byId.get(id)!);
    expect(nominal(input!, 'outputCurrent')).toBeCloseTo(0.055, 9);
    expect(reg!.judged.must('inputVoltage').nominal).toBeCloseTo(nominal(input!, 'outputVoltage'), 9);
    expect(consumer!.judged.must('inputVoltage').nominal).toBeCloseTo(nominal(reg!, 'outputVoltage'), 9);
  });

  it('the order of the stages in the document changes nothing', () => {
    const stages = [supply(), regulator(), load()];
    const numbers = (list: StageDoc[]) => {
      const sum = sumOf(list);
      return ['in', 'reg', 'load'].map((id) => sum.byId.get(id)!.checks.map((c) => c.margin));
    };
    expect(numbers([stages[2]!, stages[0]!, stages[1]!])).toEqual(numbers(stages));
  });

  it('copies load the shared supply as often as they are built', () => {
    const drawn = (copies: number) => nominal(sumOf([supply(), regulator(), load({}, { copies })]).byId.get('in')!, 'outputCurrent') - 0.005;
    expect(drawn(6)).toBeCloseTo(6 * drawn(1), 9);
  });

  it('power in equals power used plus power lost, in every state, whatever the board', () => {
    const kinds = fc.constantFrom('constant-current', 'constant-power', 'resistive');
    fc.assert(
      fc.property(
        fc.double({ min: 7, max: 15, noNaN: true }),
        fc.double({ min: 0.001, max: 0.2, noNaN: true }),
        kinds,
        fc.integer({ min: 1, max: 5 }),
        fc.double({ min: 0, max: 0.5, noNaN: true }),
        (volts, amps, loadKind, copies, wiring) => {
          const sum = sumOf([
            supply({ given: { supplyVoltage: volts, currentLimit: 10, overload: 'constant-current' } }),
            regulator(),
            load({ typicalCurrent: amps, peakCurrent: 1.5 * amps, loadKind, wiringResistance: wiring }, { copies }),
            { id: 'watch', kind: 'voltage-divider', given: { outputVoltage: 2 }, rails: { in: 'v9' } },
          ]);
          for (const p of sum.power) expect(Math.abs(p.in - p.used - p.lost)).toBeLessThan(1e-9 * p.in + 1e-15);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('a constant-power load draws more as its rail sags, until both agree', () => {
    const sum = sumOf([
      supply({
        given: { supplyVoltage: 5, sourceResistance: 0.5, cableLength: 0, currentLimit: 5, overload: 'constant-current' },
        rails: { out: 'v5' },
        parts: { J1: { contactResistance: 0 } },
      }),
      load({ loadKind: 'constant-power', typicalCurrent: 1, peakCurrent: 1, ratedVoltage: 5 }),
    ]);
    // V = (5 + √(25 − 4·0.5·5))/2
    const v = (5 + Math.sqrt(25 - 10)) / 2;
    expect(nominal(sum.byId.get('in')!, 'outputVoltage')).toBeCloseTo(v, 8);
    expect(nominal(sum.byId.get('load')!, 'typicalTotal')).toBeCloseTo(5 / v, 8);
  });

  it('a supply whose loads ask for more than it can bring collapses: a finding, not a crash', () => {
    const stages = [
      supply({ given: { supplyVoltage: 5, sourceResistance: 3, cableLength: 0, currentLimit: 20, overload: 'constant-current' }, rails: { out: 'v5' } }),
      load({ loadKind: 'constant-power', typicalCurrent: 1, peakCurrent: 3, ratedVoltage: 5 }),
    ];
    expect(musts(stages).length).toBeGreaterThan(0);
  });

  it('moving one value moves what depends on it and nothing else', () => {
    const stages = (volts: number) => [supply({ given: { supplyVoltage: volts, currentLimit: 3, overload: 'constant-current' } }), regulator(), load()];
    const [a, b] = [sumOf(stages(9)), sumOf(stages(10))];
    expect(nominal(b.byId.get('reg')!, 'dissipation')).toBeGreaterThan(nominal(a.byId.get('reg')!, 'dissipation'));
    expect(nominal(b.byId.get('load')!, 'loadVoltage')).toBeCloseTo(nominal(a.byId.get('load')!, 'loadVoltage'), 4);
  });
});

describe('what is wrong with the wiring is found, not refused', () => {
  it('a rail nobody feeds', () => {
    expect(musts([load()])[0]).toMatch(/Nothing provides the rail “v5”/);
  });
  it('two providers of one rail', () => {
    expect(musts([supply(), supply({ id: 'other' })]).some((t) => /both provide the rail “v9”/.test(t))).toBe(true);
  });
  it('a loop of regulators', () => {
    const found = musts([regulator({ rails: { in: 'a', out: 'b' } }), regulator({ id: 'two', rails: { in: 'b', out: 'a' } })]);
    expect(found.some((t) => /feed each other in a loop/.test(t))).toBe(true);
  });
  it('a regulator that feeds itself', () => {
    expect(musts([regulator({ rails: { in: 'a', out: 'a' } })]).some((t) => /loop|feed/.test(t))).toBe(true);
  });
  it('a loop of signals', () => {
    const filter = (id: string, from: string): StageDoc => ({ id, kind: 'rc-lowpass', signals: { in: `${from}.out` } });
    expect(musts([filter('a', 'b'), filter('b', 'a')]).some((t) => /loop/.test(t))).toBe(true);
  });
  it('a signal from a stage that is gone', () => {
    expect(musts([{ id: 'a', kind: 'rc-lowpass', signals: { in: 'ghost.out' } }])[0]).toMatch(/no stage “ghost”/);
  });
  it('copies of a provider', () => {
    expect(musts([supply({ copies: 2 })])[0]).toMatch(/Providers in parallel/);
  });
  it('a wanted output above what the rail brings', () => {
    const found = musts([supply({ given: { supplyVoltage: 3.3 } }), { id: 'div', kind: 'voltage-divider', given: { outputVoltage: 5 }, rails: { in: 'v9' } }]);
    expect(found.some((t) => /must be below the input/.test(t))).toBe(true);
  });
  it('what hangs on a rail that does not stand has no values either, with the reason', () => {
    const source: StageDoc = { id: 'usb', kind: 'usb-source', given: { contractVoltage: 15, sourcePower: 18 }, rails: { out: 'v5' } };
    const s = sumOf([source, load()]).byId.get('load')!;
    expect(s.judged.out('loadVoltage').absent?.reason).toMatch(/rail “v5” does not stand/);
    expect(s.checks.length).toBeGreaterThan(2);
    for (const c of s.checks) expect(c.status, c.id).toBe('unknown');
  });
  it('a regulator in dropout follows its input, and what hangs on it is judged there', () => {
    const sum = sumOf([supply({ given: { supplyVoltage: 5 } }), regulator(), load()]);
    const fed = nominal(sum.byId.get('in')!, 'outputVoltage');
    expect(nominal(sum.byId.get('load')!, 'loadVoltage')).toBeCloseTo(fed - 2, 1);
    expect(check(sum.byId.get('load')!, 'minimum-voltage')!.status).toBe('fail');
    expect(sum.byId.get('reg')!.judged.nominal('outputVoltage')).toBeNull();
  });
});

describe('who wins, typed or linked', () => {
  it('a link overrides a typed voltage and says so where they differ', () => {
    const sum = sumOf([supply(), regulator({ given: { outputVoltage: 5, regulatorType: 'fixed', inputVoltage: 12 } })]);
    expect(sum.byId.get('reg')!.judged.must('inputVoltage').nominal).toBeLessThan(9.1);
    expect(sum.findings.some((f) => f.severity === 'note' && /you entered 12/.test(f.text))).toBe(true);
  });
  it('limits take the stricter of both', () => {
    const limit = (minimumVoltage: number) =>
      sumOf([supply({ given: { supplyVoltage: 9, minimumVoltage } }), regulator(), load()])
        .byId.get('in')!
        .judged.must('minimumVoltage').nominal;
    expect(limit(8)).toBe(8);
    expect(limit(1)).toBeGreaterThan(6);
  });
  it('a provider without consumers keeps its typed load', () => {
    expect(nominal(sumOf([supply({ given: { loadCurrent: 0.42 } })]).byId.get('in')!, 'outputCurrent')).toBe(0.42);
  });
});

describe('a signal chain', () => {
  const chain = (filter: object = {}, adc: object = {}): StageDoc[] => [
    {
      id: 'div',
      kind: 'voltage-divider',
      given: { inputVoltage: 12, outputVoltage: 2 },
      parts: { R1: { value: 50_000, tolerance: 0.01 }, R2: { value: 10_000, tolerance: 0.01 } },
    },
    {
      id: 'rc',
      kind: 'rc-lowpass',
      given: { cutoffFrequency: 10, ...filter },
      parts: { R1: { value: 10_000 }, C1: { value: 1e-6 } },
      signals: { in: 'div.out' },
    },
    { id: 'adc', kind: 'adc-channel', given: { ...adc }, parts: { R1: { value: 0 }, C1: { value: 0 } }, signals: { in: 'rc.out' } },
  ];

  it('source resistance adds along the chain', () => {
    const sum = sumOf(chain());
    expect(sum.byId.get('adc')!.judged.must('sourceResistance').nominal).toBeCloseTo(10_000 + 50_000 / 6, 6);
  });

  it('full scale, resolution and alias frequency come back from the converter', () => {
    const rc = sumOf(chain({}, { sampleRate: 480, signalBandwidth: 10, resolution: 14 })).byId.get('rc')!;
    expect(rc.judged.must('attenuationFrequency').nominal).toBe(470);
    expect(rc.judged.must('resolution').nominal).toBe(14);
    expect(rc.judged.must('fullScale').nominal).toBe(3.3);
  });

  it('a filter before the converter counts for it: aliasing uses the whole path', () => {
    const adc = sumOf(chain({}, { sampleRate: 480, signalBandwidth: 10 })).byId.get('adc')!;
    const corner = 1 / (2 * Math.PI * (10_000 + 50_000 / 6) * 1e-6);
    expect(nominal(adc, 'aliasRejection')).toBeCloseTo(10 * Math.log10(1 + (470 / corner) ** 2), 6);
    expect(nominal(adc, 'aliasCornerRatio')).toBeCloseTo(corner / 240, 6);
  });

  it('noise from the source on adds as squares, each resistor once', () => {
    const adc = sumOf(chain()).byId.get('adc')!;
    const expected = Math.sqrt(4 * 1.380649e-23 * 298.15 * (10_000 + 50_000 / 6));
    expect(adc.judged.must('sourceNoise').nominal).toBeCloseTo(expected, 12);
  });

  it('the range of the divider is what the converter is told to hold', () => {
    const sum = sumOf(chain());
    const [div, adc] = [sum.byId.get('div')!, sum.byId.get('adc')!];
    expect(adc.judged.must('signalHigh').nominal).toBeCloseTo(div.judged.out('outputVoltage').high!, 6);
  });

  it('ripple of a rail reaches the converter through the divider and its pole, in LSB', () => {
    const ripple = (c1: object) =>
      sumOf([
        supply({ given: { supplyVoltage: 9, supplyRipple: 0.1, rippleFrequency: 1e5 } }),
        {
          id: 'div',
          kind: 'voltage-divider',
          given: { outputVoltage: 2 },
          parts: { R1: { value: 35_000 }, R2: { value: 10_000 }, ...c1 },
          rails: { in: 'v9' },
        },
        { id: 'adc', kind: 'adc-channel', parts: { R1: { value: 0 }, C1: { value: 0 } }, signals: { in: 'div.out' } },
      ]).byId.get('adc')!;
    expect(nominal(ripple({}), 'rippleLsb')).toBeCloseTo(0.1 / 4.5 / (3.3 / 4096), 6);
    const tau = (35_000 / 4.5) * 1e-8;
    expect(nominal(ripple({ C1: { value: 1e-8 } }), 'rippleLsb')).toBeCloseTo(0.1 / 4.5 / Math.hypot(1, 2 * Math.PI * 1e5 * tau) / (3.3 / 4096), 6);
  });
});

describe('policy', () => {
  it('derating multiplies ratings only', () => {
    const at = (derating: 1 | 0.5) => sumOf([supply(), regulator(), load()], { policy: { derating } });
    const limit = (d: 1 | 0.5, id: string) => check(at(d).byId.get('reg')!, id)!.limit!;
    expect(limit(0.5, 'current-rating')).toBeCloseTo(limit(1, 'current-rating') / 2, 12);
    expect(limit(0.5, 'junction-temperature')).toBe(limit(1, 'junction-temperature'));
    expect(limit(0.5, 'dropout')).toBe(limit(1, 'dropout'));
  });

  it('a wider comfort margin turns ok into tight, never into fail', () => {
    const statuses = (comfortMargin: number) =>
      sumOf([supply(), regulator(), load()], { policy: { derating: 1, comfortMargin } }).stages.flatMap((s) => s.checks.map((c) => c.status));
    expect(statuses(0).filter((s) => s === 'tight')).toEqual([]);
    expect(statuses(1).filter((s) => s === 'fail')).toEqual(statuses(0).filter((s) => s === 'fail'));
    expect(statuses(1).filter((s) => s === 'ok').length).toBeLessThan(statuses(0).filter((s) => s === 'ok').length);
  });

  it('judged by root-sum-square, no margin of a monotone result is smaller', () => {
    const spread = (judgeBy: 'extreme-value' | 'root-sum-square') =>
      sumOf([supply({ given: { supplyVoltage: { nominal: 9, tolerance: 0.05 } } }), regulator(), load()], { policy: { judgeBy } })
        .byId.get('in')!
        .judged.out('outputVoltage');
    expect(spread('root-sum-square').low!).toBeGreaterThanOrEqual(spread('extreme-value').low!);
  });
});

it('a yes or no that is typed where a link knows better is told, and nothing throws', () => {
  const sum = sumOf([
    { id: 'chg', kind: 'battery-charger', given: { sourceIsBatteryPowered: true }, rails: { in: 'v5', battery: 'vb' } },
    { id: 'usb', kind: 'dc-input', given: { supplyVoltage: 5 }, rails: { out: 'v5' } },
    { id: 'cell', kind: 'battery-supply', rails: { out: 'vb' } },
    { id: 'load', kind: 'supply-load', rails: { in: 'vb' } },
  ]);
  expect(sum.findings).toContainEqual(
    expect.objectContaining({ severity: 'note', stage: 'chg', text: expect.stringMatching(/you entered yes .+ says no, which counts/) as string }),
  );
});
