import { isAbsent, type Absent } from '../math/absent.ts';
import type { Kind, Offer, OutcomeDef, RailPort, SignalDown, SignalPort, Sizing, StateId } from '../stage/contract.ts';
import type { Judged, Method } from '../stage/judged.ts';
import type { Drawer } from '../quantity/drawer.ts';
import { seriesBetween, type Series } from '../quantity/preferred.ts';
import { exactly, type Range } from '../quantity/uncertain.ts';
import { plainEnds, type Study } from '../tolerance/study.ts';
import type { Alike } from './alike.ts';
import { ambientOf, comfortOf, deratingOf, methodOf, sharesOf, timesOf, titleOf, type BoardDoc, type StageDoc } from './document.ts';
import { derivedOf, Laid, SETTLED, type Figures, type Standpoint } from './laid.ts';
import { AMBIENT, differ, moved, type Link, type Load } from './link.ts';
import { sameChoice, type Chosen, type StageInputs } from './stage-inputs.ts';

/** As far as it has to be settled for sizing to know its limits: relative, and K for the air around a stage. */
const ROUGH = { moves: 1e-4, kelvin: 0.1 };
/** A stage that is kept from the last evaluation is not looked at again for less, which nobody could measure: relative, and K. */
const KEPT = { moves: 1e-6, kelvin: 1e-4 };

/** What a search for values is to keep to. */
export interface Wishes {
  /** Parts that stay as they are. */
  hold: readonly string[];
  /** Values at hand, instead of the series. */
  own?: Drawer;
  /** Series and limits by part, instead of its own and the kind's. */
  series?: Readonly<Record<string, Series>>;
  limits?: Readonly<Record<string, { low?: number; high?: number }>>;
}

/** What a stage knows of its surroundings, and what was chosen for it there. */
interface Standing {
  links: Map<string, Link>;
  dead: Absent | null;
  chosen: Chosen | null;
  offers: Offer[];
  sizedFor: ReadonlyMap<string, Link> | null;
  incoming: Record<string, SignalDown>;
  figures: Figures | null;
}

/** How a stage comes about from where it stands. */
interface Making {
  /** Of the same stage, among stages that were not sized yet: its corners are a start. */
  earlier?: Study;
  /** What others that stand alike have worked out. */
  alike?: Alike | undefined;
  /** It stands just so already. */
  laid?: Laid;
  /** A copy that is being sized: nobody asks it for figures. */
  sized?: boolean;
}

/** One stage while the board is being summed up. */
export class StageNode {
  readonly title: string;
  /** In its module, where it is part of one. */
  readonly copies: number;
  /** How often its module is built. */
  readonly times: number;
  links = new Map<string, Link>();
  /** The rail that feeds this stage does not stand. */
  dead: Absent | null = null;
  chosen: Chosen | null = null;
  offers: Offer[] = [];
  /** What arrives at its signal inputs. */
  incoming: Record<string, SignalDown> = {};
  /** Grows whenever the inputs move: others see by it that they have to look again. */
  version = 0;
  /** Versions of what this stage depends on, when it last looked. */
  seen = -1;
  /** What its outputs carry, as long as nothing moves. */
  readonly carries = new Map<string, { version: number; incoming: SignalDown[]; down: SignalDown }>();
  /** How far a link has to move, relative, and the air around it, K, before the stage is looked at again. */
  moves = SETTLED;
  kelvin = 0;
  laid!: Laid;
  judged!: Judged;
  /** No voltage was found where source and loads agree. */
  lost: Absent | null = null;
  readonly #alike: Alike | undefined;
  #figures: Figures | null = null;
  #sized: boolean;
  #probe: { version: number; node: StageNode } | null = null;
  /** What the links were when its open parts were sized. */
  #sizedFor: ReadonlyMap<string, Link> | null = null;

  constructor(
    readonly board: BoardDoc,
    readonly doc: StageDoc,
    readonly kind: Kind,
    settled: Standing | null = null,
    { earlier, alike, laid, sized }: Making = {},
  ) {
    this.title = titleOf(doc, kind.title);
    this.copies = doc.copies ?? 1;
    this.times = timesOf(board, doc);
    this.#alike = alike;
    this.#sized = sized ?? false;
    if (!settled) {
      this.#sizeBy('kind', (node) => node.size());
      return;
    }
    this.links = settled.links;
    this.dead = settled.dead;
    this.chosen = settled.chosen;
    this.offers = settled.offers;
    this.#sizedFor = settled.sizedFor;
    this.incoming = settled.incoming;
    this.#figures = settled.figures;
    if (laid) this.#stand(laid);
    else this.#lay(earlier);
  }

  get inputs(): StageInputs {
    return this.laid.inputs;
  }

  /** Outcomes that are worked out only where they are read. */
  get late(): ReadonlySet<string> {
    return this.laid.late;
  }

  /** The air around the stage, °C: that outside, or that of the enclosure it stands in. */
  get ambient(): Range {
    return this.links.get(AMBIENT)?.range ?? ambientOf(this.board);
  }

