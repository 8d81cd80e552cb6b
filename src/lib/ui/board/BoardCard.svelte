<script lang="ts">
  import { stay } from '../stay.ts';
  import type { PageData } from '../../../routes/boards/$types';
  import Margin from '../atoms/Margin.svelte';
  import StatusMark from '../atoms/StatusMark.svelte';
  import MarginBar from './MarginBar.svelte';
  import { provideScale } from './scale.ts';

  let { board, archived }: { board: PageData['boards'][number]; archived: boolean } = $props();
  provideScale(() => ({ comfort: board.comfort }));
  let asking = $state(false);
  /** How it stands, as a mark and in words. */
  function standing() {
    if (board.broken) return ['fail', 'cannot be added up'] as const;
    if (board.pending) return ['unknown', 'being added up…'] as const;
    if (board.stages === 0) return ['unknown', 'no stages yet'] as const;
    if (board.ready) return ['ok', 'ready to order'] as const;
    return board.blocking ? (['fail', `${board.blocking} must be mended`] as const) : (['tight', `${board.open} to waive or confirm`] as const);
  }
  let [status, readiness] = $derived(standing());
  const when = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium' });
</script>

<article>
  <div class="what">
    <a class="name" href="/boards/{board.id}">{board.name}</a>
    {#if board.revision}<span class="tag">revision {board.revision}</span>{/if}
    <p class="soft purpose">{board.purpose}</p>
  </div>
  <div class="state">
    <p><StatusMark {status} /> {readiness}</p>
    {#if board.broken}
      <p class="small">Something on it is beyond this program. <a href="/boards/{board.id}/board.json" download>Its file</a> is as you left it.</p>
    {/if}
    {#if board.tightest}
      <p class="tight"><span class="soft">tightest</span> <b>{board.tightest.check.title}</b>, {board.tightest.stage}</p>
      <div class="bar"><MarginBar check={board.tightest.check} width={180} /> <Margin check={board.tightest.check} /></div>
    {/if}
  </div>
  <div class="do">
    <p class="soft small">{when.format(board.updatedAt)}</p>
    <form method="POST" use:stay>
      <input type="hidden" name="board" value={board.id} />
      {#if asking}
        <span class="small">Delete it with its revisions and readings?</span>
        <button formaction="?/delete" class="danger">Delete for good</button>
        <button type="button" onclick={() => (asking = false)}>Keep</button>
      {:else}
        <button formaction="?/duplicate">Duplicate</button>
        <button formaction={archived ? '?/restore' : '?/archive'}>{archived ? 'Restore' : 'Archive'}</button>
        <button type="button" onclick={() => (asking = true)}>Delete</button>
      {/if}
    </form>
  </div>
</article>

<style>
  article {
    display: grid;
    grid-template-columns: minmax(0, 1.4fr) minmax(0, 1.2fr) auto;
    gap: 24px;
    padding: 16px 0;
    border-bottom: 1px solid var(--line);
  }
  .name {
    font-size: 1.15rem;
    font-weight: 600;
  }
  .tag {
    margin-left: 8px;
    padding: 1px 8px;
    border: 1px solid var(--ink);
    border-radius: 2px;
    font-size: 0.85rem;
    white-space: nowrap;
  }
  .purpose {
    margin-top: 4px;
    max-width: 52ch;
  }
  .state {
    display: grid;
    gap: 4px;
    align-content: start;
  }
  .bar {
    display: flex;
    gap: 10px;
    align-items: center;
  }
  .do {
    text-align: right;
    display: grid;
    gap: 6px;
    align-content: start;
  }
  .do form {
    display: flex;
    gap: 4px;
    flex-wrap: wrap;
    justify-content: end;
    align-items: center;
    max-width: 270px;
  }
  .do button {
    border: 0;
    background: none;
    padding: 6px 8px;
    color: var(--copper);
    cursor: pointer;
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .do .danger {
    color: var(--fail);
  }
  @media (max-width: 900px) {
    article {
      grid-template-columns: 1fr 1fr;
    }
    .do {
      grid-column: 1 / -1;
      text-align: left;
    }
    .do form {
      justify-content: start;
      max-width: none;
    }
  }
</style>
