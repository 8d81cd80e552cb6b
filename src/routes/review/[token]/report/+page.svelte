<script lang="ts">
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import ReportView from '$lib/ui/board/ReportView.svelte';

  let { data } = $props();
  const board = useBoard();
  let session = $derived(board());
</script>

<svelte:head><title>Report · {session.doc.name} · review · Spark Sum</title></svelte:head>
<nav class="no-print" aria-label="Downloads"><a href="{session.base}/report.pdf" download>PDF</a></nav>
<ReportView {session} options={{ remarks: data.remarks }} />

<style>
  nav {
    max-width: 860px;
    margin: 0 auto;
    padding: 12px 20px 0;
  }
</style>
