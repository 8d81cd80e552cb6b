<script lang="ts">
  import type { BringUpStep } from '../../../core/stage/contract.ts';

  /** Where a reading lies against its window. */
  let { expect, value, width = 120 }: { expect: NonNullable<BringUpStep['expect']>; value: number; width?: number } = $props();
  let out = $derived(value < expect.low || value > expect.high);
  let place = $derived.by(() => {
    const span = expect.high - expect.low || Math.abs(expect.high) || 1;
    return Math.max(0.02, Math.min(0.98, 0.25 + ((value - expect.low) / span) * 0.5));
  });
</script>

<svg {width} height="14" viewBox="0 0 {width} 14" aria-hidden="true"
  ><path d="M0 7H{width}" class="track" /><path d="M{width / 4} 0v14M{(3 * width) / 4} 0v14" class="post" />{#if out}<path
      d="M{place * width - 5} 2l10 10m0-10l-10 10"
      class="bad"
    />{:else}<circle cx={place * width} cy="7" r="4.5" />{/if}</svg
>

<style>
  svg {
    flex: none;
    vertical-align: -2px;
  }
  .track {
    stroke: var(--line);
    stroke-width: 2;
  }
  .post {
    stroke: var(--ink);
    stroke-width: 2;
  }
  circle {
    fill: var(--ok);
  }
  .bad {
    stroke: var(--fail);
    stroke-width: 2.6;
  }
</style>
