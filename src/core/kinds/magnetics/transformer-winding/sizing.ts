import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { bundle, enamelled, skinDepth, WIRES } from '../../../physics/winding.ts';
import { buildUp, current, fill, flux, heated, loaded, SLOTS, type Slot } from './laws.ts';

/** Rounds in which turns, wire and temperature find each other. */
const ROUNDS = 12;

/**
 * The fewest primary turns whose flux holds at the highest voltage and lowest frequency, secondary turns nearest to the wanted
 * loaded voltages, the thinnest wire of the wanted current density, in strands that the current still fills.
 */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  if (!SLOTS.some((slot) => s.open(slot))) return [];
  const fewest = (x.parts.W0.turns as number | null) ?? fewestTurns(s, x);
  const limit = s.param('T1.maximumTemperature').low;
  const cool = limit - s.comfort * Math.abs(limit - s.ambient.high);
  const tried = (x.parts.W0.turns === null ? MORE : [1]).map((factor) => windings(s, x, Math.ceil(fewest * factor)));
  const fitting = tried.filter((t) => t.fits);
  const best = fitting.find((t) => t.celsius <= cool) ?? [...(fitting.length ? fitting : tried)].sort((a, b) => a.celsius - b.celsius)[0]!;
  const { wanted, parts } = best;
  const ratings = Object.fromEntries(
    wanted
      .filter((slot) => s.open(slot))
      .flatMap((slot) => ['turns', 'diameter', 'outerDiameter', 'strands', 'layers'].map((key) => [`${slot}.${key}`, parts[slot][key] as number])),
  );
  return [{ values: {}, ratings, why: `${parts.W0.turns} turns of ${formatText(parts.W0.diameter, 'm', 3)} on the primary` }];
}
/** More turns than the flux asks for, where the core gets too warm with the fewest. */
const MORE = [1, 1.1, 1.2, 1.35, 1.5, 1.75, 2, 2.5, 3];

/** The fewest primary turns whose flux holds at the highest voltage and the lowest frequency. */
function fewestTurns(s: Sizing, x: AnyInputs): number {
  const hardest = {
    ...x,
    given: { ...x.given, inputVoltage: s.range('inputVoltage').high, frequency: s.range('frequency').low },
    parts: { ...x.parts, T1: { ...x.parts.T1, coreArea: s.param('T1.coreArea').low }, W0: { ...x.parts.W0, turns: 1 } },
  };
  return Math.max(1, Math.ceil(flux(hardest) / (s.derating * s.param('T1.maximumFlux').low) - 1e-9));
}

/** All windings on so many primary turns: secondaries nearest to their loaded voltages, the thinnest wire of the wanted density. */
function windings(s: Sizing, x: AnyInputs, turns: number) {
  const g = x.given;
  const parts = structuredClone(x.parts);
  const at = { ...x, parts, ambient: s.ambient.high };
  const wanted = SLOTS.filter((slot, i) => i === 0 || parts[slot].turns !== null || g[`secondary${i}Voltage`] !== null);
  const free = (slot: Slot) => x.parts[slot].turns === null;
  parts.W0.turns = turns;
  for (const slot of wanted.slice(1))
    if (free(slot)) parts[slot].turns = Math.max(1, Math.round((turns * g[`secondary${SLOTS.indexOf(slot)}Voltage`]) / g.inputVoltage));
  for (let round = 0; round < ROUNDS; round++) {
    const celsius = heated(at)?.celsius ?? s.ambient.high;
    const thickest = 1.8 * skinDepth(s.range('frequency').high, Math.min(celsius, s.param('T1.maximumTemperature').low));
    for (const slot of wanted) if (s.open(slot)) Object.assign(parts[slot], wire(s, at, slot, thickest));
    const hot = heated(at);
    if (!hot) break;
    let moved = false;
    for (const slot of wanted.slice(1).filter(free)) {
      const want = g[`secondary${SLOTS.indexOf(slot)}Voltage`] as number;
      const next = Math.max(1, Math.round((parts[slot].turns * want) / Math.max(loaded(at, slot, hot), want / 4)));
      moved ||= next !== parts[slot].turns;
      parts[slot].turns = next;
    }
    if (!moved) break;
  }
  const fits = fill(at) <= s.range('maximumFill').low && buildUp(at) <= 1;
  return { parts, wanted, fits, celsius: heated({ ...at, given: { ...g, inputVoltage: s.range('inputVoltage').high } })?.celsius ?? Infinity };
}

/** The thinnest wire of the wanted density, in strands that the current fills, and as many layers as turns and insulation want. */
function wire(s: Sizing, at: AnyInputs, slot: Slot, thickest: number) {
  const w = at.parts[slot];
  const need = (1.1 * Math.max(current(at, slot), 1e-3)) / s.range('currentDensity').low;
  const strandOf = (strands: number) => WIRES.find((d) => (strands * Math.PI * d ** 2) / 4 >= need) ?? WIRES.at(-1)!;
  let strands = 1;
  while (strands < 200 && strandOf(strands) > thickest) strands++;
  const diameter = strandOf(strands);
  const outerDiameter = enamelled(diameter);
  const layers = Math.ceil(w.turns / Math.max(1, Math.floor(at.parts.T1.windowBreadth / bundle({ outerDiameter, strands }))));
  const volts = s.range('inputVoltage').high * (slot === 'W0' ? 1 : w.turns / at.parts.W0.turns);
  const crest = at.given.waveform === 'sine' ? Math.SQRT2 : 1;
  return { diameter, outerDiameter, strands, layers: Math.max(layers, Math.ceil((2 * crest * volts) / (0.85 * s.range('layerInsulation').low))) };
}
