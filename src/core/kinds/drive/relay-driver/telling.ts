import { draw, ohms } from '../../../stage/at-rest.ts';
import { ground, port, thing, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { say, sayOut } from '../../../stage/words.ts';
import type { relayDriver } from './index.ts';
import { clampVolts, coilVoltage, factors, meanCurrent, release, warmth } from './laws.ts';

export const telling: Telling<typeof relayDriver> = {
  atRest: (x) =>
    x.given.switch === 'relay'
      ? {
          elements: [
            ohms('K1', 'coil', 'driver', x.parts.K1.coilResistance),
            ohms('Q1', 'driver', '0', (x.given.driverDrop * x.parts.K1.coilResistance) / x.given.supplyVoltage),
          ],
          points: ['driver'],
        }
      : { elements: [draw('S1', 'coil', '0', x.parts.S1.inputCurrent, 1)] },
  working: (c) => {
    const { given: g, parts } = c.x;
    const { cold, hot } = warmth(c.x);
    const [contact, inrush] = factors(c.x);
    const clamp = clampVolts(c.x);
    const coldOhms = [cold * parts.K1.coilResistance, 'ohm'] as const;
    const steps: StepsOf<typeof relayDriver> = [
      step('Coil voltage', 'Vc = Vs - Vd', 'coilVoltage', { Vs: 'supplyVoltage', Vd: 'driverDrop' }, 'Kirchhoff'),
      step('Coil at ambient', 'u0 = 1 + 0.00393*(Ta - 20)', [cold, 'ratio'], { Ta: 'ambient' }, 'IEC 60028'),
      step(
        'Coil hot',
        'u = (u0 + sqrt(u0^2 + 4*0.00393*Rth*Vc^2/R20))/2',
        [hot, 'ratio'],
        { u0: [cold, 'ratio'], Rth: 'K1.coilToAmbient', Vc: [Math.max(0, coilVoltage(c.x)), 'V'], R20: 'K1.coilResistance' },
        'its heat raises its resistance',
      ),
      step('Coil', 'T = 20 + (u - 1)/0.00393', 'coilTemperature', { u: [hot, 'ratio'] }, 'copper as its own thermometer'),
      step('Coil resistance, hot', 'R = u*R20', 'coilResistance', { u: [hot, 'ratio'], R20: 'K1.coilResistance' }, 'IEC 60028'),
      step('Coil current', 'I = Vc/R', 'coilCurrent', { Vc: 'coilVoltage', R: 'coilResistance' }, 'Ohm'),
      step('Coil current at first', 'I0 = Vc/R0', 'coilPeakCurrent', { Vc: 'coilVoltage', R0: coldOhms }, 'Ohm, coil at ambient'),
      step('Heat of the coil', 'P = Vc*I', 'coilDissipation', { Vc: 'coilVoltage', I: 'coilCurrent' }, 'Joule'),
      step(
        'Pulls in at',
        'Vp = k*Vn*u',
        'pullInVoltage',
        { k: 'K1.pullInRatio', Vn: 'K1.nominalVoltage', u: [hot, 'ratio'] },
        'ampere-turns stay, resistance rises',
      ),
      step('Coil voltage over what pulls in', 'm = Vc/Vp', 'pullInMargin', { Vc: 'coilVoltage', Vp: 'pullInVoltage' }, 'definition'),
      ...(clamp === null
        ? [step('Release', 't = ta*k', 'releaseTime', { ta: 'K1.releaseTime', k: [1, ''] }, 'nothing holds the current')]
        : [
            step(
              'Release',
              't = ta + max(0, L/R0*log((I0 + Vz/R0)/(Id + Vz/R0)))',
              'releaseTime',
              {
                ta: 'K1.releaseTime',
                L: 'K1.coilInductance',
                R0: coldOhms,
                I0: [Math.max(0, coilVoltage(c.x)) / (cold * parts.K1.coilResistance), 'A'],
                Vz: [clamp, 'V'],
                Id: [(parts.K1.dropOutRatio * parts.K1.nominalVoltage) / parts.K1.coilResistance, 'A'],
              },
              'decay of a first-order circuit against the clamp',
            ),
            step('Peak across the driver', 'Vq = Vs + Vz', 'peakVoltage', { Vs: 'supplyVoltage', Vz: [clamp, 'V'] }, 'clamped'),
          ]),
      step('Contact carries', 'Ic = kc*Ir', 'contactAllowed', { kc: [contact, 'ratio'], Ir: 'K1.currentRating' }, 'contact rating by load, general guidance'),
      step('Load over what the contact carries', 'l = I/Ic', 'contactLoading', { I: 'loadCurrent', Ic: 'contactAllowed' }, 'definition'),
      step(
        'Operations',
        'n = min(nm, ne*(Ic/I)^a)',
        'contactLife',
        { nm: 'K1.mechanicalLife', ne: 'K1.electricalLife', Ic: 'contactAllowed', I: 'loadCurrent', a: 'lifeExponent' },
        'life falls with current',
      ),
      step('Life of the contacts', 'y = n/(8760*r)', 'lifeYears', { n: 'contactLife', r: 'operationsPerHour' }, 'hours of a year'),
      step(
        'Inrush',
        'Is = ki*I*w',
        'surgeCurrent',
        { ki: [inrush, 'ratio'], I: 'loadCurrent', w: [g.loadSource === 'ac' ? Math.SQRT2 : 1, ''] },
        'inrush by load, general guidance',
      ),
      step(
        'Heat of a solid-state relay',
        'Ps = Vt*Im + Ro*I^2',
        'solidStateDissipation',
        { Vt: 'S1.onDrop', Im: [meanCurrent(c.x), 'A'], Ro: 'S1.onResistance', I: 'loadCurrent' },
        'threshold by the mean current, resistance by the rms',
      ),
      step(
        'Junction of the solid-state relay',
        'Tj = Ta + Ps*(Rjc + Rcs + Rsa)',
        'junctionTemperature',
        { Ta: 'ambient', Ps: 'solidStateDissipation', Rjc: 'S1.junctionToCase', Rcs: 'S1.caseToSink', Rsa: 'S1.sinkToAmbient' },
        'one-dimensional thermal path',
      ),
    ];
    if (c.nominal('sinkNeeded') !== null)
      steps.push(
        step(
          'Sink needed',
          'Rn = (Tm - Ta)/Ps - Rjc - Rcs',
          'sinkNeeded',
          { Tm: 'S1.maximumJunction', Ta: 'ambient', Ps: 'solidStateDissipation', Rjc: 'S1.junctionToCase', Rcs: 'S1.caseToSink' },
          'one-dimensional thermal path',
        ),
      );
    steps.push(
      step('Leaks when off', 'Io = Il + In', 'offCurrent', { Il: 'S1.offLeakage', In: 'snubberLeakage' }, 'sum'),
      step(
        'Price of the relay way',
        'c = cr*max(1, ceil(yw/y - 1e-9))',
        'relayCost',
        { cr: 'K1.cost', yw: 'expectedYears', y: 'lifeYears' },
        'those worn out counted',
      ),
    );
    return steps;
  },
  figure: (c) => {
    const { given: g } = c.x;
    const relay = g.switch === 'relay';
    const control: Drawn[] = relay
      ? [
          port(80, 30, `coil ${say(g.supplyVoltage, 'V')}`, '', 'top'),
          wire(80, 30, 80, 60),
          { sym: 'coil', id: 'K1', at: [80, 60], dir: 'down', label: 'K1', value: sayOut(c, 'coilCurrent', 'A') },
          { sym: 'block', id: 'Q1', at: [50, 140], size: [60, 40], label: 'Q1' },
          wire(80, 130, 80, 140),
          ground(80, 190),
          wire(80, 180, 80, 190),
          ...(g.clamp === 'none'
            ? []
            : [
                { sym: 'diode' as const, id: 'D1', at: [170, 130] as [number, number], dir: 'up' as const, label: 'D1', value: '' },
                wire(170, 60, 80, 60),
                wire(170, 130, 80, 130),
              ]),
        ]
      : [port(80, 60, 'control', '', 'top'), wire(80, 60, 80, 90)];
    return {
      width: 640,
      height: 280,
      title: relay ? 'Coil, and the contact in the load line' : 'Solid-state relay in the load line',
      items: [
        ...control,
        port(260, 90, g.mains ? 'mains' : 'supply', say(g.loadVoltage, 'V'), 'left'),
        wire(260, 90, 280, 90),
        thing('fuse', [280, 90], 'right', 'fuse', g.fuseRating === null ? 'not said' : say(g.fuseRating, 'A'), { dashed: g.fuseRating === null }),
        ...(relay
          ? [{ sym: 'switch' as const, at: [350, 90] as [number, number], label: 'contact', value: sayOut(c, 'contactAllowed', 'A') }, wire(350, 90, 350, 90)]
          : []),
        { sym: 'block', id: relay ? 'contact' : 'S1', at: [365, 70], size: [66, 40], label: relay ? 'K1' : 'S1', value: '' },
        wire(431, 90, 450, 90),
        thing('resistor', [450, 90], 'right', g.loadKind, say(g.loadCurrent, 'A')),
        wire(520, 90, 560, 90),
        port(560, 90, 'return', '', 'right'),
        {
          sym: 'text',
          at: [260, 180],
          text:
            g.cutOut === 'none'
              ? g.loadKind === 'heater'
                ? 'no cut-out for when all else has failed'
                : 'no cut-out'
              : `cut-out: ${g.cutOut.replace('-', ' ')}`,
        },
        {
          sym: 'text',
          at: [260, 204],
          text: relay ? `contacts last ${sayOut(c, 'lifeYears', 'years')}` : `junction ${sayOut(c, 'junctionTemperature', 'degC')}`,
          value: true,
        },
        ...(relay
          ? [
              {
                sym: 'block' as const,
                id: 'S1',
                at: [500, 195] as [number, number],
                size: [120, 44] as [number, number],
                label: 'or S1',
                value: sayOut(c, 'solidStateDissipation', 'W'),
              },
            ]
          : [
              {
                sym: 'block' as const,
                id: 'K1',
                at: [500, 195] as [number, number],
                size: [120, 44] as [number, number],
                label: 'or K1',
                value: sayOut(c, 'coilDissipation', 'W'),
              },
            ]),
      ],
    };
  },
  simulate: (x) => {
    const clamp = clampVolts(x);
    const volts = coilVoltage(x);
    const { K1 } = x.parts;
    if (clamp === null || volts <= 0 || K1.coilInductance === 0) return null;
    const ohm = warmth(x).cold * K1.coilResistance;
    const tau = K1.coilInductance / ohm;
    const stop = Math.max(8 * tau, 1e-6);
    const drops = (K1.dropOutRatio * K1.nominalVoltage) / K1.coilResistance;
    return {
      elements: [
        { is: 'voltage', name: 'Vs', a: 's', b: '0', wave: { sort: 'dc', value: x.given.supplyVoltage } },
        { is: 'resistor', name: 'Rc', a: 's', b: 'm', ohms: ohm },
        { is: 'inductor', name: 'K1', a: 'm', b: 'd', henries: K1.coilInductance, initial: volts / ohm },
        // The driver has just been cut off; what is left of the current runs out through the clamp.
        { is: 'knee', name: 'D1', a: 'd', b: 's', volts: clamp, ohms: 1e-3 },
        { is: 'resistor', name: 'Q1', a: 'd', b: '0', ohms: 1e8 },
      ],
      out: 'd',
      band: [1, 1e4],
      time: { stop, start: 'rest' },
      confirms: {
        releaseTime: (b) =>
          b.over({ stop, step: stop / 20000, start: 'rest', outputs: ['I(K1)'] }, (t) => {
            const amps = t.signals['I(K1)']!;
            for (let i = 1; i < amps.length; i++)
              if (amps[i]! <= drops)
                return K1.releaseTime + t.time[i - 1]! + ((amps[i - 1]! - drops) / Math.max(1e-30, amps[i - 1]! - amps[i]!)) * (t.time[i]! - t.time[i - 1]!);
            return K1.releaseTime + t.time.at(-1)!;
          }),
        peakVoltage: (b) => b.over({ stop: tau / 10, step: tau / 1e4, start: 'rest', outputs: ['d'] }, (t) => t.signals.d!.reduce((a, v) => Math.max(a, v), 0)),
      },
      ...(release(x) === K1.releaseTime ? { differs: { releaseTime: 'the current of the coil lets go at once: only the armature takes its time' } } : {}),
    };
  },
  curves: (x) => {
    const { K1, S1 } = x.parts;
    const most = 2 * x.given.loadCurrent;
    return [
      {
        id: 'heat',
        title: 'Heat of a solid-state relay against the load; a coil takes the same at any',
        x: { label: 'load current', unit: 'A', log: false, from: 0, to: most },
        y: { label: 'heat', unit: 'W' },
        points: 61,
        marks: [
          { axis: 'x', value: x.given.loadCurrent, label: 'load' },
          { axis: 'y', value: (coilVoltage(x) * coilVoltage(x)) / (warmth(x).hot * K1.coilResistance), label: 'coil' },
        ],
        at: (amps) => S1.onDrop * meanCurrent({ ...x, given: { ...x.given, loadCurrent: amps } }) + S1.onResistance * amps ** 2,
      },
      {
        id: 'life',
        title: 'Operations of the contacts against the load current',
        x: { label: 'load current', unit: 'A', log: true, from: most / 50, to: most },
        y: { label: 'operations', unit: 'count', log: true },
        points: 61,
        marks: [{ axis: 'x', value: x.given.loadCurrent, label: 'load' }],
        at: (amps) => Math.min(K1.mechanicalLife, K1.electricalLife * ((factors(x)[0] * K1.currentRating) / amps) ** x.given.lifeExponent),
      },
    ];
  },
  bringUp: (c) => [
    ...(c.x.given.mains
      ? [
          {
            id: 'dead',
            act: 'fit' as const,
            title: 'Before any power',
            text: 'Plug out. Separation, fuse, earth and strain relief looked at by someone who may. Nothing on the load side is ever probed while mains is there.',
          },
        ]
      : []),
    { id: 'fit', act: 'fit', title: 'Fit driver and clamp', text: 'The clamp across the coil, cathode to the rail; the load stays disconnected.' },
    ...(c.x.given.switch === 'relay'
      ? [
          {
            id: 'coil',
            act: 'probe' as const,
            title: 'Coil current at first',
            text: 'Load disconnected, coil cold, driver on: ammeter in the coil’s lead.',
            expect: { point: 'lead of the coil', of: 'coilPeakCurrent' as const },
          },
          {
            id: 'pull-in',
            act: 'probe' as const,
            title: 'Pulls in at',
            text: 'After half an hour energised: lower the bench supply until it lets go, raise it until it pulls in.',
            expect: { point: 'rail of the coil, less the drop of the driver', of: 'pullInVoltage' as const },
          },
        ]
      : []),
    {
      id: 'load',
      act: 'fit',
      title: 'The load, at a low voltage first',
      text: 'From a low-voltage source through a limit; the load goes on and off, and stays off through reset.',
    },
  ],
  hurts: true,
  schools:
    'Relay: cold, cheap, a galvanic gap, any load; it wears, clicks and welds. Solid state: silent, millions of operations, about a watt for each ampere and a sink; it leaks when off and fails closed. Contacts at their full or half rating: the derating policy.',
  sources: ['relay application practice, contact derating as general guidance', 'IEC 60028', 'decay of a first-order circuit', 'thyristor on-state loss'],
};
