import { more, less, from, choose } from '../../../stage/cures.ts';
import { impossible, isAbsent, type Value } from '../../../math/absent.ts';
import { defineKind } from '../../../stage/contract.ts';
import { choice, list, num, orNone } from '../../../stage/fields.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';
import { formatText } from '../../../quantity/format.ts';

export const MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December'];
const PANELS = [0.5, 1, 2, 3, 5, 6, 10, 15, 20, 30, 40, 50, 60, 80, 100, 120, 150, 200];

export function panel(x: AnyInputs) {
  const {
    given: g,
    parts: { D1 },
    ambient,
  } = x;
  const cell = ambient + g.cellTemperatureRise;
  const derating = g.soilingDerating * g.orientationDerating * g.wiringDerating;
  const warm = 1 + g.powerTempco * (cell - 25);
  const hot = g.panelVoltage * (1 + g.voltageTempco * (cell - 25));
  const reaches = g.coupling === 'tracking' || hot - D1.forwardVoltage >= g.batteryChargeVoltage;
  /** Into the battery for so many hours of full sun, Wh. */
  const harvest = (hours: number) =>
    g.coupling === 'tracking'
      ? g.panelPower * hours * warm * derating * g.converterEfficiency * g.chargeEfficiency
      : (g.panelPower / g.panelVoltage) * hours * derating * g.batteryVoltage * g.chargeEfficiency;
  const load = (hours: number) => 24 * g.averageCurrent * g.batteryVoltage + g.nightLeakage * (24 - hours) * g.batteryVoltage;
  const hours: readonly number[] = g.sunHours.length ? g.sunHours : [0];
  const worst = hours.indexOf(Math.min(...hours));
  return { hot, warm, reaches, harvest, load, hours, worst, least: hours[worst]! };
}

