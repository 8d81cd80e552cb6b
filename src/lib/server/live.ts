import { inArray } from 'drizzle-orm';
import { db } from './db/client.ts';
import { boards } from './db/schema.ts';

/** Somebody who looks at a board, and where. */
export interface Person {
  client: string;
  name: string;
  at: string;
}
interface Watcher extends Person {
  send: (text: string) => void;
  close: () => void;
}

/** Who looks at each board on this server. */
const rooms = new Map<string, { version: number; remarks: number; watchers: Set<Watcher> }>();
/** Browsers that may look at one board at a time. */
const MOST = 40;
/** How often boards that somebody looks at are asked whether another server changed them, and when a silent line is told to be alive, ms. */
const [EVERY, ALIVE] = [700, 20_000];
let timer: NodeJS.Timeout | null = null;

const line = (data: unknown): string => `data: ${JSON.stringify(data)}\n\n`;

function tell(boardId: string): void {
  const room = rooms.get(boardId);
  if (!room) return;
  for (const w of room.watchers) {
    const people = [...room.watchers].filter((p) => p !== w).map(({ client, name, at }) => ({ client, name, at }));
    w.send(line({ version: room.version, remarks: room.remarks, people }));
  }
}

/** Tells everybody who looks at a board that it has moved on. */
export function announce(boardId: string, version: number): void {
  const room = rooms.get(boardId);
  if (!room || room.version >= version) return;
  room.version = version;
  tell(boardId);
}

/** Tells everybody who looks at a board that a reviewer said something. */
export function remarked(boardId: string): void {
  const room = rooms.get(boardId);
  if (!room) return;
  room.remarks++;
  tell(boardId);
}

/** Looks whether boards were changed by another server. */
async function look(): Promise<void> {
  const ids = [...rooms.keys()];
  if (!ids.length) return;
  const rows = await db().select({ id: boards.id, version: boards.version }).from(boards).where(inArray(boards.id, ids));
  for (const { id, version } of rows) announce(id, version);
}

function keepLooking(): void {
  timer ??= setInterval(() => {
    if (rooms.size) return void look().catch(() => {});
    clearInterval(timer!);
    timer = null;
  }, EVERY);
  timer.unref();
}

/** Moves somebody to another page of the board. */
export function moveTo(boardId: string, client: string, at: string): void {
  const room = rooms.get(boardId);
  const moved = [...(room?.watchers ?? [])].filter((w) => w.client === client);
  for (const w of moved) w.at = at;
  if (moved.length) tell(boardId);
}

/** A stream of what happens on a board, as server-sent events: its version, and who else is there. 429 where too many look. */
export function liveStream(boardId: string, version: number, person: Person): Response {
  if ((rooms.get(boardId)?.watchers.size ?? 0) >= MOST) return new Response('Too many browsers look at this board.', { status: 429 });
  let leave = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(to) {
      const text = new TextEncoder();
      const send = (words: string) => {
        try {
          to.enqueue(text.encode(words));
        } catch {
          leave();
        }
      };
      const alive = setInterval(() => send(': \n\n'), ALIVE);
      const watcher: Watcher = {
        ...person,
        send,
        close: () => {
          leave();
          to.close();
        },
      };
      const room = rooms.get(boardId) ?? { version, remarks: 0, watchers: new Set() };
      rooms.set(boardId, room);
      room.version = Math.max(room.version, version);
      room.watchers.add(watcher);
      leave = () => {
        clearInterval(alive);
        if (!room.watchers.delete(watcher)) return;
        if (room.watchers.size === 0) rooms.delete(boardId);
        else tell(boardId);
      };
      keepLooking();
      send('retry: 2000\n\n');
      tell(boardId);
    },
    cancel: () => leave(),
  });
  return new Response(body, { headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' } });
}

/** Ends all streams, so that a server that is asked to stop need not wait for browsers that only listen. */
export function closeStreams(): void {
  for (const room of [...rooms.values()]) for (const w of [...room.watchers]) w.close();
}
