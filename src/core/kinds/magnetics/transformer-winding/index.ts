import { impossible, missing, none, type Absent } from '../../../math/absent.ts';
import { defineKind } from '../../../stage/contract.ts';
import { choice, num, said } from '../../../stage/fields.ts';
import { copperArea, dowell } from '../../../physics/winding.ts';
import { CORE_LOSS, windingParams } from '../../winding-fields.ts';
import { checks } from './checks.ts';
import {
  areaNeeded,
  buildUp,
  crowding,
  current,
  depth,
  fill,
  flux,
  heated,
  inputCurrent,
  layerVoltage,
  leakage,
  loaded,
  open,
  wound,
  type Hot,
  type Slot,
} from './laws.ts';
import { size } from './sizing.ts';

const winding = (doc: string, layers: number) =>
  ({
    type: 'device',
    bought: false,
    doc,
    sizes: ['turns', 'diameter', 'outerDiameter', 'strands', 'layers'],
    params: windingParams({ bare: 7.1e-4, outer: 7.9e-4, layers }),
  }) as const;
const extra = (doc: string) =>
  ({
    type: 'device',
    bought: false,
    doc,
    sizes: ['turns', 'diameter', 'outerDiameter', 'strands', 'layers'],
    params: windingParams({ bare: 7.1e-4, outer: 7.9e-4, layers: 1 }),
  }) as const;

const outcomes = {
  turnsPerVolt: { unit: '1/V', title: 'turns for a volt', doc: 'of the primary' },
  fluxPeak: { unit: 'T', title: 'peak flux', doc: 'at this voltage and frequency' },
  coreLoss: { unit: 'W', title: 'loss in the core', doc: 'by flux and frequency' },
  inputCurrent: { unit: 'A', title: 'primary current', doc: 'rms, with what the core loses' },
  secondary1Open: { unit: 'V', title: 'secondary 1, open', doc: 'by the turns' },
  secondary1Loaded: { unit: 'V', title: 'secondary 1, loaded', doc: 'every winding loaded, hot' },
  secondary2Open: { unit: 'V', title: 'secondary 2, open', doc: 'by the turns' },
  secondary2Loaded: { unit: 'V', title: 'secondary 2, loaded', doc: 'every winding loaded, hot' },
  secondary3Open: { unit: 'V', title: 'secondary 3, open', doc: 'by the turns' },
  secondary3Loaded: { unit: 'V', title: 'secondary 3, loaded', doc: 'every winding loaded, hot' },
  secondary1Error: { unit: 'ratio', title: 'secondary 1 off', doc: 'loaded over wanted, less one' },
  secondary2Error: { unit: 'ratio', title: 'secondary 2 off', doc: 'loaded over wanted, less one' },
  secondary3Error: { unit: 'ratio', title: 'secondary 3 off', doc: 'loaded over wanted, less one' },
  regulation: { unit: 'ratio', title: 'regulation', doc: 'secondary 1: open over loaded, less one' },
  copperLoss: { unit: 'W', title: 'loss in copper', doc: 'hot' },
  totalDissipation: { unit: 'W', title: 'heat', doc: 'copper and core' },
  dissipation: { unit: 'W', title: 'heat of the transformer', doc: 'the same' },
  windingTemperature: { unit: 'degC', title: 'winding', doc: 'settled temperature' },
  currentDensity: { unit: 'A/m2', title: 'current density', doc: 'highest of the windings' },
  windowFill: { unit: 'ratio', title: 'copper in the window', doc: 'share of the window' },
  areaProduct: { unit: 'm4', title: 'area product', doc: 'cross-section by window of this core' },
  areaProductNeeded: { unit: 'm4', title: 'area product needed', doc: 'for this power at full flux' },
  skinDepth: { unit: 'm', title: 'skin depth', doc: 'of hot copper' },
  strandRatio: { unit: 'ratio', title: 'strand over skin depth', doc: 'of the thickest strand' },
  acResistanceRatio: { unit: 'ratio', title: 'more at this frequency', doc: 'resistance over that for direct current, highest of the windings' },
  layerVoltage: { unit: 'V', title: 'between layers', doc: 'highest peak between neighbouring ones' },
  leakageInductance: { unit: 'H', title: 'leakage inductance', doc: 'seen at the primary, estimate' },
  efficiency: { unit: 'ratio', title: 'efficiency', doc: 'of what the secondaries give' },
  buildUp: { unit: 'ratio', title: 'height of the layers', doc: 'all layers and the gap over the height of the window' },
  crowding: { unit: 'ratio', title: 'turns in their layers', doc: 'turns over those that lie side by side, of the tightest winding' },
  primaryLength: { unit: 'm', title: 'wire of the primary', doc: 'of each strand, without its ends' },
  secondary1Length: { unit: 'm', title: 'wire of secondary 1', doc: 'of each strand, without its ends' },
} as const;

