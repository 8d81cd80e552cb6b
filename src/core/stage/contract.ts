import type { Bench, Measured } from '../circuit/measure.ts';
import type { Element } from '../circuit/netlist.ts';
import type { ControllerFigure, PinAbility } from '../parts/controllers.ts';
import type { DeviceSort } from '../parts/devices.ts';
import type { Range } from '../quantity/uncertain.ts';
import type { Unit } from '../quantity/units.ts';
import type { Series } from '../quantity/preferred.ts';
import type { AnyInputs, Env, Fields, Inputs, OutcomeDefs, PartDefs, Results, SpreadLike, StateId, Given } from './data.ts';
import type { Judged } from './judged.ts';

/**
 * What a stage kind is: a record of facets. All that differs between kinds is data or a pure function here, and one reader
 * each serves forms, checks, working, figures, files, documentation and the command line.
 */

export * from './data.ts';

export type Severity = 'must' | 'should' | 'note';
export type Sense = 'atMost' | 'atLeast' | 'within' | 'temperature' | 'holds';
export type Limit = number | Range | null;

export interface CheckDef<N extends string = string> {
  title: string;
  severity: Severity | ((c: Judged) => Severity);
  sense: Sense;
  /** An outcome, or a computed quantity with its ends. */
  value: N | ((c: Judged) => SpreadLike);
  /** Needed where `value` is computed. */
  unit?: Unit;
  /** A `within` check gives target and half-width. */
  limit: (c: Judged) => Limit | { target: number; band: number };
  /** Where the limit comes from, in words. */
  from: string;
  /** The limit is a rating and is multiplied by the policy's derating. */
  derated?: boolean;
  /** What a limit of null means: nobody asked (the check is absent), or somebody should know (it is unknown). */
  whenNull?: 'absent' | 'unknown';
  applies?: (c: Judged) => boolean;
  /** The limit is this part's rating: a higher one cures the check. */
  rating?: string;
  /** What would cure it, and what else helps. */
  help: Help | ((c: Judged) => Help);
}

/**
 * Something that cures a check by itself: a part's value, tolerance or parameter (`R1.value`, `U1.currentRating`) or a given
 * (`given.loadCurrent`). How far it has to go is not said here: it is looked for on the stage as it stands.
 */
export interface Cure {
  /** Several change together, in proportion. */
  set: readonly string[];
  /** The way that helps; or the choice to make. */
  way: 'more' | 'less' | 'choose';
  to?: string | boolean | number;
  /** Figures to choose, one for each field. */
  values?: readonly number[];
  /** The only values there are; else those of the part's series or of its usual stock, or any number. */
  stock?: readonly number[];
}
/** Cures, and advice in words that promises no figure. */
export type Help = string | readonly (Cure | string)[];

/** A field and how far it has to go. `set` is a part's value or parameter, or a given. */
export interface Setting {
  set: string;
  unit: Unit;
  atLeast?: number;
  atMost?: number;
  to?: string | boolean | number;
}
/** Something that cures a check; fields that only help together stand in `with`. */
export interface Remedy extends Setting {
  with?: readonly Setting[];
}
/** Finds out how far the cures of a check have to go on the stage as it stands. */
export type Curing = (check: string, cures: readonly Cure[]) => Cured;
export interface Cured {
  remedies: readonly Remedy[];
  /** What would cure the check and make another fail that passes: no remedy, but worth a word where there is none. */
  against: readonly { remedy: Remedy; breaks: string }[];
}

/** A reference into a judged stage: an outcome, a given, or `R1.value` / `U1.currentRating`. */
export type Ref<N extends string = string> = N | ((c: Judged) => number | Range | null);

