import type { Chart as ChartType } from 'chart.js';
import type { Band } from '../../../core/board/curves.ts';
import { formatText } from '../../../core/quantity/format.ts';
import { extent, type Inks } from '../../../print/curve-svg.ts';

export type Point = { x: number; y: number };
export type Plotted = ChartType<'line', Point[]>;

/** The colours that stand on an element just now. */
export function inksOf(element: Element): Inks {
  const style = getComputedStyle(element);
  const ink = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return { ground: ink('ground'), ink: ink('ink'), soft: ink('soft'), line: ink('line'), copper: ink('copper'), fail: ink('fail') };
}

const DECADE = /^1(e|0*$)/;

/** Draws a curve with its band and marks. `cursors` gives the places of the lines to read along, anew at every drawing. */
export async function plot(canvas: HTMLCanvasElement, band: Band, cursors: () => readonly number[]): Promise<Plotted> {
  const { Chart, LineController, LineElement, PointElement, LinearScale, LogarithmicScale, Filler, Tooltip } = await import('chart.js');
  Chart.register(LineController, LineElement, PointElement, LinearScale, LogarithmicScale, Filler, Tooltip);
  const { curve } = band;
  const { copper, soft, line, ink, fail } = inksOf(canvas);
  const axis = (a: { label: string; unit: Parameters<typeof formatText>[1] }, log: boolean) => ({
    type: log ? ('logarithmic' as const) : ('linear' as const),
    title: { display: true, text: a.label, color: soft, font: { family: 'Fira Sans', size: 13 } },
    grid: { color: line },
    border: { color: ink },
    ticks: {
      color: soft,
      maxTicksLimit: 8,
      // The ends of a range are rarely round, and lie on the last round number.
      includeBounds: log,
      font: { family: 'Fira Code' },
      callback: (v: number | string) => (!log || DECADE.test(Number(v).toExponential().replace('.', '')) ? formatText(Number(v), a.unit, 3) : ''),
    },
  });
  const points = (ys: (number | null)[]): Point[] => band.x.flatMap((x, i) => (ys[i] === null || ys[i] === undefined ? [] : [{ x, y: ys[i] }]));
  const [least, most] = extent(band);
  const marks = curve.marks.filter((m) =>
    m.axis === 'x' ? m.value >= curve.x.from && m.value <= curve.x.to : m.value >= least - Math.abs(least) && m.value <= most + Math.abs(most),
  );
  const along = (m: (typeof marks)[number]): Point[] =>
    m.axis === 'x' ? [least, most].map((y) => ({ x: m.value, y })) : [curve.x.from, curve.x.to].map((x) => ({ x, y: m.value }));
  return new Chart<'line', Point[]>(canvas, {
    type: 'line',
    data: {
      datasets: [
        { label: 'low', data: points(band.low), borderColor: 'transparent', pointRadius: 0, fill: false },
        { label: 'high', data: points(band.high), borderColor: 'transparent', pointRadius: 0, fill: '-1', backgroundColor: `${copper}33` },
        { label: curve.y.label, data: points(band.nominal), borderColor: copper, borderWidth: 2, pointRadius: 0, fill: false },
        ...marks.map((m) => ({
          label: m.label,
          data: along(m),
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
      scales: {
        x: { ...axis(curve.x, curve.x.log), min: curve.x.from, max: curve.x.to },
        y: axis(curve.y, curve.y.log ?? false),
      },
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
    plugins: [
      {
        id: 'cursors',
        afterDatasetsDraw: (chart) => {
          const { ctx, chartArea, scales } = chart;
          ctx.save();
          ctx.strokeStyle = ink;
          ctx.fillStyle = ink;
          ctx.font = '600 12px "Fira Sans"';
          cursors().forEach((at, k) => {
            const x = scales.x!.getPixelForValue(at);
            ctx.beginPath();
            ctx.moveTo(x, chartArea.top);
            ctx.lineTo(x, chartArea.bottom);
            ctx.stroke();
            ctx.fillText('AB'[k]!, Math.min(x + 3, chartArea.right - 10), chartArea.top + 11);
          });
          ctx.restore();
        },
      },
    ],
  });
}
