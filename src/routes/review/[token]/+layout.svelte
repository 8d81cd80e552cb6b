<script lang="ts">
  import { untrack } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import { BoardSession, provideBoard } from '$lib/state/board-session.svelte.ts';
  import { provideScale } from '$lib/ui/board/scale.ts';
  import Mark from '$lib/ui/Mark.svelte';
  import SubNav from '$lib/ui/SubNav.svelte';

  let { data, children } = $props();
  const make = () => new BoardSession('', data.board, `/review/${data.review.token}`, true);
  let session = $state.raw(untrack(make));
  $effect.pre(() => {
    if (data.board.doc !== untrack(() => session.doc) && data.board.version !== untrack(() => session.version)) session = untrack(make);
  });
  $effect(() => {
    const shown = session;
    untrack(() => void shown.begin());
  });
  // The board may move on while somebody reads it.
  $effect(() => {
    const stream = new EventSource(`/review/${untrack(() => data.review.token)}/live`);
    stream.onmessage = ({ data: said }: MessageEvent<string>) => {
      if ((JSON.parse(said) as { version: number }).version > session.version && !data.review.letter) void invalidateAll();
    };
    return () => stream.close();
  });
  provideBoard(() => session);
  provideScale(() => ({ comfort: session.doc.policy?.comfortMargin ?? 0.1 }));
  let base = $derived(session.base);
  let links = $derived([
    [base, 'Sum'],
    [`${base}/gate`, 'Gate'],
    [`${base}/report`, 'Report'],
  ] as const);
</script>

<header class="no-print">
  <Mark />
  <b>{session.doc.name}</b>
  <span class="tag">{data.review.letter ? `revision ${data.review.letter}` : 'draft'}</span>
  <span class="soft small">
    {data.review.comments
      ? 'You were asked to look at this board. Open a stage, a check or a line of the gate to comment on it.'
      : 'You were asked to read this board.'} The link is open until {new Date(data.review.expiresAt).toLocaleDateString('en-GB')}.
  </span>
  <SubNav label="Review" {links} />
</header>
{#if session.ready}
  {@render children()}
{:else}
  <main class="adding" aria-busy="true">
    <h1 class="sr">{session.doc.name}</h1>
    <p class="soft">The board is being added up…</p>
  </main>
{/if}

<style>
  header {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 16px;
    padding: 6px 20px;
    border-bottom: 1px solid var(--ink);
  }
  header .small {
    flex: 1 1 300px;
  }
  .tag {
    border: 1px solid var(--ink);
    border-radius: 2px;
    padding: 1px 8px;
    font-size: 0.85rem;
  }
  .adding {
    padding: 20px;
  }
</style>
