import { impossible, none, type Absent } from '../../../math/absent.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { supported, way, type Way } from './laws.ts';
import { size } from './sizing.ts';

const by = (...methods: string[]) => ({ needed: (g: Given) => methods.includes(g.method as string) });

export const levelShift = defineKind({
  id: 'level-shift',
  family: 'interface',
  group: 'Signal',
  title: 'Level shift between two supplies',
  aliases: ['5 V to 3.3 V', 'level translator', 'voltage divider for logic', 'MOSFET level shifter', 'clamp resistor', '5 V sensor on 3.3 V', 'logic levels'],
  purpose: 'Joins two logic supplies with the margins, speed, current and parts count of each way.',
  given: {
    method: choice(['divider', 'translator', 'mosfet', 'series-clamp', 'direct'], 'divider', 'by which the two sides are joined', 'way'),
    direction: choice(['down', 'up', 'both'], 'down', 'from the higher side down, up, or both ways', 'direction'),
    lines: num('count', 1, 'that are shifted alike', { min: 1, integer: true, title: 'lines' }),
    highVoltage: num('V', 5, 'of the higher side', { title: 'higher supply' }),
    lowVoltage: num('V', 3.3, 'of the lower side', { title: 'lower supply' }),
    driverResistance: num('ohm', 30, 'of the pin that drives', { min: 0, title: 'resistance of the driver' }),
    outputHighDrop: num('V', 0, 'of the driver below its supply, loaded', { min: 0, title: 'drop of the driver, high' }),
    outputLow: num('V', 0.1, 'of the driver', { min: 0, title: 'low level of the driver' }),
    inputHigh: num('V', 2.31, 'that the receiver takes as high', { title: 'input, high' }),
    inputLow: num('V', 0.99, 'that the receiver takes as low', { title: 'input, low' }),
    inputMaximum: num('V', 3.6, 'that the receiver stands', { title: 'input, at most' }),
    loadCapacitance: num('F', 2e-11, 'of receiver, track and probe', { min: 0, title: 'capacitance of the line' }),
    bitRate: num('Hz', 1e6, 'of the fastest signal', { title: 'bit rate' }),
    edgeFraction: num('ratio', 0.3, 'of a bit that the edge may take', { title: 'share of the edge' }),
    currentLimit: num('A', 0.005, 'of all lines', { title: 'current allowed' }),
    clampDrop: num('V', 0.5, undefined, { min: 0 }),
    clampCurrentLimit: num('A', 0.001, 'of each pin', { title: 'clamp current allowed' }),
    railMinimumLoad: num('A', 0.005, 'that the lower rail always carries', { min: 0, title: 'least load of the lower rail' }),
    resistorCost: num('money', 0.01, 'of one', { min: 0, title: 'price of a resistor' }),
    transistorCost: num('money', 0.04, 'of one', { min: 0, title: 'price of a transistor' }),
    translatorCost: num('money', 0.5, 'of one', { min: 0, title: 'price of a translator' }),
    capacitorCost: num('money', 0.02, 'of one', { min: 0, title: 'price of a capacitor' }),
  },
  parts: {
    R1: {
      type: 'resistor',
      series: 'E24',
      tolerance: 0.01,
      doc: 'in series; pull-up of the lower side',
      ...by('divider', 'series-clamp', 'mosfet'),
      pieces: (g: Given) => g.lines as number,
    },
    R2: {
      type: 'resistor',
      series: 'E24',
      tolerance: 0.01,
      doc: 'to ground; pull-up of the higher side',
      ...by('divider', 'mosfet'),
      pieces: (g: Given) => g.lines as number,
    },
    Q1: {
      type: 'device',
      doc: 'between the two sides',
      ...by('mosfet'),
      pieces: (g: Given) => g.lines as number,
      params: {
        thresholdVoltage: num('V', 1.5, 'at which the transistor begins to conduct', { title: 'threshold' }),
        onResistance: num('ohm', 5, 'at the gate voltage it has'),
      },
    },
    U1: {
      type: 'device',
      doc: 'translator',
      ...by('translator'),
      params: {
        outputResistance: num('ohm', 30, undefined, { min: 0 }),
        outputHighDrop: num('V', 0.1, 'below its supply', { min: 0, title: 'drop, high' }),
        outputLow: num('V', 0.1, 'of its outputs', { min: 0, title: 'low level' }),
        maximumRate: num('Hz', 50e6, 'it passes', { title: 'largest rate' }),
        channels: num('count', 4, 'of one chip', { min: 1, integer: true, title: 'channels' }),
        quiescentCurrent: num('A', 1e-5, undefined, { min: 0 }),
      },
    },
  },
  outcomes: {
    directionSupported: { unit: '', title: 'goes this way', doc: '1: it does' },
    highLevel: { unit: 'V', title: 'high level', doc: 'at the receiver' },
    lowLevel: { unit: 'V', title: 'low level', doc: 'at the receiver' },
    marginHigh: { unit: 'V', title: 'to spare, high', doc: 'above what the receiver takes as high' },
    marginLow: { unit: 'V', title: 'to spare, low', doc: 'below what the receiver takes as low' },
    riseTime: { unit: 's', title: 'rise time', doc: '10 to 90 %' },
    maximumRate: { unit: 'Hz', title: 'largest rate', doc: 'bits a second for which the edge has its share' },
    lineCurrent: { unit: 'A', title: 'current of a line', doc: 'while high, or with MOSFETs while low' },
    totalCurrent: { unit: 'A', title: 'current', doc: 'of all lines' },
    clampCurrent: { unit: 'A', title: 'clamp current', doc: 'of a pin' },
    railInjection: { unit: 'A', title: 'into the lower rail' },
    backFeedCurrent: { unit: 'A', title: 'into a dead side', doc: 'a pin, while the lower side has no supply' },
    gateOverdrive: { unit: 'V', title: 'gate above threshold', doc: 'at the lower supply, source pulled low' },
    partsCount: { unit: 'count', title: 'parts', doc: 'of all lines' },
    cost: { unit: 'money', title: 'cost', doc: 'of all lines' },
    highRailCurrent: { unit: 'A', title: 'from the higher rail', doc: 'of all lines' },
    lowRailCurrent: { unit: 'A', title: 'from the lower rail', doc: 'of all lines' },
  },
  size,
  evaluate: (x) => {
    const { given: g } = x;
    const goes = supported(g.method, g.direction);
    const w = way(x);
    const of = (f: (w: Way) => number): number | Absent => (goes ? f(w) : UNSUPPORTED);
    const mosfet = g.method === 'mosfet';
    const rise = Math.log(9) * w.ohms * g.loadCapacitance;
    const own = g.method === 'translator' ? x.parts.U1.maximumRate : Infinity;
    const rate = Math.min(own, rise > 0 ? g.edgeFraction / rise : Infinity);
    return {
      directionSupported: goes ? 1 : 0,
      highLevel: of((l) => l.high),
      lowLevel: of((l) => l.low),
      marginHigh: of((l) => l.high - g.inputHigh),
      marginLow: of((l) => g.inputLow - l.low),
      riseTime: of(() => rise),
      maximumRate: goes ? (Number.isFinite(rate) ? rate : NO_CAPACITANCE) : UNSUPPORTED,
      lineCurrent: w.current,
      totalCurrent: g.lines * w.current,
      clampCurrent: w.clamp,
      railInjection: g.lines * w.clamp,
      backFeedCurrent: w.backFeed,
      gateOverdrive: mosfet ? g.lowVoltage - g.outputLow - x.parts.Q1.thresholdVoltage : NO_GATE,
      partsCount: w.parts,
      cost: w.cost,
      highRailCurrent: g.lines * w.fromHigh,
      lowRailCurrent: g.lines * w.fromLow,
    };
  },
  checks,
  mendFirst: ['direction'],
  rails: {
    high: { role: 'consumes', fills: { voltage: 'highVoltage' }, draws: 'highRailCurrent', gives: {} },
    low: { role: 'consumes', fills: { voltage: 'lowVoltage', leastLoad: 'railMinimumLoad' }, draws: 'lowRailCurrent', gives: {} },
  },
  signals: {
    in: { role: 'in', fills: {} },
    out: {
      role: 'out',
      fills: {},
      down: (c) => {
        const [low, high] = [c.pick('lowLevel'), c.pick('highLevel')];
        return { dc: low && high && { nominal: high.nominal, low: low.low, high: high.high }, sourceResistance: exactly(way(c.x).ohms) };
      },
    },
  },
  heat: (x, o) => ({ 'resistors and drivers': x.given.highVoltage * (o.highRailCurrent ?? 0) + x.given.lowVoltage * (o.lowRailCurrent ?? 0) }),
  controller: {
    takes: {},
    uses: {
      pin: {
        is: 'input',
        title: 'shifted line',
        unless: (x) => x.given.direction !== 'down',
        level: (c) => c.pick('highLevel'),
      },
      drive: { is: 'output', title: 'line to shift', unless: (x) => x.given.direction === 'down' },
    },
  },
  confirm: [{ id: 'power-order', text: 'Nothing goes wrong while one of the two sides has no supply yet, or none any more.' }],
  cautions: [],
});

const UNSUPPORTED = impossible('it does not go this way');
const NO_CAPACITANCE = none('nothing slows the edge');
const NO_GATE = none('only a MOSFET has a gate');
