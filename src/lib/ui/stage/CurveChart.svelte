<script lang="ts">
  import type { Chart as ChartType } from 'chart.js';
  import type { Band } from '../../../core/board/curves.ts';
  import { curveCsv } from '../../../core/files/report.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import { saveFile } from '../save-file.ts';

  let { band, name }: { band: Band; name: string } = $props();
  let canvas: HTMLCanvasElement | undefined = $state();
  let fileName = $derived(`${name}-${band.curve.id}`);
  const saveCsv = () => saveFile(`${fileName}.csv`, new Blob([curveCsv(band)], { type: 'text/csv' }));

  /** The plot on the ground it stands on: a transparent picture cannot be read on another. */
  function savePicture(): void {
    const copy = document.createElement('canvas');
    [copy.width, copy.height] = [canvas!.width, canvas!.height];
    const pen = copy.getContext('2d')!;
    pen.fillStyle = getComputedStyle(canvas!).getPropertyValue('--ground');
    pen.fillRect(0, 0, copy.width, copy.height);
    pen.drawImage(canvas!, 0, 0);
    copy.toBlob((blob) => blob && saveFile(`${fileName}.png`, blob));
  }
  type Point = { x: number; y: number };
  const points = (ys: (number | null)[]): Point[] => band.x.flatMap((x, i) => (ys[i] === null || ys[i] === undefined ? [] : [{ x, y: ys[i] }]));

  async function draw(canvas: HTMLCanvasElement): Promise<ChartType<'line', Point[]>> {
    const { Chart, LineController, LineElement, PointElement, LinearScale, LogarithmicScale, Filler, Tooltip } = await import('chart.js');
    Chart.register(LineController, LineElement, PointElement, LinearScale, LogarithmicScale, Filler, Tooltip);
    const style = getComputedStyle(canvas);
    const colour = (name: string) => style.getPropertyValue(name).trim();
    const { curve } = band;
    const [copper, soft, line, ink, fail] = ['--copper', '--soft', '--line', '--ink', '--fail'].map(colour) as [string, string, string, string, string];
    const axis = (a: { label: string; unit: never }, log: boolean) => ({
      type: log ? ('logarithmic' as const) : ('linear' as const),
      title: { display: true, text: a.label, color: soft, font: { family: 'Fira Sans', size: 13 } },
      grid: { color: line },
      border: { color: ink },
      ticks: {
        color: soft,
        maxTicksLimit: 8,
        font: { family: 'Fira Code' },
        callback: (v: number | string) => (!log || /^1(e|0*$)/.test(Number(v).toExponential().replace('.', '')) ? formatText(Number(v), a.unit, 3) : ''),
      },
    });
    const all = [...band.low, ...band.high, ...band.nominal].filter((v): v is number => v !== null);
    const [least, most] = [Math.min(...all), Math.max(...all)];
    const marks = curve.marks.filter((m) =>
      m.axis === 'x' ? m.value >= curve.x.from && m.value <= curve.x.to : m.value >= least - Math.abs(least) && m.value <= most + Math.abs(most),
    );
    return new Chart<'line', Point[]>(canvas, {
      type: 'line',
      data: {
        datasets: [
          { label: 'low', data: points(band.low), borderColor: 'transparent', pointRadius: 0, fill: false },
          { label: 'high', data: points(band.high), borderColor: 'transparent', pointRadius: 0, fill: '-1', backgroundColor: `${copper}33` },
          { label: curve.y.label, data: points(band.nominal), borderColor: copper, borderWidth: 2, pointRadius: 0, fill: false },
          ...marks.map((m) => ({
            label: m.label,
            data:
              m.axis === 'x'
                ? [
                    { x: m.value, y: least },
                    { x: m.value, y: most },
                  ]
                : [
                    { x: curve.x.from, y: m.value },
                    { x: curve.x.to, y: m.value },
                  ],
            borderColor: m.limit ? fail : soft,
            borderWidth: 1.2,
            borderDash: m.limit ? [] : [4, 3],
            pointRadius: 0,
            fill: false,
          })),
        ],
      },
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        interaction: { mode: 'index', intersect: false, axis: 'x' },
        scales: { x: { ...axis(curve.x as never, curve.x.log), min: curve.x.from, max: curve.x.to }, y: axis(curve.y as never, false) },
        plugins: {
          tooltip: {
            filter: (item) => item.datasetIndex < 3,
            callbacks: {
              title: (items) => (items[0] ? formatText((items[0].raw as Point).x, curve.x.unit) : ''),
              label: (item) => `${item.dataset.label}: ${formatText((item.raw as Point).y, curve.y.unit)}`,
            },
          },
        },
      },
    });
  }

  function chart(canvas: HTMLCanvasElement) {
    let made: ChartType | null = null;
    let gone = false;
    void draw(canvas).then((c) => {
      if (gone) c.destroy();
      else made = c;
    });
    return () => {
      gone = true;
      made?.destroy();
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
    <canvas bind:this={canvas} {@attach chart}></canvas>
  </div>
  <p class="files small">
    <button type="button" onclick={saveCsv}>CSV</button>
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
