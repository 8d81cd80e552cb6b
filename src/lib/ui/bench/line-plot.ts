import type { Chart as ChartType } from 'chart.js';
import { formatText } from '../../../core/quantity/format.ts';
import type { Unit } from '../../../core/quantity/units.ts';
import { inksOf, type Plotted, type Point } from '../stage/curve-plot.ts';

export interface Line {
  label: string;
  x: readonly number[];
  y: readonly number[];
  /** Of the ink set: copper, flow, ok, soft. */
  ink: string;
  dashed?: boolean;
}
export interface Axes {
  x: { label: string; unit: Unit; log?: boolean; from: number; to: number };
  y: { label: string; unit: Unit; log?: boolean };
}

const inkOf = (element: Element, name: string): string => getComputedStyle(element).getPropertyValue(`--${name}`).trim();
const points = (l: Line): Point[] => l.x.map((x, i) => ({ x, y: l.y[i]! }));

/** Draws lines that were thinned out for the width of the screen; `cursors` are read anew at every drawing. */
export async function linePlot(
  canvas: HTMLCanvasElement,
  axes: Axes,
  lines: readonly Line[],
  cursors: () => readonly (number | null)[],
  wanted: () => boolean,
): Promise<Plotted | null> {
  const { Chart, LineController, LineElement, PointElement, LinearScale, LogarithmicScale } = await import('chart.js');
  Chart.register(LineController, LineElement, PointElement, LinearScale, LogarithmicScale);
  // Another drawing may have been asked for while this one was on its way.
  if (!wanted()) return null;
  const inks = inksOf(canvas);
  const axis = (a: { label: string; unit: Unit; log?: boolean }) => ({
    type: a.log ? ('logarithmic' as const) : ('linear' as const),
    title: { display: true, text: a.label, color: inks.soft, font: { family: 'Fira Sans', size: 13 } },
    grid: { color: inks.line },
    border: { color: inks.ink },
    ticks: {
      color: inks.soft,
      maxTicksLimit: 9,
      font: { family: 'Fira Code' },
      callback: (v: number | string) => (!a.log || /^1e/.test(Number(v).toExponential()) ? formatText(Number(v), a.unit, 3) : ''),
    },
  });
  const chart: ChartType<'line', Point[]> = new Chart<'line', Point[]>(canvas, {
    type: 'line',
    data: {
      datasets: lines.map((l) => ({
        label: l.label,
        data: points(l),
        borderColor: inkOf(canvas, l.ink),
        borderWidth: 1.3,
        borderDash: l.dashed ? [5, 4] : [],
        pointRadius: 0,
        fill: false,
      })),
    },
    options: {
      animation: false,
      parsing: false,
      normalized: true,
      responsive: true,
      maintainAspectRatio: false,
      events: [],
      scales: { x: { ...axis(axes.x), min: axes.x.from, max: axes.x.to }, y: axis(axes.y) },
    },
    plugins: [
      {
        id: 'cursors',
        afterDraw: (c) => {
          const { ctx, chartArea, scales } = c;
          cursors().forEach((at, i) => {
            if (at === null) return;
            const x = scales.x!.getPixelForValue(at);
            if (x < chartArea.left || x > chartArea.right) return;
            ctx.save();
            ctx.strokeStyle = inks.fail;
            ctx.setLineDash(i ? [4, 3] : []);
            ctx.beginPath();
            ctx.moveTo(x, chartArea.top);
            ctx.lineTo(x, chartArea.bottom);
            ctx.stroke();
            ctx.fillStyle = inks.fail;
            ctx.font = '12px Fira Sans';
            ctx.fillText(i ? 'B' : 'A', x + 3, chartArea.top + 12);
            ctx.restore();
          });
        },
      },
    ],
  });
  return chart;
}