/** What a rail carries, down to its consumers or back to its provider. */
export type RailMeaning =
  | 'voltage'
  | 'ripple'
  | 'rippleFrequency'
  | 'trough'
  | 'noLoad'
  | 'noise'
  | 'currentLimit'
  | 'sourceResistance'
  | 'impedance'
  /** What all that hangs on the rail draws, and the least of it that can be counted on: told by the rail, not by its provider. */
  | 'current'
  | 'leastLoad'
  | 'surge'
  | 'capacitance'
  | 'stored'
  | 'minimum'
  | 'maximum'
  | 'absoluteMaximum';

/** What only a port of another role has: readers of any port may ask for it all the same. */
type Without<K extends string> = { [key in K]?: undefined };
type Providing = 'loads' | 'shares';
type Drawing = 'draws' | 'optional' | 'copiesCounted' | 'keepsPower';
type Charging = 'loop' | 'during';

interface RailPortOf<N extends string> {
  /** Given or carried fields that the rail fills. */
  fills: Readonly<Partial<Record<RailMeaning | 'load' | 'power', N>>>;
  /** Voltage by name (an outcome or given), since each of its ends may be missing; the rest by reference. */
  gives: Readonly<{ voltage?: N } & Partial<Record<Exclude<RailMeaning, 'voltage'>, Ref<N>>>>;
}

/** A port that stands for a rail: it gives voltage, ripple… and hears what hangs on it. */
export interface Provides<N extends string = string> extends RailPortOf<N>, Without<Drawing | Charging> {
  role: 'provides';
  gives: RailPortOf<N>['gives'] & { voltage: N };
  /**
   * `load` is the current of all that hangs on it; where `power` is filled too, what keeps its power whatever the voltage is
   * left out of `load` and told there, W.
   */
  fills: RailPortOf<N>['fills'];
  /** Its losses depend on its load: it takes the load in each state. */
  loads?: Readonly<Record<StateId, N>>;
  /** Shares of time of the states, where the board lists them. */
  shares?: Readonly<Record<StateId, N>>;
  /** It can stand below ground by design; of any other nothing is left where its formula goes below. */
  signed?: true;
}

/** A port that draws from a rail: it fills what arrives, and carries back minimum, maximum, surge… */
export interface Consumes<N extends string = string> extends RailPortOf<N>, Without<Providing | Charging> {
  role: 'consumes';
  fills: Readonly<Partial<Record<RailMeaning, N>> & { load?: undefined; power?: undefined }>;
  gives: Omit<RailPortOf<N>['gives'], 'voltage'> & { voltage?: undefined };
  /** The outcome that is its current, the same in every state, or one per state. */
  draws?: N | Readonly<Record<StateId, N>>;
  /** It may well be left unconnected: always, or with some choices of the stage. */
  optional?: true | ((given: Given) => boolean);
  /** It tells a rail below ground from one above: it takes the level with its sign. */
  signed?: true;
  /** `draws` already counts the copies of the stage. */
  copiesCounted?: boolean;
  /** It keeps its power when the voltage falls: always, for some of its choices, or as far as what hangs behind it does. */
  keepsPower?: true | 'behind' | ((x: AnyInputs) => boolean);
}

/** A charger names the battery it charges with a port of its own, which neither provides nor draws. */
export interface Charges<N extends string = string> extends RailPortOf<N>, Without<Providing | Drawing | 'signed'> {
  role: 'battery';
  /** `load` is what is drawn from the battery on average over the states. */
  fills: RailPortOf<N>['fills'];
  /** The flag that says whether what feeds this stage descends from that battery. */
  loop?: N;
  /** The state in which it charges, where it does so in one alone: the load is that of this state. */
  during?: (x: AnyInputs) => StateId | 'always';
}

export type RailPort<N extends string = string> = Provides<N> | Consumes<N> | Charges<N>;

