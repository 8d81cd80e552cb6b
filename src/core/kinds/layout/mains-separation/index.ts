import { missing } from '../../../math/absent.ts';
import { defineKind } from '../../../stage/contract.ts';
import { choice, num, said, text } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { alongSurface, altitudeFactor, byImpulse, byPeak, byTable, impulse } from './laws.ts';

export const mainsSeparation = defineKind({
  id: 'mains-separation',
  family: 'layout',
  group: 'Supply',
  title: 'Mains separation',
  aliases: ['creepage', 'clearance', 'isolation slot', 'safety distance', 'insulation', 'high voltage spacing'],
  purpose: 'Typical distances between mains or high voltage and what people touch, as guidance before a qualified person decides; blocks the order until then.',
  given: {
    circuit: choice(['mains', 'not-mains'], 'mains', 'what stands on the dangerous side', 'circuit'),
    systemVoltage: num('V', 230, 'nominal, line to neutral, rms', { title: 'mains voltage' }),
    category: choice(['I', 'II', 'III', 'IV'], 'II', 'overvoltage category; what is plugged in II', 'overvoltage category'),
    transientVoltage: num('V', 500, 'peak that is expected where it is no mains', { title: 'transient expected' }),
    workingVoltage: num('V', 230, 'rms across the gap', { title: 'working voltage' }),
    peakVoltage: num('V', 325, 'highest repeated peak across the gap', { title: 'repeated peak' }),
    pollutionDegree: num('', 2, '1 sealed, 2 indoors, 3 damp or dusty: workshop, hive, cellar', { oneOf: [1, 2, 3], title: 'pollution degree' }),
    materialGroup: choice(['I', 'II', 'III'], 'III', 'by comparative tracking index; ordinary board laminate III', 'material group'),
    insulation: choice(['functional', 'basic', 'supplementary', 'reinforced'], 'reinforced', 'reinforced between mains and what is touched', 'insulation'),
    altitude: num('m', 0, undefined, { min: 0, max: 20000 }),
    clearanceAvailable: num('m', null, 'shortest way through air, with wires and screws as fitted', { title: 'shortest way through air' }),
    surfaceDistance: num('m', null, 'shortest way along the surface, a slot left out of account', { title: 'shortest way along the surface' }),
    slotWidth: num('m', 0, 'of the slot in the board', { min: 0, title: 'width of the slot' }),
    pathAroundSlot: num('m', null, 'shortest way along the surface round the slot', { title: 'way round the slot' }),
    protection: choice(['earthed', 'double-insulated'], 'double-insulated', 'of what people touch', 'protection'),
    earthBonded: said('earth bonded', 'touchable metal is bonded to protective earth at a point of its own'),
    fuseFitted: said('fuse fitted', 'in the live conductor, before everything else'),
    wiresRetained: said('wires retained', 'strain relief, and a broken solder joint cannot bridge the gap'),
    confirmedBy: text('confirmed by', 'who checked it against which standard; empty while nobody has'),
  },
  asks: {
    clearanceAvailable: 0.01,
    surfaceDistance: 0.01,
    fuseFitted: true,
    wiresRetained: true,
    earthBonded: true,
    confirmedBy: 'a qualified person',
  },
  parts: {},
  outcomes: {
    impulseVoltage: { unit: 'V', title: 'impulse to withstand', doc: 'row of the table; one further where it is reinforced' },
    clearanceNeeded: { unit: 'm', title: 'clearance needed', doc: 'through air, altitude counted' },
    creepageNeeded: { unit: 'm', title: 'creepage needed', doc: 'along the surface, never less than through air' },
    creepageAvailable: { unit: 'm', title: 'creepage there is', doc: 'round the slot where that is wide enough' },
    altitudeFactor: { unit: 'ratio', title: 'more for thin air', doc: 'how much wider clearances get with height' },
  },
  evaluate: (x) => {
    const [volts, air, peak, surface] = [impulse(x), byImpulse(x), byPeak(x), byTable(x)];
    const needed = air === null || peak === null ? null : Math.max(air, peak) * altitudeFactor(x);
    return {
      impulseVoltage: volts ?? BEYOND,
      clearanceNeeded: needed ?? BEYOND,
      creepageNeeded: needed === null || surface === null ? BEYOND : Math.max(surface, needed),
      creepageAvailable: alongSurface(x) ?? UNMEASURED,
      altitudeFactor: altitudeFactor(x),
    };
  },
  checks,
  rails: {},
  signals: {},
  separates: (x) => ({ insulation: x.given.insulation, by: x.given.confirmedBy || null }),
  confirm: [
    {
      id: 'separation',
      given: 'confirmedBy',
      text: 'A qualified person measured clearance, creepage and insulation on the assembled unit and held them against the standard that applies.',
    },
    { id: 'earth-and-fuse', text: 'Fuse, protective earth and strain relief were looked at on the assembled unit, and nothing at mains can be touched.' },
  ],
  cautions: [
    'Mains kills. These distances are typical guidance, no certificate: the standard of the product, local codes and licensed practice decide. If in doubt take a ready-made approved supply.',
  ],
});

const BEYOND = missing('it lies beyond the tables');
const UNMEASURED = missing('nobody said how far it is along the surface');
