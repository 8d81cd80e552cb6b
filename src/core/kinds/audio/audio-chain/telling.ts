import { wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say } from '../../../stage/words.ts';
import type { audioChain } from './index.ts';

/** How the chain is told: working, figure, curves and bring-up. */
export const telling: Telling<typeof audioChain> = {
  working: (c) => [
    step('Level at the end', 'Lo = Li + G', 'outputLevel', { Li: 'inputLevel', G: 'totalGain' }, 'sum of the gains'),
    ...(c.nominal('headroom') === null
      ? []
      : [step('Headroom', 'H = Lc - Li', 'headroom', { Lc: 'clippingInput', Li: 'inputLevel' }, 'referred to the input')]),
    ...(c.nominal('signalToNoise') === null
      ? []
      : [
          step('Noise at the end', 'No = Ni + G', 'noiseFloor', { Ni: 'inputNoise', G: 'totalGain' }, 'referred to the output'),
          step('Signal to noise', 'S = Li - Ni', 'signalToNoise', { Li: 'inputLevel', Ni: 'inputNoise' }, 'powers of all stages add'),
        ]),
    ...(c.nominal('dynamicRange') === null
      ? []
      : [step('Dynamic range', 'D = Lc - Ni', 'dynamicRange', { Lc: 'clippingInput', Ni: 'inputNoise' }, 'referred to the input')]),
  ],
  figure: (c) => {
    const { stages, inputLevel } = c.x.given;
    const items: Drawn[] = [];
    let level = inputLevel;
    stages.forEach((s, i) => {
      const x = 40 + (i % 4) * 150;
      const y = 40 + Math.floor(i / 4) * 110;
      level += s.gain;
      items.push({ sym: 'block', at: [x, y], size: [110, 50], label: (s.name || `stage ${i + 1}`).slice(0, 14), value: say(s.gain, 'dB') });
      items.push({ sym: 'text', at: [x + 55, y + 75], text: say(level, 'dBu'), value: true });
      if (i < stages.length - 1 && i % 4 < 3) items.push(wire(x + 110, y + 25, x + 150, y + 25));
    });
    return {
      width: 40 + Math.min(4, stages.length) * 150 + 20,
      height: 60 + Math.ceil(stages.length / 4) * 110,
      title: `${stages.length} stages in a row`,
      items,
    };
  },
  curves: (x) => {
    const { given: g } = x;
    const row = { label: 'stage', unit: 'count' as const, log: false, from: 0, to: g.stages.length };
    const level = (n: number) => g.stages.slice(0, Math.round(n)).reduce((sum, s) => sum + s.gain, g.inputLevel);
    return [{ id: 'level', title: 'Level along the chain', x: row, y: { label: 'level', unit: 'dBu' }, points: g.stages.length + 1, marks: [], at: level }];
  },
  bringUp: (c) => [
    {
      id: 'walk',
      act: 'probe',
      title: 'Levels',
      text: `Sine of ${say(c.x.given.inputLevel, 'dBu')} at the input: read each stage’s output against the figure.`,
    },
    {
      id: 'clip',
      act: 'probe',
      title: 'First flat top',
      text: `Raise it until the first flat top: it must be stage ${say(c.nominal('clippingStage'), 'count')}.`,
    },
  ],
  schools: 'Most of the gain first (quiet), or even gain (headroom).',
  sources: ['Friis, noise of a cascade', 'IEC 60268, levels'],
};
