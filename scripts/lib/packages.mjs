// Installs what is missing: npm packages of the project, packages of Debian.
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './paths.mjs';
import { run } from './run.mjs';
import { say, Stop } from './say.mjs';

const FOLDERS = ['/usr/local/sbin', '/usr/local/bin', '/usr/sbin', '/usr/bin', '/sbin', '/bin'];

/** Path of a program, also where an ordinary user's PATH does not look; null when it is not installed. */
export function find(name) {
  for (const folder of [...(process.env.PATH ?? '').split(':'), ...FOLDERS]) {
    if (folder && existsSync(join(folder, name))) return join(folder, name);
  }
  return null;
}

export async function npmPackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules/.spark-sum-stamp');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  say('installing npm packages (a minute the first time)…');
  await run('npm', ['ci', '--no-fund', '--no-audit', '--loglevel=error'], {
    problem: 'The npm packages could not be installed. Check the network and the npm registry, then start again.',
  });
  writeFileSync(stamp, lock);
}

let updated = false;

/** Makes sure a program of Debian is there. */
export async function debianProgram(program, packageName) {
  const found = find(program);
  if (found) return found;
  const apt = find('apt-get');
  const isRoot = process.getuid?.() === 0;
  const sudo = isRoot ? null : find('sudo');
  if (!apt || (!isRoot && !sudo)) {
    throw new Stop(
      `${program} is missing, and it cannot be installed from here: ${apt ? 'you are not root and there is no sudo' : 'this system has no apt-get'}.\n` +
        `Install it once yourself, for example with: apt-get install ${packageName}`,
    );
  }
  say(`installing ${packageName} from Debian’s packages…`);
  const command = async (args, problem) => {
    const env = { DEBIAN_FRONTEND: 'noninteractive' };
    if (isRoot) await run(apt, args, { env, problem, quiet: true });
    else await run(sudo, ['-n', 'env', 'DEBIAN_FRONTEND=noninteractive', apt, ...args], { problem, quiet: true });
  };
  const problem = `${packageName} could not be installed. Install it once yourself with: sudo apt-get install ${packageName}`;
  if (!updated) {
    await command(['update'], problem);
    updated = true;
  }
  await command(['install', '-y', '--no-install-recommends', ...packageName.split(' ')], problem);
  const now = find(program);
  if (!now) throw new Stop(problem);
  return now;
}
