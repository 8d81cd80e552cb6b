import { spawn } from 'node:child_process';
import { root } from './paths.mjs';
import { Stop } from './say.mjs';

/** Runs a command to its end with its output shown; a failure stops the script with `problem`. */
export async function run(command, args, { env = {}, cwd = root, problem, quiet = false } = {}) {
  const child = spawn(command, args, { cwd, env: { ...process.env, ...env }, stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'] });
  let output = '';
  child.stdout?.on('data', (d) => (output += d));
  child.stderr?.on('data', (d) => (output += d));
  const code = await new Promise((done) => {
    child.on('error', () => done(127));
    child.on('exit', (c, signal) => done(c ?? (signal ? 130 : 1)));
  });
  if (code !== 0) throw new Stop(`${problem ?? `"${command} ${args.join(' ')}" failed`}${output ? `\n${output.slice(-4000)}` : ''}`);
  return output;
}
