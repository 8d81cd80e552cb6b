<script lang="ts">
  import type { BoardDoc } from '../../../core/board/document.ts';
  import { Evaluator, type StageSum } from '../../../core/board/evaluate.ts';
  import { tightened } from '../../../core/board/yield.ts';
  import { formatMargin, formatText } from '../../../core/quantity/format.ts';
  import { parseNumber } from '../../../core/quantity/parse.ts';
  import { wilson } from '../../../core/tolerance/statistics.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import { work } from '$lib/state/work.ts';
  import Button from '../atoms/Button.svelte';
  import type { OutcomeDef } from '../../../core/stage/contract.ts';

  /** With a stage: its parts alone; without: all of the board. */
  let { session, stage, outcome }: { session: BoardSession; stage?: StageSum; outcome?: string } = $props();
  const QUICK = 1000;
  let parts = $derived(
    (stage ? [stage] : session.sum.stages).flatMap((s) =>
      s.parts.filter((p) => p.value !== null && p.def.type !== 'device').map((p) => ({ id: `${s.id}.${p.slot}`, stage: s, part: p })),
    ),
  );
  let picked = $state('');
  let one = $derived(parts.find((p) => p.id === picked) ?? parts[0]);
  let text = $state('0.1 %');
  let read = $derived(parseNumber(text, 'ratio'));
  let wrong = $derived(!read.ok ? read.message : !(read.value >= 0 && read.value < 1) ? 'A tolerance from 0 to below 100 %.' : '');
  let next = $derived(one && read.ok && !wrong ? tightened(session.doc, { stage: one.stage.id, slot: one.part.slot, to: read.value }) : null);
  const evaluator = new Evaluator();
  let then = $derived(next && one ? evaluator.evaluate(next).byId.get(one.stage.id)! : null);
  const outcomeTitle = (of: StageSum, name: string) => (of.kind.outcomes as Record<string, OutcomeDef>)[name]!.title;
  let shown = $derived(outcome && one?.stage.id === stage?.id ? outcome : null);
  /** The checks whose margins move most. */
  let moved = $derived(
    (one?.stage.checks ?? [])
      .flatMap((c) => {
        const after = then?.checks.find((t) => t.id === c.id)?.margin;
        return c.margin === null || after === null || after === undefined ? [] : [{ title: c.title, before: c.margin, after }];
      })
      .filter((m) => Math.abs(m.after - m.before) > 1e-4)
      .sort((a, b) => Math.abs(b.after - b.before) - Math.abs(a.after - a.before))
      .slice(0, 3),
  );
  let yields: { now: ReturnType<typeof wilson>; then: ReturnType<typeof wilson> } | null = $state.raw(null);
  let problem = $state('');

  /** The yield of the board as it is, which every question compares with. */
  let known: { of: BoardDoc; yield: ReturnType<typeof wilson> } | null = null;

  // The same random boards with and without the change; another question calls the last one off.
  $effect(() => {
    [yields, problem] = [null, ''];
    if (!next) return;
    const options = { runs: QUICK, seed: 1, distribution: 'uniform' as const };
    const [now, then] = [session.doc, next];
    let before = known?.of === now ? known.yield : null;
    let after: ReturnType<typeof wilson> | null = null;
    const stops = (before ? [then] : [now, then]).map((doc) =>
      work<'boards'>(
        { sort: 'boards', doc, options },
        {
          done: (s) => {
            const found = wilson(s.passed, s.runs);
            if (doc === then) after = found;
            else known = { of: now, yield: (before = found) };
            if (before && after) yields = { now: before, then: after };
          },
          failed: (message) => (problem = message),
        },
      ),
    );
    return () => stops.forEach((stop) => stop());
  });
  const half = (s: StageSum, name: string) => {
    const [e, r] = [s.judged.study.extreme(name), s.judged.study.rootSumSquare(name)];
    const unit = (s.kind.outcomes as Record<string, { unit: Parameters<typeof formatText>[1] }>)[name]!.unit;
    const span = (v: typeof e) => (v.low === null || v.high === null ? '–' : `±${formatText((v.high - v.low) / 2, unit, 3)}`);
    return { extreme: span(e), rss: span(r) };
  };
</script>

{#if one}
  <section>
    <h2>What if</h2>
    <div class="inline">
      <select aria-label="Part" bind:value={() => one.id, (v) => (picked = v)}
        >{#each parts as p (p.id)}<option value={p.id}>{stage ? p.part.slot : `${p.part.slot} of ${p.stage.title}`}</option>{/each}</select
      >
      <span>were</span> <input type="text" class="num" aria-label="tolerance" bind:value={text} />
      <span class="soft">instead of {formatText(one.part.tolerance, 'ratio', 3)}</span>
    </div>
    {#if wrong || problem}<p class="wrong small" role="alert">{wrong || problem}</p>{/if}
    {#if then && !wrong}
      <table>
        <thead><tr><td></td><th>now</th><th>then</th></tr></thead>
        <tbody>
          {#if shown}
            {@const [a, b] = [half(one.stage, shown), half(then, shown)]}
            <tr><td>{outcomeTitle(one.stage, shown)}, extreme value</td><td>{a.extreme}</td><td>{b.extreme}</td></tr>
            <tr><td>{outcomeTitle(one.stage, shown)}, root-sum-square</td><td>{a.rss}</td><td>{b.rss}</td></tr>
          {/if}
          {#each moved as m (m.title)}<tr><td>margin of {m.title}</td><td>{formatMargin(m.before)}&#8239;%</td><td>{formatMargin(m.after)}&#8239;%</td></tr
            >{/each}
          <tr
            ><td>boards that pass, of {QUICK}</td><td>{yields ? formatText(yields.now.yield, 'ratio', 3) : '…'}</td><td
              >{yields ? formatText(yields.then.yield, 'ratio', 3) : '…'}</td
            ></tr
          >
        </tbody>
      </table>
      <div>
        <Button onclick={() => next && session.edit(`${one.stage.title}: ${one.part.slot} of ${formatText(read.ok ? read.value : 0, 'ratio', 3)}`, next)}
          >Make it so</Button
        >
      </div>
    {/if}
  </section>
{/if}

<style>
  section {
    display: grid;
    gap: 8px;
  }
  input {
    width: 8ch;
  }
  .wrong {
    color: var(--fail);
  }
</style>
