import { impossible, missing, none } from '../../../math/absent.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import { choice, num } from '../../../stage/fields.ts';
import { copperArea, turnsThatFit } from '../../../physics/winding.ts';
import { CORE_LOSS, windingParams } from '../../winding-fields.ts';
import type { Judged } from '../../../stage/judged.ts';
import { checks } from './checks.ts';
import { atPeak, breadth, fluxes, heated, left, peak, turn, unbiased } from './laws.ts';
import { size } from './sizing.ts';

const outcomes = {
  inductance: { unit: 'H', title: 'inductance', doc: 'without bias' },
  inductanceAtPeak: { unit: 'H', title: 'inductance at the peak', doc: 'left at the peak current' },
  peakCurrent: { unit: 'A', title: 'peak current', doc: 'direct current and half the ripple' },
  fluxPeak: { unit: 'T', title: 'peak flux', doc: 'at the peak current' },
  fluxSwing: { unit: 'T', title: 'flux swing', doc: 'peak to peak: what the core loses by' },
  saturationCurrent: { unit: 'A', title: 'saturates at', doc: 'current that brings the core to its flux' },
  dcr: { unit: 'ohm', title: 'resistance', doc: 'hot, for direct current' },
  acResistanceRatio: { unit: 'ratio', title: 'more for the ripple', doc: 'resistance the ripple sees over that for direct current' },
  copperLoss: { unit: 'W', title: 'loss in copper', doc: 'hot' },
  coreLoss: { unit: 'W', title: 'loss in the core', doc: 'by the swing, not the peak' },
  totalDissipation: { unit: 'W', title: 'heat', doc: 'copper and core' },
  dissipation: { unit: 'W', title: 'heat of the inductor', doc: 'the same' },
  windingTemperature: { unit: 'degC', title: 'winding', doc: 'settled temperature' },
  windowFill: { unit: 'ratio', title: 'copper in the window', doc: 'share of the window' },
  storedEnergy: { unit: 'J', title: 'stored energy', doc: 'at the peak current' },
  wireLength: { unit: 'm', title: 'wire', doc: 'of each strand, without its ends' },
  turnsFit: { unit: 'count', title: 'turns that fit', doc: 'side by side in the layers, on a bobbin or air coil' },
} as const;

