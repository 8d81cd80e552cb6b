// What the start script notes of itself: who runs, where.
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { home } from './paths.mjs';
import { isAlive, isOurs } from './process.mjs';

export const running = join(home, 'running.json');

/** The notes of the last start, and whether it still lives; null where there are none. */
export function noted() {
  if (!existsSync(running)) return null;
  let was;
  try {
    was = JSON.parse(readFileSync(running, 'utf8'));
  } catch {
    was = {};
  }
  return { ...was, lives: Boolean(was.pid && isAlive(was.pid) && isOurs(was.pid, 'start.mjs')) };
}
