import { scaleLinear, scaleLog, type ScaleContinuousNumeric } from 'd3-scale';
import type { Band } from '../core/board/curves.ts';
import { formatText } from '../core/quantity/format.ts';

/** Colours of a drawing, as CSS writes them. */
export interface Inks {
  ground: string;
  ink: string;
  soft: string;
  line: string;
  copper: string;
  fail: string;
}

const [WIDTH, HEIGHT] = [720, 360];
const [LEFT, RIGHT, TOP, BOTTOM] = [84, 16, 34, 48];
const round = (v: number) => Number(v.toFixed(2));
const escape = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
type Scale = ScaleContinuousNumeric<number, number>;

/** Least and greatest of what a curve shows; a logarithmic axis leaves out what is not above zero. */
export function extent(band: Band): [number, number] {
  const all = [...band.low, ...band.high, ...band.nominal].filter((v): v is number => v !== null && (!band.curve.y.log || v > 0));
  const [least, most] = [Math.min(...all), Math.max(...all)];
  return least === most ? [least - Math.abs(least || 1) * 0.1, most + Math.abs(most || 1) * 0.1] : [least, most];
}

/** A curve with its tolerance band as an SVG of its own: axes, grid, marks, units. */
export function curveSvg(band: Band, inks: Inks): string {
  const { curve } = band;
  const x: Scale = (curve.x.log ? scaleLog() : scaleLinear()).domain([curve.x.from, curve.x.to]).range([LEFT, WIDTH - RIGHT]);
  const y: Scale = (curve.y.log ? scaleLog() : scaleLinear())
    .domain(extent(band))
    .nice()
    .range([HEIGHT - BOTTOM, TOP]);
  const path = (ys: readonly (number | null)[]) => {
    const points = band.x.flatMap((at, i) =>
      ys[i] === null || ys[i] === undefined || (curve.y.log && ys[i] <= 0) ? [] : [`${round(x(at))} ${round(y(ys[i]))}`],
    );
    return points.length ? `M${points.join('L')}` : '';
  };
  const area = `${path(band.high)}L${path(band.low).slice(1).split('L').reverse().join('L')}Z`;
  const text = (words: string, at: [number, number], more = '') => `<text x="${round(at[0])}" y="${round(at[1])}" ${more}>${escape(words)}</text>`;
  const ticks = (scale: Scale, log: boolean | undefined, count: number) => scale.ticks(count).filter((t) => !log || /^1e/.test(t.toExponential(0)));
  const grid = [
    ...ticks(x, curve.x.log, 8).flatMap((t) => [
      `<path d="M${round(x(t))} ${TOP}V${HEIGHT - BOTTOM}" stroke="${inks.line}"/>`,
      text(formatText(t, curve.x.unit, 3), [x(t), HEIGHT - BOTTOM + 18], 'text-anchor="middle"'),
    ]),
    ...ticks(y, curve.y.log, 6).flatMap((t) => [
      `<path d="M${LEFT} ${round(y(t))}H${WIDTH - RIGHT}" stroke="${inks.line}"/>`,
      text(formatText(t, curve.y.unit, 3), [LEFT - 8, y(t) + 4], 'text-anchor="end"'),
    ]),
  ];
  const [least, most] = y.domain() as [number, number];
  const marks = curve.marks
    .filter((m) => (m.axis === 'x' ? m.value >= curve.x.from && m.value <= curve.x.to : m.value >= least && m.value <= most))
    .map((m) => {
      const line = m.axis === 'x' ? `M${round(x(m.value))} ${TOP}V${HEIGHT - BOTTOM}` : `M${LEFT} ${round(y(m.value))}H${WIDTH - RIGHT}`;
      const at: [number, number] = m.axis === 'x' ? [x(m.value) + 4, TOP + 12] : [LEFT + 6, y(m.value) - 4];
      return `<path d="${line}" stroke="${m.limit ? inks.fail : inks.soft}"${m.limit ? '' : ' stroke-dasharray="4 3"'}/>${text(m.label, at)}`;
    });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" width="${WIDTH}" height="${HEIGHT}" font-family="Fira Sans, sans-serif" font-size="12" fill="${inks.soft}">`,
    `<title>${escape(curve.title)}</title>`,
    `<rect width="${WIDTH}" height="${HEIGHT}" fill="${inks.ground}"/>`,
    text(curve.title, [LEFT, 20], `fill="${inks.ink}" font-size="14" font-weight="600"`),
    ...grid,
    `<path d="${area}" fill="${inks.copper}" fill-opacity="0.2" stroke="none"/>`,
    `<path d="${path(band.nominal)}" fill="none" stroke="${inks.copper}" stroke-width="2"/>`,
    ...marks,
    `<path d="M${LEFT} ${TOP}V${HEIGHT - BOTTOM}H${WIDTH - RIGHT}" fill="none" stroke="${inks.ink}"/>`,
    text(curve.x.label, [(LEFT + WIDTH - RIGHT) / 2, HEIGHT - 10], 'text-anchor="middle"'),
    text(curve.y.label, [16, (TOP + HEIGHT - BOTTOM) / 2], `text-anchor="middle" transform="rotate(-90 16 ${(TOP + HEIGHT - BOTTOM) / 2})"`),
    '</svg>',
  ].join('\n');
}
