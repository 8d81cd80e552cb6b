<script lang="ts">
  import { onDestroy } from 'svelte';
  import type { CheckDef, OutcomeDef } from '../../../core/kinds/contract.ts';
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import { statisticsOf } from '../../../core/board/monte-carlo.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import { parseNumber } from '../../../core/quantity/parse.ts';
  import { wilson } from '../../../core/tolerance/statistics.ts';
  import type { Distribution } from '../../../core/tolerance/random.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import { Lottery } from '$lib/state/lottery.svelte.ts';
  import Button from '../atoms/Button.svelte';
  import Quantity from '../atoms/Quantity.svelte';
  import { humanise } from '../words.ts';
  import Histogram from './Histogram.svelte';

  let { session, stage }: { session: BoardSession; stage: StageSum } = $props();
  const lottery = new Lottery();
  onDestroy(() => lottery.stop());
  let outcomes = $derived(
    Object.entries(stage.kind.outcomes as Record<string, OutcomeDef>)
      .filter(([name, def]) => !def.derived && !def.text && stage.judged.out(name).nominal !== null)
      .map(([name, def]) => ({ name, def, spread: stage.judged.out(name) })),
  );
  /** What a check looks at and what spreads comes first. */
  let first = $derived(
    outcomes.find((o) => Object.values(stage.kind.checks as Record<string, CheckDef>).some((c) => c.value === o.name) && o.spread.low !== o.spread.high) ??
      outcomes[0],
  );
  let chosen = $state('');
  let outcome = $derived(outcomes.find((o) => o.name === chosen) ?? first);
  let runs = $state('4000');
  let seed = $state('1');
  let distribution: Distribution = $state('uniform');
  let wrong = $state('');

  let rss = $derived(outcome ? stage.judged.study.rootSumSquare(outcome.name) : null);
  let worst = $derived(outcome ? stage.judged.study.extreme(outcome.name) : null);
  let fresh = $derived(lottery.of === session.doc);
  let sample = $derived(lottery.samples && outcome ? statisticsOf(lottery.samples, stage.id, outcome.name) : null);
  let limits = $derived(
    stage.checks
      .filter((c) => (stage.kind.checks as Record<string, CheckDef>)[c.id]!.value === outcome?.name && c.limit !== null)
      .flatMap((c) => (c.window ? [c.window.target - c.window.band, c.window.target + c.window.band] : [c.limit!]).map((value) => ({ value, title: c.title }))),
  );
  let yields = $derived(
    stage.checks.flatMap((c) => {
      const held = lottery.samples?.checks.get(`${stage.id}.${c.id}`);
      return held ? [{ id: c.id, title: c.title, ...wilson(held.held, held.applied) }] : [];
    }),
  );
  let whole = $derived(lottery.samples && wilson(lottery.samples.passed, lottery.samples.runs));
  const share = (v: number) => formatText(v, 'ratio', 4);
  const inputName = (path: string) =>
    path
      .replace(/^parts\./, '')
      .replace(/\.value$/, '')
      .replace(/^given\.(.*)$/, (_m, name: string) => humanise(name));

  function start(): void {
    const [r, s] = [parseNumber(runs, 'count'), parseNumber(seed, 'count')];
    wrong = !r.ok
      ? r.message
      : !s.ok
        ? s.message
        : !(Number.isInteger(r.value) && r.value >= 10 && r.value <= 200_000)
          ? 'Runs: a whole number from 10 to 200000.'
          : !Number.isInteger(s.value)
            ? 'Seed: a whole number.'
            : '';
    if (!wrong && r.ok && s.ok) lottery.start(session.doc, { runs: r.value, seed: s.value, distribution });
  }
</script>