  /** The same stage in the same surroundings with another document: links and sized parts stay as they are. */
  with(doc: StageDoc): StageNode {
    return new StageNode(this.board, doc, this.kind, this.standing());
  }

  /** Where it stands now: links are replaced when they move, never changed, so that this stays. */
  standing(): Standing {
    return {
      links: this.links,
      dead: this.dead,
      chosen: this.chosen,
      offers: this.offers,
      sizedFor: this.#sizedFor,
      incoming: this.incoming,
      figures: this.#figures,
    };
  }

  /** The stage as it stands now, whatever happens to this one: made when somebody asks. */
  kept(): () => StageNode {
    const standing = this.standing();
    const { laid } = this;
    let node: StageNode | null = null;
    return () => {
      if (!node) {
        node = new StageNode(this.board, this.doc, this.kind, standing, { laid });
        node.judgeAsBoard();
      }
      return node;
    };
  }

  /** Judged by the school of the board. */
  judgeAsBoard(): void {
    this.judgeBy(methodOf(this.board));
  }

  /** Whether parts are left to sizing. */
  get open(): boolean {
    return this.inputs.parts.some((p) => p.open || p.chooses);
  }

  /** Settled as far as sizing needs it. */
  roughly(): void {
    this.moves = Math.max(this.moves, ROUGH.moves);
  }

