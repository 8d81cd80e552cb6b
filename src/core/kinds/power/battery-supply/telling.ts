import { resistanceAt, restVoltage } from '../../../physics/cells.ts';
import { dot, ground, part, port, thing, wire } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { chemistryOf, currents, pack, sagOf } from './pack.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import type { batterySupply } from './index.ts';

/** How battery supply is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof batterySupply> = {
  working: (c) => {
    const { given: g } = c.x;
    const k = chemistryOf(c.x);
    const i = currents(c.x, k);
    const steps: StepsOf<typeof batterySupply> = [
      step('Nominal voltage', 'Vn = S*v', 'nominalVoltage', { S: 'series', v: [k.nominal, 'V'] }, 'cells in series'),
      step(
        'Own overhead',
        `Io = ${g.dividerSwitched ? 'Ip + Iq + Ig' : 'Vn/(R1 + R2) + Ip + Iq + Ig'}`,
        'overheadCurrent',
        { Vn: 'nominalVoltage', R1: 'R1.value', R2: 'R2.value', Ip: 'pullUpCurrent', Iq: 'regulatorQuiescent', Ig: 'protectionCurrent' },
        'always drawn, in every state',
      ),
      step(
        'Average current',
        'Ia = sa*Ia1 + si*Ii1 + st*It1 + sp*Ip1 + Io',
        'averageCurrent',
        {
          sa: 'shareAsleep',
          Ia1: [i.load('asleep'), 'A'],
          si: 'shareIdle',
          Ii1: [i.load('idle'), 'A'],
          st: 'shareTypical',
          It1: [i.load('typical'), 'A'],
          sp: 'sharePeak',
          Ip1: [i.load('peak'), 'A'],
          Io: 'overheadCurrent',
        },
        'states with their shares of time',
      ),
      step(
        'Resistance of the pack',
        'R = S*r*kT*age/P + Rw',
        'internalResistance',
        {
          S: 'series',
          r: [g.cellResistance ?? k.resistance, 'ohm'],
          kT: [resistanceAt(k, c.x.ambient), 'ratio'],
          age: 'resistanceGrowth',
          P: 'parallel',
          Rw: 'wiringResistance',
        },
        'cells in series and parallel, by temperature and age',
      ),
      step(
        'Pack during the sag',
        'Vp = S*v - dV',
        'pulseVoltage',
        { S: 'series', v: [restVoltage(k, g.stateOfCharge), 'V'], dV: 'sag' },
        'rest voltage less sag',
      ),
    ];
    if (g.loadType === 'constant-current' && c.number('usableCapacity') > 0)
      steps.push(
        step(
          'Run time',
          't = Q/(Ia + Is)*3600',
          'runTime',
          { Q: 'usableCapacity', Ia: 'averageCurrent', Is: 'selfDischargeCurrent' },
          'charge over current, self-discharge with it',
        ),
      );
    return steps;
  },
  figure: (c) => ({
    width: 520,
    height: 210,
    title: 'Cells with their resistance, bulk capacitor and sense divider',
    items: [
      thing('battery', [60, 120], 'up', `${c.x.given.series}S ${c.x.given.parallel}P`, sayOut(c, 'nominalVoltage', 'V')),
      ground(60, 120),
      wire(60, 50, 120, 50),
      thing('resistor', [120, 50], 'right', 'pack', sayOut(c, 'internalResistance', 'ohm')),
      wire(190, 50, 460, 50),
      dot(250, 50),
      part('capacitor', [250, 50], 'down', 'C1', sayPart(c.x.parts.C1.value, 'F'), c.x.parts.C1.value ? {} : { dashed: true }),
      ground(250, 120),
      dot(360, 50),
      part('resistor', [360, 50], 'down', 'R1', sayPart(c.x.parts.R1.value, 'ohm')),
      dot(360, 120, sayOut(c, 'senseVoltage', 'V')),
      part('resistor', [360, 120], 'down', 'R2', sayPart(c.x.parts.R2.value, 'ohm')),
      ground(360, 190),
      port(460, 50, 'pack', `${sayOut(c, 'emptyVoltage', 'V')}…${sayOut(c, 'fullVoltage', 'V')}`),
    ],
  }),
  simulate: (x, o) => {
    const { given: g, parts } = x;
    const { C1 } = parts;
    const farads = C1.value * C1.biasRetention;
    const ohms = o.internalResistance;
    if (ohms === undefined || ohms <= 0) return null;
    const rest = g.series * restVoltage(chemistryOf(x), g.stateOfCharge);
    const steady = currents(x, chemistryOf(x)).largest;
    // The deeper of both: a burst that the bulk capacitor helps with, or the largest state.
    const burst = g.pulseCurrent > 0 && g.pulseDuration > 0 && sagOf(x, ohms, 0) > ohms * steady;
    const stop = burst ? g.pulseDuration : 1e-3;
    return {
      elements: [
        { is: 'voltage', name: 'Vr', a: 'cell', b: '0', wave: { sort: 'dc', value: rest }, ac: 1 },
        { is: 'resistor', name: 'Ri', a: 'cell', b: 'out', ohms },
        ...(farads > 0 ? [{ is: 'capacitor' as const, name: 'C1', a: 'out', b: '0', farads, esr: C1.esr, initial: rest }] : []),
        { is: 'current', name: 'Ip', a: 'out', b: '0', wave: { sort: 'dc', value: burst ? g.pulseCurrent : steady } },
      ],
      out: 'out',
      band: [1, 1e5],
      time: { stop, start: 'rest' },
      confirms: {
        pulseVoltage: (b) =>
          burst && farads > 0 ? b.over({ stop, step: stop / 200, start: 'rest', outputs: ['out'] }, (t) => t.signals.out!.at(-1)!) : b.dc('out'),
      },
    };
  },
  curves: (x) => {
    const c = chemistryOf(x);
    const sag = pack(x).sag;
    const axis = { label: 'state of charge', unit: 'ratio' as const, log: false, from: 0, to: 1 };
    const cut = { axis: 'y' as const, value: Math.max(x.given.series * c.cutoff, x.given.minimumVoltage), label: 'empty', limit: true };
    return [
      {
        id: 'sag',
        title: 'Pack voltage during the sag',
        x: axis,
        y: { label: 'pack', unit: 'V' },
        points: 101,
        marks: [cut],
        at: (s) => x.given.series * restVoltage(chemistryOf(x), s) - pack(x).sag,
      },
      {
        id: 'rest',
        title: `Pack voltage at rest (${say(sag, 'V')} more)`,
        x: axis,
        y: { label: 'pack', unit: 'V' },
        points: 101,
        marks: [cut],
        at: (s) => x.given.series * restVoltage(chemistryOf(x), s),
      },
    ];
  },
  bringUp: () => [
    {
      id: 'rest',
      act: 'probe',
      title: 'At rest',
      text: 'Pack unloaded for an hour: DC volts, compared with its state of charge.',
      expect: { point: 'pack, at rest', of: 'outputVoltage' },
    },
    { id: 'sense', act: 'probe', title: 'Sense divider, full pack', text: 'DC volts across R2.', expect: { point: 'R2', of: 'senseVoltage' } },
    {
      id: 'asleep',
      act: 'probe',
      title: 'Asleep',
      text: 'Microammeter in the pack lead, board asleep; then take out the divider and each regulator to see what eats it.',
    },
  ],
  schools:
    'Average or worst-case current for the capacity law; constant power or constant current; a voltage threshold or charge counting; spare capacity or a bigger pulse capacitor.',
  sources: ['published shapes of discharge curves', 'Peukert relation', 'IEC 61951, IEC 60086, IEC 61960 for ratings'],
};
