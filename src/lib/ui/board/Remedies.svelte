<script lang="ts">
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import { takeRemedy } from '../../../core/board/remedies.ts';
  import type { Remedy } from '../../../core/stage/contract.ts';
  import { remedyWords } from '../../../core/stage/remedy-words.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';

  /** What cures a check, each with a button that takes it; undo takes it back. */
  let { session, stage, check }: { session: BoardSession; stage: StageSum; check: string } = $props();
  $effect(() => session.mender.look(session.sum, [[stage.id, check]]));
  let mending = $derived(session.mender.of(session.doc, stage.id, check));

  function take(remedy: Remedy): void {
    const doc = takeRemedy(session.doc, stage, remedy);
    if (doc) void session.edit(`${stage.title}: ${remedyWords(remedy, stage.kind)}`, doc);
  }
</script>

{#if mending?.remedies.length && !session.reading}
  <span class="remedies no-print">
    {#each mending.remedies as remedy (remedy.set + remedy.to)}
      <button type="button" disabled={!mending.fresh} onclick={() => take(remedy)}>take {remedyWords(remedy, stage.kind)}</button>
    {/each}
  </span>
{/if}

<style>
  .remedies {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    margin-top: 6px;
  }
  button {
    min-height: 32px;
    padding: 3px 10px;
    border: 1px solid var(--copper);
    border-radius: 3px;
    background: none;
    color: var(--copper);
    cursor: pointer;
    text-align: left;
  }
  button:disabled {
    opacity: 0.6;
    cursor: default;
  }
  button:hover {
    background: var(--wash);
  }
</style>
