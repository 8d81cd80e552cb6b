import { airDensityRatio, airHeat } from '../../../physics/convection.ts';
import { say } from '../../../stage/words.ts';
import { figure } from './figure.ts';
import { channels, leaving, riseOf } from './solve.ts';
import { step, type JudgedOf, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { type heatsink, SLOTS } from './index.ts';

/** How heatsink is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof heatsink> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const fitted = SLOTS.filter((s) => parts[s].dissipation !== null);
    const steps: StepsOf<typeof heatsink> = [
      step(
        'Heat of all devices',
        `P = ${fitted.map((s) => `P${s}`).join(' + ') || '0'}`,
        'totalDissipation',
        Object.fromEntries(fitted.map((s) => [`P${s}`, `${s}.dissipation` as const])),
        'sum',
      ),
      step('Density of the air at this height', 'd = (1 - 2.25577e-5*h)^4.2559', 'airDensityRatio', { h: 'altitude' }, 'ISO 2533'),
    ];
    if (c.nominal('sinkTemperature') === null) return steps;
    const known = step(
      'Sink to air at this height',
      'Rsa = R/sqrt(d)',
      'sinkToAmbient',
      { R: 'H1.sinkToAmbient', d: 'airDensityRatio' },
      'free convection goes with the square root of density',
    );
    return [
      ...steps,
      ...(g.style === 'known' ? [known] : solved(c)),
      step(
        'Sink',
        'Ts = Ta + P*Rsa',
        'sinkTemperature',
        { Ta: 'ambient', P: 'totalDissipation', Rsa: [c.nominal('sinkToAmbient') ?? 0, 'K/W'] },
        'thermal resistance',
      ),
      ...fitted.map((s, i) =>
        step(
          `Junction of ${s}`,
          `Tj${i + 1} = Ts + P1*(Rjc + Rcs)`,
          `junction${s.slice(1) as '1' | '2' | '3' | '4'}`,
          { Ts: 'sinkTemperature', P1: [parts[s].dissipation ?? 0, 'W'], Rjc: [parts[s].junctionToCase, 'K/W'], Rcs: [parts[s].caseToSink, 'K/W'] },
          'JEDEC JESD51',
        ),
      ),
      ...(c.nominal('airWarming') === null
        ? []
        : [
            step(
              'Air warms by',
              'dT = P/(q*v*A)',
              'airWarming',
              { P: 'totalDissipation', q: [airHeat(1, c.x.ambient, airDensityRatio(g.altitude)), ''], v: 'airSpeed', A: [channels(parts.H1), 'm2'] },
              'heat that a cubic metre of air takes, through the channels between the fins',
            ),
          ]),
    ];
  },
  figure,
  simulate: (x, o) => {
    const { parts, ambient } = x;
    if (typeof o.sinkToAmbient !== 'number') return null;
    const fitted = SLOTS.filter((s) => parts[s].dissipation !== null);
    const ohms = (value: number) => Math.max(value, 1e-9);
    return {
      elements: [
        { is: 'voltage', name: 'Ta', a: 'air', b: '0', wave: { sort: 'dc', value: ambient } },
        { is: 'resistor', name: 'Rsa', a: 'sink', b: 'air', ohms: ohms(o.sinkToAmbient), quiet: true },
        ...fitted.flatMap((s) => [
          { is: 'resistor' as const, name: `R${s}`, a: s, b: 'sink', ohms: ohms(parts[s].junctionToCase + parts[s].caseToSink), quiet: true },
          { is: 'current' as const, name: `P${s}`, a: '0', b: s, wave: { sort: 'dc' as const, value: parts[s].dissipation ?? 0 } },
        ]),
        ...(parts.H1.mass > 0 ? [{ is: 'capacitor' as const, name: 'Cs', a: 'sink', b: '0', farads: parts.H1.mass * 900 }] : []),
      ],
      out: 'sink',
      band: [1e-5, 1],
      time: { stop: 5 * (o.sinkTimeConstant ?? 1) },
      confirms: { sinkTemperature: (b) => b.dc('sink'), ...Object.fromEntries(fitted.map((s) => [`junction${s.slice(1)}`, (b) => b.dc(s)])) },
    };
  },
  curves: (x) => {
    const { given: g, parts, ambient } = x;
    const most = 4 * Math.max(1, ...SLOTS.map((s) => parts[s].dissipation ?? 0));
    const theta = (watts: number) => {
      if (g.style === 'known') return parts.H1.sinkToAmbient / Math.sqrt(airDensityRatio(g.altitude));
      const rise = riseOf(g, parts.H1, watts, ambient);
      return rise === null ? NaN : rise / watts;
    };
    return [
      {
        id: 'sink',
        title: 'Sink temperature over heat',
        x: { label: 'heat of all devices', unit: 'W', log: false, from: most / 100, to: most },
        y: { label: 'sink', unit: 'degC' },
        points: 60,
        marks: [{ axis: 'y', value: g.maximumTouch, label: 'touch', limit: true }],
        at: (watts) => ambient + watts * theta(watts),
      },
    ];
  },
  bringUp: (c) => {
    const wait = c.out('sinkTimeConstant').nominal;
    return [
      {
        id: 'mount',
        act: 'fit',
        title: 'Mount the devices',
        text: 'Insulating pad or grease under every device, screws tightened evenly. Check with the ohmmeter that tabs that must be apart are apart, and that the sink touches no live part.',
      },
      {
        id: 'warm',
        act: 'probe',
        title: 'Sink, warmed through',
        text: `Thermocouple beside the hottest device, cover on, full power for ${say(4 * (wait ?? 0), 's')}. Sinks above 60 °C burn: do not touch.`,
        expect: { point: 'sink beside the hottest device', of: 'sinkTemperature' },
      },
    ];
  },
  schools: 'An insulating pad under each device, or one insulated sink; one large sink, or several small ones.',
  sources: ['simplified free-convection relations for air', 'Elenbaas channel correlation', 'Stefan-Boltzmann', 'ISO 2533 atmosphere'],
};

/** Steps of a sink whose temperature is solved: the balance that holds at it. */
function solved(c: JudgedOf<typeof heatsink>): StepsOf<typeof heatsink> {
  const { given: g, parts, ambient } = c.x;
  const rise = (c.nominal('sinkTemperature') ?? ambient) - ambient;
  const out = leaving(g, parts.H1, rise, ambient);
  const balance = step(
    'What leaves the sink at its temperature: by air and by radiation',
    'P = Qc + Qr',
    [out.convection + out.radiation, 'W'],
    { Qc: [out.convection, 'W'], Qr: [out.radiation, 'W'] },
    'free-convection relations and Stefan-Boltzmann, solved for the temperature',
  );
  const ohms = c.nominal('sinkToAmbient');
  if (ohms === null) return [balance];
  const values = { dT: [rise, 'K'], P: [c.nominal('totalDissipation') ?? 0, 'W'] } as const;
  return [balance, step('Sink to air at this heat', 'Rsa = dT/P', 'sinkToAmbient', values, 'definition')];
}
