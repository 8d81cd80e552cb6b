<script lang="ts">
  import type { CheckDef, OutcomeDef } from '../../../../core/stage/contract.ts';
  import { held } from '../../../../core/board/monte-carlo.ts';
  import type { StageSum } from '../../../../core/board/evaluate.ts';
  import { methodOf } from '../../../../core/board/document.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import OutcomeSpread from '$lib/ui/board/OutcomeSpread.svelte';
  import RandomBoards from '$lib/ui/board/RandomBoards.svelte';
  import WhatIf from '$lib/ui/board/WhatIf.svelte';
  import YieldPlanner from '$lib/ui/board/YieldPlanner.svelte';
  import Yields from '$lib/ui/board/Yields.svelte';

  const board = useBoard();
  let session = $derived(board());
  let sum = $derived(session.sum);
  const SCHOOLS = [
    ['extreme-value', 'extreme values'],
    ['root-sum-square', 'root-sum-square'],
    ['monte-carlo', 'random samples, 0.1 to 99.9 %'],
  ] as const;
  const watched = (s: StageSum) =>
    Object.entries(s.kind.checks as Record<string, CheckDef>).flatMap(([id, c]) =>
      typeof c.value === 'string' && s.checks.some((r) => r.id === id) ? [{ id: `${s.id}.${c.value}`, stage: s, outcome: c.value, check: id }] : [],
    );
  let results = $derived(
    sum.stages.flatMap(watched).filter(({ stage, outcome }, i, all) => {
      const def = (stage.kind.outcomes as Record<string, OutcomeDef>)[outcome]!;
      return !def.derived && !def.text && stage.judged.nominal(outcome) !== null && all.findIndex((o) => o.stage === stage && o.outcome === outcome) === i;
    }),
  );
  /** What holds most boards back, else the tightest of the board, comes first. */
  let first = $derived.by(() => {
    const { samples, of } = session.lottery;
    const worst = samples && of ? held(samples, of).find((h) => !h.waived) : undefined;
    const at = worst ?? (sum.tightest && { stage: sum.tightest.stage, check: sum.tightest.check.id });
    return results.find((r) => r.stage.id === at?.stage && r.check === at.check) ?? results[0];
  });
  let chosen = $state('');
  let one = $derived(results.find((r) => r.id === chosen) ?? first);
  const judgeBy = (school: string) => session.edit('judged by', { ...session.doc, policy: { ...session.doc.policy, judgeBy: school as 'extreme-value' } });
</script>

<svelte:head><title>Yield · {session.doc.name} · Spark Sum</title></svelte:head>
<main>
  <h1>Yield: how many boards will pass</h1>
  {#if !sum.stages.length}
    <p class="soft">There is nothing to build yet. <a href="{session.base}/add">Add the first stage</a>.</p>
  {:else}
    <div class="columns">
      <div class="side">
        <p class="soft">
          Builds the whole board at random, again and again: every part somewhere in its tolerance, rails, loads and signals carried through, every check judged
          in every state.
        </p>
        <RandomBoards {session} />
        <Yields {session} />
        <YieldPlanner {session} />
      </div>
      <div class="side">
        <label class="inline"
          >checks are judged by <select value={methodOf(session.doc)} onchange={(e) => judgeBy(e.currentTarget.value)}
            >{#each SCHOOLS as [id, words] (id)}<option value={id}>{words}</option>{/each}</select
          ></label
        >
        {#if one}
          <label class="inline"
            >result <select bind:value={() => one.id, (v) => (chosen = v)}
              >{#each results as r (r.id)}<option value={r.id}
                  >{r.stage.title}: {(r.stage.kind.outcomes as Record<string, OutcomeDef>)[r.outcome]!.title}</option
                >{/each}</select
            ></label
          >
          <OutcomeSpread {session} stage={one.stage} outcome={one.outcome} />
        {/if}
        <WhatIf {session} />
      </div>
    </div>
  {/if}
</main>

<style>
  main {
    padding: 16px 20px 24px;
    display: grid;
    gap: 14px;
    align-content: start;
    min-height: calc(100vh - 88px);
  }
  .columns {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 460px), 1fr));
    gap: 24px 48px;
    align-items: start;
  }
  .side {
    display: grid;
    gap: 14px;
    min-width: 0;
  }
</style>
