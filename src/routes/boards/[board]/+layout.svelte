<script lang="ts">
  import { untrack } from 'svelte';
  import { afterNavigate, beforeNavigate } from '$app/navigation';
  import { BoardSession, provideBoard } from '$lib/state/board-session.svelte.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import BoardHead from '$lib/ui/board/BoardHead.svelte';
  import BoardFoot from '$lib/ui/board/BoardFoot.svelte';
  import ConflictPanel from '$lib/ui/board/ConflictPanel.svelte';
  import { provideScale } from '$lib/ui/board/scale.ts';

  let { data, children } = $props();
  let session = $state.raw(untrack(() => new BoardSession(data.board.id, data.board)));
  $effect.pre(() => {
    const { board } = data;
    if (untrack(() => session.id) !== board.id) session = new BoardSession(board.id, board);
  });
  $effect(() => {
    const joined = session;
    return untrack(() => joined.join());
  });
  // A form or a download must see what was typed before it.
  beforeNavigate(() => void session.settled());
  afterNavigate(({ to }) => session.nowAt(to?.url.pathname.slice(session.base.length) ?? ''));
  provideBoard(() => session);
  provideScale(() => ({ comfort: session.doc.policy?.comfortMargin ?? 0.1 }));
</script>

<svelte:head>
  {#if !session.ready}<title>{session.doc.name} · Spark Sum</title>{/if}
</svelte:head>
<div class="board">
  <BoardHead {session} revisions={data.revisions} prices={data.prices} />
  {#if session.conflict}<ConflictPanel {session} />{/if}
  {#if session.state === 'refused'}<p class="refused" role="alert">Not stored: {session.problem}</p>{/if}
  {#if session.broken}
    <main class="broken">
      <h1>This board cannot be added up as it stands</h1>
      <p>
        That is a fault of this program, not of the board: {session.broken}. What you entered is kept. Take the last change back, or
        <a href="{session.base}/board.json" download>keep its file</a>.
      </p>
      <Button look="main" onclick={() => session.step('undo')}>Undo the last change</Button>
    </main>
  {:else if session.ready}
    {@render children()}
  {:else}
    <main class="adding" aria-busy="true">
      <h1 class="sr">{session.doc.name}</h1>
      <p class="soft">The board is being added up…</p>
    </main>
  {/if}
  <BoardFoot {session} />
</div>

<style>
  /* The keys stay at the foot of the page, also where a board has little to show yet. */
  .board {
    display: flex;
    flex-direction: column;
    min-height: 100dvh;
  }
  .board > :global(main) {
    flex: 1 0 auto;
  }
  .adding {
    padding: 20px;
    animation: come 0.3s 0.4s both;
  }
  @keyframes come {
    from {
      opacity: 0;
    }
  }
  .broken {
    padding: 20px;
    max-width: 70ch;
  }
  .refused {
    padding: 8px 20px;
    border-bottom: 1px solid var(--fail);
    color: var(--fail);
  }
</style>
