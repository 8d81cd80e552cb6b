<script lang="ts">
  import type { Field } from '../../../core/kinds/contract.ts';
  import type { Link } from '../../../core/board/node.ts';
  import { hasSpread } from '../../../core/quantity/uncertain.ts';
  import Quantity from '../atoms/Quantity.svelte';
  import { humanise } from '../words.ts';

  let { from, links, fields }: { from: string; links: { name: string; link: Link }[]; fields: Record<string, Field> } = $props();
</script>

<div class="group">
  <p class="small soft">from {from}</p>
  {#each links as { name, link } (name)}
    {@const field = fields[name]!}
    {#if field.type === 'number'}
      <p class="row">
        <span title={field.doc}>{humanise(name)}</span>
        <span class="soft">
          {#if hasSpread(link.range)}<Quantity value={link.range.low} unit={field.unit} /> … <Quantity value={link.range.high} unit={field.unit} />
          {:else}<Quantity value={link.range.nominal} unit={field.unit} />{/if}
        </span>
      </p>
    {/if}
  {/each}
</div>

<style>
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