/** What a signal carries down to the stage that listens. */
export interface SignalDown {
  dc: Range | null;
  /** Peak of what moves around it, V; null where nothing is said to. */
  amplitude: Range | null;
  /** Largest peak around its level that this output can give, V; null where it does not clip by itself. */
  clips: Range | null;
  sourceResistance: Range | null;
  /** V/√Hz, with the thermal noise of the source resistance in it. */
  noise: Range | null;
  /** Equivalent noise bandwidth of the path so far, Hz; null when nothing limits it. */
  noiseBandwidth: Range | null;
  /** Signal corner of the path so far, Hz. */
  bandwidth: Range | null;
  /** Peak to peak, V. */
  ripple: Range;
  rippleFrequency: number | null;
  /** DC gain from the head of the chain. */
  gain: number;
  /** Of a clock or a pulse train its frequency, Hz. */
  clock: Range | null;
  /** Of a pulse train the share of time that it is high. */
  duty: Range | null;
  /** Readings instead of a voltage: channels, how often each is read (Hz), and bits of each. */
  data: { channels: Range; rate: Range; bits: Range | null } | null;
  /** Figures of what is no voltage, by their meaning. */
  figures: Readonly<Partial<Record<SignalFigure, Range | null>>>;
  /** Capacitance that stands at the output, F, as a charge reservoir. */
  reservoir: Range | null;
  /** Attenuation of the path relative to DC at a frequency, dB with its ends. */
  attenuation: (frequency: Range) => Range;
  /** The same at the nominal board, for what asks at very many frequencies. */
  falls: (frequency: number) => number;
}

/**
 * Figures that a wire carries where it is no voltage: a flow (m³/s); inductance without bias (H), resistance (Ω), the current
 * at which it saturates (A), the share of inductance lost there, and the current that heats it to its limit (A); a current that is switched (A), the
 * voltage it is switched at, as its load is told, and the step of the node (V).
 */
export const SIGNAL_FIGURES = ['flow', 'inductance', 'windingResistance', 'saturation', 'rollOff', 'heats', 'current', 'switched', 'step'] as const;
export type SignalFigure = (typeof SIGNAL_FIGURES)[number];

/**
 * Figures that go up such a wire: what the switches of a bridge ask of their gate drive (V/s, V, °C); what passes beside an
 * open switch (A); what flows in a wound inductor, direct and peak to peak (A), how often (Hz), and what of its heat whoever
 * takes it counts already (W); what a tank draws of a bridge (A rms), what flows as that switches (A), and the power (W).
 */
export const SIGNAL_ASKS = ['slope', 'bus', 'junction', 'leakage', 'direct', 'swing', 'repetition', 'counted', 'drawn', 'turned', 'taken'] as const;
export type SignalAsk = (typeof SIGNAL_ASKS)[number];

/** What arrives at a stage, by input. */
export type Incoming = Readonly<Record<string, SignalDown | undefined>>;

/** What a signal fills: downwards for an input, backwards for an output. */
type SignalFill =
  | 'voltage'
  | 'low'
  | 'high'
  | 'nominal'
  | 'amplitude'
  | 'sourceResistance'
  | 'noise'
  | 'ripple'
  | 'rippleFrequency'
  | 'clock'
  | 'duty'
  | 'dataChannels'
  | 'dataRate'
  | 'dataBits'
  | 'loadResistance'
  | 'bias'
  | 'fullScale'
  | 'resolution'
  | 'maximum'
  | 'attenuationFrequency'
  | 'sampleRate'
  | SignalFigure
  | SignalAsk;
type SignalBack = 'loadResistance' | 'bias' | 'fullScale' | 'resolution' | 'maximum' | 'attenuationFrequency' | 'sampleRate' | SignalAsk;

/**
 * What is on a wire that is no signal: when something happens (s), readings, a flow of air, what a wound inductor is, what a
 * driver and its power switches know of each other, a current that is switched.
 */
export type Carries = 'event' | 'readings' | 'air' | 'winding' | 'gate' | 'switched';

interface SignalPortOf<N extends string> {
  /** What it carries instead of a voltage: it has no level to draw, and only another such port hears it. */
  carries?: Carries;
  /** Whether the stage has this port with what is chosen; it always has where nothing is said. */
  exists?: (given: Given) => boolean;
  fills: Readonly<Partial<Record<SignalFill, N>>>;
}

