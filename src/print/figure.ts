import type { Drawn, Figure } from '../core/stage/drawing.ts';
import { MANY_TERMINAL, TWO_TERMINAL, type SymbolDef } from './symbols.ts';

/** A stroke or an area of a figure, already at its place. */
export interface Shape {
  d: string;
  fill: 'none' | 'open' | 'solid';
  dashed?: boolean;
  transform?: string;
  /** The part it belongs to. */
  id?: string;
}
export interface Label {
  text: string;
  x: number;
  y: number;
  anchor: 'start' | 'middle' | 'end';
  role: 'plain' | 'name' | 'value' | 'pin';
  id?: string;
}
export interface Layout {
  shapes: Shape[];
  labels: Label[];
}

/** Length of a part between two terminals. */
const LONG = 70;
const ANGLE = { right: 0, down: 90, left: 180, up: 270 } as const;
const dot = (x: number, y: number, r: number) => `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;

/** A kind's figure as strokes and words: what the page draws, what is exported, and what a test looks through. */
export function layoutOf(figure: Figure): Layout {
  const shapes: Shape[] = [];
  const labels: Label[] = [];
  for (const d of figure.items) draw(d, shapes, labels);
  return { shapes, labels };
}

function draw(d: Drawn, shapes: Shape[], labels: Label[]): void {
  const stroke = (path: string, more: Partial<Shape> = {}) => shapes.push({ d: path, fill: 'none', ...more });
  const word = (text: string | undefined, x: number, y: number, anchor: Label['anchor'], role: Label['role'], id?: string) => {
    if (text) labels.push({ text, x, y, anchor, role, ...(id ? { id } : {}) });
  };
  if ('dir' in d) return drawTwo(d, shapes, word);
  switch (d.sym) {
    case 'wire':
      stroke(d.points.map((p, k) => `${k ? 'L' : 'M'}${p[0]} ${p[1]}`).join(''), d.dashed ? { dashed: true } : {});
      return;
    case 'dot':
      stroke(dot(d.at[0], d.at[1], 3), { fill: 'solid' });
      word(d.value, d.at[0] + 7 * (d.side ?? 1), d.at[1] - 7, (d.side ?? 1) > 0 ? 'start' : 'end', 'value');
      return;
    case 'ground':
      stroke(`M${d.at[0]} ${d.at[1]}v8M${d.at[0] - 12} ${d.at[1] + 8}h24M${d.at[0] - 8} ${d.at[1] + 12}h16M${d.at[0] - 4} ${d.at[1] + 16}h8`);
      return;
    case 'port':
      stroke(dot(d.at[0], d.at[1], 3.5), { fill: 'open' });
      word(d.label, d.at[0] + (d.side === 'left' ? -2 : 2), d.at[1] - 10, 'middle', 'plain');
      word(d.value, d.at[0], d.at[1] + 20, 'middle', 'value');
      return;
    case 'text':
      word(d.text, d.at[0], d.at[1], 'start', d.value ? 'value' : 'plain');
      return;
    case 'source':
      stroke(dot(d.at[0], d.at[1], 20), { fill: 'open' });
      stroke(`M${d.at[0] - 5} ${d.at[1] - 8}h10M${d.at[0]} ${d.at[1] - 13}v10M${d.at[0] - 5} ${d.at[1] + 9}h10`);
      word(d.label, d.at[0] + 26, d.at[1] - 2, 'start', 'plain');
      word(d.value, d.at[0] + 26, d.at[1] + 14, 'start', 'value');
      return;
    case 'switch':
      stroke(`M${d.at[0]} ${d.at[1]}l24 -12`);
      stroke(dot(d.at[0], d.at[1], 2.5) + dot(d.at[0] + 26, d.at[1], 2.5), { fill: 'open' });
      return;
    case 'block': {
      const [x, y] = d.at;
      const [w, h] = d.size;
      const id = d.id ? { id: d.id } : {};
      stroke(`M${x} ${y}h${w}v${h}h${-w}Z`, { fill: 'open', ...id });
      word(d.label, x + w / 2, y + h / 2 + (d.value ? -3 : 5), 'middle', 'name', d.id);
      word(d.value, x + w / 2, y + h / 2 + 14, 'middle', 'value', d.id);
      for (const p of d.pins ?? []) {
        const at = { left: [4, -3, 'start'], right: [-4, -3, 'end'], top: [0, 11, 'middle'], bottom: [0, -4, 'middle'] } as const;
        const [dx, dy, anchor] = at[p.side];
        word(p.name, p.x + dx, p.y + dy, anchor, 'pin');
      }
      return;
    }
    case 'symbol': {
      const def: SymbolDef = MANY_TERMINAL[d.as];
      place(def, `translate(${d.at[0]} ${d.at[1]})${d.flip === true ? ' scale(-1 1)' : d.flip ? ' scale(1 -1)' : ''}`, d.id, false, shapes);
      const [left, top, right] = def.reach;
      const middle = d.at[0] + ((left + right) / 2) * (d.flip === true ? -1 : 1);
      word(d.label, middle, d.at[1] + top - (d.value ? 22 : 6), 'middle', 'name', d.id);
      word(d.value, middle, d.at[1] + top - 6, 'middle', 'value', d.id);
      return;
    }
  }
}

function place(def: SymbolDef, transform: string, id: string | undefined, dashed: boolean | undefined, shapes: Shape[]): void {
  const more = { transform, ...(id ? { id } : {}), ...(dashed ? { dashed } : {}) };
  if (def.open) shapes.push({ d: def.open, fill: 'open', ...more });
  shapes.push({ d: def.lines, fill: 'none', ...more });
  if (def.solid) shapes.push({ d: def.solid, fill: 'solid', ...more });
}

function drawTwo(
  d: Extract<Drawn, { dir: unknown }>,
  shapes: Shape[],
  word: (text: string | undefined, x: number, y: number, anchor: Label['anchor'], role: Label['role'], id?: string) => void,
): void {
  const def: SymbolDef = TWO_TERMINAL[d.sym];
  const [x, y] = d.at;
  place(def, `translate(${x} ${y}) rotate(${ANGLE[d.dir]})`, d.id, d.dashed, shapes);
  const flat = d.dir === 'right' || d.dir === 'left';
  const sign = d.dir === 'right' || d.dir === 'down' ? 1 : -1;
  const [mx, my] = flat ? [x + (sign * LONG) / 2, y] : [x, y + (sign * LONG) / 2];
  const clear = Math.max(8, def.reach[3]);
  if (flat) {
    word(d.label, mx, my - clear - 5, 'middle', 'name', d.id);
    word(d.value, mx, my + clear + 15, 'middle', 'value', d.id);
    return;
  }
  const side = d.side ?? 1;
  const anchor = side > 0 ? 'start' : 'end';
  word(d.label, mx + (clear + 6) * side, my - 3, anchor, 'name', d.id);
  word(d.value, mx + (clear + 6) * side, my + 14, anchor, 'value', d.id);
}

/** Size of letters by role, px, and their mean width as a share of it. */
const SIZE: Readonly<Record<Label['role'], number>> = { plain: 13, name: 13, value: 13, pin: 10.5 };
const MEAN = 0.55;

/** What a label covers: left, top, right, bottom. */
export function coverOf(l: Label): Box {
  const size = SIZE[l.role];
  const width = l.text.length * size * MEAN;
  const left = l.anchor === 'start' ? l.x : l.anchor === 'end' ? l.x - width : l.x - width / 2;
  return [left, l.y - size * 0.75, left + width, l.y + size * 0.22];
}

export type Box = readonly [left: number, top: number, right: number, bottom: number];

/** What a label must not lie on: bodies of symbols, blocks (whose own words stand inside) and wires. */
export function obstaclesOf(figure: Figure): { box: Box; inside?: boolean }[] {
  return figure.items.flatMap((d): { box: Box; inside?: boolean }[] => {
    if ('dir' in d) return [{ box: turned(TWO_TERMINAL[d.sym], d.at, d.dir) }];
    const [x, y] = 'at' in d ? d.at : [0, 0];
    switch (d.sym) {
      case 'wire':
        return d.points.slice(1).map(([x2, y2], i) => {
          const [x1, y1] = d.points[i]!;
          return { box: [Math.min(x1, x2), Math.min(y1, y2), Math.max(x1, x2), Math.max(y1, y2)] };
        });
      case 'ground':
        return [{ box: [x - 12, y, x + 12, y + 16] }];
      case 'source':
        return [{ box: [x - 20, y - 20, x + 20, y + 20] }];
      case 'block':
        return [{ box: [x, y, x + d.size[0], y + d.size[1]], inside: true }];
      case 'symbol': {
        const [left, top, right, bottom] = MANY_TERMINAL[d.as].reach;
        return [{ box: d.flip === true ? [x - right, y + top, x - left, y + bottom] : [x + left, y + top, x + right, y + bottom] }];
      }
      default:
        return [];
    }
  });
}

/** The body of a symbol between two terminals, its leads as wide as wires. */
function turned(def: SymbolDef, [x, y]: readonly [number, number], dir: keyof typeof ANGLE): Box {
  const half = def.reach[3];
  const along = dir === 'left' || dir === 'up' ? -1 : 1;
  const [a, b] = [LEAD * along, (LONG - LEAD) * along];
  const flat = dir === 'right' || dir === 'left';
  return flat ? [x + Math.min(a, b), y - half, x + Math.max(a, b), y + half] : [x - half, y + Math.min(a, b), x + half, y + Math.max(a, b)];
}
const LEAD = 15;

/** The figure as an SVG file of its own. */
export function figureSvg(figure: Figure, inks: { ground: string; ink: string; soft: string; copper: string }): string {
  const { shapes, labels } = layoutOf(figure);
  const escape = (t: string) => t.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
  const colour = { plain: inks.ink, name: inks.ink, value: inks.copper, pin: inks.soft };
  const fill = { none: 'none', open: inks.ground, solid: inks.ink };
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${figure.width} ${figure.height}" width="${figure.width}" height="${figure.height}" font-family="Fira Sans, sans-serif">`,
    `<title>${escape(figure.title)}</title>`,
    `<rect width="${figure.width}" height="${figure.height}" fill="${inks.ground}"/>`,
    ...shapes.map(
      (s) =>
        `<path d="${s.d}" fill="${fill[s.fill]}" stroke="${inks.ink}" stroke-width="1.4"${s.dashed ? ' stroke-dasharray="4 3"' : ''}${s.transform ? ` transform="${s.transform}"` : ''}/>`,
    ),
    ...labels.map(
      (l) =>
        `<text x="${l.x}" y="${l.y}" font-size="${SIZE[l.role]}" text-anchor="${l.anchor}" fill="${colour[l.role]}"${l.role === 'name' ? ' font-weight="600"' : ''}>${escape(l.text)}</text>`,
    ),
    '</svg>',
  ].join('\n');
}
