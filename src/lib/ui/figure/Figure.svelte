<script lang="ts">
  import type { Figure } from '../../../core/stage/drawing.ts';
  import { layoutOf } from '../../../print/figure.ts';

  /** `lit` is the part that is pointed at, here or in its row; `onpoint` tells which one is pointed at here. */
  let {
    figure,
    lit = null,
    port = null,
    onpoint,
  }: { figure: Figure; lit?: string | null; port?: string | null; onpoint?: (id: string | null) => void } = $props();
  /** A probe is at this port. */
  let probed = $derived(port === null ? undefined : figure.items.find((i) => i.sym === 'port' && i.label === port));
  let layout = $derived(layoutOf(figure));
  const point = (id: string | undefined) => (id && onpoint ? { onpointerenter: () => onpoint(id), onpointerleave: () => onpoint(null) } : {});
</script>

<svg viewBox="0 0 {figure.width} {figure.height}" width={figure.width} height={figure.height} role="img" aria-label={figure.title}>
  <title>{figure.title}</title>
  {#each layout.shapes as s, i (i)}
    <path d={s.d} transform={s.transform} class={s.fill} class:dashed={s.dashed} class:lit={lit !== null && s.id === lit} {...point(s.id)} />
  {/each}
  {#if probed && 'at' in probed}<circle class="probe" cx={probed.at[0]} cy={probed.at[1]} r="10" />{/if}
  {#each layout.labels as l, i (i)}
    <text x={l.x} y={l.y} text-anchor={l.anchor} class={l.role} class:lit={lit !== null && l.id === lit} {...point(l.id)}>{l.text}</text>
  {/each}
</svg>

<style>
  svg {
    max-width: 100%;
    height: auto;
    overflow: visible;
  }
  path {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.4;
  }
  .probe {
    fill: none;
    stroke: var(--copper);
    stroke-width: 3;
  }
  .open {
    fill: var(--ground);
  }
  .solid {
    fill: var(--ink);
  }
  .dashed {
    stroke-dasharray: 4 3;
  }
  text {
    font:
      13px 'Fira Sans',
      sans-serif;
    fill: var(--ink);
  }
  .name {
    font-weight: 600;
  }
  .value {
    fill: var(--copper);
  }
  .pin {
    font-size: 10.5px;
    fill: var(--soft);
  }
  path.lit {
    stroke: var(--copper);
    stroke-width: 2.6;
  }
  text.lit {
    fill: var(--copper);
    text-decoration: underline;
  }
</style>