/** An input: it fills what arrives, and carries back how it loads and what it stands. */
export interface Hears<N extends string = string> extends SignalPortOf<N> {
  role: 'in';
  back?: Readonly<Partial<Record<SignalBack, Ref<N>>>>;
  /** A chain ends here: the outcomes or givens that say where it clips, what one step of it is, and the noise it reads. */
  ends?: Readonly<{
    clips?: N;
    lsb?: N;
    noise?: N;
    /** Of that noise what the end makes itself, V rms. */
    own?: (c: Judged) => number | null;
    /** Somebody hears it: noise is weighted as ears do too. */
    heard?: true;
  }>;
  /** Fields that the path so far fills, from `incoming`. */
  path?: Readonly<Partial<Record<N, (incoming: SignalDown, range: (ref: string) => Range | null) => number | Range | null>>>;
  down?: undefined;
  attenuation?: undefined;
}

/** An output: what it makes of what came in at each input; an input that nothing drives is not there. */
export interface Speaks<N extends string = string> extends SignalPortOf<N> {
  role: 'out';
  down?: (c: Judged, incoming: Incoming) => Partial<SignalDown>;
  /** Own attenuation from each input it hears, relative to DC, dB at a frequency: a function of the inputs. */
  attenuation?: Readonly<Record<string, (x: AnyInputs, env: AnyInputs, frequency: number) => number>>;
  back?: undefined;
  ends?: undefined;
  path?: undefined;
}

export type SignalPort<N extends string = string> = Hears<N> | Speaks<N>;

/** One step of the working. `expression` evaluated with `values` gives `result`. */
export interface Step {
  title: string;
  expression: string;
  values: Readonly<Record<string, { value: number; unit: Unit }>>;
  result: { name: string; value: number; unit: Unit };
  outcome?: string;
  source: string;
}

/** A plot without its points. */
export interface Plot {
  id: string;
  title: string;
  x: { label: string; unit: Unit; log: boolean; from: number; to: number };
  y: { label: string; unit: Unit; log?: boolean };
  points: number;
  /** Marks worth a line: limits, corners. */
  marks: { axis: 'x' | 'y'; value: number; label: string; limit?: boolean }[];
}

export interface Curve extends Plot {
  /** The curve's value at x for the inputs as they stand. */
  at: (x: number) => number;
}

/** The stage as a circuit, and what the solver is to confirm. */
export interface Simulation {
  elements: readonly Element[];
  /** The node that matters. */
  out: string;
  /** Range worth a sweep, Hz. */
  band: readonly [from: number, to: number];
  /** A transient worth seeing: how long, and from where. */
  time: { stop: number; start?: 'operating-point' | 'rest' };
  /** Outcomes the solver gives as well. */
  confirms: Readonly<Record<string, (bench: Bench) => Measured>>;
  /** Why a figure may differ by more than five percent. */
  differs?: Readonly<Record<string, string>>;
}

export interface BringUpStep {
  id: string;
  act: 'fit' | 'feed' | 'probe';
  title: string;
  /** What to do, in plain words. */
  text: string;
  /** Feed: the bench supply's setting and current limit. */
  feed?: { volts: number; amps: number };
  /** The test point that the probe is at, where it is one: a port of the stage or a node of its own. */
  at?: string;
  /** The outcome that is read. */
  of?: string;
  /** Probe: where, and the window the reading must fall in. */
  expect?: { point: string; unit: Unit; low: number; nominal: number; high: number };
}

/** A place at a voltage. */
export interface Live {
  volts: number;
  what: string;
  mains?: boolean;
  alternates?: boolean;
}

