<script lang="ts">
  import { onDestroy } from 'svelte';
  import type { BoardDoc } from '../../../core/board/document.ts';
  import { tightened, type YieldPlan } from '../../../core/board/yield.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import { parseNumber } from '../../../core/quantity/parse.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import { work } from '$lib/state/work.ts';
  import Button from '../atoms/Button.svelte';

  let { session }: { session: BoardSession } = $props();
  const RUNS = 800;
  let text = $state('95 %');
  let share = $state(0);
  let stop: (() => void) | null = $state.raw(null);
  let found: { plan: YieldPlan; of: BoardDoc } | null = $state.raw(null);
  let problem = $state('');
  onDestroy(() => stop?.());
  const percent = (v: number) => formatText(v, 'ratio', 3);
  const title = (id: string) => session.sum.byId.get(id)?.title ?? id;
  const check = (stuck: NonNullable<YieldPlan['stuck']>) => session.sum.byId.get(stuck.stage)?.checks.find((c) => c.id === stuck.check)?.title ?? stuck.check;

  function end(): void {
    stop?.();
    stop = null;
  }

  function start(): void {
    const read = parseNumber(text, 'ratio');
    problem = !read.ok ? read.message : !(read.value > 0 && read.value < 1) ? 'A share of the boards between 0 and 100 %.' : '';
    if (problem || !read.ok) return;
    const doc = session.doc;
    [share, found] = [0, null];
    stop = work<'plan'>(
      { sort: 'plan', doc, wanted: read.value, options: { runs: RUNS, seed: 1, distribution: 'uniform' } },
      {
        told: (done) => (share = done),
        done: (plan) => {
          stop = null;
          found = { plan, of: doc };
        },
        failed: (message) => {
          stop = null;
          problem = `It could not be found: ${message}.`;
        },
      },
    );
  }
</script>

<section>
  <h2>Cheapest change that reaches a yield</h2>
  <form class="inline" onsubmit={(e) => (e.preventDefault(), start())}>
    <label class="inline">so that <input type="text" class="num" aria-label="share of boards" bind:value={text} /> of the boards pass</label>
    {#if stop}<Button onclick={end}>Stop</Button>{:else}<Button type="submit">Find it</Button>{/if}
  </form>
  {#if problem}<p class="wrong small" role="alert">{problem}</p>{/if}
  {#if stop}<p class="soft" role="status">Trying closer parts on {RUNS} boards each… {percent(share)}</p>{/if}
  {#if found}
    {@const { plan } = found}
    {#if plan.changes.length}
      <ul>
        {#each plan.changes as c (c.stage + c.slot)}<li>
            <span><a href="{session.base}/stages/{c.stage}">{title(c.stage)}</a>: {c.slot} of {percent(c.to)} instead of {percent(c.from)}</span>
            <span class="soft small">costs about {c.cost.toFixed(1)} more plain parts</span>
          </li>{/each}
      </ul>
    {/if}
    <p role="status">
      {#if plan.reached && !plan.changes.length}Nothing has to change: {percent(plan.before.yield)} pass now.
      {:else if plan.reached}Then {percent(plan.after.yield)} pass, instead of {percent(plan.before.yield)}.
      {:else}No closer tolerance reaches that: {percent(plan.after.yield)} is the most found{plan.stuck
          ? `, and ${check(plan.stuck)} of ${title(plan.stuck.stage)} holds the others back. Its nominal value or its limit has to move.`
          : '.'}{/if}
    </p>
    {#if plan.changes.length}
      <div>
        <Button disabled={found.of !== session.doc} onclick={() => session.edit('closer tolerances', plan.changes.reduce(tightened, session.doc))}
          >Make it so</Button
        >
      </div>
    {/if}
  {/if}
</section>

<style>
  section {
    display: grid;
    gap: 8px;
  }
  input {
    width: 8ch;
  }
  ul {
    list-style: none;
  }
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 12px;
    justify-content: space-between;
    padding: 3px 0;
    border-bottom: 1px solid var(--line);
  }
  .wrong {
    color: var(--fail);
  }
</style>
