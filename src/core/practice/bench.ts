import type { Element } from '../circuit/netlist.ts';
import { slotOf, type Fault } from '../faults/faults.ts';
import type { RestingBoard, Settled } from '../faults/resting.ts';
import { formatText } from '../quantity/format.ts';
import { parseNumber } from '../quantity/parse.ts';
import { volts, limited } from '../stage/at-rest.ts';
import { VirtualCopy } from './copy.ts';

/** What an instrument answers: a number with its unit, words, or both; or why not. */
export interface Answer {
  ok: boolean;
  text: string;
  value?: number | null;
  unit?: string;
  /** What was burned by what was just done. */
  smoke?: Smoke[];
  points?: readonly string[];
  /** Samples of a scope or a logger, V at even steps of s. */
  trace?: { step: number; values: number[] };
}
export interface Smoke {
  stage: string;
  part: string;
  why: string;
}
export interface Score {
  probes: number;
  lost: number;
  guesses: number;
  found: boolean;
  points: number;
}

/** Times its rating that a part stands until somebody switches off. */
const STANDS = 2;
/** V below ground at which a supply pin that wants to be above it burns. */
const BACKWARDS = -0.7;
/** Share above what it is meant for at which a consumer burns, where its absolute maximum is not told. */
const OVER = 1.4;

/**
 * A bench with stand-in instruments around one virtual copy. Everything is asked in lines of words, in the application as over
 * the loopback: `supply 9 0.05 at adapter.out`, `fit reg`, `meter reg.out`. Nothing runs by itself: a copy is solved when somebody
 * looks, and what was fed beyond what it stands burns then.
 */
export class Bench {
  readonly copy: VirtualCopy;
  readonly #fitted: Set<string>;
  #supply: { point: string; volts: number; amps: number; on: boolean } | null = null;
  #probes = 0;
  #guesses = 0;
  #found = false;
  readonly #burned: Smoke[] = [];
  readonly #hidden: readonly Fault[];
  #settled: Settled | null = null;

  constructor(
    readonly board: RestingBoard,
    seed: number,
    hidden: readonly Fault[] = [],
    /** Everything is fitted and fed from its own sources, or nothing is yet. */
    fitted = true,
  ) {
    this.copy = new VirtualCopy(board, seed, hidden);
    this.#hidden = hidden;
    this.#fitted = new Set(fitted ? board.doc.stages.map((s) => s.id) : []);
  }