/** A load that is switched: what another way of switching it has to know. */
export interface SwitchedLoad {
  volts: number;
  amps: number;
  alternates: boolean;
  henries: number;
}
/** What one way of doing a job costs, beside its margins; null where nobody knows. */
export interface WayCosts {
  heat: number | null;
  area: number | null;
  cost: number | null;
  years: number | null;
  leakage: number | null;
  fails: string;
}
/** A job that several kinds do. */
export interface Serves<X = AnyInputs> {
  task: 'switched load';
  load: (x: X) => SwitchedLoad;
  /** Ways of this kind, with the givens that make each of them for a load; null where it cannot do it. */
  ways: readonly { title: string; given: (load: SwitchedLoad) => Given | null }[];
  costs: (x: X, out: (name: string) => number | null) => WayCosts;
}

/** A first power-up that risks least: what is seen without the bus, then from a low bus through a limit up to the full one. */
export interface FirstPower {
  logic: string;
  gates: string;
  /** V and A of the first steps with a bus, and the full bus. */
  low: number;
  limit: number;
  full: number;
  /** What to look at on every step. */
  look: string;
}

/** Something that is plugged in, pulled at, looked at, or stands between the world and the rest. */
export type Meeting = 'connector' | 'cable' | 'light' | 'protection';

/** What a stage assumes of a printed board: finished copper, narrowest track and gap, smallest hole and board thickness, m; layers. */
export interface Copper {
  thickness?: number;
  track?: number;
  gap?: number;
  hole?: number;
  board?: number;
  layers?: number;
}

/** A device whose junction is judged, and what lies between it and the air. The names are outcomes, givens or parameters. */
export interface WarmDevice<N extends string = string> {
  part: string;
  /** The check that judges the junction. */
  check: string;
  dissipation: N;
  junction: N;
  limit: N;
  junctionToCase?: N;
  caseToSink?: N;
  /** The given with the resistance from sink to air: a heatsink stage fills it when the device is mounted there. */
  sink?: N;
}

/** A stage that takes up the heat of others and gives them its temperature: an enclosure, or a heatsink with places for devices. */
export type Shelter = { link: 'inside'; heat: string; hottest: string; temperature: string } | { link: 'mount'; slots: readonly string[]; temperature: string };

/** What a stage does with a pin of the controller. */
export interface PinUse {
  /** Out of the controller, into it, both by an open drain, read as a voltage, or one of the two of a crystal. */
  is: 'output' | 'input' | 'open drain' | 'analog' | 'crystal';
  title: string;
  /** What the pin has to be able to do. */
  needs?: (x: AnyInputs) => PinAbility;
  /** With these choices the stage has no such pin. */
  unless?: (x: AnyInputs) => boolean;
  /** What the board brings to the pin, V: its lowest and highest; null where it is not known. */
  level?: (c: Judged) => Range | null;
  /** What the pin carries, A. */
  current?: (c: Judged) => Range | null;
  /** Nobody hears it where it is on no pin: an alarm, a reset. */
  heard?: true;
}

/** What a kind has to do with the controller: figures of it that are its givens, and the pins it takes. */
export interface OnController<N extends string = string> {
  takes: Readonly<Partial<Record<ControllerFigure | 'supply', N>>>;
  /** With these choices it takes none of its figures. */
  unless?: (given: Given) => boolean;
  uses: Readonly<Record<string, PinUse>>;
}

/** Points that a calibration needs to take an error away; null: none does. */
export type RemovedBy = 1 | 2 | 3 | null;

/** What a reading is wrong by: half its width, either way, in the unit of what is measured. */
export interface ErrorTerm {
  name: string;
  amount: number;
  removedBy: RemovedBy;
}

