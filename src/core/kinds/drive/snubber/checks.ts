import { choose, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { condition, held } from '../../../stage/words.ts';

const contact = (c: Judged) => c.x.given.use === 'contact';
const alternates = (c: Judged) => contact(c) && c.x.given.loadSource === 'ac';

export const checks = {
  'ringing-falls': condition(
    'ringing with the capacitor added',
    (c) => c.must('ringingFrequencyAdded').high < c.must('ringingFrequency').low,
    'more capacitance rings lower',
    'must',
    [less('given.ringingFrequencyAdded'), more('given.ringingFrequency'), 'Measure both again: a probe on the node rings with it.'],
    { applies: (c) => !contact(c) },
  ),
  'capacitor-voltage': held('peak', 'peakVoltage', 'atMost', 'C1.voltageRating', 'voltage rating of C1', 'must', [more('C1.voltageRating'), more('C1.value')], {
    derated: true,
    applies: (c) => !contact(c) || c.x.given.loadSource === 'dc',
  }),
  'ac-capacitor-voltage': held(
    'load voltage',
    (c) => c.must('loadVoltage'),
    'atMost',
    'C1.voltageRating',
    'ac voltage rating of C1',
    'must',
    [more('C1.voltageRating'), 'A capacitor rated for the alternating voltage, rms.'],
    { unit: 'V', applies: alternates },
  ),
  'x-rated': condition(
    'safety class',
    (c) => c.x.parts.C1.xRated,
    'others short and burn',
    'must',
    [choose('C1.xRated', true), 'Only a capacitor of safety class X belongs across contacts at mains.'],
    {
      applies: (c) => contact(c) && c.x.given.mains,
    },
  ),
  'resistor-power': held(
    'heat of R1',
    'dissipation',
    'atMost',
    'R1.powerRating',
    'power rating of R1',
    'must',
    [more('R1.powerRating'), less('C1.value'), less('given.switchingFrequency')],
    { derated: true },
  ),
  'make-current': held('closing current', 'makeCurrent', 'atMost', 'maximumMake', 'what the contact or switch stands', 'must', [
    more('R1.value'),
    more('given.maximumMake'),
  ]),
  slope: held('slope', 'slope', 'atMost', 'maximumSlope', 'slope allowed', 'should', [more('C1.value'), less('given.loadCurrent')], { applies: contact }),
  leakage: held(
    'through the open contact',
    'offCurrent',
    'atMost',
    'maximumLeakage',
    'leakage allowed',
    'should',
    [less('C1.value'), more('given.maximumLeakage'), 'Put it across the load instead.'],
    {
      applies: alternates,
    },
  ),
  'peak-voltage': held(
    'peak',
    'peakVoltage',
    'atMost',
    'maximumPeak',
    'voltage rating of gap or switch',
    'must',
    [more('C1.value'), more('given.maximumPeak'), 'A varistor or a diode takes large energies.'],
    { derated: true, whenNull: 'unknown', applies: (c) => !contact(c) || c.must('loadInductance').high > 0 },
  ),
  overshoot: held(
    'overshoot',
    'overshoot',
    'atMost',
    'maximumOvershoot',
    'overshoot allowed',
    'should',
    [more('C1.value'), more('R1.value'), less('R1.value'), 'A shorter loop.'],
    {
      applies: (c) => !contact(c),
    },
  ),
};
