<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import Button from '../atoms/Button.svelte';
  import FindPanel from './FindPanel.svelte';
  import { BOARD_KEYS, isTaken, STAGE_KEYS } from './keys.ts';

  let { session }: { session: BoardSession } = $props();
  let help: HTMLDialogElement;
  let finding = $state(false);
  let base = $derived(session.base);
  const saying = { saved: 'saved', saving: 'saving…', unreachable: 'not saved: the server cannot be reached, trying again', refused: 'not saved' } as const;

  const PAGES: Readonly<Record<string, string>> = { '': 'sum sheet', bill: 'bill of materials', fewer: 'fewer values' };
  /** Where somebody is, in words. */
  function place(at: string): string {
    const [, first = '', id] = at.split('/');
    return first === 'stages' ? (session.sum.byId.get(id ?? '')?.title ?? 'a stage') : (PAGES[first] ?? first);
  }
  let others = $derived(session.others.map((o) => (o.name.startsWith('reviewer') ? o.name : `${o.name} on ${place(o.at)}`)).join(', '));

  function neighbour(by: 1 | -1): void {
    const ids = session.sum.stages.map((s) => s.id);
    if (!ids.length) return;
    const at = ids.indexOf(page.params.stage ?? '');
    const next = at < 0 ? (by > 0 ? 0 : ids.length - 1) : (at + by + ids.length) % ids.length;
    void goto(`${base}/stages/${ids[next]}`);
  }

  function press(e: KeyboardEvent): void {
    if (isTaken(e) || help.open || finding) return;
    const known = BOARD_KEYS.find((k) => k.key === e.key);
    if (!known) return;
    e.preventDefault();
    if (known.to === '#margins') void toMargins();
    else if (known.to !== undefined) void goto(base + known.to);
    else if (e.key === '[' || e.key === ']') neighbour(e.key === ']' ? 1 : -1);
    else if (e.key === 'u' || e.key === 'U') void session.step(e.key === 'u' ? 'undo' : 'redo');
    else if (e.key === '/') finding = true;
    else help.showModal();
  }

  async function toMargins(): Promise<void> {
    if (page.url.pathname !== base) await goto(base);
    document.querySelector<HTMLElement>('#margins a')?.focus();
  }
</script>

<svelte:window onkeydown={press} />
<footer class="no-print">
  <span><kbd>[ ]</kbd> stage</span>
  <span><kbd>n</kbd> new</span>
  <span><kbd>m</kbd> margins</span>
  <span><kbd>g</kbd> gate</span>
  <span><kbd>/</kbd> find</span>
  <button type="button" onclick={() => session.step('undo')} disabled={session.stacks.undo.length === 0}><kbd>u</kbd> undo</button>
  <button type="button" onclick={() => session.step('redo')} disabled={session.stacks.redo.length === 0}><kbd>U</kbd> redo</button>
  <button type="button" onclick={() => help.showModal()}><kbd>?</kbd> keys</button>
  {#if session.others.length}<span class="others soft" title={others}>also here: {others}</span>{/if}
  <span class="said soft" aria-live="polite">{session.sum.complete ? session.said : 'adding up what else this moves…'}</span>
  <span class="saved" class:bad={session.state === 'unreachable' || session.state === 'refused'} role="status">{saying[session.state]}</span>
</footer>

<dialog bind:this={help} aria-labelledby="keys-title">
  <h3 id="keys-title">Keys</h3>
  <div class="lists">
    {#each [BOARD_KEYS, STAGE_KEYS] as list, i (i)}
      <dl>
        {#each list as k (k.key)}<div>
            <dt><kbd>{k.key}</kbd></dt>
            <dd>{k.does}</dd>
          </div>{/each}
      </dl>
    {/each}
  </div>
  <Button onclick={() => help.close()}>Close</Button>
</dialog>
{#if finding}<FindPanel {session} onclose={() => (finding = false)} />{/if}

<style>
  .others {
    max-width: 40ch;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  footer {
    position: sticky;
    bottom: 0;
    z-index: 2;
    display: flex;
    align-items: center;
    gap: 4px 18px;
    flex-wrap: wrap;
    min-height: 34px;
    padding: 2px 20px;
    border-top: 1px solid var(--line);
    background: var(--ground);
    font-size: 0.87rem;
  }
  kbd {
    font:
      500 0.95em 'Fira Code',
      monospace;
    color: var(--copper);
  }
  button {
    border: 0;
    background: none;
    padding: 6px 0;
    cursor: pointer;
  }
  button:disabled {
    opacity: 0.5;
    cursor: default;
  }
  .said {
    margin-left: auto;
  }
  .bad {
    color: var(--fail);
    font-weight: 600;
  }
  dialog {
    border: 1px solid var(--ink);
    border-radius: 2px;
    background: var(--ground);
    color: var(--ink);
    padding: 20px 24px;
  }
  dialog::backdrop {
    background: color-mix(in srgb, var(--ink) 35%, transparent);
  }
  .lists {
    display: flex;
    gap: 40px;
    margin: 12px 0 20px;
  }
  dl div {
    display: flex;
    gap: 12px;
    padding: 3px 0;
  }
  dt {
    min-width: 3.5ch;
  }
</style>
