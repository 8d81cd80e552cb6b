import { isAbsent } from '../math/absent.ts';
import { average, type StageSum, type Sum } from '../board/evaluate.ts';
import { holdingRemedies } from '../board/remedies-hold.ts';
import type { CheckResult } from '../stage/judge.ts';
import { sharesOf } from '../board/document.ts';
import { gate } from '../gate/gate.ts';
import { listed, STATE_IDS } from '../stage/contract.ts';

/** What `evaluate --json` prints and `POST /api/evaluate` answers: plain JSON, no NaN, null always with its reason. */
export function answer(sum: Sum): Record<string, unknown> {
  const shares = sharesOf(sum.doc);
  const holding = holdingRemedies(sum);
  return {
    name: sum.doc.name,
    board: {
      ready: gate(sum).ready,
      tightest: sum.tightest && { stage: sum.tightest.stage, check: sum.tightest.check.id, margin: sum.tightest.check.margin },
      power: sum.power.flatMap((p) => p.sources.map((s) => ({ source: s.stage, state: p.state, current: s.current, power: s.power }))),
      findings: sum.findings,
    },
    stages: Object.fromEntries(sum.doc.stages.map((s) => [s.id, stageAnswer(sum.byId.get(s.id)!, holding)])),
    rails: Object.fromEntries(
      sum.rails.map((r) => [
        r.name,
        {
          nominal: r.voltage?.nominal ?? null,
          low: r.voltage?.low ?? null,
          high: r.voltage?.high ?? null,
          ripple: r.ripple,
          rippleFrequency: r.rippleFrequency,
          current: r.current,
        },
      ]),
    ),
    signals: Object.fromEntries(
      sum.chains.flatMap((chain) =>
        chain.map((p) => [
          `${p.stage}.${p.port}`,
          {
            nominal: p.nominal,
            low: p.low,
            high: p.high,
            amplitude: p.carried?.amplitude ?? null,
            noise: p.noise,
            noiseDensity: p.carried?.noise ?? null,
            noiseBandwidth: p.carried?.noiseBandwidth ?? null,
            bandwidth: p.carried?.bandwidth ?? null,
            ripple: p.carried?.ripple ?? null,
            rippleFrequency: p.carried?.rippleFrequency ?? null,
            rippleLsb: p.lsb === null ? null : p.ripple / p.lsb,
            sourceResistance: p.carried?.sourceResistance ?? null,
            gain: p.gain,
          },
        ]),
      ),
    ),
    heat: Object.fromEntries(
      sum.stages.flatMap((s) => {
        const places = sum.power.map((p) => [p.state, p.heat.filter((h) => h.stage === s.id).reduce((total, h) => total + h.power, 0)] as const);
        return places.some(([, watts]) => watts !== 0) ? [[s.id, Object.fromEntries(places)]] : [];
      }),
    ),
    energy: {
      states: STATE_IDS.filter((id) => shares[id] > 0).map((id) => ({ id, share: shares[id], power: sum.power.find((p) => p.state === id)!.in })),
      averagePower: average(sum, (p) => p.in),
      consumers: sum.stages
        .map((s) => ({ stage: s.id, averagePower: average(sum, (p) => p.heat.filter((h) => h.stage === s.id).reduce((t, h) => t + h.power, 0)) }))
        .filter((c) => c.averagePower > 0)
        .sort((a, b) => b.averagePower - a.averagePower),
    },
  };
}

type Holding = ReturnType<typeof holdingRemedies>;

function stageAnswer(s: StageSum, holding: Holding): Record<string, unknown> {
  const remedied = (of: StageSum, c: CheckResult) => {
    const { remedies, help } = holding(of, c);
    return { help, ...(remedies.length ? { remedies } : {}) };
  };
  const outcomes = listed(s.kind.outcomes).map(([name, def]) => {
    const raw = s.judged.study.nominal[name];
    if (def.text && typeof raw !== 'number' && !isAbsent(raw)) return [name, { value: raw }] as const;
    const spread = s.judged.out(name);
    const reason = spread.absent && (spread.nominal === null || spread.low === null || spread.high === null) ? { reason: spread.absent.reason } : {};
    return [name, { nominal: spread.nominal, low: spread.low, high: spread.high, unit: def.unit, ...reason }] as const;
  });
  return {
    kind: s.kind.id,
    title: s.title,
    copies: s.copies,
    ...(s.doc.module ? { module: s.doc.module, times: s.times } : {}),
    parts: Object.fromEntries(
      s.parts
        .filter((p) => p.def.type !== 'device')
        .map((p) => [
          p.slot,
          {
            value: p.value,
            tolerance: p.tolerance,
            series: p.series,
            ...(p.def.joins && p.value !== null ? { join: p.join } : {}),
            sized: p.sized,
            ...(Object.keys(p.ratings).length ? { ratings: p.ratings } : {}),
          },
        ]),
    ),
    outcomes: Object.fromEntries(outcomes),
    checks: s.checks.map((c) => ({
      id: c.id,
      title: c.title,
      status: c.status,
      severity: c.severity,
      value: c.value,
      limit: c.limit,
      margin: c.margin,
      unit: c.unit,
      from: c.from,
      ...remedied(s, c),
      ...(c.reason ? { reason: c.reason } : {}),
    })),
  };
}
