<script lang="ts">
  /** A record as small as a thumb. */
  let { values, width = 160, height = 48 }: { values: readonly number[]; width?: number; height?: number } = $props();
  let d = $derived.by(() => {
    if (values.length < 2) return '';
    const [low, high] = [Math.min(...values), Math.max(...values)];
    const span = high - low || 1;
    return values
      .map((v, i) => `${i ? 'L' : 'M'}${((i / (values.length - 1)) * width).toFixed(1)} ${(height - 3 - ((v - low) / span) * (height - 6)).toFixed(1)}`)
      .join('');
  });
</script>

<svg {width} {height} viewBox="0 0 {width} {height}" aria-hidden="true"><path {d} /></svg>

<style>
  svg {
    background: var(--wash);
    max-width: 100%;
  }
  path {
    fill: none;
    stroke: var(--copper);
    stroke-width: 1.2;
  }
</style>