  /** A copy to size, among stages that are sized already; the same one as long as this stage stays as it is. */
  probe(): StageNode {
    if (this.#probe?.version !== this.version) {
      const node = new StageNode(this.board, this.doc, this.kind, this.standing(), { alike: this.#alike, sized: true });
      this.#probe = { version: this.version, node };
    }
    return this.#probe!.node;
  }

  /** Whether what the stage has to bear has moved since its open parts were sized. */
  get outgrown(): boolean {
    return this.open && !this.dead && this.#sizedFor !== null && differ(this.#sizedFor, this.links, ROUGH);
  }

  /** Sizes the open parts of this copy of a stage for where it stands now, unless it stands where the original was sized for. */
  resize(original: StageNode, sizing: (node: StageNode) => void): void {
    if (!this.open) return;
    const kept = original.#sizedFor;
    if (kept && !differ(kept, this.links, ROUGH)) {
      this.choose(original.chosen);
      [this.offers, this.#sizedFor] = [original.offers, kept];
    } else if (!this.#sizedFor || this.#sizedFor === kept || differ(this.#sizedFor, this.links, KEPT)) {
      this.chosen = null;
      this.#sizeBy('checks', sizing);
      this.#sizedFor = this.links;
    }
  }

  /** Sizes it as another was that stands alike, or anew. */
  #sizeBy(by: 'kind' | 'checks', sizing: (node: StageNode) => void): void {
    const at = this.#standpoint();
    const known = this.#alike?.sized(at, by);
    if (known) {
      this.chosen = known.chosen;
      this.offers = known.offers;
      this.#lay();
      return;
    }
    sizing(this);
    this.#alike?.remember({ at, by, chosen: this.chosen, offers: this.offers });
  }

  /** A stage with what this copy has chosen: the one it was `before` where that chose the same. */
  become(before?: StageNode): StageNode {
    const node =
      before && sameChoice(before.chosen, this.chosen)
        ? before.again()
        : new StageNode(this.board, this.doc, this.kind, this.standing(), { earlier: this.laid.study, alike: this.#alike });
    node.offers = this.offers;
    node.#sizedFor = this.#sizedFor;
    return node;
  }

  /** Takes these values for its open parts. */
  choose(chosen: Chosen | null): void {
    const same = sameChoice(this.chosen, chosen);
    this.chosen = chosen;
    if (!same) this.#lay();
  }

  /** Chooses values for the open parts with what is known of the links so far. */
  size(): void {
    this.#lay();
    if (!this.kind.size || this.dead || !this.open) return;
    this.offers = this.kind.size(this.#sizing(), this.inputs.x);
    if (this.offers[0]) this.choose(chosenOf(this.offers[0]));
  }

  #standpoint(): Standpoint {
    const { kind, doc, copies, times, links, ambient, chosen, dead, board } = this;
    return { kind, doc, copies, times, states: sharesOf(board), links, ambient, chosen, dead, figures: this.#sized ? null : this.#figures };
  }

  /** Builds the inputs and the study anew; corners of the study before serve again. */
  #lay(earlier?: Study): void {
    const at = this.#standpoint();
    this.#stand(this.#alike?.lay(at, earlier) ?? new Laid(at, earlier));
  }

  #stand(laid: Laid): void {
    this.version++;
    moved.times++;
    this.laid = laid;
    this.judged = laid.plain;
  }

  /** Takes up links that moved. */
  relay(): void {
    this.#lay(this.laid.study);
  }

  /** Has figures made of the stage's results told among them from now on, with ends of their own. */
  tell(figures: Figures): void {
    if (this.laid.figures === figures && !this.laid.untold) return;
    this.#figures = figures;
    this.#sized = false;
    this.#lay(this.laid.study);
  }

  /** Looks whether corners taken over while the board settled hold; where they do not the stage is laid anew, and false told. */
  confirm(): boolean {
    if (this.laid.holds()) return true;
    this.#lay();
    return false;
  }

  /** The same study, with its ends found another way; kept as long as nothing moves. */
  judgeBy(method: Method): void {
    this.laid.telling = false;
    this.judged = this.laid.judgedBy(method);
  }

  /** Ready to be settled again among others: what it knows of its surroundings is a start. */
  again(): this {
    this.laid.telling = true;
    this.judged = this.laid.plain;
    this.seen = -1;
    this.moves = KEPT.moves;
    this.kelvin = KEPT.kelvin;
    return this;
  }

  /** See `Laid`. */
  elsewhere<T>(values: Readonly<Record<string, number>>, method: Method, look: (judged: Judged) => T): T {
    return this.laid.elsewhere(values, method, look);
  }

  /** How an outcome is made from others, where it is. */
  derived(outcome: string): OutcomeDef['derived'] {
    return derivedOf(this.kind, outcome);
  }

  /** See `Laid`. */
  draw(port: RailPort, load: Load | null, state: StateId, volts?: number): Range | null {
    return this.laid.draw(port, load, state, volts, this.judged);
  }

  /** See `Laid`. */
  rises(port: RailPort, state: StateId, least: number): boolean {
    return this.laid.rises(port, state, least);
  }

  /** Combinations for all parts with a value, as if none were chosen yet, by what somebody wishes. The stage stays as it is. */
  search(wishes: Wishes): Offer[] {
    const released = this.inputs.parts.filter((p) => p.value !== null && p.def.type !== 'device' && !wishes.hold.includes(p.slot));
    const parts = { ...this.doc.parts };
    for (const { slot, tolerance, series } of released) {
      const { value: _, ...rest } = { tolerance, ...parts[slot] };
      parts[slot] = { ...rest, series: wishes.series?.[slot] ?? series };
    }
    const node = this.with({ ...this.doc, parts });
    return node.kind.size?.(node.#sizing(wishes), node.inputs.x) ?? [];
  }

  #sizing(wishes: Wishes = { hold: [] }): Sizing {
    const part = (slot: string) => this.inputs.parts.find((p) => p.slot === slot)!;
    const { range } = this.inputs;
    const must = (path: string) => {
      const found = range(path);
      if (!found) throw new Error(`sizing of ${this.kind.id} asks for "${path}", which has no value`);
      return found;
    };
    return {
      given: this.inputs.x.given as never,
      candidates: (slot, low, high) => {
        const { open, series, value, def } = part(slot);
        if (!open) return [value ?? 0];
        const limits = wishes.limits?.[slot];
        const [from, to] = [limits?.low ?? low, limits?.high ?? high];
        const own = def.type === 'device' || def.type === 'ratio' ? undefined : wishes.own?.[def.type];
        return own ? own.filter((v) => v >= from && v <= to) : seriesBetween(series, from, to);
      },
      tolerance: (slot) => part(slot).tolerance,
      series: (slot) => part(slot).series,
      open: (slot) => part(slot).open || part(slot).chooses,
      value: (slot) => part(slot).value ?? 0,
      limit: (name) => range(`given.${name}`)?.low ?? null,
      param: (ref) => must(`parts.${ref}`),
      range: (name) => must(`${name in this.inputs.x.given ? 'given' : 'carried'}.${name}`),
      ambient: this.ambient,
      derating: deratingOf(this.board),
      comfort: comfortOf(this.board),
    };
  }

  /** The attenuation this stage adds between a signal input and an output, dB with its ends, at a frequency with its own. */
  ownAttenuation(port: string, input: string, frequency: Range): Range {
    const attenuation = (this.kind.signals as Record<string, SignalPort>)[port]?.attenuation?.[input];
    if (!attenuation) return exactly(0);
    const at = { frequency: frequency.nominal };
    const inputs = [...this.inputs.inputs, { path: 'frequency', target: at as Record<string, unknown>, key: 'frequency', ...frequency }];
    return plainEnds(inputs, () => attenuation(this.inputs.x, this.judged.env, at.frequency), this.inputs.prepare);
  }

  /** The kind's refusals of what links brought: impossible here, not invalid. */
  refusals(): { path: string; message: string }[] {
    return this.kind.refuse?.(this.judged.env.nominal as never, new Set()) ?? [];
  }

  /** Nominal results, or null when the stage cannot work. */
  result(name: string): number | null {
    const value = this.judged.study.nominal[name];
    return typeof value === 'number' && !isAbsent(value) ? value : null;
  }
}

/** What an offer chooses. */
export const chosenOf = ({ values, join, ratings }: Offer): Chosen => ({ values, ...(join ? { join } : {}), ...(ratings ? { ratings } : {}) });
