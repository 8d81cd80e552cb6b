import type { Sum } from '../board/evaluate.ts';
import { formatText } from '../quantity/format.ts';
import type { Copper } from '../stage/contract.ts';

/** A line of what the maker of the board is told; `from` says who assumes it. */
export interface MakerLine {
  name: string;
  text: string;
  from: string;
  /** Something else is assumed elsewhere. */
  odd?: string;
}

type Figure = keyof Copper;
const WORDS: Readonly<Record<Figure, string>> = {
  layers: 'layers',
  board: 'board thickness',
  thickness: 'copper, finished',
  track: 'narrowest track',
  gap: 'narrowest gap',
  hole: 'smallest hole, finished',
};
/** What is ordered where no stage and nobody says. */
const USUAL: Readonly<Partial<Record<Figure, number>>> = { layers: 2, board: 0.0016, thickness: 3.5e-5, track: 2e-4, gap: 2e-4, hole: 3e-4 };
const written = (figure: Figure, value: number) => (figure === 'layers' ? String(value) : formatText(value, 'm', 3));

/**
 * What the maker of the printed board is told: layers, thickness, copper, tracks, as the checks of the board assume them; where
 * stages assume different copper it says so. What nobody assumes is the usual.
 */
export function makerSheet(sum: Sum): MakerLine[] {
  const order = sum.doc.order ?? {};
  const assumed = sum.stages.flatMap((s) => (s.kind.copper ? [{ title: s.title, copper: s.kind.copper(s.judged.x) as Copper }] : []));
  const lines = (Object.keys(WORDS) as Figure[]).map((figure): MakerLine => {
    const known = assumed.flatMap(({ title, copper }) => (copper[figure] === undefined ? [] : [{ title, value: copper[figure] }]));
    const least = figure === 'track' || figure === 'gap' || figure === 'hole';
    const typed = figure === 'layers' ? order.layers : figure === 'board' ? order.thickness : undefined;
    const decides = [...known].sort((a, b) => (least ? a.value - b.value : b.value - a.value))[0];
    const value = typed ?? decides?.value ?? USUAL[figure]!;
    const from = typed !== undefined ? 'entered' : (decides?.title ?? 'usual');
    const others = known.filter((k) => (figure === 'layers' ? k.value > value : !least && Math.abs(k.value / value - 1) > 0.01));
    return {
      name: WORDS[figure],
      text: written(figure, value),
      from,
      ...(others.length ? { odd: others.map((k) => `${k.title} assumes ${written(figure, k.value)}`).join('; ') } : {}),
    };
  });
  return [
    { name: 'boards', text: String(sum.doc.brief?.quantity ?? sum.doc.copies ?? 1), from: 'brief' },
    ...lines,
    ...(order.finish ? [{ name: 'finish', text: order.finish, from: 'entered' }] : []),
    ...(order.remarks ? [{ name: 'remarks', text: order.remarks, from: 'entered' }] : []),
  ];
}
