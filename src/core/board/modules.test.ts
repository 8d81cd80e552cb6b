import { describe, expect, it } from 'vitest';
import { board } from '../testing/boards.ts';
import { readBoard } from '../files/board-file.ts';
import type { BoardDoc, StageDoc } from './document.ts';
import { evaluateBoard, type Sum } from './evaluate.ts';
import { BoardPoint } from './point.ts';
import { settledBoard } from './settle.ts';

const N = 5;
const cable = { supplyVoltage: 12, currentLimit: 5, conductorArea: 1e-6, cableLength: 2 };
const load = { peakCurrent: 0.12, typicalCurrent: 0.1, idleCurrent: 0.02, asleepCurrent: 0.01, surgeCurrent: 0.3 };
const buck = { inputVoltage: 12, outputVoltage: 5, loadCurrent: 0.5 };

/** A supply, a box, and a plug-in board with its own converter and two loads on it. */
const plug = (suffix: string, more: Partial<StageDoc> = {}): StageDoc[] => [
  { id: `buck${suffix}`, kind: 'buck-converter', given: buck, rails: { in: 'v12', out: `v5${suffix}` }, ...more },
  { id: `load${suffix}`, kind: 'supply-load', copies: 2, given: load, rails: { in: `v5${suffix}` }, ...more },
];
const common: StageDoc[] = [
  { id: 'adapter', kind: 'dc-input', given: cable, rails: { out: 'v12' } },
  { id: 'box', kind: 'enclosure-thermal', given: {} },
];
const states = {
  states: [
    { id: 'typical' as const, share: 0.6 },
    { id: 'asleep' as const, share: 0.4 },
  ],
};

const inModule: BoardDoc = board([...common, ...plug('', { module: 'plug' })], { ...states, modules: { plug: { copies: N } } });
const oneByOne: BoardDoc = board([...common, ...Array.from({ length: N }, (_, i) => plug(`-${i}`)).flat()], states);

const close = (a: number | null, b: number | null, what: string) => expect(Math.abs(a! / b! - 1), what).toBeLessThan(1e-6);

describe('a module that is built several times', () => {
  const [together, apart] = [evaluateBoard(inModule), evaluateBoard(oneByOne)];
  const outcome = (sum: Sum, stage: string, name: string) => sum.byId.get(stage)!.judged.out(name);

  it('loads its supply, heats its box and takes power as if each were drawn', () => {
    for (const name of ['outputVoltage', 'outputTrough'])
      for (const end of ['low', 'nominal', 'high'] as const)
        close(outcome(together, 'adapter', name)[end], outcome(apart, 'adapter', name)[end], `${name} ${end}`);
    for (const end of ['low', 'nominal', 'high'] as const)
      close(outcome(together, 'box', 'insideTemperature')[end], outcome(apart, 'box', 'insideTemperature')[end], `box ${end}`);
    for (const [i, p] of together.power.entries()) {
      const q = apart.power[i]!;
      for (const key of ['in', 'used', 'lost'] as const) close(p[key], q[key], `${p.state} ${key}`);
      close(p.in, p.used + p.lost, `${p.state} balances`);
    }
  });

  it('leaves a rail inside it to one of them', () => {
    const [inside, alone] = [together.rails.find((r) => r.name === 'v5')!, apart.rails.find((r) => r.name === 'v5-0')!];
    for (const state of ['asleep', 'typical', 'peak'] as const) close(inside.current[state], alone.current[state], state);
    for (const end of ['low', 'nominal', 'high'] as const)
      close(outcome(together, 'buck', 'junctionTemperature')[end], outcome(apart, 'buck-0', 'junctionTemperature')[end], `junction ${end}`);
    expect(together.findings.filter((f) => /copies/.test(f.text))).toEqual([]);
  });

  it('adds what all of them hang on the supply: capacitance and surge', () => {
    for (const name of ['bulkCapacitance', 'surgeCurrent'])
      close(together.byId.get('adapter')!.judged.range(name)!.nominal, apart.byId.get('adapter')!.judged.range(name)!.nominal, name);
  });

  it('is the same on a board at a point', () => {
    const at = (doc: BoardDoc) => {
      const { wiring, nodes } = settledBoard(doc);
      for (const node of nodes) node.judgeAsBoard();
      const point = new BoardPoint(wiring, { rounds: 60, relative: 1e-12, averages: 3 });
      point.renew();
      point.solve('peak');
      const of = (id: string) => point.cell(nodes.find((n) => n.doc.id === id)!).o;
      return { volts: of('adapter').outputVoltage as number, air: of('box').insideTemperature as number };
    };
    close(at(inModule).volts, at(oneByOne).volts, 'volts');
    close(at(inModule).air, at(oneByOne).air, 'air');
  });

  it('cannot feed what stands outside it: nobody could say which of them', () => {
    const stray = board([...common, ...plug('', { module: 'plug' }), { id: 'lamp', kind: 'supply-load', given: load, rails: { in: 'v5' } }], {
      modules: { plug: { copies: 2 } },
    });
    expect(evaluateBoard(stray).findings).toContainEqual(
      expect.objectContaining({ severity: 'must', stage: 'lamp', text: expect.stringMatching(/built 2 times in the module “plug”/) as string }),
    );
  });

  it('is named in the file, or the file is refused with its path', () => {
    const { modules: _, ...without } = inModule;
    const read = readBoard(JSON.stringify(without));
    expect(read.ok ? [] : read.issues.map((i) => i.path)).toEqual(['stages[2].module', 'stages[3].module']);
    const back = readBoard(JSON.stringify(inModule));
    expect(back.ok && back.value).toEqual(inModule);
  });
});
