import { impossible, none } from '../../../math/absent.ts';
import { parallel, toDb } from '../../../physics/network.ts';
import { thermalNoise } from '../../../physics/noise.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import { num } from '../../../stage/fields.ts';
import { feed, conversion, filterGain } from './laws.ts';
import { checks } from './checks.ts';
import { size } from './sizing.ts';

export const phantomFeed = defineKind({
  id: 'phantom-feed',
  family: 'audio',
  group: 'Signal',
  title: 'Phantom feed',
  aliases: ['48 V phantom power', 'P48', 'phantom supply', 'microphone powering'],
  purpose: 'Powers microphones over the balanced line, matched well enough that supply ripple and common-mode noise stay out of the signal.',
  given: {
    phantomVoltage: num('V', 48, 'from the rail; IEC 61938 allows 44 to 52', { title: 'phantom voltage' }),
    channels: num('count', 2, 'inputs on this supply', { min: 1, integer: true, title: 'channels' }),
    microphoneCurrent: num('A', 0.004, 'of one microphone, up to 0.010', { min: 0 }),
    microphoneMinimum: num('V', 20, 'least voltage it works with', { min: 0, title: 'least voltage of a microphone' }),
    matching: num('ratio', 0.002, 'worst relative difference of RA and RB; IEC 61938: 0.4 %', { min: 0, below: 1 }),
    sourceResistance: num('ohm', 150, 'of the microphone, between the legs'),
    biasResistance: num('ohm', 10000, 'of the preamplifier, from each leg to ground', { title: 'input resistance of each leg' }),
    inputRipple: num('V', 0.02, 'of the phantom rail, peak to peak', { min: 0 }),
    rippleFrequency: num('Hz', 100, 'of the rail'),
    maximumDifferentialRipple: num('V', 1e-6, 'allowed at the input, peak to peak', { title: 'ripple between the legs, allowed' }),
    supplyCurrentLimit: num('A', 0.05, 'of the phantom rail', { title: 'current limit of the rail' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    RA: {
      type: 'resistor',
      series: 'E96',
      tolerance: 0.01,
      doc: 'feed resistor of the hot leg; its match is in the other',
      params: { powerRating: num('W', 0.6) },
      pieces: () => 2,
    },
    R1: { type: 'resistor', series: 'E24', tolerance: 0.05, optional: true, doc: 'filter of each channel, before the pair' },
    C1: { type: 'capacitor', series: 'E6', tolerance: 0.2, optional: true, doc: 'filter of each channel' },
  },
  carried: { outletCurrent: num('A', 0, 'by what hangs on the rail that goes on', { min: 0, title: 'drawn behind it' }) },
  outcomes: {
    microphoneVoltage: { unit: 'V', title: 'voltage at the microphone', doc: 'with its current' },
    microphonePower: { unit: 'W', title: 'power of a microphone', doc: 'that it may use' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'all channels normal' },
    inputCurrent: { unit: 'A', title: 'current from the rail', doc: 'with what is drawn behind it' },
    shortCurrent: { unit: 'A', title: 'current of a shorted input', doc: 'both legs' },
    faultCurrent: { unit: 'A', title: 'supply current with one shorted', doc: 'that input and the other channels' },
    shortedDissipation: { unit: 'W', title: 'heat of a feed resistor', doc: 'with one leg shorted' },
    filterDissipation: { unit: 'W', title: 'heat of R1', doc: 'with both legs shorted' },
    filterRejection: { unit: 'dB', title: 'rejection of the filter', doc: 'at the ripple’s frequency' },
    conversionRejection: { unit: 'dB', title: 'rejection by matching', doc: 'from the rail to between the legs' },
    differentialRipple: { unit: 'V', title: 'ripple between the legs', doc: 'peak to peak' },
    commonModeRejection: { unit: 'dB', title: 'common-mode rejection', doc: 'of the feed alone' },
    loadingLoss: { unit: 'dB', title: 'level lost', doc: 'of the microphone, negative' },
    thermalNoise: { unit: 'V/rtHz', title: 'noise of source and feed', doc: 'as the amplifier sees it' },
    mismatch: { unit: 'ratio', title: 'mismatch', doc: 'of the pair, as given' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts, carried, ambient } = x;
    const { ra, rb, rf } = feed(x);
    const volts = g.phantomVoltage - g.microphoneCurrent * (parts.RA.value / 2 + rf);
    const both = g.phantomVoltage / (rf + parallel(ra, rb));
    const share = conversion(x);
    const passed = filterGain(x, g.rippleFrequency);
    const loads = parallel(2 * parts.RA.value, 2 * g.biasResistance);
    const leg = (r: number) => {
      const z = parallel(r, g.biasResistance);
      return z / (z + g.sourceResistance / 2);
    };
    const converted = Math.abs(leg(ra) - leg(rb));
    return {
      microphoneVoltage: volts > 0 ? volts : NOTHING_LEFT,
      microphonePower: volts > 0 ? volts * g.microphoneCurrent : NOTHING_LEFT,
      supplyCurrent: g.channels * g.microphoneCurrent,
      inputCurrent: g.channels * g.microphoneCurrent + carried.outletCurrent,
      shortCurrent: both,
      faultCurrent: (g.channels - 1) * g.microphoneCurrent + both,
      shortedDissipation: (g.phantomVoltage ** 2 * rb) / (rb + rf) ** 2,
      filterDissipation: rf > 0 ? both ** 2 * rf : NO_FILTER,
      filterRejection: -toDb(passed),
      conversionRejection: share > 0 ? -toDb(share) : MATCHED,
      differentialRipple: g.inputRipple * passed * share,
      commonModeRejection: converted > 0 ? -toDb(converted) : MATCHED,
      loadingLoss: toDb(loads / (loads + g.sourceResistance)),
      thermalNoise: thermalNoise(parallel(g.sourceResistance, loads), ambient),
      mismatch: g.matching,
    };
  },
  checks,
  rails: {
    in: {
      role: 'consumes',
      fills: { voltage: 'phantomVoltage', ripple: 'inputRipple', rippleFrequency: 'rippleFrequency', currentLimit: 'supplyCurrentLimit' },
      draws: 'inputCurrent',
      gives: {},
    },
    vph: {
      role: 'provides',
      fills: { load: 'outletCurrent' },
      gives: { voltage: 'phantomVoltage', ripple: 'inputRipple', rippleFrequency: 'rippleFrequency' },
    },
  },
  signals: {
    mic: {
      role: 'out',
      fills: {},
      // The microphone's own resistance: the feed's resistors are the feed's, and load it.
      down: (c) => ({
        sourceResistance: c.range('sourceResistance'),
        noise: exactly(thermalNoise(c.x.given.sourceResistance, c.x.ambient)),
        ripple: c.pick('differentialRipple') ?? exactly(0),
        rippleFrequency: c.range('rippleFrequency')?.nominal ?? null,
        gain: 10 ** ((c.nominal('loadingLoss') ?? 0) / 20),
      }),
      attenuation: {},
    },
  },
  heat: (x, o) => {
    const { rf } = feed(x);
    const amps = x.given.microphoneCurrent;
    const lost = x.given.channels * amps ** 2 * (x.parts.RA.value / 2 + rf);
    const all = Math.max(0, x.given.phantomVoltage * (o.supplyCurrent ?? 0));
    // Where the rail is too low for its microphones the resistors take all there is.
    return { 'feed resistors': Math.min(lost, all), microphones: Math.max(0, all - lost) };
  },
  meets: ['connector'],
  confirm: [{ id: 'pair', text: 'RA and its match are one measured pair, or of one matched network.' }],
  cautions: ['48 V on connectors: switch the phantom off and wait before plugging unbalanced or ribbon sources. C1 stays charged.'],
});

const NOTHING_LEFT = impossible('the resistors leave nothing for the microphone');
const NO_FILTER = none('there is no filter');
const MATCHED = none('both legs are exactly alike');
