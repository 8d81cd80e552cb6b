import { BOLTZMANN, ZERO_CELSIUS } from '../../../physics/constants.ts';
import { PEAK_TO_PEAK } from '../../../physics/noise.ts';
import { ambientSpan } from '../../../physics/thermal.ts';
import { dot, ground, port, thing, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut } from '../../../stage/words.ts';
import { COPPER, network } from './laws.ts';
import type { sensorBridge } from './index.ts';

export const telling: Telling<typeof sensorBridge> = {
  working: (c) => {
    const { given: g } = c.x;
    const n = network(g);
    const across = [n.across, 'V'] as const;
    const total = [n.total, 'kg'] as const;
    const span = [ambientSpan(c.env.ambient, g.calibrationTemperature), 'K'] as const;
    const left = [n.left, 'ratio'] as const;
    const perKg = [n.perKg, 'V'] as const;
    return [
      step('Across the bridge', 'Vb = V*k', across, { V: 'excitationVoltage', k: left }, 'what the leads leave'),
      step('Signal at capacity', 'V = s*Vb', 'fullScaleSignal', { s: 'sensitivity', Vb: across }, 'sensitivity of the bridge'),
      step('Signal of a kilogram', 'p = V/m', perKg, { V: 'fullScaleSignal', m: total }, 'cells share the load'),
      step(
        'Highest signal',
        'V = (z + s*(mt + mw)/m)*Vb',
        'signalPeak',
        { z: 'zeroBalance', s: 'sensitivity', mt: 'tareLoad', mw: 'workingLoad', m: total, Vb: across },
        'sum',
      ),
      step(
        'Full scale of the converter',
        'F = r*V/A',
        'adcFullScale',
        { r: 'rangeFactor', V: g.ratiometric ? 'excitationVoltage' : 'referenceVoltage', A: 'gain' },
        'reference over gain',
      ),
      step('Use of the range', 'u = V/F', 'rangeUse', { V: 'signalPeak', F: 'adcFullScale' }, 'ratio'),
      step('Load over capacity', 'q = (mt + mw)/m', 'loadShare', { mt: 'tareLoad', mw: 'workingLoad', m: total }, 'ratio'),
      step('Codes for a gram', 'n = p/1000*2^b/(2*F)', 'codesPerGram', { p: perKg, b: 'resolution', F: 'adcFullScale' }, 'codes over both signs'),
      step(
        'Noise',
        'e = sqrt(a^2 + 4*k*T*R*B)',
        'inputNoise',
        { a: 'adcNoise', k: [BOLTZMANN, ''], T: [c.env.ambient.nominal + ZERO_CELSIUS, 'K'], R: [n.bridge, 'ohm'], B: 'noiseBandwidth' },
        'converter and thermal noise',
      ),
      step('Noise as load', 'm = e/p', 'noiseLoad', { e: 'inputNoise', p: perKg }, 'ratio'),
      step('Smallest load seen', 'm = q*e/p', 'resolvableLoad', { q: [PEAK_TO_PEAK, ''], e: 'inputNoise', p: perKg }, 'peak to peak'),
      step('Noise-free counts', 'N = V/(q*e)', 'noiseFreeCounts', { V: 'fullScaleSignal', q: [PEAK_TO_PEAK, ''], e: 'inputNoise' }, 'ratio'),
      step(
        'Drift of the zero',
        'd = (z*1e-6*m + o/p)*t',
        'zeroDrift',
        { z: 'zeroTempco', m: total, o: 'offsetDrift', p: perKg, t: span },
        'to the farthest temperature',
      ),
      step(
        'Drift of the span',
        'd = mw*1e-6*t*(s + a + r + c*(1 - k))',
        'spanDrift',
        {
          mw: 'workingLoad',
          t: span,
          s: 'spanTempco',
          a: 'gainDrift',
          r: g.ratiometric ? [0, 'ppm/K'] : 'referenceDrift',
          c: [COPPER, 'ppm/K'],
          k: left,
        },
        'cell, amplifier, reference and copper of the leads',
      ),
      step('Drift over temperature', 'd = z + s', 'temperatureDrift', { z: 'zeroDrift', s: 'spanDrift' }, 'sum'),
      step('Lost in the leads', 'm = mw*(1 - k)', 'leadError', { mw: 'workingLoad', k: left }, 'divider of leads and bridge'),
      step('Excitation current', 'I = V/(R + 2*Rl)', 'excitationCurrent', { V: 'excitationVoltage', R: [n.bridge, 'ohm'], Rl: 'leadResistance' }, 'Ohm'),
      step('Average current', 'I = Ie*d', 'averageCurrent', { Ie: 'excitationCurrent', d: 'poweredShare' }, 'for its share of time'),
      step('Heat of each cell', 'P = Vb^2/R', 'dissipation', { Vb: across, R: 'bridgeResistance' }, 'Ohm'),
      step('Common mode', 'V = Ve/2', 'commonMode', { Ve: 'excitationVoltage' }, 'middle of the bridge'),
    ];
  },
  figure: (c) => {
    const { given: g } = c.x;
    const arm = (x: number, y: number): Drawn => thing('resistor', [x, y], 'down', '', '');
    return {
      width: 620,
      height: 360,
      title: g.wires === 6 ? 'Bridge with sensed excitation' : 'Bridge with four wires',
      items: [
        port(140, 40, `excitation ${say(g.excitationVoltage, 'V')}`, '', 'top'),
        wire(140, 40, 140, 70),
        dot(140, 70),
        wire(80, 70, 200, 70),
        wire(80, 70, 80, 80),
        wire(200, 70, 200, 80),
        arm(80, 80),
        arm(200, 80),
        wire(80, 150, 80, 200),
        wire(200, 150, 200, 200),
        arm(80, 200),
        arm(200, 200),
        wire(80, 270, 200, 270),
        dot(140, 270),
        wire(140, 270, 140, 290),
        ground(140, 290),
        dot(80, 190),
        dot(200, 160),
        wire(200, 160, 380, 160),
        wire(80, 190, 380, 190),
        { sym: 'block', id: 'amplifier', at: [380, 120], size: [130, 110], label: `gain ${say(g.gain, 'ratio')}`, value: `${g.resolution} bit` },
        ...(g.ratiometric ? [wire(140, 70, 140, 60, 445, 60, 445, 120)] : []),
        wire(510, 175, 560, 175),
        port(560, 175, 'codes', ''),
        { sym: 'text', at: [290, 325], text: `sees ${sayOut(c, 'resolvableLoad', 'kg')}, drifts ${sayOut(c, 'temperatureDrift', 'kg')}`, value: true },
      ],
    };
  },
  simulate: (x) => {
    const { given: g } = x;
    const n = network(g);
    // A quarter of each cell's change in each arm; all cells in parallel.
    const change = (g.sensitivity * (g.tareLoad + g.workingLoad)) / n.total + g.zeroBalance;
    const lead = g.wires === 6 ? 0 : g.leadResistance;
    return {
      elements: [
        { is: 'voltage', name: 'Ve', a: 'top', b: '0', wave: { sort: 'dc', value: g.excitationVoltage } },
        { is: 'resistor', name: 'Rl1', a: 'top', b: 'fed', ohms: Math.max(1e-9, lead) },
        { is: 'resistor', name: 'Rl2', a: 'back', b: '0', ohms: Math.max(1e-9, lead) },
        { is: 'resistor', name: 'Ra', a: 'fed', b: 'plus', ohms: n.bridge * (1 - change) },
        { is: 'resistor', name: 'Rb', a: 'plus', b: 'back', ohms: n.bridge * (1 + change) },
        { is: 'resistor', name: 'Rc', a: 'fed', b: 'minus', ohms: n.bridge * (1 + change) },
        { is: 'resistor', name: 'Rd', a: 'minus', b: 'back', ohms: n.bridge * (1 - change) },
        { is: 'vcvs', name: 'E1', a: 'signal', b: '0', p: 'plus', n: 'minus', gain: 1 },
        { is: 'resistor', name: 'Rs', a: 'signal', b: '0', ohms: 1e6 },
      ],
      out: 'signal',
      band: [0.1, 1000],
      time: { stop: 1 / g.noiseBandwidth },
      confirms: { signalPeak: (b) => b.dc('signal'), commonMode: (b) => b.dc('plus') },
      differs: { commonMode: 'The load shifts it by what it moves the bridge.' },
    };
  },
  curves: (x) => {
    const { given: g } = x;
    const n = network(g);
    const scale = (g.rangeFactor * (g.ratiometric ? g.excitationVoltage : g.referenceVoltage)) / g.gain;
    const zero = g.zeroTempco * 1e-6 * n.total + g.offsetDrift / n.perKg;
    const span = g.workingLoad * 1e-6 * (g.spanTempco + g.gainDrift + (g.ratiometric ? 0 : g.referenceDrift) + COPPER * (1 - n.left));
    return [
      {
        id: 'codes',
        title: 'Use of the range against load',
        x: { label: 'load', unit: 'kg', log: false, from: 0, to: n.total },
        y: { label: 'use of the range', unit: 'ratio' },
        points: 101,
        marks: [
          { axis: 'x', value: g.tareLoad + g.workingLoad, label: 'load and tare' },
          { axis: 'y', value: 1, label: 'full scale', limit: true },
        ],
        at: (m) => ((g.zeroBalance + (g.sensitivity * m) / n.total) * n.across) / scale,
      },
      {
        id: 'drift',
        title: 'Drift against temperature',
        x: { label: 'temperature', unit: 'degC', log: false, from: g.calibrationTemperature - 40, to: g.calibrationTemperature + 40 },
        y: { label: 'drift', unit: 'kg' },
        points: 81,
        marks: [{ axis: 'y', value: g.driftLimit, label: 'allowed', limit: true }],
        at: (t) => (zero + span) * Math.abs(t - g.calibrationTemperature),
      },
    ];
  },
  bringUp: () => [
    { id: 'fit', act: 'fit', title: 'Join the cell', text: 'Join excitation, signal and screen of the cell by the colours of its data sheet, unloaded.' },
    {
      id: 'common',
      act: 'probe',
      title: 'Common mode',
      text: 'Voltmeter from either signal wire to ground.',
      expect: { point: 'signal wire', of: 'commonMode' as const },
    },
    {
      id: 'noise',
      act: 'probe',
      title: 'Noise',
      text: 'Log 500 readings unloaded: their standard deviation, as load.',
      expect: { point: 'log', of: 'noiseLoad' as const },
    },
    {
      id: 'weights',
      act: 'probe',
      title: 'Known weights',
      text: 'Known weights up and down again: what differs is hysteresis. Then warm the electronics alone, then the cell alone.',
    },
  ],
  schools:
    'Ratiometric or a precise reference; an alternating excitation against thermovoltages; a converter of 24 bits that has it all, or an amplifier before the controller’s own.',
  sources: ['Wheatstone bridge', 'OIML R 60 and R 76: terms', 'thermal noise'],
};
