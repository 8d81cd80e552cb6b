import { more, less } from '../../../stage/cures.ts';
import { impossible, none, type Value } from '../../../math/absent.ts';
import { COPPER_TEMPCO, copperResistivity } from '../../../physics/copper.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import { choice, num } from '../../../stage/fields.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';

/** Square metres of a square mil. */
export const MIL2 = 25.4e-6 ** 2;
/** Curve fit of the older charts: amperes = k·K^0.44·(square mils)^0.725. // [IPC-2221] */
export const FIT = { outer: 0.048, inner: 0.024 } as const;
export const rise = (amps: number, k: number, area: number): number => (amps / (k * (area / MIL2) ** 0.725)) ** (1 / 0.44);
const areaFor = (amps: number, k: number, kelvin: number): number => (amps / (k * kelvin ** 0.44)) ** (1 / 0.725) * MIL2;
/** Volumetric heat of copper, J/(m³·K). */
const HEAT = 3.45e6;
const MELTS = 1083;

/** Temperature of copper after a pulse that loses no heat, °C; null where it melts. // [Adiabatic] */
function pulsed(start: number, amps: number, area: number, seconds: number): number | null {
  const u = (1 + COPPER_TEMPCO * (start - 20)) * Math.exp((COPPER_TEMPCO * 1.7241e-8 * (amps / area) ** 2 * seconds) / HEAT);
  const end = 20 + (u - 1) / COPPER_TEMPCO;
  return end <= MELTS ? end : null;
}

/** Width that was chosen: typed, or the least of 0.05 mm steps that holds rise, drop and pulse at the nominal ambient. */
export function widthOf(x: AnyInputs, chosenAt: AnyInputs): number {
  if (x.parts.W1.width !== null) return x.parts.W1.width;
  const {
    given: g,
    parts: { W1 },
    ambient,
  } = chosenAt;
  const k = FIT[g.layer as keyof typeof FIT];
  for (let n = 3; n < 2000; n++) {
    const area = n * 5e-5 * W1.thickness;
    const dt = rise(g.loadCurrent, k, area);
    const drop = (g.loadCurrent * copperResistivity(ambient + dt) * g.length) / area;
    const after = g.pulseCurrent === null ? 0 : pulsed(ambient + dt, g.pulseCurrent, area, g.pulseWidth);
    if (dt <= 0.9 * g.maximumRise && drop <= 0.9 * g.maximumDrop && after !== null && after <= g.maximumPulseTemperature) return n * 5e-5;
  }
  return 0.1;
}

