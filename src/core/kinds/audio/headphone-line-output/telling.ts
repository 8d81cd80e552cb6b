import { dot, ground, part, port, thing, wire, type Drawn } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { socket } from './laws.ts';
import type { headphoneLineOutput } from './index.ts';

/** How the output is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof headphoneLineOutput> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const s = socket(c.x);
    const [rs, rp] = [[s.rs, 'ohm'] as const, [s.rp, 'ohm'] as const];
    return [
      step('Level at the load', 'V = Vs*Rp/(Rp + Rs)', 'outputLevel', { Vs: 'signalLevel', Rp: rp, Rs: rs }, 'divider'),
      step('In dBu', 'L = 20*log10(V/V0)', 'levelDbu', { V: 'outputLevel', V0: [Math.sqrt(0.6), 'V'] }, 'IEC 60268'),
      step('Lost by plugging in', 'L = 20*log10(R2/(R2 + Rs)/(Rp/(Rp + Rs)))', 'loadLoss', { R2: 'R2.value', Rp: rp, Rs: rs }, 'divider, open and loaded'),
      ...(parts.C1.value
        ? [
            step('Low cutoff', 'f = 1/(2*pi*(Rs + Rp)*C1)', 'lowCutoff', { Rs: rs, Rp: rp, C1: [parts.C1.value, 'F'] }, 'first-order network'),
            step('Loss of bass', 'L = 10*log10(1 + (fc/f)^2)', 'lowLoss', { fc: 'lowCutoff', f: 'lowestFrequency' }, 'first-order network'),
          ]
        : []),
      ...(Number.isFinite(g.loadResistance)
        ? [step('Power into the load', 'P = V^2/RL', 'loadPower', { V: 'outputLevel', RL: 'loadResistance' }, 'Joule')]
        : []),
      ...(c.nominal('soundPressure') === null
        ? []
        : [
            step('Loudness', 'SPL = S + 10*log10(P/P0)', 'soundPressure', { S: 'sensitivity', P: 'loadPower', P0: [0.001, 'W'] }, 'definition of sensitivity'),
            step('Daily exposure', 't = 28800*2^((85 - SPL)/3)', 'exposureTime', { SPL: 'soundPressure' }, 'NIOSH 98-126, as guidance'),
          ]),
      step('Peak current', 'Ip = sqrt(2)*Vs/(Rs + Rp)', 'peakCurrent', { Vs: 'signalLevel', Rs: rs, Rp: rp }, 'Ohm'),
      step(
        'To the upper end',
        'Vl = Vp - Vsw - Rl*Ip - Vr - sqrt(2)*Vs',
        'headroomHigh',
        { Vp: 'positiveSupply', Vsw: 'U1.outputSwingHigh', Rl: 'U1.swingResistance', Ip: 'peakCurrent', Vr: 'referenceLevel', Vs: 'signalLevel' },
        'swing limit',
      ),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const items: Drawn[] = [
      port(60, 80, 'in', `${say(g.signalLevel, 'V')} rms`, 'left'),
      wire(60, 80, 110, 80),
      { sym: 'block', id: 'U1', at: [110, 54], size: [80, 52], label: 'U1', value: 'driver' },
    ];
    let x = 190;
    if (parts.C1.value) {
      items.push(wire(x, 80, x + 20, 80), part('polarised', [x + 20, 80], 'right', 'C1', sayPart(parts.C1.value, 'F')));
      x += 90;
    }
    if (parts.R1.value) {
      items.push(wire(x, 80, x + 20, 80), part('resistor', [x + 20, 80], 'right', 'R1', sayPart(parts.R1.value, 'ohm')));
      x += 90;
    }
    items.push(
      wire(x, 80, x + 200, 80),
      dot(x + 40, 80),
      part('resistor', [x + 40, 80], 'down', 'R2', sayPart(parts.R2.value, 'ohm')),
      ground(x + 40, 150),
      dot(x + 140, 80),
      thing('resistor', [x + 140, 80], 'down', g.role, Number.isFinite(g.loadResistance) ? say(g.loadResistance, 'ohm') : 'open'),
      ground(x + 140, 150),
      port(x + 200, 80, 'socket', ''),
      { sym: 'text', at: [110, 200], text: `${sayOut(c, 'levelDbu', 'dBu')} at the load`, value: true },
    );
    return { width: x + 270, height: 230, title: 'Driver, coupling, socket', items };
  },
  simulate: (x) => {
    const { given: g, parts } = x;
    const { rs, rp } = socket(x);
    if (rs <= 0) return null;
    const corner = parts.C1.value ? 1 / (2 * Math.PI * (rs + rp) * parts.C1.value) : 1;
    const middle = Math.max(1000, 100 * corner);
    return {
      elements: [
        { is: 'voltage', name: 'U1', a: 's', b: '0', wave: { sort: 'dc', value: g.referenceLevel }, ac: g.signalLevel },
        { is: 'resistor', name: 'R1', a: 's', b: 'm', ohms: rs },
        ...(parts.C1.value
          ? [{ is: 'capacitor' as const, name: 'C1', a: 'm', b: 'out', farads: parts.C1.value }]
          : [{ is: 'resistor' as const, name: 'W', a: 'm', b: 'out', ohms: 1e-6 }]),
        { is: 'resistor', name: 'Rp', a: 'out', b: '0', ohms: rp },
        { is: 'capacitor', name: 'Cc', a: 'out', b: '0', farads: Math.max(g.cableCapacitance, 1e-15) },
      ],
      out: 'out',
      band: [corner / 10, 100 * g.highestFrequency],
      time: { stop: 10 / corner, start: 'rest' },
      confirms: {
        outputLevel: (b) => b.gain('out', middle),
        ...(parts.C1.value
          ? {
              lowLoss: (b) => {
                const [low, mid] = [b.gain('out', g.lowestFrequency), b.gain('out', middle)];
                return typeof low === 'number' && typeof mid === 'number' ? 20 * Math.log10(mid / low) : low;
              },
            }
          : { dcLevel: (b) => b.dc('out') }),
      },
    };
  },
  curves: (x) => [
    {
      id: 'load',
      title: 'Level over the load',
      x: { label: 'load', unit: 'ohm', log: true, from: 8, to: 1e5 },
      y: { label: 'level', unit: 'dBu' },
      points: 61,
      marks: Number.isFinite(x.given.loadResistance) ? [{ axis: 'x', value: x.given.loadResistance, label: 'plugged in' }] : [],
      at: (ohms) => {
        const { rs, rp } = socket({ ...x, given: { ...x.given, loadResistance: ohms } });
        return 20 * Math.log10((x.given.signalLevel * rp) / (rp + rs) / Math.sqrt(0.6));
      },
    },
  ],
  bringUp: (c) => [
    { id: 'dc', act: 'probe', title: 'DC at the socket', text: `Unplugged, after ${say(c.nominal('settlingTime'), 's')}: below 10 mV.` },
    {
      id: 'level',
      act: 'probe',
      title: 'Level',
      text: 'Sine of 1 kHz, a resistor as load: AC volts at the socket.',
      expect: { point: 'socket, across the dummy load', of: 'outputLevel' },
    },
    { id: 'listen', act: 'probe', title: 'First listen', text: 'Volume down, plug in, then put the headphones on.' },
  ],
  schools: 'A series resistor for safety, or damping: 120 Ω of older practice, or less than an eighth of the load.',
  sources: ['dividers', 'NIOSH 98-126', 'IEC 60268'],
};
