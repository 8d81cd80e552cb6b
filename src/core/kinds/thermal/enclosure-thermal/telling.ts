import { wire, type Drawn } from '../../../stage/drawing.ts';
import { say, sayOut } from '../../../stage/words.ts';
import { balance, through, type Box } from './solve.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { type enclosureThermal, NEAR } from './index.ts';

/** How enclosure thermal is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof enclosureThermal> = {
  working: (c) => {
    const { given: g, ambient } = c.x;
    const area = step(
      'Area that gives off heat',
      'A = w*dp + bottom*w*dp + 2*h*dp + w*h + back*w*h',
      'effectiveArea',
      { w: 'width', dp: 'depth', h: 'height', bottom: [g.mounting === 'table' ? 0 : 0.5, 'ratio'], back: [g.mounting === 'wall' ? 0 : 1, 'ratio'] },
      'faces with free air; a horizontal face below counts half',
    );
    const local = step(
      'Rise beside the hot block',
      'dTl = P*k*min(1, 0.01/s)',
      'localRise',
      { P: 'hotPower', k: [NEAR[g.sensitivePosition], 'K/W'], s: 'sensitiveDistance' },
      'rule of thumb',
    );
    const now = balance(g, g.totalDissipation + g.solarPower, ambient);
    if (!now) return [area, local];
    const at = through(g, now.wall - ambient, ambient);
    return [
      area,
      step(
        'Heat leaves through the wall and with the air',
        'P = q + a',
        [now.through + now.carried, 'W'],
        { q: [now.through, 'W'], a: [now.carried, 'W'] },
        'film of still air on both sides, conduction, radiation outside; solved for the wall’s temperature',
      ),
      step(
        'Air inside, from the inner film',
        'Ti = Twi + dTf',
        'insideTemperature',
        { Twi: [at.inner, 'degC'], dTf: [at.film, 'K'] },
        'film of the same form inside',
      ),
      step('Rise inside', 'dT = Ti - Ta', 'insideRise', { Ti: 'insideTemperature', Ta: 'ambient' }, 'definition'),
      local,
      step('Sensitive part', 'Ts = Ti + dTl', 'sensitiveTemperature', { Ti: 'insideTemperature', dTl: 'localRise' }, 'sum'),
    ];
  },
  figure: (c) => {
    const g = c.x.given;
    const vent = (y: number, label: string): Drawn[] => [wire(80, y, 116, y), { sym: 'text', at: [20, y - 8], text: label }];
    return {
      width: 460,
      height: 220,
      title: `A ${g.style} box and the temperatures of its air and wall`,
      items: [
        { sym: 'block', at: [100, 30], size: [220, 150], label: 'air inside', value: sayOut(c, 'insideTemperature', 'degC') },
        { sym: 'block', at: [115, 120], size: [70, 44], label: 'stages', value: say(g.totalDissipation, 'W') },
        ...(g.style === 'vented' ? [...vent(165, 'air in'), ...vent(60, 'air out')] : []),
        wire(320, 105, 380, 105),
        { sym: 'port', at: [380, 105], label: 'wall', value: sayOut(c, 'wallTemperature', 'degC'), side: 'right' },
        { sym: 'text', at: [340, 170], text: 'outside' },
        { sym: 'text', at: [340, 187], text: say(c.x.ambient, 'degC'), value: true },
      ],
    };
  },
  curves: (x) => {
    const { given: g, ambient } = x;
    const most = Math.max(1, 3 * (g.totalDissipation + g.solarPower));
    const rise = (style: Box['style']) => (watts: number) => (balance({ ...g, style }, watts, ambient)?.inside ?? NaN) - ambient;
    const plot = (id: string, title: string, at: (watts: number) => number) => ({
      id,
      title,
      x: { label: 'heat inside', unit: 'W' as const, log: false, from: most / 200, to: most },
      y: { label: 'rise inside', unit: 'K' as const },
      points: 60,
      marks: [{ axis: 'y' as const, value: g.maximumInside - ambient, label: 'limit', limit: true }],
      at,
    });
    const sealed = plot('sealed', 'Rise of the sealed box over heat', rise('sealed'));
    return g.style === 'sealed' ? [sealed] : [plot('rise', `Rise of the ${g.style} box over heat`, rise(g.style)), sealed];
  },
  bringUp: () => [
    {
      id: 'warm',
      act: 'probe',
      title: 'Air inside, warmed through',
      text: 'Thermometer in the free air near the top, box closed, full power, until it changes by less than half a kelvin in ten minutes.',
      expect: { point: 'air near the top of the box', of: 'insideTemperature' },
    },
  ],
  schools: 'A sealed metal box as its own sink, or a vented plastic one; a fan (dust, noise, one more part to fail) or none.',
  sources: ['simplified free-convection relations', 'stack-effect formula', 'Stefan-Boltzmann', 'ISO 2533 atmosphere'],
};
