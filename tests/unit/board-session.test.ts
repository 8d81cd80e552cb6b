import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { BoardDoc } from '../../src/core/board/document.ts';
import { applyOps, type Op } from '../../src/core/board/changes.ts';
import { evaluateBoard } from '../../src/core/board/evaluate.ts';
import { setGiven, setPart, setStage } from '../../src/core/board/edit.ts';
import { board } from '../../src/core/testing/boards.ts';
import { BoardSession } from '../../src/lib/state/board-session.svelte.ts';

const start = (): BoardDoc =>
  board([
    { id: 'in', kind: 'dc-input', given: { supplyVoltage: 12, sourceResistance: 0.5 }, rails: { out: 'v12' } },
    { id: 'lamp', kind: 'supply-load', given: { typicalCurrent: 0.1 }, rails: { in: 'v12' } },
    { id: 'tap', kind: 'voltage-divider', given: { outputVoltage: 2 }, parts: { R1: { value: 5e4 }, R2: { value: 1e4 } }, rails: { in: 'v12' } },
  ]);

/** A server that keeps one board, and what it was sent. */
class Server {
  doc = start();
  version = 1;
  sent: { ops: Op[]; force: boolean; label: string }[] = [];
  /** What it answers instead, once. */
  next: (() => Response) | null = null;

  answer = async (url: string, init?: RequestInit): Promise<Response> => {
    const other = this.next;
    this.next = null;
    if (other) return other();
    if (init?.method === 'POST' && url.endsWith('/changes')) {
      const body = JSON.parse(init.body as string) as { ops: Op[]; force: boolean; label: string };
      this.sent.push(body);
      const applied = applyOps(this.doc, body.ops, body.force);
      if (!applied.ok) return this.#json({ doc: this.doc, version: this.version, conflicts: applied.conflicts }, 409);
      this.doc = applied.doc;
      this.version++;
    }
    return this.#json(this.saved(), 200);
  };

  saved = () => ({ version: this.version, doc: this.doc, stacks: { undo: [], redo: [] } });
  #json = (body: unknown, status: number) => new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });
}

let server: Server;
let session: BoardSession;
beforeEach(async () => {
  server = new Server();
  vi.stubGlobal('fetch', server.answer);
  session = new BoardSession('b', server.saved());
  await session.begin();
});
afterEach(() => vi.unstubAllGlobals());

const dims = (doc: BoardDoc, amps: number) => setGiven(doc, 'lamp', 'typicalCurrent', amps);
const current = (s = session) => s.sum.byId.get('lamp')!.judged.nominal('typicalTotal');

describe('a board in a tab', () => {
  it('shows an edit before the server has it, and says “saved” only afterwards', async () => {
    expect(session.edit('dim', dims(session.doc, 0.2))).toEqual([]);
    expect(current()).toBeCloseTo(0.2, 9);
    expect(session.sum.complete).toBe(true);
    expect(session.state).toBe('saving');
    await session.settled();
    expect(session.state).toBe('saved');
    expect(server.sent.map((s) => s.label)).toEqual(['dim']);
    expect(server.doc).toEqual(session.doc);
  });

  it('tells what an edit moved, here and elsewhere, the largest first', () => {
    session.edit('dim', dims(session.doc, 0.3));
    const moved = session.moved.map((m) => `${m.stage}.${m.outcome}`);
    expect(moved).toContain('lamp.typicalTotal');
    expect(moved.some((m) => m.startsWith('tap.'))).toBe(true);
    const sizes = session.moved.map((m) => Math.abs(m.change));
    expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
    expect(new Set(moved).size).toBe(moved.length);
  });

  it('refuses what is invalid, and keeps everything as it was', () => {
    const before = session.doc;
    expect(session.edit('break', dims(session.doc, -1))[0]!.path).toContain('typicalCurrent');
    expect(session.doc).toBe(before);
    expect(server.sent).toEqual([]);
    expect(session.edit('nothing', structuredClone(before))).toEqual([]);
    expect(server.sent).toEqual([]);
  });

  it('sends edits one after another, each from what the server had before', async () => {
    for (const amps of [0.2, 0.3, 0.4]) session.edit(`dim to ${amps}`, dims(session.doc, amps));
    await session.settled();
    expect(server.doc.stages.find((s) => s.id === 'lamp')!.given!.typicalCurrent).toBe(0.4);
    expect(session.state).toBe('saved');
    expect(server.sent.length).toBeLessThanOrEqual(3);
  });

  it('takes in what another tab did elsewhere, and keeps its own', async () => {
    server.doc = setStage(server.doc, 'tap', { title: 'Watch' });
    server.version++;
    session.edit('dim', dims(session.doc, 0.2));
    await session.settled();
    expect(session.sum.byId.get('tap')!.title).toBe('Watch');
    expect(current()).toBeCloseTo(0.2, 9);
    expect(session.conflict).toBeNull();
  });

  it.each([
    ['mine', 0.2],
    ['theirs', 0.5],
  ] as const)('asks where both changed one field, and %s then stands', async (choice, amps) => {
    server.doc = dims(server.doc, 0.5);
    server.version++;
    session.edit('dim', dims(session.doc, 0.2));
    await session.settled();
    expect(session.conflict!.conflicts.map((c) => c.path.join('.'))).toEqual(['stages.lamp.given.typicalCurrent']);
    session.resolve(choice);
    await session.settled();
    expect(current()).toBeCloseTo(amps, 9);
    expect(server.doc.stages.find((s) => s.id === 'lamp')!.given!.typicalCurrent).toBe(amps);
    expect(session.state).toBe('saved');
  });

  it('gives an edit back that the server refuses, with its reason', async () => {
    server.next = () => new Response(JSON.stringify({ message: 'too large', issues: [{ path: 'stages', message: 'are too many.' }] }), { status: 422 });
    const before = session.doc;
    session.edit('dim', dims(session.doc, 0.2));
    await session.settled();
    expect(session.state).toBe('refused');
    expect(session.problem).toBe('stages: are too many.');
    expect(session.doc).toBe(before);
    expect(current()).toBeCloseTo(0.1, 9);
  });
});