export const solarInput = defineKind({
  id: 'solar-input',
  family: 'power',
  group: 'Supply',
  title: 'Solar input',
  aliases: ['solar panel', 'photovoltaic', 'energy harvesting', 'off grid', 'panel size'],
  purpose: 'Say honestly whether a small panel and battery carry the load through the worst month.',
  given: {
    panelPower: num('W', 6, 'peak, at 1000 W/m² and 25 °C'),
    panelVoltage: num('V', 6, 'at maximum power'),
    openCircuitVoltage: num('V', 7.2, 'at 25 °C'),
    sunHours: list(
      'h',
      [1, 1.8, 2.9, 4.2, 5, 5.4, 5.2, 4.6, 3.5, 2.2, 1.2, 0.8],
      'peak-sun hours a day in the panel plane, twelve months January first, or one figure for all',
      { filled: true, single: true, counts: [1, 12] },
    ),
    averageCurrent: num('A', 0.01, 'of the load at batteryVoltage, all states'),
    batteryVoltage: num('V', 3.7, 'nominal'),
    batteryChargeVoltage: num('V', 4.2, 'at the end of charge'),
    batteryCapacity: num('Ah', 2.5),
    coupling: choice(['direct', 'tracking'], 'direct', 'direct: the panel is pulled to battery voltage; tracking: held at its maximum-power point'),
    powerTempco: num('1/K', -0.004, 'of power', { any: true }),
    voltageTempco: num('1/K', -0.003, 'of voltage', { any: true }),
    cellTemperatureRise: num('K', 20, 'of the panel over ambient in sun', { min: 0 }),
    soilingDerating: num('ratio', 0.9, 'dirt, snow', { above: 0, max: 1 }),
    orientationDerating: num('ratio', 0.9, 'shade, and aim off the plane that sunHours is for', { above: 0, max: 1 }),
    wiringDerating: num('ratio', 0.97, 'cable, connectors', { above: 0, max: 1 }),
    converterEfficiency: num('ratio', 0.88, 'tracking only', { above: 0, max: 1 }),
    chargeEfficiency: num('ratio', 0.95, 'charge and discharge of the battery', { above: 0, max: 1 }),
    usableFraction: num('ratio', 0.8, 'of the capacity', { above: 0, max: 1 }),
    nightLeakage: num('A', 0, 'back into the dark panel', { min: 0 }),
    autonomyRequired: num('count', 5, 'days without sun'),
    surplusRequired: num('ratio', 1.3, 'harvest over load in the worst month'),
    chargerInputMaximum: orNone('V', 10, 'rating of the input'),
    chargeCurrentLimit: orNone('A', 1.5, 'of the battery'),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    D1: {
      type: 'device',
      takes: 'diode',
      doc: 'series diode, or the blocking path',
      params: { forwardVoltage: num('V', 0.35, undefined, { min: 0 }), voltageRating: orNone('V', 40), currentRating: orNone('A', 2, 'mean, heating') },
    },
  },
  outcomes: {
    worstMonth: { unit: 'count', title: 'worst month', doc: '1 = January, the first of equal months' },
    panelCurrent: { unit: 'A', title: 'panel current', doc: 'at maximum power' },
    hotPanelVoltage: { unit: 'V', title: 'hot panel', doc: 'at maximum power' },
    coldOpenCircuitVoltage: { unit: 'V', title: 'open circuit, cold', doc: 'before it warms' },
    peakChargeCurrent: { unit: 'A', title: 'charge current in full sun', doc: 'on a clean panel' },
    dailyLoad: { unit: 'Wh', title: 'load a day' },
    dailyHarvest: { unit: 'Wh', title: 'harvest a day', doc: 'into the battery in the worst month' },
    surplus: { unit: 'ratio', title: 'harvest over load, worst month' },
    yearSurplus: { unit: 'ratio', title: 'harvest over load, the year' },
    autonomyDays: { unit: 'count', title: 'days without sun' },
    rechargeDays: { unit: 'count', title: 'days to recharge', doc: 'from empty, in the worst month' },
    panelPowerNeeded: { unit: 'W', title: 'panel needed' },
  },
  evaluate: (x) => {
    const { given: g, ambient } = x;
    const p = panel(x);
    const only = (v: number): Value => (p.reaches ? v : NEVER);
    const load = p.load(p.least);
    const harvest = only(p.harvest(p.least));
    const stored = g.batteryCapacity * g.batteryVoltage * g.usableFraction;
    const surplus = isAbsent(harvest) ? harvest : harvest / load;
    const year = p.hours.reduce((sum, h) => sum + p.harvest(h) / p.load(h), 0) / p.hours.length;
    return {
      worstMonth: p.worst + 1,
      panelCurrent: g.panelPower / g.panelVoltage,
      hotPanelVoltage: p.hot,
      coldOpenCircuitVoltage: g.openCircuitVoltage * (1 + g.voltageTempco * (ambient - 25)),
      peakChargeCurrent: g.coupling === 'tracking' ? (g.panelPower * p.warm * g.converterEfficiency) / g.batteryVoltage : g.panelPower / g.panelVoltage,
      dailyLoad: load,
      dailyHarvest: harvest,
      surplus,
      yearSurplus: only(year),
      autonomyDays: stored / load,
      rechargeDays: isAbsent(harvest) ? harvest : harvest > load ? stored / (harvest - load) : NEVER_CATCHES_UP,
      panelPowerNeeded: isAbsent(surplus) ? surplus : surplus > 0 ? (g.panelPower * g.surplusRequired) / surplus : NEVER,
    };
  },
  checks: {
    'energy-balance': held('harvest over load, worst month', 'surplus', 'atLeast', 'surplusRequired', 'wanted in the worst month', 'must', (c) => [
      from(more('given.panelPower'), PANELS),
      less('given.averageCurrent'),
      c.nominal('surplus') === null
        ? 'The panel never reaches the battery’s voltage when it is hot: more cells in series, or a tracking converter.'
        : `${MONTHS[(c.nominal('worstMonth') ?? 1) - 1]} decides.`,
    ]),
    autonomy: held('days without sun', 'autonomyDays', 'atLeast', 'autonomyRequired', 'wanted', 'should', [
      more('given.batteryCapacity'),
      less('given.averageCurrent'),
    ]),
    'cold-open-circuit': held('open circuit, cold', 'coldOpenCircuitVoltage', 'atMost', 'chargerInputMaximum', 'rating of the input', 'must', [
      more('given.chargerInputMaximum'),
      less('given.openCircuitVoltage'),
      'Fewer panel cells in series: it is worst at dawn in frost.',
    ]),
    'hot-voltage': held(
      'hot panel',
      'hotPanelVoltage',
      'atLeast',
      (c) => c.must('batteryChargeVoltage').high + c.must('D1.forwardVoltage').high,
      'full battery and the diode',
      'must',
      [more('given.panelVoltage'), less('D1.forwardVoltage'), choose('given.coupling', 'tracking'), 'A hot panel must still reach the full battery.'],
      { applies: (c) => c.x.given.coupling === 'direct' },
    ),
    'charge-current': held('charge current in full sun', 'peakChargeCurrent', 'atMost', 'chargeCurrentLimit', 'what the battery stands', 'must', [
      more('given.chargeCurrentLimit'),
      less('given.panelPower'),
      'Limit it, or put more cells in parallel.',
    ]),
    'diode-current': held(
      'panel current',
      'panelCurrent',
      'atMost',
      'D1.currentRating',
      'rating of D1',
      'must',
      ['The short-circuit current is 6–10 % higher still.'],
      { derated: true },
    ),
    'diode-voltage': held('reverse voltage of D1', (c) => c.must('batteryChargeVoltage'), 'atMost', 'D1.voltageRating', 'rating of D1', 'must', [], {
      unit: 'V',
      derated: true,
    }),
  },
  outdoors: true,
  rails: {
    out: {
      role: 'provides',
      fills: { stored: 'averageCurrent', absoluteMaximum: 'chargerInputMaximum' },
      gives: { voltage: 'hotPanelVoltage', noLoad: 'coldOpenCircuitVoltage', currentLimit: 'panelCurrent' },
    },
  },
  signals: {},
  // What the panel could give and nobody takes stays in the panel.
  source: (_, o, _state, drawn) => (o.hotPanelVoltage ?? 0) * drawn,
  buys: ({ given: g }) => [{ slot: 'panel', title: `panel ${formatText(g.panelPower, 'W', 3)}, ${formatText(g.panelVoltage, 'V', 3)}` }],
  meets: ['connector', 'cable'],
  confirm: [{ id: 'hours', text: 'Sun hours are those of the place and of the plane the panel really lies in, shade and horizon counted.' }],
  cautions: [
    'Panels are live whenever light falls: cover or disconnect them before wiring. Cold mornings give the highest voltage.',
    'Outdoor wiring, fusing and mounting follow your local rules. Lithium must not be charged below freezing.',
  ],
});

const NEVER = impossible('a hot panel does not reach the full battery through the diode');
const NEVER_CATCHES_UP = impossible('in the worst month it never catches up');
