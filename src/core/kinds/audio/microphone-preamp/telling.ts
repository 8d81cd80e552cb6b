import { parallel } from '../../../physics/network.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { amplification, chain, legs, source, squared } from './laws.ts';
import type { microphonePreamp } from './index.ts';

/** How the microphone preamplifier is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof microphonePreamp> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const padded = g.pad === 'in';
    const { rs, feed } = source(c.x);
    const h = [chain(c.x, 1, 0, padded).volts, 'ratio'] as const;
    const leg = legs(c.x);
    const dBu = [Math.sqrt(0.6), 'V'] as const;
    const zin = c.nominal('inputResistance')!;
    const loading = [zin / (zin + rs), 'ratio'] as const;
    const behind = chain(c.x, 0, parallel(rs, feed), padded).ohms;
    const swing = Math.min(g.positiveSupply - parts.U1.outputSwingHigh - g.referenceLevel, g.referenceLevel - g.negativeSupply - parts.U1.outputSwingLow);
    return [
      step('Highest gain', 'G = 20*log10(h*(1 + 2*R1/Rg))', 'highestGainDb', { h, R1: 'R1.value', Rg: [leg.high, 'ohm'] }, 'instrumentation amplifier'),
      step('Lowest gain', 'G = 20*log10(h*(1 + 2*R1/Rg))', 'lowestGainDb', { h, R1: 'R1.value', Rg: [leg.low, 'ohm'] }, 'instrumentation amplifier'),
      step(
        'Noise at the input',
        'en = sqrt(e2)/h',
        'inputNoise',
        { e2: [squared(c.x, leg.high, behind, parts.U1.devices), ''], h },
        'Nyquist: all it looks back into, with voltage and current noise',
      ),
      step('As a level', 'L = 20*log10(en/V0)', 'inputNoiseDbu', { en: 'inputNoise', V0: dBu }, 'IEC 60268'),
      step(
        'Loudest level',
        'L = 20*log10(S*p0*10^(SPL/20)*k/V0)',
        'microphoneLevel',
        { S: 'sensitivity', p0: [20e-6, ''], SPL: 'soundPressure', k: loading, V0: dBu },
        'definition of sensitivity',
      ),
      ...(swing > 0
        ? [
            step(
              'Clips at',
              'L = 20*log10(V/sqrt(2)/(A*h)/V0)',
              'clippingLow',
              { V: [swing, 'V'], A: [amplification(c.x, leg.low), 'ratio'], h, V0: dBu },
              'swing at the lowest gain',
            ),
            step('Headroom', 'H = Lc - L', 'headroom', { Lc: 'clippingLow', L: 'microphoneLevel' }, 'difference'),
          ]
        : []),
      step('Signal to noise', 'SN = L - Ln', 'signalToNoise', { L: 'microphoneLevel', Ln: 'lowGainNoiseDbu' }, 'difference'),
      step('Bandwidth', 'f = GBW/A', 'bandwidth', { GBW: 'U1.gainBandwidth', A: [amplification(c.x, leg.high), 'ratio'] }, 'Bode'),
      ...(g.source === 'capsule'
        ? [
            step(
              'At the capsule',
              'V = Vs - I*(R9 + R10)',
              'capsuleVoltage',
              { Vs: 'capsuleSupply', I: 'capsuleCurrent', R9: [parts.R9.value ?? 0, 'ohm'], R10: [parts.R10.value ?? 0, 'ohm'] },
              'Ohm',
            ),
          ]
        : []),
      ...(g.phantomVoltage > 0 && parts.R8.value
        ? [
            step(
              'Into the protection',
              'I = (Vp - Vf)/R8',
              'protectionCurrent',
              { Vp: 'phantomVoltage', Vf: 'D1.forwardVoltage', R8: [parts.R8.value, 'ohm'] },
              'Ohm',
            ),
          ]
        : []),
      ...(parts.C1.value
        ? [step('Low cutoff of the gain leg', 'f = 1/(2*pi*R2*C1)', 'gainLegCutoff', { R2: 'R2.value', C1: [parts.C1.value, 'F'] }, 'first-order network')]
        : []),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const items: Drawn[] = [port(60, 90, 'in', '', 'left'), { sym: 'text', at: [20, 30], text: `${sayOut(c, 'microphoneLevel', 'dBu')} at most`, value: true }];
    let x = 60;
    const along = (sym: 'resistor' | 'capacitor', id: 'R5' | 'C2' | 'R8', unit: 'ohm' | 'F') => {
      if (!parts[id].value) return;
      items.push(wire(x, 90, x + 30, 90), part(sym, [x + 30, 90], 'right', id, sayPart(parts[id].value, unit)));
      x += 100;
    };
    along('resistor', 'R5', 'ohm');
    if (parts.R6.value) {
      items.push(wire(x, 90, x + 40, 90), dot(x + 40, 90), part('resistor', [x + 40, 90], 'down', 'R6', sayPart(parts.R6.value, 'ohm')), ground(x + 40, 160));
      x += 110;
    }
    along('capacitor', 'C2', 'F');
    along('resistor', 'R8', 'ohm');
    items.push(wire(x, 90, x + 40, 90), dot(x + 40, 90), part('resistor', [x + 40, 90], 'down', 'R3', sayPart(parts.R3.value, 'ohm')), ground(x + 40, 160));
    const u = x + 150;
    items.push(
      wire(x + 40, 90, u, 90),
      { sym: 'block', id: 'U1', at: [u, 60], size: [110, 60], label: 'U1', value: `${sayOut(c, 'highestGainDb', 'dB')}` },
      wire(u + 110, 90, u + 170, 90),
      port(u + 170, 90, 'out', ''),
      // Feedback of each half, and the leg between both halves.
      wire(u + 55, 120, u + 55, 150),
      part('resistor', [u + 55, 150], 'down', 'R1', sayPart(parts.R1.value, 'ohm')),
    );
    let at = u + 55;
    const row: [string, Drawn['sym'], string][] = [['R2', 'resistor', sayPart(parts.R2.value, 'ohm')]];
    if (parts.P1.value) row.push(['P1', 'variable', sayPart(parts.P1.value, 'ohm')]);
    if (parts.R7.value) row.push(['R7', 'resistor', sayPart(parts.R7.value, 'ohm')]);
    if (parts.C1.value) row.push(['C1', 'capacitor', sayPart(parts.C1.value, 'F')]);
    items.push(wire(at, 220, at, 260));
    for (const [id, sym, value] of row) {
      items.push(wire(at, 260, at + 30, 260), part(sym as 'resistor', [at + 30, 260], 'right', id, value));
      at += 100;
    }
    items.push(wire(at, 260, at + 30, 260), port(at + 30, 260, 'other half', ''));
    const right = at + 120;
    const y = 340;
    items.push({ sym: 'text', at: [60, y - 30], text: g.source === 'capsule' ? 'feed of the capsule' : 'beside' });
    at = 60;
    const beside: [string, Drawn['sym'], string][] = [];
    if (parts.R10.value) beside.push(['R10', 'resistor', sayPart(parts.R10.value, 'ohm')]);
    if (parts.C5.value) beside.push(['C5', 'capacitor', sayPart(parts.C5.value, 'F')]);
    if (parts.R9.value) beside.push(['R9', 'resistor', sayPart(parts.R9.value, 'ohm')]);
    if (parts.R11.value) beside.push(['R11', 'resistor', sayPart(parts.R11.value, 'ohm')]);
    for (const [id, sym, value] of beside) {
      items.push(part(sym as 'resistor', [at, y], 'right', id, value));
      at += 100;
    }
    items.push(
      { sym: 'block', id: 'D1', at: [at + 10, y - 20], size: [80, 44], label: 'D1', value: 'clamps' },
      {
        sym: 'block',
        id: 'T1',
        at: [at + 110, y - 20],
        size: [110, 44],
        label: 'T1',
        value: g.transformerRatio === 1 ? 'none' : `1 : ${say(g.transformerRatio, '')}`,
      },
    );
    return { width: Math.max(u + 260, right, at + 240, 560), height: 390, title: 'One leg of the input, the amplifier and its gain leg', items };
  },
  simulate: (x, o) => {
    const { given: g, parts } = x;
    const { rs, feed } = source(x);
    if (g.transformerRatio !== 1 || g.pad === 'in') return null;
    const a = amplification(x, legs(x).high);
    const kept = chain(x, 1, 0, false).volts;
    return {
      elements: [
        { is: 'voltage', name: 'Vm', a: 's', b: '0', wave: { sort: 'dc', value: 0 }, ac: 1 },
        { is: 'resistor', name: 'Rs', a: 's', b: 'in', ohms: rs },
        ...(Number.isFinite(feed) ? [{ is: 'resistor' as const, name: 'RF', a: 'in', b: '0', ohms: feed }] : []),
        { is: 'resistor', name: 'R8', a: 'in', b: 'p', ohms: Math.max(2 * (parts.R8.value ?? 0), 1e-6) },
        { is: 'resistor', name: 'R3', a: 'p', b: '0', ohms: 2 * parts.R3.value },
        { is: 'opamp', name: 'U1', p: 'p', n: 'n', out: 'out', openLoopGain: 1e8, gainBandwidth: parts.U1.gainBandwidth },
        { is: 'resistor', name: 'R1', a: 'out', b: 'n', ohms: 2 * parts.R1.value },
        { is: 'resistor', name: 'R2', a: 'n', b: '0', ohms: parts.R2.value },
      ],
      out: 'out',
      band: [1, 10 * (o.bandwidth ?? 1e5)],
      time: { stop: 1e-2 },
      confirms: {
        highestGainDb: (b) => {
          const [out, terminals] = [b.gain('out', 10), b.gain('in', 10)];
          return typeof out === 'number' && typeof terminals === 'number' ? 20 * Math.log10(out / terminals) : out;
        },
        inputResistance: (b) => {
          const v = b.gain('in', 10);
          return typeof v === 'number' ? (rs * v) / (1 - v) : v;
        },
        bandwidth: (b) => b.corner('out', Math.min(10, (o.bandwidth ?? 1e5) / 1e3), 20 * (o.bandwidth ?? 1e5) * Math.max(1, a * kept * 1e-9)),
      },
    };
  },
  curves: (x) => {
    const padded = x.given.pad === 'in';
    const h = chain(x, 1, 0, padded).volts;
    const { rs, feed } = source(x);
    const behind = chain(x, 0, parallel(rs, feed), padded).ohms;
    const leg = legs(x);
    const [from, to] = [20 * Math.log10(h * amplification(x, leg.low)), 20 * Math.log10(h * amplification(x, leg.high))];
    const legAt = (db: number) => (2 * x.parts.R1.value) / (10 ** (db / 20) / h - 1);
    return [
      {
        id: 'window',
        title: 'Noise over gain',
        x: { label: 'gain', unit: 'dB', log: false, from: Math.min(from, to - 1), to },
        y: { label: 'noise at the input', unit: 'dBu' },
        points: 61,
        marks: [{ axis: 'y', value: x.given.maximumInputNoise, label: 'allowed at the highest', limit: true }],
        at: (db) => 20 * Math.log10(Math.sqrt(squared(x, Math.max(legAt(db), 1e-3), behind, x.parts.U1.devices)) / h / Math.sqrt(0.6)),
      },
    ];
  },
  bringUp: (c) => [
    {
      id: 'rest',
      act: 'probe',
      title: 'Output at rest',
      text: `Without phantom, input shorted by ${say(c.x.given.sourceResistance, 'ohm')}: DC at the output while the gain is turned over its whole range moves by no more than ${say(c.out('offsetShift').high ?? 0, 'V')}.`,
    },
    {
      id: 'gain',
      act: 'probe',
      title: 'Highest gain',
      text: `Sine of a few millivolts through the source’s resistance, gain full up: the output lies ${say(c.out('highestGainDb').low, 'dB')} to ${say(c.out('highestGainDb').high, 'dB')} over the terminals.`,
    },
    {
      id: 'noise',
      act: 'probe',
      title: 'Noise',
      text: `Input closed by the source’s resistance, gain full up, in the band: about ${say(c.nominal('outputNoise'), 'V')} rms at the output.`,
    },
    ...(c.x.given.phantomVoltage > 0
      ? [{ id: 'phantom', act: 'feed' as const, title: 'Phantom last', text: 'Microphone disconnected, phantom on, wait, then connect.' }]
      : []),
  ],
  schools:
    'A chip, discrete pairs in parallel (often faked parts), or a transformer: noise, cost and weight. Switch steps repeat, a pot is cheap with a 20 % end. Protection of 10 Ω is quiet, of 47 Ω safer.',
  sources: ['Nyquist for passive networks', 'Friis', 'IEC 61938', 'IEC 60268'],
};
