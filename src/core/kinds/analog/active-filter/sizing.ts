import { formatText } from '../../../quantity/format.ts';
import { around } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import type { Target } from '../../../models/prototype.ts';
import { circuitOf, slotsOf, targetsOf, type Circuit } from './layout.ts';
import { natural } from './laws.ts';

/** Where values are looked for: usual ones, and where nothing is found there, all that make sense. */
const USUAL = { ohms: [1e3, 1e5], farads: [1e-9, 2.2e-7] } as const;
const WIDE = { ohms: [470, 1e6], farads: [1e-10, 1e-6] } as const;
const BAND_OHMS = [100, 1e6] as const;
const KEEP = 4;
/** Weight of the spread of values against relative errors. */
const SPREAD = 1e-4;

interface Found {
  values: Record<string, number>;
  error: number;
}
interface Tried {
  /** By place. */
  R: readonly number[];
  C: readonly number[];
  error: number;
  score: number;
}

/** Each section by itself: capacitors from the series, the exact resistors for them, and the buyable ones beside those; least error of frequency and quality. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const targets = targetsOf(g);
  const lists = targets.map((target, i) => sectionOffers(s, x, target, i));
  if (lists.every((l) => l === null)) return [];
  const first = lists.map((l) => l?.[0]);
  const whole = (chosen: (Found | undefined)[]): Offer => ({
    values: Object.assign({}, ...chosen.map((f) => f?.values ?? {})) as Record<string, number>,
    why: `sections within ${formatText(Math.max(...chosen.map((f) => f?.error ?? 0)), 'ratio', 2)} of the ideal`,
  });
  const offers = [whole(first)];
  lists.forEach((list, i) => list?.slice(1, KEEP).forEach((other) => offers.push(whole(first.with(i, other)))));
  return offers.slice(0, 6);
}

function sectionOffers(s: Sizing, x: AnyInputs, target: Target, index: number): Found[] | null {
  const g = x.given;
  const circuit = circuitOf(g, target);
  const slots = slotsOf(circuit, g.shape);
  const name = (letter: 'R' | 'C', place: number) => `${letter}${index + 1}${place}`;
  const open = [...slots.R.map((p) => name('R', p)), ...slots.C.map((p) => name('C', p))].filter((slot) => s.open(slot));
  if (open.length === 0) return null;
  const source = index === 0 && g.shape !== 'highpass' ? (g.sourceResistance as number) : 0;
  const gain = sectionGain(g, targetsOf(g), index);
  for (const { ohms, farads } of [g.shape === 'bandpass' ? { ohms: BAND_OHMS, farads: USUAL.farads } : USUAL, WIDE]) {
    const found: Tried[] = [];
    // Thousands are tried and a few kept: what is worse than those is not even written down.
    const keep = (tried: Tried): void => {
      const at = found.findIndex((f) => f.score > tried.score);
      found.splice(at < 0 ? found.length : at, 0, tried);
      if (found.length > KEEP) found.pop();
    };
    const lists = new Map<string, number[]>();
    const listOf = (slot: string, from: number, to: number): number[] => {
      let list = lists.get(slot);
      if (!list) lists.set(slot, (list = s.candidates(slot, from, to)));
      return list;
    };
    const cs = (place: number) => listOf(name('C', place), farads[0], farads[1]);
    for (const C of capacitors(circuit, g.shape, target.quality ?? 0.5, gain, cs)) {
      for (const exact of resistors(circuit, g.shape, target, gain, C)) {
        const R = exact.map((v, place) => (place === 1 ? v - source : v));
        if (!slots.R.every((p) => R[p] === 0 || (R[p]! >= ohms[0] && R[p]! <= ohms[1]) || (circuit === 'equal' && p >= 3))) continue;
        const fixed = slots.R.filter((p) => !s.open(name('R', p)));
        const near = slots.R.map((p) =>
          R[p] === 0 ? [0] : fixed.includes(p) ? [s.value(name('R', p))] : around(listOf(name('R', p), ohms[0] / 2, ohms[1] * 2), R[p]!),
        );
        const places = [0, 0, 0, 0, 0];
        eachOf(near, (combination) => {
          for (let i = 0; i < combination.length; i++) places[slots.R[i]!] = combination[i]!;
          const made = natural(circuit, g.shape, places, C, source);
          const off = Math.abs(Math.log(made.frequency / target.frequency));
          const quality = target.quality === null ? 0 : Math.abs(Math.log((made.quality ?? Infinity) / target.quality));
          const missed = circuit === 'feedback' ? Math.abs(Math.log(Math.abs(made.gain) / gain)) : 0;
          const error = Math.max(off, quality);
          if (!Number.isFinite(error) || (found.length === KEEP && error >= found.at(-1)!.score)) return;
          const spread = Math.log(Math.max(...combination) / Math.min(...combination.filter((v) => v > 0)));
          keep({ R: [...places], C, error, score: error + 0.3 * missed + SPREAD * spread });
        });
      }
    }
    if (found.length) {
      return found.map(({ R, C, error }) => {
        const values: Record<string, number> = {};
        for (const p of slots.R) if (R[p]! > 0 && s.open(name('R', p))) values[name('R', p)] = R[p]!;
        for (const p of slots.C) if (s.open(name('C', p))) values[name('C', p)] = C[p]!;
        return { values, error };
      });
    }
  }
  return null;
}

/** What a section is to amplify: all of it the first of second order, of a band-pass an equal part each. */
function sectionGain(g: AnyInputs, targets: readonly Target[], index: number): number {
  const wanted = (g.gain as number | null) ?? 1;
  if (g.shape !== 'bandpass') return index === targets.findIndex((t) => t.quality !== null) ? wanted : 1;
  const { frequency, quality } = targets[index]!;
  const f0 = g.centreFrequency as number;
  // At the middle of the whole each section stands beside its own peak.
  return wanted ** (1 / targets.length) * Math.hypot(1, quality! * (f0 / frequency - frequency / f0));
}

