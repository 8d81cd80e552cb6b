import { dot, ground, part, port, thing, wire } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { drive, heatAt, hottest, type powerAmplifier } from './index.ts';

/** How the power amplifier is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof powerAmplifier> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const d = drive(c.x);
    const gain = step('Gain', 'G = n*(1 + R2/R1)', 'gain', { n: [d.outputs, 'ratio'], R2: 'R2.value', R1: 'R1.value' }, 'feedback');
    const fast = step('Bandwidth', 'f = GBW/(1 + R2/R1)', 'bandwidth', { GBW: 'U1.gainBandwidth', R2: 'R2.value', R1: 'R1.value' }, 'Bode');
    if (d.peak <= 0 || !Number.isFinite(g.loadResistance)) return [gain, fast];
    const zs = g.supplyResistance + (parts.C3.value ? 1 / (2 * g.rippleFrequency * parts.C3.value) : 0);
    return [
      step(
        'Largest clean peak',
        'Vp = (c*(Vs - Iq*Zs - Vr/2) - n*Vsat)/(1 + (c*a*Zs + n*Rsat)/RL)',
        'outputPeak',
        {
          c: [g.topology === 'single' ? 0.5 : 1, 'ratio'],
          Vs: 'supplyVoltage',
          Iq: 'U1.quiescentCurrent',
          Zs: [zs, 'ohm'],
          Vr: [parts.C3.value ? 0 : g.inputRipple, 'V'],
          n: [d.outputs, 'ratio'],
          Vsat: 'U1.saturationVoltage',
          a: [d.mean, 'ratio'],
          Rsat: 'U1.saturationResistance',
          RL: 'loadResistance',
        },
        'trough of the sagging rail at the sine’s peak',
      ),
      step('Power', 'P = Vp^2/(2*RL)', 'outputPower', { Vp: 'outputPeak', RL: 'loadResistance' }, 'sine'),
      step(
        'Supply current',
        'I = a*Vp/RL + Iq',
        'supplyCurrent',
        { a: [d.mean, 'ratio'], Vp: 'outputPeak', RL: 'loadResistance', Iq: 'U1.quiescentCurrent' },
        'mean of half waves',
      ),
      gain,
      step('Input for full power', 'Vin = Vp/G/sqrt(2)', 'inputSensitivity', { Vp: 'outputPeak', G: 'gain' }, 'definition'),
      step(
        'Heat of the worst sine',
        'Pd = 2*h*V/(pi*Z) - V^2*cos(phi*pi/180)/(2*Z) + Iq*S',
        'worstDissipation',
        {
          h: [d.half, 'V'],
          V: [hottest(c.x, d), 'V'],
          Z: 'minimumImpedance',
          phi: 'loadAngle',
          Iq: 'U1.quiescentCurrent',
          S: 'supplySpan',
        },
        'class-B dissipation integral',
      ),
      step('Heatsink', 'Ts = Ta + P*Rs', 'sinkTemperature', { Ta: 'ambient', P: 'dissipation', Rs: 'sinkToAmbient' }, 'thermal Ohm’s law'),
      step(
        'Junction',
        'Tj = Ts + P*(Rjc + Rcs)',
        'junctionTemperature',
        { Ts: 'sinkTemperature', P: 'dissipation', Rjc: 'U1.junctionToCase', Rcs: 'caseToSink' },
        'thermal Ohm’s law',
      ),
      step('Efficiency', 'eta = P/Pin', 'efficiency', { P: 'outputPower', Pin: 'inputPower' }, 'definition'),
      step(
        'Fastest at full swing',
        'f = SR/(2*pi*Vp/n)',
        'fullPowerBandwidth',
        { SR: 'U1.slewRate', Vp: 'outputPeak', n: [d.outputs, 'ratio'] },
        'slope of a sine',
      ),
      fast,
      step('Hum', 'Vh = Vr*10^(-A/20)', 'outputRipple', { Vr: 'outputRippleRail', A: 'U1.rippleRejection' }, 'definition of the decibel'),
      ...(parts.C1.value
        ? [step('Low cutoff of C1', 'f = 1/(2*pi*RL*C1)', 'outputCutoff', { RL: 'loadResistance', C1: [parts.C1.value, 'F'] }, 'first-order network')]
        : []),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const rail = say(g.supplyVoltage, 'V');
    return {
      width: 640,
      height: 330,
      title: `Power amplifier, ${g.topology}`,
      items: [
        { sym: 'symbol', as: 'opamp', id: 'U1', at: [230, 130], label: 'U1', flip: 'over' },
        port(80, 145, 'in', `${say(g.inputAmplitude, 'V')} peak`, 'left'),
        wire(80, 145, 230, 145),
        wire(230, 115, 190, 115, 190, 50, 380, 50, 380, 60),
        dot(190, 115),
        part('resistor', [380, 60], 'down', 'R2', sayPart(parts.R2.value, 'ohm'), { side: -1 }),
        wire(314, 130, 380, 130),
        dot(380, 130),
        wire(190, 115, 150, 115, 150, 200),
        part('resistor', [150, 200], 'down', 'R1', sayPart(parts.R1.value, 'ohm'), { side: -1 }),
        ...(parts.C2.value ? [thing('capacitor', [150, 270], 'right', 'C2', sayPart(parts.C2.value, 'F')), ground(220, 270)] : [ground(150, 270)]),
        { sym: 'text', at: [250, 200], text: g.topology === 'split' ? `rails ± ${rail}` : `rail ${rail}` },
        ...(parts.C1.value
          ? [
              part('polarised' as const, [390, 130] as [number, number], 'right' as const, 'C1', sayPart(parts.C1.value, 'F')),
              wire(380, 130, 390, 130),
              wire(460, 130, 540, 130),
            ]
          : [wire(380, 130, 540, 130)]),
        thing('loudspeaker', [540, 130], 'down', 'load', say(g.loadResistance, 'ohm')),
        ground(540, 200),
        ...(parts.C3.value ? [thing('polarised', [300, 230], 'down', 'C3', sayPart(parts.C3.value, 'F'))] : []),
        { sym: 'text', at: [420, 290], text: `${sayOut(c, 'outputPower', 'W')} clean`, value: true },
      ],
    };
  },
  simulate: (x) => {
    const { given: g, parts } = x;
    const { R1, R2, C1, U1 } = parts;
    const noise = 1 + R2.value / R1.value;
    const outputs = g.topology === 'bridged' ? 2 : 1;
    return {
      elements: [
        { is: 'voltage', name: 'Vin', a: 'p', b: '0', wave: { sort: 'sine', offset: 0, amplitude: g.inputAmplitude, frequency: g.lowestFrequency * 4 }, ac: 1 },
        { is: 'opamp', name: 'U1', p: 'p', n: 'n', out: 'o', openLoopGain: 1e6, gainBandwidth: U1.gainBandwidth },
        { is: 'resistor', name: 'R2', a: 'o', b: 'n', ohms: R2.value },
        { is: 'resistor', name: 'R1', a: 'n', b: '0', ohms: R1.value },
        { is: 'vcvs', name: 'B', a: 'b', b: '0', p: 'o', n: '0', gain: outputs },
        ...(C1.value
          ? [{ is: 'capacitor' as const, name: 'C1', a: 'b', b: 'out', farads: C1.value }]
          : [{ is: 'resistor' as const, name: 'W', a: 'b', b: 'out', ohms: 1e-6 }]),
        { is: 'resistor', name: 'RL', a: 'out', b: '0', ohms: g.loadResistance },
      ],
      out: 'out',
      band: [1, 10 * U1.gainBandwidth],
      time: { stop: 1 / g.lowestFrequency },
      confirms: {
        gain: (b) => b.gain('b', Math.min(100, U1.gainBandwidth / noise / 1e3)),
        bandwidth: (b) => b.corner('b', Math.min(10, U1.gainBandwidth / noise / 1e3), (20 * U1.gainBandwidth) / noise),
        ...(C1.value
          ? {
              outputCutoff: (b) => {
                const f = 1 / (2 * Math.PI * g.loadResistance * C1.value!);
                const [at, far] = [b.gain('out', f), b.gain('b', f)];
                return typeof at === 'number' && typeof far === 'number' ? f * Math.sqrt((far / at) ** 2 - 1) : at;
              },
            }
          : {}),
      },
    };
  },
  curves: (x) => {
    const d = drive(x);
    return [
      {
        id: 'heat',
        title: 'Heat over level',
        x: { label: 'output peak', unit: 'V', log: false, from: 0, to: Math.max(d.peak, 0.1) },
        y: { label: 'heat', unit: 'W' },
        points: 61,
        marks: [],
        at: (v) => heatAt(x, d, v),
      },
    ];
  },
  bringUp: (c) => [
    {
      id: 'first',
      act: 'feed',
      title: 'First power',
      text: 'Current-limited supply and 10 Ω in each rail, no load: DC at the output near zero, or near half the rail before the capacitor.',
    },
    {
      id: 'clip',
      act: 'probe',
      title: 'First flattening',
      text: 'Dummy resistor as load, sine of 1 kHz, turned up until the tops flatten: the peak there. Read the trough of the rail beside it.',
      ...(c.nominal('outputPeak') === null ? {} : { expect: { point: 'across the dummy load', of: 'outputPeak' as const } }),
    },
    {
      id: 'warm',
      act: 'probe',
      title: 'Heatsink',
      text: `A quarter of an hour at the worst level: ${say(c.nominal('sinkTemperature'), 'degC')} at the sink.`,
    },
  ],
  schools: 'A heatsink for the worst sine never shuts down; one for an eighth of the power does for music. A bridge, or a higher rail.',
  sources: ['class-B dissipation integrals', 'capacitor-input supply with full-wave charging'],
};
