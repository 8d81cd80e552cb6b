import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { bundle, copperArea, enamelled, WIRES, type Wire } from '../../../physics/winding.ts';
import { atPeak, breadth, heated } from './laws.ts';

const MOST_TURNS = 2000;
/** Thicker wire that saves less than this is not worth its winding. */
const NEARLY = 1.25;
/** Wire that is still wound by hand. */
const THINNEST = 1e-4;

/** The fewest turns that hold in the worst case, and the thinnest wire that stays cool in the fewest layers. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  if (!s.open('W1')) return [];
  const { given: g, parts } = x;
  const worst = (turns: number, wire: Partial<Wire> = {}, hot = false): AnyInputs => ({
    given: {
      ...g,
      loadCurrent: s.range('loadCurrent').high,
      rippleCurrent: s.range('rippleCurrent').high,
    },
    parts: {
      L1: {
        ...parts.L1,
        inductanceFactor: s.param('L1.inductanceFactor')[hot ? 'high' : 'low'],
        gap: s.param('L1.gap')[hot ? 'low' : 'high'],
        relativePermeability: s.param('L1.relativePermeability').low,
        coreArea: s.param('L1.coreArea').low,
        thermalResistance: s.param('L1.thermalResistance').high,
      },
      W1: { ...parts.W1, turns, ...wire },
    },
    ambient: s.ambient.high,
  });
  const wanted = s.range('minimumInductance').high;
  let turns = parts.W1.turns as number | null;
  if (turns === null) {
    turns = 1;
    while (turns < MOST_TURNS && atPeak(worst(turns)) < wanted) {
      // A powder core gives less again beyond some turns: then there is none that holds.
      if (atPeak(worst(turns + 1)) <= atPeak(worst(turns)) && turns > 3) break;
      turns++;
    }
  }
  const wide = breadth(x);
  const least = s.param('L1.maximumTemperature').low - s.comfort * Math.abs(s.param('L1.maximumTemperature').low - s.ambient.high);
  const all = WIRES.filter((d) => d >= THINNEST).map((diameter) => {
    const outerDiameter = enamelled(diameter);
    const strands = parts.W1.strands as number;
    const beside = Math.max(1, Math.floor(wide / bundle({ outerDiameter, strands })));
    const wire: Wire = { diameter, outerDiameter, strands, layers: g.core === 'air' ? 1 : Math.ceil(turns! / beside) };
    const fill = g.core === 'air' ? 0 : (turns! * copperArea(wire)) / s.param('L1.windowArea').low;
    const hot = heated(worst(turns!, wire, true));
    return {
      wire,
      celsius: hot?.celsius ?? Infinity,
      watts: hot ? hot.copper + hot.core : Infinity,
      fits: fill <= s.range('maximumFill').low && (g.core !== 'air' || turns! <= beside),
    };
  });
  const fitting = all.filter((w) => w.fits);
  const best = Math.min(...fitting.map((w) => w.watts));
  const chosen = fitting.find((w) => w.celsius <= least && w.watts <= NEARLY * best) ?? fitting.sort((a, b) => a.celsius - b.celsius)[0] ?? all[0]!;
  const { diameter, outerDiameter, layers } = chosen.wire;
  return [
    {
      values: {},
      ratings: { 'W1.turns': turns, 'W1.diameter': diameter, 'W1.outerDiameter': outerDiameter, 'W1.layers': layers },
      why: `${turns} turns of ${formatText(diameter, 'm', 3)}`,
    },
  ];
}
