import { debianProgram } from './packages.mjs';

/** Flags for a headless browser on a machine without a display or a way out. */
const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

/** Launch options for Playwright with Debian's Chromium, installed if missing. */
export async function chromiumOptions() {
  return { executablePath: await debianProgram('chromium', 'chromium'), args: FLAGS };
}
