import { copperResistivity } from '../../../physics/copper.ts';
import { bundle, copperArea, coreLoss, dowell, settled, skinDepth, VACUUM, type Wire } from '../../../physics/winding.ts';
import type { AnyInputs } from '../../../stage/data.ts';

export const SLOTS = ['W0', 'W1', 'W2', 'W3'] as const;
export type Slot = (typeof SLOTS)[number];
/** Secondaries with the names of their figures. */
export const SECONDARIES = [1, 2, 3] as const;

/** Volts for a turn, a hertz, a square metre and a tesla. // Faraday, of a sine or a square wave */
export const form = ({ given: g }: AnyInputs): number => (g.waveform === 'sine' ? Math.SQRT2 * Math.PI : 4);

/** Peak flux at the primary's turns, T. // Faraday */
export const flux = (x: AnyInputs): number => x.given.inputVoltage / (form(x) * x.given.frequency * x.parts.W0.turns * x.parts.T1.coreArea);

/** Windings that are there: secondaries without turns are left out. */
export const wound = (x: AnyInputs): readonly Slot[] => SLOTS.filter((slot) => x.parts[slot].turns !== null);

const index = (slot: Slot): number => SLOTS.indexOf(slot);
export const ratio = (x: AnyInputs, slot: Slot): number => x.parts[slot].turns / x.parts.W0.turns;

/** Current of a winding, A rms: the primary carries what the secondaries do, by their turns. */
export const current = (x: AnyInputs, slot: Slot): number =>
  slot === 'W0'
    ? wound(x)
        .slice(1)
        .reduce((sum, s) => sum + ratio(x, s) * x.given[`secondary${index(s)}Current`], 0)
    : x.given[`secondary${index(slot)}Current`];

/** Resistance of a winding at a temperature and the stage's frequency, Ω. // [IEC 60028]; [Dowell] */
export function resistance(x: AnyInputs, slot: Slot, celsius: number): number {
  const w = x.parts[slot] as Wire & { turns: number };
  return ((copperResistivity(celsius) * w.turns * x.parts.T1.meanTurnLength) / copperArea(w)) * dowell(w, x.given.frequency, celsius);
}

export interface Hot {
  celsius: number;
  core: number;
  copper: number;
  ohms: Readonly<Record<Slot, number>>;
}
/** Where losses and temperature agree; null where they run away. */
export function heated(x: AnyInputs): Hot | null {
  const { T1 } = x.parts;
  const core = coreLoss(T1, x.given.frequency, flux(x));
  const copper = (celsius: number) => wound(x).reduce((sum, s) => sum + current(x, s) ** 2 * resistance(x, s, celsius), 0);
  const celsius = settled(x.ambient, T1.thermalResistance, (t) => copper(t) + core);
  if (celsius === null) return null;
  const ohms = Object.fromEntries(SLOTS.map((s) => [s, x.parts[s].turns === null ? 0 : resistance(x, s, celsius)])) as Record<Slot, number>;
  return { celsius, core, copper: copper(celsius), ohms };
}

/** Open voltage of a secondary, V. */
export const open = (x: AnyInputs, slot: Slot): number => x.given.inputVoltage * ratio(x, slot);
/** The same with every winding loaded. */
export const loaded = (x: AnyInputs, slot: Slot, hot: Hot): number =>
  (x.given.inputVoltage - current(x, 'W0') * hot.ohms.W0) * ratio(x, slot) - current(x, slot) * hot.ohms[slot];

export const fill = (x: AnyInputs): number => wound(x).reduce((sum, s) => sum + x.parts[s].turns * copperArea(x.parts[s]), 0) / x.parts.T1.windowArea;

/** Product of cross-section and window that this power wants, m⁴. // [Magnetics] area product */
export function areaNeeded(x: AnyInputs, hot: Hot): number {
  const { given: g, parts } = x;
  const apparent =
    g.inputVoltage * inputCurrent(x, hot) +
    wound(x)
      .slice(1)
      .reduce((sum, s) => sum + open(x, s) * current(x, s), 0);
  return apparent / (form(x) * g.frequency * parts.T1.maximumFlux * g.currentDensity * g.maximumFill);
}
export const inputCurrent = (x: AnyInputs, hot: Hot): number => current(x, 'W0') + hot.core / x.given.inputVoltage;

/** Highest peak between neighbouring layers, V. */
export const layerVoltage = (x: AnyInputs): number =>
  Math.max(...wound(x).map((s) => (2 * (x.given.waveform === 'sine' ? Math.SQRT2 : 1) * (s === 'W0' ? x.given.inputVoltage : open(x, s))) / x.parts[s].layers));

/** Leakage at the primary, H. // [Magnetics] field energy between and in two windings one over the other */
export function leakage(x: AnyInputs): number {
  const { T1, W0 } = x.parts;
  const height = wound(x).reduce((sum, s) => sum + (x.parts[s].turns * x.parts[s].strands * x.parts[s].outerDiameter ** 2) / T1.windowBreadth, 0);
  return ((VACUUM * W0.turns ** 2 * T1.meanTurnLength) / T1.windowBreadth) * (x.given.insulationGap + height / 3);
}

/** Height of all layers and the gap over that of the window: above one they do not fit. */
export function buildUp(x: AnyInputs): number {
  const { T1 } = x.parts;
  const height = wound(x).reduce((sum, s) => sum + x.parts[s].layers * bundle(x.parts[s]), 0) + x.given.insulationGap;
  return height / (T1.windowArea / T1.windowBreadth);
}

/** Turns over those that fit side by side, of the tightest winding. */
export const crowding = (x: AnyInputs): number =>
  Math.max(...wound(x).map((s) => x.parts[s].turns / Math.max(1e-9, x.parts[s].layers * Math.floor(x.parts.T1.windowBreadth / bundle(x.parts[s]) + 1e-9))));

export const depth = (x: AnyInputs, hot: Hot): number => skinDepth(x.given.frequency, hot.celsius);
