import type { ManyTerminal, TwoTerminal } from '../core/stage/drawing.ts';

/**
 * Symbols after IEC 60617, in one hand: 1.4 px strokes, a part between two terminals 70 long from (0, 0) to (70, 0), others
 * from their first terminal at (0, 0). `open` is filled with the ground, `solid` with ink; `reach` is what the symbol covers.
 */
export interface SymbolDef {
  lines: string;
  open?: string;
  solid?: string;
  terminals: readonly (readonly [number, number])[];
  reach: readonly [left: number, top: number, right: number, bottom: number];
}

const LEADS = 'M0 0h15M55 0h15';
const ENDS = [
  [0, 0],
  [70, 0],
] as const;
const two = (lines: string, more: Partial<SymbolDef> = {}, half = 13): SymbolDef => ({ lines, terminals: ENDS, reach: [0, -half, 70, half], ...more });
const circle = (x: number, y: number, r: number) => `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
const BODY = 'M15 -7h40v14h-40Z';
const DIODE = 'M0 0h70M26 -9v18l18 -9ZM44 -9v18';
const ARROW = 'M38 -12l8 -10m0 0l-5 2m5 -2l0 5M46 -10l8 -10m0 0l-5 2m5 -2l0 5';
const ROUND = circle(35, 0, 16);
const ROUND_LEADS = 'M0 0h19M51 0h19';
const COIL = 'M0 0h11a6 6 0 0 1 12 0a6 6 0 0 1 12 0a6 6 0 0 1 12 0a6 6 0 0 1 12 0h11';

export const TWO_TERMINAL = {
  resistor: two(LEADS, { open: BODY }, 8),
  variable: two(`${LEADS}M20 14L50 -16m0 0l-8 2m8 -2l-2 8`, { open: BODY }, 17),
  thermistor: two(`${LEADS}M18 14h8L50 -16`, { open: BODY }, 17),
  photoresistor: two(`${LEADS}M22 -24l8 10m0 0l0 -5m0 5l-5 -2M32 -24l8 10m0 0l0 -5m0 5l-5 -2`, { open: BODY }, 25),
  capacitor: two('M0 0h31M39 0h31M31 -13v26M39 -13v26'),
  polarised: two('M0 0h31M39 0h31M31 -13v26M39 -13v26M20 -12v8M16 -8h8'),
  inductor: two(COIL, {}, 8),
  core: two(`${COIL}M11 -12h48`, {}, 13),
  bead: two('M0 0h70', { open: BODY, solid: 'M15 -7h40v3h-40Z' }, 8),
  diode: two(DIODE, {}, 10),
  zener: two(`${DIODE}M44 -9h5M44 9h-5`, {}, 10),
  schottky: two(`${DIODE}M44 -9h5v4M44 9h-5v-4`, {}, 10),
  led: two(`${DIODE}${ARROW}`, {}, 23),
  photodiode: two(`${DIODE}M38 -22l8 10m0 0l0 -5m0 5l-5 -2M48 -22l8 10m0 0l0 -5m0 5l-5 -2`, {}, 23),
  suppressor: two('M0 0h70M17 -9v18l18 -9ZM53 -9v18l-18 -9ZM35 -9v18M35 -9h5M35 9h-5', {}, 10),
  battery: two('M0 0h26M44 0h26M26 -13v26M32 -6v12M38 -13v26M44 -6v12'),
  cell: two('M0 0h32M38 0h32M32 -13v26M38 -6v12'),
  fuse: two('M0 0h70M15 -7h40v14h-40Z', {}, 8),
  resettable: two('M0 0h70M15 -7h40v14h-40ZM18 14h8L50 -16', {}, 17),
  lamp: two(`${ROUND_LEADS}M24 -11l22 22M24 11l22 -22`, { open: ROUND }, 17),
  motor: two(`${ROUND_LEADS}M29 6v-12l6 8l6 -8v12`, { open: ROUND }, 17),
  meter: two(`${ROUND_LEADS}M27 8l16 -16m0 0l-6 1m6 -1l-1 6`, { open: ROUND }, 17),
  source: two(`${ROUND_LEADS}M22 -5h8M26 -9v8M40 -5h8`, { open: ROUND }, 17),
  current: two(`${ROUND_LEADS}M24 0h22m0 0l-6 -4m6 4l-6 4`, { open: ROUND }, 17),
  microphone: two(`${ROUND_LEADS}M19 -16v32`, { open: ROUND }, 17),
  loudspeaker: two('M0 0h26M44 0h26M26 -8h18v16h-18ZM26 -8l-8 -10h34l-8 10', {}, 19),
  buzzer: two('M0 0h20M50 0h20M20 8v-8a15 15 0 0 1 30 0v8Z', {}, 17),
  crystal: two('M0 0h26M44 0h26M26 -11v22M44 -11v22', { open: 'M30 -9h10v18h-10Z' }, 12),
  coil: two('M0 0h15M55 0h15M26 10L44 -10', { open: 'M15 -10h40v20h-40Z' }, 11),
  strip: two(LEADS, { solid: 'M8 -5h54v10h-54Z' }, 6),
  via: two('M0 0h70', { open: circle(35, 0, 13) + circle(35, 0, 6) }, 14),
  switch: two('M0 0h22L48 -14M48 0h22', { solid: circle(22, 0, 2.5) }, 15),
  button: two('M0 0h22M48 0h22M20 -9h30M35 -9v-10M30 -19h10', { open: circle(22, 0, 2.5) + circle(48, 0, 2.5) }, 20),
  spark: two('M0 0h24M46 0h24M24 0l8 -5v10ZM46 0l-8 -5v10Z', {}, 6),
  panel: two('M0 0h20M50 0h20M20 -15h30v30h-30ZM28 -24l7 8m0 0l0 -5m0 5l-5 -1M38 -24l7 8m0 0l0 -5m0 5l-5 -1', {}, 25),
} as const satisfies Record<TwoTerminal, SymbolDef>;

const transistor = (arrow: string): SymbolDef => ({
  lines: `M0 0h16M16 -14v28M16 -6L40 -22v-8M16 6L40 22v8${arrow}`,
  terminals: [
    [0, 0],
    [40, -30],
    [40, 30],
  ],
  reach: [0, -30, 44, 30],
});
const mosfet = (arrow: string): SymbolDef => ({
  lines: `M0 0h14M14 -14v28M20 -16v8M20 -4v8M20 8v8M20 -12h20v-18M20 12h20v18M20 0h20v12${arrow}`,
  terminals: [
    [0, 0],
    [40, -30],
    [40, 30],
  ],
  reach: [0, -30, 44, 30],
});
const WINDING = 'a6 6 0 0 1 0 12a6 6 0 0 1 0 12a6 6 0 0 1 0 12a6 6 0 0 1 0 12';
const COUNTER = 'a6 6 0 0 0 0 12a6 6 0 0 0 0 12a6 6 0 0 0 0 12a6 6 0 0 0 0 12';
const coupled = (core: string, dots = ''): SymbolDef => ({
  lines: `M0 0h20${WINDING}h-20M70 0h-20${COUNTER}h20${core}`,
  solid: dots,
  terminals: [
    [0, 0],
    [0, 48],
    [70, 0],
    [70, 48],
  ],
  reach: [0, -2, 70, 50],
});

/** Symbols with more terminals than two. */
export const MANY_TERMINAL = {
  npn: transistor('M40 22l-9 -1m9 1l-4 -8'),
  pnp: transistor('M20 9l9 1m-9 -1l4 8'),
  nmos: mosfet('M20 0l7 -4m-7 4l7 4'),
  pmos: mosfet('M34 0l-7 -4m7 4l-7 4'),
  opamp: {
    lines: 'M0 -15h16M0 15h16M70 0h14M21 -15h8M25 -19v8M21 15h8',
    open: 'M16 -34L70 0L16 34Z',
    terminals: [
      [0, -15],
      [0, 15],
      [84, 0],
    ],
    reach: [0, -34, 84, 34],
  },
  transformer: coupled('M33 2v44M37 2v44'),
  coupled: coupled('', circle(24, -1, 2) + circle(46, -1, 2)),
  potentiometer: {
    lines: 'M0 0h15M55 0h15M35 26v-18m0 0l-4 6m4 -6l4 6',
    open: BODY,
    terminals: [
      [0, 0],
      [70, 0],
      [35, 26],
    ],
    reach: [0, -8, 70, 26],
  },
  changeover: {
    lines: 'M0 0h22L46 -12M48 -16h22M48 16h22',
    solid: circle(22, 0, 2.5) + circle(48, -16, 2) + circle(48, 16, 2),
    terminals: [
      [0, 0],
      [70, -16],
      [70, 16],
    ],
    reach: [0, -18, 70, 18],
  },
  optocoupler: {
    lines:
      'M0 -16h22v10M0 16h22v-10M14 -6h16l-8 12ZM14 6h16M34 -4l9 0m0 0l-4 -3m4 3l-4 3M34 5l9 0m0 0l-4 -3m4 3l-4 3M52 -10v20M52 -5L70 -16M52 5L70 16m0 0l-8 -1m8 1l-4 -7',
    open: 'M8 -24h58v48h-58Z',
    terminals: [
      [0, -16],
      [0, 16],
      [70, -16],
      [70, 16],
    ],
    reach: [0, -24, 70, 24],
  },
  bridge: {
    lines: 'M35 -35L70 0L35 35L0 0ZM12 -12l10 -2l-2 10ZM48 -22l10 2l-2 -10M12 12l2 10l8 -8M58 12l-2 10l-8 -8',
    terminals: [
      [0, 0],
      [35, -35],
      [70, 0],
      [35, 35],
    ],
    reach: [0, -35, 70, 35],
  },
  connector: { lines: 'M0 0h14M22 -6l-8 6l8 6', terminals: [[0, 0]], reach: [0, -7, 22, 7] },
  rail: { lines: 'M0 0v-12M-12 -12h24', terminals: [[0, 0]], reach: [-12, -13, 12, 0] },
  chassis: { lines: 'M0 0v8M-12 8h24M-12 8l-5 8M0 8l-5 8M12 8l-5 8', terminals: [[0, 0]], reach: [-17, 0, 12, 17] },
} as const satisfies Record<ManyTerminal, SymbolDef>;
