import { more, less } from '../../../stage/cures.ts';
import { impossible, none } from '../../../math/absent.ts';
import { defineKind, type Help } from '../../../stage/contract.ts';
import { choice, num } from '../../../stage/fields.ts';
import type { Judged } from '../../../stage/judged.ts';
import { condition, held, say } from '../../../stage/words.ts';
import { balance, effectiveArea, type Box } from './solve.ts';

/** Rise of a part near a hot block, K/W at a centimetre: a rule of thumb. */
export const NEAR = { 'above-hot': 10, 'below-hot': 5, beside: 2.5, apart: 0 } as const;

export const enclosureThermal = defineKind({
  id: 'enclosure-thermal',
  family: 'thermal',
  group: 'Heat',
  title: 'Enclosure heat',
  aliases: ['box temperature', 'case rise', 'ventilation', 'cabinet', 'vents', 'sealed box'],
  purpose: 'The air temperature inside the box that every stage really sees, sealed, vented or with a fan, and what sits too near to something hot.',
  given: {
    style: choice(['sealed', 'vented', 'fan'], 'sealed'),
    material: choice(['painted-steel', 'bare-aluminium', 'anodised-aluminium', 'plastic', 'wood'], 'plastic'),
    mounting: choice(['free', 'table', 'wall'], 'table'),
    width: num('m', 0.15),
    height: num('m', 0.05),
    depth: num('m', 0.1),
    wallThickness: num('m', 0.0025),
    totalDissipation: num('W', 3, 'all stages inside', { min: 0 }),
    solarPower: num('W', 0, 'absorbed sunshine, about 500 W per m² of a dark sunlit face', { min: 0 }),
    ventInlet: num('m2', 0, 'open area, low', { min: 0 }),
    ventOutlet: num('m2', 0, 'open area, high', { min: 0 }),
    ventHeight: num('m', 0.03, 'between the middles of the vents'),
    fanFlow: num('m3/s', 0, 'at its working point', { min: 0 }),
    altitude: num('m', 0, undefined, { min: 0, max: 10000 }),
    maximumInside: num('degC', 55, undefined, { any: true }),
    maximumTouch: num('degC', 60, undefined, { any: true }),
    hotPower: num('W', 0, 'of the hottest block', { min: 0 }),
    hotLimit: num('W', 0.25, 'a block above this counts as hot'),
    sensitivePosition: choice(
      ['apart', 'beside', 'above-hot', 'below-hot'],
      'apart',
      'where the most sensitive part sits; below-hot: the hot block hangs over it',
    ),
    sensitiveDistance: num('m', 0.02),
    sensitiveLimit: num('degC', 60, undefined, { any: true }),
    ambient: num('degC', null, 'outside', { any: true }),
  },
  parts: {},
  outcomes: {
    insideTemperature: { unit: 'degC', title: 'air inside', doc: 'goes to every stage as its ambient' },
    insideRise: { unit: 'K', title: 'rise inside' },
    wallTemperature: { unit: 'degC', title: 'outside of the wall' },
    sealedRise: { unit: 'K', title: 'rise if it were sealed', doc: 'the same box sealed' },
    effectiveArea: { unit: 'm2', title: 'area that gives off heat' },
    airFlow: { unit: 'm3/s', title: 'flow of air' },
    airShare: { unit: 'ratio', title: 'share that leaves with the air' },
    thermalResistance: { unit: 'K/W', title: 'inside to outside', doc: 'insideRise over all the heat' },
    localRise: { unit: 'K', title: 'rise beside the hot block', doc: 'rough, at the sensitive part' },
    sensitiveTemperature: { unit: 'degC', title: 'sensitive part' },
  },
  evaluate: ({ given: g, ambient }) => {
    const watts = g.totalDissipation + g.solarPower;
    const now = balance(g, watts, ambient);
    const sealed = g.style === 'sealed' ? now : balance({ ...g, style: 'sealed' }, watts, ambient);
    const localRise = g.hotPower * NEAR[g.sensitivePosition] * Math.min(1, 0.01 / g.sensitiveDistance);
    return {
      insideTemperature: now ? now.inside : TOO_HOT,
      insideRise: now ? now.inside - ambient : TOO_HOT,
      wallTemperature: now ? now.wall : TOO_HOT,
      sealedRise: sealed ? sealed.inside - ambient : TOO_HOT,
      effectiveArea: effectiveArea(g),
      airFlow: now ? now.flow : TOO_HOT,
      airShare: watts === 0 ? NO_HEAT : now ? now.carried / watts : TOO_HOT,
      thermalResistance: watts === 0 ? NO_HEAT : now ? (now.inside - ambient) / watts : TOO_HOT,
      localRise,
      sensitiveTemperature: now ? now.inside + localRise : TOO_HOT,
    };
  },
  checks: {
    'inside-temperature': held('air inside', 'insideTemperature', 'temperature', 'maximumInside', 'wanted of the inside', 'must', insideHelp),
    'wall-touch': held('touching the box', 'wallTemperature', 'temperature', 'maximumTouch', 'guidance for what is touched', 'should', [
      less('given.totalDissipation'),
      more('given.width', 'given.height', 'given.depth'),
      'Vents, less heat inside; or mark it hot.',
    ]),
    placement: condition(
      'place of the sensitive part',
      (c) => !(/-hot$/.test(c.x.given.sensitivePosition) && c.must('hotPower').high > c.must('hotLimit').low),
      'a hot block above or below a sensitive part',
      'should',
      (c) =>
        `The hot block gives off ${say(c.must('hotPower').high, 'W')}: move it to the top and the edge, away from references, electrolytics, cells and sensors.`,
    ),
    'sensitive-temperature': held('sensitive part', 'sensitiveTemperature', 'temperature', 'sensitiveLimit', 'what the most sensitive part stands', 'should', [
      more('given.sensitiveDistance'),
      less('given.totalDissipation'),
      'Cool the box, or lead its heat to the wall.',
    ]),
    'vents-open': condition(
      'vents',
      (c) => c.must('ventInlet').low > 0 && c.must('ventOutlet').low > 0,
      'air needs a way in and a way out',
      'must',
      () => 'One opening alone moves no air: open one low and one high.',
      { applies: (c) => c.x.given.style === 'vented' },
    ),
  },
  rails: {},
  signals: { air: { role: 'in', carries: 'air', fills: { flow: 'fanFlow' }, exists: (g) => g.style === 'fan' } },
  outdoors: true,
  shelter: { link: 'inside', heat: 'totalDissipation', hottest: 'hotPower', temperature: 'insideTemperature' },
  buys: ({ given: g }) => [
    { slot: 'case', title: `case ${[g.width, g.height, g.depth].map((side) => Math.round(side * 1000)).join(' × ')} mm, ${g.material}` },
  ],
  confirm: [{ id: 'openings', text: 'No opening lets fingers, wires or drops reach parts at mains or high voltage.' }],
  cautions: [
    'Openings must keep fingers, wires and drops away from mains parts; your local code says how.',
    'Lithium cells want the coolest corner of the box, away from everything hot.',
  ],
});

