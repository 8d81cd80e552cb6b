import { port, thing, wire } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut } from '../../../stage/words.ts';
import type { mainsSeparation } from './index.ts';
import { byImpulse, byPeak, byTable, SLOT } from './laws.ts';

export const telling: Telling<typeof mainsSeparation> = {
  working: (c) => {
    const [air, peak, surface] = [byImpulse(c.x), byPeak(c.x), byTable(c.x)];
    const twice = c.x.given.insulation === 'reinforced' ? 2 : 1;
    return [
      step('Thin air', 'k = 1*f', 'altitudeFactor', { f: 'altitudeFactor' }, 'table of IEC 60664-1 by altitude, linear between its rows'),
      ...(air !== null && peak !== null
        ? [
            step(
              'Clearance needed',
              'd = max(di, dp)*k',
              'clearanceNeeded',
              { di: [air, 'm'], dp: [peak, 'm'], k: 'altitudeFactor' },
              `tables of IEC 60664-1: by the impulse of ${sayOut(c, 'impulseVoltage', 'V')}, and by the repeated peak${twice === 2 ? ', 1.6 times for reinforced' : ''}`,
            ),
          ]
        : []),
      ...(air !== null && peak !== null && surface !== null
        ? [
            step(
              'Creepage needed',
              'c = max(r*ct, d)',
              'creepageNeeded',
              { r: [twice, ''], ct: [surface / twice, 'm'], d: 'clearanceNeeded' },
              'table of IEC 60664-1 by working voltage, pollution and material; twice for reinforced',
            ),
          ]
        : []),
    ];
  },
  figure: (c) => {
    const g = c.x.given;
    const slot = g.slotWidth > 0;
    return {
      width: 520,
      height: 240,
      title: 'The two sides of the board, and what lies between them',
      items: [
        port(80, 60, g.circuit === 'mains' ? 'mains' : 'live', say(g.workingVoltage, 'V'), 'left'),
        wire(80, 60, 110, 60),
        { sym: 'block', at: [110, 40], size: [90, 60], label: 'live side' },
        thing('spark', [220, 70], 'right', 'through air', g.clearanceAvailable === null ? 'not measured' : say(g.clearanceAvailable, 'm')),
        { sym: 'block', at: [310, 40], size: [110, 60], label: 'touched side' },
        wire(420, 60, 460, 60),
        port(460, 60, 'people', '', 'right'),
        ...(slot ? [{ sym: 'block' as const, at: [245, 120] as [number, number], size: [20, 40] as [number, number], label: '' }] : []),
        {
          sym: 'text',
          at: [90, 190],
          text: `through air at least ${sayOut(c, 'clearanceNeeded', 'm')}, along the surface ${sayOut(c, 'creepageNeeded', 'm')}`,
        },
        {
          sym: 'text',
          at: [90, 214],
          text: slot
            ? `slot ${say(g.slotWidth, 'm')} wide, counts from ${say(SLOT[g.pollutionDegree as 1], 'm')}`
            : `along the surface there are ${g.surfaceDistance === null ? 'none measured' : sayOut(c, 'creepageAvailable', 'm')}`,
        },
      ],
    };
  },
  bringUp: () => [
    {
      id: 'measure',
      act: 'fit',
      title: 'Distances on the assembled unit',
      text: 'Unplugged: calliper along air and surface, wires pulled towards the gap. Fuse, earth and strain relief looked at.',
    },
    {
      id: 'insulation',
      act: 'fit',
      title: 'Insulation and earth bond',
      text: 'Tested by someone equipped and allowed to do so, before mains is connected for the first time. Never probe live mains.',
    },
  ],
  hurts: true,
  schools:
    'An approved module outside the box (recommended) or mains on the board; a slot or plain distance (many keep 8 mm between mains and what is touched).',
  sources: ['IEC 60664-1 tables as general guidance', 'IEC 62368-1', 'IEC 61140 classes of protection'],
};
