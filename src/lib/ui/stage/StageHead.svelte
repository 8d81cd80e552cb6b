<script lang="ts">
  import { goto } from '$app/navigation';
  import { removeStage, renameStage, setModule, setModuleCopies, setStage } from '../../../core/board/edit.ts';
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import { ID } from '../../../core/files/schema.ts';
  import { parseNumber } from '../../../core/quantity/parse.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import Margin from '../atoms/Margin.svelte';
  import Button from '../atoms/Button.svelte';

  let { session, stage }: { session: BoardSession; stage: StageSum } = $props();
  let base = $derived(session.base);
  let wrong = $state('');
  let naming = $state(false);

  function title(text: string): void {
    session.edit(`rename ${stage.title}`, setStage(session.doc, stage.id, { title: text.trim() }));
  }
  function copies(text: string, input: HTMLInputElement): void {
    const n = parseNumber(text, 'count');
    const issues = n.ok ? session.edit(`${stage.title}: copies`, setStage(session.doc, stage.id, { copies: n.value })) : [{ message: n.message }];
    wrong = issues.map((i) => `Copies: ${i.message}`).join(' ');
    if (issues.length) input.value = String(stage.copies);
  }
  function module(text: string): void {
    const to = text.trim();
    wrong = '';
    if (to === (stage.doc.module ?? '')) return;
    if (to && !ID.test(to)) wrong = `“${to}” cannot be the name of a module: a letter, then letters, digits, - or _.`;
    else session.edit(to ? `${stage.title} into module ${to}` : `${stage.title} out of its module`, setModule(session.doc, stage.id, to || undefined));
  }
  function built(text: string, input: HTMLInputElement): void {
    const n = parseNumber(text, 'count');
    const name = stage.doc.module!;
    const issues = n.ok ? session.edit(`module ${name}: copies`, setModuleCopies(session.doc, name, n.value)) : [{ message: n.message }];
    wrong = issues.map((i) => `Module ${name}: ${i.message}`).join(' ');
    if (issues.length) input.value = String(stage.times);
  }
  async function rename(to: string): Promise<void> {
    wrong = '';
    naming = false;
    if (to === stage.id) return;
    if (!ID.test(to)) wrong = `“${to}” cannot be an id: a letter, then letters, digits, - or _.`;
    else if (session.doc.stages.some((s) => s.id === to)) wrong = `Another stage has the id “${to}”.`;
    else if (session.edit(`rename ${stage.id} to ${to}`, renameStage(session.doc, stage.id, to)).length === 0)
      await goto(`${base}/stages/${to}`, { replaceState: true });
  }
  async function remove(): Promise<void> {
    const { id, title: name } = stage;
    await goto(base);
    session.edit(`remove ${name}`, removeStage(session.doc, id));
    session.said = `${name} removed; u takes it back`;
  }
</script>

<div class="head">
  <input
    class="title"
    type="text"
    aria-label="Title of the stage"
    maxlength="80"
    value={stage.title}
    size={Math.max(24, stage.title.length)}
    onchange={(e) => title(e.currentTarget.value)}
  />
  <span class="kind" title={stage.kind.purpose}>{stage.kind.title}</span>
  {#if naming}
    <input
      class="id num"
      type="text"
      aria-label="Id of the stage"
      value={stage.id}
      onchange={(e) => rename(e.currentTarget.value.trim())}
      onblur={() => (naming = false)}
    />
  {:else}
    <button
      type="button"
      class="soft id-button num"
      title="The id that signals and files use. Renaming it carries its links along."
      onclick={() => (naming = true)}>{stage.id}</button
    >
  {/if}
  <label class="copies"
    >copies <input class="num" type="text" inputmode="numeric" value={stage.copies} onchange={(e) => copies(e.currentTarget.value, e.currentTarget)} /></label
  >
  <label class="copies" title="Stages of a module are built together, so many times, each with the others: a plug-in board with its own supply"
    >module
    <input
      class="module"
      type="text"
      list="modules"
      placeholder="none"
      maxlength="30"
      value={stage.doc.module ?? ''}
      onchange={(e) => module(e.currentTarget.value)}
    /></label
  >
  <datalist id="modules"
    >{#each Object.keys(session.doc.modules ?? {}) as name (name)}<option value={name}></option>{/each}</datalist
  >
  {#if stage.doc.module}<label class="copies"
      >built <input class="num" type="text" inputmode="numeric" value={stage.times} onchange={(e) => built(e.currentTarget.value, e.currentTarget)} /> times</label
    >{/if}
  {#if stage.tightest}<span class="tightest">tightest here <Margin check={stage.tightest} /></span>{/if}
  <span class="do"><Button look="quiet" onclick={remove}>Remove stage</Button></span>
  {#if wrong}<p class="wrong small" role="alert">{wrong}</p>{/if}
</div>

<style>
  .head {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 16px;
    padding: 8px 20px;
    border-bottom: 1px solid var(--line);
  }
  .title {
    min-width: 300px;
    width: auto;
    max-width: 100%;
    font-size: 1.3rem;
    font-weight: 600;
    border-color: transparent;
    padding: 2px 4px;
    margin-left: -4px;
  }
  .title:hover,
  .title:focus {
    border-color: var(--soft);
  }
  .kind {
    border: 1px solid var(--ink);
    border-radius: 2px;
    padding: 1px 8px;
    font-size: 0.9rem;
  }
  .id-button {
    border: 0;
    background: none;
    cursor: pointer;
    font-size: 0.85rem;
    padding: 6px 0;
  }
  .id {
    width: 16ch;
  }
  .copies {
    display: flex;
    gap: 6px;
    align-items: baseline;
  }
  .copies input {
    width: 6ch;
    padding: 2px 4px;
  }
  .copies .module {
    width: 10ch;
  }
  .do {
    margin-left: auto;
  }
  .wrong {
    flex-basis: 100%;
    color: var(--fail);
  }
</style>
