import { defineKind } from '../../../stage/contract.ts';
import { choice, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { current } from './laws.ts';
import { size } from './sizing.ts';

export const ledIndicator = defineKind({
  id: 'led-indicator',
  family: 'drive',
  group: 'Load',
  title: 'LED indicator',
  aliases: ['LED resistor', 'pilot light', 'status lamp', 'LED string', 'beacon LED', 'dimmed LED', 'blink'],
  purpose: 'Lights one or more LEDs from a pin or a rail through a resistor, inside the limits of pin and LED over all their spread.',
  given: {
    supplyVoltage: num('V', { nominal: 5, tolerance: 0.05 }, 'rail, or the logic supply of the pin'),
    ledCurrent: num('A', 0.005, 'wanted in each LED while it is on', { title: 'current wanted' }),
    ledsInSeries: num('', 1, 'of one string', { integer: true, min: 1, title: 'LEDs in series' }),
    strings: num('', 1, 'equal ones on the same pin or rail, each with its own resistor', { integer: true, min: 1, title: 'strings' }),
    drivenFrom: choice(['rail', 'pin-high', 'pin-low'], 'pin-high', 'what carries the current', 'driven from'),
    sourceResistance: num('ohm', 40, 'output resistance of the pin, from its output voltage at rated current; 0 for a rail; all strings flow through it', {
      min: 0,
    }),
    dutyCycle: num('ratio', 1, 'share of time on', { min: 0, max: 1, title: 'duty cycle' }),
    frequency: num('Hz', 1000, 'of the dimming, where the duty cycle is under one', { title: 'dimming frequency' }),
    minimumFrequency: num('Hz', 200, 'below it people see it flicker', { title: 'flicker limit' }),
    minimumCurrent: num('A', 0.001, 'least average current that is still bright enough', { min: 0, title: 'bright enough from' }),
    minimumHeadroom: num('V', 0.5, 'least voltage left for the resistor', { min: 0, title: 'headroom wanted' }),
    pinCurrentLimit: num('A', 0.008, 'of one pin: the recommended figure where both are given', { title: 'pin current, at most' }),
    portCurrentLimit: num('A', 0.08, 'of the whole port or chip supply', { title: 'port current, at most' }),
    portCurrentOther: num('A', 0, 'of the other pins of that port at the same time', { min: 0, title: 'other pins of the port' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E12', tolerance: 0.05, doc: 'in series with each string', params: { powerRating: num('W', 0.125) } },
    D1: {
      type: 'device',
      doc: 'LED',
      takes: 'LED',
      params: {
        forwardVoltage: num('V', { nominal: 2, low: 1.8, high: 2.3 }, 'at its reference current and 25 °C'),
        referenceCurrent: num('A', 0.01, 'of the figures', { title: 'reference current' }),
        dynamicResistance: num('ohm', 10, 'slope around the reference current', { min: 0, title: 'dynamic resistance' }),
        forwardTempco: num('V/K', -0.002, 'of the forward voltage', { any: true, title: 'drift' }),
        currentRating: num('A', 0.02),
        luminousIntensity: num('cd', 0.1, 'at the reference current', { title: 'luminous intensity' }),
      },
    },
  },
  outcomes: {
    headroom: { unit: 'V', title: 'left for the resistor', doc: 'supply less the LEDs' },
    ledCurrent: { unit: 'A', title: 'LED current', doc: 'in each LED while on' },
    averageCurrent: { unit: 'A', title: 'average LED current', doc: 'in each LED' },
    pinCurrent: { unit: 'A', title: 'pin current', doc: 'while on, through the pin or from the rail' },
    portCurrent: { unit: 'A', title: 'port current', doc: 'with the other pins of the port' },
    inputCurrent: { unit: 'A', title: 'supply current', doc: 'average' },
    resistorDissipation: { unit: 'W', title: 'heat of R1', doc: 'in each resistor' },
    dissipation: { unit: 'W', title: 'heat of an LED', doc: 'light not taken off' },
    totalDissipation: { unit: 'W', title: 'all that the rail gives', doc: 'light not taken off' },
    brightness: { unit: 'cd', title: 'luminous intensity', doc: 'of one LED, on average' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const { D1, R1 } = parts;
    const { drop, headroom, amps } = current(x);
    const average = g.dutyCycle * amps;
    const pin = g.strings * amps;
    return {
      headroom,
      ledCurrent: amps,
      averageCurrent: average,
      pinCurrent: pin,
      portCurrent: pin + g.portCurrentOther,
      inputCurrent: g.dutyCycle * pin,
      resistorDissipation: average * amps * R1.value,
      dissipation: average * (drop + D1.dynamicResistance * (amps - D1.referenceCurrent)),
      totalDissipation: g.supplyVoltage * g.dutyCycle * pin,
      brightness: (D1.luminousIntensity * average) / D1.referenceCurrent,
    };
  },
  checks,
  rails: { vcc: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, draws: 'inputCurrent', gives: {} } },
  signals: { in: { role: 'in', fills: { duty: 'dutyCycle', clock: 'frequency' } } },
  heat: (x, o) => ({ 'LEDs, resistors and pin': x.given.supplyVoltage * (o.inputCurrent ?? 0) }),
  controller: {
    takes: { supply: 'supplyVoltage', pinResistance: 'sourceResistance', pinCurrent: 'pinCurrentLimit', totalCurrent: 'portCurrentLimit' },
    unless: (g) => g.drivenFrom === 'rail',
    uses: {
      pin: {
        is: 'output',
        title: 'LED',
        needs: (x) => (x.given.dutyCycle < 1 ? 'timer' : 'digital'),
        unless: (x) => x.given.drivenFrom === 'rail',
        current: (c) => c.pick('pinCurrent'),
      },
    },
  },
  meets: ['light'],
  confirm: [{ id: 'one-resistor-each', text: 'Each string has its own resistor: of LEDs in parallel on one the lowest forward voltage takes the current.' }],
  cautions: ['High-power, ultraviolet and infrared LEDs hurt eyes.'],
});
