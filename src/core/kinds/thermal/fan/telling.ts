import { port, thing, wire } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut } from '../../../stage/words.ts';
import type { fan } from './index.ts';
import { carries, ownHeat, resistance, speed, workingPoint } from './laws.ts';

export const telling: Telling<typeof fan> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const k = resistance(c.x);
    const heat = carries(c.x);
    const below = g.control === 'pwm-input' && g.dutyCycle < parts.M1.minimumDuty;
    return [
      g.control === 'none'
        ? step('Speed', 's = V/Vn', 'speedRatio', { V: 'supplyVoltage', Vn: 'M1.nominalVoltage' }, 'proportional to its voltage')
        : g.control === 'supply-voltage'
          ? step('Speed', 's = D*V/Vn', 'speedRatio', { D: 'dutyCycle', V: 'supplyVoltage', Vn: 'M1.nominalVoltage' }, 'proportional to its mean voltage')
          : below
            ? step('Speed', 's = sm*V/Vn', 'speedRatio', { sm: 'M1.minimumSpeed', V: 'supplyVoltage', Vn: 'M1.nominalVoltage' }, 'below its least duty')
            : step(
                'Speed',
                's = max(D, sm)*V/Vn',
                'speedRatio',
                { D: 'dutyCycle', sm: 'M1.minimumSpeed', V: 'supplyVoltage', Vn: 'M1.nominalVoltage' },
                'follows the duty',
              ),
      step('Openings', 'k = c*1.2/(2*0.6^2*A^2)', [k, ''], { c: 'filterFactor', A: 'ventArea' }, 'orifice flow'),
      step(
        'Flow of air',
        'Q = s*sqrt(ps/(k + ps/Qf^2))',
        'airflow',
        { s: 'speedRatio', ps: 'M1.staticPressure', k: [k, ''], Qf: 'M1.freeFlow' },
        'fan laws: curves of fan and openings meet',
      ),
      step('Pressure', 'p = k*Q^2', 'pressure', { k: [k, ''], Q: 'airflow' }, 'orifice flow'),
      step(
        'Power of the fan',
        'P = I*Vn*s^3',
        'totalDissipation',
        { I: 'M1.currentRating', Vn: 'M1.nominalVoltage', s: 'speedRatio' },
        'fan laws: cube of the speed',
      ),
      step(
        'Heat that air takes',
        'q = 1.204*293.15/(Ta + 273.15)*(1 - 2.25577e-5*h)^4.2559*1006',
        [heat, ''],
        { Ta: 'ambient', h: 'altitude' },
        'ideal gas; ISO 2533',
      ),
      ...(c.nominal('airflow')! > 0
        ? [
            step(
              'Rise of the air',
              'dT = (P + Pf)/(q*Q)',
              'airTemperatureRise',
              { P: 'dissipation', Pf: 'totalDissipation', q: [heat, ''], Q: 'airflow' },
              'heat balance',
            ),
            step('Noise', 'L = Ln + 50*log10(s)', 'noiseLevel', { Ln: 'M1.noise', s: 'speedRatio' }, 'fan laws'),
          ]
        : []),
      step(
        'Flow needed',
        'Qn = (P + Pf)/(q*dTm)',
        'airflowNeeded',
        { P: 'dissipation', Pf: 'totalDissipation', q: [heat, ''], dTm: 'maximumAirRise' },
        'heat balance',
      ),
      step('Current', 'I = P/V', 'inputCurrent', { P: 'totalDissipation', V: 'supplyVoltage' }, 'Joule'),
      step(
        'Current at start',
        'Is = r*I*V/Vn',
        'startCurrent',
        { r: 'M1.startRatio', I: 'M1.currentRating', V: 'supplyVoltage', Vn: 'M1.nominalVoltage' },
        'standing still it is a resistance',
      ),
      step('Life', 't = tn*2^((Tn - Ta)/10)', 'lifeTime', { tn: 'M1.lifeTime', Tn: 'M1.lifeTemperature', Ta: 'ambient' }, 'halves for every 10 K'),
    ];
  },
  figure: (c) => ({
    width: 420,
    height: 220,
    title: 'Fan blowing through the box',
    items: [
      port(40, 40, 'vcc', say(c.x.given.supplyVoltage, 'V'), 'left'),
      wire(40, 40, 110, 40, 110, 70),
      { sym: 'motor', id: 'M1', at: [110, 70], dir: 'down', label: 'M1', value: sayOut(c, 'inputCurrent', 'A') },
      { sym: 'ground', at: [110, 140] },
      { sym: 'block', at: [180, 60], size: [130, 90], label: 'box', value: `${say(c.x.given.dissipation, 'W')}` },
      thing('strip', [310, 105], 'right', 'openings', say(c.x.given.ventArea, 'm2')),
      { sym: 'text', at: [90, 190], text: `${sayOut(c, 'airflow', 'm3/s')} of air, ${sayOut(c, 'airTemperatureRise', 'K')} warmer`, value: true },
    ],
  }),
  curves: (x) => {
    const { M1 } = x.parts;
    const most = M1.freeFlow * Math.max(speed(x), 1e-6);
    return [
      {
        id: 'curve',
        title: 'Pressure of the fan against the flow; the openings meet it at the mark',
        x: { label: 'flow', unit: 'm3/s', log: false, from: 0, to: most },
        y: { label: 'pressure', unit: 'Pa' },
        points: 61,
        marks: [{ axis: 'x', value: workingPoint(x).flow, label: 'working point' }],
        at: (q) => Math.max(0, M1.staticPressure * speed(x) ** 2 * (1 - (q / most) ** 2)),
      },
      {
        id: 'rise',
        title: 'Rise of the air against the opening',
        x: { label: 'opening', unit: 'm2', log: true, from: x.given.ventArea / 5, to: x.given.ventArea * 5 },
        y: { label: 'rise', unit: 'K' },
        points: 61,
        marks: [{ axis: 'y', value: x.given.maximumAirRise, label: 'allowed', limit: true }],
        at: (area) => {
          const there = { ...x, given: { ...x.given, ventArea: area } };
          return (x.given.dissipation + ownHeat(x)) / (carries(x) * workingPoint(there).flow);
        },
      },
    ];
  },
  bringUp: () => [
    { id: 'fit', act: 'fit', title: 'Fit the fan', text: 'Mind the arrow of the air and the guard; nothing may touch the blades.' },
    {
      id: 'current',
      act: 'probe',
      title: 'Current',
      text: 'Ammeter in its lead, running at full speed.',
      expect: { point: 'lead of the fan', of: 'inputCurrent' },
    },
    {
      id: 'heat',
      act: 'probe',
      title: 'Rise of the air',
      text: 'Full load until it changes no more: outlet less inlet temperature. A paper strip at the outlet shows the flow.',
      expect: { point: 'outlet less inlet', of: 'airTemperatureRise' },
    },
  ],
  schools: 'Pushing (box under pressure, one filtered inlet) or pulling; always on or controlled.',
  sources: ['fan laws', 'orifice flow', 'ideal-gas density of air', 'ISO 2533'],
};
