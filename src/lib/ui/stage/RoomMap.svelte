<script lang="ts">
  import type { Axis } from '../../../core/board/room.ts';
  import { formatMargin, formatText } from '../../../core/quantity/format.ts';

  let {
    x,
    y,
    xName,
    yName,
    map,
    comfort,
    onmove,
  }: {
    x: Axis;
    y: Axis;
    xName: string;
    yName: string;
    map: { xs: number[]; ys: number[]; cells: Float64Array; done: boolean };
    comfort: number;
    onmove: (x: number, y: number) => void;
  } = $props();
  const [W, H, LEFT, FOOT] = [560, 360, 70, 26];
  const id = $props.id();
  let [cw, ch] = $derived([(W - LEFT) / map.xs.length, H / map.ys.length]);
  const nearest = (list: number[], v: number) => list.reduce((best, p, i) => (Math.abs(Math.log(p / v)) < Math.abs(Math.log(list[best]! / v)) ? i : best), 0);
  let here = $derived([nearest(map.xs, x.now), nearest(map.ys, y.now)] as const);
  const stateOf = (m: number) => (Number.isNaN(m) ? 'unseen' : m < 0 ? 'fail' : m < comfort ? 'tight' : 'ok');
  let cells = $derived(Array.from(map.cells, (m, k) => ({ i: k % map.xs.length, j: Math.floor(k / map.xs.length), m })).filter((c) => !Number.isNaN(c.m)));
  let passing = $derived(cells.filter((c) => c.m >= 0).length);

  function choose(e: MouseEvent & { currentTarget: SVGSVGElement }): void {
    const box = e.currentTarget.getBoundingClientRect();
    const scale = W / box.width;
    const i = Math.floor(((e.clientX - box.left) * scale - LEFT) / cw);
    const j = map.ys.length - 1 - Math.floor(((e.clientY - box.top) * scale) / ch);
    if (map.xs[i] !== undefined && map.ys[j] !== undefined) onmove(map.xs[i], map.ys[j]);
  }
  /** The place looked at by keyboard. */
  let at = $state<[number, number] | null>(null);
  let looked = $derived(at && { x: map.xs[at[0]]!, y: map.ys[at[1]]!, m: map.cells[at[1] * map.xs.length + at[0]]! });
  const STEPS: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };
  function press(e: KeyboardEvent): void {
    if (e.key === 'Enter' && looked) return onmove(looked.x, looked.y);
    if (e.key === 'Escape') return void (at = null);
    const step = STEPS[e.key];
    if (!step) return;
    e.preventDefault();
    const [i, j] = at ?? here;
    const within = (v: number, count: number) => Math.min(count - 1, Math.max(0, v));
    at = [within(i + step[0], map.xs.length), within(j + step[1], map.ys.length)];
  }
  const word = (m: number) => ({ unseen: 'not looked at yet', fail: 'a check fails', tight: 'tight', ok: 'passes' })[stateOf(m)];
  let best = $derived(cells.reduce<{ i: number; j: number; m: number } | null>((b, c) => (!b || c.m > b.m ? c : b), null));
</script>

