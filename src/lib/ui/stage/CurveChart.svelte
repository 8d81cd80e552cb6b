<script lang="ts">
  import type { Band } from '../../../core/board/curves.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import { saveFile } from '../save-file.ts';
  import Cursors from './Cursors.svelte';
  import { inksOf, plot, type Plotted } from './curve-plot.ts';

  let { band, name }: { band: Band; name: string } = $props();
  let canvas: HTMLCanvasElement | undefined = $state();
  let chart: Plotted | null = null;
  let places: [number, number] | null = $state(null);
  let fileName = $derived(`${name}-${band.curve.id}`);
  // Writers of files come when somebody wants a file.
  async function saveCsv(): Promise<void> {
    const { curveCsv } = await import('../../../core/files/curve-csv.ts');
    saveFile(`${fileName}.csv`, new Blob([curveCsv(band)], { type: 'text/csv' }));
  }
  async function saveDrawing(): Promise<void> {
    const { curveSvg } = await import('../../../print/curve-svg.ts');
    saveFile(`${fileName}.svg`, new Blob([curveSvg(band, inksOf(canvas!))], { type: 'image/svg+xml' }));
  }

  /** The plot on the ground it stands on: a transparent picture cannot be read on another. */
  function savePicture(): void {
    const copy = document.createElement('canvas');
    [copy.width, copy.height] = [canvas!.width, canvas!.height];
    const pen = copy.getContext('2d')!;
    pen.fillStyle = inksOf(canvas!).ground;
    pen.fillRect(0, 0, copy.width, copy.height);
    pen.drawImage(canvas!, 0, 0);
    copy.toBlob((blob) => blob && saveFile(`${fileName}.png`, blob));
  }

  const third = () => Math.floor(band.x.length / 3);
  const toggle = () => (places = places ? null : [third(), 2 * third()]);
  $effect(() => {
    void places;
    chart?.draw();
  });

  function drawn(canvas: HTMLCanvasElement) {
    let gone = false;
    void plot(canvas, band, () => places?.map((at) => band.x[at]!) ?? []).then((c) => {
      if (gone) c.destroy();
      else chart = c;
    });
    return () => {
      gone = true;
      chart?.destroy();
      chart = null;
    };
  }
</script>

<figure>
  <figcaption>
    <b>{band.curve.title}</b>
    {#each band.curve.marks as m (m.label)}<span class="small" class:limit={m.limit}
        >{m.label} {formatText(m.value, m.axis === 'x' ? band.curve.x.unit : band.curve.y.unit, 3)}</span
      >{/each}
  </figcaption>
  <div
    class="plot"
    role="img"
    aria-label="{band.curve.title}: {band.curve.y.label} against {band.curve.x.label}, with its tolerance band; the table below holds the numbers"
  >
    <canvas bind:this={canvas} {@attach drawn}></canvas>
  </div>
  <Cursors {band} bind:places />
  <p class="files small">
    <button type="button" aria-pressed={places !== null} onclick={toggle}>{places ? 'put cursors away' : 'read with cursors'}</button>
    <button type="button" onclick={saveCsv}>CSV</button>
    <button type="button" onclick={saveDrawing}>SVG</button>
    <button type="button" onclick={savePicture}>PNG</button>
  </p>
  <details>
    <summary class="small">as a table</summary>
    <div class="table">
      <table>
        <thead><tr><th>{band.curve.x.label}</th><th>low</th><th>nominal</th><th>high</th></tr></thead>
        <tbody>
          {#each band.x as x, i (x)}
            <tr class="num"
              ><td>{formatText(x, band.curve.x.unit)}</td>{#each [band.low[i], band.nominal[i], band.high[i]] as y, k (k)}<td
                  >{y === null || y === undefined ? '–' : formatText(y, band.curve.y.unit)}</td
                >{/each}</tr
            >
          {/each}
        </tbody>
      </table>
    </div>
  </details>
</figure>

<style>
  figure {
    display: grid;
    gap: 6px;
    min-width: 0;
  }
  figcaption {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 16px;
    align-items: baseline;
  }
  .limit {
    color: var(--fail);
  }
  .plot {
    height: 250px;
    position: relative;
  }
  .table {
    max-height: 260px;
    overflow: auto;
  }
  summary,
  .files button {
    cursor: pointer;
    color: var(--copper);
  }
  .files {
    display: flex;
    gap: 16px;
  }
  .files button {
    padding: 0;
    border: 0;
    background: none;
    font: inherit;
    text-decoration: underline;
  }
</style>