{#if outcome && rss && worst}
  <div class="left">
    <label class="pick"
      >result <select bind:value={() => outcome.name, (v) => (chosen = v)}
        >{#each outcomes as o (o.name)}<option value={o.name}>{o.def.title}, {o.def.unit || 'number'}</option>{/each}</select
      ></label
    >
    <table>
      <thead><tr><th>school</th><th>low</th><th>middle</th><th>high</th></tr></thead>
      <tbody>
        <tr
          ><td>extreme value</td><td><Quantity value={worst.low} unit={outcome.def.unit} /></td><td
            ><Quantity value={worst.nominal} unit={outcome.def.unit} /></td
          ><td><Quantity value={worst.high} unit={outcome.def.unit} /></td></tr
        >
        <tr
          ><td>root-sum-square</td><td><Quantity value={rss.low} unit={outcome.def.unit} /></td><td><Quantity value={rss.nominal} unit={outcome.def.unit} /></td
          ><td><Quantity value={rss.high} unit={outcome.def.unit} /></td></tr
        >
        <tr>
          <td>Monte Carlo, 0.1 to 99.9 %</td>
          {#if sample}<td><Quantity value={sample.percentiles['0.1']} unit={outcome.def.unit} /></td><td
              ><Quantity value={sample.mean} unit={outcome.def.unit} /></td
            ><td><Quantity value={sample.percentiles['99.9']} unit={outcome.def.unit} /></td>
          {:else}<td colspan="3" class="soft">not run yet</td>{/if}
        </tr>
      </tbody>
    </table>
    <form onsubmit={(e) => (e.preventDefault(), start())}>
      <label>runs <input type="text" class="num" bind:value={runs} /></label>
      <label>seed <input type="text" class="num" bind:value={seed} /></label>
      <label
        >parts <select bind:value={distribution}
          ><option value="uniform">anywhere in their tolerance</option><option value="normal">normal, tolerance is 3 sigma</option></select
        ></label
      >
      {#if lottery.running}<Button onclick={() => lottery.stop()}>Stop</Button>{:else}<Button look="main" type="submit">Build boards</Button>{/if}
    </form>
    {#if wrong || lottery.problem}<p class="wrong small" role="alert">{wrong || lottery.problem}</p>{/if}
    {#if lottery.running}<p class="soft" role="status">{lottery.done} of {runs} boards…</p>{/if}
    {#if lottery.samples && !fresh}<p class="soft small">The board has changed since: build again.</p>{/if}
  </div>
  <div class="right">
    {#if sample?.histogram && sample.deviation > 0}
      <Histogram histogram={sample.histogram} {limits} unit={outcome.def.unit} label="{outcome.def.title} of {lottery.samples!.runs} boards" />
      <h2>What matters most</h2>
      <ul>
        {#each sample.contributions.filter((c) => c.share >= 0.01).slice(0, 6) as c (c.input)}<li>
            <span>{inputName(c.input)}</span> <span>{formatText(c.share, 'ratio', 2)}</span>
          </li>{:else}<li class="soft">No single input stands out.</li>{/each}
      </ul>
    {:else if sample}<p class="soft">This result is the same on every board.</p>
    {:else}<p class="soft">
        Builds the whole board at random, again and again: every part somewhere in its tolerance, rails, loads and signals carried through. Says how many boards
        pass, and which part decides.
      </p>{/if}
    {#if whole}
      <h2>Boards that pass</h2>
      <p>
        <b>{share(whole.yield)}</b> of the boards pass every check that is not waived
        <span class="soft small">({formatText(whole.low, 'ratio', 3)} to {formatText(whole.high, 'ratio', 3)} at 95&#8239;%)</span>
      </p>
      <ul>
        {#each yields.filter((y) => y.yield < 1) as y (y.id)}<li><span>{y.title}</span> {share(y.yield)}</li>{:else}<li class="soft">
            Every check of this stage held on every board.
          </li>{/each}
      </ul>
    {/if}
  </div>
{:else}<p class="soft">This stage has no result to spread.</p>{/if}

<style>
  .left,
  .right {
    display: grid;
    gap: 12px;
    align-content: start;
  }
  .pick,
  form,
  form label {
    display: flex;
    gap: 8px;
    align-items: baseline;
    flex-wrap: wrap;
  }
  .pick select,
  form select {
    width: auto;
    max-width: 100%;
  }
  form input {
    width: 8ch;
  }
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
  .wrong {
    color: var(--fail);
  }
</style>
