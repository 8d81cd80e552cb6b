import { stepOvershoot } from '../../../physics/second-order.ts';
import { dot, ground, part, port, thing, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { gateDrive } from './index.ts';
import { chargeCapacitance, damping, loop, millerVoltage } from './laws.ts';

export const telling: Telling<typeof gateDrive> = {
  working: (c) => {
    const { parts } = c.x;
    const l = loop(c.x);
    const ohm = (v: number) => [v, 'ohm'] as const;
    const volt = (v: number) => [v, 'V'] as const;
    const [ra, rb, v, vf] = [ohm(l.ra), ohm(l.rb), volt(l.swing), volt(l.drop)];
    const zeta = damping(c.x);
    const more = stepOvershoot(zeta);
    const steps: StepsOf<typeof gateDrive> = [
      step(
        'Turn-on resistance',
        'Ra = Rs + (R1 + Ri)/n',
        ra,
        { Rs: 'U1.sourceResistance', R1: 'R1.value', Ri: 'Q1.internalGateResistance', n: 'devices' },
        'in series, gates in parallel',
      ),
      step(
        'Turn-off resistance',
        'Rb = Rd + (Ro + Ri)/n',
        rb,
        { Rd: 'U1.sinkResistance', Ro: ohm(l.off), Ri: 'Q1.internalGateResistance', n: 'devices' },
        'in series, gates in parallel',
      ),
      step('Swing of the gate', 'V = Vs - Vo', v, { Vs: 'supplyVoltage', Vo: 'offBias' }, 'difference'),
      step('Current into the gates', 'Ig = n*Qg*f', 'gateCurrent', { n: 'devices', Qg: 'Q1.gateCharge', f: 'switchingFrequency' }, 'charge by frequency'),
      step('Current of the rail', 'Ir = Ig + Iq', 'inputCurrent', { Ig: 'gateCurrent', Iq: 'U1.quiescentCurrent' }, 'sum'),
      step('Power of the gates', 'Pg = Ig*V', 'gatePower', { Ig: 'gateCurrent', V: v }, 'charge through a voltage'),
      step('Peak current, turning on', 'Ip = min(Is, V/Ra)', 'peakCurrent', { Is: 'U1.peakSource', V: v, Ra: ra }, 'Ohm, as far as the driver gives it'),
      step(
        'Peak current, turning off',
        'Ik = min(Id, (V - Vf)/Rb)',
        'sinkCurrent',
        { Id: 'U1.peakSink', V: v, Vf: vf, Rb: rb },
        'Ohm, as far as the driver takes it',
      ),
      step(
        'Threshold, hot',
        'Vt = Vt0 + k*(Tj - 25)',
        'hotThreshold',
        { Vt0: 'Q1.gateThreshold', k: 'Q1.thresholdTempco', Tj: 'deviceTemperature' },
        'linear drift',
      ),
    ];
    if (c.nominal('turnOnTime') !== null)
      steps.push(
        step(
          'Drain falls in',
          't1 = n*Qgd/min(Is, (Vs - Vp)/Ra)',
          'turnOnTime',
          { n: 'devices', Qgd: 'Q1.gateDrainCharge', Is: 'U1.peakSource', Vs: 'supplyVoltage', Vp: 'Q1.plateauVoltage', Ra: ra },
          'gate charge over gate current at the plateau',
        ),
      );
    if (c.nominal('turnOffTime') !== null)
      steps.push(
        step(
          'Drain rises in',
          't2 = n*Qgd/min(Id, (Vp - Vo - Vf)/Rb)',
          'turnOffTime',
          { n: 'devices', Qgd: 'Q1.gateDrainCharge', Id: 'U1.peakSink', Vp: 'Q1.plateauVoltage', Vo: 'offBias', Vf: vf, Rb: rb },
          'gate charge over gate current at the plateau',
        ),
      );
    if (c.nominal('deadTimeNeeded') !== null) {
      const delay = (title: string, farads: number) =>
        [
          step(
            `${title}, turning on`,
            'd1 = max(0, n*Ra*C*log(V/(Vs - Vt)))',
            'turnOnDelay',
            { n: 'devices', Ra: ra, C: [farads, 'F'], V: v, Vs: 'supplyVoltage', Vt: 'hotThreshold' },
            'exponential charging',
          ),
          step(
            `${title}, turning off`,
            'd2 = n*Rb*C*log((V - Vf)/(Vt - Vo - Vf)) + t2',
            'turnOffDelay',
            { n: 'devices', Rb: rb, C: [farads, 'F'], V: v, Vf: vf, Vt: 'hotThreshold', Vo: 'offBias', t2: 'turnOffTime' },
            'exponential discharging and the plateau',
          ),
        ] as const;
      steps.push(
        ...delay('Delay', parts.Q1.inputCapacitance),
        step(
          'Dead time needed',
          'td = max(0, d2 - d1 + m)',
          'deadTimeNeeded',
          { d2: 'turnOffDelay', d1: 'turnOnDelay', m: 'U1.mismatch' },
          'the later less the earlier',
        ),
        step(
          'Capacitance of the charge',
          'Cq = max(C, (Qg - Qgd)/V)',
          [chargeCapacitance(c.x), 'F'],
          { C: 'Q1.inputCapacitance', Qg: 'Q1.gateCharge', Qgd: 'Q1.gateDrainCharge', V: v },
          'gate charge outside the plateau over its swing',
        ),
      );
    }
    steps.push(
      step(
        'Gate during the slope',
        'Vg = Vo + Vf + n*Rb*Crss*s*(1 - exp(-Vb/s/(n*Rb*C)))',
        'dvdtGateVoltage',
        { Vo: 'offBias', Vf: vf, n: 'devices', Rb: rb, Crss: 'Q1.reverseCapacitance', s: 'slope', Vb: 'busVoltage', C: 'Q1.inputCapacitance' },
        'current of the slope through the turn-off path, for as long as it lasts',
      ),
      step(
        'Damping of the gate loop',
        'z = n*Ra/2*sqrt(C/L)',
        [zeta, ''],
        { n: 'devices', Ra: ra, C: 'Q1.inputCapacitance', L: 'gateLoopInductance' },
        'second-order step',
      ),
      step('Gate peak', 'Vm = Vo + V*(1 + o)', 'gatePeak', { Vo: 'offBias', V: v, o: [more, 'ratio'] }, 'overshoot exp(−πz/√(1 − z²)), none from one on'),
      step('Droop at C1', 'dV = n*Qg/C1', 'supplyDroop', { n: 'devices', Qg: 'Q1.gateCharge', C1: 'C1.value' }, 'charge'),
      step(
        'Heat of the driver',
        'P = Pg/2*(Rs/Ra + Rd/Rb) + Iq*Vs',
        'dissipation',
        { Pg: 'gatePower', Rs: 'U1.sourceResistance', Ra: ra, Rd: 'U1.sinkResistance', Rb: rb, Iq: 'U1.quiescentCurrent', Vs: 'supplyVoltage' },
        'its share of the loop resistance, and its own current',
      ),
      step('Heat', 'Pt = Pg + Iq*Vs', 'totalDissipation', { Pg: 'gatePower', Iq: 'U1.quiescentCurrent', Vs: 'supplyVoltage' }, 'sum'),
      step('Junction of the driver', 'T = Ta + Rth*P', 'junctionTemperature', { Ta: 'ambient', Rth: 'U1.junctionToAmbient', P: 'dissipation' }, 'thermal path'),
    );
    return steps;
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const separate = g.turnOffPath === 'separate';
    const items: Drawn[] = [
      port(90, 30, `drive ${say(g.supplyVoltage, 'V')}`, '', 'top'),
      wire(90, 30, 90, 60),
      dot(90, 40),
      wire(90, 40, 60, 40, 60, 50),
      part('capacitor', [60, 50], 'down', 'C1', sayPart(parts.C1.value, 'F'), { side: -1 }),
      ground(60, 120),
      { sym: 'block', id: 'U1', at: [80, 60], size: [70, 110], label: 'U1', value: sayOut(c, 'peakCurrent', 'A') },
      ground(115, 190),
      wire(115, 170, 115, 190),
      wire(150, 90, 160, 90),
      part('resistor', [160, 90], 'right', 'R1', sayPart(parts.R1.value, 'ohm')),
      ...(separate
        ? [
            wire(150, 90, 150, 150),
            part('diode', [230, 150], 'left', 'D1', ''),
            part('resistor', [160, 200], 'right', 'R2', sayPart(parts.R2.value, 'ohm')),
            wire(150, 150, 150, 200, 160, 200),
            wire(160, 150, 150, 150),
            wire(230, 200, 240, 200, 240, 150, 230, 150),
            wire(240, 150, 240, 90),
          ]
        : []),
      wire(230, 90, 260, 90),
      thing('inductor', [260, 90], 'right', 'gate loop', say(g.gateLoopInductance, 'H'), { dashed: true }),
      wire(330, 90, 345, 90, 345, 140, 370, 140),
      { sym: 'symbol', as: 'nmos', id: 'Q1', at: [370, 140], label: 'Q1', value: g.devices > 1 ? `${g.devices} of them` : '' },
      { sym: 'text', at: [200, 250], text: `gate up to ${sayOut(c, 'gatePeak', 'V')}; ${sayOut(c, 'dvdtGateVoltage', 'V')} during the slope`, value: true },
    ];
    return { width: 600, height: 280, title: 'Driver, resistors and gate', items };
  },
  simulate: (x) => {
    const l = loop(x);
    const { Q1 } = x.parts;
    const ring = 2 * Math.PI * Math.sqrt(x.given.gateLoopInductance * Q1.inputCapacitance);
    const tau = l.ga * Q1.inputCapacitance;
    const lasts = x.given.busVoltage / x.given.slope;
    const stop = 8 * Math.max(ring, tau);
    return {
      elements: [
        // Turning on, into the gate of one device.
        {
          is: 'voltage',
          name: 'V1',
          a: 'd',
          b: '0',
          wave: {
            sort: 'pieces',
            points: [
              [0, x.given.offBias],
              [ring * 1e-4, x.given.supplyVoltage],
            ],
          },
          ac: 1,
        },
        { is: 'resistor', name: 'Ra', a: 'd', b: 'm', ohms: l.ga },
        { is: 'inductor', name: 'Lg', a: 'm', b: 'g', henries: x.given.gateLoopInductance },
        { is: 'capacitor', name: 'Cg', a: 'g', b: '0', farads: Q1.inputCapacitance, initial: x.given.offBias },
        // The same gate held off while its partner forces the slope on the drain.
        { is: 'voltage', name: 'Vo', a: 'o', b: '0', wave: { sort: 'dc', value: x.given.offBias + l.drop } },
        { is: 'resistor', name: 'Rb', a: 'o', b: 'h', ohms: l.gb },
        { is: 'capacitor', name: 'Ch', a: 'h', b: '0', farads: Q1.inputCapacitance, initial: x.given.offBias + l.drop },
        {
          is: 'current',
          name: 'Im',
          a: '0',
          b: 'h',
          wave: {
            sort: 'pulse',
            low: 0,
            high: Q1.reverseCapacitance * x.given.slope,
            delay: 0,
            rise: lasts * 1e-6,
            fall: lasts * 1e-6,
            width: lasts,
            period: 1e3 * lasts + 10 * stop,
          },
        },
      ],
      out: 'g',
      band: [1e-3 / ring, 10 / ring],
      time: { stop, start: 'rest' },
      confirms: {
        gatePeak: (b) =>
          b.over({ stop, step: Math.min(ring, tau) / 400, start: 'rest', outputs: ['g'] }, (t) => t.signals.g!.reduce((a, v) => Math.max(a, v), -Infinity)),
        dvdtGateVoltage: (b) =>
          b.over({ stop: lasts * 1.05, step: lasts / 2000, start: 'rest', outputs: ['h'] }, (t) => t.signals.h!.reduce((a, v) => Math.max(a, v), -Infinity)),
      },
    };
  },
  curves: (x) => {
    const { R1, R2 } = x.parts;
    const separate = x.given.turnOffPath === 'separate';
    const now = separate ? R2.value! : R1.value;
    return [
      {
        id: 'slope',
        title: 'Gate during the slope against the turn-off resistor',
        x: { label: 'turn-off resistor', unit: 'ohm', log: true, from: now / 10, to: now * 10 },
        y: { label: 'gate', unit: 'V' },
        points: 61,
        marks: [
          { axis: 'x', value: now, label: 'chosen' },
          { axis: 'y', value: x.parts.Q1.gateThreshold + x.parts.Q1.thresholdTempco * (x.given.deviceTemperature - 25), label: 'threshold, hot', limit: true },
        ],
        at: (ohms) => millerVoltage({ ...x, parts: { ...x.parts, [separate ? 'R2' : 'R1']: { ...(separate ? R2 : R1), value: ohms } } }),
      },
    ];
  },
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit driver and resistors', text: 'The bus stays off and discharged. Every gate has its resistor to its source.' },
    {
      id: 'current',
      act: 'probe',
      title: 'Current of the rail',
      text: 'Driver fed through a limit of 50 mA, gates switching at their frequency.',
      expect: { point: 'rail of the driver', of: 'inputCurrent' },
    },
    {
      id: 'gate',
      act: 'probe',
      title: 'Gate peak',
      text: 'Probe with a ground spring at the gate’s own pins: high level with its ringing, flat when off.',
      expect: { point: 'gate to its source, peak', of: 'gatePeak' },
    },
    {
      id: 'dead',
      act: 'fit',
      title: 'Both gates together',
      text: `Dead time read at the threshold: the commands keep ${say(c.x.given.deadTime, 's')}, and never both gates high.`,
    },
    { id: 'bump', act: 'fit', title: 'A tenth of the bus', text: `Look for the bump at the off gate: ${sayOut(c, 'dvdtGateVoltage', 'V')} at full slope.` },
  ],
  schools: 'A resistor for each direction (a diode or a split output), negative bias (margin, more parts) or none; fast (cool, loud) or slow (quiet, hot).',
  sources: ['gate charge and Miller turn-on of power electronics textbooks', 'second-order step response'],
};
