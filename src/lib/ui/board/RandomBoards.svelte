<script lang="ts">
  import { mostRuns } from '../../../core/board/monte-carlo.ts';
  import { parseNumber } from '../../../core/quantity/parse.ts';
  import { DISTRIBUTIONS, type Distribution } from '../../../core/tolerance/random.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import Button from '../atoms/Button.svelte';

  let { session }: { session: BoardSession } = $props();
  let lottery = $derived(session.lottery);
  let runs = $state('4000');
  let seed = $state('1');
  let distribution: Distribution = $state('uniform');
  let wrong = $state('');
  let most = $derived(Math.min(100_000, mostRuns(session.doc)));
  const WORDS: Record<Distribution, string> = { uniform: 'anywhere in their tolerance', normal: 'normal, tolerance is 3 sigma' };

  function start(): void {
    const [r, s] = [parseNumber(runs, 'count'), parseNumber(seed, 'count')];
    wrong = !r.ok
      ? r.message
      : !s.ok
        ? s.message
        : !(Number.isInteger(r.value) && r.value >= 10 && r.value <= most)
          ? `Runs: a whole number from 10 to ${most}.`
          : !Number.isInteger(s.value)
            ? 'Seed: a whole number.'
            : '';
    if (!wrong && r.ok && s.ok) lottery.start(session.doc, { runs: r.value, seed: s.value, distribution });
  }
</script>

<form class="inline" onsubmit={(e) => (e.preventDefault(), start())}>
  <label class="inline">runs <input type="text" class="num" bind:value={runs} /></label>
  <label class="inline">seed <input type="text" class="num" bind:value={seed} /></label>
  <label class="inline"
    >parts <select bind:value={distribution}
      >{#each DISTRIBUTIONS as d (d)}<option value={d}>{WORDS[d]}</option>{/each}</select
    ></label
  >
  {#if lottery.running}<Button onclick={() => lottery.stop()}>Stop</Button>{:else}<Button look="main" type="submit">Build boards</Button>{/if}
</form>
{#if wrong || lottery.problem}<p class="wrong small" role="alert">{wrong || lottery.problem}</p>{/if}
{#if lottery.running}<p class="soft" role="status">{lottery.done} of {lottery.wanted} boards…</p>{/if}
{#if lottery.samples && lottery.of !== session.doc && !lottery.running}<p class="soft small">The board has changed since: build again.</p>{/if}

<style>
  input {
    width: 8ch;
  }
  .wrong {
    color: var(--fail);
  }
</style>
