<script lang="ts">
  import { dayOf } from '../day.ts';
  import type { AdviceDoc } from '../../../core/board/document.ts';
  import { removeAdvice, setAdvice } from '../../../core/order/edit.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import Button from '../atoms/Button.svelte';

  /** Advice that somebody gave, taken or refused with a reason. */
  let { session }: { session: BoardSession } = $props();
  let advice = $derived(session.doc.advice ?? []);
  let text = $state('');
  let from = $state('');
  let reasons: Record<string, string> = $state({});
  let asked = $state('');

  function add(e: SubmitEvent): void {
    e.preventDefault();
    if (!text.trim() || !from.trim()) return;
    session.edit(`advice of ${from.trim()}`, setAdvice(session.doc, { id: crypto.randomUUID(), text: text.trim(), from: from.trim(), date: dayOf() }));
    [text, from] = ['', ''];
  }
  function settle(a: AdviceDoc, taken: boolean): void {
    const because = reasons[a.id]?.trim();
    if (!because) return void (asked = a.id);
    session.edit(`advice of ${a.from}: ${taken ? 'taken' : 'refused'}`, setAdvice(session.doc, { ...a, taken, because }));
  }
  function open({ taken: _, because: __, ...rest }: AdviceDoc): void {
    session.edit(`advice of ${rest.from}: open again`, setAdvice(session.doc, rest));
  }
</script>

{#each advice as a (a.id)}
  <div class="advice" class:open={a.taken === undefined}>
    <p>{a.text} <span class="soft small">{a.from}, {a.date}</span></p>
    {#if a.taken === undefined}
      <p class="row">
        <input type="text" bind:value={reasons[a.id]} placeholder="because" aria-label="Because, about the advice of {a.from}" maxlength="2000" />
        <Button onclick={() => settle(a, true)}>Take it</Button><Button onclick={() => settle(a, false)}>Refuse it</Button>
        <Button look="quiet" onclick={() => session.edit('advice removed', removeAdvice(session.doc, a.id))}>remove</Button>
      </p>
      {#if asked === a.id && !reasons[a.id]?.trim()}<p role="alert" class="bad small">Write why: reasons are what gets forgotten.</p>{/if}
    {:else}
      <p class="row">
        <span><b>{a.taken ? 'Taken' : 'Refused'}</b>, because {a.because}</span>
        <Button look="quiet" onclick={() => open(a)}>open again</Button>
      </p>
    {/if}
  </div>
{/each}
<form onsubmit={add}>
  <input type="text" bind:value={text} placeholder="what they say" aria-label="Advice" maxlength="4000" />
  <input type="text" bind:value={from} placeholder="who" aria-label="Who gave the advice" maxlength="120" />
  <Button type="submit">Note it</Button>
</form>

<style>
  .advice {
    border-left: 3px solid var(--line);
    padding-left: 10px;
  }
  .open {
    border-color: var(--tight);
  }
  .row,
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  .row input,
  form input:first-child {
    flex: 1 1 160px;
  }
  form input:nth-child(2) {
    width: 16ch;
  }
  .bad {
    color: var(--fail);
  }
</style>