export const circuitTrace = defineKind({
  id: 'circuit-trace',
  family: 'layout',
  group: 'Heat',
  title: 'Circuit trace',
  aliases: ['track width', 'PCB trace current', 'via current', 'copper weight', 'trace resistance', 'fusing current'],
  purpose: 'Width, drop, heat and vias of a copper trace, steady and in a pulse.',
  given: {
    loadCurrent: num('A', 1, 'rms'),
    layer: choice(['outer', 'inner'], 'outer'),
    length: num('m', 0.05),
    maximumRise: num('K', 20),
    maximumDrop: num('V', 0.1),
    pulseCurrent: num('A', null),
    pulseWidth: num('s', 0.01, undefined, { above: 0, max: 10 }),
    maximumPulseTemperature: num('degC', 130, 'of the laminate', { any: true }),
    viaCount: num('count', null, 'in parallel; null: none', { min: 1, integer: true }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    W1: {
      type: 'device',
      bought: false,
      doc: 'trace',
      params: {
        width: num('m', null, 'finished (give the etching spread); null: the least that holds'),
        thickness: num('m', 3.5e-5, 'finished copper; 35 µm is 1 oz/ft², outer layers are thicker after plating'),
      },
    },
    V1: { type: 'device', bought: false, doc: 'via', params: { holeDiameter: num('m', 3e-4, 'finished'), plating: num('m', 2e-5), height: num('m', 0.0016) } },
  },
  outcomes: {
    temperatureRise: { unit: 'K', title: 'rise of the trace' },
    traceTemperature: { unit: 'degC', title: 'trace' },
    widthNeeded: { unit: 'm', title: 'width needed', doc: 'for maximumRise' },
    resistance: { unit: 'ohm', title: 'resistance', doc: 'hot, one way' },
    drop: { unit: 'V', title: 'drop' },
    dissipation: { unit: 'W', title: 'heat of the trace' },
    currentDensity: { unit: 'A/m2', title: 'current density' },
    fusingCurrent: { unit: 'A', title: 'melts in the pulse at' },
    pulseTemperature: { unit: 'degC', title: 'at the end of the pulse', doc: 'no heat lost' },
    viaRise: { unit: 'K', title: 'rise of the vias' },
    viasNeeded: { unit: 'count', title: 'vias needed', doc: 'for maximumRise' },
    viaResistance: { unit: 'ohm', title: 'all vias in parallel' },
  },
  evaluate: (x, env) => {
    const {
      given: g,
      parts: { W1, V1 },
      ambient,
    } = x;
    const k = FIT[g.layer];
    const area = widthOf(x, env.nominal) * W1.thickness;
    const dt = rise(g.loadCurrent, k, area);
    const warm = ambient + dt;
    const resistance = (copperResistivity(warm) * g.length) / area;
    const barrel = Math.PI * V1.plating * (V1.holeDiameter + V1.plating);
    const one = FIT.inner * g.maximumRise ** 0.44 * (barrel / MIL2) ** 0.725;
    const vias = <T extends Value>(f: (n: number) => T) => (g.viaCount === null ? NO_VIAS : f(g.viaCount));
    const circular = ((area / MIL2) * 4) / Math.PI;
    const after = g.pulseCurrent === null ? NO_PULSE : (pulsed(warm, g.pulseCurrent, area, g.pulseWidth) ?? MELTED);
    return {
      temperatureRise: dt,
      traceTemperature: warm,
      widthNeeded: areaFor(g.loadCurrent, k, g.maximumRise) / W1.thickness,
      resistance,
      drop: g.loadCurrent * resistance,
      dissipation: g.loadCurrent ** 2 * resistance,
      currentDensity: g.loadCurrent / area,
      fusingCurrent: warm < MELTS ? circular * Math.sqrt(Math.log10((MELTS - warm) / (234 + warm) + 1) / (33 * g.pulseWidth)) : MELTED,
      pulseTemperature: after,
      viaRise: vias((n) => rise(g.loadCurrent / n, FIT.inner, barrel)),
      viasNeeded: Math.ceil(g.loadCurrent / one - 1e-12),
      viaResistance: vias((n) => (copperResistivity(warm) * V1.height) / (n * barrel)),
    };
  },
  checks: {
    rise: held('rise of the trace', 'temperatureRise', 'atMost', 'maximumRise', 'allowed rise', 'must', [
      more('W1.width'),
      more('W1.thickness'),
      less('given.loadCurrent'),
    ]),
    drop: held('drop', 'drop', 'atMost', 'maximumDrop', 'allowed drop', 'should', [more('W1.width'), less('given.length'), more('W1.thickness'), 'A plane.']),
    pulse: held(
      'at the end of the pulse',
      'pulseTemperature',
      'temperature',
      'maximumPulseTemperature',
      'what the laminate stands',
      'must',
      [more('W1.width'), 'The pulse heats with the square of the current density.'],
      { applies: (c) => c.x.given.pulseCurrent !== null },
    ),
    fusing: held(
      'pulse current',
      (c) => c.range('pulseCurrent') ?? exactly(0),
      'atMost',
      (c) => c.pick('fusingCurrent'),
      'where the trace melts',
      'must',
      [more('W1.width'), 'It is no fuse: it goes where nobody expects it.'],
      { unit: 'A', derated: true, applies: (c) => c.x.given.pulseCurrent !== null },
    ),
    'via-rise': held('rise of the vias', 'viaRise', 'atMost', 'maximumRise', 'allowed rise', 'must', [more('given.viaCount'), 'Vias in parallel share it.'], {
      applies: (c) => c.x.given.viaCount !== null,
    }),
    'chart-range': held(
      'current against the charts',
      (c) => c.must('loadCurrent'),
      'atMost',
      () => 35,
      'the charts end at 35 A, 100 K and 10 mm',
      'note',
      () => 'Beyond them use bars, or measure (IPC-2152).',
      { unit: 'A' },
    ),
  },
  rails: { in: { role: 'consumes', fills: { current: 'loadCurrent' }, gives: {} } },
  signals: {},
  heat: (_, o) => ({ trace: o.dissipation ?? 0 }),
  copper: (x) => ({
    thickness: x.parts.W1.thickness,
    track: widthOf(x, x),
    ...(x.given.viaCount === null ? {} : { hole: x.parts.V1.holeDiameter, board: x.parts.V1.height }),
    layers: x.given.layer === 'inner' ? 4 : x.given.viaCount === null ? 1 : 2,
  }),
  confirm: [{ id: 'narrow', text: 'The trace is nowhere narrower than computed: pads, necks and thermal reliefs looked at.' }],
  cautions: ['A trace is no fuse.', 'Mains traces need separation as well as width: your local code says how much.'],
});

const NO_VIAS = none('no vias are counted');
const NO_PULSE = none('no pulse is given');
const MELTED = impossible('the copper melts');
