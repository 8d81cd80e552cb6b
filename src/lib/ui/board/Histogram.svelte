<script lang="ts">
  import { formatText } from '../../../core/quantity/format.ts';
  import type { Unit } from '../../../core/quantity/units.ts';

  let {
    histogram,
    limits,
    unit,
    label,
  }: { histogram: { from: number; to: number; counts: number[] }; limits: { value: number; title: string }[]; unit: Unit; label: string } = $props();
  const [W, H, PAD] = [420, 150, 24];
  let span = $derived.by(() => {
    // A limit far away would squeeze everything into a line: it is then only named.
    const width = histogram.to - histogram.from || Math.abs(histogram.to) || 1;
    const near = limits.filter((l) => l.value > histogram.from - width && l.value < histogram.to + width).map((l) => l.value);
    return { from: Math.min(histogram.from, ...near) - 0.03 * width, to: Math.max(histogram.to, ...near) + 0.03 * width, near };
  });
  const x = (v: number) => ((v - span.from) / (span.to - span.from)) * W;
  let tallest = $derived(Math.max(...histogram.counts));
  let step = $derived((histogram.to - histogram.from) / histogram.counts.length);
</script>

<svg
  width={W}
  height={H + PAD}
  viewBox="0 0 {W} {H + PAD}"
  role="img"
  aria-label="{label}: {histogram.counts.length} bins from {formatText(histogram.from, unit)} to {formatText(histogram.to, unit)}"
>
  {#each histogram.counts as count, i (i)}
    <rect
      x={x(histogram.from + i * step)}
      y={H - (count / tallest) * (H - 14)}
      width={Math.max(1, (step / (span.to - span.from)) * W - 1)}
      height={(count / tallest) * (H - 14)}
      class="bar"
    />
  {/each}
  <path d="M0 {H}H{W}" class="axis" />
  {#each limits.filter((l) => span.near.includes(l.value)) as l (l.title + l.value)}
    <path d="M{x(l.value)} 4V{H}" class="limit" />
  {/each}
  <text x="0" y={H + 16}>{formatText(span.from, unit, 4)}</text>
  <text x={W} y={H + 16} text-anchor="end">{formatText(span.to, unit, 4)}</text>
</svg>

<style>
  svg {
    max-width: 100%;
    height: auto;
  }
  .bar {
    fill: var(--flow);
  }
  .axis {
    stroke: var(--ink);
  }
  .limit {
    stroke: var(--ink);
    stroke-width: 2;
  }
  text {
    font:
      12px 'Fira Sans',
      sans-serif;
    fill: var(--soft);
  }
</style>
