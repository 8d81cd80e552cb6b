<script lang="ts">
  import { formatQuantity } from '../../../core/quantity/format.ts';
  import type { Unit } from '../../../core/quantity/units.ts';

  let { value, unit, digits = 4 }: { value: number | null | undefined; unit: Unit; digits?: number } = $props();
  let shown = $derived(value === null || value === undefined ? null : formatQuantity(value, unit, digits));
</script>

{#if shown}<span class="q"
    ><span class="num">{shown.number}</span>{#if shown.unit}<span class="u">&#8239;{shown.unit}</span>{/if}</span
  >{:else}<span class="soft">–</span>{/if}

<style>
  .q {
    white-space: nowrap;
  }
  .u {
    font-size: 0.92em;
  }
</style>
