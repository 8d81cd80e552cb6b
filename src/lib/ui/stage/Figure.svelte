<script lang="ts">
  import type { Drawn, Figure } from '../../../core/kinds/contract.ts';

  let { figure }: { figure: Figure } = $props();
  /** Length of a two-terminal part between its ends. */
  const LONG = 70;
  const ANGLE = { right: 0, down: 90, left: 180, up: 270 } as const;
  type Two = Extract<Drawn, { dir: unknown }>;
  const flat = (d: Two) => d.dir === 'right' || d.dir === 'left';
  const middle = (d: Two): [number, number] => {
    const s = d.dir === 'right' || d.dir === 'down' ? 1 : -1;
    return flat(d) ? [d.at[0] + (s * LONG) / 2, d.at[1]] : [d.at[0], d.at[1] + (s * LONG) / 2];
  };
  const side = (d: Two) => d.side ?? 1;
</script>

<svg viewBox="0 0 {figure.width} {figure.height}" width={figure.width} height={figure.height} role="img" aria-label={figure.title}>
  <title>{figure.title}</title>
  {#each figure.items as d, i (i)}
    {#if d.sym === 'wire'}
      <path d={d.points.map((p, k) => `${k ? 'L' : 'M'}${p[0]} ${p[1]}`).join('')} class:dashed={d.dashed} />
    {:else if d.sym === 'dot'}
      <circle cx={d.at[0]} cy={d.at[1]} r="3" class="solid" />
    {:else if d.sym === 'ground'}
      <path d="M{d.at[0]} {d.at[1]}v8M{d.at[0] - 12} {d.at[1] + 8}h24M{d.at[0] - 8} {d.at[1] + 12}h16M{d.at[0] - 4} {d.at[1] + 16}h8" />
    {:else if d.sym === 'port'}
      {@const left = d.side === 'left'}
      <circle cx={d.at[0]} cy={d.at[1]} r="3.5" class="open" />
      <text x={d.at[0] + (left ? -2 : 2)} y={d.at[1] - 10} text-anchor={left ? 'middle' : 'middle'}>{d.label}</text>
      {#if d.value}<text class="value" x={d.at[0]} y={d.at[1] + 20} text-anchor={left ? 'middle' : 'middle'}>{d.value}</text>{/if}
    {:else if d.sym === 'text'}
      <text class:value={d.value} x={d.at[0]} y={d.at[1]}>{d.text}</text>
    {:else if d.sym === 'source'}
      <circle cx={d.at[0]} cy={d.at[1]} r="20" class="open" />
      <path d="M{d.at[0] - 5} {d.at[1] - 8}h10M{d.at[0]} {d.at[1] - 13}v10M{d.at[0] - 5} {d.at[1] + 9}h10" />
      {#if d.label}<text x={d.at[0] + 26} y={d.at[1] - 2}>{d.label}</text>{/if}
      {#if d.value}<text class="value" x={d.at[0] + 26} y={d.at[1] + 14}>{d.value}</text>{/if}
    {:else if d.sym === 'switch'}
      <path d="M{d.at[0]} {d.at[1]}l24 -12" /><circle cx={d.at[0]} cy={d.at[1]} r="2.5" class="open" /><circle
        cx={d.at[0] + 26}
        cy={d.at[1]}
        r="2.5"
        class="open"
      />
    {:else if d.sym === 'block'}
      <rect x={d.at[0]} y={d.at[1]} width={d.size[0]} height={d.size[1]} class="open" />
      <text x={d.at[0] + d.size[0] / 2} y={d.at[1] + d.size[1] / 2 + (d.value ? -3 : 5)} text-anchor="middle" class="name">{d.label}</text>
      {#if d.value}<text class="value" x={d.at[0] + d.size[0] / 2} y={d.at[1] + d.size[1] / 2 + 14} text-anchor="middle">{d.value}</text>{/if}
      {#each d.pins ?? [] as p (p.name)}
        <text
          class="pin"
          x={p.x + (p.side === 'left' ? 4 : p.side === 'right' ? -4 : 0)}
          y={p.y + (p.side === 'bottom' ? -4 : p.side === 'top' ? 11 : -3)}
          text-anchor={p.side === 'left' ? 'start' : p.side === 'right' ? 'end' : 'middle'}>{p.name}</text
        >
      {/each}
    {:else}
      {@const [mx, my] = middle(d)}
      <g transform="translate({d.at[0]} {d.at[1]}) rotate({ANGLE[d.dir]})" class:dashed={d.dashed}>
        {#if d.sym === 'resistor'}<path d="M0 0h15M55 0h15" /><rect x="15" y="-7" width="40" height="14" class="open" />
        {:else if d.sym === 'capacitor' || d.sym === 'polarised'}<path d="M0 0h31M39 0h31M31 -13v26M39 -13v26" />{#if d.sym === 'polarised'}<path
              d="M20 -12v8M16 -8h8"
            />{/if}
        {:else if d.sym === 'inductor'}<path d="M0 0h11a6 6 0 0 1 12 0a6 6 0 0 1 12 0a6 6 0 0 1 12 0a6 6 0 0 1 12 0h11" />
        {:else}<path d="M0 0h70M26 -9v18l18 -9zM44 -9v18" />{#if d.sym === 'zener'}<path d="M44 -9h5M44 9h-5" />{/if}{/if}
      </g>
      {#if flat(d)}
        {#if d.label}<text x={mx} y={my - 14} text-anchor="middle" class="name">{d.label}</text>{/if}
        {#if d.value}<text x={mx} y={my + 24} text-anchor="middle" class="value">{d.value}</text>{/if}
      {:else}
        {#if d.label}<text x={mx + 18 * side(d)} y={my - 3} text-anchor={side(d) > 0 ? 'start' : 'end'} class="name">{d.label}</text>{/if}
        {#if d.value}<text x={mx + 18 * side(d)} y={my + 14} text-anchor={side(d) > 0 ? 'start' : 'end'} class="value">{d.value}</text>{/if}
      {/if}
    {/if}
  {/each}
</svg>

<style>
  svg {
    max-width: 100%;
    height: auto;
    overflow: visible;
  }
  path,
  rect,
  circle {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.4;
  }
  .open {
    fill: var(--ground);
  }
  .solid {
    fill: var(--ink);
  }
  .dashed,
  .dashed path {
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
</style>
