import type { BoardDoc } from '../../core/board/document.ts';
import type { Answer } from '../../core/practice/bench.ts';
import type { Difficulty } from '../../core/practice/hide.ts';
import { practiceWorker } from './work.ts';
import type { BenchState, PracticeAsk, PracticeReply } from '../../workers/practice.ts';

export interface Said {
  line: string;
  answer: Answer;
}
interface Kept {
  seed: number;
  difficulty: Difficulty;
  fitted: boolean;
  history: string[];
}

/** A practice bench in a thread of its own. What was done on it is kept in the tab, so that leaving the page loses nothing. */
export class Practice {
  state = $state.raw<BenchState | null>(null);
  said = $state.raw<readonly Said[]>([]);
  hidden = $state.raw<readonly string[] | null>(null);
  problem = $state<string | null>(null);
  busy = $state(false);
  #worker: Worker | null = null;
  #ask = 0;
  #kept: Kept | null = null;

  constructor(private readonly key: string) {}

  #send(ask: PracticeAsk extends infer A ? (A extends PracticeAsk ? Omit<A, 'ask'> : never) : never): Promise<PracticeReply> {
    const number = ++this.#ask;
    this.#worker ??= practiceWorker();
    const worker = this.#worker;
    return new Promise((resolve) => {
      const hear = ({ data }: MessageEvent<PracticeReply>) => {
        if (data.ask !== number) return;
        worker.removeEventListener('message', hear);
        resolve(data);
      };
      worker.addEventListener('message', hear);
      worker.onerror = (e) => resolve({ ask: number, refused: e.message || 'The bench could not be started.' });
      worker.postMessage({ ...ask, ask: number });
    });
  }

  async start(doc: BoardDoc, seed: number, difficulty: Difficulty, fitted: boolean, history: string[] = []): Promise<void> {
    [this.problem, this.busy, this.hidden, this.said] = [null, true, null, []];
    const reply = await this.#send({ sort: 'start', doc, seed, difficulty, fitted, history });
    this.busy = false;
    if ('refused' in reply) return void (this.problem = reply.refused);
    if ('state' in reply) this.state = reply.state;
    this.#kept = { seed, difficulty, fitted, history };
    this.#keep();
  }

  /** Goes on where this tab left off. */
  async resume(doc: BoardDoc): Promise<boolean> {
    try {
      const kept = JSON.parse(sessionStorage.getItem(this.key) ?? 'null') as Kept | null;
      if (!kept) return false;
      await this.start(doc, kept.seed, kept.difficulty, kept.fitted, kept.history);
      return true;
    } catch {
      return false;
    }
  }

  #keep(): void {
    try {
      sessionStorage.setItem(this.key, JSON.stringify(this.#kept));
    } catch {
      // A tab that may keep nothing practises all the same.
    }
  }

  get seed(): number {
    return this.#kept?.seed ?? 1;
  }

  /** Says a line to the bench. */
  async say(line: string): Promise<Answer | null> {
    this.busy = true;
    const reply = await this.#send({ sort: 'line', line });
    this.busy = false;
    if ('refused' in reply) {
      this.problem = reply.refused;
      return null;
    }
    if (!('state' in reply) || !reply.answer) return null;
    this.state = reply.state;
    this.said = [...this.said, { line, answer: reply.answer }].slice(-200);
    this.#kept?.history.push(line);
    this.#keep();
    return reply.answer;
  }

  async reveal(): Promise<void> {
    const reply = await this.#send({ sort: 'reveal' });
    if ('hidden' in reply) this.hidden = reply.hidden;
  }

  close(): void {
    this.#worker?.terminate();
    this.#worker = null;
  }
}
