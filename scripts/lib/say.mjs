// What a start or a test run tells the person who waits for it.
const started = Date.now();

export function say(text) {
  const seconds = ((Date.now() - started) / 1000).toFixed(0).padStart(3);
  process.stdout.write(`${seconds} s  ${text}\n`);
}

/** Ends the script with a message that says what to do. */
export class Stop extends Error {}
