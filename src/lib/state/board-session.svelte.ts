import { getContext, setContext } from 'svelte';
import { applyOps, difference, equal, type Conflict } from '../../core/board/changes.ts';
import type { BoardDoc } from '../../core/board/document.ts';
import { Evaluator, type Sum } from '../../core/board/evaluate.ts';
import { finished } from '../../core/board/settle.ts';
import type { Stacks } from '../../core/board/history.ts';
import { loadKindsOf } from '../../core/kinds/index.ts';
import { checkBoard } from '../../core/files/board-file.ts';
import type { Issue } from '../../core/files/issues.ts';
import { Lottery } from './lottery.svelte.ts';
import { Mender } from './mender.ts';
import { moves, type Move } from './moves.ts';
import { request, tabName } from './client.ts';

interface Saved {
  version: number;
  doc: BoardDoc;
  stacks: Stacks;
}

/** The sum of a board that cannot be added up: nothing. */
const nothingOf = (doc: BoardDoc): Sum => ({ ...new Evaluator().evaluate({ ...doc, stages: [] }), doc });

/** How the board stands with the server. */
export type SaveState = 'saved' | 'saving' | 'unreachable' | 'refused';

/** Somebody else who has the board open, and on which of its pages. */
export interface Other {
  client: string;
  name: string;
  at: string;
}

const RETRY = 3000;
/** How long the page may stand still for adding up, ms: half a frame, and less before an edit shows. */
const SLICE = 8;
const FIRST = 4;

/**
 * One board open in one tab: the document as it is here, what the server has confirmed of it, and the sum of it.
 * Edits show at once and are sent one after another; "saved" is only said when the server has committed.
 */
export class BoardSession {
  #doc: BoardDoc = $state.raw() as BoardDoc;
  version = $state(0);
  stacks: Stacks = $state.raw({ undo: [], redo: [] });
  state: SaveState = $state('saved');
  problem = $state('');
  /** Why the board as it stands could not be added up: a fault of this program; the document is kept and sent all the same. */
  broken = $state('');
  conflict: { conflicts: Conflict[] } | null = $state.raw(null);
  moved: Move[] = $state.raw([]);
  /** Who else has this board open in a browser. */
  others: readonly Other[] = $state.raw([]);
  /** Grows when a reviewer says something. */
  remarks = $state(0);
  /** What the last step back or forward was called. */
  said = $state('');
  /** Random boards of this board, for every view that asks about them. */
  readonly lottery = new Lottery();
  /** What would mend what fails on it. */
  readonly mender = new Mender();
  /** The board added up; while it is not `complete`, only what was edited is as the document says. */
  sum: Sum = $state.raw() as Sum;
  /** It was added up once: until then there is nothing to show. */
  ready = $state(false);
  readonly #evaluator = new Evaluator();
  /** The sum that what an edit moves is told against, until all of it is told. */
  #before: Sum | null = null;
  /** The adding up under way: a later one puts an end to it. */
  #adding: object | null = null;
  /** The last edit was not added up before it had to show: the next one shows without trying. */
  #slow = false;

  #confirmed: BoardDoc;
  #begun = (): void => {};
  #sending = false;
  #label = '';
  #force = false;
  #client = '';
  #channel: BroadcastChannel | null = null;
  /** Tells what others do; closed while nobody looks at this tab. */
  #stream: EventSource | null = null;
  #here = '';
  #idle: (() => void)[] = [];

  /** `base` is the address its pages stand under; `reading`: nothing can be changed. */
  constructor(
    readonly id: string,
    saved: Saved,
    readonly base = `/boards/${id}`,
    readonly reading = false,
  ) {
    this.#doc = saved.doc;
    this.sum = nothingOf(saved.doc);
    this.version = saved.version;
    this.stacks = saved.stacks;
    this.#confirmed = saved.doc;
  }

  get doc(): BoardDoc {
    return this.#doc;
  }

