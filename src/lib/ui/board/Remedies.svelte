<script lang="ts">
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import { takeRemedy } from '../../../core/board/remedies.ts';
  import type { Remedy } from '../../../core/stage/contract.ts';
  import type { CheckResult } from '../../../core/stage/judge.ts';
  import { remedyWords } from '../../../core/stage/remedy-words.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';

  /** What cures a check, each with a button that takes it; undo takes it back. */
  let { session, stage, check }: { session: BoardSession; stage: StageSum; check: CheckResult } = $props();
  let remedies = $derived(check.remedies);

  function take(remedy: Remedy): void {
    const doc = takeRemedy(session.doc, stage, remedy);
    if (doc) void session.edit(`${stage.title}: ${remedyWords(remedy, stage.kind)}`, doc);
  }
</script>

{#if remedies.length}
  <span class="remedies no-print">
    {#each remedies as remedy (remedy.set + remedy.to)}
      <button type="button" onclick={() => take(remedy)}>take {remedyWords(remedy, stage.kind)}</button>
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
  button:hover {
    background: var(--wash);
  }
</style>
