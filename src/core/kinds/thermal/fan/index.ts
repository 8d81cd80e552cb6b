import { impossible } from '../../../math/absent.ts';
import { defineKind } from '../../../stage/contract.ts';
import { choice, num } from '../../../stage/fields.ts';
import { drawnByState, drawsByState, runs, runsIn } from '../../../stage/runs.ts';
import { STATE_DRAWS } from '../../../stage/data.ts';
import { checks } from './checks.ts';
import { carries, ownHeat, speed, workingPoint } from './laws.ts';

export const fan = defineKind({
  id: 'fan',
  family: 'thermal',
  group: 'Heat',
  title: 'Fan',
  aliases: ['cooling fan', 'blower', 'airflow', 'PWM fan', 'ventilation', 'four-wire fan'],
  purpose: 'The flow of air a fan really gives against the openings of the box, at its voltage or duty, with its starting current and noise.',
  given: {
    supplyVoltage: num('V', { nominal: 12, tolerance: 0.05 }, 'of the fan'),
    control: choice(
      ['none', 'supply-voltage', 'pwm-input'],
      'none',
      'supply-voltage: chopped or lowered supply; pwm-input: the fourth wire of the fan',
      'speed control',
    ),
    dutyCycle: num('ratio', 1, 'of the control; unused without one', { max: 1, title: 'duty cycle' }),
    frequency: num('Hz', 25000, 'of the control', { title: 'control frequency' }),
    ventArea: num('m2', 0.002, 'open area of inlet and outlet one after the other: 1/√(1/in² + 1/out²)', { title: 'effective opening' }),
    filterFactor: num('ratio', 1, 'pressure drop with filter or grille over that of the bare opening', { min: 1, title: 'filter and grille' }),
    dissipation: num('W', 20, 'that the air has to carry away', { min: 0, title: 'heat to carry' }),
    maximumAirRise: num('K', 10, 'from inlet to outlet', { title: 'air rise allowed' }),
    altitude: num('m', 0, undefined, { min: 0, max: 10000 }),
    currentLimit: num('A', 1, 'of rail or driver while it starts', { title: 'current at start, at most' }),
    maximumNoise: num('dB', 35, 'in dBA, as in the data of the fan', { any: true, title: 'noise, at most' }),
    expectedLife: num('h', 20000, 'wanted', { title: 'life wanted' }),
    runs,
    ambient: num('degC', null, 'of the air at the inlet', { any: true }),
  },
  parts: {
    M1: {
      type: 'device',
      doc: 'fan',
      takes: 'fan',
      params: {
        nominalVoltage: num('V', 12, 'of its data', { title: 'nominal voltage' }),
        currentRating: num('A', 0.1, 'running at its nominal voltage', { title: 'running current' }),
        startRatio: num('ratio', 2.5, 'starting over running current', { min: 1, title: 'starting over running current' }),
        startVoltage: num('V', 6, 'from which it surely starts', { title: 'starting voltage' }),
        minimumDuty: num('ratio', 0.2, 'below it the speed no longer follows (four-wire)', { min: 0, max: 1, title: 'least duty' }),
        minimumSpeed: num('ratio', 0.25, 'share of its speed at and below the least duty', { min: 0, max: 1, title: 'speed at least duty' }),
        freeFlow: num('m3/s', 0.015, 'against nothing', { title: 'free flow' }),
        staticPressure: num('Pa', 40, 'against a closed opening', { title: 'static pressure' }),
        noise: num('dB', 30, 'at nominal speed', { any: true, title: 'noise' }),
        lifeTime: num('h', 50000, 'at the temperature of its life', { title: 'life' }),
        lifeTemperature: num('degC', 40, 'at which its life is told', { any: true, title: 'temperature of its life' }),
      },
    },
  },
  outcomes: {
    speedRatio: { unit: 'ratio', title: 'speed', doc: 'of the nominal one' },
    airflow: { unit: 'm3/s', title: 'flow of air', doc: 'where the curves of fan and openings meet' },
    pressure: { unit: 'Pa', title: 'pressure', doc: 'there, at sea level' },
    airflowNeeded: { unit: 'm3/s', title: 'flow needed', doc: 'for the rise that is allowed' },
    airTemperatureRise: { unit: 'K', title: 'rise of the air', doc: 'from inlet to outlet, the fan’s own heat in it' },
    startVoltage: { unit: 'V', title: 'voltage at start', doc: 'mean voltage that the fan has to start with' },
    startCurrent: { unit: 'A', title: 'current at start', doc: 'while it stands still' },
    inputCurrent: { unit: 'A', title: 'current', doc: 'running, from the rail' },
    totalDissipation: { unit: 'W', title: 'power of the fan', doc: 'all of it warms the air' },
    noiseLevel: { unit: 'dB', title: 'noise', doc: 'at this speed, dBA' },
    ...drawsByState,
    lifeTime: { unit: 'h', title: 'life', doc: 'at this inlet temperature: halves for every 10 K' },
  },
  evaluate: (x) => {
    const { given: g, parts, ambient } = x;
    const { M1 } = parts;
    const s = speed(x);
    const { flow, pressure } = workingPoint(x);
    const own = ownHeat(x);
    const heat = g.dissipation + own;
    return {
      speedRatio: s,
      airflow: flow,
      pressure,
      airflowNeeded: heat / (carries(x) * g.maximumAirRise),
      airTemperatureRise: flow > 0 ? heat / (carries(x) * flow) : STILL,
      startVoltage: g.supplyVoltage * (g.control === 'supply-voltage' ? g.dutyCycle : 1),
      startCurrent: (M1.startRatio * M1.currentRating * g.supplyVoltage) / M1.nominalVoltage,
      inputCurrent: own / g.supplyVoltage,
      ...drawnByState(x, own / g.supplyVoltage),
      totalDissipation: own,
      noiseLevel: s > 0 ? M1.noise + 50 * Math.log10(s) : STILL,
      lifeTime: M1.lifeTime * 2 ** ((M1.lifeTemperature - ambient) / 10),
    };
  },
  checks,
  rails: { vcc: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, draws: STATE_DRAWS, gives: { surge: 'startCurrent' } } },
  signals: {
    in: { role: 'in', fills: { duty: 'dutyCycle', clock: 'frequency' }, exists: (g) => g.control !== 'none' },
    air: { role: 'out', fills: {}, carries: 'air', down: (c) => ({ figures: { flow: c.pick('airflow') } }) },
  },
  heat: (x, o, state) => ({ fan: runsIn(x, state) ? (o.totalDissipation ?? 0) : 0 }),
  outdoors: true,
  controller: {
    takes: {},
    uses: { pin: { is: 'output', title: 'speed of the fan', needs: () => 'timer', unless: (x) => x.given.control === 'none' } },
  },
  meets: ['connector'],
  confirm: [
    { id: 'guard', text: 'A guard keeps fingers and wires out of the blades, and the air goes in where it should.' },
    { id: 'stalled', text: 'Temperatures were checked once with the fan blocked: nothing gets hot enough to burn.' },
  ],
  cautions: ['Keep fingers and wires out of the blades. A stalled fan must not lead to fire: check temperatures once with it blocked.'],
});

const STILL = impossible('it stands still');
