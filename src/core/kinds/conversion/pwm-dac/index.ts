import { exactly } from '../../../quantity/uncertain.ts';
import { thermalNoise } from '../../../physics/noise.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { num, openOhms } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { cutoff, frequencyOf, network, rippleShare, settling } from './laws.ts';
import { size } from './sizing.ts';

const two = (g: Given) => g.poles === 2;

export const pwmDac = defineKind({
  id: 'pwm-dac',
  family: 'conversion',
  group: 'Conversion',
  title: 'PWM voltage output',
  aliases: ['PWM filter', 'analog output from PWM', 'RC smoothing', 'DAC'],
  purpose: 'A slow analog voltage from a timer pin and one or two RC poles, with ripple, settling and accuracy in LSB.',
  given: {
    supplyVoltage: num('V', 3.3, 'rail of the pin: it is the reference'),
    resolution: num('bit', 8, undefined, { min: 1, max: 24, integer: true }),
    clockFrequency: num('Hz', 16e6, 'of the timer', { title: 'clock' }),
    frequency: num('Hz', 0, 'of the PWM; 0: the fastest with all steps', { min: 0, title: 'PWM frequency' }),
    poles: num('', 2, 'RC sections', { oneOf: [1, 2], title: 'poles' }),
    rippleLimit: num('LSB', 0.5, 'allowed, peak to peak', { title: 'ripple allowed' }),
    settlingTime: num('s', 0.01, 'wanted, of a full step to half an LSB', { title: 'settling wanted' }),
    loadResistance: openOhms('of what follows'),
    loadErrorLimit: num('ratio', 0.005, 'loss into the load allowed', { title: 'loss allowed' }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'first pole' },
    C1: { type: 'capacitor', series: 'E12', tolerance: 0.1, doc: 'first pole' },
    R2: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'second pole', needed: two },
    C2: { type: 'capacitor', series: 'E12', tolerance: 0.1, doc: 'second pole', needed: two },
    U1: {
      type: 'device',
      bought: false,
      doc: 'pin',
      params: {
        outputResistanceHigh: num('ohm', 25, 'of the pin while high', { min: 0, title: 'resistance, high' }),
        outputResistanceLow: num('ohm', 25, 'of the pin while low', { min: 0, title: 'resistance, low' }),
        currentLimit: num('A', 0.02, 'of the pin'),
      },
    },
  },
  outcomes: {
    frequency: { unit: 'Hz', title: 'PWM frequency', doc: 'as given, or the fastest with all steps' },
    fullScale: { unit: 'V', title: 'full scale', doc: 'into the load' },
    fullScaleError: { unit: 'ratio', title: 'error of the scale', doc: 'the spread of the supply is that of the scale' },
    lsb: { unit: 'V', title: 'one LSB' },
    outputRipple: { unit: 'V', title: 'ripple', doc: 'peak to peak at half scale, where it is largest' },
    rippleLsb: { unit: 'LSB', title: 'ripple', doc: 'peak to peak at half scale' },
    settlingTime: { unit: 's', title: 'settling', doc: 'of a full step to half an LSB' },
    cutoffFrequency: { unit: 'Hz', title: 'cutoff', doc: 'half power' },
    outputResistance: { unit: 'ohm', title: 'output resistance' },
    loadError: { unit: 'ratio', title: 'loss into the load', doc: 'of full scale' },
    asymmetryError: { unit: 'LSB', title: 'bend of the transfer', doc: 'by unequal resistances of the pin, most at half scale' },
    pinCurrent: { unit: 'A', title: 'pin current', doc: 'at most' },
  },
  size,
  evaluate: (x, env) => {
    const { given: g, parts } = x;
    const { R1, U1 } = parts;
    const n = network(x);
    const steps = 2 ** g.resolution;
    const frequency = frequencyOf(g);
    const fullScale = n.gain * g.supplyVoltage;
    const lsb = fullScale / steps;
    const ripple = fullScale * rippleShare(n.taus, 1 / frequency);
    const [high, low] = [U1.outputResistanceHigh, U1.outputResistanceLow];
    return {
      frequency,
      fullScale,
      fullScaleError: fullScale / (network(env.nominal).gain * env.nominal.given.supplyVoltage) - 1,
      lsb,
      outputRipple: ripple,
      rippleLsb: ripple / lsb,
      settlingTime: settling(n.taus, 1 / (2 * steps)),
      cutoffFrequency: cutoff(n.taus),
      outputResistance: n.behind,
      loadError: 1 - n.gain,
      asymmetryError: (steps * Math.abs(low - high)) / (2 * (2 * R1.value + high + low)),
      pinCurrent: g.supplyVoltage / (R1.value + high),
    };
  },
  checks,
  rails: { vcc: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, gives: {} } },
  signals: {
    in: { role: 'in', fills: { clock: 'frequency' } },
    clock: { role: 'in', fills: { clock: 'clockFrequency' } },
    out: {
      role: 'out',
      fills: { loadResistance: 'loadResistance' },
      down: (c) => {
        const scale = c.pick('fullScale');
        const ohms = c.pick('outputResistance');
        return {
          dc: scale && { nominal: scale.nominal / 2, low: 0, high: scale.high },
          sourceResistance: ohms,
          noise: ohms && exactly(thermalNoise(ohms.nominal, c.x.ambient)),
          bandwidth: c.pick('cutoffFrequency'),
          ripple: c.pick('outputRipple') ?? exactly(0),
          rippleFrequency: c.nominal('frequency'),
        };
      },
    },
  },
  controller: {
    takes: { supply: 'supplyVoltage', clock: 'clockFrequency', pinCurrent: 'U1.currentLimit', pinResistance: 'U1.outputResistanceHigh' },
    uses: { pin: { is: 'output', title: 'PWM', needs: () => 'timer', current: (c) => c.pick('pinCurrent') } },
  },
  confirm: [{ id: 'quiet-supply', text: 'The pin’s supply is as quiet as the output is to be: its ripple comes out by the duty cycle.' }],
  cautions: [],
});