export const inductorWinding = defineKind({
  id: 'inductor-winding',
  family: 'magnetics',
  group: 'Supply',
  title: 'Inductor winding',
  aliases: ['choke', 'toroid', 'gapped inductor', 'air coil', 'powder core', 'AL value', 'wound inductor'],
  purpose: 'Turns, wire and gap for an inductance that still holds at the peak current, with the heat it makes.',
  given: {
    core: choice(['factor', 'gapped', 'air'], 'factor', 'by its inductance factor, by the shape of its gap, or a single-layer air coil', 'core'),
    minimumInductance: num('H', 1e-4, 'that must be left at the peak current', { title: 'inductance wanted' }),
    loadCurrent: num('A', 2, 'direct current', { min: 0, title: 'direct current' }),
    rippleCurrent: num('A', 0.5, 'peak to peak, a triangle', { min: 0, title: 'ripple current' }),
    switchingFrequency: num('Hz', 100000, 'of the ripple', { title: 'frequency' }),
    maximumFill: num('ratio', 0.4, 'copper over window: insulation, bobbin and round wire take the rest', { max: 1, title: 'copper in the window, at most' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  carried: { countedHeat: num('W', 0, 'what the stage it is part of counts as its own heat', { min: 0, title: 'counted elsewhere' }) },
  parts: {
    L1: {
      type: 'device',
      doc: 'core',
      takes: 'inductor core',
      params: {
        inductanceFactor: num('H', { nominal: 1e-7, tolerance: 0.1 }, 'for a turn squared', { title: 'inductance factor' }),
        coreArea: num('m2', 5e-5, 'effective', { title: 'cross-section of the core' }),
        pathLength: num('m', 0.06, 'of the field through the core', { title: 'magnetic path' }),
        gap: num('m', 0.0005, 'in all', { title: 'gap' }),
        relativePermeability: num('', 2000, 'of the core without its gap', { min: 1, title: 'permeability' }),
        windowHeight: num('m', 0.015, 'along which the turns lie side by side', { title: 'breadth of the winding' }),
        windowArea: num('m2', 8e-5, 'for copper and all that is around it', { title: 'window' }),
        meanTurnLength: num('m', 0.04, 'on the average, of all layers', { title: 'length of a turn' }),
        maximumFlux: num('T', 0.3, 'hot, before it saturates', { title: 'flux, at most' }),
        halfBias: num('A/m', null, 'force at which a powder core has half its inductance left; none: linear until it saturates', {
          title: 'half-inductance force',
        }),
        biasExponent: num('', 2, 'of that fall', { title: 'steepness of the fall' }),
        ...CORE_LOSS({ volume: 3e-6, density: 100000, frequency: 100000, flux: 0.1, fluxExponent: 2.5, kelvin: 30 }),
        radius: num('m', 0.01, 'of an air coil', { title: 'radius of the coil' }),
        length: num('m', 0.02, 'of an air coil', { title: 'length of the coil' }),
      },
    },
    W1: {
      type: 'device',
      bought: false,
      doc: 'winding',
      sizes: ['turns', 'diameter', 'outerDiameter', 'layers'],
      params: windingParams({ bare: 8e-4, outer: 8.8e-4, layers: 2 }),
    },
  },
  outcomes,

  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const { L1, W1 } = parts;
    const air = g.core === 'air';
    const turns = W1.turns;
    if (turns === null) return Object.fromEntries(Object.keys(outcomes).map((name) => [name, name === 'peakCurrent' ? peak(x) : UNWOUND])) as never;
    const henries = unbiased(x);
    const { peak: fluxPeak, swing } = fluxes(x);
    const hot = heated(x);
    const of = (f: (h: NonNullable<typeof hot>) => number) => (hot ? f(hot) : RUNAWAY);
    return {
      inductance: henries,
      inductanceAtPeak: atPeak(x),
      peakCurrent: peak(x),
      fluxPeak: air ? NO_CORE : fluxPeak,
      fluxSwing: air ? NO_CORE : swing,
      saturationCurrent: air ? NO_CORE : (L1.maximumFlux * turns * L1.coreArea) / henries,
      dcr: of((h) => h.dcr),
      acResistanceRatio: of((h) => h.ratio),
      copperLoss: of((h) => h.copper),
      coreLoss: of((h) => h.core),
      totalDissipation: of((h) => h.copper + h.core),
      dissipation: of((h) => h.copper + h.core),
      windingTemperature: of((h) => h.celsius),
      windowFill: air ? NO_CORE : (turns * copperArea(W1)) / L1.windowArea,
      storedEnergy: (atPeak(x) * peak(x) ** 2) / 2,
      wireLength: turns * turn(x),
      turnsFit: turnsThatFit(W1, breadth(x)),
    };
  },
  checks,
  rails: {},
  signals: {
    out: {
      role: 'out',
      carries: 'winding',
      fills: { direct: 'loadCurrent', swing: 'rippleCurrent', repetition: 'switchingFrequency', counted: 'countedHeat' },
      down: (c) => {
        const saturates = c.pick('saturationCurrent');
        return {
          figures: {
            inductance: c.pick('inductance'),
            windingResistance: c.pick('dcr'),
            saturation: saturates,
            // What it has lost where it saturates, beside nothing at no current.
            rollOff: saturates && exactly(1 - left(c.x, saturates.nominal)),
            heats: heatsAt(c),
          },
        };
      },
    },
  },
  // Its direct current comes with whatever it is part of, and what that counts as its own heat is not counted twice.
  driven: true,
  heat: (x, o) => ({ winding: Math.max(0, (o.totalDissipation ?? 0) - x.carried.countedHeat) }),
  confirm: [{ id: 'wound', text: 'The inductor was measured at low level after winding, and with a rising current up to its peak: no bend upward.' }],
  cautions: ['An interrupted inductor makes its own high voltage. Cores shatter when dropped or overtightened.'],
});

/** Direct current that brings the winding to its limit, A. */
function heatsAt(c: Judged) {
  const [ohms, limit, way, air] = [c.pick('dcr'), c.range('L1.maximumTemperature'), c.range('L1.thermalResistance'), c.range('ambient')];
  if (!ohms || !limit || !way || !air) return null;
  const at = (celsius: number, kelvin: number, r: number) => Math.sqrt(Math.max(0, (limit.low - celsius) / kelvin / r));
  const nominal = at(air.nominal, way.nominal, ohms.nominal);
  return { nominal, low: Math.min(nominal, at(air.high, way.high, ohms.high)), high: Math.max(nominal, at(air.low, way.low, ohms.low)) };
}

const UNWOUND = missing('nobody said how many turns it has');
const NO_CORE = none('an air coil has no core');
const RUNAWAY = impossible('it heats itself without end: there is no temperature below a thousand degrees at which it settles');