/** What a stage adds to the error of a reading. */
export interface Acquires<N extends string = string> {
  /** Of what is measured. */
  unit: Unit;
  /** An outcome that is its error, and how many of the unit it counts: what each input adds is asked of it. */
  error?: readonly [outcome: N, times: number];
  /** What takes away what an input adds, by the beginning of its path; nothing where it is not listed. */
  removes?: Readonly<Record<string, RemovedBy>>;
  /** Inputs of its own converter, which do not count where another stage converts. */
  own?: readonly string[];
  /** What its error outcome does not hold. */
  terms?: (c: Judged) => ErrorTerm[];
  /** One step of its own converter, in the unit. */
  lsb?: (c: Judged) => number | null;
  /** Volts at its output for one of the unit, where another stage converts. */
  per?: (c: Judged) => number | null;
  /** Rms, in the unit. */
  noise?: (c: Judged) => number | null;
  /** How often it is read, Hz: an outcome or given. */
  rate?: N;
  /** How far what folds back is taken down, dB: an outcome. */
  alias?: N;
}

export interface Sizing {
  /** Nominal values of givens and links. */
  given: Readonly<Record<string, never>>;
  /** Buyable values of a part between two bounds; the value alone when it is already chosen. */
  candidates: (slot: string, low: number, high: number) => number[];
  tolerance: (slot: string) => number;
  series: (slot: string) => Series;
  /** The part is to be chosen. */
  open: (slot: string) => boolean;
  /** The value a part has already; 0 where it has none. */
  value: (slot: string) => number;
  /** The stricter end of an upper limit among the givens; null when nobody gave one. */
  limit: (name: string) => number | null;
  param: (ref: string) => Range;
  range: (ref: string) => Range;
  ambient: Range;
  derating: number;
  /** What a margin must have to spare to be called ok. */
  comfort: number;
}
/** One way to fill the open parts, the best first. `why` says what it is good for. */
export interface Offer {
  values: Record<string, number>;
  why: string;
  join?: Record<string, 'series' | 'parallel'>;
  /** Ratings of the parts chosen, `L1.saturationCurrent`: the smallest in stock that pass, where nobody named one. */
  ratings?: Record<string, number>;
}

export interface Refusal {
  /** Below the stage: `given.outputVoltage`. */
  path: string;
  message: string;
}

type Keys<T> = keyof T & string;
type PartNames<P> = { [S in Keys<P>]: P[S] extends { params: infer Q } ? `${S}.value` | `${S}.${Keys<Q>}` : `${S}.value` }[Keys<P>];
/** Every figure of a kind by its name: outcomes, givens, what links carry, parts' values and parameters. */
export type NameIn<G, P, O, C> = Keys<G> | Keys<O> | Keys<C> | `given.${Keys<G>}` | PartNames<P> | 'ambient';

