import { describe, expect, it } from 'vitest';
import { bringUpPlan } from '../bringup/plan.ts';
import { KINDS } from '../kinds/all.ts';
import { board, sumOf } from '../testing/boards.ts';
import { evaluateBoard } from './evaluate.ts';
import { beforePower, liveOf } from './live.ts';
import { layOut, rivalsOf, tryOption } from './options.ts';

const heater = {
  id: 'heat',
  kind: 'relay-driver',
  given: { loadVoltage: 230, loadSource: 'ac', loadCurrent: 6, loadKind: 'heater', mains: true, fuseRating: 10, cutOut: 'thermal-fuse' },
};
const apart = { id: 'gap', kind: 'mains-separation', given: { clearanceAvailable: 0.009, surfaceDistance: 0.009, fuseFitted: true, wiresRetained: true } };

describe('voltages that can hurt', () => {
  it('mains without a separation is a must, and a separation answers for it', () => {
    const bare = sumOf([heater]);
    const must = bare.findings.filter((f) => f.severity === 'must' && /separates it from what people touch/.test(f.text));
    expect(must).toHaveLength(1);
    expect(liveOf(bare)).toMatchObject({ mains: true, separations: [] });
    const held = sumOf([heater, apart]);
    expect(held.findings.some((f) => /separates it from what people touch/.test(f.text))).toBe(false);
    expect(liveOf(held).separations[0]).toMatchObject({ stage: 'gap', by: null });
  });

  it('a board of low voltages has none, and says nothing of it', () => {
    const low = sumOf([{ id: 'k', kind: 'relay-driver' }]);
    expect(liveOf(low).places).toEqual([]);
    expect(beforePower(low)).toBeNull();
  });

  it('bring-up of such a board begins with what must be true before power, and no step probes live mains', async () => {
    const steps = await bringUpPlan(sumOf([heater, apart]));
    expect(steps[0]).toMatchObject({ key: 'board/dead', phase: 'look', act: 'fit' });
    expect(steps[0]!.text).toMatch(/Plug out.*Live mains is never probed/s);
    const probes = steps.filter((s) => s.act === 'probe');
    for (const p of probes) expect(p.expect?.unit === 'V' ? p.expect.high : 0, p.key).toBeLessThan(60);
  });
});

describe('first power of dear switches', () => {
  it('rises in steps from a low bus through a limit to the full one, logic and gates before any bus', async () => {
    const sum = sumOf([
      { id: 'drv', kind: 'gate-drive' },
      { id: 'leg', kind: 'bridge-stage', given: { supplyVoltage: 48, gateClamp: true, busClamp: true, freewheelPath: true }, signals: { in: 'drv.out' } },
    ]);
    const steps = (await bringUpPlan(sum)).filter((s) => s.key.startsWith('leg/first'));
    expect(steps.map((s) => s.id)).toEqual(['first-logic', 'first-gates', 'first-low', 'first-25', 'first-50', 'first-75', 'first-100']);
    expect(steps[2]!.feed).toEqual({ volts: 5, amps: 1 });
    for (const s of steps) expect(s.phase).toBe('last');
  });
});

describe('ways to switch a load side by side', () => {
  const start = board([{ id: 'k', kind: 'relay-driver', given: { loadVoltage: 24, loadCurrent: 3, loadSource: 'dc' } }]);
  const stage = evaluateBoard(start).byId.get('k')!;
  it('lays solid state and transistors beside a relay, for the same load', () => {
    const rivals = rivalsOf(stage.kind, stage.judged.x, KINDS);
    expect(rivals.map((r) => r.title)).toEqual(['MOSFET', 'bipolar transistor', 'solid-state relay']);
    const doc = layOut(start, 'k', rivals);
    doc.stages[0]!.options!.forEach((o, i) => {
      const tried = evaluateBoard(tryOption(doc, 'k', i)).byId.get('k')!;
      const load = tried.kind.serves!.load(tried.judged.x);
      expect([load.volts, load.amps]).toEqual([24, 3]);
      expect(tried.kind.serves!.costs(tried.judged.x, (n) => tried.judged.nominal(n)).fails.length).toBeGreaterThan(5);
    });
    expect(layOut(doc, 'k', rivals)).toEqual(doc);
  });
  it('offers no transistor for a load that alternates', () => {
    const ac = evaluateBoard(board([heater])).byId.get('heat')!;
    expect(rivalsOf(ac.kind, ac.judged.x, KINDS).map((r) => r.title)).toEqual(['solid-state relay']);
  });
});

it('a wire that brings what its end cannot hear is a finding', () => {
  const sum = sumOf([
    { id: 'fan', kind: 'fan' },
    { id: 'k', kind: 'relay-driver', signals: { in: 'fan.air' } },
  ]);
  expect(sum.findings.some((f) => f.severity === 'must' && /hears a voltage, but “fan.air” carries a flow of air/.test(f.text))).toBe(true);
});
