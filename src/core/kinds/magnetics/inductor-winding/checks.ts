import { less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';

const unlessAir = { applies: (c: Judged) => c.x.given.core !== 'air' };

export const checks = {
  inductance: held('inductance at the peak', 'inductanceAtPeak', 'atLeast', 'minimumInductance', 'inductance wanted', 'must', [
    more('W1.turns'),
    less('L1.gap'),
    more('L1.inductanceFactor'),
    less('given.loadCurrent'),
    'A core of higher factor.',
  ]),
  saturation: held(
    'peak flux',
    'fluxPeak',
    'atMost',
    'L1.maximumFlux',
    'flux of the core, hot',
    'must',
    [more('L1.gap'), more('L1.coreArea'), less('W1.turns'), less('given.loadCurrent'), 'A larger gap with more turns, or a larger core.'],
    { derated: true, applies: (c) => c.x.given.core !== 'air' && c.x.parts.L1.halfBias === null },
  ),
  'winding-temperature': held('winding', 'windingTemperature', 'temperature', 'L1.maximumTemperature', 'what wire and bobbin stand', 'must', [
    more('W1.diameter', 'W1.outerDiameter'),
    less('W1.layers'),
    less('L1.thermalResistance'),
    less('given.loadCurrent'),
    'A larger core, fewer layers.',
  ]),
  'window-fill': held(
    'copper in the window',
    'windowFill',
    'atMost',
    'maximumFill',
    'what a window takes',
    'must',
    [less('W1.diameter', 'W1.outerDiameter'), more('L1.windowArea'), 'A larger core.'],
    unlessAir,
  ),
  'turns-fit': held(
    'turns that fit',
    'turnsFit',
    'atLeast',
    (c) => c.range('W1.turns'),
    'turns of the winding',
    'must',
    [more('W1.layers'), less('W1.outerDiameter', 'W1.diameter'), more('L1.windowHeight'), 'A core with a longer window.'],
    { applies: (c) => c.x.given.core === 'gapped' },
  ),
};
