<script lang="ts">
  import { page } from '$app/state';
  import { currencyOf } from '../../../core/board/document.ts';
  import { billOf } from '../../../core/order/bill.ts';
  import type { PriceBook } from '../../../core/order/prices.ts';
  import { gate, letterOf, openText } from '../../../core/gate/gate.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import Margin from '../atoms/Margin.svelte';
  import TopBar from '../TopBar.svelte';

  let { session, revisions, prices }: { session: BoardSession; revisions: { letter: string }[]; prices: PriceBook } = $props();
  let g = $derived(gate(session.sum));
  let base = $derived(session.base);
  let letter = $derived(revisions.at(-1)?.letter ?? null);
  let next = $derived(letterOf(revisions.length));
  let bill = $derived(billOf(session.sum, { prices }));
  let tightest = $derived(session.sum.tightest);
  let lasts = $derived(session.sum.stages.flatMap((s) => (s.kind.lasts ? [s.judged.out(s.kind.lasts.time).low] : [])).filter((t) => t !== null)[0] ?? null);
  let draws = $derived(Math.max(0, ...session.sum.power.map((p) => p.in)));
  let hottest = $derived(
    session.sum.stages
      .flatMap((s) => s.checks)
      .filter((c) => c.sense === 'temperature' && c.value !== null)
      .sort((a, b) => b.value! - a.value!)[0],
  );
  let here = $derived(page.url.pathname);
  /** Pages of a room stand under its first. */
  const ROOMS: Readonly<Record<string, readonly string[]>> = {
    '/bring-up': ['/bring-up', '/logbook', '/calibration', '/matching', '/rework', '/practice'],
    '/bill': ['/bill', '/fewer'],
    '/gate': ['/gate', '/revisions', '/review'],
  };
  const inRoom = (path: string) => ROOMS[path]?.some((p) => here.startsWith(base + p));
  const links = [
    ['', 'Sum'],
    ['/brief', 'Brief'],
    ['/controller', 'Controller'],
    ['/yield', 'Yield'],
    ['/bill', 'Parts'],
    ['/gate', 'Gate'],
    ['/bring-up', 'Bring-up'],
    ['/report', 'Report'],
  ] as const;
</script>

<TopBar>
  <div class="head">
    <a class="name" href={base}>{session.doc.name}</a>
    <span class="tag" title={letter ? `revision ${letter} is frozen; this is the draft of ${next}` : 'nothing is frozen yet'}>{next} · draft</span>
    <span class="state">
      {#if !session.ready}<span class="soft">adding up…</span>
      {:else if session.sum.stages.length === 0}no stages yet
      {:else if g.ready}<span class="ok">ready to order</span>
      {:else}
        {#if g.blocking.length}<a href="{base}/gate" class="bad">{g.blocking.length} must be mended</a>{/if}
        {#if g.toWaive.length}
          <a href="{base}/gate">{g.toWaive.length} to mend or waive</a>{/if}
        {#if g.flagged.length && !g.blocking.length && !g.toWaive.length}<a href="{base}/gate"
            >{g.flagged.length} {g.flagged.length === 1 ? 'part' : 'parts'} to answer for</a
          >{/if}
        {#if !g.blocking.length && !g.toWaive.length && !g.flagged.length}<a href="{base}/gate">{openText(g)}</a>{/if}
      {/if}
      {#if draws > 0}<span class="soft"> · draws <span class="num">{formatText(draws, 'W', 3)}</span></span>{/if}
      {#if lasts !== null}<span class="soft"> · lasts <span class="num">{formatText(lasts, 's', 3)}</span></span>{/if}
      {#if bill.worth > 0}<span class="soft"> · costs <span class="num">{bill.worth.toFixed(2)}</span>&#8239;{currencyOf(session.doc)}</span>{/if}
      {#if hottest}<span class="soft"> · hottest <span class="num" class:bad={hottest.status === 'fail'}>{formatText(hottest.value!, 'degC')}</span></span>{/if}
      {#if tightest}<span class="soft"> · tightest <Margin check={tightest.check} /></span>{/if}
    </span>
    <nav aria-label="Board">
      {#each links as [path, name] (path)}
        <a href={base + path} aria-current={here === base + path ? 'page' : inRoom(path) ? 'true' : undefined}>{name}</a>
      {/each}
    </nav>
  </div>
</TopBar>

<style>
  .head {
    display: flex;
    align-items: center;
    gap: 4px 12px;
    flex-wrap: wrap;
  }
  .name {
    font-size: 1.2rem;
    font-weight: 600;
    text-decoration: none;
  }
  .tag {
    border: 1px solid var(--ink);
    border-radius: 2px;
    padding: 1px 8px;
    font-size: 0.85rem;
    white-space: nowrap;
  }
  .state {
    flex: 1 1 200px;
    min-width: 0;
    font-size: 0.87rem;
    line-height: 1.3;
  }
  .state a {
    margin-right: 4px;
  }
  .bad {
    color: var(--fail);
    font-weight: 600;
  }
  .ok {
    color: var(--ok);
    font-weight: 600;
  }
  nav {
    display: flex;
    margin-left: auto;
  }
  nav a {
    padding: 8px;
    text-decoration: none;
  }
  nav a[aria-current] {
    font-weight: 600;
    box-shadow: inset 0 -2px 0 var(--copper);
  }
</style>