  /** What was edited is answered for at once, the rest of the board in slices between which the page lives on. */
  set doc(next: BoardDoc) {
    if (next === this.#doc) return;
    this.#doc = next;
    this.broken = '';
    // Where no page waits for a frame there is nothing to answer at once.
    this.#addUp(next, typeof window === 'undefined' ? null : (this.#tried(() => this.#evaluator.atOnce(next)) ?? null));
  }

  /**
   * Adds up in slices; `first` is what shows until then, where that takes longer than a moment. A board whose stages came or
   * went is added up at once: nothing of the page may look for what is not there.
   */
  #addUp(next: BoardDoc, first: Sum | null): void {
    const adding = (this.#adding = {});
    const steps = this.#evaluator.steps(next);
    if (!first && this.ready) {
      const sum = this.#tried(() => finished(steps));
      if (sum) this.#added(sum);
      return;
    }
    const slice = (length: number) => {
      if (this.#adding !== adding) return;
      const until = performance.now() + length;
      for (let now = 0; now < until; now = performance.now()) {
        const step = this.#tried(() => steps.next());
        if (!step) return;
        const { done, value } = step;
        if (done) {
          this.#slow = first !== null && this.sum.doc === next;
          return this.#added(value);
        }
      }
      if (first && this.sum.doc !== next) this.#added(first);
      setTimeout(slice, 0, SLICE);
    };
    slice(this.#slow && first ? 0 : FIRST);
  }

  /** What a computation comes to; undefined where it fails, and then the page says so instead of standing still. */
  #tried<T>(compute: () => T): T | undefined {
    try {
      return compute();
    } catch (error) {
      console.error('the board could not be added up:', error);
      this.broken = error instanceof Error ? error.message : 'unknown cause';
      this.#begun();
      return undefined;
    }
  }

  #added(sum: Sum): void {
    this.sum = sum;
    this.ready = true;
    this.#begun();
    if (this.#before) this.moved = moves(this.#before, sum);
    if (sum.complete) this.#before = null;
  }

  /** Another document by somebody's doing here: what it moves is shown. */
  #move(next: BoardDoc): void {
    this.#before = this.sum;
    this.doc = next;
  }

  /** Adds the board up for the first time. Resolves when it stands, or is known to be broken. */
  begin(): Promise<void> {
    if (this.ready) return Promise.resolve();
    return new Promise((done) => {
      this.#begun = done;
      this.#addUp(this.#doc, null);
    });
  }

  /**
   * In the browser: adds the board up, and joins its other tabs. The server, which saves for everybody, adds up nothing.
   * Returns what leaves them again.
   */
  join(): () => void {
    void this.begin();
    this.#client = tabName();
    this.#channel = new BroadcastChannel(`spark-sum board ${this.id}`);
    this.#channel.onmessage = () => void this.catchUp();
    const look = () => {
      if (document.visibilityState !== 'visible') return this.#deafen();
      void this.catchUp();
      this.#listen();
    };
    const warn = (e: BeforeUnloadEvent) => this.state !== 'saved' && e.preventDefault();
    document.addEventListener('visibilitychange', look);
    window.addEventListener('beforeunload', warn);
    void this.catchUp(true);
    this.#listen();
    return () => {
      this.#deafen();
      this.lottery.stop();
      this.mender.close();
      this.#channel?.close();
      document.removeEventListener('visibilitychange', look);
      window.removeEventListener('beforeunload', warn);
    };
  }

  #listen(): void {
    if (this.#stream || typeof EventSource === 'undefined') return;
    const told = (this.#here = location.pathname.slice(this.base.length));
    this.#stream = new EventSource(`/api/boards/${this.id}/live?client=${this.#client}&at=${encodeURIComponent(told)}`);
    this.#stream.onopen = () => this.#here !== told && this.#tellWhere();
    this.#stream.onmessage = ({ data }: MessageEvent<string>) => {
      const { version, remarks, people } = JSON.parse(data) as { version: number; remarks: number; people: Other[] };
      [this.others, this.remarks] = [people, remarks];
      if (version > this.version) void this.catchUp();
    };
  }

  #deafen(): void {
    this.#stream?.close();
    this.#stream = null;
    this.others = [];
  }

