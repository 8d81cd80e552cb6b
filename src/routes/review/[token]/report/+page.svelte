<script lang="ts">
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import ReportView from '$lib/ui/board/ReportView.svelte';

  let { data } = $props();
  const board = useBoard();
  let session = $derived(board());
</script>

<svelte:head><title>Report · {session.doc.name} · review · Spark Sum</title></svelte:head>
<p class="no-print"><a href="{session.base}/report.pdf" download>PDF</a></p>
<ReportView {session} options={{ remarks: data.remarks }} />

<style>
  p {
    max-width: 860px;
    margin: 0 auto;
    padding: 12px 20px 0;
  }
</style>
