import { told } from '../testing/tellings.ts';
import { readFileSync, readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { curvesOf } from '../board/curves.ts';
import { evaluateBoard } from '../board/evaluate.ts';
import { board, refusals } from '../testing/boards.ts';
import { answer } from './answer.ts';
import { checkBoard, readBoard, writeBoard } from './board-file.ts';
import { kindsAnswer } from './kinds-answer.ts';
import { curveCsv } from './curve-csv.ts';
import { csvReport, markdownReport } from './report.ts';

const demo = new URL('../../../demo/', import.meta.url).pathname;
const fixtures = new URL('../../../tests/fixtures/', import.meta.url).pathname;
const filter = (more: object = {}) => [{ id: 'a', kind: 'rc-lowpass', ...more }];

describe('a board file', () => {
  it.each([
    ...readdirSync(demo)
      .filter((f) => /(board|draft)\.json$/.test(f))
      .map((f) => demo + f),
    ...readdirSync(fixtures)
      .filter((f) => f.startsWith('saved-'))
      .map((f) => fixtures + f),
  ])('%s reads, and writes back as the same board', (file) => {
    const read = readBoard(readFileSync(file, 'utf8'));
    expect(read).toMatchObject({ ok: true });
    if (read.ok) expect(JSON.parse(writeBoard(read.value))).toEqual(JSON.parse(readFileSync(file, 'utf8')));
  });

  it.each<[string, string, RegExp]>([
    ['', '', /not JSON/],
    ['hello', '', /not JSON/],
    ['[]', '', /expected a board file/],
    ['null', '', /expected a board file/],
    ['"text"', '', /expected a board file/],
    ['{"format":"spark-sum/board","version":99,"name":"x","stages":[]}', 'version', /reads version 1/],
    ['{"format":"other","version":1,"name":"x","stages":[]}', 'format', /spark-sum\/board/],
    ['{"format":"spark-sum/board","version":1,"stages":[]}', 'name', /./],
    ['{"format":"spark-sum/board","version":1,"name":"","stages":[]}', 'name', /empty/],
    ['{"format":"spark-sum/board","version":1,"name":"x"}', 'stages', /./],
    ['{"format":"spark-sum/board","version":1,"name":"x","stages":[],"colour":1}', 'colour', /unknown key/],
  ])('%s is refused at “%s”', (text, path, message) => {
    const read = readBoard(text);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.issues[0]).toMatchObject({ path, message: expect.stringMatching(message) });
  });

  it('larger than any board is refused before it is parsed', () => {
    const read = readBoard(`{"name":"${'x'.repeat(3 * 1024 * 1024)}"}`);
    expect(read).toMatchObject({ ok: false, issues: [{ message: expect.stringMatching(/larger than 2 MB/) }] });
  });

  it.each<[string, unknown, string]>([
    ['unknown kind', [{ id: 'a', kind: 'flux-capacitor' }], 'stages[0].kind'],
    ['id with a space', [{ id: 'a b', kind: 'rc-lowpass' }], 'stages[0].id'],
    ['two of one id', [...filter(), ...filter()], 'stages[1].id'],
    ['unknown given', filter({ given: { colour: 1 } }), 'stages[0].given.colour'],
    ['inherited name', filter({ given: JSON.parse('{"constructor": 1}') }), 'stages[0].given.constructor'],
    ['text for a number', filter({ given: { cutoffFrequency: '1k' } }), 'stages[0].given.cutoffFrequency'],
    ['negative frequency', filter({ given: { cutoffFrequency: -1 } }), 'stages[0].given.cutoffFrequency'],
    ['zero frequency', filter({ given: { cutoffFrequency: 0 } }), 'stages[0].given.cutoffFrequency'],
    ['huge number', filter({ given: { cutoffFrequency: 1e300 } }), 'stages[0].given.cutoffFrequency'],
    ['range without nominal', filter({ given: { cutoffFrequency: { low: 1, high: 2 } } }), 'stages[0].given.cutoffFrequency.nominal'],
    ['range with one end', filter({ given: { cutoffFrequency: { nominal: 1, low: 1 } } }), 'stages[0].given.cutoffFrequency'],
    ['range backwards', filter({ given: { cutoffFrequency: { nominal: 1, low: 3, high: 2 } } }), 'stages[0].given.cutoffFrequency'],
    ['range below zero at its low end', filter({ given: { cutoffFrequency: { nominal: 1, tolerance: 1.5 } } }), 'stages[0].given.cutoffFrequency'],
    ['unknown key in a range', filter({ given: { cutoffFrequency: { nominal: 1, tolerance: 0.1, note: 1 } } }), 'stages[0].given.cutoffFrequency.note'],
    ['fraction of bits', filter({ given: { resolution: 12.5 } }), 'stages[0].given.resolution'],
    ['unknown choice', [{ id: 'a', kind: 'adc-channel', given: { converter: 'dowsing' } }], 'stages[0].given.converter'],
    ['text for yes or no', [{ id: 'a', kind: 'adc-channel', given: { bipolar: 'yes' } }], 'stages[0].given.bipolar'],
    ['bad entry of a list', [{ id: 'a', kind: 'adc-channel', given: { ranges: [1, -2] } }], 'stages[0].given.ranges[1]'],
    ['empty list', [{ id: 'a', kind: 'adc-channel', given: { ranges: [] } }], 'stages[0].given.ranges'],
    ['unknown part', filter({ parts: { R9: { value: 1 } } }), 'stages[0].parts.R9'],
    ['unknown parameter', filter({ parts: { R1: { colour: 1 } } }), 'stages[0].parts.R1.colour'],
    ['negative resistor', filter({ parts: { R1: { value: -5 } } }), 'stages[0].parts.R1.value'],
    ['tolerance above one', filter({ parts: { R1: { value: 5, tolerance: 2 } } }), 'stages[0].parts.R1.tolerance'],
    ['series that is none', filter({ parts: { R1: { series: 'E7' } } }), 'stages[0].parts.R1.series'],
    ['a value for a device', [{ id: 'a', kind: 'dc-input', parts: { J1: { value: 3 } } }], 'stages[0].parts.J1.value'],
    ['unknown rail port', filter({ rails: { in: 'v5' } }), 'stages[0].rails.in'],
    ['unknown signal port', filter({ signals: { sideways: 'b.out' } }), 'stages[0].signals.sideways'],
    ['malformed signal', filter({ signals: { in: 'somewhere' } }), 'stages[0].signals.in'],
    ['signal of three parts', filter({ signals: { in: 'a.b.c' } }), 'stages[0].signals.in'],
    ['an output entry', filter({ signals: { out: 'b.in' } }), 'stages[0].signals.out'],
    ['signal from an input', [...filter({ signals: { in: 'b.in' } }), { id: 'b', kind: 'rc-lowpass' }], 'stages[0].signals.in'],
    ['half a copy', [{ id: 'a', kind: 'supply-load', copies: 0.5 }], 'stages[0].copies'],
    ['no copies', [{ id: 'a', kind: 'supply-load', copies: 0 }], 'stages[0].copies'],
  ])('%s is refused at its path', (_name, stages, path) => {
    expect(refusals(stages).map((i) => i.path)).toContain(path);
  });

  it.each<[string, Record<string, unknown>, string]>([
    ['shares that do not add up', { states: [{ id: 'peak', share: 0.5 }] }, 'states'],
    [
      'a state twice',
      {
        states: [
          { id: 'peak', share: 0.5 },
          { id: 'peak', share: 0.5 },
        ],
      },
      'states[1].id',
    ],
    ['an unknown state', { states: [{ id: 'dreaming', share: 1 }] }, 'states[0].id'],
    ['derating of 0.7', { policy: { derating: 0.7 } }, 'policy.derating'],
    ['ambient as text', { conditions: { ambient: 'warm' } }, 'conditions.ambient'],
    ['ambient backwards', { conditions: { ambient: { nominal: 5, low: 10, high: 20 } } }, 'conditions.ambient'],
    ['a currency of four letters', { brief: { currency: 'EURO' } }, 'brief.currency'],
  ])('%s is refused', (_name, more, path) => {
    expect(refusals([], more).map((i) => i.path)).toContain(path);
  });

  it('wiring that leads nowhere is taken: it is a finding, not an error', () => {
    expect(
      refusals([
        { id: 'a', kind: 'supply-load', rails: { in: 'nobody' } },
        { id: 'b', kind: 'rc-lowpass', signals: { in: 'ghost.out' } },
      ]),
    ).toEqual([]);
  });

  it('every refusal says what was expected or seen', () => {
    for (const issue of refusals(filter({ given: { cutoffFrequency: 'x', resolution: 99, colour: 1 }, parts: { R1: { value: 'x' } } })))
      expect(issue.message.length).toBeGreaterThan(12);
  });
});

