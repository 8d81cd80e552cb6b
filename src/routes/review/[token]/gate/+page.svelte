<script lang="ts">
  import { FLAG_WORDS } from '../../../../core/board/document.ts';
  import { gate, openText } from '../../../../core/gate/gate.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import CommentBox from '$lib/ui/board/CommentBox.svelte';
  import LivePanel from '$lib/ui/board/LivePanel.svelte';

  const board = useBoard();
  let session = $derived(board());
  let sum = $derived(session.sum);
  let g = $derived(gate(sum));
  let groups = $derived([...new Set(g.confirmations.map((c) => c.group))].map((name) => ({ name, items: g.confirmations.filter((c) => c.group === name) })));
  const keyOf = (f: { stage: string | null; check?: string; text: string }) => `gate ${f.stage ?? ''} ${f.check ?? f.text}`.slice(0, 200);
</script>

<svelte:head><title>Gate · {sum.doc.name} · review · Spark Sum</title></svelte:head>
<main>
  <h1>{g.ready ? 'Ready to order' : 'Not ready to order'}</h1>
  {#if !g.ready}<p>{openText(g)}</p>{/if}
  <LivePanel {sum} base={session.base} />
  <section>
    <h2>Must be mended · {g.blocking.length}</h2>
    {#each g.blocking as f (keyOf(f))}<p class="line must">{f.text}</p>
      <CommentBox about={keyOf(f)} aboutText={f.text.slice(0, 120)} />{:else}<p class="soft">Nothing.</p>{/each}
  </section>
  <section>
    <h2>To mend or to waive · {g.toWaive.length + g.waived.length}</h2>
    {#each g.toWaive as f (keyOf(f))}<p class="line">{f.text}</p>
      <CommentBox about={keyOf(f)} aboutText={f.text.slice(0, 120)} />{/each}
    {#each g.waived as w (keyOf(w.finding))}
      <p class="line">{w.finding.text} <b>Waived:</b> {w.waiver.reason}</p>
      <CommentBox about={keyOf(w.finding)} aboutText={w.finding.text.slice(0, 120)} />
    {/each}
  </section>
  {#if g.flagged.length + g.answered.length}
    <section>
      <h2>Parts that want attention</h2>
      {#each [...g.flagged, ...g.answered] as f (`${f.flag.part} ${f.flag.sort}`)}
        <p class="line">
          <b>{f.part}</b>: {f.flag.sort}{f.flag.note ? `, ${f.flag.note}` : ''}. {f.flag.answer
            ? `${FLAG_WORDS[f.flag.answer.how]}, because ${f.flag.answer.because}`
            : 'Not answered yet.'}
        </p>
        <CommentBox about={`gate ${f.flag.part} ${f.flag.sort}`.slice(0, 200)} aboutText={`${f.part}: ${f.flag.sort}`} />
      {/each}
    </section>
  {/if}
  {#each groups as group (group.name)}
    <section>
      <h2>{group.name}</h2>
      {#each group.items as c (c.id)}
        <p class="line">
          {c.given ? '☑' : '☐'}
          {c.text}
          {#if c.given}<span class="soft small">{[c.given.by, c.given.note].filter(Boolean).join(', ')}</span>{/if}
        </p>
        <CommentBox about={`gate ${c.id}`} aboutText={c.text.slice(0, 120)} />
      {/each}
    </section>
  {/each}
</main>

<style>
  main {
    max-width: 900px;
    margin: 0 auto;
    padding: 20px;
    display: grid;
    gap: 18px;
  }
  section {
    display: grid;
    gap: 4px;
  }
  h2 {
    border-top: 1px solid var(--ink);
    padding-top: 8px;
  }
  .must {
    border-left: 3px solid var(--fail);
    padding-left: 10px;
  }
</style>
