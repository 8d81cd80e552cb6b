<script lang="ts">
  import { helpFor } from '../../../core/stage/help.ts';
  import type { Field, Kind } from '../../../core/stage/contract.ts';
  import type { Link } from '../../../core/board/link.ts';
  import { hasSpread } from '../../../core/quantity/uncertain.ts';
  import Quantity from '../atoms/Quantity.svelte';
  import { paramTitle } from '../words.ts';

  let { from, links, fields, kind }: { from: string; links: { name: string; link: Link }[]; fields: Record<string, Field>; kind: Kind } = $props();
  const MOST = 3;
  let shown = $derived(links.slice(0, links.length > MOST + 1 ? MOST : links.length));
  let rest = $derived(links.slice(shown.length));
</script>

{#snippet row(name: string, link: Link)}
  {@const field = fields[name]!}
  {#if field.type === 'number'}
    <p class="row">
      <span title={helpFor(kind, name)}>{paramTitle(name, field)}</span>
      <span class="soft">
        {#if hasSpread(link.range)}<Quantity value={link.range.low} unit={field.unit} /> … <Quantity value={link.range.high} unit={field.unit} />
        {:else}<Quantity value={link.range.nominal} unit={field.unit} />{/if}
      </span>
    </p>
  {:else if field.type === 'flag'}
    <p class="row"><span title={helpFor(kind, name)}>{paramTitle(name, field)}</span> <span class="soft">{link.range.nominal ? 'yes' : 'no'}</span></p>
  {/if}
{/snippet}

<div class="group">
  <p class="small soft">from {from}</p>
  {#each shown as { name, link } (name)}{@render row(name, link)}{/each}
  {#if rest.length}
    <details>
      <summary class="small">{rest.length} more</summary>
      {#each rest as { name, link } (name)}{@render row(name, link)}{/each}
    </details>
  {/if}
</div>

<style>
  summary {
    color: var(--copper);
    cursor: pointer;
  }
  .group {
    border-bottom: 1px solid var(--line);
    padding: 4px 0;
  }
  .row {
    display: grid;
    grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
    gap: 8px;
    line-height: 1.45;
  }
</style>