  /** Stages that are fitted. */
  get fitted(): readonly string[] {
    return [...this.#fitted];
  }
  get burned(): readonly Smoke[] {
    return this.#burned;
  }
  get supply(): Readonly<{ point: string; volts: number; amps: number; on: boolean }> | null {
    return this.#supply;
  }

  score(): Score {
    const lost = this.#burned.length;
    const points = Math.max(0, 100 - 4 * Math.max(0, this.#probes - 3) - 25 * lost - 10 * Math.max(0, this.#guesses - 1));
    return { probes: this.#probes, lost, guesses: this.#guesses, found: this.#found, points: this.#found ? points : 0 };
  }

  /** The copy as it stands now, with what the bench supply brings; what is beyond its ratings burns, and is looked at again. */
  #look(): { settled: Settled; smoke: Smoke[] } {
    if (this.#settled) return { settled: this.#settled, smoke: [] };
    const all: Smoke[] = [];
    for (let round = 0; ; round++) {
      const leave = new Set(this.board.doc.stages.map((s) => s.id).filter((id) => !this.#fitted.has(id)));
      const more: Element[] = [];
      const s = this.#supply;
      if (s) {
        const point = this.board.points.find((p) => p.name === s.point)!;
        const node = this.board.nodeAt(point, this.copy.faults);
        // The bench supply stands for the board's own source there.
        for (const id of this.board.sourcesAt(s.point)) leave.add(id);
        if (s.on) more.push(volts('bench supply', 'bench supply', '0', s.volts), limited('bench lead', 'bench supply', node, 0.05, s.amps));
      }
      const settled = this.copy.settle(leave, more);
      const smoke = round < 6 ? this.#overloads(settled, leave) : [];
      if (!smoke.length) {
        this.#settled = settled;
        return { settled, smoke: all };
      }
      all.push(...smoke);
      this.#burned.push(...smoke);
      this.copy.faults = [
        ...this.copy.faults,
        ...smoke.map(({ stage, part }): Fault => ({ id: `${stage}.${part}:open`, word: this.board.isDevice(stage, part) ? 'dead' : 'open', stage, on: part })),
      ];
    }
  }

  /** Parts that carry more than they stand: resistors by their power, two-ended devices by their current, fed pins by their voltage. */
  #overloads(settled: Settled, leave: ReadonlySet<string>): Smoke[] {
    const gone = new Set(this.#burned.map((b) => `${b.stage}.${b.part}`));
    const found: Smoke[] = [];
    const burn = (stage: string, part: string, why: string) => {
      if (gone.has(`${stage}.${part}`)) return;
      gone.add(`${stage}.${part}`);
      found.push({ stage, part, why });
    };
    for (const stage of this.board.doc.stages) {
      if (leave.has(stage.id)) continue;
      for (const e of settled.elements.values()) {
        if (!e.name.startsWith(`${stage.id}.`) || !('a' in e)) continue;
        const slot = slotOf(e.name.slice(stage.id.length + 1));
        const across = settled.node(e.a) - settled.node(e.b);
        if (e.is === 'resistor') {
          const rating = this.board.parameter(stage.id, slot, 'powerRating');
          const watts = across ** 2 / e.ohms;
          if (rating !== null && watts > STANDS * rating) burn(stage.id, slot, `${formatText(watts, 'W', 2)} in a resistor for ${formatText(rating, 'W', 2)}`);
        }
        if (e.is === 'knee') {
          const rating = this.board.parameter(stage.id, slot, 'currentRating') ?? this.board.parameter(stage.id, slot, 'maximumCurrent');
          const amps = across > e.volts ? (across - e.volts) / e.ohms : 0;
          if (rating !== null && amps > STANDS * rating) burn(stage.id, slot, `${formatText(amps, 'A', 2)} through a device for ${formatText(rating, 'A', 2)}`);
        }
      }
      for (const { point, device, most, signed } of this.board.fedPins(stage.id)) {
        const here = settled.volts(point);
        if (!device) continue;
        if (!signed && here < BACKWARDS) burn(stage.id, device, `its supply is the wrong way round: ${formatText(here, 'V', 3)}`);
        else if (most !== null && Math.abs(here) > OVER * Math.abs(most))
          burn(stage.id, device, `${formatText(here, 'V', 3)} on a supply for ${formatText(most, 'V', 3)}`);
      }
    }
    return found;
  }

  /** Answers one line. Never throws for what somebody typed. */
  command(line: string): Answer {
    const words = line.trim().split(/\s+/);
    const [verb = '', ...rest] = words;
    const act = Object.hasOwn(this.#verbs, verb.toLowerCase()) ? this.#verbs[verb.toLowerCase()] : undefined;
    if (!act) return { ok: false, text: verb ? `There is no command “${verb}”. Say “help”.` : 'Say “help” for what can be asked.' };
    return act(rest);
  }

  #no = (text: string): Answer => ({ ok: false, text });

  #point(name: string | undefined): string | null {
    return this.board.points.some((p) => p.name === name) ? name! : null;
  }
  #noPoint = (name: string | undefined): Answer =>
    this.#no(`There is no test point “${name ?? ''}”. There are ${this.board.points.map((p) => p.name).join(', ')}.`);

  #measured(point: string, value: number, unit: 'V' | 'A' | 'ohm' | 'Hz', smoke: Smoke[], more: Partial<Answer> = {}): Answer {
    this.#probes++;
    return { ok: true, value, unit, text: `${point} ${formatText(value, unit, 4)}`, ...(smoke.length ? { smoke } : {}), ...more };
  }

  #moved(text: string): Answer {
    this.#settled = null;
    const { smoke } = this.#look();
    return { ok: true, text, ...(smoke.length ? { smoke } : {}) };
  }

  readonly #verbs: Record<string, (words: string[]) => Answer> = {
    help: () => ({
      ok: true,
      text: [
        'points                         the test points there are',
        'fit STAGE | fit all            solder a stage; remove STAGE takes it off again',
        'supply V A at POINT            bench supply with current limit in place of the source there; supply on, supply off',
        'current                        what the bench supply gives',
        'meter POINT                    DC volts to ground, 10 MΩ',
        'scope POINT [ac] [x10] [spring] [limit]   mean, ripple and a trace; the short spring keeps switching edges out',
        'log POINT N STEP               N readings, STEP seconds apart',
        'figure STAGE OUTCOME           a figure that takes a scope, a generator or a while, like reg outputRipple',
        'test STAGE PART                component tester, the part taken out',
        'guess FAULT                    what you think is wrong, like reg.R2:open',
        'repair FAULT                   put that right; replace STAGE PART puts a new part in',
        'status, score                  how the bench stands',
      ].join('\n'),
    }),
    points: () => ({ ok: true, text: this.board.points.map((p) => p.name).join(' '), points: this.board.points.map((p) => p.name) }),
    fit: ([id]) => {
      if (id === 'all') {
        for (const s of this.board.doc.stages) this.#fitted.add(s.id);
        return this.#moved('Everything is fitted.');
      }
      if (!this.board.doc.stages.some((s) => s.id === id))
        return this.#no(`There is no stage “${id ?? ''}”. There are ${this.board.doc.stages.map((s) => s.id).join(', ')}.`);
      this.#fitted.add(id!);
      return this.#moved(`${id} is fitted.`);
    },
    remove: ([id]) => {
      if (!this.#fitted.delete(id ?? '')) return this.#no(`“${id ?? ''}” is not fitted.`);
      return this.#moved(`${id} is off the board.`);
    },
    supply: (words) => {
      if (words[0] === 'on' || words[0] === 'off') {
        if (!this.#supply) return this.#no('Set it first: supply 9 0.05 at POINT.');
        this.#supply = { ...this.#supply, on: words[0] === 'on' };
        return this.#moved(`Bench supply ${words[0]}.`);
      }
      const [v, a, at, name] = words;
      const [level, limit] = [parseNumber(v ?? '', 'V'), parseNumber(a ?? '', 'A')];
      const point = this.#point(name);
      if (!level.ok || !limit.ok || at !== 'at') return this.#no('Say it like this: supply 9 0.05 at adapter.out, volts, then the current limit.');
      if (!point) return this.#noPoint(name);
      if (Math.abs(level.value) > 60 || !(limit.value > 0) || limit.value > 5) return this.#no('This bench supply gives up to 60 V and 5 A.');
      this.#supply = { point, volts: level.value, amps: limit.value, on: true };
      return this.#moved(`Bench supply at ${point}: ${formatText(level.value, 'V', 3)}, limit ${formatText(limit.value, 'A', 3)}.`);
    },
    current: () => {
      if (!this.#supply?.on) return this.#no('The bench supply is off.');
      const { settled, smoke } = this.#look();
      const amps = -(settled.amps('bench supply') ?? 0);
      const shown = this.copy.shown(amps, 0.6);
      const limitedNow = Math.abs(amps) >= 0.999 * this.#supply.amps;
      const answer = this.#measured('bench supply', shown, 'A', smoke);
      return limitedNow ? { ...answer, text: `${answer.text}, at its limit` } : answer;
    },
    meter: ([name]) => {
      const point = this.#point(name);
      if (!point) return this.#noPoint(name);
      const { settled, smoke } = this.#look();
      return this.#measured(point, this.copy.meter(point, settled), 'V', smoke);
    },
    scope: ([name, ...options]) => {
      const point = this.#point(name);
      if (!point) return this.#noPoint(name);
      const { settled, smoke } = this.#look();
      const wave = this.#wave(point, settled, new Set(options));
      const mean = wave.values.reduce((sum, v) => sum + v, 0) / wave.values.length;
      const ripple = Math.max(...wave.values) - Math.min(...wave.values);
      const answer = this.#measured(point, mean, 'V', smoke, { trace: wave });
      return { ...answer, text: `${point} mean ${formatText(mean, 'V', 3)}, ${formatText(ripple, 'V', 2)} peak to peak` };
    },
    log: ([name, count, step]) => {
      const point = this.#point(name);
      if (!point) return this.#noPoint(name);
      const [n, dt] = [Number(count ?? 10), parseNumber(step ?? '1', 's')];
      if (!Number.isInteger(n) || n < 1 || n > 10_000 || !dt.ok || !(dt.value > 0))
        return this.#no('Say it like this: log reg.out 100 0.1, up to 10000 readings.');
      const { settled, smoke } = this.#look();
      const values = Array.from({ length: n }, () => this.copy.meter(point, settled));
      return this.#measured(point, values.at(-1)!, 'V', smoke, { trace: { step: dt.value, values } });
    },
    figure: ([stage, outcome]) => {
      if (!stage || !outcome || !this.board.doc.stages.some((s) => s.id === stage))
        return this.#no('Say it like this: figure reg outputRipple, the stage and what is read.');
      const value = this.#fitted.has(stage) ? this.copy.figure(stage, outcome) : null;
      if (value === null) return this.#no(`${stage} shows no ${outcome}${this.#fitted.has(stage) ? '' : ': it is not fitted'}.`);
      this.#probes++;
      return { ok: true, value, text: `${stage} ${outcome} ${Number(value.toPrecision(4))}` };
    },
    test: ([stage, slot]) => {
      if (!stage || !slot || !this.board.hasPart(stage, slot)) return this.#no('Say it like this: test reg R2, the stage and the part.');
      this.#probes++;
      const { value, says } = this.copy.tested(stage, slot);
      const unit = this.board.partUnit(stage, slot);
      return {
        ok: true,
        value,
        ...(unit ? { unit } : {}),
        text: `${stage}.${slot} ${value === null || !unit ? '' : `${formatText(value, unit, 4)}, `}${says}`,
      };
    },
    guess: ([id]) => {
      const known = this.board.faults.find((f) => f.id === id);
      if (!known) return this.#no(`“${id ?? ''}” is no fault of this board. They are written like reg.R2:open.`);
      this.#guesses++;
      const right = this.#hidden.some((h) => same(h, known));
      if (right) this.#found = true;
      return { ok: true, text: right ? `Yes: ${known.id}.` : `No, ${known.id} is not it.`, value: right ? 1 : 0 };
    },
    repair: ([id]) => {
      const at = this.copy.faults.findIndex(
        (f) =>
          f.id === id ||
          (id !== undefined && same(f, { ...f, id, word: (id.split(':')[1] ?? '') as Fault['word'] }) && f.id.split(':')[0] === id.split(':')[0]),
      );
      if (at < 0) return this.#no(`There was nothing of the kind to repair: ${id ?? ''}.`);
      this.copy.faults = this.copy.faults.filter((_, i) => i !== at);
      return this.#moved(`${id} is repaired.`);
    },
    replace: ([stage, slot]) => {
      if (!stage || !slot || !this.board.hasPart(stage, slot)) return this.#no('Say it like this: replace reg R2.');
      this.copy.faults = this.copy.faults.filter((f) => !(f.stage === stage && f.on.split('/').includes(slot)));
      return this.#moved(`${stage}.${slot} is a new part of the right value.`);
    },
    status: () => ({
      ok: true,
      text: [
        `fitted: ${this.fitted.join(' ') || 'nothing'}`,
        this.#supply
          ? `supply: ${formatText(this.#supply.volts, 'V', 3)} at ${this.#supply.point}, limit ${formatText(this.#supply.amps, 'A', 3)}, ${this.#supply.on ? 'on' : 'off'}`
          : 'supply: the board’s own',
        `burned: ${this.#burned.map((b) => `${b.stage}.${b.part} (${b.why})`).join(', ') || 'nothing'}`,
      ].join('\n'),
    }),
    score: () => {
      const s = this.score();
      return { ok: true, value: s.points, text: `${s.points} points: ${s.probes} probes, ${s.lost} parts lost, ${s.found ? 'found' : 'not found yet'}` };
    },
  };

  /** What a scope of 8 bits shows: the level, the ripple of the rail as its formulas have it, noise, and what a long ground lead picks up. */
  #wave(point: string, settled: Settled, options: ReadonlySet<string>): { step: number; values: number[] } {
    const level = settled.volts(point);
    const { ripple, frequency } = this.board.ripple(point);
    const alive = Math.min(1, Math.abs(level) / Math.max(0.1, Math.abs(this.board.expectedVolts(point))));
    const f = frequency ?? 1000;
    const samples = 1000;
    const step = 5 / f / samples;
    const spikes = options.has('spring') || !frequency || frequency < 2e4 ? 0 : 0.03;
    const values = Array.from({ length: samples }, (_, i) => {
      const phase = (i * step * f) % 1;
      const triangle = phase < 0.4 ? phase / 0.4 - 0.5 : 0.5 - (phase - 0.4) / 0.6;
      const edge = phase < 0.01 || Math.abs(phase - 0.4) < 0.01 ? spikes * (options.has('limit') ? 0.2 : 1) * (phase < 0.2 ? 1 : -1) : 0;
      const noise = (this.copy.chance() + this.copy.chance() - 1) * (options.has('limit') ? 5e-4 : 1e-3);
      return level + alive * ripple * triangle + edge * alive + noise;
    });
    const mean = values.reduce((s, v) => s + v, 0) / samples;
    const shown = options.has('ac') ? values.map((v) => v - mean) : values;
    // Eight divisions of 32 steps around what is shown.
    const top = Math.max(...shown.map(Math.abs), 1e-3);
    const digit = ((options.has('ac') ? 2.2 : 1.2) * top) / 256;
    return { step, values: shown.map((v) => Math.round(v / digit) * digit) };
  }
}

/** Two names of one state of a board: a part that is missing is as good as open. */
const same = (a: Fault, b: Fault): boolean => {
  const plain = (w: string) => (w === 'missing' || w === 'dead' ? 'open' : w);
  return a.id === b.id || (a.stage === b.stage && a.on === b.on && plain(a.word) === plain(b.word));
};
