<script lang="ts">
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import ReportView from '$lib/ui/board/ReportView.svelte';

  let { data } = $props();
  const board = useBoard();
  let session = $derived(board());
  let base = $derived(session.base);
</script>

<svelte:head><title>Report · {session.doc.name} · Spark Sum</title></svelte:head>
<nav class="tools no-print" aria-label="Downloads">
  <a class="main" href="{base}/report.pdf" download>PDF</a>
  <a href="{base}/report.md" download>Markdown</a>
  <a href="{base}/bill/csv" download>Bill of materials as CSV</a>
  <a href="{base}/archive.zip" download>Everything in one archive</a>
  <a href="{base}/board.json" download>Board file</a>
  <Button look="quiet" onclick={() => window.print()}>Print</Button>
  {#each data.revisions as r (r.id)}
    <a href="{base}/report.pdf?revision={r.letter}" download>PDF of revision {r.letter}</a>
    <a href="{base}/report.md?revision={r.letter}" download>Markdown of revision {r.letter}</a>
  {/each}
</nav>

<ReportView {session} options={data.options} />

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
</style>
