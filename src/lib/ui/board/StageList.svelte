<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import { moveStage } from '../../../core/board/edit.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import StatusMark from '../atoms/StatusMark.svelte';
  import MarginBar from './MarginBar.svelte';

  let { session, base }: { session: BoardSession; base: string } = $props();
  const GROUPS = ['Supply', 'Conversion', 'Signal', 'Load', 'Heat'] as const;
  let stages = $derived(session.doc.stages.map((s) => session.sum.byId.get(s.id)!));
  let groups = $derived(GROUPS.map((name) => ({ name, stages: stages.filter((s) => s.kind.group === name) })).filter((g) => g.stages.length));
  let reordering = $state(false);

  const move = (id: string, title: string, by: number) => session.edit(`move ${title}`, moveStage(session.doc, id, by));
</script>

<div class="head">
  <h2>Stages</h2>
  {#if !session.reading}<a href="{base}/add" class="add"><Plus size={15} /> new</a>{/if}
</div>
{#if reordering}
  <ol>
    {#each stages as s, i (s.id)}
      <li class="order">
        <span>{s.title}</span>
        <button type="button" onclick={() => move(s.id, s.title, -1)} disabled={i === 0} aria-label="{s.title} up">↑</button>
        <button type="button" onclick={() => move(s.id, s.title, 1)} disabled={i === stages.length - 1} aria-label="{s.title} down">↓</button>
      </li>
    {/each}
  </ol>
{:else}
  <div class="groups">
    {#each groups as g (g.name)}
      <section>
        <h3 class="soft">{g.name === 'Load' ? 'Loads' : g.name}</h3>
        <ul>
          {#each g.stages as s (s.id)}
            <li>
              <a href="{base}/stages/{s.id}">
                <StatusMark status={s.tightest?.status ?? 'ok'} />
                <span class="title"
                  >{s.title}{#if s.copies > 1}<span class="soft num">&#8239;×{s.copies}</span>{/if}{#if s.doc.module}<span class="soft small"
                      >&nbsp;in {s.doc.module}{s.times > 1 ? ` ×${s.times}` : ''}</span
                    >{/if}</span
                >
                {#if s.tightest}<MarginBar check={s.tightest} width={58} height={12} />{/if}
              </a>
            </li>
          {/each}
        </ul>
      </section>
    {/each}
  </div>
{/if}
{#if stages.length > 1 && !session.reading}
  <button type="button" class="switch" onclick={() => (reordering = !reordering)}>{reordering ? 'done' : 'change the order'}</button>
{/if}

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  .add {
    display: inline-flex;
    gap: 4px;
    align-items: center;
    color: var(--copper);
    font-weight: 500;
    padding: 4px 0;
  }
  h3 {
    font-weight: 400;
    font-size: 0.9rem;
    margin: 10px 0 2px;
  }
  @media (max-width: 1000px) {
    .groups {
      columns: 2;
      column-gap: 40px;
    }
    section {
      break-inside: avoid;
    }
  }
  ul,
  ol {
    list-style: none;
  }
  li a {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 32px;
    padding: 3px 0;
    text-decoration: none;
  }
  .title {
    flex: 1;
    line-height: 1.15;
  }
  .order {
    display: flex;
    align-items: center;
    gap: 4px;
    min-height: 36px;
  }
  .order span {
    flex: 1;
  }
  button {
    border: 1px solid var(--line);
    background: var(--ground);
    min-width: 32px;
    min-height: 32px;
    cursor: pointer;
  }
  button:disabled {
    opacity: 0.35;
  }
  .switch {
    margin-top: 14px;
    border: 0;
    padding: 0;
    color: var(--copper);
    background: none;
    font-size: 0.87rem;
    text-decoration: underline;
    text-underline-offset: 3px;
  }
</style>
