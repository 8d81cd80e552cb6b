import { readFileSync } from 'node:fs';

/** Whether a process lives. One that has ended and is not yet reaped counts as dead. */
export function isAlive(pid) {
  try {
    process.kill(pid, 0);
  } catch {
    return false;
  }
  try {
    return !/^State:\s+[ZX]/m.test(readFileSync(`/proc/${pid}/status`, 'utf8'));
  } catch {
    return true;
  }
}

/** Whether a process is the one meant: its command line holds a path of ours. Pids are used again by the system. */
export function isOurs(pid, mark) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(mark);
  } catch {
    return false;
  }
}

/** Asks a process to end, waits, and insists in the end. */
export async function end(pid, patience = 15_000) {
  if (!isAlive(pid)) return;
  process.kill(pid, 'SIGTERM');
  const until = Date.now() + patience;
  while (isAlive(pid) && Date.now() < until) await new Promise((r) => setTimeout(r, 25));
  if (isAlive(pid)) process.kill(pid, 'SIGKILL');
}
