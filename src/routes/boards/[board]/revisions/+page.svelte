<script lang="ts">
  import { goto } from '$app/navigation';
  import { currencyOf } from '../../../../core/board/document.ts';
  import type { Comparison } from '../../../../core/gate/compare.ts';
  import { loadKindsOf } from '../../../../core/kinds/index.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import { work } from '$lib/state/work.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import CompareView from '$lib/ui/board/CompareView.svelte';
  import { gateRoom } from '$lib/ui/rooms.ts';
  import SubNav from '$lib/ui/SubNav.svelte';

  let { data } = $props();
  const board = useBoard();
  let session = $derived(board());
  let sum = $derived(session.sum);
  let base = $derived(session.base);
  let comparison = $state.raw<Comparison | null>(null);
  let problem = $state('');
  let back = $state('');
  const DRAFT = 'draft';
  $effect(() => {
    const [from, to] = [data.from, data.to];
    comparison = null;
    if (!from || (!to && !sum.complete)) return;
    return work(
      { sort: 'compare', doc: from.document, with: to?.document ?? sum.doc, options: {} },
      { done: (c) => (comparison = c), failed: (message) => (problem = message) },
    );
  });
  const choose = (from: string, to: string) => goto(`${base}/revisions?from=${from}${to === DRAFT ? '' : `&to=${to}`}`, { keepFocus: true, noScroll: true });

  /** The draft becomes what was frozen; undo brings back what it was. */
  async function goBack(): Promise<void> {
    const { letter, document } = data.from!;
    await loadKindsOf(document);
    const issues = session.edit(`back to revision ${letter}`, document);
    back = issues.length ? issues.map((i) => i.message).join(' ') : `The draft is as ${letter} was frozen. Undo brings back what it was.`;
  }
</script>

<svelte:head><title>Revisions · {sum.doc.name} · Spark Sum</title></svelte:head>
<div class="room"><SubNav label="Order" links={gateRoom(base)} /></div>
<main>
  <div class="list">
    <h1>Revisions</h1>
    {#each data.revisions.toReversed() as r (r.id)}
      <article>
        <h2>Revision {r.letter} · {new Date(r.createdAt).toLocaleDateString('en-GB')}</h2>
        {#if r.note}<p>{r.note}</p>{/if}
        {#if r.wrong}<p class="soft"><b>Wrong before:</b> {r.wrong}</p>{/if}
        <p class="links small">
          <a href="{base}/bring-up?revision={r.letter}">bring-up</a>
          <a href="{base}/report.md?revision={r.letter}" download>Markdown</a>
          <a href="{base}/report.pdf?revision={r.letter}" download>PDF</a>
        </p>
      </article>
    {:else}
      <p>
        Nothing is frozen yet. The <a href="{base}/gate">gate</a> freezes a revision when nothing stands in its way; then revisions can be compared here, and gone
        back to.
      </p>
    {/each}
  </div>
  {#if data.from}
    {@const from = data.from.letter}
    {@const to = data.to?.letter ?? DRAFT}
    <section>
      <p class="pick">
        <label
          >compare <select value={from} onchange={(e) => choose(e.currentTarget.value, to)} aria-label="Compare revision"
            >{#each data.revisions as r (r.id)}<option value={r.letter}>{r.letter}</option>{/each}</select
          ></label
        >
        <label
          >with <select value={to} onchange={(e) => choose(from, e.currentTarget.value)} aria-label="With revision"
            >{#each data.revisions as r (r.id)}<option value={r.letter}>{r.letter}</option>{/each}<option value={DRAFT}>the draft</option></select
          ></label
        >
        <Button look="quiet" onclick={goBack}>Back to {from} as the draft</Button>
      </p>
      {#if back}<p role="status"><b>{back}</b></p>{/if}
      {#if problem}<p role="alert">{problem}</p>{/if}
      {#if comparison}
        <CompareView {comparison} before={from} after={to} currency={currencyOf(sum.doc)} base={to === DRAFT ? base : null} />
      {:else}<p class="soft" aria-busy="true">Both are being added up…</p>{/if}
    </section>
  {/if}
</main>

<style>
  main {
    display: grid;
    grid-template-columns: minmax(220px, 1fr) minmax(0, 2.6fr);
    gap: 40px;
    max-width: 1240px;
    width: 100%;
    margin: 0 auto;
    padding: 16px 20px 28px;
    align-items: start;
    align-content: start;
  }
  .list,
  section,
  article {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
  }
  .pick label {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  article {
    border-top: 1px solid var(--ink);
    padding-top: 8px;
  }
  .links,
  .pick {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 16px;
    align-items: center;
  }
  @media (max-width: 900px) {
    main {
      grid-template-columns: 1fr;
    }
  }
</style>
