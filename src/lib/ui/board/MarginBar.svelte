<script lang="ts">
  import type { Margined } from '../../../core/stage/judge.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import { barOf } from './margin-geometry.ts';
  import { useScale } from './scale.ts';

  let { check, width = 150, height = 16 }: { check: Margined; width?: number; height?: number } = $props();
  const scale = useScale();
  let bar = $derived(barOf(check, scale().comfort));
  let mid = $derived(height / 2);
  let thick = $derived(Math.max(4, height * 0.36));
  let label = $derived(
    check.value === null || check.limit === null
      ? `${check.title}: no value`
      : `${check.title}: worst ${formatText(check.value, check.unit)}, limit ${formatText(check.limit, check.unit)}`,
  );
  const id = $props.id();
  const x = (share: number) => share * width;
</script>

<svg class={check.status} {width} {height} viewBox="0 0 {width} {height}" role="img" aria-label={label}>
  <title>{label}</title>
  {#if !bar}
    <path d="M0 {mid}H{width}" class="dotted" />
  {:else}
    <defs>
      <pattern id="{id}-hatch" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="1.8" height="4" class="mark" />
      </pattern>
    </defs>
    <path d="M0 {mid}H{width}" class="track" />
    {#each bar.comfort as [a, b] (a)}
      <rect x={x(a)} y={mid - thick / 2} width={x(b - a)} height={thick} class="comfort" />
    {/each}
    {#if bar.over}
      <rect x={x(bar.over[0])} y={mid - thick / 2} width={x(bar.over[1] - bar.over[0])} height={thick} fill="url(#{id}-hatch)" />
    {/if}
    <rect x={x(bar.from)} y={mid - thick / 2} width={Math.max(1, x(bar.to - bar.from))} height={thick} class="mark" />
    {#if bar.whisker && x(bar.whisker[1] - bar.whisker[0]) > 0.7}
      {@const [a, b] = bar.whisker.map(x) as [number, number]}
      {@const inside = Math.min(b, x(bar.to))}
      {#if inside > a}<path d="M{a} {mid}H{inside}" class="halo" />{/if}
      <path d="M{a} {mid}H{b}M{a} {mid - 4}v8M{b} {mid - 4}v8" class="whisker" />
    {/if}
    {#each bar.posts as post (post)}
      <path d="M{x(post)} 0V{height}" class="post" />
    {/each}
  {/if}
</svg>

<style>
  svg {
    display: block;
    flex: none;
    max-width: 100%;
    color: var(--ink);
  }
  .tight {
    color: var(--tight);
  }
  .fail {
    color: var(--fail);
  }
  .mark {
    fill: currentColor;
  }
  .track {
    stroke: var(--line);
    stroke-width: 2;
  }
  .dotted {
    stroke: var(--soft);
    stroke-width: 1.5;
    stroke-dasharray: 1.5 3;
  }
  .comfort {
    fill: var(--comfort);
  }
  .halo {
    stroke: var(--ground);
    stroke-width: 2.6;
    fill: none;
  }
  .whisker {
    stroke: currentColor;
    stroke-width: 1.2;
    fill: none;
  }
  .post {
    stroke: var(--ink);
    stroke-width: 2;
  }
</style>