describe('parts as the file writes them', () => {
  const parts = (doc: object, kind = 'linear-regulator') => {
    const sum = evaluateBoard(board([{ id: 'a', kind, parts: doc as never }]));
    return Object.fromEntries(sum.byId.get('a')!.parts.map((p) => [p.slot, p]));
  };
  it('not named: the default, or not fitted, or sized', () => {
    expect(parts({})).toMatchObject({ C2: { value: 1e-5, sized: false }, C3: { value: null }, R1: { sized: true } });
  });
  it('named without a value: sized', () => {
    expect(parts({ C2: {}, C3: { tolerance: 0.1 } })).toMatchObject({ C2: { sized: true }, C3: { sized: true, tolerance: 0.1 } });
  });
  it('null or zero where the kind allows: not fitted', () => {
    expect(parts({ C3: { value: null } }).C3).toMatchObject({ value: null });
    expect(parts({ C1: { value: 0 } }, 'adc-channel').C1).toMatchObject({ value: 0, sized: false });
  });
  it('typed without a tolerance: exact', () => {
    expect(parts({ R1: { value: 240 } }).R1).toMatchObject({ value: 240, tolerance: 0 });
  });
});

describe('answers', () => {
  const read = readBoard(readFileSync(`${demo}hive-listener.draft.json`, 'utf8'));
  const sum = read.ok ? evaluateBoard(read.value) : null!;

  it('are plain JSON, and every null outcome carries a reason', () => {
    const got = JSON.parse(JSON.stringify(answer(sum))) as {
      stages: Record<string, { outcomes: Record<string, { nominal: number | null; low: number | null; high: number | null; reason?: string }> }>;
    };
    for (const stage of Object.values(got.stages))
      for (const [name, o] of Object.entries(stage.outcomes)) if (o.nominal === null || o.low === null || o.high === null) expect(o.reason, name).toBeTruthy();
  });

  it('name their kinds with every field of the catalogue', async () => {
    const { kinds } = (await kindsAnswer()) as { kinds: { id: string; given: Record<string, { unit: string }>; parts: object }[] };
    expect(kinds.map((k) => k.id)).toContain('adc-channel');
    for (const k of kinds) for (const [name, field] of Object.entries(k.given)) expect(field.unit, `${k.id}.${name}`).toBeDefined();
  });

  it('what somebody typed stays text in the report: no heading, link, list or HTML is made of it', () => {
    const doc = board([{ id: 'a', kind: 'rc-lowpass', title: '<b>x</b> [go](http://x) # y', notes: '# big\n- point\n1. one\n<script>alert(1)</script>' }], {
      name: '# Name | <i>',
      brief: { purpose: '[a](b) *c*' },
    });
    const text = markdownReport(evaluateBoard(doc));
    expect(text).not.toMatch(/(?<!\\)<(b|i|script)/);
    expect(text).not.toMatch(/(?<!\\)\[(go|a)\]/);
    expect(text).not.toMatch(/^# big|^- point|^1\. one/m);
    expect(text).toContain('\\# Name');
  });

  it('keys that reach into the language, and nesting without end, are refused with their place', () => {
    const refused = (text: string) => {
      const read = readBoard(text);
      return read.ok ? [] : read.issues.map((x) => x.path);
    };
    const stage = (inner: string) => `{"format":"spark-sum/board","version":1,"name":"x","stages":[{"id":"a","kind":"rc-lowpass",${inner}}]}`;
    expect(refused(stage('"given":{"__proto__":1}'))).toEqual(['stages[0].given.__proto__']);
    expect(refused(stage('"parts":{"__proto__":{"value":1}}'))).toEqual(['stages[0].parts.__proto__']);
    for (const name of ['constructor', 'toString', 'hasOwnProperty']) {
      expect(refused(stage(`"given":{"${name}":1}`))).toEqual([`stages[0].given.${name}`]);
      expect(refused(stage(`"parts":{"${name}":{"value":1}}`))).toEqual([`stages[0].parts.${name}`]);
      expect(refused(stage(`"rails":{"${name}":"v"}`))).toEqual([`stages[0].rails.${name}`]);
      expect(refused(stage(`"signals":{"${name}":"b.out"}`))).toEqual([`stages[0].signals.${name}`]);
    }
    expect(refused(stage(`"given":{"stepVoltage":${'['.repeat(5000)}${']'.repeat(5000)}}`))).toHaveLength(1);
    const many = Object.fromEntries(Array.from({ length: 5000 }, (_, k) => [`x${k}`, 1]));
    expect(refused(stage(`"given":${JSON.stringify(many)}`)).length).toBeLessThan(110);
  });

  it('two decisions, waivers or confirmations about one thing are refused: a later change could keep only one', () => {
    const twice = (more: object) => {
      const read = checkBoard({ format: 'spark-sum/board', version: 1, name: 'x', stages: [{ id: 'a', kind: 'rc-lowpass' }], ...more });
      return read.ok ? [] : read.issues.map((x) => x.path);
    };
    const waiver = { stage: 'a', check: 'cutoff', reason: 'so' };
    expect(twice({ waivers: [waiver, { ...waiver, reason: 'or so' }] })).toEqual(['waivers[1]']);
    expect(twice({ waivers: [waiver, { ...waiver, check: 'other' }] })).toEqual([]);
    expect(
      twice({
        confirmations: [
          { id: 'x', by: 'me' },
          { id: 'x', by: 'you' },
        ],
      }),
    ).toEqual(['confirmations[1]']);
    const decision = { stage: 'a', chosen: 'one', reason: '' };
    expect(twice({ decisions: [decision, decision] })).toEqual(['decisions[1]']);
  });

  it('temperatures below absolute zero are refused, on the board and on a stage', () => {
    const at = (ambient: unknown, given = {}) => {
      const read = checkBoard({ format: 'spark-sum/board', version: 1, name: 'x', conditions: { ambient }, stages: [{ id: 'a', kind: 'rc-lowpass', given }] });
      return read.ok ? 'taken' : read.issues.map((x) => x.message).join();
    };
    expect(at(-1e30)).toMatch(/below absolute zero/);
    expect(at({ nominal: 0, low: -300, high: 20 })).toMatch(/below absolute zero/);
    expect(at(1e9)).toMatch(/hotter/);
    expect(at(-273)).toBe('taken');
  });

  it('the report tells a device by the name it was taken by, and how many pieces a slot is', () => {
    const doc = board([{ id: 'raw', kind: 'rectifier-reservoir', parts: { D1: { device: 'fast 3 A diode', forwardVoltage: 0.8 } } }]);
    const text = markdownReport(evaluateBoard(doc));
    expect(text).toMatch(/D1 ×4 \| fast 3 A diode/);
    const back = checkBoard(JSON.parse(JSON.stringify(doc)));
    expect(back.ok && back.value.stages[0]!.parts!.D1!.device).toBe('fast 3 A diode');
    const wrong = checkBoard({ ...doc, stages: [{ id: 'raw', kind: 'rectifier-reservoir', parts: { C1: { device: 'no such thing' } } }] });
    expect(wrong.ok ? [] : wrong.issues.map((x) => x.path)).toEqual(['stages[0].parts.C1.device']);
  });

  it('the report names every stage, every failing check, every waiver and the cautions', () => {
    const text = markdownReport(sum);
    for (const s of sum.stages) expect(text).toContain(`## ${s.title}`);
    for (const c of sum.stages.flatMap((s) => s.checks.filter((k) => k.status === 'fail'))) expect(text).toContain(c.title);
    expect(text).toContain(sum.doc.waivers![0]!.reason);
    // An enclosure is a stage here: its inside is reckoned, not assumed.
    expect(text).not.toContain('taken as the ambient');
    expect(text).toMatch(/claims no compliance/);
    expect(text).not.toMatch(/NaN|undefined|Infinity/);
  });

  it('the CSV has a row for every check and never starts a formula', () => {
    const evil = board([{ id: 'a', kind: 'rc-lowpass', title: '=1+1,"x"' }]);
    const rows = csvReport(evaluateBoard(evil)).trim().split('\r\n');
    expect(rows).toHaveLength(1 + evaluateBoard(evil).stages[0]!.checks.length);
    expect(rows[1]).toContain(`"'=1+1,""x"""`);
  });

  it('a curve as CSV holds every point to the last digit, and falls 3 dB at the corner of one pole', () => {
    const [R, C] = [1e4, 1e-7];
    const doc = board([{ id: 'a', kind: 'rc-lowpass', given: { cutoffFrequency: 159 }, parts: { R1: { value: R }, C1: { value: C } } }]);
    const stage = evaluateBoard(doc).stages[0]!;
    const response = curvesOf(stage, told(stage))[0]!;
    const [head, ...rows] = curveCsv(response).trim().split('\r\n');
    expect(head).toMatch(/^frequency \(Hz\),.+ low \(dB\),.+ nominal \(dB\),.+ high \(dB\)$/);
    const numbers = rows.map((r) => r.split(',').map(Number));
    expect(numbers.map((r) => r[0])).toEqual([...response.x]);
    for (const [f, , db] of numbers) expect(db).toBeCloseTo(-10 * Math.log10(1 + (2 * Math.PI * f! * R * C) ** 2), 6);
  });

  it('a document survives the door unchanged', () => {
    expect(read.ok && checkBoard(read.value)).toEqual(read);
  });
});
