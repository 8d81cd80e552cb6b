<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { navigating } from '$app/state';
  import Plus from '@lucide/svelte/icons/plus';
  import FileButton from '$lib/ui/atoms/FileButton.svelte';
  import Problem from '$lib/ui/atoms/Problem.svelte';
  import BoardCard from '$lib/ui/board/BoardCard.svelte';
  import TopBar from '$lib/ui/TopBar.svelte';

  let { data, form } = $props();

  /** Looks again while boards are still being added up, ms. */
  const AGAIN = 1200;
  $effect(() => {
    // Looking again would end a way that somebody is on already.
    if (navigating.to || !data.boards.some((b) => b.pending)) return;
    const timer = setTimeout(() => void invalidateAll(), AGAIN);
    return () => clearTimeout(timer);
  });
</script>

<svelte:head><title>Shelf of boards · Spark Sum</title></svelte:head>
<TopBar />
<main>
  <div class="head">
    <h1>{data.archived ? 'Archived boards' : 'Shelf of boards'}</h1>
    <div class="actions">
      {#if data.archived}<a href="/boards">back to the shelf</a>{:else if data.others}<a href="/boards?archived">{data.others} archived</a>{/if}
      <FileButton action="?/import" label="Import a board file" accept=".json,application/json" />
      <a class="new" href="/boards/new"><Plus size={16} /> New board</a>
    </div>
  </div>
  <Problem text={form?.form === 'import' ? form.message : undefined} />
  {#if data.boards.length === 0}
    <div class="empty">
      <p>
        {data.archived ? 'Nothing is archived.' : 'No boards yet. A board begins with its brief: what it is for, where it will live, how many you will build.'}
      </p>
      {#if !data.archived}<a class="new" href="/boards/new"><Plus size={16} /> Begin a board</a>{/if}
    </div>
  {:else}
    <ul>
      {#each data.boards as board (board.id)}
        <li><BoardCard {board} archived={data.archived} /></li>
      {/each}
    </ul>
  {/if}
  {#if !data.archived && data.boards.length > 0}
    <p class="soft small foot">
      Everything is computed on this machine. Cautions and margins help you decide; local codes and licensed practitioners have the last word where a board can
      hurt someone.
    </p>
  {/if}
</main>

<style>
  main {
    max-width: 1080px;
    margin: 0 auto;
    padding: 28px 20px;
    display: grid;
    gap: 20px;
  }
  .head,
  .actions {
    display: flex;
    align-items: center;
    gap: 20px;
    flex-wrap: wrap;
  }
  .actions {
    margin-left: auto;
  }
  ul {
    list-style: none;
    border-top: 1px solid var(--ink);
  }
  .new {
    display: inline-flex;
    align-items: center;
    gap: 6px;
    min-height: 36px;
    padding: 4px 14px;
    border: 1px solid var(--ink);
    border-radius: 2px;
    font-weight: 500;
    text-decoration: none;
    cursor: pointer;
  }
  .new {
    background: var(--ink);
    color: var(--ground);
  }
  .new:hover {
    border-color: var(--copper);
    background: var(--copper);
    color: var(--on-copper);
  }
  .empty {
    display: grid;
    gap: 16px;
    justify-items: start;
    border-top: 1px solid var(--ink);
    padding: 40px 0;
    max-width: 56ch;
  }
  .foot {
    max-width: 80ch;
  }
</style>