describe('a board larger than a frame', () => {
  beforeEach(() => {
    vi.stubGlobal('window', globalThis);
    vi.useFakeTimers({ toFake: ['setTimeout', 'performance'] });
  });
  afterEach(() => vi.useRealTimers());

  /** Every look at the clock is a frame later, so that nothing is ever done within one. */
  const slowClock = () => {
    let now = 0;
    vi.spyOn(performance, 'now').mockImplementation(() => (now += 20));
  };

  it('answers at once for what was edited, and then for what it moves', () => {
    slowClock();
    const before = session.sum.byId.get('tap')!.judged.nominal('inputCurrent');
    session.edit('dim', dims(session.doc, 0.4));
    expect(session.sum.complete).toBe(false);
    expect(current()).toBeCloseTo(0.4, 9);
    expect(session.sum.byId.get('tap')!.judged.nominal('inputCurrent')).toBe(before);
    expect(session.moved.some((m) => m.stage === 'tap')).toBe(false);
    vi.runAllTimers();
    expect(session.sum.complete).toBe(true);
    // The supply has a resistance of its own: what the lamp draws lowers the rail.
    expect(session.sum.byId.get('tap')!.judged.nominal('inputCurrent')!).toBeLessThan(before!);
    expect(session.moved.some((m) => m.stage === 'tap')).toBe(true);
  });

  it('leaves off adding up as soon as there is a later edit', () => {
    slowClock();
    session.edit('dim', dims(session.doc, 0.4));
    session.edit('nudge', setPart(session.doc, 'tap', 'R2', { value: 2e4 }));
    session.edit('dim', dims(session.doc, 0.2));
    vi.runAllTimers();
    expect(session.sum.complete).toBe(true);
    expect(session.sum.doc).toBe(session.doc);
    for (const s of evaluateBoard(session.doc).stages)
      for (const name of Object.keys(s.kind.outcomes)) {
        const [here, there] = [session.sum.byId.get(s.id)!.judged.nominal(name), s.judged.nominal(name)];
        if (there === null) expect(here).toBeNull();
        else expect(Math.abs(here! - there)).toBeLessThanOrEqual(2e-6 * Math.abs(there));
      }
  });
});

describe('a board that cannot be added up', () => {
  it('is kept and told, and is whole again with the next document that can', async () => {
    const quiet = vi.spyOn(console, 'error').mockImplementation(() => {});
    const doc = start();
    const odd = { ...doc, stages: [...doc.stages, { id: 'odd', kind: 'nothing-known' }] };
    const session = new BoardSession('b', { version: 1, doc: odd, stacks: { undo: [], redo: [] } });
    await session.begin();
    expect(session.broken).toMatch(/nothing-known/);
    expect([session.doc, session.sum.stages.length]).toEqual([odd, 0]);
    session.doc = doc;
    await session.begin();
    expect([session.broken, session.sum.stages.length]).toEqual(['', 3]);
    quiet.mockRestore();
  });
});