export interface KindDef<G extends Fields = Fields, P extends PartDefs = PartDefs, O extends OutcomeDefs = OutcomeDefs, C extends Fields = Fields> {
  id: string;
  family: string;
  title: string;
  aliases: readonly string[];
  purpose: string;
  given: G;
  parts: P;
  outcomes: O;
  /** Fields that only links fill. */
  carried: C;
  /** What only the designer knows, with a usual value: left out, a must stays open on purpose. */
  asks?: Readonly<Record<string, number | boolean | string>>;
  /** Combinations of typed values that make no sense. `linked` names fields a link will fill. */
  refuse?: (x: Inputs<G, P, C>, linked: ReadonlySet<string>) => Refusal[];
  size?: (s: Sizing, x: Inputs<G, P, C>) => Offer[];
  evaluate: (x: Inputs<G, P, C>, env: Env<G, P, C>) => Results<O>;
  /** Ends that lie outside the region where the formulas hold, once all ends are known. */
  region?: (c: Judged) => { outside: readonly { outcome: string; ends: readonly ('nominal' | 'low' | 'high')[] }[]; reason: string } | null;
  /** The sort of generic devices whose parameters are givens here: a cell. */
  takes?: { sort: DeviceSort; given: readonly string[] };
  checks: Readonly<Record<string, CheckDef<keyof NoInfer<O> & string>>>;
  /** Checks to mend first where results have no value, the most likely cause first: the others then only say so. */
  mendFirst?: readonly string[];
  rails: Readonly<Record<string, RailPort<NameIn<NoInfer<G>, NoInfer<P>, NoInfer<O>, NoInfer<C>>>>>;
  signals: Readonly<Record<string, SignalPort<NameIn<NoInfer<G>, NoInfer<P>, NoInfer<O>, NoInfer<C>>>>>;
  /** What it adds to the error of a reading. */
  acquires?: Acquires<NameIn<NoInfer<G>, NoInfer<P>, NoInfer<O>, NoInfer<C>>>;
  /** What hangs on the controller of the board. */
  controller?: OnController<NameIn<NoInfer<G>, NoInfer<P>, NoInfer<O>, NoInfer<C>>>;
  /** All heat on the board, per copy and place, W, at nominal in a state. */
  heat?: (x: Inputs<G, P, C>, o: Record<string, number>, state: StateId, copies: number) => Record<string, number>;
  /** Its devices that get warm. */
  warm?: readonly WarmDevice<NameIn<NoInfer<G>, NoInfer<P>, NoInfer<O>, NoInfer<C>>>[];
  shelter?: Shelter;
  /** Starts at a time of its own: what the other starters on the same rail draw meanwhile fills `before`. Names are outcomes. */
  startUp?: Readonly<Record<'start' | 'ready' | 'inrush' | 'running' | 'before', NameIn<NoInfer<G>, NoInfer<P>, NoInfer<O>, NoInfer<C>>>>;
  /** A voltage on it that can hurt: where, how much (rms where it alternates), and whether it is mains; null where none can. */
  live?: (x: Inputs<G, P, C>, out: (name: string) => number | null) => Live | null;
  /** It stands between a voltage that can hurt and people: how, and who confirmed it. */
  separates?: (x: Inputs<G, P, C>) => { insulation: string; by: string | null };
  /** A job that other kinds can do too: ways to do it side by side, and what each costs. */
  serves?: Serves<Inputs<G, P, C>>;
  /** Switches that are dear and burst: how they are fed for the first time. */
  firstPower?: (c: Judged<Inputs<G, P, C>>) => FirstPower;
  /** Not inside the board's enclosure unless the stage says so: a panel in the sun. */
  outdoors?: true;
  /** Power taken from outside the board (a source), W per copy at nominal in a state; `drawn` is what its rails give then, A. */
  source?: (x: Inputs<G, P, C>, o: Record<string, number>, state: StateId, drawn: number) => number;
  /** Part of its power comes from a drive that is on no rail: as much as its rails do not bring. */
  driven?: true;
  /** A store of energy: the outcomes that say how long it lasts (s) and what it gives on average (A). */
  lasts?: { time: keyof O & string; current: keyof O & string };
  /** What of it meets people and the world, so that it is looked at before an order. */
  meets?: readonly Meeting[];
  /** What is bought with it though no part of its circuit stands for it: a transformer, a panel, a case. */
  buys?: (x: Inputs<G, P, C>) => readonly { slot: string; title: string }[];
  /** What it assumes of the board's copper. */
  copper?: (x: Inputs<G, P, C>) => Copper;
  /** What only a person can see to; with `given` that field says so too: yes, or who it was. */
  confirm: readonly { id: string; text: string; given?: keyof NoInfer<G> & string; when?: (x: Inputs<G, P, C>) => boolean }[];
  cautions: readonly string[];
  /** Searched beside title, aliases and purpose. */
  group: 'Supply' | 'Signal' | 'Conversion' | 'Load' | 'Heat';
}

/** Any kind, as the registry and the readers see it. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- a kind's own types cannot be named by readers that serve all kinds
export type Kind = KindDef<any, any, any, any>;

/** Declares a kind with the types of its fields derived from its data. */
export const defineKind = <const G extends Fields, const P extends PartDefs, const O extends OutcomeDefs, const C extends Fields = Record<never, never>>(
  kind: Omit<KindDef<G, P, O, C>, 'carried'> & { carried?: C },
): KindDef<G, P, O, C> => ({ carried: {} as C, ...kind });
