/** Parts between two terminals. */
export type TwoTerminal =
  | 'resistor'
  | 'variable'
  | 'thermistor'
  | 'photoresistor'
  | 'capacitor'
  | 'polarised'
  | 'inductor'
  | 'core'
  | 'bead'
  | 'diode'
  | 'zener'
  | 'schottky'
  | 'led'
  | 'photodiode'
  | 'suppressor'
  | 'battery'
  | 'cell'
  | 'fuse'
  | 'resettable'
  | 'lamp'
  | 'motor'
  | 'meter'
  | 'source'
  | 'current'
  | 'microphone'
  | 'loudspeaker'
  | 'buzzer'
  | 'crystal'
  | 'coil'
  | 'switch'
  | 'button'
  | 'spark'
  | 'panel'
  | 'strip'
  | 'via';
/** Parts with more, or one. */
export type ManyTerminal =
  | 'npn'
  | 'pnp'
  | 'nmos'
  | 'pmos'
  | 'opamp'
  | 'transformer'
  | 'coupled'
  | 'potentiometer'
  | 'changeover'
  | 'optocoupler'
  | 'bridge'
  | 'connector'
  | 'rail'
  | 'chassis';

/** Mirrored: left for right, or upside down (an op amp with its inverting input on top). */
type Flip = true | 'over';

export type Drawn =
  | {
      sym: TwoTerminal;
      id?: string;
      at: [number, number];
      dir: 'right' | 'down' | 'up' | 'left';
      label?: string;
      value?: string;
      dashed?: boolean;
      side?: 1 | -1;
    }
  | { sym: 'wire'; points: [number, number][]; dashed?: boolean }
  | { sym: 'ground'; at: [number, number] }
  /** A node, with its voltage where that is worth reading; `side` −1 puts it left. */
  | { sym: 'dot'; at: [number, number]; value?: string; side?: 1 | -1 }
  | { sym: 'port'; at: [number, number]; label: string; value?: string; side: 'left' | 'right' | 'top' }
  | { sym: 'source'; at: [number, number]; label?: string; value?: string }
  | { sym: 'switch'; at: [number, number]; label?: string; value?: string }
  | {
      sym: 'block';
      id?: string;
      at: [number, number];
      size: [number, number];
      label: string;
      value?: string;
      pins?: { x: number; y: number; name: string; side: 'left' | 'right' | 'top' | 'bottom' }[];
    }
  | { sym: 'symbol'; as: ManyTerminal; id?: string; at: [number, number]; label?: string; value?: string; flip?: Flip }
  | { sym: 'text'; at: [number, number]; text: string; value?: boolean };

export interface Figure {
  width: number;
  height: number;
  title: string;
  items: Drawn[];
}

/** A line through points given as x, y, x, y… */
export function wire(...xy: number[]): Drawn {
  const points: [number, number][] = [];
  for (let i = 0; i + 1 < xy.length; i += 2) points.push([xy[i]!, xy[i + 1]!]);
  return { sym: 'wire', points };
}
export const ground = (x: number, y: number): Drawn => ({ sym: 'ground', at: [x, y] });
export const dot = (x: number, y: number, value?: string, side: 1 | -1 = 1): Drawn => ({ sym: 'dot', at: [x, y], ...(value ? { value, side } : {}) });
type Direction = 'right' | 'down' | 'up' | 'left';
interface Look {
  side?: 1 | -1;
  dashed?: boolean;
}
/** A part between two terminals, 70 long. */
export const part = (sym: TwoTerminal, at: [number, number], dir: Direction, id: string, value: string, more: Look = {}): Drawn => ({
  sym,
  id,
  at,
  dir,
  label: id,
  value,
  ...more,
});
/** The same for what is no part of the stage: a load, a cable. */
export const thing = (sym: TwoTerminal, at: [number, number], dir: Direction, label: string, value: string, more: Look = {}): Drawn => ({
  sym,
  at,
  dir,
  label,
  value,
  ...more,
});
export const port = (x: number, y: number, label: string, value: string, side: 'left' | 'right' | 'top' = 'right'): Drawn => ({
  sym: 'port',
  at: [x, y],
  label,
  value,
  side,
});
