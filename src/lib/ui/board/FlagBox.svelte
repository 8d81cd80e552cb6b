<script lang="ts">
  import { dayOf } from '../day.ts';
  import { FLAG_ANSWERS, FLAG_SORTS, FLAG_WORDS, type FlagDoc, type FlagSort } from '../../../core/board/document.ts';
  import { answerFlag, removeFlag, setFlag } from '../../../core/order/edit.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import Button from '../atoms/Button.svelte';

  /** What wants attention about a part, and what was decided. */
  let {
    session,
    part,
    title,
    flags,
    me,
    adds = true,
  }: { session: BoardSession; part: string; title: string; flags: readonly FlagDoc[]; me: string; adds?: boolean } = $props();
  let sort = $state<FlagSort>('one source');
  let note = $state('');
  let how = $state<(typeof FLAG_ANSWERS)[number]>('accepted');
  let because = $state('');

  function flag(e: SubmitEvent): void {
    e.preventDefault();
    session.edit(`${title}: ${sort}`, setFlag(session.doc, { part, sort, by: me, date: dayOf(), ...(note.trim() ? { note: note.trim() } : {}) }));
    note = '';
  }
  function answer(e: SubmitEvent, of: FlagDoc): void {
    e.preventDefault();
    if (!because.trim()) return;
    session.edit(`${title}: answer to ${of.sort}`, answerFlag(session.doc, part, of.sort, { how, because: because.trim(), by: me, date: dayOf() }));
    because = '';
  }
</script>

{#each flags as f (f.sort)}
  <div class="flag" class:open={!f.answer}>
    <p>
      <b>{f.sort}</b> <span class="soft small">{f.by}, {f.date}{f.note ? ` · ${f.note}` : ''}</span>
      {#if f.answer}<br /><span>{FLAG_WORDS[f.answer.how]}, because {f.answer.because}</span>
        <span class="soft small">{f.answer.by}, {f.answer.date}</span>{/if}
    </p>
    {#if f.answer}
      <Button look="quiet" onclick={() => session.edit(`${title}: answer taken back`, answerFlag(session.doc, part, f.sort, null))}>take back</Button>
    {:else}
      <form onsubmit={(e) => answer(e, f)}>
        <select bind:value={how} aria-label="What is done about {title}: {f.sort}"
          >{#each FLAG_ANSWERS as a (a)}<option value={a}>{FLAG_WORDS[a]}</option>{/each}</select
        >
        <input type="text" bind:value={because} placeholder="because" aria-label="Because, about {title}: {f.sort}" maxlength="2000" required />
        <Button type="submit">Answer</Button>
        <Button look="quiet" onclick={() => session.edit(`${title}: no longer ${f.sort}`, removeFlag(session.doc, part, f.sort))}>take the flag off</Button>
      </form>
    {/if}
  </div>
{/each}
{#if adds}
  <form onsubmit={flag}>
    <select bind:value={sort} aria-label="Attention for {title}"
      >{#each FLAG_SORTS as s (s)}<option>{s}</option>{/each}</select
    >
    <input type="text" bind:value={note} placeholder="what is known of it" aria-label="Note on {title}" maxlength="2000" />
    <Button type="submit">Flag it</Button>
  </form>
{/if}

<style>
  select {
    width: auto;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  input {
    flex: 1 1 200px;
  }
  .flag {
    border-left: 3px solid var(--line);
    padding-left: 10px;
    display: grid;
    gap: 4px;
  }
  .open {
    border-color: var(--tight);
  }
</style>
