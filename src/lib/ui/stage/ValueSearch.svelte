<script lang="ts">
  import { page } from '$app/state';
  import { searchValues, type StageSum } from '../../../core/board/evaluate.ts';
  import { PART_SORTS, type Drawer, type PartSort } from '../../../core/quantity/drawer.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import { parseQuantity } from '../../../core/quantity/parse.ts';
  import { SERIES, type Series } from '../../../core/quantity/preferred.ts';
  import { toRange } from '../../../core/quantity/uncertain.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import { valueUnit } from '../words.ts';
  import type { StageEditor } from './stage-editor.ts';

  let { session, stage, editor }: { session: BoardSession; stage: StageSum; editor: StageEditor } = $props();
  let open = $state(false);
  let source = $state('');
  let held: string[] = $state([]);
  let limits: Record<string, string> = $state({});
  let parts = $derived(stage.parts.filter((p) => p.value !== null && p.def.type !== 'device'));
  let drawer = $derived(page.data.drawer as Drawer | undefined);
  let lacking = $derived(PART_SORTS.filter((sort) => !drawer?.[sort].length && parts.some((p) => p.def.type === sort && !held.includes(p.slot))));
  let series = $derived(SERIES.includes(source as Series) ? (source as Series) : null);
  let read = $derived(
    parts
      .map((p) => ({ slot: p.slot, text: limits[p.slot]?.trim() ?? '', unit: valueUnit(p.def.type) }))
      .flatMap(({ slot, text, unit }) => (text ? [{ slot, parsed: parseQuantity(text, unit) }] : [])),
  );
  let wrong = $derived(read.flatMap((r) => (r.parsed.ok ? [] : [`${r.slot}: ${r.parsed.message}`])));
  let offers = $derived.by(() => {
    if (!open || wrong.length) return [];
    return searchValues(session.doc, stage.id, {
      hold: held,
      ...(source === 'drawer' && drawer ? { own: drawer } : {}),
      ...(series ? { series: Object.fromEntries(parts.map((p) => [p.slot, series])) } : {}),
      limits: Object.fromEntries(read.flatMap((r) => (r.parsed.ok ? [[r.slot, toRange(r.parsed.value)]] : []))),
    });
  });
  const typeOf = (slot: string) => stage.parts.find((p) => p.slot === slot)?.def.type ?? 'resistor';
  const values = (v: Record<string, number>) =>
    Object.entries(v)
      .map(([slot, value]) => `${slot} ${formatText(value, valueUnit(typeOf(slot)))}`)
      .join(', ');
  const plural = (sorts: PartSort[]) => sorts.map((s) => `${s}s`).join(' or ');
</script>

<details bind:open>
  <summary>Search for values</summary>
  <label
    >from <select aria-label="Values from" bind:value={source}
      ><option value="">each part’s own series</option><option value="drawer">your drawer</option>{#each SERIES as s (s)}<option>{s}</option>{/each}</select
    ></label
  >
  {#each parts as p (p.slot)}
    <div class="part">
      <label><input type="checkbox" value={p.slot} bind:group={held} /> keep {p.slot}</label>
      {#if !held.includes(p.slot)}<input type="text" aria-label="{p.slot} between" placeholder="between, as 1k..100k" bind:value={limits[p.slot]} />{/if}
    </div>
  {/each}
  {#each wrong as w (w)}<p class="wrong small" role="alert">{w}</p>{/each}
  {#if source === 'drawer' && lacking.length}
    <p class="small">Your drawer lists no {plural(lacking)}. <a href="/drawer">List what you have</a>.</p>
  {:else}
    <ol aria-live="polite">
      {#each offers as offer (values(offer.values))}
        <li>
          <button type="button" onclick={() => editor.take(offer, stage.parts, series)}>{values(offer.values)}</button>
          <span class="small soft">{offer.why}</span>
        </li>
      {:else}{#if open && !wrong.length}<li class="soft small">
            No combination of these values: widen the limits, keep fewer parts, or take a finer series.
          </li>{/if}{/each}
    </ol>
    {#if offers.length > 1}<p class="small soft">The best first; limits that break come last.</p>{/if}
  {/if}
</details>

<style>
  summary {
    padding: 8px 0;
    color: var(--copper);
    cursor: pointer;
  }
  label {
    display: flex;
    gap: 6px;
    align-items: baseline;
  }
  select {
    min-width: 0;
    flex: 1;
  }
  .part {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr);
    gap: 8px;
    align-items: baseline;
    min-height: 34px;
  }
  ol {
    list-style: none;
    display: grid;
    gap: 6px;
    margin: 6px 0;
  }
  button {
    border: 1px solid var(--line);
    background: var(--ground);
    padding: 4px 8px;
    cursor: pointer;
    color: var(--copper);
    text-align: left;
  }
  .wrong {
    color: var(--fail);
  }
</style>
