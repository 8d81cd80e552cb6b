import type { Ask, Reply } from '../../workers/recorder.ts';

type Asking<S extends Ask['sort']> = Omit<Extract<Ask, { sort: S }>, 'ask' | 'sort'>;
type Without = { refused: string; line?: number };
type Answer<K extends string> = Extract<Reply, Record<K, unknown>> | Without;

/** A record open in a thread of its own. */
export class Recorder {
  readonly #worker = new Worker(new URL('../../workers/recorder.ts', import.meta.url), { type: 'module' });
  readonly #waiting = new Map<number, (reply: Reply) => void>();
  #ask = 0;

  constructor() {
    this.#worker.onmessage = ({ data }: MessageEvent<Reply>) => {
      this.#waiting.get(data.ask)?.(data);
      this.#waiting.delete(data.ask);
    };
    this.#worker.onerror = (e) => {
      for (const [ask, give] of this.#waiting) give({ ask, refused: e.message || 'The thread that reads records could not be started.' });
      this.#waiting.clear();
    };
  }

  #say(sort: Ask['sort'], rest: object, transfer: Transferable[] = []): Promise<Reply> {
    const ask = ++this.#ask;
    return new Promise((resolve) => {
      this.#waiting.set(ask, resolve);
      this.#worker.postMessage({ ask, sort, ...rest }, transfer);
    });
  }

  /** @param asking.bytes are given away */
  open = (asking: Asking<'open'>): Promise<Answer<'opened'>> => this.#say('open', asking, [asking.bytes.buffer as ArrayBuffer]) as Promise<Answer<'opened'>>;
  view = (asking: Asking<'view'>): Promise<Answer<'view'>> => this.#say('view', asking) as Promise<Answer<'view'>>;
  measure = (asking: Asking<'measure'>): Promise<Answer<'measured'>> => this.#say('measure', asking) as Promise<Answer<'measured'>>;

  close(): void {
    this.#worker.terminate();
  }
}

/** Packs bytes for keeping; a record of text shrinks to a fifth. */
export async function packed(bytes: Uint8Array): Promise<Uint8Array> {
  const stream = new Blob([bytes as BlobPart]).stream().pipeThrough(new CompressionStream('gzip'));
  return new Uint8Array(await new Response(stream).arrayBuffer());
}
export async function unpacked(bytes: ArrayBuffer): Promise<Uint8Array> {
  const stream = new Blob([bytes]).stream().pipeThrough(new DecompressionStream('gzip'));
  return new Uint8Array(await new Response(stream).arrayBuffer());
}
