const waiting: (() => void)[] = [];
let running = false;

function next(): void {
  const work = waiting.shift();
  if (!work) {
    running = false;
    return;
  }
  work();
  setTimeout(next, 0);
}

/** Does something after what is under way, one thing a task, so that the page answers in between. Returns what calls it off. */
export function soon(work: () => void): () => void {
  waiting.push(work);
  if (!running) {
    running = true;
    setTimeout(next, 0);
  }
  return () => {
    const at = waiting.indexOf(work);
    if (at >= 0) waiting.splice(at, 1);
  };
}
