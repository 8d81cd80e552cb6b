<script lang="ts">
  import type { CheckDef, OutcomeDef } from '../../../core/stage/contract.ts';
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import { ofParts } from '../../../core/stage/judged.ts';
  import { statisticsOf } from '../../../core/board/monte-carlo.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import Quantity from '../atoms/Quantity.svelte';
  import { inputWords } from '../words.ts';
  import Histogram from './Histogram.svelte';

  /** One result of a stage in the three schools, and what moves it. */
  let { session, stage, outcome }: { session: BoardSession; stage: StageSum; outcome: string } = $props();
  /** Less spread than this is the rounding of the computation. */
  const SAME = 1e-9;
  let def = $derived((stage.kind.outcomes as Record<string, OutcomeDef>)[outcome]!);
  let rss = $derived(stage.judged.study.rootSumSquare(outcome));
  let worst = $derived(stage.judged.study.extreme(outcome));
  /** Copies differ by their parts alone; rails, weather and what is given move all of them together, and so does what a matched set shares. */
  let copies = $derived(stage.copies * stage.times);
  let apart = $derived(copies > 1 ? stage.judged.study.extremeOver(outcome, ofParts) : null);
  let between = $derived(!apart || apart.low === null || apart.high === null ? null : apart.high - apart.low);
  let samples = $derived(session.lottery.samples);
  let sample = $derived(samples && statisticsOf(samples, stage.id, outcome));
  let limits = $derived(
    stage.checks
      .filter((c) => (stage.kind.checks as Record<string, CheckDef>)[c.id]!.value === outcome && c.limit !== null)
      .flatMap((c) => (c.window ? [c.window.target - c.window.band, c.window.target + c.window.band] : [c.limit!]).map((value) => ({ value, title: c.title }))),
  );
  const titleOf = (id: string) => session.sum.byId.get(id)?.title;
</script>

<table>
  <thead><tr><th>school</th><th>low</th><th>middle</th><th>high</th></tr></thead>
  <tbody>
    {#each [['extreme value', worst], ['root-sum-square', rss]] as const as [name, s] (name)}
      <tr>
        <td>{name}</td>
        {#each [s.low, s.nominal, s.high] as v, i (i)}<td><Quantity value={v} unit={def.unit} /></td>{/each}
      </tr>
    {/each}
    {#if apart}
      <tr>
        <td>between copies, by their parts alone</td>
        {#each [apart.low, apart.nominal, apart.high] as v, i (i)}<td><Quantity value={v} unit={def.unit} /></td>{/each}
      </tr>
    {/if}
    <tr>
      <td>Monte Carlo, 0.1 to 99.9&#8239;%, typical state</td>
      {#if sample}
        {#each [sample.percentiles['0.1'], sample.mean, sample.percentiles['99.9']] as v, i (i)}<td><Quantity value={v ?? null} unit={def.unit} /></td>{/each}
      {:else}<td colspan="3" class="soft">not run yet</td>{/if}
    </tr>
  </tbody>
</table>
{#if between !== null}
  <p class="small">
    Two of the {copies} copies are at most <Quantity value={between} unit={def.unit} digits={3} /> apart{#if apart?.nominal}, {formatText(
        between / Math.abs(apart.nominal),
        'ratio',
        2,
      )} of it{/if}; everything else moves them together.
  </p>
{/if}
{#if sample?.histogram && sample.deviation > SAME * Math.abs(sample.mean)}
  <Histogram histogram={sample.histogram} {limits} unit={def.unit} label="{def.title} of {samples!.runs} boards" />
  <h2>What matters most</h2>
  <ul>
    {#each sample.contributions.filter((c) => c.share >= 0.01).slice(0, 6) as c (c.input)}<li>
        <span>{inputWords(c.input, titleOf)}</span> <span>{formatText(c.share, 'ratio', 2)}</span>
      </li>{:else}<li class="soft">No single input stands out.</li>{/each}
  </ul>
{:else if sample}<p class="soft">This result is the same on every board.</p>{/if}

<style>
  ul {
    list-style: none;
    max-width: 420px;
  }
  li {
    display: flex;
    gap: 8px;
    padding: 3px 0;
    border-bottom: 1px solid var(--line);
  }
  li span:first-child {
    flex: 1;
  }
</style>
