<script lang="ts">
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import SumSheet from '$lib/ui/board/SumSheet.svelte';

  const board = useBoard();
  let session = $derived(board());
</script>

<svelte:head><title>{session.doc.name} · Spark Sum</title></svelte:head>
<SumSheet {session} />
