<script lang="ts">
  import { METER_KELVIN, METER_SHARE } from '../../../../core/stage/bring-up.ts';
  import { formatText } from '../../../../core/quantity/format.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import BringUpStep from '$lib/ui/board/BringUpStep.svelte';

  let { data, form } = $props();
  const share = (unit: keyof typeof METER_SHARE) => formatText(METER_SHARE[unit]!, 'ratio');
  const board = useBoard();
  let session = $derived(board());
  let base = $derived(`/boards/${session.id}`);
  let current = $derived(data.progress.findIndex((p) => p.verdict === null || p.verdict === 'low' || p.verdict === 'high'));
  let done = $derived(data.progress.filter((p) => p.verdict === 'within' || p.verdict === 'noted').length);
</script>

<svelte:head><title>Bring-up · {session.doc.name} · Spark Sum</title></svelte:head>
<main>
  {#if !data.revision}
    <h1>Bring-up</h1>
    <p>Bring-up follows a frozen revision: what you measure belongs to the board you built, not to the draft you go on with.</p>
    <p><a href="{base}/gate">To the order gate</a>, where a revision is frozen.</p>
  {:else}
    <div class="head">
      <h1>Bring-up of revision {data.revision.letter}</h1>
      <p class="soft">
        {data.revision.note} Frozen {new Date(data.revision.createdAt).toLocaleDateString('en-GB', { dateStyle: 'medium' })}, core {data.revision.coreVersion}.
      </p>
      <p class="count"><b class="num">{done}</b> of <b class="num">{data.progress.length}</b> steps done</p>
      {#if data.revisions.length > 1}<p>
          {#each data.revisions as r (r.id)}<a class="rev" href="?revision={r.letter}" aria-current={r.letter === data.revision.letter ? 'page' : undefined}
              >{r.letter}</a
            >{/each}
        </p>{/if}
      <p class="small soft allows">
        Each window is the worst case of the revision and, on top, what an ordinary meter may be wrong by: {share('V')} of a voltage, {share('A')} of a current or
        resistance, {share('s')} of a time, {METER_KELVIN} K.
      </p>
    </div>
    <ol>
      {#each data.progress as p, i (p.step.key)}
        <li>
          <BringUpStep
            {p}
            letter={data.revision.letter}
            now={i === current}
            number={i + 1}
            problem={form?.form === p.step.key ? form.message : undefined}
            typed={form?.form === p.step.key ? (form.typed.text ?? '') : ''}
          />
        </li>
      {/each}
    </ol>
    {#if current < 0}<p class="all">Every step is done. The readings stay with revision {data.revision.letter}.</p>{/if}
  {/if}
</main>

<style>
  main {
    max-width: 960px;
    margin: 0 auto;
    padding: 24px 20px;
    display: grid;
    gap: 16px;
    min-height: calc(100vh - 88px);
    align-content: start;
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 20px;
    align-items: baseline;
  }
  .count {
    margin-left: auto;
  }
  .allows {
    flex-basis: 100%;
  }
  .rev {
    padding: 4px 8px;
  }
  .rev[aria-current] {
    font-weight: 600;
  }
  ol {
    list-style: none;
    border-top: 1px solid var(--ink);
  }
  .all {
    font-size: 1.1rem;
    color: var(--ok);
    font-weight: 600;
  }
</style>