/** Sets of capacitors worth a try, by place. */
function* capacitors(circuit: Circuit, shape: string, q: number, gain: number, of: (place: number) => number[]): Generator<number[]> {
  const ratio = circuit === 'unity' && shape === 'lowpass' ? 4 * q * q : circuit === 'feedback' && shape === 'lowpass' ? 4 * q * q * (1 + gain) : 0;
  for (const c1 of of(1)) {
    if (circuit === 'first') {
      yield [0, c1];
    } else if (circuit === 'feedback' && shape === 'highpass') {
      for (const c2 of around(of(2), c1 / gain)) yield [0, c1, c2, of(3).includes(c1) ? c1 : (around(of(3), c1)[0] ?? c1)];
    } else if (ratio > 0) {
      for (const c2 of of(2)) if (c1 / c2 >= ratio && c1 / c2 <= 10 * ratio) yield [0, c1, c2];
    } else for (const c2 of around(of(2), c1)) yield [0, c1, c2];
  }
}

/** Exact resistors by place for given capacitors; 0 where there is none. None where no real ones make it. // solved from the section's own frequency and quality */
function resistors(circuit: Circuit, shape: string, { frequency, quality }: Target, gain: number, C: readonly number[]): number[][] {
  const w = 2 * Math.PI * frequency;
  const q = quality ?? 0.5;
  const [c1, c2, c3] = [C[1]!, C[2]!, C[3]!];
  const roots = (sum: number, product: number): number[] => {
    const d = sum * sum - 4 * product;
    return d < 0 ? [] : [(sum + Math.sqrt(d)) / 2, (sum - Math.sqrt(d)) / 2];
  };
  if (circuit === 'first') return [[0, 1 / (w * c1)]];
  if (circuit === 'equal') {
    const r = 1 / (w * Math.sqrt(c1 * c2));
    const k = Math.max(1.01, 3 - 1 / q);
    const r3 = 1e4;
    return [[0, r, r, r3, (k - 1) * r3]];
  }
  if (circuit === 'unity') {
    if (shape === 'highpass') {
      const r1 = 1 / (q * w * (c1 + c2));
      return [[0, r1, 1 / (w * w * r1 * c1 * c2)]];
    }
    return roots(1 / (q * w * c2), 1 / (w * w * c1 * c2)).map((r1) => [0, r1, 1 / (w * w * c1 * c2 * r1)]);
  }
  if (shape === 'lowpass') {
    const product = 1 / (w * w * c1 * c2);
    return roots(1 / (q * w * c2), product * (1 + gain)).map((r2) => [0, r2 / gain, r2, product / r2]);
  }
  if (shape === 'highpass') {
    const r2 = (q * (c1 + c2 + c3)) / (w * c2 * c3);
    return [[0, 1 / (w * w * r2 * c2 * c3), r2]];
  }
  const both = 1 / c1 + 1 / c2;
  const r2 = (q * both) / w;
  const r1 = r2 / (gain * c1 * both);
  const rest = w * w * r2 * c1 * c2 - 1 / r1;
  // Of low quality it amplifies less than that, and has no third resistor.
  return [rest > 1e-12 ? [0, r1, r2, 1 / rest] : [0, 1 / (w * w * r2 * c1 * c2), r2, 0]];
}

/** Every combination of one of each list, in one array that is written anew for each. */
function eachOf(lists: readonly (readonly number[])[], take: (combination: readonly number[]) => void): void {
  const combination = lists.map(() => 0);
  const from = (k: number): void => {
    if (k === lists.length) return take(combination);
    for (const value of lists[k]!) {
      combination[k] = value;
      from(k + 1);
    }
  };
  from(0);
}
