// npm run new-kind FAMILY/NAME: the folder of a new kind of stage and its line in the registry.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './lib/paths.mjs';
import { run } from './lib/run.mjs';

const [wanted] = process.argv.slice(2);
const match = /^([a-z]+)\/([a-z][a-z0-9-]*)$/.exec(wanted ?? '');
if (!match) {
  console.error('Name the kind with its family: npm run new-kind power/soft-start');
  process.exit(2);
}
const [, family, id] = match;
const name = id.replace(/-(.)/g, (_, c) => c.toUpperCase());
const title = id.replace(/-/g, ' ').replace(/^./, (c) => c.toUpperCase());
const folder = join(root, 'src/core/kinds', family, id);
if (existsSync(folder)) {
  console.error(`src/core/kinds/${family}/${id} is there already.`);
  process.exit(2);
}

const page = `import { defineKind } from '../../../stage/contract.ts';
import { more } from '../../../stage/cures.ts';
import { num } from '../../../stage/fields.ts';

export const ${name} = defineKind({
  id: '${id}',
  family: '${family}',
  group: 'Supply',
  title: '${title}',
  aliases: [],
  purpose: 'Say in one sentence what it does for the designer, in the designer’s words.',
  given: {
    inputVoltage: num('V', 5),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, default: 1000, doc: 'what it is for' },
  },
  outcomes: {
    inputCurrent: { unit: 'A', title: 'current' },
    dissipation: { unit: 'W', title: 'heat' },
  },
  evaluate: ({ given: g, parts: { R1 } }) => ({
    inputCurrent: g.inputVoltage / R1.value,
    dissipation: g.inputVoltage ** 2 / R1.value,
  }),
  checks: {
    heat: {
      title: 'heat of R1',
      value: 'dissipation',
      sense: 'atMost',
      limit: () => 0.1,
      from: 'rating of R1',
      derated: true,
      severity: 'must',
      help: [more('R1.value')],
    },
  },
  rails: {
    in: { role: 'consumes', fills: { voltage: 'inputVoltage' }, draws: 'inputCurrent', gives: {} },
  },
  signals: {},
  heat: (_x, o) => ({ R1: o.dissipation! }),
  confirm: [],
  cautions: [],
});
`;
const telling = `import { ground, part, port, wire } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayPart } from '../../../stage/words.ts';
import type { ${name} } from './index.ts';

export const telling: Telling<typeof ${name}> = {
  working: () => [
    step('Current', 'I = V/R1', 'inputCurrent', { V: 'inputVoltage', R1: 'R1.value' }, 'Ohm'),
    step('Heat', 'P = V^2/R1', 'dissipation', { V: 'inputVoltage', R1: 'R1.value' }, 'Joule'),
  ],
  figure: ({ x: { given, parts } }) => ({
    width: 260,
    height: 150,
    title: 'One resistor to ground',
    items: [
      port(60, 40, 'in', say(given.inputVoltage, 'V'), 'left'),
      wire(60, 40, 150, 40),
      part('resistor', [150, 40], 'down', 'R1', sayPart(parts.R1.value, 'ohm')),
      ground(150, 110),
    ],
  }),
  bringUp: () => [
    { id: 'fit', act: 'fit', title: 'Fit R1', text: 'Solder R1, and read its value once more.' },
    { id: 'current', act: 'probe', title: 'Current', text: 'Ammeter in the lead.', expect: { point: 'input lead', of: 'inputCurrent' } },
  ],
  sources: ['Ohm’s law'],
};
`;
const ways = `import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  ways: [
    ['inputVoltage', ['inputCurrent', 'dissipation'], []],
    ['R1.value', [], ['inputCurrent', 'dissipation']],
  ],
};
`;
const test = `import { expect, it } from 'vitest';
import { alone, nominal } from '../../../testing/boards.ts';

it('obeys Ohm', () => {
  expect(nominal(alone('${id}', { inputVoltage: 10 }, { R1: { value: 500 } }), 'inputCurrent')).toBeCloseTo(0.02, 12);
});
`;

mkdirSync(folder, { recursive: true });
writeFileSync(join(folder, 'index.ts'), page);
writeFileSync(join(folder, 'telling.ts'), telling);
writeFileSync(join(folder, `${id}.test.ts`), test);
writeFileSync(join(folder, 'ways.ts'), ways);
writeFileSync(join(folder, 'cases.json'), '[]\n');
const registry = join(root, 'src/core/kinds/index.ts');
const text = readFileSync(registry, 'utf8').replace(
  /(const HOUSE[\s\S]*?)\n\];/,
  `$1\n  { id: '${id}', load: () => import('./${family}/${id}/index.ts').then((m) => m.${name}), tell: () => import('./${family}/${id}/telling.ts') },\n];`,
);
writeFileSync(registry, text);
await run('npx', ['--no-install', 'prettier', '--write', '--log-level', 'warn', folder, registry], { problem: 'The new files could not be formatted.' });
console.log(`src/core/kinds/${family}/${id} is made and registered. docs/adding-a-kind.md says what comes next.`);