/** The least equal vents that hold the inside, or what else would. */
function insideHelp(c: Judged): Help {
  const g = c.x.given as Box & { solarPower: number };
  const watts = c.must('totalDissipation').high + c.must('solarPower').high;
  const [most, outside] = [c.must('maximumInside').low, c.must('ambient').high];
  if (most <= outside) return 'It is as warm as that outside already: nothing without cooling holds it. Take parts that stand more.';
  const holds = (area: number) => (balance({ ...g, style: 'vented', ventInlet: area, ventOutlet: area }, watts, outside)?.inside ?? Infinity) <= most;
  const area = VENTS.find(holds);
  const vents = area === undefined ? 'Vents alone are not enough' : `Vents of ${say(area, 'm2')} low and the same high would hold it`;
  return [less('given.totalDissipation'), more('given.width', 'given.height', 'given.depth'), `${vents}. A larger or metal box also helps.`];
}
/** Openings worth trying, m². */
const VENTS = [0.5e-4, 1e-4, 2e-4, 3e-4, 5e-4, 7e-4, 1e-3, 1.5e-3, 2e-3, 3e-3, 5e-3, 7e-3, 1e-2, 2e-2];

const NO_HEAT = none('nothing heats the box');
const TOO_HOT = impossible('the box cannot give off this heat below a thousand kelvin');
