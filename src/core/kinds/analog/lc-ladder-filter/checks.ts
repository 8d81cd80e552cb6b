import { closer, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { about, aboutZero, held } from '../../../stage/words.ts';
import { slotAt } from './layout.ts';

const slots = (c: Judged, letter?: 'L' | 'C'): string[] =>
  Array.from({ length: c.x.given.order as number }, (_, i) => slotAt(c.x.given, i + 1)).filter((s) => !letter || s.startsWith(letter));
const values = (c: Judged, letter?: 'L' | 'C') => slots(c, letter).map((s) => `${s}.value`);
const first = (c: Judged) => slots(c, 'L')[0];
const switching = (c: Judged) => c.x.given.supplyVoltage !== null && c.x.given.switchingFrequency !== null;

export const checks = {
  'cutoff-accuracy': held(
    'cutoff accuracy',
    'cutoffFrequency',
    'within',
    about('cutoffFrequency', 'cutoffTolerance'),
    'wanted cutoff with its tolerance',
    'should',
    (c) => [closer(...slots(c)), more(...values(c)), less(...values(c)), 'The spread of the load usually decides.'],
  ),
  attenuation: held(
    'attenuation',
    'attenuation',
    'atLeast',
    'attenuation',
    'attenuation wanted there',
    'should',
    (c) => [more(...values(c)), 'A higher order.'],
    { whenNull: 'absent' },
  ),
  'pass-deviation': held(
    'deviation in the passband',
    'passDeviation',
    'within',
    aboutZero('maximumPassDeviation'),
    'deviation allowed',
    'should',
    (c) => [less(...values(c)), closer(...slots(c)), 'A higher cutoff, or a damping leg.'],
    { applies: (c) => c.x.given.passFrequency !== null },
  ),
  peaking: held('peak of the response', 'passbandPeak', 'atMost', 'maximumPeak', 'peak allowed', 'should', (c) => [
    less(...values(c, 'C')),
    more(...values(c, 'C')),
    more(...values(c, 'L')),
    less('given.loadInductance'),
    'A resistor with a capacitor in series across the output: about the load, and twice the last capacitor.',
  ]),
  'unloaded-peak': held('peak without a load', 'unloadedPeak', 'atMost', 'maximumUnloadedPeak', 'peak allowed', 'should', (c) => [
    more(...slots(c, 'L').map((s) => `${s}.dcr`)),
    more('given.sourceResistance'),
    more('given.maximumUnloadedPeak'),
    'A damping leg, or never run it open.',
  ]),
  saturation: held(
    'saturation of the first inductor',
    'peakCurrent',
    'atMost',
    (c) => c.range(`${first(c)}.saturationCurrent`),
    'saturation current of the inductor, hot',
    'must',
    (c) => [
      more(`${first(c)}.saturationCurrent`),
      more(`${first(c)}.value`),
      less('given.loadCurrent'),
      'The next rating; it saturates earlier when it is hot.',
    ],
    { whenNull: 'unknown', derated: true, applies: (c) => switching(c) && first(c) !== undefined },
  ),
  'inductor-current': held(
    'current of the first inductor',
    (c) => c.range('loadCurrent')!,
    'atMost',
    (c) => c.range(`${first(c)}.currentRating`),
    'current rating of the inductor',
    'must',
    (c) => [more(`${first(c)}.currentRating`), less('given.loadCurrent'), 'A coil that gets less warm.'],
    { whenNull: 'absent', derated: true, unit: 'A', applies: (c) => first(c) !== undefined },
  ),
  'capacitor-voltage': held(
    'voltage of the capacitors',
    'capacitorVoltage',
    'atMost',
    (c) => least(slots(c, 'C').map((s) => c.range(`${s}.voltageRating`))),
    'lowest voltage rating of the capacitors',
    'must',
    (c) => [
      more(...slots(c, 'C').map((s) => `${s}.voltageRating`)),
      less('given.supplyVoltage'),
      'A higher rating: an open filter rings to several times its bus.',
    ],
    { whenNull: 'absent', derated: true, applies: (c) => switching(c) && slots(c, 'C').length > 0 },
  ),
  'output-ripple': held(
    'ripple at the output',
    'outputRipple',
    'atMost',
    'maximumOutputRipple',
    'ripple allowed',
    'should',
    (c) => [more(...values(c, 'C')), more(...values(c, 'L')), more('given.switchingFrequency'), 'A lower cutoff, or switching faster.'],
    { whenNull: 'absent', applies: switching },
  ),
};

const least = (all: ReturnType<Judged['range']>[]) => {
  const known = all.filter((r) => r !== null);
  return known.length ? known.reduce((a, b) => (b.low < a.low ? b : a)) : null;
};
