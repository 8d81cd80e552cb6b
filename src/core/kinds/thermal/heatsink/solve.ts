import { risingRoot } from '../../../math/root.ts';
import { airDensityRatio, finEfficiency, movingAir, radiated, stillChannel, stillPlate } from '../../../physics/convection.ts';

export interface SinkGiven {
  style: 'known' | 'plate' | 'finned';
  orientation: 'vertical' | 'horizontal';
  airSpeed: number;
  altitude: number;
}
export interface Sink {
  sinkToAmbient: number;
  width: number;
  length: number;
  finCount: number;
  finHeight: number;
  finThickness: number;
  conductivity: number;
  emissivity: number;
}

/** What leaves a plate or finned sink that is so much warmer than the air, W, with its film and fins. */
export function leaving(g: SinkGiven, h: Sink, rise: number, ambient: number) {
  const density = airDensityRatio(g.altitude);
  const surface = ambient + rise;
  const forced = g.airSpeed > 0 ? movingAir(g.airSpeed, h.length, surface, ambient, density) : 0;
  if (g.style === 'plate') {
    const film = Math.max(stillPlate(g.orientation, rise, h.length, h.width, density), forced);
    const area = 2 * h.width * h.length;
    return { film, efficiency: null, convection: film * area * rise, radiation: radiated(h.emissivity, area, surface, ambient) };
  }
  const gap = (h.width - h.finCount * h.finThickness) / (h.finCount - 1);
  const film = Math.max(stillChannel(gap, h.length, surface, ambient, density), forced);
  const efficiency = finEfficiency(film, h.conductivity, h.finThickness, h.finHeight);
  const base = (h.width - h.finCount * h.finThickness) * h.length;
  const convection = film * rise * (base + efficiency * 2 * h.finCount * h.finHeight * h.length);
  return { film, efficiency, convection, radiation: radiated(h.emissivity, h.length * (h.width + 2 * h.finHeight), surface, ambient) };
}

/** Where the air goes between the fins, m². */
export const channels = (h: Sink): number => Math.max(0, h.width - h.finCount * h.finThickness) * h.finHeight;

/** How much warmer than the air the sink gets with this heat, K; null beyond a thousand. */
export const riseOf = (g: SinkGiven, h: Sink, watts: number, ambient: number): number | null =>
  watts === 0
    ? 0
    : risingRoot(
        (rise) => {
          const out = leaving(g, h, rise, ambient);
          return out.convection + out.radiation - watts;
        },
        0,
        1000,
      );