<div class="map">
  <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_no_noninteractive_tabindex -->
  <svg
    width={W}
    height={H + FOOT}
    viewBox="0 0 {W} {H + FOOT}"
    role="application"
    tabindex="0"
    aria-label="Where every check passes, over {xName} and {yName}: {passing} of {cells.length} places. Arrow keys look around, Enter moves there."
    onclick={choose}
    onkeydown={press}
  >
    <defs>
      <pattern id="{id}-fail" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"
        ><rect width="1.4" height="5" class="hatch" /></pattern
      >
    </defs>
    {#each cells as c (`${c.i} ${c.j}`)}
      {@const state = stateOf(c.m)}
      <rect
        x={LEFT + c.i * cw}
        y={(map.ys.length - 1 - c.j) * ch}
        width={cw + 0.4}
        height={ch + 0.4}
        class={state}
        fill={state === 'fail' ? `url(#${id}-fail)` : undefined}
      />
    {/each}
    <rect x={LEFT} y="0" width={W - LEFT} height={H} class="frame" />
    <circle cx={LEFT + (here[0] + 0.5) * cw} cy={(map.ys.length - 0.5 - here[1]) * ch} r="6" class="here" />
    {#if at}<rect x={LEFT + at[0] * cw} y={(map.ys.length - 1 - at[1]) * ch} width={cw} height={ch} class="at" />{/if}
    <text x={LEFT - 6} y="12" text-anchor="end">{formatText(map.ys.at(-1)!, y.unit, 3)}</text>
    <text x={LEFT - 6} y={H} text-anchor="end">{formatText(map.ys[0]!, y.unit, 3)}</text>
    <text x={LEFT} y={H + 18}>{formatText(map.xs[0]!, x.unit, 3)}</text>
    <text x={W} y={H + 18} text-anchor="end">{formatText(map.xs.at(-1)!, x.unit, 3)}</text>
    <text x={(LEFT + W) / 2} y={H + 18} text-anchor="middle" class="name">{xName} →, {yName} ↑</text>
  </svg>
  <div>
    <p>
      <span class="key ok"></span> passes <span class="key tight"></span> tight <span class="key fail"></span> a check fails <span class="key here"></span> where
      you stand
    </p>
    <p class="soft" role="status">{map.done ? `${passing} of ${cells.length} places pass.` : 'looking closer…'}</p>
    <p role="status">
      {#if looked}{xName}
        {formatText(looked.x, x.unit, 3)}, {yName}
        {formatText(looked.y, y.unit, 3)}: {word(looked.m)}{Number.isFinite(looked.m) ? `, ${formatMargin(looked.m)} %` : ''}
      {/if}
    </p>
    {#if best && best.m > 0}<button type="button" onclick={() => onmove(map.xs[best.i]!, map.ys[best.j]!)}
        >Move to the place with the most to spare: {xName} {formatText(map.xs[best.i]!, x.unit, 3)}, {yName} {formatText(map.ys[best.j]!, y.unit, 3)}</button
      >{/if}
  </div>
</div>

<style>
  .map {
    display: grid;
    grid-template-columns: minmax(0, 580px) minmax(200px, 1fr);
    gap: 24px;
  }
  svg {
    max-width: 100%;
    height: auto;
    cursor: crosshair;
  }
  rect.ok {
    fill: var(--ok);
    opacity: 0.75;
  }
  rect.tight {
    fill: var(--comfort);
  }
  .hatch {
    fill: var(--fail);
    opacity: 0.5;
  }
  .frame {
    fill: none;
    stroke: var(--ink);
  }
  .at {
    fill: none;
    stroke: var(--ink);
    stroke-width: 3;
  }
  .here {
    fill: var(--ground);
    stroke: var(--copper);
    stroke-width: 3;
  }
  text {
    font:
      12px 'Fira Sans',
      sans-serif;
    fill: var(--ink);
  }
  .name {
    font-weight: 600;
  }
  .key {
    display: inline-block;
    width: 14px;
    height: 14px;
    margin-left: 10px;
    vertical-align: -2px;
    border: 1px solid var(--line);
  }
  .key.ok {
    background: var(--ok);
  }
  .key.tight {
    background: var(--comfort);
  }
  .key.fail {
    border-color: var(--fail);
    background: linear-gradient(45deg, transparent 45%, var(--fail) 45% 55%, transparent 55%);
  }
  span.key.here {
    border-radius: 50%;
    border: 3px solid var(--copper);
  }
  button {
    margin-top: 8px;
    padding: 8px 12px;
    border: 1px solid var(--ink);
    background: var(--ground);
    cursor: pointer;
    text-align: left;
  }
  @media (max-width: 900px) {
    .map {
      grid-template-columns: 1fr;
    }
  }
</style>
