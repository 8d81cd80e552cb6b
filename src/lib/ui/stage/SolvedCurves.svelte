<script lang="ts">
  import type { Band } from '../../../core/board/curves.ts';
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import { work } from '$lib/state/work.ts';
  import CurveChart from './CurveChart.svelte';

  let { session, stage }: { session: BoardSession; stage: StageSum } = $props();
  let bands: Band[] | null = $state.raw(null);
  let problem = $state('');

  // Another board: what is under way is stopped.
  $effect(() =>
    work<'curves'>(
      { sort: 'curves', doc: session.doc, stage: stage.id },
      { done: (result) => ([bands, problem] = [result, '']), failed: (message) => (problem = message) },
    ),
  );
</script>

{#if problem}<p class="wrong" role="alert">The circuit could not be solved: {problem}.</p>
{:else if bands === null}<p class="soft" role="status">Solving the circuit at its corners…</p>
{:else}{#each bands as band (`${band.curve.id} ${band.nominal.join()}`)}<CurveChart {band} name={stage.id} />{/each}{/if}

<style>
  .wrong {
    color: var(--fail);
  }
</style>
