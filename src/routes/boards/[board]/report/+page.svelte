<script lang="ts">
  import { average } from '../../../../core/board/evaluate.ts';
  import { sharesOf } from '../../../../core/board/document.ts';
  import { conditionsText, marginText, partRows } from '../../../../core/files/report.ts';
  import { gate } from '../../../../core/gate/gate.ts';
  import { formatText } from '../../../../core/quantity/format.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import Quantity from '$lib/ui/atoms/Quantity.svelte';
  import StatusMark from '$lib/ui/atoms/StatusMark.svelte';
  import MarginBar from '$lib/ui/board/MarginBar.svelte';
  import { balance } from '$lib/ui/board/balance.ts';
  import Figure from '$lib/ui/figure/Figure.svelte';

  let { data } = $props();
  const board = useBoard();
  let session = $derived(board());
  let sum = $derived(session.sum);
  let g = $derived(gate(sum));
  let base = $derived(`/boards/${session.id}`);
  let shares = $derived(sharesOf(sum.doc));
</script>

<svelte:head><title>Report · {sum.doc.name} · Spark Sum</title></svelte:head>
<nav class="tools no-print" aria-label="Downloads">
  <Button look="main" onclick={() => window.print()}>Print or save as PDF</Button>
  <a href="{base}/report.md" download>Markdown</a>
  <a href="{base}/board.json" download>Board file</a>
  {#each data.revisions as r (r.id)}<a href="{base}/report.md?revision={r.letter}" download>Markdown of revision {r.letter}</a>{/each}
</nav>
<main>
  <h1>{sum.doc.name}</h1>
  {#if sum.doc.brief?.purpose}<p>{sum.doc.brief.purpose}</p>{/if}
  <p class="soft">{conditionsText(sum)}</p>
  <p>
    <b
      >{g.ready
        ? 'Ready to order.'
        : `Not ready to order: ${g.blocking.length} must be mended, ${g.toWaive.length} to mend or waive, ${g.confirmations.filter((c) => !c.given).length} to confirm.`}</b
    >
  </p>
  {#if g.blocking.length || g.toWaive.length}
    <h2>What stands in the way</h2>
    <ul>
      {#each [...g.blocking, ...g.toWaive] as f (f.text)}<li><b>{f.severity}</b> {f.text}</li>{/each}
    </ul>
  {/if}
  {#if g.cautions.length}<h2>Cautions</h2>
    <ul>
      {#each g.cautions as c (c.title + c.text)}<li><b>{c.title}.</b> {c.text}</li>{/each}
    </ul>{/if}
  <p class="soft small">This report helps to decide. It claims no compliance with any standard; local codes and licensed practitioners decide.</p>
</main>

<style>
  .tools {
    display: flex;
    gap: 20px;
    align-items: center;
    flex-wrap: wrap;
    padding: 12px 20px;
    max-width: 860px;
    margin: 0 auto;
  }
  main {
    max-width: 860px;
    margin: 0 auto;
    padding: 12px 20px 40px;
    display: grid;
    gap: 12px;
  }
  h2 {
    margin-top: 16px;
    color: var(--ink);
  }
  section {
    display: grid;
    gap: 8px;
    break-inside: avoid;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr);
    gap: 20px;
    align-items: start;
  }
  ul {
    padding-left: 18px;
    display: grid;
    gap: 4px;
  }
</style>
