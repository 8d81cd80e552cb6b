<script lang="ts">
  import type { Plotted } from '../stage/curve-plot.ts';
  import { linePlot, type Axes, type Line } from './line-plot.ts';

  /** Lines over one axis, with two cursors: a click sets A, a click with shift sets B, a drag chooses a part. */
  let {
    axes,
    lines,
    cursors = [],
    height = 300,
    label,
    onclick,
    ondrag,
  }: {
    axes: Axes;
    lines: readonly Line[];
    cursors?: readonly (number | null)[];
    height?: number;
    label: string;
    onclick?: (x: number, second: boolean) => void;
    ondrag?: (from: number, to: number) => void;
  } = $props();
  let canvas: HTMLCanvasElement | undefined = $state();
  let chart: Plotted | null = null;
  let pressed: { at: number; x: number } | null = $state(null);
  let dragged: number | null = $state(null);

  $effect(() => {
    if (!canvas) return;
    const at = canvas;
    const [a, l] = [axes, lines];
    let gone = false;
    void linePlot(
      at,
      $state.snapshot(a) as Axes,
      $state.snapshot(l) as Line[],
      () => cursors,
      () => !gone,
    ).then((c) => {
      if (gone) c?.destroy();
      else chart = c;
    });
    return () => {
      gone = true;
      chart?.destroy();
      chart = null;
    };
  });
  $effect(() => {
    void cursors.join();
    chart?.draw();
  });
  const valueAt = (x: number) => {
    const scale = chart?.scales.x;
    return scale ? Math.min(axes.x.to, Math.max(axes.x.from, scale.getValueForPixel(x)!)) : axes.x.from;
  };
  const local = (e: PointerEvent) => e.clientX - canvas!.getBoundingClientRect().left;
  function down(e: PointerEvent): void {
    if (e.button !== 0) return;
    canvas!.setPointerCapture(e.pointerId);
    pressed = { at: valueAt(local(e)), x: local(e) };
    dragged = null;
  }
  function move(e: PointerEvent): void {
    if (pressed && Math.abs(local(e) - pressed.x) > 6) dragged = local(e);
  }
  function up(e: PointerEvent): void {
    if (!pressed) return;
    const to = valueAt(local(e));
    if (dragged !== null) ondrag?.(Math.min(pressed.at, to), Math.max(pressed.at, to));
    else onclick?.(to, e.shiftKey);
    [pressed, dragged] = [null, null];
  }
</script>

<div class="plot" style:height="{height}px" role="img" aria-label={label}>
  <canvas bind:this={canvas} onpointerdown={down} onpointermove={move} onpointerup={up} onpointercancel={() => ([pressed, dragged] = [null, null])}></canvas>
  {#if pressed && dragged !== null}
    <span class="chosen" style:left="{Math.min(pressed.x, dragged)}px" style:width="{Math.abs(dragged - pressed.x)}px"></span>
  {/if}
</div>

<style>
  .plot {
    position: relative;
    min-width: 0;
  }
  canvas {
    touch-action: pan-y;
    cursor: crosshair;
  }
  .chosen {
    position: absolute;
    inset-block: 8px 40px;
    background: var(--copper);
    opacity: 0.18;
    pointer-events: none;
  }
</style>
