// npm run bench: how fast the core, the files and the server are. Prints figures; nothing here can fail a test.
import { build } from 'esbuild';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { startApp } from './lib/app.mjs';
import { buildApp } from './lib/build.mjs';
import { home, root } from './lib/paths.mjs';
import { startDatabase } from './lib/mariadb.mjs';
import { npmPackages } from './lib/packages.mjs';

await npmPackages();
const folder = mkdtempSync(join(tmpdir(), 'spark-sum-bench-'));
const row = (what, figure, limit = '') => console.log(`${what.padEnd(64)} ${figure.padStart(10)}   ${limit}`);
const digits = (v) => (v < 10 ? v.toFixed(2) : v.toFixed(1));
const ms = (v) => `${digits(+v)} ms`;
/** A row of a time, with the quarters of its runs where they lie apart. */
const timed = (what, times, limit = '') => row(what, ms(times), [`${digits(times.low)} … ${digits(times.high)}`, limit].filter(Boolean).join('; '));

/** Median time of a function over some runs after a warm-up, and the quarters about it. */
async function median(f, runs = 25, warm = 30) {
  for (let i = 0; i < warm; i++) await f(i);
  const times = [];
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    await f(i);
    times.push(performance.now() - start);
  }
  times.sort((a, b) => a - b);
  const at = (share) => times[Math.floor((runs - 1) * share)];
  return { valueOf: () => at(0.5), low: at(0.25), high: at(0.75) };
}

/** Nanoseconds per result of sums of the same sort elsewhere; null where that is not installed. */
function yardsticks() {
  const run = (command, args) => {
    try {
      return Number(execFileSync(command, args, { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] }).split(' ')[0]);
    } catch {
      return null;
    }
  };
  const compiled = join(folder, 'yardstick');
  run('g++', ['-O2', '-o', compiled, join(root, 'scripts/lib/yardstick.cpp')]);
  return { 'C++': run(compiled, []), numpy: run('python3', [join(root, 'scripts/lib/yardstick.py')]) };
}

/** How long the server takes to say that it is well while it has much to do. */
async function underLoad(address, file) {
  const body = { method: 'POST', headers: { 'content-type': 'application/json' }, body: file };
  // The first answer of a process opens its connections.
  await (await fetch(`${address}/healthz`)).text();
  const asked = Array.from({ length: 10 }, () => fetch(`${address}/api/evaluate`, body).then((r) => r.text()));
  const slowest = [];
  for (let i = 0; i < 40; i++) {
    const start = performance.now();
    await (await fetch(`${address}/healthz`)).text();
    slowest.push(performance.now() - start);
  }
  await Promise.all(asked);
  return Math.max(...slowest);
}

/** What opening a board costs in Chromium: scripts that come over the line, the longest task, and a nudge until its row shows. */
async function page(address, cookie, board) {
  const { chromium } = await import('@playwright/test');
  const { chromiumOptions } = await import('./lib/chromium.mjs');
  const browser = await chromium.launch(await chromiumOptions());
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const [name, value] = cookie.split('=');
    await context.addCookies([{ name, value, url: address }]);
    await context.addInitScript(() => {
      globalThis.longest = 0;
      new PerformanceObserver((list) => list.getEntries().forEach((e) => (globalThis.longest = Math.max(globalThis.longest, e.duration)))).observe({
        type: 'longtask',
        buffered: true,
      });
    });
    for (const [title, path] of [
      ['the sum', `/boards/${board}`],
      ['a stage sheet', `/boards/${board}/stages/analog`],
    ]) {
      const tab = await context.newPage();
      await tab.goto(address + path, { waitUntil: 'networkidle' });
      await tab.locator('main[aria-busy=true]').waitFor({ state: 'detached' });
      const { scripts, workers, longest } = await tab.evaluate(() => {
        const all = performance.getEntriesByType('resource').filter((r) => /\.js$/.test(r.name));
        const sizeOf = (some) => some.reduce((sum, r) => sum + r.encodedBodySize, 0);
        const ofWorkers = all.filter((r) => r.name.includes('/workers/'));
        return { scripts: sizeOf(all) - sizeOf(ofWorkers), workers: sizeOf(ofWorkers), longest: globalThis.longest };
      });
      const beside = workers ? `; ${(workers / 1024).toFixed(0)} kB more for the worker that comes after it` : '';
      row(`opening ${title}: scripts over the line`, `${(scripts / 1024).toFixed(0)} kB`, `wanted: 250 kB${beside}`);
      row(`opening ${title}: longest task`, ms(longest), 'wanted: 50 ms');
      await tab.close();
    }
  } finally {
    await browser.close();
  }
}