  /** Says on which of its pages this tab is, for others to see. */
  nowAt(path: string): void {
    if (path === this.#here || this.reading) return;
    this.#here = path;
    if (this.#stream) this.#tellWhere();
  }

  #tellWhere(): void {
    void request('POST', `/api/boards/${this.id}/live`, { client: this.#client, at: this.#here });
  }

  /** Puts an edited document in the place of the old one. Returns what is wrong with it; then nothing has changed. */
  edit(label: string, next: BoardDoc): Issue[] {
    if (equal(next, this.doc)) return [];
    if (this.reading) return [{ path: '', message: 'This link is for reading: nothing can be changed through it.' }];
    const checked = checkBoard(next);
    if (!checked.ok) return checked.issues;
    this.#move(next);
    this.#label = label;
    this.said = '';
    void this.#send();
    return [];
  }

  async #send(): Promise<void> {
    if (this.#sending || this.conflict) return;
    this.#sending = true;
    while (!this.conflict) {
      const sent = this.doc;
      const ops = difference(this.#confirmed, sent);
      if (ops.length === 0) break;
      this.state = 'saving';
      const body = { client: this.#client, nonce: crypto.randomUUID(), ops, label: this.#label, force: this.#force };
      if (!(await this.#deliver(body, sent))) break;
    }
    this.#sending = false;
    // A refusal stays to be read until the next edit.
    if (this.state !== 'refused' && equal(this.#confirmed, this.doc)) this.state = 'saved';
    for (const done of this.#idle.splice(0)) done();
  }

  /** One request, again while the server cannot be reached. False where sending has to stop. */
  async #deliver(body: unknown, sent: BoardDoc): Promise<boolean> {
    for (;;) {
      const answer = await request<Saved>('POST', `/api/boards/${this.id}/changes`, body);
      if (answer.ok) {
        await loadKindsOf(answer.value.doc);
        this.#force = false;
        this.#take(answer.value, sent);
        return true;
      }
      if (answer.status === 409) {
        await loadKindsOf(answer.body.doc as BoardDoc);
        this.#confirmed = answer.body.doc as BoardDoc;
        this.version = answer.body.version as number;
        this.conflict = { conflicts: answer.body.conflicts as Conflict[] };
        return false;
      }
      if (answer.status !== 0 && answer.status < 500) {
        this.state = 'refused';
        this.problem = answer.body.issues?.map((i) => `${i.path}: ${i.message}`).join(' ') || answer.body.message || 'The change was refused.';
        this.doc = this.#confirmed;
        return false;
      }
      this.state = 'unreachable';
      await new Promise((r) => setTimeout(r, RETRY));
    }
  }

  /** What the server holds becomes the ground; what was edited here meanwhile goes on top. */
  #take(saved: Saved, sent: BoardDoc): void {
    const later = difference(sent, this.doc);
    this.#confirmed = saved.doc;
    this.version = saved.version;
    this.stacks = saved.stacks;
    this.problem = '';
    const applied = applyOps(saved.doc, later, true);
    if (applied.ok && !equal(applied.doc, this.doc)) this.doc = applied.doc;
    this.#channel?.postMessage(saved.version);
  }

  /** Fetches what other tabs have done. */
  async catchUp(first = false): Promise<void> {
    if (this.#sending || this.conflict) return;
    const answer = await request<Saved>('GET', `/api/boards/${this.id}/changes?since=${this.version}&client=${this.#client}`);
    if (answer.ok) await loadKindsOf(answer.value.doc);
    // Of several servers one may answer from before: what is older than what was seen is not news.
    if (!answer.ok || this.#sending || answer.value.version < this.version || (answer.value.version === this.version && !first)) return;
    const sent = this.#confirmed;
    const here = difference(sent, this.doc);
    this.#confirmed = answer.value.doc;
    this.version = answer.value.version;
    this.stacks = answer.value.stacks;
    const applied = applyOps(answer.value.doc, here);
    if (applied.ok && !equal(applied.doc, this.doc)) this.doc = applied.doc;
  }

  /** Waits until everything is with the server. */
  settled(): Promise<void> {
    return this.#sending ? new Promise((done) => this.#idle.push(done)) : Promise.resolve();
  }

  async step(direction: 'undo' | 'redo', force = false): Promise<void> {
    await this.settled();
    if (this.conflict) return;
    const answer = await request<Saved & { label?: string }>('POST', `/api/boards/${this.id}/step`, {
      client: this.#client,
      nonce: crypto.randomUUID(),
      direction,
      force,
    });
    if (answer.ok) {
      await loadKindsOf(answer.value.doc);
      this.#take(answer.value, this.doc);
      this.#move(answer.value.doc);
      this.said = answer.value.label ?? (direction === 'undo' ? 'nothing to undo' : 'nothing to redo');
    } else {
      this.said = answer.status === 409 ? `not possible: ${answer.body.message}` : (answer.body.message ?? 'not possible now');
    }
  }

  /** Ends a conflict: mine goes over theirs, or theirs stays and the rest of mine goes in. */
  resolve(choice: 'mine' | 'theirs'): void {
    const { conflicts } = this.conflict!;
    if (choice === 'mine') this.#force = true;
    else {
      const contested = conflicts.map((c) => c.path.join('/'));
      const rest = this.#mine().filter((op) => !contested.includes(op.path.join('/')));
      const applied = applyOps(this.#confirmed, rest);
      this.doc = applied.ok ? applied.doc : this.#confirmed;
    }
    this.conflict = null;
    void this.#send();
  }

  /** What differs here from what the server has now. */
  #mine() {
    return difference(this.#confirmed, this.doc);
  }
}

const KEY = Symbol('board');
export const provideBoard = (session: () => BoardSession): void => void setContext(KEY, session);
export const useBoard = (): (() => BoardSession) => getContext<() => BoardSession>(KEY);
