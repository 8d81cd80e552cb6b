import { impossible, none, type Value } from '../../../math/absent.ts';
import { defineKind } from '../../../stage/contract.ts';
import { choice, list, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { passesOf, pulses, settingOf, type Setting } from './laws.ts';

export const mcuTimer = defineKind({
  id: 'mcu-timer',
  family: 'timing',
  group: 'Signal',
  title: 'Controller timer and PWM',
  aliases: ['prescaler', 'compare match', 'timer top', 'PWM frequency', 'tick', 'output compare', 'tone', 'clock'],
  purpose: 'Finds prescaler and compare value for a frequency or PWM and tells the exact error and the steps left.',
  given: {
    clockFrequency: num('Hz', 16e6, 'of the timer, with its tolerance', { title: 'clock' }),
    frequency: num('Hz', 1000, 'wanted; of a tick one over its period', { title: 'frequency wanted' }),
    frequencyTolerance: num('ratio', 0.005, 'allowed relative error of it', { title: 'error allowed' }),
    mode: choice(['fast-pwm', 'phase-correct', 'toggle', 'interrupt'], 'fast-pwm', 'periods of the counts, twice, twice and once', 'mode'),
    counterBits: num('bit', 16, 'of the counter', { min: 4, max: 32, integer: true, title: 'counter' }),
    prescalers: { ...list('', [1, 8, 64, 256, 1024], 'division ratios there are', { above: 0, filled: true }), title: 'prescalers' },
    prescaler: num('count', 0, '0: the best of them', { min: 0, integer: true, title: 'prescaler' }),
    counts: num('count', 0, 'of a period; 0: the best', { min: 0, integer: true, title: 'counts' }),
    minimumResolution: num('bit', 8, 'of a PWM', { title: 'resolution wanted' }),
    dutyCycle: num('ratio', 0.5, 'wanted', { min: 0, max: 1, title: 'duty cycle wanted' }),
  },
  parts: {},
  outcomes: {
    feasible: { unit: '', title: 'can be set', doc: '1: some prescaler gives counts that the counter has' },
    prescalerUsed: { unit: 'count', title: 'prescaler used', doc: 'the smallest with the least error' },
    countsUsed: { unit: 'count', title: 'counts used', doc: 'of a period, or of half of one' },
    compareTop: { unit: 'count', title: 'compare register', doc: 'value to write' },
    frequency: { unit: 'Hz', title: 'frequency', doc: 'with the clock as it is' },
    period: { unit: 's', title: 'period' },
    frequencyError: { unit: 'ratio', title: 'error of the frequency', doc: 'with the tolerance of the clock' },
    frequencyErrorPpm: { unit: 'ppm', title: 'error of the frequency', doc: 'the same in millionths' },
    resolution: { unit: 'bit', title: 'resolution' },
    dutyStep: { unit: 'ratio', title: 'step of the duty cycle', doc: 'one count' },
    dutyCycle: { unit: 'ratio', title: 'duty cycle', doc: 'the nearest there is' },
    tickTime: { unit: 's', title: 'one count', doc: 'of the prescaled clock' },
    ditherShare: { unit: 'ratio', title: 'periods to lengthen', doc: 'by one count, so that the average is exact' },
    ditherJitter: { unit: 's', title: 'jitter of that', doc: 'none without it' },
  },
  evaluate: (x, env) => {
    const g = x.given;
    // What firmware writes is chosen once, with the clock as it should be.
    const chosen = settingOf(env.nominal.given);
    const of = (work: (s: Setting) => number): Value => (chosen ? work(chosen) : NO_SETTING);
    const q = passesOf(g.mode);
    const frequency = (s: Setting) => g.clockFrequency / (s.prescaler * s.counts * q);
    const error = (s: Setting) => frequency(s) / g.frequency - 1;
    return {
      feasible: chosen ? 1 : 0,
      prescalerUsed: of((s) => s.prescaler),
      countsUsed: of((s) => s.counts),
      compareTop: of((s) => s.counts - (g.mode === 'phase-correct' ? 0 : 1)),
      frequency: of(frequency),
      period: of((s) => 1 / frequency(s)),
      frequencyError: of(error),
      frequencyErrorPpm: of((s) => 1e6 * error(s)),
      resolution: of((s) => Math.log2(s.counts)),
      dutyStep: of((s) => 1 / s.counts),
      dutyCycle: pulses(g.mode) ? of((s) => Math.floor(g.dutyCycle * s.counts + 0.5) / s.counts) : g.mode === 'toggle' ? 0.5 : NO_DUTY,
      tickTime: of((s) => s.prescaler / g.clockFrequency),
      ditherShare: of((s) => {
        const rest = s.ideal - Math.floor(s.ideal + 1e-9);
        return rest < 1e-9 ? 0 : rest;
      }),
      ditherJitter: of((s) => (s.prescaler * q) / g.clockFrequency),
    };
  },
  checks,
  mendFirst: ['feasible'],
  rails: {},
  signals: {
    clock: { role: 'in', fills: { clock: 'clockFrequency' } },
    out: { role: 'out', fills: {}, down: (c) => ({ clock: c.pick('frequency'), duty: c.pick('dutyCycle') }) },
  },
  controller: {
    takes: { clock: 'clockFrequency', timerBits: 'counterBits' },
    uses: { pin: { is: 'output', title: 'timer output', needs: () => 'timer', unless: (x) => x.given.mode === 'interrupt' } },
  },
  confirm: [{ id: 'clock-source', text: 'The controller runs from the clock that is entered here: a fresh one often runs from its internal one.' }],
  cautions: [],
});

const NO_SETTING = impossible('no prescaler gives counts that the counter has');
const NO_DUTY = none('an interrupt has no duty cycle');