try {
  const bundle = join(folder, 'core.mjs');
  await build({ entryPoints: [join(root, 'scripts/lib/bench-core.ts')], bundle: true, format: 'esm', platform: 'node', outfile: bundle, logLevel: 'error' });
  const core = await import(pathToFileURL(bundle).href);
  console.log(`Node ${process.version}, ${process.arch}; median of 25 runs`);
  // A figure of the machine itself, to compare two runs by.
  timed('this machine: 200 million integer additions', await median(core.yardstick, 3, 1), 'about 150 ms on a desk\n');
  for (const stages of [10, 20, 40, 80]) {
    const doc = core.boardOf(stages);
    timed(`evaluation of ${stages} stages with extreme values`, await median(() => core.evaluateBoard(doc)), stages === 40 ? 'wanted: 16 ms (one frame)' : '');
  }
  const apart = core.boardOf(40, 0.01);
  timed('evaluation of 40 stages, no two groups alike', await median(() => core.evaluateBoard(apart)), 'wanted: 16 ms (one frame)');
  const doc = core.boardOf(40);
  timed('evaluation of 40 stages whose supply is too low', await median(() => core.evaluateBoard(core.failing(40)), 15));
  for (const [shape, make] of Object.entries(core.SHAPES)) {
    const [small, large] = [20, 80];
    const time = async (count) => {
      const board = make(count);
      return median(() => core.evaluateBoard(board), 9, 3);
    };
    const [a, b] = [await time(small), await time(large)];
    row(
      `growth of ${shape}, ${small} to ${large} stages`,
      `^${(Math.log(+b / +a) / Math.log(large / small)).toFixed(2)}`,
      `${ms(a)} to ${ms(b)}; wanted: ^1.1`,
    );
  }
  const power = core.powerBoard();
  const fresh = join(folder, 'fresh.mjs');
  writeFileSync(
    fresh,
    `import { evaluateBoard, powerBoard } from ${JSON.stringify(pathToFileURL(bundle).href)}; const d = powerBoard(); const t = performance.now(); evaluateBoard(d); console.log(performance.now() - t);`,
  );
  timed(`evaluation of a power board of ${power.stages.length} stages`, await median(() => core.evaluateBoard(power), 3, 1));
  row('  its first evaluation in a fresh process', ms(Number(execFileSync(process.execPath, [fresh], { encoding: 'utf8' }))), 'wanted: 500 ms');
  const onPower = core.editOnPower(power);
  timed('  edit on it that warms the box: the edited stage answers', await median(onPower.atOnce, 9, 2), 'wanted: 16 ms (one frame)');
  timed('  and everything it reaches has followed', await median(onPower.all, 9, 2), 'in slices of 8 ms');
  const signal = core.signalBoard();
  timed(`evaluation of a signal board of ${signal.stages.length} stages, four chains`, await median(() => core.evaluateBoard(signal), 3, 1));
  const onSignal = core.editOnSignal(signal);
  timed('  edit at the head of a chain: the edited stage answers', await median(onSignal.atOnce, 9, 2), 'wanted: 16 ms (one frame)');
  timed('  and its chain has followed', await median(onSignal.all, 9, 2), 'in slices of 8 ms');
  const scan = core.scanBoard();
  timed(`evaluation of a scan of sixteen channels, ${scan.stages.length} stages`, await median(() => core.evaluateBoard(scan), 3, 1));
  const onScan = core.editOnScan(scan);
  timed('  edit of one of its sensors: the edited stage answers', await median(onScan.atOnce, 9, 2), 'wanted: 16 ms (one frame)');
  timed('  and everything it reaches has followed', await median(onScan.all, 9, 2), 'in slices of 8 ms');
  timed('settling and plain corners of 40 stages', await median(() => core.settleOnly(doc)));
  timed('nominal evaluation of the kinds of 40 stages', await median(core.nominalOf(doc)));
  timed(
    'Monte Carlo, 1000 boards of 40 stages, all checks, one core',
    await median(() => core.monteCarlo(doc, { runs: 1000, seed: 1, distribution: 'uniform' }), 3, 1),
    'wanted: 10,000 in 2 s on two cores',
  );
  for (const name of ['hive-listener.draft', 'swarm-horn.board', 'weigh-house-supply.board']) {
    const { value } = core.readBoard(readFileSync(join(root, `demo/${name}.json`), 'utf8'));
    timed(`evaluation of ${value.name}, ${value.stages.length} stages`, await median(() => core.evaluateBoard(value), 7, 3));
    timed('  100 random boards of it', await median(() => core.monteCarlo(value, { runs: 100, seed: 1, distribution: 'uniform' }), 3, 1));
  }
  const elsewhere = yardsticks();
  const each = (1e6 * +(await median(() => core.monteCarlo(doc, { runs: 300, seed: 1, distribution: 'uniform' }), 3, 1))) / 300 / core.resultsPerBoard(doc);
  row('a result of a random board in one state, its checks judged', `${each.toFixed(0)} ns`);
  for (const [language, ns] of Object.entries(elsewhere))
    row(
      `  sums of the same sort in ${language}`,
      ns === null ? '–' : `${ns.toFixed(1)} ns`,
      ns === null ? 'not installed' : `${(each / ns).toFixed(0)} times as fast; wanted of numpy: 10 times at most`,
    );
  timed('edit of one stage among 40, only what it reaches', await median(core.editOne(doc)), 'wanted: 16 ms (one frame)');
  timed('room map of a filter, 100 x 100 places', await median(core.roomMap(), 3, 1), 'wanted: 500 ms');
  timed('joint search, four resistors of a decade of E96 each', await median(core.fourResistors(), 5, 1), 'wanted: well under a second');
  const edited = [2, 96].map((edits) => core.heapAfterEdits(power, edits) / 2 ** 20);
  row('heap after 2 and after 96 edits of the power board', `${edited[0].toFixed(1)} MB`, `then ${edited[1].toFixed(1)} MB; wanted: flat`);
  const before = core.heapAfter(doc, 1);
  row(
    'heap after 1 and after 30 more evaluations and 500 boards each',
    `${(before / 2 ** 20).toFixed(1)} MB`,
    `then ${(core.heapAfter(doc, 30) / 2 ** 20).toFixed(1)} MB`,
  );
  timed('AC sweep, 30 nodes, 1000 points', await median(core.acOf30()), 'wanted: 25 ms');
  timed('noise of the same', await median(core.noiseOf30()), 'wanted: three times that');
  timed('transient of a buck output, 200,000 steps', await median(core.buck(), 3, 1), 'wanted: 1 s');
  const samples = core.millionSamples();
  timed(`reading a file of a million samples, ${(samples.length / 2 ** 20).toFixed(0)} MB`, await median(() => core.readSamples(samples), 3, 1));
  const recording = core.readSamples(samples);
  timed('  measuring a channel of it, spectrum and all', await median(() => core.measureSamples(recording), 3, 1), 'both wanted: 1 s');
  const hive = core.readBoard(readFileSync(join(root, 'demo/hive-listener.draft.json'), 'utf8')).value;
  timed(
    `solving all ${await core.explainAll(hive)} single faults of ${hive.stages.length} stages`,
    await median(() => core.explainAll(hive), 3, 1),
    'in a worker',
  );
  const summed = core.evaluateBoard(doc);
  timed('bill of materials of 40 stages', await median(() => core.billOf(summed)));
  for (const [what, board] of [
    ['40 stages', doc],
    [`${core.signalBoard().stages.length} stages of signal chains`, core.signalBoard()],
  ]) {
    const { before, after } = core.fewestValues(board);
    timed(`fewer kinds of parts on ${what}, ${before} to ${after}`, await median(() => core.fewestValues(board), 1, 0), 'in a worker; wanted: seconds');
  }
  const texts = core.texts();
  timed(`parse and format of ${texts.length} values`, await median(() => core.parseAndFormat(texts)));
  const file = core.writeBoard(doc);
  timed(`reading and checking a board file of ${(file.length / 1024).toFixed(0)} kB`, await median(() => core.readBoard(file)));

  const build2 = join(home, 'test-build');
  await buildApp(build2);
  const database = await startDatabase(folder, { wanted: 26_406 });
  const app = await startApp({ build: build2, database: database.url, wanted: 26_780, log: join(folder, 'app.log'), env: { ANY_PORT: '1' } });
  try {
    const entered = await fetch(`${app.address}/?/demo`, {
      method: 'POST',
      redirect: 'manual',
      headers: { 'content-type': 'application/x-www-form-urlencoded', origin: app.address },
      body: '',
    });
    const cookie = entered.headers
      .getSetCookie()
      .map((c) => c.split(';')[0])
      .join('; ');
    const get = (path) => fetch(app.address + path, { headers: { cookie } });
    const board = /\/boards\/([0-9a-f-]{36})"/.exec(await (await get('/boards')).text())[1];
    let name = (await (await get(`/api/boards/${board}/changes`)).json()).doc.name;
    const save = async (i) => {
      const after = `bench ${i} ${Math.trunc(performance.now() * 1000)}`;
      const body = { client: 'bench', nonce: after, label: 'bench', ops: [{ path: ['name'], before: name, after }] };
      const answer = await fetch(`${app.address}/api/boards/${board}/changes`, {
        method: 'POST',
        headers: { cookie, 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
      if (!answer.ok) throw new Error(await answer.text());
      name = after;
    };
    timed('save of one change, round trip, committed', await median(save, 50));
    timed('sum sheet as HTML from the server', await median(async () => (await get(`/boards/${board}`)).text()));
    row('health, while ten boards are being added up for strangers', ms(await underLoad(app.address, core.writeBoard(power))), 'wanted: 50 ms');
    await page(app.address, cookie, board);
    const html = await (await fetch(`${app.address}/`)).text();
    const links = [...html.matchAll(/(?:href|src)="([^"]+\.(?:js|css|woff2?|svg))"/g)].map((m) => new URL(m[1], `${app.address}/`).href);
    const sizes = await Promise.all([...new Set(links)].map(async (l) => (await (await fetch(l)).arrayBuffer()).byteLength));
    row('first page: HTML, scripts and styles it names, uncompressed', `${((html.length + sizes.reduce((a, b) => a + b, 0)) / 1024).toFixed(0)} kB`);
    timed('first page as HTML from the server', await median(async () => (await fetch(`${app.address}/`)).text()));
  } finally {
    await app.stop();
    await database.stop();
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
