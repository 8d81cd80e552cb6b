<script lang="ts">
  import { listed, type CheckDef } from '../../../core/stage/contract.ts';
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import Explain from '../board/Explain.svelte';
  import OutcomeSpread from '../board/OutcomeSpread.svelte';
  import RandomBoards from '../board/RandomBoards.svelte';
  import WhatIf from '../board/WhatIf.svelte';
  import Yields from '../board/Yields.svelte';

  let { session, stage }: { session: BoardSession; stage: StageSum } = $props();
  let outcomes = $derived(
    listed(stage.kind.outcomes)
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
</script>

{#if outcome}
  <div class="side">
    <label class="inline"
      >result <select bind:value={() => outcome.name, (v) => (chosen = v)}
        >{#each outcomes as o (o.name)}<option value={o.name}>{o.def.title}, {o.def.unit || 'number'}</option>{/each}</select
      ></label
    >
    <RandomBoards {session} />
    <OutcomeSpread {session} {stage} outcome={outcome.name} />
  </div>
  <div class="side">
    {#if !session.lottery.samples}<p class="soft">
        Builds the whole board at random, again and again: every part somewhere in its tolerance, rails, loads and signals carried through. Says how many boards
        pass, and which part decides.
      </p>{/if}
    <Yields {session} most={4} />
    <WhatIf {session} {stage} outcome={outcome.name} />
    <h2>Measured something else?</h2>
    <Explain {session} {stage} outcome={outcome.name} />
  </div>
{:else}<p class="soft">This stage has no result to spread.</p>{/if}

<style>
  .side {
    display: grid;
    gap: 12px;
    align-content: start;
    min-width: 0;
  }
</style>
