<script lang="ts">
  import type { HeatPath } from '../../../core/board/heat.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import { ladderOf } from './heat-ladder.ts';

  let { path, status, title }: { path: HeatPath; status: string; title: string } = $props();
  const WIDTH = 360;
  const RUNG = 10;
  let ladder = $derived(ladderOf(path));
  const x = (share: number) => share * WIDTH;
  let words = $derived(
    `${title}: ${path.points.map((p) => `${p.name} ${formatText(p.temperature, 'degC', 3)}`).join(', ')}; limit ${formatText(path.limit, 'degC', 3)}`,
  );
</script>

<div class={status}>
  <svg viewBox="0 0 {WIDTH} 20" role="img" aria-label={words} preserveAspectRatio="none">
    <title>{words}</title>
    <path class="track" d="M0 {RUNG}H{WIDTH}" />
    {#each ladder.steps as s (s.name)}
      <rect class="step {s.name}" x={x(s.from)} y={RUNG - 4} width={Math.max(0.5, x(s.to - s.from))} height="8" />
    {/each}
    {#if ladder.end > ladder.post}
      <rect class="beyond" x={x(ladder.post)} y={RUNG - 4} width={x(ladder.end - ladder.post)} height="8" />
    {/if}
    {#each ladder.steps as s (s.name)}<path class="rung" d="M{x(s.to)} {RUNG - 6}v12" />{/each}
    <path class="post" d="M{x(ladder.post)} 1v18" />
  </svg>
  <span class="words small soft num">
    {#each path.points as p, i (p.name)}{i ? ' → ' : ''}{p.name}&#8239;<b class:over={p.name === 'junction' && status === 'fail'}>{Math.round(p.temperature)}</b
      >{/each}&#8239;°C
  </span>
</div>

<style>
  div {
    display: grid;
    gap: 1px;
    min-width: 0;
  }
  svg {
    width: 100%;
    height: 20px;
  }
  .track {
    stroke: var(--line);
    fill: none;
  }
  .step {
    fill: var(--heat);
  }
  .inside {
    opacity: 0.35;
  }
  .sink {
    opacity: 0.55;
  }
  .case {
    opacity: 0.75;
  }
  .beyond {
    fill: var(--fail);
  }
  .rung {
    stroke: var(--ground);
    stroke-width: 1.5;
  }
  .post {
    stroke: var(--ink);
    stroke-width: 2;
  }
  b {
    font-weight: 600;
    color: var(--ink);
  }
  .over {
    color: var(--fail);
  }
</style>
