<script lang="ts">
  import { goto } from '$app/navigation';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import Margin from '../atoms/Margin.svelte';
  import StatusMark from '../atoms/StatusMark.svelte';

  let { session, onclose }: { session: BoardSession; onclose: () => void } = $props();
  let text = $state('');
  let at = $state(0);
  let entries = $derived([
    ...session.sum.stages.map((s) => ({
      key: s.id,
      words: `${s.title} ${s.kind.title} ${s.kind.aliases.join(' ')}`,
      title: s.title,
      more: s.kind.title,
      check: null,
      href: `stages/${s.id}`,
    })),
    ...session.sum.stages.flatMap((s) =>
      s.checks.map((check) => ({
        key: `${s.id} ${check.id}`,
        words: `${check.title} ${s.title}`,
        title: check.title,
        more: s.title,
        check,
        href: `stages/${s.id}#${check.id}`,
      })),
    ),
  ]);
  let found = $derived.by(() => {
    const wanted = text.toLowerCase().split(/\s+/).filter(Boolean);
    return entries.filter((e) => wanted.every((w) => e.words.toLowerCase().includes(w))).slice(0, 9);
  });

  function go(href: string | undefined): void {
    if (!href) return;
    onclose();
    void goto(`${session.base}/${href}`);
  }
  function press(e: KeyboardEvent): void {
    if (e.key === 'Escape') onclose();
    else if (e.key === 'Enter') go(found[at]?.href);
    else if (e.key === 'ArrowDown') at = Math.min(at + 1, found.length - 1);
    else if (e.key === 'ArrowUp') at = Math.max(at - 1, 0);
    else return;
    e.preventDefault();
  }
  const focus = (node: HTMLInputElement) => node.focus();
</script>

<div class="panel" role="dialog" aria-label="Find on this board">
  <input
    type="text"
    placeholder="Find a stage or a margin"
    aria-label="Find a stage or a margin"
    bind:value={text}
    oninput={() => (at = 0)}
    onkeydown={press}
    onblur={onclose}
    {@attach focus}
  />
  <ul>
    {#each found as e, i (e.key)}
      <li class:at={i === at}>
        <button type="button" tabindex="-1" onpointerdown={() => go(e.href)}>
          {#if e.check}<StatusMark status={e.check.status} />{/if}
          <b>{e.title}</b> <span class="soft">{e.more}</span>
          {#if e.check}<span class="right"><Margin check={e.check} /></span>{/if}
        </button>
      </li>
    {:else}<li class="soft none">Nothing on this board is called that.</li>{/each}
  </ul>
</div>

<style>
  .panel {
    position: fixed;
    inset: 60px 0 auto;
    margin: 0 auto;
    width: min(560px, calc(100vw - 40px));
    background: var(--ground);
    border: 1px solid var(--ink);
    z-index: 5;
    padding: 10px;
  }
  ul {
    list-style: none;
  }
  button {
    display: flex;
    gap: 8px;
    align-items: center;
    width: 100%;
    min-height: 36px;
    border: 0;
    background: none;
    text-align: left;
    cursor: pointer;
  }
  .at {
    background: var(--wash);
  }
  .right {
    margin-left: auto;
  }
  .none {
    padding: 10px 0;
  }
</style>
