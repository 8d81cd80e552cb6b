import { choose, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { condition, held } from '../../../stage/words.ts';

const unknown = { nominal: null, low: null, high: null };

export const checks = {
  clearance: held(
    'way through air',
    (c: Judged) => c.range('clearanceAvailable') ?? unknown,
    'atLeast',
    (c) => c.pick('clearanceNeeded'),
    'clearance needed',
    'must',
    [more('given.clearanceAvailable'), 'Move the two sides apart, or put a barrier between.'],
    { unit: 'm', whenNull: 'unknown' },
  ),
  creepage: held(
    'way along the surface',
    'creepageAvailable',
    'atLeast',
    (c) => c.pick('creepageNeeded'),
    'creepage needed',
    'must',
    [more('given.surfaceDistance'), more('given.pathAroundSlot'), 'A slot of at least 1 mm (1.5 mm in dirt), or more distance.'],
    { whenNull: 'unknown' },
  ),
  fuse: condition(
    'fuse in the live conductor',
    (c) => c.x.given.fuseFitted,
    'what cuts a fault off',
    'must',
    [choose('given.fuseFitted', true), 'A fuse in the live conductor, before everything else.'],
    { applies: (c) => c.x.given.circuit === 'mains' },
  ),
  earth: condition(
    'protective earth',
    (c) => c.x.given.earthBonded,
    'what keeps touchable metal dead',
    'must',
    [choose('given.earthBonded', true), 'Bond touchable metal to protective earth at a point of its own.'],
    { applies: (c) => c.x.given.protection === 'earthed' },
  ),
  wiring: condition('wires retained', (c) => c.x.given.wiresRetained, 'what a broken joint does', 'must', [
    choose('given.wiresRetained', true),
    'Strain relief, and a second fixing near each joint at mains.',
  ]),
  confirmed: condition(
    'confirmed by a person',
    (c) => (c.x.given.confirmedBy ? true : null),
    'who may decide',
    'must',
    'A qualified person confirms it against the standard that applies; this tool never does.',
  ),
};
