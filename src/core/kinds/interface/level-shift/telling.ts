import type { Element } from '../../../circuit/netlist.ts';
import { stepWave } from '../../../circuit/netlist.ts';
import { passes } from '../../../circuit/measure.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { supported, way } from './laws.ts';
import type { levelShift } from './index.ts';

export const telling: Telling<typeof levelShift> = {
  working: (c) => {
    const { given: g } = c.x;
    const w = way(c.x);
    const down = g.direction === 'down';
    const drive = [Math.max(0, (down ? g.highVoltage : g.lowVoltage) - g.outputHighDrop), 'V'] as const;
    const ohms = [w.ohms, 'ohm'] as const;
    const receives = down ? ('lowVoltage' as const) : ('highVoltage' as const);
    const pull = down ? ('R1.value' as const) : ('R2.value' as const);
    const legs = { R1: 'R1.value' as const, Rd: 'driverResistance' as const };
    const goes = supported(g.method, g.direction);
    const levels = !goes
      ? []
      : g.method === 'divider'
        ? [
            step('High level', 'V = Vd*R2/(R1 + Rd + R2)', 'highLevel', { Vd: drive, ...legs, R2: 'R2.value' }, 'divider'),
            step('Low level', 'V = Vl*R2/(R1 + Rd + R2)', 'lowLevel', { Vl: 'outputLow', ...legs, R2: 'R2.value' }, 'divider'),
          ]
        : g.method === 'series-clamp'
          ? [step('High level', 'V = min(Vd, Vs + Vk)', 'highLevel', { Vd: drive, Vs: 'lowVoltage', Vk: 'clampDrop' }, 'held by the clamp')]
          : g.method === 'mosfet'
            ? [
                step('High level', 'V = Vr*1', 'highLevel', { Vr: receives }, 'pulled up'),
                step(
                  'Low level',
                  'V = Vl + Ron*(Vr - Vl)/Rp',
                  'lowLevel',
                  { Vl: 'outputLow', Ron: 'Q1.onResistance', Vr: receives, Rp: pull },
                  'through the transistor',
                ),
              ]
            : g.method === 'translator'
              ? [step('High level', 'V = Vr - Vd', 'highLevel', { Vr: receives, Vd: 'U1.outputHighDrop' }, 'of the translator')]
              : [step('High level', 'V = Vd*1', 'highLevel', { Vd: drive }, 'as it is driven')];
    const currents =
      g.method === 'divider'
        ? [step('Current of a line', 'I = Vd/(R1 + Rd + R2)', 'lineCurrent', { Vd: drive, ...legs, R2: 'R2.value' }, 'Ohm')]
        : g.method === 'series-clamp'
          ? [
              step(
                'Clamp current',
                'I = max(0, Vd - Vs - Vk)/(R1 + Rd)',
                'clampCurrent',
                { Vd: drive, Vs: 'lowVoltage', Vk: 'clampDrop', ...legs },
                'what the clamp takes',
              ),
              step('Into the lower rail', 'I = n*Ik', 'railInjection', { n: 'lines', Ik: 'clampCurrent' }, 'all lines high'),
            ]
          : g.method === 'mosfet'
            ? [
                step(
                  'Current of a line',
                  'I = Vs/R1 + Vh/R2',
                  'lineCurrent',
                  { Vs: 'lowVoltage', R1: 'R1.value', Vh: 'highVoltage', R2: 'R2.value' },
                  'both pull-ups while low',
                ),
                step(
                  'Gate above threshold',
                  'V = Vs - Vl - Vt',
                  'gateOverdrive',
                  { Vs: 'lowVoltage', Vl: 'outputLow', Vt: 'Q1.thresholdVoltage' },
                  'gate at the lower supply, source pulled low',
                ),
              ]
            : g.method === 'translator'
              ? [step('Current of a line', 'I = Iq/n', 'lineCurrent', { Iq: 'U1.quiescentCurrent', n: 'U1.channels' }, 'its share')]
              : [];
    const limit = g.method === 'translator' ? ('U1.maximumRate' as const) : null;
    const rates =
      goes && g.loadCapacitance > 0 && w.ohms > 0
        ? [
            step('Rise time', 't = log(9)*R*C', 'riseTime', { R: ohms, C: 'loadCapacitance' }, '10 to 90 % of an exponential'),
            limit
              ? step('Largest rate', 'f = min(fm, k/t)', 'maximumRate', { fm: limit, k: 'edgeFraction', t: 'riseTime' }, 'edge inside its share of a bit')
              : step('Largest rate', 'f = k/t', 'maximumRate', { k: 'edgeFraction', t: 'riseTime' }, 'edge inside its share of a bit'),
          ]
        : [];
    return [
      ...levels,
      ...(goes
        ? [
            step('To spare, high', 'm = V - Vi', 'marginHigh', { V: 'highLevel', Vi: 'inputHigh' }, 'difference'),
            step('To spare, low', 'm = Vi - V', 'marginLow', { Vi: 'inputLow', V: 'lowLevel' }, 'difference'),
          ]
        : []),
      ...rates,
      ...currents,
      step('Current', 'I = n*Il', 'totalCurrent', { n: 'lines', Il: 'lineCurrent' }, 'all lines'),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const goes = supported(g.method, g.direction);
    const words: Drawn = {
      sym: 'text',
      at: [120, 290],
      text: goes ? `${sayOut(c, 'lowLevel', 'V')} and ${sayOut(c, 'highLevel', 'V')} at the receiver` : 'It does not go this way.',
      value: true,
    };
    const [from, to] = g.direction === 'down' ? [g.highVoltage, g.lowVoltage] : [g.lowVoltage, g.highVoltage];
    const ends: Drawn[] = [port(60, 150, 'driver', say(from, 'V'), 'left'), port(500, 150, 'receiver', say(to, 'V'))];
    const head = { width: 620, height: 310 };
    switch (g.method) {
      case 'divider':
        return {
          ...head,
          title: 'Divider',
          items: [
            ...ends,
            wire(60, 150, 170, 150),
            part('resistor', [170, 150], 'right', 'R1', sayPart(parts.R1.value, 'ohm')),
            wire(240, 150, 500, 150),
            dot(330, 150),
            part('resistor', [330, 150], 'down', 'R2', sayPart(parts.R2.value, 'ohm')),
            ground(330, 220),
            words,
          ],
        };
      case 'series-clamp':
        return {
          ...head,
          title: 'Resistor into the clamp of the receiver',
          items: [
            ...ends,
            wire(60, 150, 200, 150),
            part('resistor', [200, 150], 'right', 'R1', sayPart(parts.R1.value, 'ohm')),
            wire(270, 150, 500, 150),
            words,
          ],
        };
      case 'mosfet':
        return {
          ...head,
          title: 'Transistor with a pull-up on either side',
          items: [
            port(60, 200, 'lower side', say(g.lowVoltage, 'V'), 'left'),
            port(520, 200, 'higher side', say(g.highVoltage, 'V')),
            wire(60, 200, 240, 200),
            { sym: 'block', id: 'Q1', at: [240, 175], size: [100, 50], label: 'Q1' },
            wire(340, 200, 520, 200),
            dot(180, 200),
            part('resistor', [180, 200], 'up', 'R1', sayPart(parts.R1.value, 'ohm')),
            wire(180, 130, 180, 60),
            port(180, 60, say(g.lowVoltage, 'V'), '', 'top'),
            dot(420, 200),
            part('resistor', [420, 200], 'up', 'R2', sayPart(parts.R2.value, 'ohm')),
            wire(420, 130, 420, 60),
            port(420, 60, say(g.highVoltage, 'V'), '', 'top'),
            words,
          ],
        };
      case 'translator':
        return {
          ...head,
          title: 'Translator',
          items: [...ends, wire(60, 150, 220, 150), { sym: 'block', id: 'U1', at: [220, 110], size: [130, 80], label: 'U1' }, wire(350, 150, 500, 150), words],
        };
      default:
        return { ...head, title: 'Joined directly', items: [...ends, wire(60, 150, 500, 150), words] };
    }
  },
  simulate: (x, o) => {
    const { given: g, parts } = x;
    const w = way(x);
    if (!supported(g.method, g.direction) || !(w.ohms > 0) || !(g.loadCapacitance > 0) || g.method === 'series-clamp') return null;
    const drive = Math.max(1e-3, (g.direction === 'down' ? g.highVoltage : g.lowVoltage) - g.outputHighDrop);
    const stop = 6 * w.ohms * g.loadCapacitance;
    const source: Element = { is: 'voltage', name: 'Vd', a: 'driver', b: '0', wave: stepWave(g.method === 'divider' ? drive : w.high, stop / 1e5) };
    const path: Element[] =
      g.method === 'divider'
        ? [
            { is: 'resistor', name: 'R1', a: 'driver', b: 'line', ohms: (parts.R1.value ?? 0) + g.driverResistance },
            { is: 'resistor', name: 'R2', a: 'line', b: '0', ohms: parts.R2.value ?? 1 },
          ]
        : [{ is: 'resistor', name: 'R', a: 'driver', b: 'line', ohms: w.ohms }];
    return {
      elements: [source, ...path, { is: 'capacitor', name: 'CL', a: 'line', b: '0', farads: g.loadCapacitance, initial: 0 }],
      out: 'line',
      band: [1 / stop / 100, 100 / stop],
      time: { stop, start: 'rest' },
      confirms: {
        riseTime: (b) =>
          b.over(
            { stop, step: stop / 4000, start: 'rest', outputs: ['line'] },
            (t) => passes(t, 'line', 0.9 * o.highLevel!) - passes(t, 'line', 0.1 * o.highLevel!),
          ),
        highLevel: (b) => b.over({ stop: 3 * stop, step: stop / 1000, start: 'rest', outputs: ['line'] }, (t) => t.signals.line!.at(-1)!),
      },
    };
  },
  curves: (x) => {
    const { given: g } = x;
    const w = way(x);
    const tau = Math.max(1e-12, w.ohms * g.loadCapacitance);
    const bit = 1 / g.bitRate;
    return [
      {
        id: 'edge',
        title: 'An edge at the receiver',
        x: { label: 'time', unit: 's', log: false, from: 0, to: bit },
        y: { label: 'line', unit: 'V' },
        points: 161,
        marks: [
          { axis: 'y', value: g.inputHigh, label: 'high' },
          { axis: 'y', value: g.inputLow, label: 'low' },
          { axis: 'y', value: g.inputMaximum, label: 'at most', limit: true },
          { axis: 'x', value: g.edgeFraction * bit, label: 'for the edge', limit: true },
        ],
        at: (t) => (supported(g.method, g.direction) ? w.high + (w.low - w.high) * Math.exp(-t / tau) : NaN),
      },
    ];
  },
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit the shifter', text: 'Solder its parts, and feed both sides together.' },
    ...(c.nominal('highLevel') === null
      ? []
      : [
          {
            id: 'high',
            act: 'probe' as const,
            title: 'High level',
            text: 'Oscilloscope with a ×10 probe at the receiver, the driver high.',
            expect: { point: 'receiver', of: 'highLevel' as const },
          },
          {
            id: 'low',
            act: 'probe' as const,
            title: 'Low level',
            text: 'The same with the driver low.',
            expect: { point: 'receiver', of: 'lowLevel' as const },
          },
        ]),
    { id: 'rail', act: 'probe', title: 'Lower rail', text: 'All lines high: the lower rail stands where it stood before.' },
  ],
  schools:
    'A divider (one way, slow), a resistor into the clamp (fewest parts, frowned on), a transistor (two ways, open drain), a translator (fast, many lines), or nothing at all where the levels allow it.',
  sources: ['JEDEC JESD8: logic levels', 'RC edges', 'I2C-bus specification: level shifter for both ways'],
};
