import type { Offer } from '../stage/contract.ts';
import type { Range } from '../quantity/uncertain.ts';
import type { Study } from '../tolerance/study.ts';
import type { StageDoc } from './document.ts';
import { Laid, type Standpoint } from './laid.ts';
import { sameLinks, sameRange } from './link.ts';
import { sameChoice, type Chosen } from './stage-inputs.ts';

/** What a stage was sized to, and where it stood. */
interface Sized {
  at: Standpoint;
  /** By its kind alone, or until its checks hold. */
  by: 'kind' | 'checks';
  chosen: Chosen | null;
  offers: Offer[];
}

/**
 * What was worked out for stages, for others that stand alike: the channels of a board that has several, a stage before and
 * after others were sized, a value that is nudged there and back. What two evaluations did without is let go.
 */
export class Alike {
  readonly #laid = new Shelf<Laid>();
  readonly #sized = new Shelf<Sized>();

  /** Another evaluation begins; of the last one only what its stages ended as is kept. */
  turn(ended: readonly { laid: Laid }[]): void {
    const kept = new Set(ended.map((n) => n.laid));
    this.#laid.turn((laid) => kept.has(laid));
    this.#sized.turn(() => true);
  }

  /** The stage laid out, by another that stands alike or anew. */
  lay(at: Standpoint, earlier: Study | undefined): Laid {
    const key = keyOf(at);
    const known = this.#laid.find(key, (l) => l.sound && !l.untold && l.figures === at.figures && sameChoice(l.at.chosen, at.chosen) && alike(l.at, at));
    if (known) {
      known.telling = true;
      return known;
    }
    const laid = new Laid(at, earlier);
    this.#laid.put(key, laid);
    return laid;
  }

  /** What a stage that stood alike was sized to. */
  sized(at: Standpoint, by: Sized['by']): Sized | undefined {
    return this.#sized.find(keyOf(at), (s) => s.by === by && alike(s.at, at));
  }

  remember(sized: Sized): void {
    this.#sized.put(keyOf(sized.at), sized);
  }
}

type Layer<T> = Map<number, T[]>;

/** Things by a number that tells most of them apart: what is asked for now, and what the last two evaluations left. */
class Shelf<T> {
  #layers: [now: Layer<T>, before: Layer<T>, older: Layer<T>] = [new Map(), new Map(), new Map()];

  turn(keeps: (item: T) => boolean): void {
    const [now, before] = this.#layers;
    const kept: Layer<T> = new Map();
    for (const [key, items] of now) {
      const some = items.filter(keeps);
      if (some.length) kept.set(key, some);
    }
    this.#layers = [new Map(), kept, before];
  }

  find(key: number, is: (item: T) => boolean): T | undefined {
    for (const layer of this.#layers) {
      const found = layer.get(key)?.find(is);
      if (!found) continue;
      if (layer !== this.#layers[0]) this.put(key, found);
      return found;
    }
    return undefined;
  }

  put(key: number, item: T): void {
    const items = this.#layers[0].get(key);
    if (items) items.unshift(item);
    else this.#layers[0].set(key, [item]);
  }
}

const alike = (a: Standpoint, b: Standpoint): boolean =>
  a.kind === b.kind &&
  a.copies === b.copies &&
  a.times === b.times &&
  a.states === b.states &&
  a.dead?.reason === b.dead?.reason &&
  sameRange(a.ambient, b.ambient) &&
  (a.doc === b.doc || contentOf(a.doc) === contentOf(b.doc)) &&
  sameLinks(a.links, b.links);

const contents = new WeakMap<StageDoc, string>();
/** What is typed of a stage, as one text. */
function contentOf(doc: StageDoc): string {
  let text = contents.get(doc);
  if (text === undefined) contents.set(doc, (text = JSON.stringify([doc.given, doc.parts])));
  return text;
}

const number = new Float64Array(1);
const halves = new Int32Array(number.buffer);

/** A number for where a stage stands, the same for the same place. // [Knuth] 6.4 */
function keyOf({ kind, copies, ambient, links }: Standpoint): number {
  let hash = 0x811c9dc5 ^ copies;
  const add = (value: number): void => {
    number[0] = value;
    hash = Math.imul(hash ^ halves[0]!, 0x01000193);
    hash = Math.imul(hash ^ halves[1]!, 0x01000193);
  };
  const of = ({ nominal, low, high }: Range): void => {
    add(nominal);
    add(low);
    add(high);
  };
  for (let i = 0; i < kind.id.length; i++) hash = Math.imul(hash ^ kind.id.charCodeAt(i), 0x01000193);
  of(ambient);
  for (const link of links.values()) of(link.range);
  return hash;
}
