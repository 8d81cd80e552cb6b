import { ohms, volts } from '../../../stage/at-rest.ts';
import { noiseWeights, rejectionAt } from '../../../models/opamp.ts';
import { toDb } from '../../../physics/network.ts';
import { dot, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import type { opampAmplifier } from './index.ts';
import { noise, power, solve } from './laws.ts';
import { simulate } from './simulate.ts';

type Steps = StepsOf<typeof opampAmplifier>;

/** How the op-amp amplifier is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof opampAmplifier> = {
  atRest: ({ given: g, parts }) => {
    const { U1, R1, R2, R3, R4 } = parts;
    const inverting = g.topology === 'inverting' || g.topology === 'summing';
    const difference = g.topology === 'difference';
    const first = difference ? 'in2' : 'in';
    return {
      elements: [
        // The level that the gain works about, where no rail brings it.
        volts('about', 'about', '0', g.referenceLevel),
        ...(inverting
          ? [
              ohms('R1', 'in', 'n', R1.value),
              ...(['R5', 'R6'] as const).flatMap((id, i) => (parts[id].value ? [ohms(id, `in${i + 2}`, 'n', parts[id].value!)] : [])),
              ohms('R3', 'p', 'about', R3.value ?? 0),
            ]
          : difference
            ? [ohms('R1', first, 'n', R1.value), ohms('R3', 'in', 'p', R3.value ?? 0), ohms('R4', 'p', 'about', R4.value)]
            : [ohms('R3', 'in', 'p', R3.value ?? 0), ...(g.topology === 'buffer' ? [] : [ohms('R1', 'n', 'about', R1.value)])]),
        ohms('R2', 'n', 'out', g.topology === 'buffer' ? 0 : R2.value),
        {
          is: 'opamp',
          name: 'U1',
          p: 'p',
          n: 'n',
          out: 'out',
          openLoopGain: Math.min(U1.openLoopGain, 1e6),
          gainBandwidth: U1.gainBandwidth,
          outputResistance: 1,
          swing: [g.negativeSupply, g.positiveSupply],
        },
      ],
      points: ['p', 'n'],
    };
  },
  working: (c) => {
    const { x } = c;
    const { given: g, parts, carried } = x;
    const s = solve(x);
    const n = noise(x, s);
    const p = power(x, s);
    const { R1, R2, R3, R4 } = parts;
    const [r1, r2, r3, r4] = [R1.value ?? 0, R2.value ?? 0, R3.value ?? 0, R4.value ?? 0];
    const rs = 'sourceResistance' as const;
    const gains: Steps =
      g.topology === 'buffer'
        ? [step('Gain', 'G = one', 'gain', { one: [1, 'ratio'] }, 'follower')]
        : g.topology === 'non-inverting'
          ? [step('Gain', 'G = 1 + R2/R1', 'gain', { R2: [r2, 'ohm'], R1: [r1, 'ohm'] }, 'ideal op amp')]
          : g.topology === 'difference'
            ? [
                step(
                  'Of the inverting input',
                  'gn = R2/(R1 + Rs)',
                  [r2 / (r1 + g.sourceResistance), 'ratio'],
                  { R2: [r2, 'ohm'], R1: [r1, 'ohm'], Rs: rs },
                  'ideal op amp',
                ),
                step(
                  'Of the other input',
                  'gp = N*R4/(R3 + Rs + R4)',
                  [(s.noiseGain * r4) / (r3 + g.sourceResistance + r4), 'ratio'],
                  { N: 'noiseGain', R4: [r4, 'ohm'], R3: [r3, 'ohm'], Rs: rs },
                  'superposition',
                ),
                step(
                  'Gain',
                  'G = (gp + gn)/2',
                  'gain',
                  { gp: [s.gain + s.commonModeGain / 2, 'ratio'], gn: [s.gain - s.commonModeGain / 2, 'ratio'] },
                  'superposition',
                ),
                step(
                  'Common mode',
                  'Gc = gp - gn',
                  'commonModeGain',
                  { gp: [s.gain + s.commonModeGain / 2, 'ratio'], gn: [s.gain - s.commonModeGain / 2, 'ratio'] },
                  'superposition',
                ),
                step(
                  'Common-mode rejection',
                  'CMR = -20*log10(abs(Gc/G) + 10^(-C/20))',
                  'commonModeRejection',
                  { Gc: 'commonModeGain', G: 'gain', C: 'U1.commonModeRejection' },
                  'both leaks as if they met',
                ),
              ]
            : [step('Gain', 'G = -R2/(R1 + Rs)', 'gain', { R2: [r2, 'ohm'], R1: [r1, 'ohm'], Rs: rs }, 'virtual ground')];
    const falls = Math.hypot(1, g.rippleFrequency / s.bandwidth);
    const rejected = rejectionAt(parts.U1.rippleRejection, parts.U1.rippleRejectionCorner, g.rippleFrequency);
    const reference =
      carried.referenceRipple === 0
        ? 0
        : (carried.referenceRipple * Math.abs(s.reference)) / Math.hypot(1, (carried.referenceFrequency ?? g.rippleFrequency) / s.bandwidth);
    const w = noiseWeights(g.noiseBandLow, g.noiseBandHigh, s.bandwidth);
    return [
      ...gains,
      step('Bandwidth', 'fb = GBW*(1/N + 1/A0)', 'bandwidth', { GBW: 'U1.gainBandwidth', N: 'noiseGain', A0: 'U1.openLoopGain' }, 'Bode'),
      step(
        'What the loop leaves at the signal frequency',
        'dG = 1/((1 + N/A0)*sqrt(1 + (f/fb)^2)) - 1',
        'loopGainError',
        { N: 'noiseGain', A0: 'U1.openLoopGain', f: 'signalFrequency', fb: 'bandwidth' },
        'Bode',
      ),
      step(
        'Signal at the output',
        'Vp = (1 + dG)*g*Vin',
        'outputPeak',
        { dG: 'loopGainError', g: [s.swing, 'ratio'], Vin: 'inputAmplitude' },
        'definition of gain',
      ),
      ...(s.outputPeak > 0
        ? [step('Fastest at this swing', 'f = SR/(2*pi*Vp)', 'fullPowerBandwidth', { SR: 'U1.slewRate', Vp: 'outputPeak' }, 'slope of a sine')]
        : []),
      step(
        'Offset at the output',
        'Vo = N*(Vos + dV*abs(T - 25)) + Ib*abs(N*Rp - R2) + Ios*(N*Rp + R2)/2',
        'outputOffset',
        {
          N: 'noiseGain',
          Vos: 'U1.offsetVoltage',
          dV: 'U1.offsetDrift',
          T: 'ambient',
          Ib: 'U1.biasCurrent',
          Ios: 'U1.offsetCurrent',
          Rp: [s.rp, 'ohm'],
          R2: [s.r2, 'ohm'],
        },
        'superposition of magnitudes',
      ),
      step('Highest output', 'Vh = D + Vp + Vo', 'outputHigh', { D: [s.level, 'V'], Vp: 'outputPeak', Vo: 'outputOffset' }, 'sum'),
      step(
        'Left to the upper end',
        'Vl = Vcc - Vr/2 - Vs - Rl*I - Vh',
        'outputHeadroomHigh',
        {
          Vcc: 'positiveSupply',
          Vr: 'inputRipple',
          Vs: 'U1.outputSwingHigh',
          Rl: 'U1.swingResistance',
          I: [Math.max(s.peak + s.steady, 0), 'A'],
          Vh: 'outputHigh',
        },
        'trough of the rail',
      ),
      step(
        'Left to the lower end',
        'Vl = Vo - Vee - Vs - Rl*I',
        'outputHeadroomLow',
        { Vo: 'outputLow', Vee: 'negativeSupply', Vs: 'U1.outputSwingLow', Rl: 'U1.swingResistance', I: [Math.max(s.peak - s.steady, 0), 'A'] },
        'swing limit',
      ),
      step('Noise bandwidth', 'W = fb*(atan(f2/fb) - atan(f1/fb))', [w.white, 'Hz'], { fb: 'bandwidth', f1: 'noiseBandLow', f2: 'noiseBandHigh' }, 'one pole'),
      step('Noise at the output', 'en = sqrt(ea^2 + er^2)', 'outputNoise', { ea: 'amplifierNoise', er: 'resistorNoise' }, 'powers add'),
      step(
        'Noise of the resistors',
        'er = sqrt(d2*W)',
        'resistorNoise',
        { d2: [n.resistors / w.white, ''], W: [w.white, 'Hz'] },
        'Nyquist: 4kTR through the gain of each',
      ),
      ...(s.outputPeak > 0
        ? [step('Signal to noise', 'SN = 20*log10(Vp/sqrt(2)/en)', 'signalToNoise', { Vp: 'outputPeak', en: 'outputNoise' }, 'definition')]
        : []),
      step(
        'Ripple at the output',
        'Vr = Vin*N*10^(-P/20)/b + Vref',
        'outputRipple',
        { Vin: 'inputRipple', N: 'noiseGain', P: [rejected, 'dB'], b: [falls, 'ratio'], Vref: [reference, 'V'] },
        'rejection, referred to the input',
      ),
      step('Supply current', 'I = Iq + Im', 'supplyCurrent', { Iq: 'U1.quiescentCurrent', Im: [Math.max(p.out, p.into), 'A'] }, 'mean of a half wave'),
      step('Junction', 'Tj = Ta + P*Rth', 'junctionTemperature', { Ta: 'ambient', P: 'dissipation', Rth: 'U1.junctionToAmbient' }, 'thermal Ohm’s law'),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const buffer = g.topology === 'buffer';
    const inverting = g.topology !== 'non-inverting' && !buffer;
    const [top, low] = [160, 260];
    const ref = say(g.referenceLevel, 'V');
    const row = (id: 'R1' | 'R5' | 'R6', y: number, label: string, value: string): Drawn[] =>
      parts[id].value
        ? [port(60, y, label, value, 'left'), wire(60, y, 90, y), part('resistor', [90, y], 'right', id, sayPart(parts[id].value, 'ohm')), wire(160, y, 210, y)]
        : [];
    const inputs: Drawn[] = buffer
      ? []
      : [
          ...row('R1', top, inverting ? (g.topology === 'difference' ? 'in −' : 'in') : 'reference', inverting ? say(g.inputAmplitude, 'V') : ref),
          ...row('R5', top - 50, 'in 2', ''),
          ...row('R6', top - 100, 'in 3', ''),
          wire(210, parts.R6.value ? top - 100 : parts.R5.value ? top - 50 : 110, 210, 195, 250, 195),
          dot(210, top),
        ];
    const feedback: Drawn[] = buffer
      ? [wire(250, 195, 210, 195, 210, 110, 380, 110, 380, 210)]
      : [wire(210, 110, 260, 110), part('resistor', [260, 110], 'right', 'R2', sayPart(parts.R2.value, 'ohm')), wire(330, 110, 380, 110, 380, 210)];
    const plus =
      g.topology === 'inverting' || g.topology === 'summing'
        ? port(60, low, 'reference', ref, 'left')
        : port(60, low, g.topology === 'difference' ? 'in +' : 'in', say(g.inputAmplitude, 'V'), 'left');
    return {
      width: 560,
      height: g.topology === 'difference' ? 380 : 310,
      title: `Op amp, ${g.topology}`,
      items: [
        ...inputs,
        ...feedback,
        plus,
        ...(parts.R3.value
          ? [wire(60, low, 90, low), part('resistor', [90, low], 'right', 'R3', sayPart(parts.R3.value, 'ohm')), wire(160, low, 210, low, 210, 225, 250, 225)]
          : [wire(60, low, 210, low, 210, 225, 250, 225)]),
        ...(parts.R4.value
          ? [
              dot(210, low),
              part('resistor', [210, low], 'down', 'R4', sayPart(parts.R4.value, 'ohm')),
              wire(210, 330, 210, 345, 160, 345),
              port(160, 345, 'reference', ref, 'left'),
            ]
          : []),
        { sym: 'symbol', as: 'opamp', id: 'U1', at: [250, 210], label: 'U1', flip: 'over' },
        wire(334, 210, 380, 210, 470, 210),
        dot(380, 210),
        port(470, 210, 'out', `${sayOut(c, 'outputPeak', 'V')} peak`),
        { sym: 'text', at: [400, 285], text: `gain ${sayOut(c, 'gain', '')}`, value: true },
      ],
    };
  },
  simulate,
  curves: (x) => {
    const s = solve(x);
    const { openLoopGain: a0, gainBandwidth } = x.parts.U1;
    const far = Math.max(10 * gainBandwidth, 100 * x.given.signalFrequency);
    return [
      {
        id: 'response',
        title: 'Gain over frequency',
        x: { label: 'frequency', unit: 'Hz', log: true, from: Math.min(10, x.given.noiseBandLow), to: far },
        y: { label: 'gain', unit: 'dB' },
        points: 121,
        marks: [{ axis: 'x', value: x.given.signalFrequency, label: 'highest signal' }],
        at: (f) => toDb(Math.abs(s.gain) / ((1 + s.noiseGain / a0) * Math.hypot(1, f / s.bandwidth))),
      },
      {
        id: 'noise',
        title: 'Noise density at the output',
        x: { label: 'frequency', unit: 'Hz', log: true, from: x.given.noiseBandLow, to: x.given.noiseBandHigh },
        y: { label: 'density', unit: 'V/rtHz', log: true },
        points: 81,
        marks: [],
        at: (f) => {
          const u = x.parts.U1;
          const { resistors } = noise(x, s);
          const w = noiseWeights(x.given.noiseBandLow, x.given.noiseBandHigh, s.bandwidth);
          const volts = (u.voltageNoise * s.noiseGain) ** 2 * (1 + u.voltageNoiseCorner / f);
          const amps = u.currentNoise ** 2 * ((s.rp * s.noiseGain) ** 2 + s.r2 ** 2) * (1 + u.currentNoiseCorner / f);
          return Math.sqrt(volts + amps + resistors / w.white) / Math.hypot(1, f / s.bandwidth);
        },
      },
    ];
  },
  bringUp: (c) => {
    const { level } = solve(c.x);
    const offset = c.out('outputOffset').high ?? 0;
    return [
      {
        id: 'rest',
        act: 'probe',
        title: 'Output at rest',
        text: 'No signal, input at its DC level: DC volts at the output pin.',
        expect: { point: 'U1 output', unit: 'V', low: level - offset - 0.01 * Math.abs(level), nominal: level, high: level + offset + 0.01 * Math.abs(level) },
      },
      {
        id: 'signal',
        act: 'probe',
        title: 'Gain',
        text: `Sine of ${say(c.x.given.signalFrequency, 'Hz')} at ${say(c.x.given.inputAmplitude, 'V')} peak: peak at the output, no flat tops.`,
        ...(c.x.given.inputAmplitude > 0 ? { expect: { point: 'output, ×10 probe', of: 'outputPeak' as const } } : {}),
      },
      { id: 'ring', act: 'probe', title: 'Ringing', text: 'Small square wave with the real cable and load on: an edge may overshoot once, not ring on.' },
      {
        id: 'quiet',
        act: 'probe',
        title: 'Noise',
        text: `Input shorted to its level: AC millivolts in the band, no more than ${say(c.out('outputNoise').high, 'V')} rms.`,
      },
    ];
  },
  schools:
    'Resistors of 10 kΩ for quiet, of 100 kΩ for battery life: noise and current tell. A resistor at the other input balances bias current of bipolar op amps, and is useless and noisy with CMOS inputs.',
  sources: ['Bode, feedback amplifier theory', 'Johnson–Nyquist', 'IEC 60063'],
};
