<script lang="ts">
  import type { Axis, Margins } from '../../../core/board/room.ts';
  import { passes, type CheckResult } from '../../../core/stage/judge.ts';
  import { formatText } from '../../../core/quantity/format.ts';

  let {
    axis,
    name,
    places,
    margins,
    checks,
    onmove,
  }: { axis: Axis; name: string; places: number[]; margins: Margins[]; checks: CheckResult[]; onmove: (value: number) => void } = $props();
  const [W, H, LEFT, RIGHT, FOOT] = [900, 240, 52, 210, 26];
  const [TOP, LEAST] = [1, -1];
  let x = $derived((v: number) => LEFT + (Math.log(v / places[0]!) / Math.log(places.at(-1)! / places[0]!)) * (W - LEFT - RIGHT));
  const y = (m: number) => 8 + ((TOP - Math.max(LEAST, Math.min(TOP, m))) / (TOP - LEAST)) * (H - 16);
  const STROKES = ['', '7 3', '2 3', '9 3 2 3', '1 2', '12 4'];
  let lines = $derived(
    checks
      .map((c, i) => {
        const points = places.flatMap((p, k) => {
          const m = margins[k]?.[c.id]?.margin;
          return m === null || m === undefined ? [] : [[x(p), y(m)] as const];
        });
        return {
          id: c.id,
          title: c.title,
          dash: STROKES[i % STROKES.length],
          path: points.map(([a, b], k) => `${k ? 'L' : 'M'}${a.toFixed(1)} ${b.toFixed(1)}`).join(''),
          end: points.at(-1),
        };
      })
      .filter((l) => l.end)
      .sort((a, b) => a.end![1] - b.end![1]),
  );
  /** Labels at the right end, pushed apart where lines end together. */
  let labels = $derived.by(() => {
    let last = -Infinity;
    const down = lines.map((l) => (last = Math.max(l.end![1], last + 15)));
    let next = H + 3;
    return down
      .map((at, i) => ({ at, i }))
      .reduceRight<((typeof lines)[number] & { at: number })[]>((up, { at, i }) => {
        next = Math.min(at, next - 15);
        return [{ ...lines[i]!, at: next }, ...up];
      }, []);
  });
  const fails = (k: number) => Object.values(margins[k] ?? {}).some((m) => !passes(m.status));
</script>

<svg width={W} height={H + FOOT} viewBox="0 0 {W} {H + FOOT}" role="group" aria-label="Margins of all checks along {name}">
  <path d="M{LEFT} {y(0)}H{W - RIGHT}" class="zero" />
  {#each [1, 0.5, 0, -0.5, -1] as m (m)}<text x={LEFT - 8} y={y(m) + 4} text-anchor="end">{m > 0 ? '+' : m < 0 ? '−' : ''}{Math.abs(m) * 100} %</text>{/each}
  {#each lines as l (l.id)}<path d={l.path} class="line" stroke-dasharray={l.dash} />{/each}
  {#each labels as l (l.id)}<text x={W - RIGHT + 6} y={l.at + 4}>{l.title}</text>{/each}
  <path d="M{x(axis.now)} 4V{H}" class="now" />
  {#each places as p, k (p)}
    <rect
      x={x(p) - 3}
      y={H - 4}
      width="6"
      height="9"
      class="place"
      class:bad={fails(k)}
      role="button"
      tabindex="0"
      aria-label="{name} {formatText(p, axis.unit)}: {fails(k) ? 'a check fails' : 'everything passes'}"
      onclick={() => onmove(p)}
      onkeydown={(e) => (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), onmove(p))}><title>{formatText(p, axis.unit)}</title></rect
    >
  {/each}
  <text x={LEFT} y={H + 22}>{formatText(places[0]!, axis.unit, 3)}</text>
  <text x={x(axis.now)} y={H + 22} text-anchor="middle">{formatText(axis.now, axis.unit, 3)}</text>
  <text x={W - RIGHT} y={H + 22} text-anchor="end">{formatText(places.at(-1)!, axis.unit, 3)}</text>
</svg>

<style>
  svg {
    max-width: 100%;
    height: auto;
  }
  path {
    fill: none;
  }
  .zero {
    stroke: var(--ink);
    stroke-width: 1.6;
  }
  .line {
    stroke: var(--flow);
    stroke-width: 1.8;
  }
  .now {
    stroke: var(--copper);
    stroke-width: 2;
  }
  .place {
    fill: var(--ok);
    cursor: pointer;
  }
  .place.bad {
    fill: var(--ground);
    stroke: var(--fail);
    stroke-width: 1.5;
  }
  .place:hover,
  .place:focus-visible {
    fill: var(--copper);
    stroke: var(--copper);
    stroke-width: 3;
    outline: none;
  }
  text {
    font:
      12px 'Fira Sans',
      sans-serif;
    fill: var(--ink);
  }
</style>
