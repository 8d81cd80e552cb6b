<script lang="ts">
  import type { ChainPoint } from '../../../core/board/evaluate.ts';
  import { levelLines } from './levels.ts';

  let { chain, base }: { chain: ChainPoint[]; base: string } = $props();
  const H = 128;
  const [TOP, BOTTOM] = [12, H - 30];
  const [LEFT, RIGHT] = [58, 96];
  let width = $state(712);
  let x = $derived((i: number) => (chain.length === 1 ? (LEFT + width - RIGHT) / 2 : LEFT + 30 + (i * (width - LEFT - RIGHT - 60)) / (chain.length - 1)));
  let lines = $derived(levelLines(chain, x, TOP, BOTTOM));
  const path = (points: [number, number][]) =>
    // A line needs two ends; where only one is known it is a short dash there.
    points.length > 1 ? `M${points.map((p) => p.join(' ')).join('L')}` : `M${points[0]![0] - 12} ${points[0]![1]}h24`;
  let between = $derived.by(() => {
    const [top, floor] = [lines.find((l) => l.name === 'clips'), lines.find((l) => l.name === 'noise')];
    return top && floor && top.points.length > 1 && floor.points.length > 1
      ? `${path(top.points)}L${[...floor.points]
          .reverse()
          .map((p) => p.join(' '))
          .join('L')}Z`
      : '';
  });
  /** Words under a stage get the room between it and its neighbours. */
  let room = $derived(Math.floor((width - LEFT - RIGHT) / Math.max(1, chain.length) / 7));
  const short = (title: string) => (title.length > room ? `${title.slice(0, Math.max(3, room - 1))}…` : title);
</script>

<div class="levels" bind:clientWidth={width}>
  <svg {width} height={H} viewBox="0 0 {width} {H}" role="group" aria-label="Levels along the chain, seven decades of voltage">
    {#if between}<path d={between} class="between" />{/if}
    {#each chain as p, i (p.stage)}
      <path d="M{x(i)} {TOP}V{BOTTOM}" class="at" />
      <a href="{base}/stages/{p.stage}" aria-label={p.title}><text x={x(i)} y={H - 10} text-anchor="middle" class="stage">{short(p.title)}</text></a>
    {/each}
    {#each lines as l (l.name)}
      <path d={path(l.points)} class={l.name} />
      <text x="0" y={l.left + 4} class="word {l.name}">{l.name}</text>
      <text x={width - RIGHT + 10} y={l.right + 4} class="value">{l.value}</text>
    {/each}
  </svg>
</div>

<style>
  .levels {
    min-width: 0;
    overflow: hidden;
  }
  svg {
    display: block;
  }
  path {
    fill: none;
  }
  .between {
    fill: var(--wash);
  }
  .at {
    stroke: var(--line);
  }
  path.clips {
    stroke: var(--ink);
    stroke-width: 1.2;
  }
  path.signal {
    stroke: var(--copper);
    stroke-width: 2.4;
  }
  path.quietest {
    stroke: var(--copper);
    stroke-width: 1.2;
  }
  path.ripple {
    stroke: var(--heat);
    stroke-width: 1.6;
    stroke-dasharray: 6 3;
  }
  path.noise {
    stroke: var(--soft);
    stroke-width: 1.4;
    stroke-dasharray: 1.5 2.5;
  }
  text {
    font:
      12.5px 'Fira Sans',
      sans-serif;
    fill: var(--soft);
  }
  .value {
    font-family: 'Fira Code', monospace;
    font-variant-ligatures: none;
  }
  .stage {
    fill: var(--ink);
  }
  a:hover .stage,
  a:focus-visible .stage {
    fill: var(--copper);
    text-decoration: underline;
  }
  .word.signal,
  .word.quietest {
    fill: var(--copper);
  }
  .word.ripple {
    fill: var(--heat-text);
  }
  .word.clips {
    fill: var(--ink);
  }
</style>
