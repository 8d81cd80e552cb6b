/**
 * The units a value of the core can carry. Inside, everything is plain SI; a unit only says how a value is written and read.
 */
export interface UnitInfo {
  /** How the unit is shown. */
  symbol: string;
  /** Other spellings a person may type. */
  also: readonly string[];
  /** Whether engineering prefixes (n, µ, m, k, M) may stand before it. */
  prefixed: boolean;
  /** What it measures, for messages. */
  quantity: string;
  /** Whole other ways to write it, with the factor to SI: 5 % is 0.05, 2 min is 120 s. */
  factors?: Readonly<Record<string, number>>;
}

const unit = (symbol: string, quantity: string, prefixed: boolean, also: readonly string[] = [], factors?: Readonly<Record<string, number>>): UnitInfo => ({
  symbol,
  quantity,
  prefixed,
  also,
  factors,
});

export const UNITS = {
  V: unit('V', 'a voltage', true, ['volt', 'volts', 'Vpp', 'Vrms', 'VDC']),
  A: unit('A', 'a current', true, ['amp', 'amps', 'ampere']),
  W: unit('W', 'a power', true, ['watt', 'watts']),
  ohm: unit('Ω', 'a resistance', true, ['ohm', 'ohms', 'R', 'r']),
  F: unit('F', 'a capacitance', true, ['farad']),
  H: unit('H', 'an inductance', true, ['henry']),
  Hz: unit('Hz', 'a frequency', true, ['hertz']),
  s: unit('s', 'a time', true, ['sec', 'seconds'], { min: 60, h: 3600, d: 86400, days: 86400 }),
  h: unit('h', 'a time in hours', false, ['hour', 'hours'], { d: 24, days: 24, min: 1 / 60 }),
  m: unit('m', 'a length', true, ['metre', 'meter'], { cm: 0.01 }),
  m2: unit('m²', 'an area', true, ['m2'], { 'mm²': 1e-6, mm2: 1e-6, 'cm²': 1e-4, cm2: 1e-4 }),
  m3: unit('m³', 'a volume', false, ['m3'], { 'cm³': 1e-6, cm3: 1e-6 }),
  m4: unit('m⁴', 'an area product', false, ['m4'], { 'cm⁴': 1e-8, cm4: 1e-8 }),
  degC: unit('°C', 'a temperature', false, ['degC', 'C', 'deg']),
  K: unit('K', 'a temperature difference', false, ['kelvin'], { mK: 1e-3 }),
  'K/W': unit('K/W', 'a thermal resistance', false, ['°C/W', 'C/W']),
  'm/s': unit('m/s', 'a speed', false),
  'm3/s': unit('m³/s', 'a flow of air', false, ['m3/s'], { 'l/s': 1e-3, 'm³/h': 1 / 3600 }),
  kg: unit('kg', 'a mass', false, [], { g: 1e-3, mg: 1e-6 }),
  'W/(m K)': unit('W/(m·K)', 'a heat conductivity', false, ['W/mK']),
  'W/(m2 K)': unit('W/(m²·K)', 'a film coefficient', false, ['W/m2K']),
  ratio: unit('', 'a ratio', false, [], { '%': 0.01, percent: 0.01, ppm: 1e-6, '‰': 1e-3, 'mV/V': 1e-3, 'V/V': 1, '×': 1, x: 1 }),
  dB: unit('dB', 'a level', false),
  dBSPL: unit('dB SPL', 'a sound pressure level', false, ['dBSPL', 'dB']),
  dBu: unit('dBu', 'a level over 0.775 V', false),
  dBV: unit('dBV', 'a level over 1 V', false),
  Ah: unit('Ah', 'a charge', true),
  'V/rtHz': unit('V/√Hz', 'a voltage noise density', true, ['V/rtHz', 'V/sqrtHz', 'V/rHz']),
  'A/rtHz': unit('A/√Hz', 'a current noise density', true, ['A/rtHz', 'A/sqrtHz', 'A/rHz']),
  J: unit('J', 'an energy', true, ['joule']),
  Wh: unit('Wh', 'an energy', true),
  C: unit('C', 'a charge', true, ['coulomb']),
  A2s: unit('A²s', 'a melting integral', false, ['A2s']),
  VA: unit('VA', 'an apparent power', true),
  'V/s': unit('V/s', 'a slew rate', true, [], { 'V/ms': 1e3, 'V/µs': 1e6, 'V/us': 1e6 }),
  'V/deg': unit('V/°', 'volts for a degree', true),
  'A/m2': unit('A/m²', 'a current density', false, ['A/m2'], { 'A/mm²': 1e6, 'A/mm2': 1e6 }),
  '1/K': unit('/K', 'a drift', false, ['1/K']),
  '1/h': unit('/h', 'a rate of discharge', false, ['1/h']),
  'A/m': unit('A/m', 'a magnetising force', true, ['A/m']),
  'W/m3': unit('W/m³', 'a loss in a volume', true, ['W/m3'], { 'mW/cm³': 1e3, 'kW/m³': 1e3 }),
  '1/V': unit('/V', 'a number for a volt', false, ['1/V']),
  'V s': unit('V·s', 'a flux', true, ['Vs', 'V s', 'Wb']),
  Pa: unit('Pa', 'a pressure', true, ['pascal']),
  deg: unit('°', 'an angle', false, ['deg']),
  rad: unit('rad', 'an angle', false),
  'A/V': unit('A/V', 'a current per volt', true, ['S']),
  'V/Pa': unit('V/Pa', 'volts for a pascal', true),
  'V/A': unit('V/A', 'volts for an ampere', true),
  'V/K': unit('V/K', 'a voltage drift', true, ['V/°C']),
  'ppm/K': unit('ppm/K', 'a drift', false, ['ppm', 'ppm/°C']),
  cent: unit('cent', 'a share of an octave', false, ['cents', 'ct']),
  octave: unit('oct', 'a number of octaves', false, ['octave', 'octaves']),
  'octave/V': unit('oct/V', 'octaves for a volt', false, ['octave/V']),
  T: unit('T', 'a magnetic field', true, ['tesla']),
  N: unit('N', 'a force', true, ['newton']),
  'N/m': unit('N/m', 'a stiffness', true),
  cd: unit('cd', 'a luminous intensity', true, ['candela']),
  ppm: unit('ppm', 'parts in a million', false),
  'ppm/year': unit('ppm/a', 'an ageing', false, ['ppm/year', 'ppm']),
  'ppm/K2': unit('ppm/K²', 'a curvature over temperature', false, ['ppm/K2', 'ppm/°C²']),
  'ppm/pF': unit('ppm/pF', 'a pull for a picofarad', false),
  years: unit('a', 'a number of years', false, ['years', 'year', 'y']),
  S: unit('S', 'a transconductance', true, ['siemens', 'A/V']),
  'F/m': unit('F/m', 'a capacitance for a metre', true),
  'bit/s': unit('bit/s', 'a rate of data', true, ['bps']),
  'W/K': unit('W/K', 'a heat flow for a kelvin', true),
  '1/g': unit('/g', 'a number for a gram', false, ['1/g']),
  money: unit('', 'a price', false),
  's/V': unit('s/V', 'seconds for a volt', true),
  bit: unit('bit', 'a number of bits', false, ['bits']),
  LSB: unit('LSB', 'a number of LSB', false, ['lsb']),
  count: unit('', 'a count', false, ['×', 'x', 'pcs']),
  '': unit('', 'a number', false),
} as const satisfies Record<string, UnitInfo>;

/** The id of a unit, as it stands in files and in `kinds --json`. */
export type Unit = keyof typeof UNITS;

/** Looks a unit up. @throws nothing: every Unit is in the table. */
export const unitInfo = (id: Unit): UnitInfo => UNITS[id];

/** Engineering prefixes, SI brochure 9th ed. table 7. `K` for kilo is common on drawings and is read, never written. */
export const PREFIXES: Readonly<Record<string, number>> = {
  f: 1e-15,
  p: 1e-12,
  n: 1e-9,
  u: 1e-6,
  m: 1e-3,
  k: 1e3,
  K: 1e3,
  M: 1e6,
  G: 1e9,
  T: 1e12,
};
