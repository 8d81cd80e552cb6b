import { expect, it } from 'vitest';
import { alone, nominal, sumOf } from '../../../testing/boards.ts';

const quiet = { voltageNoise: 0, currentNoise: 0, outputVoltageNoise: 0 };

it('with a noiseless amplifier is as quiet as the source and what lies beside it', () => {
  const s = alone(
    'microphone-preamp',
    { phantomResistance: null, gainControl: 'fixed', lowestGain: 60 },
    { R1: { value: 5000 }, R2: { value: 1e-3 }, R3: { value: 1e9 }, U1: quiet },
  );
  expect(nominal(s, 'inputNoiseDbu')).toBeCloseTo(nominal(s, 'thermalFloorDbu'), 3);
  expect(nominal(s, 'noiseFigure')).toBeCloseTo(0, 2);
});

it('a matched pad of resistors takes the level down by what its dividers say, and keeps it above the floor', () => {
  const s = alone(
    'microphone-preamp',
    { phantomResistance: null, pad: 'in' },
    { R1: { value: 4990 }, R2: { value: 10 }, P1: { value: 4700 }, R3: { value: 1000 }, R5: { value: 1690 }, R6: { value: 412 } },
  );
  const behind = 2000;
  const across = 1 / (1 / 412 + 1 / behind);
  expect(nominal(s, 'padAttenuation')).toBeCloseTo(-20 * Math.log10(across / (across + 2 * 1690)), 9);
  expect(nominal(s, 'padInputResistance')).toBeCloseTo(2 * 1690 + across, 9);
});

it('likes best the source at which neither more nor fewer devices in parallel are quieter', () => {
  const base = { voltageNoise: 2e-9, voltageNoiseCorner: 0, currentNoise: 2e-12, currentNoiseCorner: 0, outputVoltageNoise: 0 };
  const best = nominal(alone('microphone-preamp', {}, { U1: base }), 'optimumSource');
  const figure = (rs: number) =>
    nominal(
      alone(
        'microphone-preamp',
        { sourceResistance: rs, phantomResistance: null, gainControl: 'fixed', lowestGain: 60 },
        { R1: { value: 5000 }, R2: { value: 1e-3 }, R3: { value: 1e9 }, U1: base },
      ),
      'noiseFigure',
    );
  expect(figure(best)).toBeLessThan(figure(best / 1.3));
  expect(figure(best)).toBeLessThan(figure(best * 1.3));
});

it('hands on the gain that is set, and takes the microphone’s resistance from the feed', () => {
  const chain = (setGain: number | null) =>
    sumOf([
      { id: 'feed', kind: 'phantom-feed', given: { sourceResistance: 200 } },
      { id: 'pre', kind: 'microphone-preamp', given: { setGain }, signals: { in: 'feed.mic' } },
      { id: 'c', kind: 'rc-highpass', signals: { in: 'pre.out' } },
    ]);
  const [full, half] = [chain(null), chain(40)];
  expect((full.byId.get('pre')!.judged.x as { given: { sourceResistance: number } }).given.sourceResistance).toBe(200);
  const gain = (sum: typeof full) => sum.chains[0]![1]!.gain / sum.chains[0]![0]!.gain;
  expect(20 * Math.log10(gain(full))).toBeCloseTo(full.byId.get('pre')!.judged.nominal('highestGainDb')!, 6);
  expect(20 * Math.log10(gain(half))).toBeCloseTo(40, 6);
});
