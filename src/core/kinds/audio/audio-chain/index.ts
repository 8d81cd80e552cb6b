import { isAbsent, type Value } from '../../../math/absent.ts';
import { defineKind } from '../../../stage/contract.ts';
import { num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { solve } from './laws.ts';

export const audioChain = defineKind({
  id: 'audio-chain',
  family: 'audio',
  group: 'Signal',
  title: 'Audio chain level diagram',
  aliases: ['gain structure', 'level diagram', 'headroom', 'noise floor', 'signal path budget'],
  purpose: 'Where a chain of foreign equipment clips first and where its noise comes from, before gains are fixed.',
  given: {
    inputLevel: num('dBu', -40, 'at the first stage', { any: true, title: 'level at the input' }),
    stages: {
      type: 'rows',
      row: 'stage',
      least: 1,
      columns: {
        name: { text: true, optional: true },
        gain: { unit: 'dB', spread: true },
        maximumOutput: { unit: 'dBu', spread: true, nullable: true, optional: true },
        maximumInput: { unit: 'dBu', spread: true, nullable: true, optional: true },
        inputNoise: { unit: 'dBu', spread: true, nullable: true, optional: true },
      },
      default: [
        { name: 'preamplifier', gain: 36, maximumOutput: 20, maximumInput: null, inputNoise: -125 },
        { name: 'converter', gain: 0, maximumOutput: null, maximumInput: 8, inputNoise: -98 },
      ],
      doc: 'in their order; noise is that of the input in the wanted band',
    },
    sourceNoise: num('dBu', null, 'of the source in the band', { any: true, title: 'noise of the source' }),
    minimumHeadroom: num('dB', 10, 'above the level at the input', { any: true, title: 'headroom wanted' }),
    minimumSignalToNoise: num('dB', 60, 'at the end', { any: true, title: 'signal to noise wanted' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {},
  outcomes: {
    totalGain: { unit: 'dB', title: 'gain', doc: 'of the chain' },
    outputLevel: { unit: 'dBu', title: 'level at the end', doc: 'of the signal' },
    clippingInput: { unit: 'dBu', title: 'clips at an input of', doc: 'the first of all stages' },
    clippingStage: { unit: 'count', title: 'clips first', doc: 'number of the stage' },
    headroom: { unit: 'dB', title: 'headroom', doc: 'above the level at the input' },
    inputNoise: { unit: 'dBu', title: 'noise at the input', doc: 'of all stages, referred there' },
    noiseFloor: { unit: 'dBu', title: 'noise at the end', doc: 'of all stages' },
    noisiestStage: { unit: 'count', title: 'rules the noise', doc: 'number of the stage; 0 is the source' },
    noiseShare: { unit: 'ratio', title: 'its share', doc: 'of the noise power' },
    signalToNoise: { unit: 'dB', title: 'signal to noise', doc: 'at this level' },
    dynamicRange: { unit: 'dB', title: 'dynamic range', doc: 'from noise to clipping' },
  },
  refuse: (x) => (x.given.stages.length ? [] : [{ path: 'given.stages', message: 'a chain has at least one stage' }]),
  evaluate: (x) => {
    const { given: g } = x;
    const s = solve(
      g.stages.map((l) => ({
        name: l.name ?? '',
        gain: l.gain,
        maximumOutput: l.maximumOutput ?? null,
        maximumInput: l.maximumInput ?? null,
        inputNoise: l.inputNoise ?? null,
      })),
      g.sourceNoise,
    );
    const of = (v: Value, f: (n: number) => number): Value => (isAbsent(v) ? v : f(v));
    return {
      ...s,
      outputLevel: g.inputLevel + s.totalGain,
      headroom: of(s.clippingInput, (c) => c - g.inputLevel),
      noiseFloor: of(s.inputNoise, (n) => n + s.totalGain),
      signalToNoise: of(s.inputNoise, (n) => g.inputLevel - n),
      dynamicRange: isAbsent(s.clippingInput) ? s.clippingInput : of(s.inputNoise, (n) => (s.clippingInput as number) - n),
    };
  },
  checks,
  rails: {},
  signals: {},
  confirm: [],
  cautions: [],
});