export const transformerWinding = defineKind({
  id: 'transformer-winding',
  family: 'magnetics',
  group: 'Supply',
  title: 'Transformer winding',
  aliases: [
    'transformer design',
    'turns per volt',
    'area product',
    'high-voltage transformer',
    'heater winding',
    'ferrite transformer',
    'mains transformer rewinding',
  ],
  purpose: 'Turns, wire, fill, losses and temperature of a transformer with up to three secondaries.',
  given: {
    waveform: choice(['sine', 'square'], 'sine', 'of the voltage at the primary', 'waveform'),
    inputVoltage: num('V', 12, 'rms; of a square wave its amplitude', { title: 'primary voltage' }),
    frequency: num('Hz', 50, 'of the voltage', { title: 'frequency' }),
    secondary1Voltage: num('V', 12, 'wanted under load, rms', { title: 'secondary 1' }),
    secondary1Current: num('A', 1, 'of secondary 1', { min: 0, title: 'current of secondary 1' }),
    secondary2Voltage: num('V', null, 'wanted under load; a heater winding; none: not wound', { title: 'secondary 2' }),
    secondary2Current: num('A', 0, 'of secondary 2', { min: 0, title: 'current of secondary 2' }),
    secondary3Voltage: num('V', null, 'wanted under load; none: not wound', { title: 'secondary 3' }),
    secondary3Current: num('A', 0, 'of secondary 3', { min: 0, title: 'current of secondary 3' }),
    voltageTolerance: num('ratio', 0.05, 'either way, of each secondary', { title: 'voltage tolerance' }),
    currentDensity: num('A/m2', 3e6, 'wanted, at most', { title: 'current density' }),
    maximumFill: num('ratio', 0.4, 'copper over window: insulation, bobbin and round wire take the rest', { max: 1, title: 'copper in the window, at most' }),
    insulationGap: num('m', 2e-4, 'between primary and secondaries', { title: 'insulation between windings' }),
    layerInsulation: num('V', 200, 'peak that is allowed between neighbouring layers', { title: 'between layers, at most' }),
    isolationConfirmed: said('insulation confirmed', 'a person confirmed wire, tape, margins and creepage of the bobbin'),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  asks: { isolationConfirmed: true },
  parts: {
    T1: {
      type: 'device',
      doc: 'core',
      takes: 'transformer core',
      params: {
        coreArea: num('m2', 6e-4, 'effective, stacking counted', { title: 'cross-section of the core' }),
        windowArea: num('m2', 3e-4, 'for copper and all that is around it', { title: 'window' }),
        windowBreadth: num('m', 0.025, 'along which the turns lie side by side', { title: 'breadth of the winding' }),
        meanTurnLength: num('m', 0.12, 'on the average, of all layers', { title: 'length of a turn' }),
        maximumFlux: num('T', 1.3, 'hot, before it saturates', { title: 'flux, at most' }),
        ...CORE_LOSS({ volume: 7e-5, density: 10000, frequency: 50, flux: 1, fluxExponent: 2, kelvin: 8 }),
      },
    },
    W0: winding('primary', 4),
    W1: winding('secondary 1', 4),
    W2: extra('secondary 2'),
    W3: extra('secondary 3'),
  },
  outcomes,

  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    if (parts.W0.turns === null) return Object.fromEntries(Object.keys(outcomes).map((name) => [name, UNWOUND])) as never;
    const hot = heated(x);
    const of = (f: (h: Hot) => number | Absent) => (hot ? f(hot) : RUNAWAY);
    const there = (slot: Slot, f: () => number | Absent) => (parts[slot].turns === null ? NOT_WOUND : f());
    const voltage = (i: 1 | 2 | 3) => {
      const slot = `W${i}` as const;
      const wanted = g[`secondary${i}Voltage`];
      return {
        [`secondary${i}Open`]: there(slot, () => open(x, slot)),
        [`secondary${i}Loaded`]: there(slot, () => of((h) => loaded(x, slot, h))),
        [`secondary${i}Error`]: wanted === null ? NOT_WANTED : there(slot, () => of((h) => loaded(x, slot, h) / wanted - 1)),
      };
    };
    const all = wound(x);
    const power = (h: Hot) => all.slice(1).reduce((sum, s) => sum + loaded(x, s, h) * current(x, s), 0);
    return {
      turnsPerVolt: parts.W0.turns / g.inputVoltage,
      fluxPeak: flux(x),
      coreLoss: of((h) => h.core),
      inputCurrent: of((h) => inputCurrent(x, h)),
      ...(voltage(1) as Record<'secondary1Open' | 'secondary1Loaded' | 'secondary1Error', number | Absent>),
      ...(voltage(2) as Record<'secondary2Open' | 'secondary2Loaded' | 'secondary2Error', number | Absent>),
      ...(voltage(3) as Record<'secondary3Open' | 'secondary3Loaded' | 'secondary3Error', number | Absent>),
      regulation: there('W1', () => of((h) => (loaded(x, 'W1', h) > 0 ? open(x, 'W1') / loaded(x, 'W1', h) - 1 : COLLAPSED))),
      copperLoss: of((h) => h.copper),
      totalDissipation: of((h) => h.copper + h.core),
      dissipation: of((h) => h.copper + h.core),
      windingTemperature: of((h) => h.celsius),
      currentDensity: Math.max(...all.map((s) => current(x, s) / copperArea(parts[s]))),
      windowFill: fill(x),
      areaProduct: parts.T1.coreArea * parts.T1.windowArea,
      areaProductNeeded: of((h) => areaNeeded(x, h)),
      skinDepth: of((h) => depth(x, h)),
      strandRatio: of((h) => Math.max(...all.map((s) => parts[s].diameter)) / depth(x, h)),
      acResistanceRatio: of((h) => Math.max(...all.map((s) => dowell(parts[s], g.frequency, h.celsius)))),
      layerVoltage: layerVoltage(x),
      leakageInductance: leakage(x),
      efficiency: of((h) => (power(h) > 0 ? power(h) / (power(h) + h.copper + h.core) : NO_LOAD)),
      buildUp: buildUp(x),
      crowding: crowding(x),
      primaryLength: parts.W0.turns * parts.T1.meanTurnLength,
      secondary1Length: there('W1', () => parts.W1.turns! * parts.T1.meanTurnLength),
    };
  },
  checks,
  rails: { in: { role: 'consumes', fills: { voltage: 'inputVoltage' }, draws: 'inputCurrent', gives: {}, optional: true } },
  signals: {
    in: { role: 'in', carries: 'switched', fills: { switched: 'inputVoltage', clock: 'frequency' } },
    out: {
      role: 'out',
      fills: {},
      down: (c) => ({ amplitude: c.pick('secondary1Open'), clock: c.range('frequency') }),
    },
  },
  // What its secondaries give comes out of the primary: a rail or a bridge that drives it.
  driven: true,
  heat: (_x, o) => ({ transformer: o.totalDissipation ?? 0 }),
  live: (x) => ({
    volts: Math.max(
      x.given.inputVoltage,
      ...wound(x)
        .slice(1)
        .map((s) => (x.parts.W0.turns === null ? 0 : open(x, s))),
    ),
    what: 'its windings',
    alternates: true,
  }),
  confirm: [
    {
      id: 'insulation',
      given: 'isolationConfirmed',
      text: 'Wire, tape, margins and creepage of the bobbin suit the working voltage, and insulation was tested by someone equipped for it.',
    },
    { id: 'dots', text: 'Start and end of every winding are marked, and the senses of winding agree with the drawing.' },
  ],
  cautions: [
    'Mains and high-voltage windings kill and arc: no first power without fuse, a tested insulation and a closed case. Local codes and licensed practice decide.',
    'A series lamp or another limiter for the first switch-on at mains.',
  ],
});

const UNWOUND = missing('nobody said how many turns the primary has');
const NOT_WOUND = none('this secondary is not wound');
const NOT_WANTED = none('no voltage is wanted of it');
const NO_LOAD = none('nothing is taken from it');
const COLLAPSED = impossible('its resistance takes all of its voltage');
const RUNAWAY = impossible('it heats itself without end: there is no temperature below a thousand degrees at which it settles');
