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
  | 'panel';
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
  | { sym: 'dot'; at: [number, number] }
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
  | { sym: 'symbol'; as: ManyTerminal; id?: string; at: [number, number]; label?: string; value?: string; flip?: boolean }
  | { sym: 'text'; at: [number, number]; text: string; value?: boolean };

export interface Figure {
  width: number;
  height: number;
  title: string;
  items: Drawn[];
}
