<script lang="ts">
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import CommentBox from '$lib/ui/board/CommentBox.svelte';
  import SumSheet from '$lib/ui/board/SumSheet.svelte';

  const board = useBoard();
  let session = $derived(board());
</script>

<svelte:head><title>{session.doc.name} · review · Spark Sum</title></svelte:head>
<SumSheet {session} />
<aside aria-label="On the board as a whole">
  <h2>On the board as a whole</h2>
  <CommentBox about="board" aboutText="the board" />
</aside>

<style>
  aside {
    padding: 12px 20px 28px;
    max-width: 800px;
  }
</style>
