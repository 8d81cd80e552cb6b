import { ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { coil } from './laws.ts';
import type { loudspeaker } from './index.ts';

type Steps = StepsOf<typeof loudspeaker>;

/** How the loudspeaker is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof loudspeaker> = {
  hurts: true,
  working: (c) => {
    const { given: g, parts } = c.x;
    const amplified = g.drive === 'amplifier';
    const dynamic = g.driver === 'dynamic';
    const lost = dynamic && amplified ? 20 * Math.log10(1 + coil(c.x).slope * coil(c.x).rise) : 0;
    const { rise, slope } = coil(c.x);
    const own: Steps =
      dynamic && amplified
        ? [
            step('Power of a sine', 'P = V^2/Z', 'electricalPower', { V: 'outputVoltage', Z: 'LS1.nominalImpedance' }, 'definition of nominal impedance'),
            step(
              'Power of the programme',
              'Pl = V^2*k/Z',
              'longTermPower',
              { V: 'outputVoltage', k: 'programFactor', Z: 'LS1.nominalImpedance' },
              'definition',
            ),
            step('Coil', 'T = Ta + t', 'coilTemperature', { Ta: 'ambient', t: [rise, 'K'] }, 'al·t² + t = Rth·V²·k/R0'),
            step('Lost by its warmth', 'L = 20*log10(1 + al*t)', 'powerCompression', { al: [slope, '1/K'], t: [rise, 'K'] }, 'copper'),
          ]
        : amplified
          ? []
          : [step('Electrical power', 'P = V*I', 'electricalPower', { V: 'supplyVoltage', I: 'supplyCurrent' }, 'definition')];
    return [
      ...own,
      step(
        'Loudness',
        'SPL = S + 20*log10(V/V0) - 20*log10(d/d0) + 10*log10(n) - L',
        'soundPressure',
        {
          S: 'LS1.sensitivity',
          V: 'driveVoltage',
          V0: 'LS1.sensitivityVoltage',
          d: 'distance',
          d0: 'LS1.sensitivityDistance',
          n: 'sources',
          L: [lost, 'dB'],
        },
        'inverse-square law; powers add',
      ),
      ...(c.nominal('excursionSoundPressure') === null
        ? []
        : [
            step(
              'Most the cone can do',
              'SPLx = 20*log10(rho*(2*pi*f)^2*Sd*x/sqrt(2)/(2*pi*d)/p0)',
              'excursionSoundPressure',
              {
                rho: [1.204, ''],
                f: 'lowestFrequency',
                Sd: 'LS1.coneArea',
                x: 'LS1.maximumExcursion',
                d: 'distance',
                p0: [20e-6, ''],
              },
              'monopole in a half space',
            ),
          ]),
      ...(amplified
        ? [step('Peak current', 'Ip = sqrt(2)*V/Zm', 'peakCurrent', { V: 'outputVoltage', Zm: 'LS1.minimumImpedance' }, 'Ohm')]
        : g.driver === 'piezo'
          ? []
          : [
              step(
                'Peak current',
                'Ip = V/(Rb + Rc)',
                'peakCurrent',
                {
                  V: 'supplyVoltage',
                  Rb: [(parts.R1.value ?? 0) + (g.drive === 'pin' ? g.pinResistance : g.drive === 'pin-push-pull' ? 2 * g.pinResistance : 0), 'ohm'],
                  Rc: 'LS1.dcResistance',
                },
                'Ohm',
              ),
            ]),
      step('Daily exposure', 't = 28800*2^((85 - SPL)/3)', 'exposureTime', { SPL: 'soundPressure' }, 'NIOSH 98-126, as guidance'),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const amplified = g.drive === 'amplifier';
    const sym = g.driver === 'dynamic' ? 'loudspeaker' : 'buzzer';
    const drive: Drawn[] = parts.R1.value
      ? [wire(80, 60, 110, 60), part('resistor', [110, 60], 'right', 'R1', sayPart(parts.R1.value, 'ohm')), wire(180, 60, 260, 60)]
      : [wire(80, 60, 260, 60)];
    return {
      width: 540,
      height: 220,
      title: amplified ? 'Transducer on an amplifier' : 'Transducer on pins',
      items: [
        port(
          80,
          60,
          amplified ? 'amplifier' : g.drive === 'transistor' ? 'supply' : 'pin',
          amplified ? `${say(g.outputVoltage, 'V')} rms` : say(g.supplyVoltage, 'V'),
          'left',
        ),
        ...drive,
        part(sym, [260, 60], 'down', 'LS1', `${say(parts.LS1.nominalImpedance, 'ohm')}`),
        ...(g.drive === 'pin-push-pull' ? [wire(260, 130, 260, 160, 80, 160), port(80, 160, 'other pin', '', 'left')] : [ground(260, 130)]),
        { sym: 'text', at: [360, 100], text: `${sayOut(c, 'soundPressure', 'dBSPL')} in ${say(g.distance, 'm')}`, value: true },
      ],
    };
  },
  simulate: (x) => {
    const { given: g, parts } = x;
    if (g.drive !== 'amplifier' || g.driver !== 'dynamic') return null;
    const { LS1 } = parts;
    const peak = Math.SQRT2 * g.outputVoltage;
    return {
      elements: [
        { is: 'voltage', name: 'V', a: 'out', b: '0', wave: { sort: 'dc', value: peak }, ac: peak },
        { is: 'resistor', name: 'LS1', a: 'out', b: '0', ohms: LS1.minimumImpedance },
      ],
      out: 'out',
      band: [20, 20000],
      time: { stop: 2 / g.lowestFrequency },
      confirms: {
        peakCurrent: (b) => {
          const amps = b.dc('I(V)');
          return typeof amps === 'number' ? Math.abs(amps) : amps;
        },
      },
    };
  },
  curves: (x, _env, o) => [
    {
      id: 'distance',
      title: 'Loudness over distance',
      x: { label: 'distance', unit: 'm', log: true, from: x.given.distance / 10, to: x.given.distance * 30 },
      y: { label: 'loudness', unit: 'dBSPL' },
      points: 61,
      marks: [
        { axis: 'y', value: x.given.minimumSoundPressure, label: 'wanted' },
        { axis: 'y', value: x.given.maximumSoundPressure, label: 'caution', limit: true },
      ],
      at: (d) => (o.soundPressure ?? 0) - 20 * Math.log10(d / x.given.distance),
    },
  ],
  bringUp: (c) => [
    {
      id: 'coil',
      act: 'probe',
      title: 'Coil',
      text:
        c.x.given.driver === 'piezo'
          ? 'Ohmmeter across the piezo: open. A coil would show its resistance.'
          : `Ohmmeter across the coil: about ${say(c.x.parts.LS1.dcResistance, 'ohm')}, 15 to 25 % below its nominal impedance.`,
    },
    { id: 'quiet', act: 'feed', title: 'First tone', text: 'Ears protected, tape over the opening, lowest level first.' },
    {
      id: 'loud',
      act: 'probe',
      title: 'Loudness',
      text: `Sound-level meter in ${say(c.x.given.distance, 'm')}, free around: about ${say(c.nominal('soundPressure'), 'dBSPL')}; a room adds a few decibels.`,
    },
  ],
  schools: 'An efficient horn or a resonant buzzer (loud, coloured), or a small driver that plays everything.',
  sources: ['monopole radiation in a half space', 'inverse-square law', 'NIOSH 98-126', 'IEC 60028'],
};
