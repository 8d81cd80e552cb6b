import { S as toRange, g as defineKind, i as formatText, v as exactly, x as scaleRange, y as hasSpread } from "./format.js";
// src/core/board/stage-inputs.ts
/** Values a part has before anything was sized. */
var PROVISIONAL = {
	resistor: 1e3,
	capacitor: 1e-7,
	inductor: 1e-4,
	device: 0
};
/**
* Lays out a stage's inputs: links before typed before default. Units are those of the fields.
* @throws nothing; the document has been validated
*/
function stageInputs(kind, stage, links, ambient, chosen) {
	const inputs = [];
	const fields = /* @__PURE__ */ new Map();
	const put = (target, key, path, range) => {
		target[key] = range.nominal;
		fields.set(path, range);
		if (hasSpread(range)) inputs.push({
			path,
			target,
			key,
			...range
		});
	};
	const given = {};
	for (const [name, field] of Object.entries(kind.given)) {
		const value = fieldValue(field, stage.given?.[name], links.get(name));
		if (isRange(value)) put(given, name, `given.${name}`, value);
		else given[name] = value;
	}
	const carried = {};
	for (const [name, field] of Object.entries(kind.carried)) {
		const value = fieldValue(field, void 0, links.get(name));
		if (isRange(value)) put(carried, name, `carried.${name}`, value);
		else carried[name] = value;
	}
	const x = {
		given,
		parts: {},
		carried
	};
	const own = stage.given?.ambient;
	put(x, "ambient", "ambient", typeof own === "number" || own && typeof own === "object" && "nominal" in own ? toRange(own) : ambient);
	const parts = [];
	for (const [slot, def] of Object.entries(kind.parts)) {
		const part = resolvePart(slot, def, stage, given, ambient, chosen);
		parts.push(part);
		const node = {
			value: part.value,
			join: part.join
		};
		if (part.range) put(node, "value", `parts.${slot}.value`, part.range);
		for (const [name, field] of Object.entries(def.params ?? {})) {
			const value = fieldValue(field, stage.parts?.[slot]?.[name], void 0);
			if (isRange(value)) put(node, name, `parts.${slot}.${name}`, value);
			else node[name] = value;
		}
		x.parts[slot] = node;
	}
	return {
		x,
		inputs,
		parts,
		fields
	};
}
var isRange = (v) => typeof v === "object" && v !== null && "low" in v;
/** A number as a range, anything else as it is. Open circuits become Infinity. */
function fieldValue(field, typed, link) {
	if (field.type !== "number") return typed ?? field.default;
	const number = (v) => v === null ? field.open ? Infinity : null : toRange(v);
	if (link !== void 0 && link !== null) return Number.isFinite(link.nominal) ? link : field.open ? Infinity : null;
	return number(typed === void 0 ? field.default : typed);
}
/** Whether a part is typed, left out, or to be sized. [Engineering contract 10, Values] */
function isOpen(def, named, value) {
	if (def.type === "device") return false;
	if (named) return value === void 0 || value === null && !def.optional && !def.zero;
	return def.default === void 0 && !def.optional;
}
function resolvePart(slot, def, stage, given, ambient, chosen) {
	const doc = stage.parts?.[slot];
	const typed = doc?.value;
	const series = doc?.series ?? def.series ?? "E24";
	const join = chosen?.join?.[slot] ?? doc?.join ?? "series";
	const unneeded = def.type === "device" || def.needed && !def.needed(given);
	const open = !unneeded && isOpen(def, doc !== void 0, typed);
	const none = {
		slot,
		def,
		value: null,
		range: null,
		tolerance: 0,
		series,
		join,
		sized: false,
		open: false
	};
	if (unneeded) return none;
	const picked = chosen?.values[slot];
	if (open || picked !== void 0 && typed === void 0) {
		const tolerance = doc?.tolerance ?? def.tolerance ?? 0;
		const value = picked ?? PROVISIONAL[def.type];
		return {
			slot,
			def,
			value,
			range: spreadOf(value, tolerance, doc?.tempco, ambient),
			tolerance,
			series,
			join,
			sized: true,
			open: true
		};
	}
	if (doc === void 0 && def.default !== void 0) {
		const tolerance = def.tolerance ?? 0;
		return {
			...none,
			value: def.default,
			range: spreadOf(def.default, tolerance, void 0, ambient),
			tolerance
		};
	}
	if (typed === void 0 || typed === null) return def.zero && doc !== void 0 ? {
		...none,
		value: 0,
		range: exactly(0)
	} : none;
	const tolerance = doc?.tolerance ?? 0;
	const nominal = toRange(typed).nominal;
	const range = typeof typed === "number" ? spreadOf(typed, tolerance, doc?.tempco, ambient) : toRange(typed);
	return {
		...none,
		value: nominal,
		range,
		tolerance
	};
}
/** Tolerance, widened over the ambient range by the temperature coefficient, referred to the nominal ambient. */
function spreadOf(value, tolerance, tempco, ambient) {
	const span = Math.max(ambient.high - ambient.nominal, ambient.nominal - ambient.low);
	const share = tolerance + Math.abs(tempco ?? 0) * 1e-6 * span;
	return {
		nominal: value,
		low: value * (1 - share),
		high: value * (1 + share)
	};
}
// src/core/math/absent.ts
/**
* Why there is no number. `impossible`: the design cannot work there (a check on it fails). `missing`: something
* needed is not known (a check on it is unknown). `none`: there is nothing to compute (no capacitor, no pole).
*/
var Absent = class {
	sort;
	reason;
	constructor(sort, reason) {
		this.sort = sort;
		this.reason = reason;
	}
};
var impossible = (reason) => new Absent("impossible", reason);
var missing = (reason) => new Absent("missing", reason);
var none = (reason) => new Absent("none", reason);
var isAbsent = (value) => value instanceof Absent;
// src/core/physics/network.ts
/** Resistances in parallel, Ω. An open branch is Infinity; a zero branch shorts the rest. */
function parallel(...ohms) {
	if (ohms.includes(0)) return 0;
	return 1 / ohms.reduce((sum, r) => sum + 1 / r, 0);
}
/** Decibels of an amplitude ratio: 20·log10(ratio). */
var toDb = (ratio) => 20 * Math.log10(ratio);
/** Amplitude ratio of decibels. */
var fromDb = (db) => 10 ** (db / 20);
/** Attenuation of one pole in dB, positive: 10·log10(1 + (f/fc)²). // [Oppenheim] ch. 6, first-order systems */
var poleAttenuation = (frequency, corner) => 10 * Math.log10(1 + (frequency / corner) ** 2);
/** Time in time constants for an exponential to come within half an LSB of n bits: (n+1)·ln 2. */
var settlingConstants = (bits) => (bits + 1) * Math.LN2;
// src/core/physics/constants.ts
/** Boltzmann constant in J/K, exact. [SI] table 1 */
var BOLTZMANN = 1380649e-29;
/** Zero of the Celsius scale in K, exact. [SI] section 2.3.1 */
var ZERO_CELSIUS = 273.15;
// src/core/physics/noise.ts
/**
* Thermal noise density of a resistance, V/√Hz: √(4kTR). // [Johnson], [Nyquist]
* @param ohms resistance in Ω @param celsius its temperature in °C
*/
var thermalNoise = (ohms, celsius) => Math.sqrt(4 * BOLTZMANN * (celsius + ZERO_CELSIUS) * ohms);
/**
* Total thermal noise on a capacitor, V rms, whatever resistance feeds it: √(kT/C). // [Nyquist], equipartition
* @param farads capacitance in F @param celsius temperature in °C
*/
var capacitorNoise = (farads, celsius) => Math.sqrt(BOLTZMANN * (celsius + ZERO_CELSIUS) / farads);
// src/core/kinds/fields.ts
/** A number field. Above zero unless a bound is given; `any: true` lifts the sign. Default null: not known or not asked for. */
function num(unit, value, doc, bounds = {}) {
	const { any, ...rest } = bounds;
	const free = any || rest.min !== void 0 || rest.above !== void 0;
	return {
		type: "number",
		unit,
		default: value,
		...doc ? { doc } : {},
		...free ? rest : {
			above: 0,
			...rest
		}
	};
}
/** A resistance whose default is an open circuit. */
var openOhms = (doc) => ({
	type: "number",
	unit: "ohm",
	default: null,
	open: true,
	above: 0,
	...doc ? { doc } : {}
});
/** One of a few words. */
var choice = (choices, value, doc) => ({
	type: "choice",
	choices,
	default: value,
	...doc ? { doc } : {}
});
/** Yes or no. */
var flag = (value, doc) => ({
	type: "flag",
	default: value,
	...doc ? { doc } : {}
});
/** A list of numbers. */
var list = (unit, value, doc, more = {}) => ({
	type: "list",
	unit,
	default: value,
	...doc ? { doc } : {},
	...more
});
// src/core/kinds/conversion/adc-channel/calibration.ts
/**
* Least-squares line through calibration points. Every result is linear in the references, so each point's uncertainty
* √(u_ref² + (gain·u_read)²) propagates with its own weight. // [JCGM 100] 5.1.2 and H.3
* @throws nothing; the readings must not all be equal
*/
function fitLine(points) {
	const n = points.length;
	const mean = (f) => points.reduce((sum, p) => sum + f(p), 0) / n;
	const [x0, y0] = [mean((p) => p.reading), mean((p) => p.reference)];
	const sxx = points.reduce((sum, p) => sum + (p.reading - x0) ** 2, 0);
	const gain = points.reduce((sum, p) => sum + (p.reading - x0) * (p.reference - y0), 0) / sxx;
	const offset = y0 - gain * x0;
	const variances = points.map((p) => (p.referenceUncertainty ?? 0) ** 2 + (gain * (p.readingUncertainty ?? 0)) ** 2);
	const spread = (weight) => Math.sqrt(points.reduce((sum, p, i) => sum + weight(p) ** 2 * variances[i], 0));
	const uncertaintyAt = (reading) => spread((p) => 1 / n + (reading - x0) * (p.reading - x0) / sxx);
	return {
		gain,
		offset,
		gainUncertainty: spread((p) => (p.reading - x0) / sxx),
		offsetUncertainty: uncertaintyAt(0),
		residual: n < 3 ? null : Math.max(...points.map((p) => Math.abs(p.reference - gain * p.reading - offset))),
		uncertaintyAt
	};
}
/** Larger distance of the ambient range from the temperature of calibration, K. */
var ambientSpan = (ambient, calibrated) => Math.max(Math.abs(ambient.high - calibrated), Math.abs(ambient.low - calibrated));
/** The error terms at the measured voltage, V. // [IEEE 1241] terms; worst case by construction */
function errorTerms(g, r1, lsb, ambient, settlingError) {
	const v = Math.abs(g.measuredVoltage);
	const r = g.sourceResistance + r1;
	const dt = ambientSpan(ambient, g.calibrationTemperature);
	const term = (name, volts, removedBy = "never") => ({
		name,
		volts,
		removedBy
	});
	return [
		term("reference tolerance", v * g.referenceTolerance, "two-point"),
		term("reference drift", v * g.referenceDrift * 1e-6 * dt),
		term("gain error", v * g.gainError, "two-point"),
		term("gain drift", v * g.gainDrift * 1e-6 * dt),
		term("offset", Math.abs(g.offsetVoltage), "offset"),
		term("offset drift", Math.abs(g.offsetDrift) * dt),
		term("leakage", Math.abs(g.inputLeakage) * r, "offset"),
		term("loading of the source", v * (Number.isFinite(g.inputResistance) ? r / (r + g.inputResistance) : 0), "two-point"),
		term("nonlinearity", g.inl * lsb),
		term("quantisation", lsb / 2),
		term("settling", settlingError)
	];
}
/** What is left after the chosen calibration, with the uncertainty of the fit where points are given. */
function calibrated(g, terms) {
	const left = terms.filter((t) => t.removedBy === "never" || g.calibration === "none" || g.calibration === "offset" && t.removedBy === "two-point");
	if (g.calibration !== "two-point" || g.calibrationPoints.length === 0) return left;
	const fit = fitLine(g.calibrationPoints);
	return [...left, {
		name: "calibration",
		volts: fit.uncertaintyAt(Math.abs(g.measuredVoltage)),
		removedBy: "never"
	}];
}
var extremeSum = (terms) => terms.reduce((sum, t) => sum + t.volts, 0);
var rootSum = (terms) => Math.hypot(...terms.map((t) => t.volts));
/**
* Error left when the converter takes its sample, V.
* SAR with a capacitor: charge shared with the sampling capacitor each period, in the periodic steady state; without:
* the sampling capacitor charges through everything. Sigma-delta: a step after the conversions allowed for it.
*/
function settling(g, n, fullScale) {
	const r = g.sourceResistance + n.r1;
	if (g.converter === "sigma-delta") {
		const tau = r * (n.c1 || (n.reservoir ? n.reservoir : 0));
		return g.kickbackStep === 0 || tau === 0 ? 0 : g.kickbackStep * Math.exp(-g.settleCycles / (g.sampleRate * tau));
	}
	const period = 1 / g.sampleRate;
	if (g.acquisitionTime >= period) return TOO_FAST;
	const step = g.kickbackStep || fullScale;
	if (n.c1 > 0) return shared(step, r, n.c1, n.samplingCapacitor, g.acquisitionTime, period);
	const through = (ohms) => step * Math.exp(-g.acquisitionTime / (ohms * n.samplingCapacitor));
	if (n.reservoir > 0) return through(n.r1 + n.switchResistance) + shared(step, g.sourceResistance, n.reservoir, n.samplingCapacitor, g.acquisitionTime, period);
	return through(r + n.switchResistance);
}
function shared(step, ohms, farads, sampling, acquisition, period) {
	if (ohms === 0) return 0;
	const during = Math.exp(-acquisition / (ohms * (farads + sampling)));
	const all = during * Math.exp(-(period - acquisition) / (ohms * farads));
	return during * step * sampling / (farads + sampling) / (1 - all * farads / (farads + sampling));
}
var TOO_FAST = impossible("the acquisition time does not fit into one period of the sample rate");
/** Rejection of a sinc filter of some order at a frequency, dB. // [Oppenheim] ch. 4 */
function sincRejection(frequency, rate, order) {
	const u = Math.PI * frequency / rate;
	return u === 0 ? 0 : Math.min(160, -20 * order * Math.log10(Math.abs(Math.sin(u) / u)));
}
/** Rejection of the plain average of n samples at a frequency, dB. */
function averageRejection(frequency, rate, n) {
	const u = Math.PI * frequency / rate;
	const top = Math.abs(Math.sin(n * u));
	const bottom = n * Math.abs(Math.sin(u));
	if (n === 1 || bottom < 1e-12) return 0;
	return Math.min(160, -20 * Math.log10(top / bottom));
}
/** Noise bandwidth of a sinc filter of order 1–4 in data rates. // [Schreier] sinc filters */
var SINC_BANDWIDTH = [
	1 / 2,
	1 / 3,
	11 / 40,
	151 / 630
];
function noiseBandwidth(g, n, path) {
	const r = g.sourceResistance + n.r1;
	const rc = n.c1 > 0 ? 1 / (4 * Math.max(r, n.switchResistance * Number(r === 0)) * n.c1) : 1 / (4 * (r + n.switchResistance) * n.samplingCapacitor);
	const own = g.converter === "sar" ? rc : Math.min(n.c1 > 0 && r > 0 ? rc : Infinity, g.sampleRate * (SINC_BANDWIDTH[g.filterOrder - 1] ?? .5));
	return Math.min(own, path ?? Infinity);
}
/** Sum of a value that may be absent and terms. */
var withSettling = (settled, f) => isAbsent(settled) ? settled : f(settled);
// src/core/kinds/words.ts
/** A value in a sentence: three digits, unit, "unknown" where there is none. */
var say = (value, unit) => value === null || value === void 0 || !Number.isFinite(value) ? "unknown" : formatText(value, unit, 3);
/** The nominal of an outcome in a sentence or a figure. */
var sayOut = (c, name, unit) => say(c.nominal(name), unit);
/** A part's value for a figure, "not fitted" where there is none. */
var sayPart = (value, unit) => value === null || value === void 0 ? "not fitted" : value === 0 && unit === "F" ? "none" : formatText(value, unit, 4);
/** A number with its unit, as a working step shows it. */
var q = (value, unit) => ({
	value,
	unit
});
// src/core/kinds/conversion/adc-channel/bring-up.ts
/** Noise with the input shorted, then the offset. */
function bringUp$1(c) {
	const noise = c.out("inputNoise");
	const offset = Math.abs(c.must("offsetVoltage").high) + Math.abs(c.must("offsetDrift").high) * Math.abs(c.env.ambient.high - c.must("calibrationTemperature").nominal) + c.nominal("lsb");
	const [low, high] = [.1, .9].map((share) => share * c.nominal("fullScale"));
	return [
		{
			id: "fit",
			act: "fit",
			title: "Fit the input network",
			text: "Solder R1 and C1 and the converter. Look for bridges between its pins."
		},
		{
			id: "noise",
			act: "probe",
			title: "Noise with the input shorted",
			text: "Short the input to its ground. Log 1000 readings: their rms deviation.",
			...noise.nominal === null || noise.high === null ? {} : { expect: {
				point: "log of 1000 readings",
				unit: "V",
				low: 0,
				nominal: noise.nominal,
				high: 1.5 * noise.high
			} }
		},
		{
			id: "offset",
			act: "probe",
			title: "Offset with the input shorted",
			text: "The mean of the same log.",
			expect: {
				point: "mean of the log",
				unit: "V",
				low: -offset,
				nominal: 0,
				high: offset
			}
		},
		{
			id: "points",
			act: "probe",
			title: "Two known voltages",
			text: `Apply ${say(low, "V")} and ${say(high, "V")} with a good meter in parallel, and enter both pairs as calibration points.`
		}
	];
}
// src/core/quantity/preferred.ts
/**
* Preferred numbers of IEC 60063:2015. E3, E6 and E12 are every 8th, 4th and 2nd of E24, which is a table;
* E48, E96 and E192 are the geometric series rounded to three digits, with 9.20 where rounding gives 9.19.
*/
var SERIES = [
	"E3",
	"E6",
	"E12",
	"E24",
	"E48",
	"E96",
	"E192"
];
var E24 = [
	1,
	1.1,
	1.2,
	1.3,
	1.5,
	1.6,
	1.8,
	2,
	2.2,
	2.4,
	2.7,
	3,
	3.3,
	3.6,
	3.9,
	4.3,
	4.7,
	5.1,
	5.6,
	6.2,
	6.8,
	7.5,
	8.2,
	9.1
];
function build(series) {
	const count = Number(series.slice(1));
	if (count <= 24) return E24.filter((_, i) => i % (24 / count) === 0);
	return Array.from({ length: count }, (_, i) => {
		const value = Number((10 ** (i / count)).toFixed(2));
		return value === 9.19 ? 9.2 : value;
	});
}
var DECADES = Object.fromEntries(SERIES.map((s) => [s, build(s)]));
/** Decimal, not binary: 4.7e-7 as a person writes it, so that equal values compare equal. */
var at = (mantissa, decade) => Number(`${mantissa}e${decade}`);
/** All values of a series from `low` to `high`, both included, ascending. SI units of the part. */
function seriesBetween(series, low, high) {
	const values = [];
	for (let decade = Math.floor(Math.log10(low)) - 1; decade <= Math.ceil(Math.log10(high)); decade++) for (const mantissa of DECADES[series]) {
		const value = at(mantissa, decade);
		if (value >= low * (1 - 1e-9) && value <= high * (1 + 1e-9)) values.push(value);
	}
	return values;
}
/** The next value above (`direction` 1) or below (−1); a value between two goes to the nearer neighbour on that side. */
function nudge(value, series, direction) {
	const around = seriesBetween(series, value / 20, value * 20);
	return (direction > 0 ? around.find((v) => v > value * (1 + 1e-9)) : around.findLast((v) => v < value * (1 - 1e-9))) ?? value;
}
/** The smallest value of the series at or above `value`. */
var nextAbove = (value, series) => seriesBetween(series, value, value * 20)[0] ?? value;
/** The largest value of the series at or below `value`. */
var nextBelow = (value, series) => seriesBetween(series, value / 20, value).at(-1) ?? value;
// src/core/kinds/conversion/adc-channel/checks.ts
function largestTerm(c) {
	const g = c.x.given;
	return calibrated(g, errorTerms(g, c.x.parts.R1.value, c.nominal("lsb"), c.env.ambient, c.nominal("settlingError") ?? 0)).reduce((a, b) => b.volts > a.volts ? b : a);
}
var accuracy = (value) => ({
	title: "accuracy",
	value,
	sense: "atMost",
	limit: (c) => c.range("errorLimit"),
	from: "allowed error of a reading",
	severity: "should",
	help: (c) => {
		if (c.nominal("settlingError") === null) return "Lower the sample rate or shorten the acquisition until one fits into the other.";
		const top = largestTerm(c);
		const cure = top.removedBy === "two-point" ? "A two-point calibration takes it away." : top.removedBy === "offset" ? "An offset calibration takes it away." : "Calibration cannot take it away: choose a better grade for it.";
		return `The largest term is ${top.name} with ${say(top.volts, "V")}. ${cure}`;
	}
});
var checks$4 = {
	range: {
		title: "use of the range",
		value: "rangeUse",
		sense: "atMost",
		limit: () => 1,
		from: "the full scale chosen",
		severity: "must",
		help: (c) => {
			const g = c.x.given;
			const peak = (c.out("rangeUse").high ?? 1) * c.nominal("fullScale");
			const next = [...g.ranges].sort((a, b) => a - b).find((fs) => fs >= peak);
			if (!g.bipolar && c.must("signalLow").low < 0) return "Codes stop at zero: shift the signal up, or use a bipolar converter.";
			return next ? `The range ${say(next, "V")} holds it.` : `No range holds ${say(peak, "V")}: divide the signal by ${say(peak / c.nominal("fullScale"), "")} before the input.`;
		}
	},
	"supply-headroom": {
		title: "signal within the supply",
		value: "signalPeak",
		sense: "atMost",
		limit: (c) => c.range("supplyVoltage"),
		from: "the pin must stay inside its rails",
		severity: "must",
		help: (c) => `A full scale above the supply is arithmetic, not permission. Keep the highest signal under ${say(c.must("supplyVoltage").low, "V")}.`
	},
	accuracy: {
		...accuracy("errorExtreme"),
		value: (c) => c.out(c.x.given.calibration === "none" ? "errorExtreme" : "errorCalibrated"),
		unit: "V"
	},
	settling: {
		title: "settling",
		value: "settlingErrorLsb",
		sense: "atMost",
		limit: () => .5,
		from: "half an LSB",
		severity: "should",
		help: (c) => {
			const g = c.x.given;
			if (g.converter === "sigma-delta") return "Allow more conversions for the step, or take a smaller R1 or C1.";
			const need = 2 ** (g.resolution + 1) * c.must("U1.samplingCapacitor").high;
			const own = c.x.parts.C1.value;
			const farads = own || c.x.carried.reservoir || c.must("U1.samplingCapacitor").high;
			const ohms = c.must("sourceResistance").high + (own > 0 ? c.must("R1.value").high : 0);
			return `${farads < need ? `C1 of ${say(nextAbove(need / .9, "E6"), "F")} holds half an LSB. ` : ""}Sampling at ${say(1 / (ohms * farads * Math.LN2 * (g.resolution + 1)), "Hz")} or less lets the capacitor recover; a lower source resistance, a buffer, or reading twice and discarding the first would also do.`;
		}
	},
	"alias-corner": {
		title: "corner against aliasing",
		value: "aliasCornerRatio",
		sense: "atMost",
		limit: () => 1,
		from: "half the data rate",
		applies: (c) => c.nominal("aliasCornerRatio") !== null,
		severity: (c) => c.x.given.converter === "sigma-delta" ? "note" : "should",
		help: (c) => `This RC does not prevent aliasing. A corner under ${say(c.must("sampleRate").low / 2, "Hz")}, sampling ${say(c.out("aliasCornerRatio").high, "")} times faster and averaging, or a source that has nothing there.`
	},
	"alias-rejection": {
		title: "alias rejection",
		value: "aliasRejection",
		sense: "atLeast",
		limit: (c) => c.range("aliasRejection"),
		from: "wanted rejection of what folds into the band",
		severity: "should",
		help: (c) => {
			const alias = c.must("sampleRate").low - c.must("signalBandwidth").high;
			const wanted = c.must("aliasRejection").high;
			const corner = alias / Math.sqrt(10 ** (wanted / 10) - 1);
			const twoPoles = alias / Math.sqrt(10 ** (wanted / 20) - 1);
			return `One pole at ${say(corner, "Hz")} reaches it, two poles at ${say(twoPoles, "Hz")} each; a higher data rate moves the alias away.`;
		}
	},
	interference: {
		title: "mains rejection",
		value: "interferenceRejection",
		sense: "atLeast",
		limit: (c) => c.range("interferenceRejection"),
		from: "wanted rejection of mains hum",
		severity: "should",
		help: (c) => {
			const f = c.must("interferenceFrequency").nominal;
			const n = Math.max(1, Math.round(c.must("sampleRate").nominal / f));
			const spread = c.must("sampleRate");
			const blunt = spread.high > spread.low ? " The tolerance of the rate blunts the null: a crystal keeps it deep." : "";
			return c.x.given.converter === "sar" ? `Average ${n} readings, or a whole multiple, so that whole mains periods are covered.${blunt}` : `A data rate that divides ${say(f, "Hz")} puts a null on it (10 per second nulls 50 and 60 Hz).${blunt}`;
		}
	},
	"noise-free": {
		title: "noise-free bits",
		value: "noiseFreeBits",
		sense: "atLeast",
		limit: (c) => c.range("noiseFreeBits"),
		from: "wanted bits without noise",
		severity: "should",
		help: (c) => {
			const lack = c.must("noiseFreeBits").high - (c.out("noiseFreeBits").low ?? 0);
			return `Averaging ${Math.ceil(c.x.given.averages * 4 ** Math.max(lack, 0))} readings reaches it while noise dithers the converter; a smaller range or less source resistance also helps.`;
		}
	},
	"clamp-current": {
		title: "clamp current",
		value: "clampCurrent",
		sense: "atMost",
		limit: (c) => c.range("U1.inputCurrentLimit"),
		from: "input current rating of the converter",
		derated: true,
		severity: "must",
		help: (c) => {
			const least = Math.max(c.must("overVoltage").high - c.must("supplyVoltage").low - c.must("U1.clampDrop").low, -c.must("underVoltage").low - c.must("U1.clampDrop").low) / (.8 * c.must("U1.inputCurrentLimit").low);
			return `R1 of ${say(nextAbove(Math.max(1, least / .99), "E24"), "ohm")} or more, or external clamp diodes. Mind the error and the settling it adds.`;
		}
	}
};
// src/core/kinds/conversion/adc-channel/curves.ts
/** Rejection against frequency, with the nulls of the built-in filter or the average. */
function curves(x, env) {
	const { given: g, parts } = x;
	const nominal = env.nominal.given;
	const r = g.sourceResistance + parts.R1.value;
	const corner = r > 0 && parts.C1.value > 0 ? 1 / (2 * Math.PI * r * parts.C1.value) : null;
	const alias = Math.abs(nominal.sampleRate - nominal.signalBandwidth);
	return [{
		id: "rejection",
		title: "Rejection of this channel",
		x: {
			label: "frequency",
			unit: "Hz",
			log: true,
			from: Math.max(nominal.signalBandwidth / 10, nominal.sampleRate / 1e4),
			to: nominal.sampleRate * 3
		},
		y: {
			label: "rejection",
			unit: "dB"
		},
		points: 301,
		at: (f) => Math.min(100, (corner === null ? 0 : poleAttenuation(f, corner)) + (g.converter === "sigma-delta" ? sincRejection(f, g.sampleRate, g.filterOrder) : averageRejection(f, g.sampleRate, g.averages))),
		marks: [{
			axis: "x",
			value: alias,
			label: "aliases into the band",
			limit: true
		}, {
			axis: "x",
			value: nominal.interferenceFrequency,
			label: "mains"
		}]
	}];
}
// src/core/kinds/conversion/adc-channel/figure.ts
/** Source, input RC, clamps and the sampling switch of the converter. */
function figure$1(c) {
	const { parts, given: g } = c.x;
	return {
		width: 520,
		height: 200,
		title: "Source, series resistor, capacitor and the converter’s sampling switch",
		items: [
			{
				sym: "port",
				at: [60, 60],
				label: "in",
				value: `${say(g.signalLow, "V")} … ${say(g.signalHigh, "V")}`,
				side: "left"
			},
			{
				sym: "wire",
				points: [[60, 60], [120, 60]]
			},
			{
				sym: "resistor",
				id: "R1",
				at: [120, 60],
				dir: "right",
				label: "R1",
				value: sayPart(parts.R1.value, "ohm")
			},
			{
				sym: "wire",
				points: [[190, 60], [330, 60]]
			},
			{
				sym: "dot",
				at: [230, 60]
			},
			{
				sym: "wire",
				points: [[230, 60], [230, 70]]
			},
			{
				sym: "capacitor",
				id: "C1",
				at: [230, 70],
				dir: "down",
				label: "C1",
				value: sayPart(parts.C1.value, "F"),
				dashed: parts.C1.value === 0
			},
			{
				sym: "ground",
				at: [230, 140]
			},
			{
				sym: "block",
				id: "U1",
				at: [330, 20],
				size: [130, 80],
				label: `U1, ${g.resolution} bit`,
				value: `LSB ${sayOut(c, "lsb", "V")}`,
				pins: [{
					x: 330,
					y: 60,
					name: "in",
					side: "left"
				}]
			},
			{
				sym: "wire",
				points: [[395, 100], [395, 140]]
			},
			{
				sym: "ground",
				at: [395, 140]
			},
			{
				sym: "text",
				at: [330, 185],
				text: `full scale ${sayOut(c, "fullScale", "V")}`,
				value: true
			}
		]
	};
}
// src/core/kinds/conversion/adc-channel/sizing.ts
var LEAST_R = 100;
/** Larger capacitors stop being film or C0G; R1 goes up instead. */
var LARGEST_C = 47e-7;
/** R1 for the clamp, C1 as a charge reservoir or for the alias corner. */
function size$3(s, { given: g, parts: { U1 } }) {
	const over = s.range("overVoltage").high - s.range("supplyVoltage").low - U1.clampDrop;
	const under = -s.range("underVoltage").low - U1.clampDrop;
	const limit = s.param("U1.inputCurrentLimit").low * s.derating;
	const clamp = Math.max(over, under, 0) / limit / (1 - s.tolerance("R1"));
	let r = s.open("R1") ? nextAbove(Math.max(LEAST_R, clamp), s.series("R1")) : s.value("R1");
	const values = {};
	let why = `R1 keeps the clamp within ${formatText(limit, "A", 3)}`;
	if (s.open("C1")) {
		if (g.converter === "sar" && g.kickbackStep === 0) {
			values.C1 = nextAbove(2 ** (g.resolution + 1) * U1.samplingCapacitor / (1 - s.tolerance("C1")), s.series("C1"));
			why += ", C1 is a charge reservoir for half an LSB";
		} else {
			const source = s.range("sourceResistance").nominal;
			const alias = Math.max(g.sampleRate - g.signalBandwidth, g.sampleRate / 10);
			const tau = Math.sqrt(Math.max(10 ** (g.aliasRejection / 10) - 1, .001)) / (2 * Math.PI * alias);
			if (tau / ((r + source) * (1 - s.tolerance("C1")) * (1 - s.tolerance("R1"))) > LARGEST_C && s.open("R1")) r = nextAbove(Math.max(r, tau / LARGEST_C / .89 - source), s.series("R1"));
			values.C1 = Math.min(LARGEST_C, nextAbove(tau / ((r + source) * .89), s.series("C1")));
			why += ", C1 sets the corner against aliasing";
		}
	}
	if (s.open("R1")) values.R1 = r;
	return Object.keys(values).length ? [{
		values,
		why
	}] : [];
}
// src/core/kinds/conversion/adc-channel/working.ts
/** From the range to noise-free bits. */
function working$5(c) {
	const { given: g, parts } = c.x;
	const raw = (name) => c.study.nominal[name];
	const has = (name) => !isAbsent(c.study.nominal[name]);
	const [fs, lsb] = [q(raw("fullScale"), "V"), q(raw("lsb"), "V")];
	const span = q(raw("fullScale") * (g.bipolar ? 2 : 1), "V");
	const steps = [
		{
			title: "One code",
			expression: "span/2^n",
			values: {
				span,
				n: q(g.resolution, "bit")
			},
			result: {
				name: "LSB",
				...lsb
			},
			outcome: "lsb",
			source: "definition"
		},
		{
			title: "Highest signal over full scale",
			expression: "Vh/FS",
			values: {
				Vh: q(g.signalHigh, "V"),
				FS: fs
			},
			result: {
				name: "use",
				value: g.signalHigh / fs.value,
				unit: "ratio"
			},
			...g.bipolar || g.signalLow < 0 ? {} : { outcome: "rangeUse" },
			source: "definition"
		},
		{
			title: "Codes used",
			expression: "(Vh - Vl)/LSB",
			values: {
				Vh: q(g.signalHigh, "V"),
				Vl: q(g.signalLow, "V"),
				LSB: lsb
			},
			result: {
				name: "codes",
				value: raw("spanCodes"),
				unit: "count"
			},
			outcome: "spanCodes",
			source: "definition"
		}
	];
	if (has("errorExtreme")) {
		const terms = errorTerms(g, parts.R1.value, lsb.value, c.env.ambient, raw("settlingError"));
		const values = Object.fromEntries(terms.map((t) => [t.name.replaceAll(" ", "_"), q(t.volts, "V")]));
		steps.push({
			title: "Error, worst case: all terms added",
			expression: Object.keys(values).join(" + "),
			values,
			result: {
				name: "e",
				value: raw("errorExtreme"),
				unit: "V"
			},
			outcome: "errorExtreme",
			source: "IEEE 1241 terms"
		}, {
			title: "The same in LSB",
			expression: "e/LSB",
			values: {
				e: q(raw("errorExtreme"), "V"),
				LSB: lsb
			},
			result: {
				name: "eLSB",
				value: raw("errorExtremeLsb"),
				unit: "LSB"
			},
			outcome: "errorExtremeLsb",
			source: "definition"
		});
	}
	if (has("cutoffFrequency")) steps.push({
		title: "Corner of the input RC",
		expression: "1/(2*pi*(Rs + R1)*C1)",
		values: {
			Rs: q(g.sourceResistance, "ohm"),
			R1: q(parts.R1.value, "ohm"),
			C1: q(parts.C1.value, "F")
		},
		result: {
			name: "fc",
			value: raw("cutoffFrequency"),
			unit: "Hz"
		},
		outcome: "cutoffFrequency",
		source: "first-order network"
	});
	const dithered = Math.hypot(g.converterNoise, raw("sourceNoiseVoltage")) >= lsb.value / 2;
	steps.push({
		title: dithered ? "Noise after averaging" : "Noise after averaging: without dither, quantisation stays",
		expression: dithered ? "sqrt((nc^2 + ns^2 + LSB^2/12)/N)" : "sqrt((nc^2 + ns^2)/N + LSB^2/12)",
		values: {
			nc: q(g.converterNoise, "V"),
			ns: q(raw("sourceNoiseVoltage"), "V"),
			N: q(g.averages, "count"),
			LSB: lsb
		},
		result: {
			name: "noise",
			value: raw("inputNoise"),
			unit: "V"
		},
		outcome: "inputNoise",
		source: "independent noises add as squares"
	}, {
		title: "Noise-free bits",
		expression: "log2(span/(6.6*noise))",
		values: {
			span,
			noise: q(raw("inputNoise"), "V")
		},
		result: {
			name: "NFB",
			value: raw("noiseFreeBits"),
			unit: "bit"
		},
		outcome: "noiseFreeBits",
		source: "peak to peak as 6.6 sigma"
	}, {
		title: "Effective bits",
		expression: "log2(span/(sqrt(12)*noise))",
		values: {
			span,
			noise: q(raw("inputNoise"), "V")
		},
		result: {
			name: "ENOB",
			value: raw("effectiveBits"),
			unit: "bit"
		},
		outcome: "effectiveBits",
		source: "IEEE 1241"
	});
	return steps;
}
// src/core/kinds/conversion/adc-channel/index.ts
/** Peak-to-peak noise is taken as 6.6 times rms: all but one reading in a thousand of a normal distribution. */
var PEAK_TO_PEAK = 6.6;
var adcChannel = defineKind({
	id: "adc-channel",
	family: "conversion",
	group: "Conversion",
	title: "Analog-to-digital converter channel",
	aliases: [
		"ADC input",
		"anti-alias filter",
		"LSB",
		"ENOB",
		"reference error",
		"programmable gain",
		"two-point calibration"
	],
	purpose: "Says how many millivolts and codes a reading may be wrong or noisy, and whether the input network drives, protects and filters.",
	given: {
		converter: choice(["sar", "sigma-delta"], "sar"),
		resolution: num("bit", 12, void 0, {
			min: 4,
			max: 32,
			integer: true
		}),
		bipolar: flag(false, "codes span ± full scale"),
		ranges: list("V", [3.3], "available full scales (reference over gain)", {
			above: 0,
			filled: true
		}),
		range: num("V", 0, "0: the smallest that holds the signal with headroom", { min: 0 }),
		headroom: num("ratio", .05, void 0, { min: 0 }),
		signalLow: num("V", 0, void 0, { any: true }),
		signalHigh: num("V", 3, void 0, { any: true }),
		measuredVoltage: num("V", 1, "where the error budget is evaluated", { any: true }),
		supplyVoltage: num("V", 3.3),
		referenceTolerance: num("ratio", .001, "initial", { min: 0 }),
		referenceDrift: num("ppm/K", 20, void 0, { min: 0 }),
		gainError: num("ratio", .001, void 0, { min: 0 }),
		gainDrift: num("ppm/K", 5, void 0, { min: 0 }),
		offsetVoltage: num("V", 5e-4, void 0, { any: true }),
		offsetDrift: num("V/K", 2e-6, void 0, { any: true }),
		inl: num("LSB", 1, "integral nonlinearity", { min: 0 }),
		calibrationTemperature: num("degC", 25, void 0, { any: true }),
		sampleRate: num("Hz", 1e3, "data rate with its tolerance"),
		sourceResistance: num("ohm", 0, void 0, { min: 0 }),
		inputResistance: openOhms("average input resistance of a switched-capacitor input"),
		inputLeakage: num("A", 0, void 0, { any: true }),
		acquisitionTime: num("s", 2e-6, "SAR sampling window", { min: 0 }),
		kickbackStep: num("V", 0, "SAR: voltage of the sampling capacitor against the input when the switch closes, 0: full scale (multiplexed). Sigma-delta: input step to settle, 0: none", { min: 0 }),
		settleCycles: num("count", 1, "sigma-delta conversions allowed for that step", { min: 0 }),
		signalBandwidth: num("Hz", 10),
		aliasRejection: num("dB", 40, void 0, { min: 0 }),
		interferenceFrequency: num("Hz", 50, "mains"),
		interferenceRejection: num("dB", 40, void 0, { min: 0 }),
		filterOrder: num("count", 1, "sinc order of the built-in filter", {
			min: 1,
			max: 4,
			integer: true
		}),
		modulatorRate: num("Hz", 0, "sigma-delta; 0: unknown", { min: 0 }),
		converterNoise: num("V", 1e-4, "rms at this rate and range, referred to input, without quantisation", { min: 0 }),
		sourceNoise: num("V/rtHz", 0, void 0, { min: 0 }),
		averages: num("count", 20, "readings averaged; 20 at 1 kHz is one period of 50 Hz", {
			min: 1,
			integer: true
		}),
		overVoltage: num("V", 0, "highest fault voltage before R1", { any: true }),
		underVoltage: num("V", 0, "lowest fault voltage before R1", { any: true }),
		calibration: choice([
			"none",
			"offset",
			"two-point"
		], "none"),
		calibrationPoints: {
			type: "rows",
			columns: {
				reference: { unit: "V" },
				reading: { unit: "V" },
				referenceUncertainty: {
					unit: "V",
					optional: true,
					min: 0
				},
				readingUncertainty: {
					unit: "V",
					optional: true,
					min: 0
				}
			},
			default: [],
			doc: "empty, or at least two with different readings"
		},
		errorLimit: num("V", .01),
		noiseFreeBits: num("bit", 10, "wanted", { min: 0 })
	},
	carried: {
		/** 1: the thermal noise of the source resistance is not in sourceNoise yet; 0: the signal brought it. */
		ownSourceNoise: num("count", 1, void 0, { min: 0 }),
		pathAlias: num("dB", 0, void 0, { any: true }),
		pathNyquist: num("dB", 0, void 0, { any: true }),
		pathInterference: num("dB", 0, void 0, { any: true }),
		pathModulator: num("dB", 0, void 0, { any: true }),
		pathCorner: num("Hz", null),
		pathNoiseBandwidth: num("Hz", null),
		reservoir: num("F", 0, void 0, { min: 0 }),
		signalRipple: num("V", 0, void 0, { min: 0 }),
		supplyRipple: num("V", 0, void 0, { min: 0 })
	},
	parts: {
		R1: {
			type: "resistor",
			series: "E24",
			tolerance: .01,
			zero: true,
			doc: "series resistor; clamp limit and filter"
		},
		C1: {
			type: "capacitor",
			series: "E6",
			tolerance: .1,
			zero: true,
			doc: "at the input; 0: none"
		},
		U1: {
			type: "device",
			doc: "converter",
			params: {
				samplingCapacitor: num("F", 1e-11),
				switchResistance: num("ohm", 1e3),
				inputCurrentLimit: num("A", .005),
				clampDrop: num("V", .3, void 0, { min: 0 }),
				supplyRejection: num("dB", 60, "of ripple on its supply, at the input", { min: 0 })
			}
		}
	},
	outcomes: {
		fullScale: {
			unit: "V",
			title: "full scale",
			doc: "chosen range"
		},
		lsb: {
			unit: "V",
			title: "one LSB"
		},
		rangeUse: {
			unit: "ratio",
			title: "use of the range"
		},
		signalPeak: {
			unit: "V",
			title: "highest signal"
		},
		spanCodes: {
			unit: "count",
			title: "codes used"
		},
		errorExtreme: {
			unit: "V",
			title: "error, worst case"
		},
		errorRss: {
			unit: "V",
			title: "error, root-sum-square"
		},
		errorExtremeLsb: {
			unit: "LSB",
			title: "error, worst case"
		},
		errorRssLsb: {
			unit: "LSB",
			title: "error, root-sum-square"
		},
		errorCalibrated: {
			unit: "V",
			title: "error after calibration",
			doc: "extreme sum after the chosen calibration"
		},
		errorCalibratedRss: {
			unit: "V",
			title: "error after calibration, RSS"
		},
		settlingError: {
			unit: "V",
			title: "settling error"
		},
		settlingErrorLsb: {
			unit: "LSB",
			title: "settling error"
		},
		cutoffFrequency: {
			unit: "Hz",
			title: "corner of the input RC"
		},
		aliasCornerRatio: {
			unit: "count",
			title: "corner over half the rate",
			doc: "lowest corner before the converter over half the data rate; far above 1 the RC protects and stores charge but does not prevent aliasing"
		},
		nyquistAttenuation: {
			unit: "dB",
			title: "attenuation at half the rate"
		},
		aliasRejection: {
			unit: "dB",
			title: "alias rejection",
			inside: ["given.sampleRate"]
		},
		modulatorRejection: {
			unit: "dB",
			title: "rejection at the modulator rate",
			doc: "where a sigma-delta really aliases"
		},
		interferenceRejection: {
			unit: "dB",
			title: "mains rejection",
			inside: ["given.sampleRate"]
		},
		noiseBandwidth: {
			unit: "Hz",
			title: "noise bandwidth"
		},
		sourceNoiseVoltage: {
			unit: "V",
			title: "noise of the source",
			doc: "rms"
		},
		inputNoise: {
			unit: "V",
			title: "noise",
			doc: "total rms after averaging"
		},
		noiseLsb: {
			unit: "LSB",
			title: "noise"
		},
		effectiveBits: {
			unit: "bit",
			title: "effective bits"
		},
		noiseFreeBits: {
			unit: "bit",
			title: "noise-free bits"
		},
		averagingGain: {
			unit: "count",
			title: "gain by averaging",
			doc: "noise without averaging over noise with"
		},
		clampCurrent: {
			unit: "A",
			title: "clamp current"
		},
		rippleLsb: {
			unit: "LSB",
			title: "ripple in the reading",
			doc: "of signal and supply together, peak to peak"
		},
		calibrationGain: {
			unit: "count",
			title: "gain of the calibration"
		},
		calibrationOffset: {
			unit: "V",
			title: "offset of the calibration"
		},
		calibrationGainUncertainty: {
			unit: "ratio",
			title: "uncertainty of that gain"
		},
		calibrationOffsetUncertainty: {
			unit: "V",
			title: "uncertainty of that offset"
		},
		calibrationResidual: {
			unit: "V",
			title: "largest deviation from the line"
		}
	},
	refuse: ({ given: g }, linked) => {
		const refusals = [];
		const points = g.calibrationPoints;
		if (points.length === 1 || points.length > 1 && points.every((p) => p.reading === points[0].reading)) refusals.push({
			path: "given.calibrationPoints",
			message: "a calibration needs at least two points with different readings. Leave it empty, or add a point at the other end of the range."
		});
		if (!linked.has("signalHigh") && !linked.has("signalLow") && g.signalLow > g.signalHigh) refusals.push({
			path: "given.signalLow",
			message: "the lowest signal is above the highest. Swap them."
		});
		return refusals;
	},
	size: size$3,
	evaluate: (x, env) => {
		const { given: g, parts, carried } = x;
		const { U1 } = parts;
		const fullScale = chooseRange(env.nominal.given);
		const span = fullScale * (g.bipolar ? 2 : 1);
		const lsb = span / 2 ** g.resolution;
		const n = {
			r1: parts.R1.value,
			c1: parts.C1.value,
			samplingCapacitor: U1.samplingCapacitor,
			switchResistance: U1.switchResistance,
			reservoir: carried.reservoir
		};
		const r = g.sourceResistance + n.r1;
		const corner = r > 0 && n.c1 > 0 ? 1 / (2 * Math.PI * r * n.c1) : null;
		const lowest = corner === null ? carried.pathCorner : Math.min(corner, carried.pathCorner ?? Infinity);
		const rc = (frequency) => corner === null ? 0 : poleAttenuation(frequency, corner);
		const filter = (frequency) => g.converter === "sigma-delta" ? sincRejection(frequency, g.sampleRate, g.filterOrder) : averageRejection(frequency, g.sampleRate, g.averages);
		const alias = Math.abs(g.sampleRate - g.signalBandwidth);
		const settled = settling(g, n, fullScale);
		const terms = (volts) => errorTerms(g, n.r1, lsb, env.ambient, volts);
		const sum = withSettling(settled, (volts) => extremeSum(terms(volts)));
		const rss = withSettling(settled, (volts) => rootSum(terms(volts)));
		const thermal = env.ambient.nominal;
		const bandwidth = noiseBandwidth(g, n, carried.pathNoiseBandwidth);
		const sourceNoiseVoltage = Math.hypot(thermalNoise(n.r1 + g.sourceResistance * carried.ownSourceNoise, thermal), g.sourceNoise) * Math.sqrt(bandwidth);
		const before = Math.hypot(g.converterNoise, sourceNoiseVoltage);
		const quantisation = lsb / Math.sqrt(12);
		const inputNoise = Math.sqrt(before ** 2 / g.averages + quantisation ** 2 / (before >= lsb / 2 ? g.averages : 1));
		const excess = Math.max(g.overVoltage - g.supplyVoltage - U1.clampDrop, -g.underVoltage - U1.clampDrop, 0);
		const fit = g.calibrationPoints.length > 1 ? fitLine(g.calibrationPoints) : null;
		const inLsb = (v) => isAbsent(v) ? v : v / lsb;
		const above = g.signalHigh / fullScale;
		return {
			fullScale,
			lsb,
			rangeUse: g.bipolar ? Math.max(Math.abs(g.signalHigh), Math.abs(g.signalLow)) / fullScale : g.signalLow < 0 ? Math.max(above, 1 - g.signalLow / fullScale) : above,
			signalPeak: g.signalHigh,
			spanCodes: (g.signalHigh - g.signalLow) / lsb,
			errorExtreme: sum,
			errorRss: rss,
			errorExtremeLsb: inLsb(sum),
			errorRssLsb: inLsb(rss),
			errorCalibrated: withSettling(settled, (volts) => extremeSum(calibrated(g, terms(volts)))),
			errorCalibratedRss: withSettling(settled, (volts) => rootSum(calibrated(g, terms(volts)))),
			settlingError: settled,
			settlingErrorLsb: inLsb(settled),
			cutoffFrequency: corner ?? NO_CORNER,
			aliasCornerRatio: lowest === null ? NO_CORNER : lowest / (g.sampleRate / 2),
			nyquistAttenuation: rc(g.sampleRate / 2) + carried.pathNyquist,
			aliasRejection: Math.min(160, rc(alias) + carried.pathAlias + (g.converter === "sigma-delta" ? sincRejection(alias, g.sampleRate, g.filterOrder) : 0)),
			modulatorRejection: g.converter === "sigma-delta" && g.modulatorRate > 0 ? rc(g.modulatorRate) + carried.pathModulator : g.converter === "sar" ? NO_MODULATOR : MODULATOR_UNKNOWN,
			interferenceRejection: Math.min(160, rc(g.interferenceFrequency) + carried.pathInterference + filter(g.interferenceFrequency)),
			noiseBandwidth: bandwidth,
			sourceNoiseVoltage,
			inputNoise,
			noiseLsb: inputNoise / lsb,
			effectiveBits: Math.log2(span / (Math.sqrt(12) * inputNoise)),
			noiseFreeBits: Math.log2(span / (PEAK_TO_PEAK * inputNoise)),
			averagingGain: Math.hypot(before, quantisation) / inputNoise,
			clampCurrent: excess === 0 ? 0 : n.r1 === 0 ? UNPROTECTED : excess / n.r1,
			rippleLsb: (carried.signalRipple + carried.supplyRipple / fromDb(U1.supplyRejection)) / lsb,
			calibrationGain: fit ? fit.gain : NO_POINTS,
			calibrationOffset: fit ? fit.offset : NO_POINTS,
			calibrationGainUncertainty: fit ? fit.gainUncertainty : NO_POINTS,
			calibrationOffsetUncertainty: fit ? fit.offsetUncertainty : NO_POINTS,
			calibrationResidual: fit ? fit.residual ?? TWO_POINTS : NO_POINTS
		};
	},
	checks: checks$4,
	rails: { vcc: {
		role: "consumes",
		fills: {
			voltage: "supplyVoltage",
			ripple: "supplyRipple"
		},
		gives: {}
	} },
	signals: {
		in: {
			role: "in",
			fills: {
				low: "signalLow",
				high: "signalHigh",
				nominal: "measuredVoltage",
				sourceResistance: "sourceResistance",
				noise: "sourceNoise",
				ripple: "signalRipple"
			},
			back: {
				loadResistance: (c) => c.x.given.inputResistance,
				bias: (c) => c.range("inputLeakage"),
				fullScale: "fullScale",
				resolution: (c) => c.range("resolution"),
				attenuationFrequency: (c) => {
					const [rate, band] = [c.must("sampleRate"), c.must("signalBandwidth")];
					return {
						nominal: rate.nominal - band.nominal,
						low: rate.low - band.high,
						high: rate.high - band.low
					};
				},
				maximum: (c) => Math.min(c.nominal("fullScale"), c.must("supplyVoltage").low)
			},
			path: {
				ownSourceNoise: () => 0,
				pathAlias: (p, range) => p.attenuation(between(range("sampleRate"), range("signalBandwidth"))),
				pathNyquist: (p, range) => p.attenuation(half(range("sampleRate"))),
				pathInterference: (p, range) => p.attenuation(range("interferenceFrequency")),
				pathModulator: (p, range) => range("modulatorRate").nominal > 0 ? p.attenuation(range("modulatorRate")) : 0,
				pathCorner: (p) => p.bandwidth,
				pathNoiseBandwidth: (p) => p.noiseBandwidth,
				reservoir: (p) => p.reservoir ?? 0
			}
		},
		out: {
			role: "out",
			fills: {}
		}
	},
	working: working$5,
	figure: figure$1,
	curves,
	bringUp: bringUp$1,
	confirm: [{
		id: "reference-decoupled",
		text: "The reference pin has its capacitor close to it, and nothing else draws from it."
	}],
	cautions: ["Sources connected to the mains need isolation by a licensed practitioner under your local code."],
	schools: "Extreme or root-sum-square budget. Effective bits (rms) or noise-free bits (6.6 sigma). Calibrate each unit or buy accuracy. Filter outside or oversample inside.",
	sources: [
		"sampling theorem",
		"sinc filter noise bandwidth",
		"kT/C noise",
		"JCGM 100",
		"IEC 60748-4-3 and IEEE 1241 terms"
	]
});
var NO_CORNER = none("there is no RC before the converter");
var NO_POINTS = none("no calibration points are given");
var TWO_POINTS = none("two points always lie on their line");
var NO_MODULATOR = none("a successive-approximation converter has no modulator");
var MODULATOR_UNKNOWN = missing("the modulator rate is not known");
var UNPROTECTED = impossible("nothing limits the current into the clamp: R1 is 0");
/** The range firmware selects: the smallest that holds the nominal signal with headroom, else the largest. */
function chooseRange(g) {
	if (g.range > 0) return g.range;
	const need = Math.max(Math.abs(g.signalHigh), Math.abs(g.signalLow)) * (1 + g.headroom);
	const sorted = [...g.ranges].sort((a, b) => a - b);
	return sorted.find((fs) => fs >= need) ?? sorted.at(-1);
}
var between = (rate, band) => ({
	nominal: Math.abs(rate.nominal - band.nominal),
	low: Math.abs(rate.low - band.high),
	high: Math.abs(rate.high - band.low)
});
var half = (rate) => ({
	nominal: rate.nominal / 2,
	low: rate.low / 2,
	high: rate.high / 2
});
// src/core/physics/copper.ts
/**
* Resistance of a go-and-return copper pair in Ω. // [IEC 60028] resistivity at 20 °C and its temperature coefficient
* @param length one way, m @param area of one conductor, m² @param celsius conductor temperature, °C
*/
var copperLoop = (length, area, celsius) => 3.4482e-8 * (1 + .00393 * (celsius - 20)) * length / area;
// src/core/physics/hot-plug.ts
/**
* A charged supply is plugged into an empty capacitor through cable resistance and inductance.
* // [Nilsson] ch. 8, step response of series RLC; the crest is that of u = E·(1 − e^(−zt)(cos st + …)) with the ESR's zero.
* @param volts supply, V @param series all resistance but the ESR, Ω @param esr of the capacitor, Ω
* @param henry cable inductance, H @param farad capacitance, F; 0 gives no ringing and no current
*/
function hotPlug(volts, series, esr, henry, farad) {
	if (farad === 0) return {
		peak: volts,
		inrush: 0
	};
	const admittance = Math.sqrt(farad / henry);
	const z = (series + esr) / 2 * admittance;
	const a = esr * admittance;
	const s = Math.sqrt(Math.abs(1 - z * z));
	const rise = (t) => t === null ? volts : volts * (1 + Math.sqrt(Math.max(0, 1 - 2 * z * a + a * a)) * Math.exp(-z * t));
	if (Math.abs(1 - z) < 1e-9) return {
		peak: rise(a > 1 ? a / (a - 1) : null),
		inrush: volts * admittance / Math.E
	};
	if (z < 1) return {
		peak: rise((Math.PI - Math.atan2(a * s, 1 - z * a)) / s),
		inrush: volts * admittance * Math.exp(-z * Math.acos(z) / s)
	};
	return {
		peak: rise(a > z + s ? Math.atanh(a * s / (z * a - 1)) / s : null),
		inrush: volts * admittance * Math.exp(-z * Math.acosh(z) / s)
	};
}
// src/core/kinds/bring-up.ts
/** The window a reading must fall in: the ends of an outcome. Absent where an end is not known. */
function window(point, unit, spread) {
	const { nominal, low, high } = spread;
	return nominal === null || low === null || high === null ? void 0 : {
		point,
		unit,
		nominal,
		low,
		high
	};
}
// src/core/kinds/power/dc-input/index.ts
/** Marked currents adapters are commonly sold with, A. */
var ADAPTER_CURRENTS = [
	.5,
	1,
	1.5,
	2,
	2.5,
	3,
	4,
	5,
	6,
	8,
	10
];
/** Conductor areas of common flexible cable, m². [IEC 60228] class 5 */
var CABLE_AREAS = [
	22e-8,
	34e-8,
	5e-7,
	75e-8,
	1e-6,
	15e-7,
	25e-7,
	4e-6
];
var dcInput = defineKind({
	id: "dc-input",
	family: "power",
	group: "Supply",
	title: "Adapter or bench supply input",
	aliases: [
		"wall adapter",
		"wall wart",
		"barrel jack",
		"bench supply",
		"mains adapter",
		"12 V input"
	],
	purpose: "Describes an external DC supply, its cable and plug, and what really arrives at the board in each state.",
	given: {
		supplyVoltage: num("V", 12, "marked output voltage with its tolerance (at marked current if unregulated)"),
		noLoadRise: num("ratio", 0, "rise of the open-circuit voltage above supplyVoltage; 0 regulated, 20–50 % unregulated", { min: 0 }),
		currentLimit: num("A", 1, "marked output current"),
		sourceResistance: num("ohm", .02, "load regulation of the supply itself", { min: 0 }),
		supplyRipple: num("V", .05, "ripple peak to peak at the plug", { min: 0 }),
		rippleFrequency: num("Hz", 1e5),
		overload: choice(["constant-current", "hiccup"], "hiccup", "what the supply does beyond its limit"),
		hiccupTime: num("s", .02, "how long a hiccup supply stays on into an overload"),
		cableLength: num("m", 1.5, "one way", { min: 0 }),
		conductorArea: num("m2", 5e-7, "one conductor"),
		cableInductance: num("H", 1e-6, "loop inductance of the cable, about 0.6–0.8 µH per metre"),
		loadCurrent: num("A", .5, "drawn by the board", { min: 0 }),
		surgeCurrent: num("A", 0, "what the loads draw while the rail still rises", { min: 0 }),
		bulkCapacitance: num("F", 1e-4, "capacitance on the rail", { min: 0 }),
		bulkEsr: num("ohm", .05, "series resistance of that capacitance", { min: 0 }),
		minimumVoltage: num("V", null, "highest minimum of the consumers"),
		maximumVoltage: num("V", null, "lowest operating maximum of the consumers"),
		absoluteMaximum: num("V", null, "lowest voltage that destroys a consumer"),
		maximumCableDrop: num("ratio", .05, "of supplyVoltage"),
		ambient: num("degC", null, "from the board", { any: true })
	},
	parts: { J1: {
		type: "device",
		doc: "power connector",
		params: {
			currentRating: num("A", 5),
			contactResistance: num("ohm", .02, "both poles together", { min: 0 })
		}
	} },
	outcomes: {
		noLoadVoltage: {
			unit: "V",
			title: "voltage with nothing drawn"
		},
		cableResistance: {
			unit: "ohm",
			title: "cable resistance"
		},
		outputResistance: {
			unit: "ohm",
			title: "resistance seen from the board"
		},
		cableDrop: {
			unit: "V",
			title: "drop in cable and plug"
		},
		outputVoltage: {
			unit: "V",
			title: "voltage at the board",
			doc: "at the board"
		},
		outputTrough: {
			unit: "V",
			title: "ripple trough"
		},
		outputRipple: {
			unit: "V",
			title: "ripple"
		},
		outputCurrent: {
			unit: "A",
			title: "current"
		},
		sourcePower: {
			unit: "W",
			title: "power from the supply",
			doc: "leaves the supply"
		},
		startUpTime: {
			unit: "s",
			title: "start-up time",
			doc: "null when surgeCurrent >= currentLimit (it never starts)"
		},
		inrushPeak: {
			unit: "A",
			title: "inrush at plugging in",
			doc: "plugged in on the DC side with the supply running"
		},
		hotPlugPeak: {
			unit: "V",
			title: "peak at plugging in",
			doc: "at the terminals of the board's capacitors, ESR included, same event"
		}
	},
	evaluate: ({ given: g, parts: { J1 }, ambient }) => {
		const noLoadVoltage = g.supplyVoltage * (1 + g.noLoadRise);
		const cableResistance = copperLoop(g.cableLength, g.conductorArea, ambient);
		const internal = g.sourceResistance + g.supplyVoltage * g.noLoadRise / g.currentLimit;
		const outputResistance = internal + cableResistance + J1.contactResistance;
		const overloaded = g.loadCurrent > g.currentLimit ? OVERLOADED : null;
		const outputVoltage = noLoadVoltage - g.loadCurrent * outputResistance;
		const plug = hotPlug(noLoadVoltage, cableResistance + J1.contactResistance, g.bulkEsr, g.cableInductance, g.bulkCapacitance);
		return {
			noLoadVoltage,
			cableResistance,
			outputResistance,
			cableDrop: g.loadCurrent * (cableResistance + J1.contactResistance),
			outputVoltage: overloaded ?? outputVoltage,
			outputTrough: overloaded ?? outputVoltage - g.supplyRipple / 2,
			outputRipple: g.supplyRipple,
			outputCurrent: g.loadCurrent,
			sourcePower: overloaded ?? g.loadCurrent * (noLoadVoltage - g.loadCurrent * internal),
			startUpTime: g.surgeCurrent >= g.currentLimit ? NEVER_STARTS : g.bulkCapacitance * noLoadVoltage / (g.currentLimit - g.surgeCurrent),
			inrushPeak: plug.inrush,
			hotPlugPeak: plug.peak
		};
	},
	checks: {
		"supply-current": {
			title: "supply current",
			value: "outputCurrent",
			sense: "atMost",
			limit: (c) => c.range("currentLimit"),
			from: "marked current of the adapter",
			derated: true,
			severity: "must",
			help: (c) => {
				const need = c.out("outputCurrent").high;
				const enough = need === null ? void 0 : ADAPTER_CURRENTS.find((a) => a * .8 >= need);
				return enough ? `An adapter marked ${say(enough, "A")} carries this at 80 %. Fewer copies or staggered peaks would also do.` : "Split the load over two supplies, or stagger its peaks.";
			}
		},
		"connector-current": {
			title: "connector current",
			value: "outputCurrent",
			sense: "atMost",
			limit: (c) => c.range("J1.currentRating"),
			from: "rating of J1",
			derated: true,
			severity: "must",
			help: (c) => `Choose a connector that carries ${say(c.out("outputCurrent").high, "A")} within its derated rating, with more contact area.`
		},
		"minimum-voltage": {
			title: "least voltage at the board",
			value: "outputTrough",
			sense: "atLeast",
			limit: (c) => c.range("minimumVoltage"),
			from: "highest minimum of what hangs on the rail",
			whenNull: "absent",
			severity: "must",
			help: (c) => {
				const low = c.out("outputTrough").low;
				const need = c.range("minimumVoltage")?.high;
				if (low === null || need === void 0) return "Bring the load under the supply’s limit first.";
				return `Raise the supply by ${say(need - low, "V")}, shorten or thicken the cable (it drops ${say(c.out("cableDrop").high, "V")}), or take a consumer with less dropout.`;
			}
		},
		"maximum-voltage": {
			title: "voltage with nothing drawn",
			value: "noLoadVoltage",
			sense: "atMost",
			limit: (c) => c.range("maximumVoltage"),
			from: "lowest maximum of what hangs on the rail",
			whenNull: "absent",
			severity: "must",
			help: () => "Use a regulated adapter, a pre-load, or a regulator and capacitors of a higher rating."
		},
		"hot-plug": {
			title: "peak at plugging in",
			value: "hotPlugPeak",
			sense: "atMost",
			limit: (c) => c.range("absoluteMaximum"),
			from: "lowest absolute maximum of what hangs on the rail",
			whenNull: "absent",
			severity: "must",
			help: (c) => {
				const { bulkCapacitance: farad, cableInductance: henry } = c.x.given;
				if (farad === 0) return "Use a supply whose highest voltage stays below the limit.";
				const ohms = Math.sqrt(henry / farad);
				return `Beside the ceramics fit an electrolytic of ${say(5 * farad, "F")} to ${say(10 * farad, "F")} with an ESR of ${say(.6 * ohms, "ohm")} to ${say(ohms, "ohm")}, or a suppressor. Even so the peak stays 1.2–1.35 times the input.`;
			}
		},
		"cable-drop": {
			title: "drop in the cable",
			value: "cableDrop",
			sense: "atMost",
			limit: (c) => c.must("maximumCableDrop").low * c.must("supplyVoltage").nominal,
			from: "allowed share of the supply voltage",
			severity: "should",
			help: (c) => {
				const room = c.must("maximumCableDrop").low * c.must("supplyVoltage").nominal / (c.must("loadCurrent").high || 1e-12) - c.must("J1.contactResistance").high;
				const area = CABLE_AREAS.find((a) => copperLoop(c.must("cableLength").high, a, c.env.ambient.high) <= room);
				return area ? `Conductors of ${say(area, "m2")} meet it.` : "Shorten the cable, or raise the voltage and convert down at the board.";
			}
		},
		"start-up": {
			title: "start-up into hiccup",
			value: "startUpTime",
			sense: "atMost",
			limit: (c) => c.range("hiccupTime"),
			from: "time a hiccup supply stays on",
			applies: (c) => c.x.given.overload === "hiccup",
			severity: "must",
			help: (c) => {
				const most = (c.must("currentLimit").low - c.must("surgeCurrent").high) * c.must("hiccupTime").low / (c.out("noLoadVoltage").high ?? 1);
				return most > 0 ? `Hang at most ${say(most, "F")} on the rail, add a soft start, or hold loads off until the rail stands.` : "Hold loads off until the rail stands: they draw more at start than the supply gives.";
			}
		}
	},
	rails: { out: {
		role: "provides",
		fills: {
			load: "loadCurrent",
			surge: "surgeCurrent",
			capacitance: "bulkCapacitance",
			minimum: "minimumVoltage",
			maximum: "maximumVoltage",
			absoluteMaximum: "absoluteMaximum"
		},
		gives: {
			voltage: "outputVoltage",
			ripple: "outputRipple",
			rippleFrequency: "rippleFrequency",
			trough: "outputTrough",
			noLoad: "noLoadVoltage",
			currentLimit: "currentLimit"
		}
	} },
	signals: {},
	heat: ({ given: g, parts: { J1 } }, o) => ({ "cable and plug": g.loadCurrent * g.loadCurrent * ((o.cableResistance ?? 0) + J1.contactResistance) }),
	source: (_, o) => o.sourcePower ?? 0,
	working: (c) => {
		const { given: g, parts, ambient } = c.x;
		const v = (value) => ({
			value,
			unit: "V"
		});
		const r = (value) => ({
			value,
			unit: "ohm"
		});
		const n = (name) => c.nominal(name) ?? NaN;
		return [
			{
				title: "Open-circuit voltage",
				expression: "Vs*(1 + rise)",
				values: {
					Vs: v(g.supplyVoltage),
					rise: {
						value: g.noLoadRise,
						unit: "ratio"
					}
				},
				result: {
					name: "V0",
					value: n("noLoadVoltage"),
					unit: "V"
				},
				outcome: "noLoadVoltage",
				source: "definition"
			},
			{
				title: "Cable, both conductors",
				expression: "2*1.7241e-8*(1 + 0.00393*(T - 20))*l/A",
				values: {
					T: {
						value: ambient,
						unit: "degC"
					},
					l: {
						value: g.cableLength,
						unit: "m"
					},
					A: {
						value: g.conductorArea,
						unit: "m2"
					}
				},
				result: {
					name: "Rc",
					value: n("cableResistance"),
					unit: "ohm"
				},
				outcome: "cableResistance",
				source: "IEC 60028"
			},
			{
				title: "Resistance seen from the board",
				expression: "Rs + Vs*rise/Im + Rc + Rj",
				values: {
					Rs: r(g.sourceResistance),
					Vs: v(g.supplyVoltage),
					rise: {
						value: g.noLoadRise,
						unit: "ratio"
					},
					Im: {
						value: g.currentLimit,
						unit: "A"
					},
					Rc: r(n("cableResistance")),
					Rj: r(parts.J1.contactResistance)
				},
				result: {
					name: "Ro",
					value: n("outputResistance"),
					unit: "ohm"
				},
				outcome: "outputResistance",
				source: "Ohm, series resistances"
			},
			{
				title: "Voltage at the board",
				expression: "V0 - I*Ro",
				values: {
					V0: v(n("noLoadVoltage")),
					I: {
						value: g.loadCurrent,
						unit: "A"
					},
					Ro: r(n("outputResistance"))
				},
				result: {
					name: "Vout",
					value: n("outputVoltage"),
					unit: "V"
				},
				outcome: "outputVoltage",
				source: "Ohm"
			},
			{
				title: "Ripple trough",
				expression: "Vout - Vr/2",
				values: {
					Vout: v(n("outputVoltage")),
					Vr: v(g.supplyRipple)
				},
				result: {
					name: "Vt",
					value: n("outputTrough"),
					unit: "V"
				},
				outcome: "outputTrough",
				source: "sine of the same peak-to-peak value"
			},
			{
				title: "Time to charge the bulk capacitance",
				expression: "C*V0/(Im - Isurge)",
				values: {
					C: {
						value: g.bulkCapacitance,
						unit: "F"
					},
					V0: v(n("noLoadVoltage")),
					Im: {
						value: g.currentLimit,
						unit: "A"
					},
					Isurge: {
						value: g.surgeCurrent,
						unit: "A"
					}
				},
				result: {
					name: "t",
					value: n("startUpTime"),
					unit: "s"
				},
				outcome: "startUpTime",
				source: "charge of a capacitor at constant current"
			}
		];
	},
	figure: (c) => ({
		width: 460,
		height: 170,
		title: "Adapter, cable and connector to the board’s rail",
		items: [
			{
				sym: "source",
				at: [40, 90],
				label: "adapter",
				value: say(c.x.given.supplyVoltage, "V")
			},
			{
				sym: "wire",
				points: [
					[40, 70],
					[40, 40],
					[80, 40]
				]
			},
			{
				sym: "resistor",
				at: [80, 40],
				dir: "right",
				label: "supply",
				value: say(c.x.given.sourceResistance, "ohm")
			},
			{
				sym: "resistor",
				at: [150, 40],
				dir: "right",
				label: "cable",
				value: sayOut(c, "cableResistance", "ohm")
			},
			{
				sym: "inductor",
				at: [220, 40],
				dir: "right",
				label: "loop",
				value: say(c.x.given.cableInductance, "H")
			},
			{
				sym: "block",
				id: "J1",
				at: [300, 24],
				size: [44, 32],
				label: "J1"
			},
			{
				sym: "wire",
				points: [[290, 40], [300, 40]]
			},
			{
				sym: "wire",
				points: [[344, 40], [430, 40]]
			},
			{
				sym: "port",
				at: [430, 40],
				label: "rail",
				value: sayOut(c, "outputVoltage", "V"),
				side: "right"
			},
			{
				sym: "dot",
				at: [380, 40]
			},
			{
				sym: "capacitor",
				at: [380, 50],
				dir: "down",
				label: "bulk",
				value: say(c.x.given.bulkCapacitance, "F")
			},
			{
				sym: "wire",
				points: [[380, 40], [380, 50]]
			},
			{
				sym: "ground",
				at: [380, 120]
			},
			{
				sym: "ground",
				at: [40, 120]
			},
			{
				sym: "wire",
				points: [[40, 110], [40, 120]]
			}
		]
	}),
	bringUp: (c) => {
		const noLoad = c.out("noLoadVoltage");
		const loaded = c.out("outputVoltage");
		return [
			{
				id: "unloaded",
				act: "probe",
				title: "Adapter alone",
				text: "Before any board is connected: DC volts at the plug of J1, and its polarity. The marked pole must be where your drawing has it.",
				expect: window("J1, unloaded", "V", noLoad)
			},
			{
				id: "fit",
				act: "fit",
				title: "Fit J1 and the bulk capacitors",
				text: "Solder connector and bulk capacitors, nothing else on this rail. Check polarity marks, and that the rail is not shorted to ground."
			},
			{
				id: "loaded",
				act: "probe",
				title: "Under load",
				text: "With the board drawing its peak: DC volts at the bulk capacitor.",
				expect: window("at the board, loaded", "V", loaded)
			}
		];
	},
	confirm: [{
		id: "plug-polarity",
		text: "The polarity of the plug is marked on the board and matches the adapter."
	}, {
		id: "connector-side",
		text: "The power connector sits on the right side of the board and its footprint is not mirrored."
	}],
	cautions: ["Use a certified isolated supply (IEC 62368-1 or IEC 60601-1 as the use demands), and follow your local code; a licensed electrician decides on anything connected to the mains.", "A plug fits many voltages: protect the input against the wrong adapter."],
	schools: "Adapter margin: 80 % of its mark (continuous, warm), or full mark for certified units at their ambient, or half for long life. The board’s derating policy decides.",
	sources: [
		"IEC 60028 copper resistivity",
		"IEC 62368-1",
		"series RLC step response"
	]
});
var OVERLOADED = impossible("the load draws more than the supply gives");
var NEVER_STARTS = impossible("the surge is as large as the supply’s limit: the rail never rises");
// src/core/physics/cold-start.ts
/** The limit in A at an input-output difference in V: piecewise linear. */
var foldingLimit = (l, difference) => difference <= l.foldbackKnee ? l.currentLimit : Math.max(l.foldbackCurrent, l.currentLimit - l.foldbackSlope * (difference - l.foldbackKnee));
/**
* First output voltage a folding regulator reaches into a resistance that draws much more when cold, V.
* The smallest V from 0 up at which V/Rcold meets the limit at Vin − V; exact, the limit being piecewise linear.
* @param wanted the regulated output in V, reached when the limit never bites
*/
function coldStartVoltage(limit, input, wanted, coldOhms) {
	const floorAt = limit.foldbackSlope > 0 ? limit.foldbackKnee + (limit.currentLimit - limit.foldbackCurrent) / limit.foldbackSlope : Infinity;
	const excess = (v) => v / coldOhms - foldingLimit(limit, input - v);
	const corners = [
		0,
		input - floorAt,
		input - limit.foldbackKnee,
		wanted
	].filter((v) => v >= 0 && v <= wanted).sort((a, b) => a - b);
	for (let i = 0; i < corners.length; i++) {
		const here = corners[i];
		if (excess(here) >= 0) {
			if (i === 0) return here;
			const before = corners[i - 1];
			const [a, b] = [excess(before), excess(here)];
			return before + (here - before) * -a / (b - a);
		}
	}
	return wanted;
}
// src/core/physics/thermal.ts
/**
* Thermal resistance from junction to ambient, K/W. // [JESD51] one-dimensional path
* Without a heatsink (`sinkToAmbient` null) the package alone counts.
*/
var junctionToAmbient = (path) => path.sinkToAmbient === null ? path.junctionToAmbient : path.junctionToCase + path.caseToSink + path.sinkToAmbient;
// src/core/kinds/power/linear-regulator/bring-up.ts
/** Fit, feed from a limited supply, then read the output unloaded and loaded, then its heat. */
function bringUp(c) {
	const { given: g, parts } = c.x;
	const slots = g.regulatorType === "fixed" ? "U1 and C2" : "U1, R1, R2 and C2";
	const idle = (c.nominal("dividerCurrent") ?? 0) + parts.U1.quiescentCurrent;
	const heat = c.out("dissipation").high;
	const theta = g.sinkToAmbient === null ? null : g.caseToSink + g.sinkToAmbient;
	const warm = heat !== null && theta !== null ? ` The case should stay below ${say(c.env.ambient.high + heat * theta, "degC")}.` : "";
	return [
		{
			id: "fit",
			act: "fit",
			title: "Fit the regulator",
			text: `Solder ${slots}, nothing else on its output. Check the pin order against the datasheet of this very part, then check with the ohmmeter that output and input are not shorted to ground.`
		},
		{
			id: "feed",
			act: "feed",
			title: "Feed it with a current limit",
			text: `Feed the input from a bench supply. It should draw about ${say(idle, "A")}. If it runs into the limit, switch off and look for a short or a turned part.`,
			feed: {
				volts: g.inputVoltage,
				amps: Math.max(.02, 2 * idle)
			}
		},
		{
			id: "output",
			act: "probe",
			title: "Output, unloaded",
			text: "DC volts at C2.",
			expect: window("C2", "V", c.out("outputVoltage"))
		},
		{
			id: "ripple",
			act: "probe",
			title: "Ripple at peak load",
			text: "Peak load, lowest input. Scope at C2, AC coupled, bandwidth limit on, short ground spring: peak-to-peak ripple.",
			expect: atMost("C2, AC coupled", c.out("outputRipple").nominal, c.out("outputRipple").high)
		},
		{
			id: "heat",
			act: "probe",
			title: "Heat after twenty minutes",
			text: `Peak load, highest input, closed case, twenty minutes.${warm} Do not touch it: heatsinks above 60 °C burn.`
		}
	];
}
/** A reading that only has a top: anything from nothing up to twice the promise, which a scope probe's own noise eats. */
function atMost(point, nominal, high) {
	return nominal === null || high === null ? void 0 : {
		point,
		unit: "V",
		low: 0,
		nominal,
		high: 2 * high + .002
	};
}
// src/core/kinds/power/linear-regulator/checks.ts
/** Working voltages capacitors are sold with, V. [IEC 60063] R5-like voltage steps of capacitor ranges */
var CAPACITOR_VOLTAGES = [
	4,
	6.3,
	10,
	16,
	25,
	35,
	50,
	63,
	100
];
/** Thermal resistances of common board heatsinks, K/W. */
var SINKS = [
	30,
	24,
	20,
	15,
	12,
	9,
	7.5,
	6,
	4.5,
	3,
	2,
	1
];
function worstError(c) {
	const out = c.out("outputVoltage");
	const wanted = c.must("outputVoltage").nominal;
	if (out.nominal === null || out.low === null || out.high === null) return {
		nominal: null,
		low: null,
		high: null,
		absent: out.absent
	};
	return {
		...exactly(Math.max(Math.abs(out.low - wanted), Math.abs(out.high - wanted))),
		nominal: Math.abs(out.nominal - wanted)
	};
}
function largestDifference(c) {
	const [peak, out] = [c.out("inputPeak"), c.out("outputVoltage")];
	if (peak.nominal === null || peak.low === null || peak.high === null || out.nominal === null) return {
		nominal: null,
		low: null,
		high: null,
		absent: out.absent ?? peak.absent
	};
	return {
		nominal: peak.nominal - out.nominal,
		low: peak.low - (out.high ?? out.nominal),
		high: peak.high - (out.low ?? out.nominal)
	};
}
var part = (c, slot) => c.range(`${slot}.value`) ?? exactly(0);
var checks$3 = {
	dropout: {
		title: "headroom at the trough",
		value: "differential",
		sense: "atLeast",
		limit: (c) => c.out("dropoutVoltage").high,
		from: "dropout of U1 at this load",
		severity: "must",
		help: (c) => {
			const [low, need] = [c.out("differential").low, c.out("dropoutVoltage").high];
			if (low === null || need === null) return "A larger reservoir, a higher supply, a low-dropout type or a lower load would help.";
			return `The input must stay ${say(need - low, "V")} higher at its lowest, or take a regulator that drops ${say(Math.max(low, 0), "V")} or less. A larger reservoir lifts the trough.`;
		}
	},
	"junction-temperature": {
		title: "junction",
		value: "junctionTemperature",
		sense: "temperature",
		limit: (c) => c.range("U1.maximumJunction"),
		from: "highest junction temperature of U1",
		severity: "must",
		help: (c) => {
			const sink = c.out("requiredSinkToAmbient").low;
			const usual = sink === null ? void 0 : SINKS.find((k) => k <= sink);
			const load = c.out("highestLoad").low;
			return `${usual ? `A heatsink of ${say(usual, "K/W")} or less (${say(sink, "K/W")} at most)` : "No heatsink alone is enough; a lower input"}${load !== null && load > 0 ? `, or ${say(load, "A")} instead of ${say(c.must("loadCurrent").high, "A")}` : ""}, would hold. At this load the input may reach ${say(c.out("highestInputVoltage").low, "V")}; a converter before it takes the rest of the heat.`;
		}
	},
	"output-accuracy": {
		title: "output accuracy",
		value: worstError,
		unit: "V",
		sense: "atMost",
		limit: (c) => c.must("outputVoltage").nominal * c.must("outputTolerance").low,
		from: "allowed error of the wanted output",
		severity: "must",
		help: (c) => {
			const ref = c.must("U1.referenceVoltage");
			return `The reference alone brings ±${say((ref.high - ref.low) / 2 / ref.nominal, "ratio")}. A tighter grade helps first, then 0.1 % resistors${c.x.given.regulatorType === "adjust-pin" ? ", then a smaller R2 against the adjust current" : ""}.`;
		}
	},
	"current-rating": {
		title: "regulator current",
		value: "outputCurrent",
		sense: "atMost",
		limit: (c) => c.range("U1.currentRating"),
		from: "current rating of U1",
		derated: true,
		severity: "must",
		help: (c) => `Take a regulator rated for ${say((c.out("outputCurrent").high ?? 0) / .8, "A")} or more.`
	},
	"minimum-load": {
		title: "least load",
		value: "outputCurrent",
		sense: "atLeast",
		limit: (c) => c.range("U1.minimumLoad"),
		from: "least load U1 needs to regulate",
		applies: (c) => c.must("U1.minimumLoad").high > 0,
		severity: "must",
		help: (c) => {
			const lack = c.must("U1.minimumLoad").high - c.must("loadCurrent").low;
			const r1 = c.must("U1.referenceVoltage").low / lack;
			const bleed = (c.out("outputVoltage").low ?? c.must("outputVoltage").nominal) / (c.must("U1.minimumLoad").high - (c.out("outputCurrent").low ?? 0));
			return `${c.x.given.regulatorType === "adjust-pin" ? `R1 of ${say(nextBelow(r1 / 1.01, "E24"), "ohm")} with R2 in proportion, or ` : ""}a bleed resistor of ${say(nextBelow(Math.max(bleed, 1), "E24"), "ohm")} at the output, would carry it.`;
		}
	},
	"input-maximum": {
		title: "highest input",
		value: "inputPeak",
		sense: "atMost",
		limit: (c) => c.range("U1.maximumInput"),
		from: "input rating of U1",
		derated: true,
		severity: "must",
		help: (c) => `Drop ${say((c.out("inputPeak").high ?? 0) - c.must("U1.maximumInput").low * .8, "V")} before it, fit a suppressor, or take a type rated for ${say((c.out("inputPeak").high ?? 0) / .8, "V")}.`
	},
	"differential-maximum": {
		title: "largest difference",
		value: largestDifference,
		unit: "V",
		sense: "atMost",
		limit: (c) => c.range("U1.maximumDifferential"),
		from: "largest input-output difference of U1",
		derated: true,
		severity: "must",
		help: (c) => `Lower the input, or take a type that stands ${say((largestDifference(c).high ?? 0) / .8, "V")} across it.`
	},
	"output-ripple": {
		title: "output ripple",
		value: "outputRipple",
		sense: "atMost",
		limit: (c) => c.range("maximumOutputRipple"),
		from: "allowed ripple",
		severity: "should",
		help: (c) => {
			const worst = c.out("outputRipple").high;
			const over = worst === null ? null : 20 * Math.log10(worst / c.must("maximumOutputRipple").low);
			return `${c.x.parts.C3.value === null && c.x.given.regulatorType !== "fixed" ? "C3 helps below its corner; " : ""}an RC or LC filter before the regulator with ${say(over, "dB")} at the ripple’s frequency works where the regulator’s rejection has run out.`;
		}
	},
	"output-noise": {
		title: "output noise",
		value: "outputNoise",
		sense: "atMost",
		limit: (c) => c.range("maximumOutputNoise"),
		from: "allowed noise",
		severity: "should",
		help: (c) => `C3, a reference with at most ${say(c.must("U1.voltageNoise").nominal * c.must("maximumOutputNoise").low / (c.out("outputNoise").high ?? 1), "V/rtHz")}, or an RC after the regulator would help.`
	},
	"output-capacitance": {
		title: "output capacitor",
		value: (c) => part(c, "C2"),
		unit: "F",
		sense: "atLeast",
		limit: (c) => c.range("U1.minimumCapacitance"),
		from: "least capacitance for stability",
		severity: "must",
		help: (c) => {
			const range = c.range("C2.value");
			const tolerance = range && range.nominal > 0 ? 1 - range.low / range.nominal : .2;
			return `C2 of ${say(nextAbove(c.must("U1.minimumCapacitance").high / (1 - tolerance), "E6"), "F")} passes. Ceramics lose capacitance with DC bias: enter what is left.`;
		}
	},
	"output-capacitor-voltage": {
		title: "voltage on C2",
		value: "outputVoltage",
		sense: "atMost",
		limit: (c) => c.range("C2.voltageRating"),
		from: "rating of C2",
		derated: true,
		severity: "must",
		help: (c) => {
			const next = CAPACITOR_VOLTAGES.find((v) => v * .8 >= (c.out("outputVoltage").high ?? Infinity));
			return next ? `A capacitor rated ${say(next, "V")} passes.` : "Take a capacitor of a higher voltage rating.";
		}
	},
	"esr-maximum": {
		title: "ESR of C2",
		value: (c) => c.must("C2.esr"),
		unit: "ohm",
		sense: "atMost",
		limit: (c) => c.range("U1.esrMaximum"),
		from: "stability range of U1",
		severity: "must",
		help: (c) => `Take a capacitor with less than ${say(c.must("U1.esrMaximum").low, "ohm")}.`
	},
	"esr-minimum": {
		title: "ESR of C2",
		value: (c) => c.must("C2.esr"),
		unit: "ohm",
		sense: "atLeast",
		limit: (c) => c.range("U1.esrMinimum"),
		from: "stability range of U1",
		applies: (c) => c.must("U1.esrMinimum").high > 0,
		severity: "must",
		help: (c) => `Add ${say(nextAbove(Math.max(c.must("U1.esrMinimum").high - c.must("C2.esr").low, .001), "E12"), "ohm")} in series with the ceramic.`
	},
	"cold-start": {
		title: "current into the cold load",
		value: "startCurrent",
		sense: "atLeast",
		limit: (c) => c.must("loadCurrent").high,
		from: "running current of the filament",
		applies: (c) => c.must("coldCurrentRatio").high > 1,
		severity: "must",
		help: () => "A lower input-output difference, a regulator with a higher limit, a soft start or an NTC would let it warm up."
	}
};
// src/core/kinds/power/linear-regulator/figure.ts
/** Regulator with its feedback resistors and output capacitor. */
function figure(c) {
	const { given: g, parts } = c.x;
	const divided = g.regulatorType !== "fixed";
	const pins = [
		{
			x: 150,
			y: 50,
			name: "in",
			side: "left"
		},
		{
			x: 240,
			y: 50,
			name: "out",
			side: "right"
		},
		{
			x: 195,
			y: 78,
			name: divided ? g.regulatorType === "adjust-pin" ? "adj" : "fb" : "gnd",
			side: "bottom"
		}
	];
	const items = [
		{
			sym: "port",
			at: [40, 50],
			label: "in",
			value: say(g.inputVoltage, "V"),
			side: "left"
		},
		{
			sym: "wire",
			points: [[40, 50], [150, 50]]
		},
		{
			sym: "block",
			id: "U1",
			at: [150, 28],
			size: [90, 50],
			label: "U1",
			pins
		},
		{
			sym: "wire",
			points: [[240, 50], [460, 50]]
		},
		{
			sym: "port",
			at: [460, 50],
			label: "out",
			value: sayOut(c, "outputVoltage", "V"),
			side: "right"
		},
		{
			sym: "dot",
			at: [400, 50]
		},
		{
			sym: "wire",
			points: [[400, 50], [400, 70]]
		},
		{
			sym: "capacitor",
			id: "C2",
			at: [400, 70],
			dir: "down",
			label: "C2",
			value: sayPart(parts.C2.value, "F")
		},
		{
			sym: "ground",
			at: [400, 140]
		}
	];
	if (!divided) return {
		width: 540,
		height: 190,
		title: "Fixed regulator with its output capacitor",
		items: [
			...items,
			{
				sym: "wire",
				points: [[195, 78], [195, 140]]
			},
			{
				sym: "ground",
				at: [195, 140]
			}
		]
	};
	items.push({
		sym: "dot",
		at: [290, 50]
	}, {
		sym: "resistor",
		id: "R1",
		at: [290, 50],
		dir: "down",
		label: "R1",
		value: sayPart(parts.R1.value, "ohm")
	}, {
		sym: "dot",
		at: [290, 120]
	}, {
		sym: "wire",
		points: [
			[195, 78],
			[195, 120],
			[290, 120]
		]
	}, {
		sym: "resistor",
		id: "R2",
		at: [290, 120],
		dir: "down",
		label: "R2",
		value: sayPart(parts.R2.value, "ohm")
	}, {
		sym: "ground",
		at: [290, 190]
	});
	if (parts.C3.value !== null) items.push({
		sym: "wire",
		points: [[225, 120], [225, 130]]
	}, {
		sym: "dot",
		at: [225, 120]
	}, {
		sym: "capacitor",
		id: "C3",
		at: [225, 130],
		dir: "down",
		label: "C3",
		value: sayPart(parts.C3.value, "F"),
		side: -1
	}, {
		sym: "ground",
		at: [225, 200]
	});
	return {
		width: 540,
		height: 225,
		title: "Adjustable regulator with its feedback resistors",
		items
	};
}
// src/core/kinds/power/linear-regulator/sizing.ts
/**
* Both resistors together: least error of the output, then least worst-case error. On an adjust pin R1 stays at
* 120–270 Ω and, where the load may fall below the regulator's least, low enough for the divider to carry that.
*/
function size$2(s, x) {
	const fixed = {};
	if (s.open("C2")) fixed.C2 = nextAbove(Math.max(s.param("U1.minimumCapacitance").high, 1e-9) / (1 - s.tolerance("C2")), s.series("C2"));
	if (s.open("C3")) fixed.C3 = 1e-5;
	const { regulatorType, outputVoltage: wanted } = x.given;
	if (regulatorType === "fixed" || !(s.open("R1") || s.open("R2"))) return Object.keys(fixed).length ? [{
		values: fixed,
		why: "smallest that keeps the loop stable"
	}] : [];
	return (regulatorType === "adjust-pin" ? adjustPairs(s, wanted) : feedbackPairs(s, wanted)).map((o) => ({
		...o,
		values: {
			...fixed,
			...pickOpen(s, o.values)
		}
	}));
}
var pickOpen = (s, values) => Object.fromEntries(Object.entries(values).filter(([slot]) => s.open(slot)));
function adjustPairs(s, wanted) {
	const ref = s.param("U1.referenceVoltage");
	const adjust = s.param("U1.adjustCurrent").nominal;
	const lack = s.param("U1.minimumLoad").high - s.range("loadCurrent").low;
	const highestR1 = lack > 0 ? ref.low / lack / (1 + s.tolerance("R1")) : Infinity;
	const bottoms = s.candidates("R1", 120, 270);
	const low = bottoms.filter((r) => r <= highestR1);
	return ranked((low.length ? low : bottoms).flatMap((R1) => s.candidates("R2", 10, 1e5).map((R2) => ({
		R1,
		R2,
		out: ref.nominal * (1 + R2 / R1) + adjust * R2,
		ratio: R2 / R1
	}))), wanted, s);
}
function feedbackPairs(s, wanted) {
	const ref = s.param("U1.referenceVoltage");
	const bias = s.param("U1.adjustCurrent").nominal;
	return ranked(s.candidates("R2", 5e3, 5e4).flatMap((R2) => s.candidates("R1", 1e3, 1e5).map((R1) => ({
		R1,
		R2,
		out: ref.nominal * (1 + R1 / R2) + bias * R1,
		ratio: R1 / R2
	}))), wanted, s);
}
function ranked(pairs, wanted, s) {
	const spread = s.tolerance("R1") + s.tolerance("R2");
	return pairs.map((p) => ({
		...p,
		error: Math.abs(p.out - wanted),
		worst: Math.abs(p.out - wanted) + p.ratio / (1 + p.ratio) * spread * wanted
	})).sort((a, b) => a.error - b.error || a.worst - b.worst || b.R1 - a.R1).slice(0, 5).map((p) => ({
		values: {
			R1: p.R1,
			R2: p.R2
		},
		why: `${formatText(p.out, "V")}, ${formatText((p.out - wanted) / wanted, "ratio", 2)} off`
	}));
}
// src/core/kinds/power/linear-regulator/working.ts
/** From the reference to the junction, each step with the numbers put in. */
function working$4(c) {
	const { given: g, parts, ambient } = c.x;
	const { U1, R1, R2 } = parts;
	const n = (name) => c.nominal(name) ?? NaN;
	const raw = (name) => c.study.nominal[name];
	const { a, rTop } = feedback(g.regulatorType, U1.referenceVoltage, R1.value, R2.value);
	const steps = [];
	if (g.regulatorType !== "fixed" && R1.value !== null && R2.value !== null) {
		const adjust = g.regulatorType === "adjust-pin";
		steps.push({
			title: "Gain of the reference",
			expression: adjust ? "1 + R2/R1" : "1 + R1/R2",
			values: {
				R1: q(R1.value, "ohm"),
				R2: q(R2.value, "ohm")
			},
			result: {
				name: "a",
				value: a,
				unit: ""
			},
			source: "feedback divider"
		}, {
			title: "Divider current",
			expression: adjust ? "Vref/R1" : "Vref/R2",
			values: {
				Vref: q(U1.referenceVoltage, "V"),
				R1: q(R1.value, "ohm"),
				R2: q(R2.value, "ohm")
			},
			result: {
				name: "Id",
				value: raw("dividerCurrent"),
				unit: "A"
			},
			outcome: "dividerCurrent",
			source: "Ohm"
		});
	}
	steps.push({
		title: "Output voltage",
		expression: "a*Vref + Iadj*Rtop - Ro*IL",
		values: {
			a: q(a, ""),
			Vref: q(U1.referenceVoltage, "V"),
			Iadj: q(U1.adjustCurrent, "A"),
			Rtop: q(rTop, "ohm"),
			Ro: q(U1.outputResistance, "ohm"),
			IL: q(g.loadCurrent, "A")
		},
		result: {
			name: "Vout",
			value: raw("outputVoltage"),
			unit: "V"
		},
		outcome: "outputVoltage",
		source: "regulator datasheet practice"
	}, {
		title: "Input current",
		expression: "IL + Id + Iq",
		values: {
			IL: q(g.loadCurrent, "A"),
			Id: q(raw("dividerCurrent"), "A"),
			Iq: q(U1.quiescentCurrent, "A")
		},
		result: {
			name: "Iin",
			value: raw("inputCurrent"),
			unit: "A"
		},
		outcome: "inputCurrent",
		source: "Kirchhoff"
	}, {
		title: "Headroom at the trough",
		expression: "Vt - Vout",
		values: {
			Vt: q(g.inputTrough ?? g.inputVoltage - g.inputRipple / 2, "V"),
			Vout: q(raw("outputVoltage"), "V")
		},
		result: {
			name: "d",
			value: raw("differential"),
			unit: "V"
		},
		outcome: "differential",
		source: "definition"
	}, {
		title: "Dropout needed",
		expression: "V0 + R0*IL",
		values: {
			V0: q(U1.dropoutVoltage, "V"),
			R0: q(U1.dropoutResistance, "ohm"),
			IL: q(g.loadCurrent, "A")
		},
		result: {
			name: "Vdo",
			value: raw("dropoutVoltage"),
			unit: "V"
		},
		outcome: "dropoutVoltage",
		source: "regulator datasheet practice"
	});
	if (c.nominal("dissipation") !== null) {
		const theta = g.sinkToAmbient === null ? U1.junctionToAmbient : U1.junctionToCase + g.caseToSink + g.sinkToAmbient;
		steps.push({
			title: "Dissipation",
			expression: "(Vin - Vout)*(IL + Id) + Vin*Iq",
			values: {
				Vin: q(g.inputVoltage, "V"),
				Vout: q(n("outputVoltage"), "V"),
				IL: q(g.loadCurrent, "A"),
				Id: q(n("dividerCurrent"), "A"),
				Iq: q(U1.quiescentCurrent, "A")
			},
			result: {
				name: "P",
				value: n("dissipation"),
				unit: "W"
			},
			outcome: "dissipation",
			source: "power balance"
		}, {
			title: "Junction",
			expression: "Ta + P*theta",
			values: {
				Ta: q(ambient, "degC"),
				P: q(n("dissipation"), "W"),
				theta: q(theta, "K/W")
			},
			result: {
				name: "Tj",
				value: n("junctionTemperature"),
				unit: "degC"
			},
			outcome: "junctionTemperature",
			source: "JEDEC JESD51"
		});
	}
	if (c.nominal("outputRipple") !== null) steps.push({
		title: "Ripple that passes",
		expression: "Vr*10^(-A/20)",
		values: {
			Vr: q(g.inputRipple, "V"),
			A: q(n("rippleRejection"), "dB")
		},
		result: {
			name: "Vro",
			value: n("outputRipple"),
			unit: "V"
		},
		outcome: "outputRipple",
		source: "definition of the decibel"
	});
	return steps;
}
// src/core/kinds/power/linear-regulator/index.ts
var linearRegulator = defineKind({
	id: "linear-regulator",
	family: "power",
	group: "Supply",
	title: "Linear regulator",
	aliases: [
		"LDO",
		"three-terminal regulator",
		"adjustable regulator",
		"low-dropout",
		"voltage regulator",
		"heater supply"
	],
	purpose: "A quiet stable rail, judged where it hurts: dropout at the ripple trough on low line, heat at high line with peak load.",
	given: {
		inputVoltage: num("V", 12, "mean"),
		inputTrough: num("V", null, "null: inputVoltage − inputRipple/2"),
		inputMaximum: num("V", null, "highest input with nothing drawn; null: inputVoltage + inputRipple/2"),
		inputRipple: num("V", 0, "peak to peak", { min: 0 }),
		rippleFrequency: num("Hz", 100),
		inputNoise: num("V", 0, "rms", { min: 0 }),
		outputVoltage: num("V", 5, "wanted"),
		outputTolerance: num("ratio", .08),
		loadCurrent: num("A", .1, "drawn from the output", { min: 0 }),
		loadCapacitance: num("F", 0, "on the rail beyond C2", { min: 0 }),
		regulatorType: choice([
			"adjust-pin",
			"feedback-pin",
			"fixed"
		], "adjust-pin", "adjust-pin: reference between output and adjust (R1), R2 to ground. feedback-pin: reference against ground across R2, R1 on top"),
		maximumOutputRipple: num("V", .01),
		maximumOutputNoise: num("V", .001),
		sinkToAmbient: num("K/W", null, "heatsink; null none"),
		caseToSink: num("K/W", .5, void 0, { min: 0 }),
		noiseLow: num("Hz", 10),
		noiseHigh: num("Hz", 1e5),
		coldCurrentRatio: num("ratio", 1, "cold over running current of a filament or heater (6–12 times)"),
		ambient: num("degC", null, "from the board", { any: true })
	},
	parts: {
		U1: {
			type: "device",
			doc: "regulator",
			params: {
				referenceVoltage: num("V", {
					nominal: 1.25,
					tolerance: .04
				}, "of a fixed type: its output voltage"),
				adjustCurrent: num("A", {
					nominal: 5e-5,
					low: 0,
					high: 1e-4
				}, "out of the adjust pin, or into the feedback pin", { min: 0 }),
				quiescentCurrent: num("A", 0, "to ground", { min: 0 }),
				dropoutVoltage: num("V", 2, "constant part", { min: 0 }),
				dropoutResistance: num("ohm", 0, "part that grows with load (MOS pass device)", { min: 0 }),
				outputResistance: num("ohm", .01, "load regulation", { min: 0 }),
				minimumLoad: num("A", .01, void 0, { min: 0 }),
				currentRating: num("A", 1.5),
				currentLimit: num("A", 2.2, "at small input-output difference"),
				foldbackKnee: num("V", 15, "difference where the limit starts to fold", { min: 0 }),
				foldbackSlope: num("A/V", .08, void 0, { min: 0 }),
				foldbackCurrent: num("A", .4, "floor"),
				rippleRejection: num("dB", 65, "low frequency, output equal to reference", { min: 0 }),
				rejectionCorner: num("Hz", 1e3, "−3 dB, first order beyond"),
				voltageNoise: num("V/rtHz", 12e-8, "at the reference", { min: 0 }),
				maximumInput: num("V", 40),
				maximumDifferential: num("V", 40),
				junctionToAmbient: num("K/W", 50),
				junctionToCase: num("K/W", 5, void 0, { min: 0 }),
				maximumJunction: num("degC", 125, void 0, { any: true }),
				minimumCapacitance: num("F", 1e-6, void 0, { min: 0 }),
				esrMinimum: num("ohm", 0, void 0, { min: 0 }),
				esrMaximum: num("ohm", 10)
			}
		},
		R1: {
			type: "resistor",
			series: "E24",
			tolerance: .01,
			doc: "output to adjust or feedback pin",
			needed: (g) => g.regulatorType !== "fixed"
		},
		R2: {
			type: "resistor",
			series: "E24",
			tolerance: .01,
			doc: "that pin to ground",
			needed: (g) => g.regulatorType !== "fixed"
		},
		C2: {
			type: "capacitor",
			series: "E6",
			tolerance: .2,
			default: 1e-5,
			doc: "output",
			params: {
				esr: num("ohm", .1, void 0, { min: 0 }),
				voltageRating: num("V", 16)
			}
		},
		C3: {
			type: "capacitor",
			series: "E6",
			tolerance: .2,
			optional: true,
			doc: "across R2 (adjust-pin) or across R1 (feedback-pin)"
		}
	},
	outcomes: {
		outputVoltage: {
			unit: "V",
			title: "output voltage"
		},
		dividerCurrent: {
			unit: "A",
			title: "divider current"
		},
		outputCurrent: {
			unit: "A",
			title: "current through the device",
			doc: "through the pass device"
		},
		inputCurrent: {
			unit: "A",
			title: "input current"
		},
		differential: {
			unit: "V",
			title: "headroom at the trough",
			doc: "across the device at the trough"
		},
		dropoutVoltage: {
			unit: "V",
			title: "dropout"
		},
		minimumInputVoltage: {
			unit: "V",
			title: "least mean input",
			doc: "mean input needed"
		},
		inputPeak: {
			unit: "V",
			title: "highest input"
		},
		dissipation: {
			unit: "W",
			title: "dissipation"
		},
		junctionTemperature: {
			unit: "degC",
			title: "junction"
		},
		requiredSinkToAmbient: {
			unit: "K/W",
			title: "heatsink needed",
			doc: "null if no heatsink can"
		},
		highestInputVoltage: {
			unit: "V",
			title: "honest top of the input range",
			doc: "stays cool and in rating at this load; its low end is the honest top of the advertised input range"
		},
		highestLoad: {
			unit: "A",
			title: "highest load at this input",
			doc: "its low end is the load at high line"
		},
		rippleRejection: {
			unit: "dB",
			title: "ripple rejection"
		},
		outputRipple: {
			unit: "V",
			title: "output ripple"
		},
		outputNoise: {
			unit: "V",
			title: "output noise"
		},
		efficiency: {
			unit: "ratio",
			title: "efficiency"
		},
		startUpTime: {
			unit: "s",
			title: "start-up time",
			doc: "null if loadCurrent >= currentLimit"
		},
		startVoltage: {
			unit: "V",
			title: "first output when cold",
			doc: "first output with a cold filament; null unless coldCurrentRatio > 1"
		},
		startCurrent: {
			unit: "A",
			title: "current into the cold load"
		},
		startDissipation: {
			unit: "W",
			title: "heat at a cold start"
		}
	},
	size: size$2,
	evaluate: ({ given: g, parts: { U1, R1, R2, C2, C3 }, ambient }) => {
		const { a, rTop, dividerCurrent } = feedback(g.regulatorType, U1.referenceVoltage, R1.value, R2.value);
		const outputVoltage = a * U1.referenceVoltage + U1.adjustCurrent * rTop - U1.outputResistance * g.loadCurrent;
		const outputCurrent = g.loadCurrent + dividerCurrent;
		const inputCurrent = outputCurrent + U1.quiescentCurrent;
		const trough = g.inputTrough ?? g.inputVoltage - g.inputRipple / 2;
		const dropoutVoltage = U1.dropoutVoltage + U1.dropoutResistance * g.loadCurrent;
		const drop = Math.max(0, g.inputVoltage - outputVoltage);
		const dissipation = drop * outputCurrent + g.inputVoltage * U1.quiescentCurrent;
		const theta = junctionToAmbient({
			...U1,
			caseToSink: g.caseToSink,
			sinkToAmbient: g.sinkToAmbient
		});
		const coolPower = (U1.maximumJunction - ambient) / theta;
		const sink = (U1.maximumJunction - ambient) / dissipation - U1.junctionToCase - g.caseToSink;
		const tau = rTop * (C3.value ?? 0);
		const rejection = Math.max(0, U1.rippleRejection - 10 * Math.log10(1 + (g.rippleFrequency / U1.rejectionCorner) ** 2) - toDb(bypassGain(a, tau, g.rippleFrequency)));
		const cold = coldStart(g, U1, outputVoltage);
		return {
			outputVoltage,
			dividerCurrent,
			outputCurrent,
			inputCurrent,
			differential: trough - outputVoltage,
			dropoutVoltage,
			minimumInputVoltage: outputVoltage + dropoutVoltage + g.inputRipple / 2,
			inputPeak: g.inputMaximum ?? g.inputVoltage + g.inputRipple / 2,
			dissipation,
			junctionTemperature: ambient + dissipation * theta,
			requiredSinkToAmbient: sink > 0 ? sink : NO_SINK,
			highestInputVoltage: inputCurrent > 0 ? Math.min((coolPower + outputVoltage * outputCurrent) / inputCurrent, U1.maximumInput, outputVoltage + U1.maximumDifferential) : Math.min(U1.maximumInput, outputVoltage + U1.maximumDifferential),
			highestLoad: drop > 0 ? Math.max(0, Math.min((coolPower - g.inputVoltage * U1.quiescentCurrent) / drop - dividerCurrent, U1.currentRating)) : U1.currentRating,
			rippleRejection: rejection,
			outputRipple: g.inputRipple / fromDb(rejection),
			outputNoise: Math.hypot(U1.voltageNoise * Math.sqrt(noiseGainBandwidth(a, tau, g.noiseLow, g.noiseHigh)), g.inputNoise / fromDb(rejection)),
			efficiency: inputCurrent > 0 ? outputVoltage * g.loadCurrent / (g.inputVoltage * inputCurrent) : 0,
			startUpTime: g.loadCurrent >= U1.currentLimit ? LIMITED : ((C2.value ?? 0) + g.loadCapacitance) * outputVoltage / (U1.currentLimit - g.loadCurrent),
			...cold
		};
	},
	region: (c) => {
		const [d, need] = [c.out("differential"), c.out("dropoutVoltage")];
		const lost = (ends, ...names) => names.map((outcome) => ({
			outcome,
			ends
		}));
		if ((d.nominal ?? 0) < (need.nominal ?? 0)) return {
			outside: lost([
				"nominal",
				"low",
				"high"
			], "outputVoltage", "outputRipple", "outputNoise", "startCurrent", "startVoltage", "startDissipation", "efficiency", "dissipation", "junctionTemperature"),
			reason: "the input does not reach the output plus the dropout"
		};
		if ((d.low ?? -Infinity) >= (need.high ?? Infinity)) return null;
		return {
			outside: [...lost(["low"], "outputVoltage", "startCurrent", "startVoltage"), ...lost(["high"], "outputRipple", "outputNoise", "startDissipation")],
			reason: "the regulator drops out at the low end of its input"
		};
	},
	checks: checks$3,
	rails: {
		in: {
			role: "consumes",
			fills: {
				voltage: "inputVoltage",
				ripple: "inputRipple",
				rippleFrequency: "rippleFrequency",
				trough: "inputTrough",
				noLoad: "inputMaximum",
				noise: "inputNoise"
			},
			draws: "inputCurrent",
			gives: {
				minimum: (c) => sum(c.out("outputVoltage").high, c.out("dropoutVoltage").high),
				maximum: (c) => ceiling(c.must("U1.maximumInput").low, c.out("outputVoltage").low, c.must("U1.maximumDifferential").low),
				absoluteMaximum: "U1.maximumInput"
			}
		},
		out: {
			role: "provides",
			fills: {
				load: "loadCurrent",
				capacitance: "loadCapacitance"
			},
			gives: {
				voltage: "outputVoltage",
				ripple: "outputRipple",
				rippleFrequency: "rippleFrequency",
				noise: "outputNoise",
				currentLimit: "U1.currentRating"
			},
			collapsed: (c) => Math.max(0, (c.out("differential").low ?? 0) + c.study.nominal.outputVoltage - (c.out("dropoutVoltage").high ?? 0))
		}
	},
	signals: {},
	heat: ({ given: g }, o) => ({
		device: (g.inputVoltage - o.outputVoltage) * o.outputCurrent + g.inputVoltage * (o.inputCurrent - o.outputCurrent),
		divider: o.outputVoltage * o.dividerCurrent
	}),
	working: working$4,
	figure,
	bringUp,
	confirm: [
		{
			id: "pin-order",
			text: "The regulator’s pin order is checked against the datasheet of the very part that will be fitted: families differ."
		},
		{
			id: "tab",
			text: "The tab’s potential is known, and it is insulated from the heatsink or the case where it must be."
		},
		{
			id: "protection-diodes",
			text: "Diode from output to input (C2 above 25 µF at over 12 V, or an input that can be shorted) and from adjust to output (C3 above 10 µF) are fitted where needed."
		}
	],
	cautions: ["The tab may be at output or input potential: insulate it.", "Heatsinks above 60 °C burn fingers. Let them cool, and mark them."],
	schools: "Linear after everything (quiet, hot), linear only for analog rails after a converter (usual), or a filtered converter without linear (cool). E24 pair or trimmer: a trimmer that opens must not raise the output.",
	sources: [
		"three-terminal regulator datasheet practice",
		"JEDEC JESD51",
		"control theory of feedback dividers"
	]
});
var NO_SINK = impossible("no heatsink keeps the junction within its limit");
var LIMITED = impossible("the load is as large as the current limit: the output never rises");
var NOT_COLD = none("no cold filament or heater is given");
var sum = (a, b) => a === null || b === null ? null : a + b;
var ceiling = (input, output, differential) => output === null ? input : Math.min(input, output + differential);
/** Closed-loop gain of the reference, the resistor the adjust current flows through, and the divider's current. */
function feedback(type, vref, r1, r2) {
	if (type === "fixed" || r1 === null || r2 === null) return {
		a: 1,
		rTop: 0,
		dividerCurrent: 0
	};
	if (type === "adjust-pin") return {
		a: 1 + r2 / r1,
		rTop: r2,
		dividerCurrent: vref / r1
	};
	return {
		a: 1 + r1 / r2,
		rTop: r1,
		dividerCurrent: vref / r2
	};
}
/** Gain from reference to output at a frequency with the bypass capacitor: a at DC, 1 far above its corner. */
function bypassGain(a, tau, frequency) {
	const w = (2 * Math.PI * frequency * tau) ** 2;
	return Math.sqrt((a * a + w) / (1 + w));
}
/** ∫ gain² df over the noise band, Hz, for a white reference noise. Integral of (a²+x²)/(1+x²). */
function noiseGainBandwidth(a, tau, f1, f2) {
	if (tau === 0) return a * a * (f2 - f1);
	const fc = 1 / (2 * Math.PI * tau);
	return f2 - f1 + (a * a - 1) * fc * (Math.atan(f2 / fc) - Math.atan(f1 / fc));
}
function coldStart(g, U1, wanted) {
	if (!(g.coldCurrentRatio > 1) || g.loadCurrent === 0) return {
		startVoltage: NOT_COLD,
		startCurrent: NOT_COLD,
		startDissipation: NOT_COLD
	};
	const coldOhms = wanted / (g.loadCurrent * g.coldCurrentRatio);
	const startVoltage = coldStartVoltage(U1, g.inputVoltage, wanted, coldOhms);
	const startCurrent = startVoltage / coldOhms;
	return {
		startVoltage,
		startCurrent,
		startDissipation: (g.inputVoltage - startVoltage) * startCurrent
	};
}
// src/core/kinds/analog/rc-lowpass/checks.ts
var GRADES$1 = [
	.2,
	.1,
	.05,
	.02,
	.01
];
var checks$2 = {
	"cutoff-accuracy": {
		title: "cutoff accuracy",
		value: "cutoffFrequency",
		sense: "within",
		limit: (c) => {
			const target = c.must("cutoffFrequency").nominal;
			return {
				target,
				band: target * c.must("cutoffTolerance").low
			};
		},
		from: "wanted cutoff with its tolerance",
		severity: "should",
		help: (c) => {
			const wanted = c.must("cutoffFrequency").nominal;
			const offset = Math.abs((c.nominal("cutoffFrequency") ?? 0) / wanted - 1);
			const room = c.must("cutoffTolerance").low - offset;
			const r = c.must("R1.value");
			const left = room - (r.nominal > 0 ? (r.high - r.low) / 2 / r.nominal : 0);
			const grade = GRADES$1.find((t) => t / (1 - t) <= left);
			if (room <= 0) return `The nominal cutoff is ${say(offset, "ratio")} off: choose another pair.`;
			return grade ? `The capacitor dominates: a ${say(grade, "ratio")} type passes.` : "Even a 1 % capacitor does not pass: widen the allowed error, or trim.";
		}
	},
	attenuation: {
		title: "attenuation",
		value: "attenuation",
		sense: "atLeast",
		limit: (c) => c.range("attenuation"),
		from: "attenuation wanted there",
		whenNull: "absent",
		severity: "should",
		help: (c) => {
			const frequency = c.range("attenuationFrequency");
			const wanted = c.must("attenuation").high;
			if (!frequency) return "Give the frequency where it is wanted, or connect the converter that samples.";
			const corner = frequency.low / Math.sqrt(10 ** (wanted / 10) - 1);
			const octave = 10 * Math.log10(1 + (frequency.low / (c.out("cutoffFrequency").high ?? Infinity)) ** 2);
			const order = octave > 0 ? Math.ceil(wanted / octave) : null;
			return `A cutoff of ${say(corner, "Hz")} or less would reach ${say(wanted, "dB")}${order && order < 9 ? `, or ${order} such poles` : ""}. Lower ESR helps far above the corner.`;
		}
	},
	settling: {
		title: "settling",
		value: "settlingTime",
		sense: "atMost",
		limit: (c) => c.range("maximumSettlingTime"),
		from: "time allowed to settle",
		whenNull: "absent",
		severity: "should",
		help: (c) => {
			const time = c.must("maximumSettlingTime").low;
			const worst = c.out("settlingTime").high ?? Infinity;
			const largest = c.must("C1.value").nominal * time / worst;
			const tau = time / settlingConstants(c.must("resolution").high);
			return `C1 of ${say(nextBelow(largest, "E12"), "F")} passes with this R1: the time constant must stay under ${say(tau, "s")}.`;
		}
	},
	"leakage-error": {
		title: "error from leakage",
		value: "leakageErrorLsb",
		sense: "within",
		limit: (c) => ({
			target: 0,
			band: c.must("maximumErrorLsb").low
		}),
		from: "allowed DC error",
		severity: "should",
		help: (c) => {
			const error = c.out("leakageErrorLsb");
			const over = Math.max(Math.abs(error.low ?? 0), Math.abs(error.high ?? 0)) / c.must("maximumErrorLsb").low;
			return `R1 of ${say(nextBelow(Math.max(1, c.must("R1.value").nominal / Math.max(over, 1e-9)), "E24"), "ohm")} passes, or a film or C0G capacitor if leakage is what hurts.`;
		}
	},
	"driver-current": {
		title: "current of the driver",
		value: "peakCurrent",
		sense: "atMost",
		limit: (c) => c.range("currentLimit"),
		from: "what the driver may give",
		whenNull: "absent",
		severity: "must",
		help: (c) => {
			const least = (c.range("stepVoltage")?.high ?? c.must("fullScale").high) / c.must("currentLimit").low - c.must("sourceResistance").low - c.must("C1.esr").low;
			return `R1 of ${say(nextAbove(Math.max(1, least / .99), "E24"), "ohm")} or more passes.`;
		}
	},
	noise: {
		title: "noise",
		value: "outputNoise",
		sense: "atMost",
		limit: (c) => c.range("maximumNoise"),
		from: "allowed noise, rms",
		whenNull: "absent",
		severity: "should",
		help: (c) => {
			const factor = ((c.out("outputNoise").high ?? 0) / c.must("maximumNoise").low) ** 2;
			return `C1 of ${say(nextAbove(c.must("C1.value").nominal * factor, "E12"), "F")} passes: the noise is √(kT/C), whatever R1.`;
		}
	}
};
// src/core/kinds/analog/rc-lowpass/sizing.ts
/** Among pairs this close in cutoff, the one with R nearest to 10 kΩ is taken. */
var TIE = .001;
var USUAL = 1e4;
/**
* All pairs of R1 (1–100 kΩ) and C1 (100 pF – 10 µF): least error of the cutoff with source and load counted, pairs
* that break the leakage error or the driver's current after those that hold.
*/
function size$1(s, { given: g, parts: { C1 } }) {
	if (!s.open("R1") && !s.open("C1")) return [];
	const lsb = g.fullScale / 2 ** g.resolution;
	const errorLimit = s.limit("maximumErrorLsb");
	const currentLimit = s.limit("currentLimit");
	const pairs = s.candidates("R1", 1e3, 1e5).flatMap((r) => s.candidates("C1", 1e-10, 1e-5).map((c) => {
		const rp = parallel(r + g.sourceResistance, g.loadResistance);
		const farads = c * C1.biasFactor;
		const [tau, zero] = [(rp + C1.esr) * farads, C1.esr * farads];
		const square = tau * tau - 2 * zero * zero;
		const cutoff = square > 0 ? 1 / (2 * Math.PI * Math.sqrt(square)) : Infinity;
		const leak = Math.abs(C1.leakageCurrent + g.biasCurrent) * rp / lsb;
		const peak = (g.stepVoltage ?? g.fullScale) / (r + g.sourceResistance + C1.esr);
		return {
			r,
			c,
			cutoff,
			breaks: Number(errorLimit !== null && leak > errorLimit) + Number(currentLimit !== null && peak > currentLimit),
			error: Math.abs(cutoff / g.cutoffFrequency - 1),
			level: Math.abs(Math.log(r / USUAL))
		};
	}));
	const step = (e) => Math.round(e / TIE);
	return pairs.sort((a, b) => a.breaks - b.breaks || step(a.error) - step(b.error) || a.level - b.level || a.error - b.error).slice(0, 5).map((p) => ({
		values: {
			...s.open("R1") ? { R1: p.r } : {},
			...s.open("C1") ? { C1: p.c } : {}
		},
		why: `cutoff ${formatText(p.cutoff, "Hz", 3)}, ${formatText(p.error, "ratio", 2)} off`
	}));
}
// src/core/kinds/analog/rc-lowpass/working.ts
var shownOhms$1 = (ohms) => Number.isFinite(ohms) ? ohms : 0xe8d4a51000;
/** From the resistances to noise and settling. */
function working$3(c) {
	const { given: g, parts, ambient } = c.x;
	const { R1, C1 } = parts;
	const raw = (name) => c.study.nominal[name];
	const has = (name) => !isAbsent(c.study.nominal[name]);
	const rp = q(parallel(R1.value + g.sourceResistance, g.loadResistance), "ohm");
	const farads = q(C1.value * C1.biasFactor, "F");
	const tau = q(raw("timeConstant"), "s");
	const esr = q(C1.esr, "ohm");
	const steps = [
		{
			title: "Resistance the capacitor sees",
			expression: "1/(1/(R1 + Rs) + 1/RL)",
			values: {
				R1: q(R1.value, "ohm"),
				Rs: q(g.sourceResistance, "ohm"),
				RL: q(shownOhms$1(g.loadResistance), "ohm")
			},
			result: {
				name: "Rp",
				...rp
			},
			source: "parallel resistances"
		},
		{
			title: "Capacitance at the working voltage",
			expression: "C1*b",
			values: {
				C1: q(C1.value, "F"),
				b: q(C1.biasFactor, "ratio")
			},
			result: {
				name: "C",
				...farads
			},
			source: "what DC bias leaves"
		},
		{
			title: "Time constant",
			expression: "(Rp + esr)*C",
			values: {
				Rp: rp,
				esr,
				C: farads
			},
			result: {
				name: "tau",
				...tau
			},
			outcome: "timeConstant",
			source: "first-order network"
		}
	];
	if (has("cutoffFrequency")) steps.push({
		title: "Cutoff",
		expression: "1/(2*pi*sqrt(tau^2 - 2*(esr*C)^2))",
		values: {
			tau,
			esr,
			C: farads
		},
		result: {
			name: "fc",
			value: raw("cutoffFrequency"),
			unit: "Hz"
		},
		outcome: "cutoffFrequency",
		source: "half power, with the zero of the ESR"
	});
	steps.push({
		title: "Settling to half an LSB",
		expression: "tau*((n + 1)*log(2) + log(Rp/(Rp + esr)))",
		values: {
			tau,
			n: q(g.resolution, "bit"),
			Rp: rp,
			esr
		},
		result: {
			name: "ts",
			value: raw("settlingTime"),
			unit: "s"
		},
		outcome: "settlingTime",
		source: "exponential settling"
	});
	if (has("attenuation")) steps.push({
		title: "Attenuation there",
		expression: "10*log10((1 + (2*pi*f*tau)^2)/(1 + (2*pi*f*esr*C)^2))",
		values: {
			f: q(g.attenuationFrequency, "Hz"),
			tau,
			esr,
			C: farads
		},
		result: {
			name: "A",
			value: raw("attenuation"),
			unit: "dB"
		},
		outcome: "attenuation",
		source: "first-order network"
	});
	steps.push({
		title: "Noise, whole band",
		expression: "sqrt(1.380649e-23*(T + 273.15)/C)",
		values: {
			T: q(ambient, "degC"),
			C: farads
		},
		result: {
			name: "vn",
			value: raw("outputNoise"),
			unit: "V"
		},
		outcome: "outputNoise",
		source: "Nyquist, equipartition"
	}, {
		title: "Error from leakage",
		expression: "(Il + Ib)*Rp",
		values: {
			Il: q(C1.leakageCurrent, "A"),
			Ib: q(g.biasCurrent, "A"),
			Rp: rp
		},
		result: {
			name: "e",
			value: raw("leakageError"),
			unit: "V"
		},
		outcome: "leakageError",
		source: "Ohm"
	});
	return steps;
}
// src/core/kinds/analog/rc-lowpass/index.ts
/** Attenuation relative to DC, dB, of one pole with an ESR zero. // [Oppenheim] ch. 6; zero at 1/(2π·esr·C) */
var attenuationAt = (frequency, tau, zero) => {
	const w = 2 * Math.PI * frequency;
	return 10 * Math.log10((1 + (w * tau) ** 2) / (1 + (w * zero) ** 2));
};
var rcLowpass = defineKind({
	id: "rc-lowpass",
	family: "analog",
	group: "Signal",
	title: "RC low-pass",
	aliases: [
		"anti-alias filter",
		"first-order low-pass",
		"PWM filter",
		"smoothing",
		"debounce network"
	],
	purpose: "Takes the fast part off a signal with one resistor and one capacitor, with what source, load, leakage and ESR do to it.",
	given: {
		cutoffFrequency: num("Hz", 1e3, "half-power frequency wanted"),
		cutoffTolerance: num("ratio", .15, "allowed relative error of it"),
		sourceResistance: num("ohm", 0, "output resistance of what drives it", { min: 0 }),
		loadResistance: openOhms("resistance of what follows"),
		attenuationFrequency: num("Hz", null, "where attenuation is wanted (sample rate minus band, PWM, mains)"),
		attenuation: num("dB", null, "least attenuation there", { min: 0 }),
		resolution: num("bit", 12, "settling and errors are in LSB of this", {
			min: 1,
			max: 32,
			integer: true
		}),
		fullScale: num("V", 3.3, "full scale for the LSB"),
		maximumSettlingTime: num("s", null),
		stepVoltage: num("V", null, "largest input step; full scale when not given"),
		currentLimit: num("A", null, "what the driver (a pin) may give"),
		biasCurrent: num("A", 0, "input current of what follows, signed: negative flows out of it", { any: true }),
		maximumErrorLsb: num("count", 1, "allowed DC error from leakage and bias, in LSB"),
		maximumNoise: num("V", null, "rms")
	},
	parts: {
		R1: {
			type: "resistor",
			series: "E24",
			tolerance: .01,
			doc: "series"
		},
		C1: {
			type: "capacitor",
			series: "E12",
			tolerance: .1,
			doc: "shunt",
			params: {
				esr: num("ohm", 0, "series resistance", { min: 0 }),
				leakageCurrent: num("A", 0, void 0, { min: 0 }),
				biasFactor: num("ratio", 1, "share of the value left at the working DC voltage (1 for C0G and film, 30–80 % for class II ceramics)", {
					above: 0,
					max: 1
				})
			}
		}
	},
	carried: {
		inputVoltage: num("V", null, "from signals.in", { any: true }),
		inputRipple: num("V", 0, "ripple of the signal, peak to peak", { min: 0 }),
		rippleFrequency: num("Hz", null)
	},
	outcomes: {
		timeConstant: {
			unit: "s",
			title: "time constant"
		},
		cutoffFrequency: {
			unit: "Hz",
			title: "cutoff",
			doc: "exact half-power with the ESR zero; null when the response never falls 3 dB"
		},
		gain: {
			unit: "ratio",
			title: "gain at DC"
		},
		gainDb: {
			unit: "dB",
			title: "gain at DC"
		},
		attenuation: {
			unit: "dB",
			title: "attenuation",
			doc: "relative to DC, positive"
		},
		settlingTime: {
			unit: "s",
			title: "settling time",
			doc: "step to half an LSB of resolution"
		},
		riseTime: {
			unit: "s",
			title: "rise time",
			doc: "10–90 %"
		},
		noiseDensity: {
			unit: "V/rtHz",
			title: "noise density"
		},
		outputNoise: {
			unit: "V",
			title: "noise, whole band"
		},
		lsb: {
			unit: "V",
			title: "one LSB"
		},
		leakageError: {
			unit: "V",
			title: "error from leakage"
		},
		leakageErrorLsb: {
			unit: "LSB",
			title: "error from leakage"
		},
		peakCurrent: {
			unit: "A",
			title: "peak current at a step",
			doc: "at the step into a discharged capacitor"
		},
		outputResistance: {
			unit: "ohm",
			title: "source resistance it gives",
			doc: "at DC"
		}
	},
	size: size$1,
	evaluate: ({ given: g, parts: { R1, C1 }, ambient }) => {
		const series = R1.value + g.sourceResistance;
		const rp = parallel(series, g.loadResistance);
		const farads = C1.value * C1.biasFactor;
		const tau = (rp + C1.esr) * farads;
		const zero = C1.esr * farads;
		const square = tau * tau - 2 * zero * zero;
		const gain = 1 / (1 + series / g.loadResistance);
		const lsb = g.fullScale / 2 ** g.resolution;
		const leakageError = (C1.leakageCurrent + g.biasCurrent) * rp;
		return {
			timeConstant: tau,
			cutoffFrequency: square > 0 ? 1 / (2 * Math.PI * Math.sqrt(square)) : NEVER_FALLS,
			gain,
			gainDb: toDb(gain),
			attenuation: g.attenuationFrequency === null ? NO_FREQUENCY : attenuationAt(g.attenuationFrequency, tau, zero),
			settlingTime: Math.max(0, tau * (settlingConstants(g.resolution) + Math.log(rp / (rp + C1.esr)))),
			riseTime: Math.log(9) * tau,
			noiseDensity: thermalNoise(rp, ambient),
			outputNoise: capacitorNoise(farads, ambient),
			lsb,
			leakageError,
			leakageErrorLsb: leakageError / lsb,
			peakCurrent: series + C1.esr > 0 ? (g.stepVoltage ?? g.fullScale) / (series + C1.esr) : NO_RESISTANCE,
			outputResistance: series
		};
	},
	checks: checks$2,
	rails: {},
	signals: {
		in: {
			role: "in",
			fills: {
				voltage: "inputVoltage",
				sourceResistance: "sourceResistance",
				ripple: "inputRipple",
				rippleFrequency: "rippleFrequency"
			},
			back: {
				loadResistance: (c) => c.x.parts.R1.value + c.x.given.loadResistance,
				bias: (c) => c.range("biasCurrent"),
				fullScale: (c) => c.range("fullScale"),
				resolution: (c) => c.range("resolution"),
				attenuationFrequency: (c) => c.range("attenuationFrequency")
			}
		},
		out: {
			role: "out",
			fills: {
				loadResistance: "loadResistance",
				bias: "biasCurrent",
				fullScale: "fullScale",
				resolution: "resolution",
				attenuationFrequency: "attenuationFrequency"
			},
			down: (c, incoming) => {
				const gain = c.pick("gain");
				const error = c.out("leakageError");
				const g = c.x.given;
				const { R1, C1 } = c.x.parts;
				const own = thermalNoise(R1.value, c.x.ambient);
				const source = incoming?.noise ?? thermalNoise(g.sourceResistance, c.x.ambient);
				const load = Number.isFinite(g.loadResistance) ? thermalNoise(g.loadResistance, c.x.ambient) * (1 - gain.nominal) : 0;
				const band = 1 / (4 * parallel(R1.value + g.sourceResistance, g.loadResistance) * C1.value * C1.biasFactor);
				const frequency = c.x.carried.rippleFrequency;
				const zero = C1.esr * C1.value * C1.biasFactor;
				const passed = frequency === null ? 0 : 10 ** (-attenuationAt(frequency, c.nominal("timeConstant"), zero) / 20);
				const dc = incoming?.dc ?? null;
				return {
					dc: dc && {
						nominal: dc.nominal * gain.nominal - (error.nominal ?? 0),
						low: (dc.low >= 0 ? dc.low * gain.low : dc.low * gain.high) - (error.high ?? 0),
						high: (dc.high >= 0 ? dc.high * gain.high : dc.high * gain.low) - (error.low ?? 0)
					},
					sourceResistance: c.pick("outputResistance"),
					noise: Math.hypot(source * gain.nominal, own * gain.nominal, load),
					noiseBandwidth: Math.min(band, incoming?.noiseBandwidth ?? Infinity),
					bandwidth: Math.min(c.nominal("cutoffFrequency") ?? Infinity, incoming?.bandwidth ?? Infinity),
					ripple: c.must("inputRipple").high * gain.high * passed,
					rippleFrequency: frequency,
					gain: (incoming?.gain ?? 1) * gain.nominal,
					reservoir: scaleRange(c.range("C1.value"), C1.biasFactor)
				};
			},
			attenuation: (x, _env, frequency) => {
				const { R1, C1 } = x.parts;
				const farads = C1.value * C1.biasFactor;
				return attenuationAt(frequency, (parallel(R1.value + x.given.sourceResistance, x.given.loadResistance) + C1.esr) * farads, C1.esr * farads);
			}
		}
	},
	working: working$3,
	figure: (c) => {
		const { parts, given: g } = c.x;
		return {
			width: 420,
			height: 170,
			title: "Resistor in series, capacitor to ground",
			items: [
				{
					sym: "port",
					at: [60, 50],
					label: "in",
					value: c.x.carried.inputVoltage === null ? "" : say(c.x.carried.inputVoltage, "V"),
					side: "left"
				},
				{
					sym: "wire",
					points: [[60, 50], [110, 50]]
				},
				{
					sym: "resistor",
					id: "R1",
					at: [110, 50],
					dir: "right",
					label: "R1",
					value: sayPart(parts.R1.value, "ohm")
				},
				{
					sym: "wire",
					points: [[180, 50], [350, 50]]
				},
				{
					sym: "dot",
					at: [240, 50]
				},
				{
					sym: "wire",
					points: [[240, 50], [240, 60]]
				},
				{
					sym: "capacitor",
					id: "C1",
					at: [240, 60],
					dir: "down",
					label: "C1",
					value: sayPart(parts.C1.value, "F")
				},
				{
					sym: "ground",
					at: [240, 130]
				},
				{
					sym: "port",
					at: [350, 50],
					label: "out",
					value: Number.isFinite(g.loadResistance) ? `into ${say(g.loadResistance, "ohm")}` : "",
					side: "right"
				},
				{
					sym: "text",
					at: [270, 150],
					text: `cutoff ${sayOut(c, "cutoffFrequency", "Hz")}`,
					value: true
				}
			]
		};
	},
	curves: (x, env) => {
		const { R1, C1 } = x.parts;
		const nominal = env.nominal;
		const corner = nominal.given.cutoffFrequency;
		const wanted = nominal.given.attenuationFrequency;
		const farads = C1.value * C1.biasFactor;
		const series = R1.value + x.given.sourceResistance;
		const rp = parallel(series, x.given.loadResistance);
		const tau = (rp + C1.esr) * farads;
		const zero = C1.esr * farads;
		const gain = 1 / (1 + series / x.given.loadResistance);
		const far = Math.max(100 * corner, (wanted ?? 0) * 3);
		return [{
			id: "response",
			title: "Response",
			x: {
				label: "frequency",
				unit: "Hz",
				log: true,
				from: corner / 100,
				to: far
			},
			y: {
				label: "gain",
				unit: "dB"
			},
			points: 121,
			at: (frequency) => toDb(gain) - attenuationAt(frequency, tau, zero),
			marks: [
				{
					axis: "x",
					value: corner,
					label: "cutoff wanted"
				},
				...wanted === null ? [] : [{
					axis: "x",
					value: wanted,
					label: nominal.given.attenuation === null ? "aliases above" : "attenuation wanted",
					limit: true
				}],
				...nominal.given.attenuation === null ? [] : [{
					axis: "y",
					value: toDb(gain) - nominal.given.attenuation,
					label: `−${nominal.given.attenuation} dB wanted`,
					limit: true
				}]
			]
		}, {
			id: "step",
			title: "Step",
			x: {
				label: "time",
				unit: "s",
				log: false,
				from: 0,
				to: 10 * nominal.parts.R1.value * nominal.parts.C1.value * 1.2
			},
			y: {
				label: "output of a unit step",
				unit: "ratio"
			},
			points: 101,
			at: (t) => gain * (1 - rp / (rp + C1.esr) * Math.exp(-t / tau)),
			marks: []
		}];
	},
	bringUp: (c) => [
		{
			id: "fit",
			act: "fit",
			title: "Fit R1 and C1",
			text: "Solder R1 and C1. An electrolytic needs its polarity kept."
		},
		{
			id: "cutoff",
			act: "probe",
			title: "Half-power frequency",
			text: "Sine from a 50 Ω generator at the input, ×10 probe at the output: find the frequency where the output is 0.707 of its low-frequency value.",
			expect: window("output, ×10 probe", "Hz", c.out("cutoffFrequency"))
		},
		{
			id: "rise",
			act: "probe",
			title: "Rise time",
			text: `Step from 0 to ${say(c.x.given.stepVoltage ?? c.x.given.fullScale, "V")} at the input: time from 10 to 90 % at the output.`,
			expect: window("output, ×10 probe", "s", c.out("riseTime"))
		}
	],
	confirm: [{
		id: "capacitor-class",
		text: "C1 is C0G or film, or its loss of value with DC voltage is entered as the bias factor."
	}],
	cautions: ["An electrolytic needs its polarity kept. A capacitor on an op amp’s output without R1 may make it ring."],
	schools: "Settle to half an LSB (used here) or to one LSB (0.69 time constants less). Small R and large C for noise and bias, or large R and small C for the driver.",
	sources: [
		"first-order linear network",
		"Johnson–Nyquist and kT/C",
		"IEC 60063",
		"IEC 60384 for leakage classes"
	]
});
var NEVER_FALLS = impossible("the ESR keeps the response from ever falling 3 dB");
var NO_FREQUENCY = missing("no frequency is given where attenuation is wanted");
var NO_RESISTANCE = impossible("nothing limits the current of a step");
// src/core/kinds/power/supply-load/checks.ts
/** The crest of the rail, or what it rises to with nothing drawn. */
function highest(c) {
	const [v, ripple, top] = [
		c.must("inputVoltage"),
		c.must("inputRipple"),
		c.range("inputMaximum")
	];
	const one = (end) => Math.max(v[end] + ripple[end] / 2, top?.[end] ?? -Infinity);
	return {
		nominal: one("nominal"),
		low: one("low"),
		high: one("high")
	};
}
var surges = (c) => c.must("surgeCurrent").high > 0;
var checks$1 = {
	"minimum-voltage": {
		title: "least voltage at the load",
		value: "loadVoltage",
		sense: "atLeast",
		limit: (c) => c.range("minimumVoltage"),
		from: "least voltage the load works at",
		severity: "must",
		help: (c) => {
			const low = c.out("loadVoltage").low;
			if (low === null) return "Thicker or star wiring, fewer copies or a higher rail is needed.";
			const lack = c.must("minimumVoltage").high - low;
			const drop = c.must("inputVoltage").low - c.must("inputRipple").high / 2 - low;
			const wiring = drop > lack ? `wiring that drops ${say(drop - lack, "V")} instead of ${say(drop, "V")}, or ` : "";
			return `It lacks ${say(Math.max(lack, 0), "V")}: ${wiring}a rail that much higher, or a local regulator, would do.`;
		}
	},
	"maximum-voltage": {
		title: "highest voltage at the load",
		value: highest,
		unit: "V",
		sense: "atMost",
		limit: (c) => c.range("maximumVoltage"),
		from: "highest voltage the load works at",
		severity: "must",
		help: (c) => `Regulate the rail to ${say(c.must("maximumVoltage").low, "V")} or less at its highest.`
	},
	ripple: {
		title: "ripple at the load",
		value: (c) => c.must("inputRipple"),
		unit: "V",
		sense: "atMost",
		limit: (c) => c.range("maximumRipple"),
		from: "ripple the load stands",
		severity: "should",
		help: (c) => `A filter that takes ${say(20 * Math.log10(c.must("inputRipple").high / c.must("maximumRipple").low), "dB")} off at the ripple’s frequency.`
	},
	"surge-voltage": {
		title: "voltage during the surge",
		value: "surgeVoltage",
		sense: "atLeast",
		limit: (c) => c.range("minimumVoltage"),
		from: "least voltage the load works at",
		applies: surges,
		severity: "must",
		help: (c) => {
			const dip = c.must("inputVoltage").low - c.must("inputRipple").high / 2 - c.must("minimumVoltage").high;
			const surge = c.must("surgeCurrent").high;
			if (dip <= 0) return "The rail is below the least voltage even before the surge: raise it, or take a load that works lower.";
			return `Start the copies one after another, or fit ${say(nextAbove(surge * .001 / dip, "E6"), "F")} or more at each copy for a surge of 1 ms (in proportion for a longer one).`;
		}
	},
	"supply-current": {
		title: "current of all copies",
		value: "peakTotal",
		sense: "atMost",
		limit: (c) => c.range("supplyCurrentLimit"),
		from: "what the rail’s provider can give",
		derated: true,
		whenNull: "absent",
		severity: "must",
		help: (c) => {
			const copies = c.out("supportedCopies").low;
			return `${copies === null ? "" : copies < 1 ? "Not even one copy fits at full rating. " : `${copies} ${copies === 1 ? "copy fits" : "copies fit"} at full rating. `}A supply that gives ${say((c.out("peakTotal").high ?? 0) / .8, "A")}, or staggered peaks, would carry all.`;
		}
	},
	"surge-current": {
		title: "surge of all copies",
		value: "surgeTotal",
		sense: "atMost",
		limit: (c) => c.range("supplyCurrentLimit"),
		from: "what the rail’s provider can give",
		whenNull: "absent",
		applies: surges,
		severity: "must",
		help: () => "Start the copies one after another, or give the surge a soft start."
	}
};
// src/core/kinds/power/supply-load/wiring.ts
/**
* Voltage at one of N equal copies, and what it draws, behind R = Rb + N·Rw; null where a constant-power load collapses.
* // [Nilsson] ch. 2 and 4: V = Vin − R·i; for constant power the upper root of V² − Vin·V + R·P = 0
* @param stated current of one copy at the rated voltage, A @param volts at the rail, V
*/
function drawn(w, stated, volts) {
	const r = w.branchResistance + w.copies * w.wiringResistance;
	const vr = w.ratedVoltage;
	if (w.loadKind === "constant-current") return volts - r * stated > 0 || stated === 0 ? {
		current: stated,
		voltage: volts - r * stated
	} : null;
	if (w.loadKind === "resistive") {
		const voltage = volts / (1 + r * stated / vr);
		return {
			current: stated * voltage / vr,
			voltage
		};
	}
	const root = volts * volts - 4 * r * stated * vr;
	if (root < 0 || volts <= 0) return null;
	const voltage = (volts + Math.sqrt(root)) / 2;
	return {
		current: stated * vr / voltage,
		voltage
	};
}
/** More copies than anybody builds: where the search for the largest number stops. */
var MOST$1 = 1e6;
/**
* Largest number of copies whose peak current stays within the limit and whose voltage stays at or above the minimum.
* Both get worse with every copy, so halving finds it.
*/
function supportedCopies(w, peak, rail) {
	const holds = (copies) => {
		const many = {
			...w,
			copies
		};
		const [mean, low] = [drawn(many, peak, rail.volts), drawn(many, peak, rail.trough)];
		return !!mean && !!low && copies * mean.current <= rail.limit * (1 + 1e-12) && low.voltage >= rail.minimum * (1 - 1e-12);
	};
	let [good, bad] = [0, MOST$1];
	while (bad - good > 1) {
		const middle = Math.floor((good + bad) / 2);
		if (holds(middle)) good = middle;
		else bad = middle;
	}
	return good;
}
// src/core/kinds/power/supply-load/index.ts
var STATED = {
	asleep: "asleepCurrent",
	idle: "idleCurrent",
	typical: "typicalCurrent",
	peak: "peakCurrent"
};
var TOTALS = {
	asleep: "asleepTotal",
	idle: "idleTotal",
	typical: "typicalTotal",
	peak: "peakTotal"
};
var STATES = Object.keys(STATED);
var supplyLoad = defineKind({
	id: "supply-load",
	family: "power",
	group: "Load",
	title: "Other load on a rail",
	aliases: [
		"module",
		"sensor",
		"display",
		"radio",
		"microcontroller",
		"LED strip",
		"consumer"
	],
	purpose: "Anything else that draws from a rail, with its states, surge, limits and copies: how twelve modules overwhelm a supply sized for three.",
	given: {
		inputVoltage: num("V", 5),
		inputRipple: num("V", 0, "peak to peak", { min: 0 }),
		loadKind: choice([
			"constant-current",
			"constant-power",
			"resistive"
		], "constant-current"),
		ratedVoltage: num("V", 5, "at which the currents are stated"),
		asleepCurrent: num("A", 0, "per copy", { min: 0 }),
		idleCurrent: num("A", 0, "per copy", { min: 0 }),
		typicalCurrent: num("A", .1, "per copy", { min: 0 }),
		peakCurrent: num("A", .2, "per copy", { min: 0 }),
		surgeCurrent: num("A", 0, "at start-up, per copy", { min: 0 }),
		startTogether: flag(true, "no: one after another"),
		heatFraction: num("ratio", 1, "share of the power that stays as heat inside", {
			min: 0,
			max: 1
		}),
		minimumVoltage: num("V", 4.5),
		maximumVoltage: num("V", 5.5),
		maximumRipple: num("V", .1, "peak to peak"),
		wiringResistance: num("ohm", 0, "shared by all copies, both ways", { min: 0 }),
		branchResistance: num("ohm", 0, "of each copy", { min: 0 }),
		supplyCurrentLimit: num("A", null, "what the rail can give")
	},
	carried: {
		inputTrough: num("V", null, "lowest point of the ripple"),
		inputMaximum: num("V", null, "highest voltage with nothing drawn")
	},
	parts: {},
	outcomes: {
		asleepTotal: {
			unit: "A",
			title: "current asleep",
			doc: "all copies"
		},
		idleTotal: {
			unit: "A",
			title: "current idle",
			doc: "all copies"
		},
		typicalTotal: {
			unit: "A",
			title: "current typical",
			doc: "all copies"
		},
		peakTotal: {
			unit: "A",
			title: "current at peak",
			doc: "all copies"
		},
		inputCurrent: {
			unit: "A",
			title: "current asked from the rail",
			doc: "low: least state, nominal: typical, high: greatest state",
			derived: {
				spanOver: [
					"asleepTotal",
					"idleTotal",
					"typicalTotal",
					"peakTotal"
				],
				nominalOf: "typicalTotal"
			}
		},
		loadVoltage: {
			unit: "V",
			title: "voltage at the load",
			doc: "at each copy in peak, input at its trough"
		},
		surgeTotal: {
			unit: "A",
			title: "surge of all copies"
		},
		surgeVoltage: {
			unit: "V",
			title: "voltage during the surge"
		},
		averageCurrent: {
			unit: "A",
			title: "average current",
			doc: "all copies, over the states"
		},
		averagePower: {
			unit: "W",
			title: "average power",
			doc: "all copies, over the states"
		},
		totalDissipation: {
			unit: "W",
			title: "heat"
		},
		supportedCopies: {
			unit: "count",
			title: "copies the rail supports",
			doc: "only if the supply’s limit is known"
		}
	},
	evaluate: ({ given: g, carried }, env) => {
		const n = env.copies;
		const wiring = {
			...g,
			copies: n
		};
		const trough = carried.inputTrough ?? g.inputVoltage - g.inputRipple / 2;
		const at = (s, volts) => drawn(wiring, g[STATED[s]], volts);
		const total = (s) => {
			const d = at(s, g.inputVoltage);
			return d ? n * d.current : COLLAPSED;
		};
		const share = (f) => {
			let sum = 0;
			for (const s of STATES) {
				if (!env.states[s]) continue;
				const d = at(s, g.inputVoltage);
				if (!d) return COLLAPSED;
				sum += env.states[s] * n * f(d);
			}
			return sum;
		};
		const typical = total("typical");
		const surgeTotal = g.startTogether ? n * g.surgeCurrent : isAbsent(typical) ? typical : g.surgeCurrent + (n - 1) * typical / n;
		const peak = at("peak", trough);
		const averagePower = share((d) => d.current * d.voltage);
		return {
			asleepTotal: total("asleep"),
			idleTotal: total("idle"),
			typicalTotal: typical,
			peakTotal: total("peak"),
			loadVoltage: peak ? peak.voltage : COLLAPSED,
			surgeTotal,
			surgeVoltage: g.surgeCurrent === 0 ? trough : isAbsent(surgeTotal) ? surgeTotal : trough - g.branchResistance * g.surgeCurrent - g.wiringResistance * surgeTotal,
			averageCurrent: share((d) => d.current),
			averagePower,
			totalDissipation: isAbsent(averagePower) ? averagePower : averagePower * g.heatFraction,
			supportedCopies: g.supplyCurrentLimit === null ? LIMIT_UNKNOWN : g.peakCurrent === 0 ? DRAWS_NOTHING : supportedCopies(wiring, g.peakCurrent, {
				volts: g.inputVoltage,
				trough,
				minimum: g.minimumVoltage,
				limit: g.supplyCurrentLimit
			})
		};
	},
	checks: checks$1,
	rails: { in: {
		role: "consumes",
		fills: {
			voltage: "inputVoltage",
			ripple: "inputRipple",
			trough: "inputTrough",
			noLoad: "inputMaximum",
			currentLimit: "supplyCurrentLimit"
		},
		draws: TOTALS,
		copiesCounted: true,
		gives: {
			surge: "surgeTotal",
			minimum: "minimumVoltage",
			maximum: "maximumVoltage"
		}
	} },
	signals: {},
	heat: ({ given: g }, _o, state, copies) => {
		const d = drawn({
			...g,
			copies
		}, g[STATED[state]], g.inputVoltage);
		return d ? {
			load: d.current * d.voltage * g.heatFraction,
			wiring: d.current * (g.inputVoltage - d.voltage)
		} : {};
	},
	working: working$2,
	figure: (c) => {
		const n = c.env.copies;
		const current = sayOut(c, "peakTotal", "A");
		return {
			width: 470,
			height: 190,
			title: "The rail, the shared wiring and each load on its branch",
			items: [
				{
					sym: "port",
					at: [50, 60],
					label: "rail",
					value: say(c.x.given.inputVoltage, "V"),
					side: "left"
				},
				{
					sym: "wire",
					points: [[50, 60], [90, 60]]
				},
				{
					sym: "resistor",
					at: [90, 60],
					dir: "right",
					label: "shared",
					value: say(c.x.given.wiringResistance, "ohm")
				},
				{
					sym: "wire",
					points: [[160, 60], [200, 60]]
				},
				{
					sym: "dot",
					at: [200, 60]
				},
				{
					sym: "wire",
					points: [
						[200, 60],
						[200, 150],
						[240, 150]
					],
					dashed: true
				},
				{
					sym: "resistor",
					at: [200, 60],
					dir: "right",
					label: "branch",
					value: say(c.x.given.branchResistance, "ohm")
				},
				{
					sym: "wire",
					points: [[270, 60], [320, 60]]
				},
				{
					sym: "block",
					at: [320, 38],
					size: [110, 44],
					label: n > 1 ? `load, 1 of ${n}` : "load",
					value: sayOut(c, "loadVoltage", "V")
				},
				{
					sym: "wire",
					points: [[375, 82], [375, 110]]
				},
				{
					sym: "ground",
					at: [375, 110]
				},
				{
					sym: "text",
					at: [245, 154],
					text: n > 1 ? `${n - 1} more; peak of all ${current}` : `peak ${current}`
				}
			]
		};
	},
	bringUp: (c) => [
		{
			id: "fit",
			act: "fit",
			title: "Connect one load",
			text: "Connect one copy only, with a meter in line with its supply lead."
		},
		{
			id: "current",
			act: "probe",
			title: "Current of all copies, typical",
			text: "All copies connected and working as usual: current into the whole group.",
			expect: window("supply lead", "A", c.out("typicalTotal"))
		},
		{
			id: "voltage",
			act: "probe",
			title: "Voltage at the farthest copy",
			text: "All copies at their peak: DC volts at the farthest copy.",
			expect: window("farthest copy", "V", c.out("loadVoltage"))
		}
	],
	confirm: [{
		id: "load-connector",
		text: "The load’s connector is keyed or marked, and its pins are checked against the load’s own drawing."
	}],
	cautions: ["Distributed loads on long leads need their own fuses."],
	schools: "Budget by the sum of peaks (safe), by the peak of one plus the typical of the rest (usual when firmware staggers), or by measurement. The default is the sum of peaks.",
	sources: ["circuit analysis with constant-power loads"]
});
var COLLAPSED = impossible("the wiring cannot bring this much power: the voltage collapses");
var LIMIT_UNKNOWN = missing("the supply’s current limit is not known");
var DRAWS_NOTHING = none("nothing is drawn at peak");
function working$2(c) {
	const g = c.x.given;
	const n = c.env.copies;
	const raw = (name) => c.study.nominal[name];
	const values = {
		Vin: q(g.inputVoltage, "V"),
		R: q(g.branchResistance + n * g.wiringResistance, "ohm"),
		Vr: q(g.ratedVoltage, "V"),
		n: q(n, "count")
	};
	const steps = [{
		title: "Resistance one copy sees",
		expression: "Rb + n*Rw",
		values: {
			Rb: q(g.branchResistance, "ohm"),
			n: values.n,
			Rw: q(g.wiringResistance, "ohm")
		},
		result: {
			name: "R",
			...values.R
		},
		source: "the shared lead carries the current of all copies"
	}];
	const formula = {
		"constant-current": "n*i",
		resistive: "n*i*(Vin/(1 + R*i/Vr))/Vr",
		"constant-power": "n*i*Vr*2/(Vin + sqrt(Vin^2 - 4*R*i*Vr))"
	}[g.loadKind];
	for (const s of STATES) {
		if (isAbsent(raw(TOTALS[s]))) continue;
		steps.push({
			title: `Current ${s === "peak" ? "at peak" : s}, all copies`,
			expression: formula,
			values: {
				...values,
				i: q(g[STATED[s]], "A")
			},
			result: {
				name: `I_${s}`,
				value: raw(TOTALS[s]),
				unit: "A"
			},
			outcome: TOTALS[s],
			source: "Ohm, and the load’s kind"
		});
	}
	if (g.startTogether) steps.push({
		title: "Surge when all start together",
		expression: "n*is",
		values: {
			n: values.n,
			is: q(g.surgeCurrent, "A")
		},
		result: {
			name: "I_surge",
			value: raw("surgeTotal"),
			unit: "A"
		},
		outcome: "surgeTotal",
		source: "Kirchhoff"
	});
	return steps;
}
// src/core/physics/leg.ts
/** A resistor alone (`second` null), or with a second one in series or parallel. Ω. // [Nilsson] ch. 3 */
function leg(first, second, join) {
	if (second === null) return {
		ohms: first,
		hottest: 1,
		highest: 1
	};
	if (join === "series") {
		const share = Math.max(first, second) / (first + second);
		return {
			ohms: first + second,
			hottest: share,
			highest: share
		};
	}
	return {
		ohms: parallel(first, second),
		hottest: Math.max(first, second) / (first + second),
		highest: 1
	};
}
// src/core/kinds/analog/voltage-divider/checks.ts
var GRADES = [
	.01,
	.005,
	.001
];
var POWERS = [
	.1,
	.125,
	.25,
	.5,
	1,
	2,
	3,
	5
];
/** The leg whose hardest-stressed resistor is nearer its working voltage: the bottom one counts too. */
function working$1(c) {
	const [top, out] = [c.out("topVoltage"), c.out("outputVoltage")];
	const { R2, R2x } = c.x.parts;
	const share = leg(R2.value, R2x.value, R2x.join).highest;
	const below = Math.max(Math.abs(out.low ?? 0), Math.abs(out.high ?? 0)) * share;
	const used = (volts, slot) => (volts ?? Infinity) / c.must(`${slot}.voltageRating`).low;
	return used(top.high, "R1") >= used(below, "R2") ? {
		spread: top,
		slot: "R1"
	} : {
		spread: {
			nominal: Math.abs(out.nominal ?? 0) * share,
			low: 0,
			high: below
		},
		slot: "R2"
	};
}
var checks = {
	"ratio-accuracy": {
		title: "accuracy of the ratio",
		value: "ratioError",
		sense: "within",
		limit: (c) => ({
			target: 0,
			band: c.must("outputTolerance").low
		}),
		from: "allowed error of the output",
		severity: "should",
		help: (c) => {
			const error = c.out("ratioError");
			const offset = Math.abs(error.nominal ?? 0);
			const band = c.must("outputTolerance").low;
			const gain = c.nominal("gain") ?? 0;
			if (offset >= band) return `The nominal values alone are ${say(offset, "ratio")} off: choose a pair from a finer series, or allow one resistor to be made of two.`;
			const each = (band - offset) / (2 * (1 - gain));
			const grade = GRADES.find((t) => t <= each);
			return grade ? `Resistors of ${say(grade, "ratio")} pass (at most ${say(each, "ratio")} each).` : "Take a matched resistor network, or calibrate.";
		}
	},
	"output-limit": {
		title: "highest output",
		value: "outputVoltage",
		sense: "atMost",
		limit: (c) => c.range("maximumOutputVoltage"),
		from: "what is connected to the tap",
		whenNull: "absent",
		severity: "must",
		help: (c) => {
			const high = c.out("outputVoltage").high ?? 0;
			return `Design for ${say(c.must("maximumOutputVoltage").low / high * c.must("outputVoltage").nominal, "V")} at the nominal input, so that the highest input with all tolerances still fits, or add a clamp and count its leakage.`;
		}
	},
	"output-resistance": {
		title: "source resistance",
		value: "outputResistance",
		sense: "atMost",
		limit: (c) => c.range("maximumOutputResistance"),
		from: "what the following input allows",
		whenNull: "absent",
		severity: "should",
		help: (c) => `Lower both resistors by ${say((c.out("outputResistance").high ?? 0) / c.must("maximumOutputResistance").low, "")} times, fit C1 as a reservoir, or a buffer.`
	},
	"standing-current": {
		title: "standing current",
		value: "inputCurrent",
		sense: "atMost",
		limit: (c) => c.range("maximumInputCurrent"),
		from: "largest standing current asked for",
		whenNull: "absent",
		severity: "should",
		help: (c) => `Raise both resistors by ${say((c.out("inputCurrent").high ?? 0) / c.must("maximumInputCurrent").low, "")} times, or switch the divider off between readings.`
	},
	"battery-share": {
		title: "share of the battery",
		value: "batteryShare",
		sense: "atMost",
		limit: (c) => c.range("maximumBatteryShare"),
		from: "share the divider may eat",
		applies: (c) => c.range("batteryCapacity") !== null && c.range("batteryLife") !== null,
		severity: "should",
		help: (c) => {
			const over = (c.out("batteryShare").high ?? 0) / c.must("maximumBatteryShare").low;
			return `A total of ${say(c.must("inputVoltage").nominal / (c.nominal("inputCurrent") || 1e-12) * over, "ohm")} passes, or connecting it ${say(c.must("connectedShare").nominal / over, "ratio")} of the time.`;
		}
	},
	"resistor-power": {
		title: "heat of one resistor",
		value: "dissipation",
		sense: "atMost",
		limit: (c) => Math.min(c.must("R1.powerRating").low, c.must("R2.powerRating").low),
		from: "smaller power rating of R1 and R2",
		derated: true,
		severity: "must",
		help: (c) => `Resistors rated ${say(POWERS.find((w) => w * .8 >= (c.out("dissipation").high ?? Infinity)) ?? null, "W")}, or two in series, or values ${say(nextAbove(Math.max(1, (c.out("dissipation").high ?? 0) / c.must("R1.powerRating").low), "E12"), "")} times higher.`
	},
	"working-voltage": {
		title: "voltage on one resistor",
		value: (c) => working$1(c).spread,
		unit: "V",
		sense: "atMost",
		limit: (c) => c.range(`${working$1(c).slot}.voltageRating`),
		from: "working voltage of the resistor",
		derated: true,
		severity: "must",
		help: (c) => `Split ${working$1(c).slot} into ${Math.ceil((working$1(c).spread.high ?? 0) / (.8 * c.must(`${working$1(c).slot}.voltageRating`).low))} equal resistors in series.`
	}
};
// src/core/kinds/analog/voltage-divider/sizing.ts
var LEAST = 100;
var MOST = 1e7;
/** Where neither current nor source resistance is limited, the tap is kept this stiff. */
var USUAL_TAP = 1e4;
/** A second resistor far from the first no longer trims it: partners stay within this ratio. */
var PARTNER = 100;
/**
* Both resistors together: for each R2 the exact R1 is known, and only its neighbours in the sorted list can be best,
* because the worst-case error is quasi-convex in R1. Pairs that break the current or the source resistance are left out.
*/
function size(s, x) {
	const c1 = s.open("C1") ? { C1: 1e-7 } : {};
	if (!s.open("R1") && !s.open("R2")) return Object.keys(c1).length ? [{
		values: c1,
		why: "a usual charge reservoir"
	}] : [];
	const g = x.given;
	const [currentLimit, resistanceLimit] = [s.limit("maximumInputCurrent"), s.limit("maximumOutputResistance")];
	const tapLimit = resistanceLimit ?? (currentLimit === null ? USUAL_TAP : null);
	const single = (slot) => s.candidates(slot, LEAST, MOST).map((ohms) => ({
		ohms,
		first: ohms
	}));
	const [tops, bottoms] = [single("R1"), single("R2")];
	const allowed = (p) => (currentLimit === null || p.current <= currentLimit) && (tapLimit === null || p.source <= tapLimit);
	const search = (t) => {
		const all = bottoms.flatMap((b) => near(t, exactTop(g, b.ohms)).map((top) => pair(g, top, b, s)));
		const kept = all.filter(allowed);
		return (kept.length ? kept : all).sort(better);
	};
	let found = search(tops);
	const best = found[0];
	if (g.combine !== "none" && s.open("R1") && best && Math.abs(best.error) > s.tolerance("R1")) {
		const combined = search(combine(tops, g.combine)).filter((p) => p.score < best.score);
		if (combined.length) found = combined;
	}
	return found.slice(0, 5).map((p) => offer(p, s, c1));
}
function pair(g, top, bottom, s) {
	const error = (a, b) => outputOf(g, top.ohms * a, bottom.ohms * b) / g.outputVoltage - 1;
	const [t1, t2] = [s.tolerance("R1"), s.tolerance("R2")];
	const rt = top.ohms + g.sourceResistance;
	return {
		top,
		bottom,
		error: error(1, 1),
		score: Math.max(Math.abs(error(1 + t1, 1 - t2)), Math.abs(error(1 - t1, 1 + t2))),
		current: (g.inputVoltage - outputOf(g, top.ohms, bottom.ohms)) / rt,
		source: parallel(top.ohms * (1 + t1) + g.sourceResistance, bottom.ohms * (1 + t2))
	};
}
function outputOf(g, top, bottom) {
	const rt = top + g.sourceResistance;
	return (g.inputVoltage / rt - g.loadCurrent) / (1 / rt + 1 / bottom + 1 / g.loadResistance);
}
var exactTop = (g, bottom) => (g.inputVoltage - g.outputVoltage) / (g.outputVoltage / parallel(bottom, g.loadResistance) + g.loadCurrent) - g.sourceResistance;
/** The two values below and the two above. */
function near(sorted, wanted) {
	let [low, high] = [0, sorted.length];
	while (low < high) {
		const middle = low + high >> 1;
		if (sorted[middle].ohms < wanted) low = middle + 1;
		else high = middle;
	}
	return sorted.slice(Math.max(0, low - 2), low + 2);
}
function combine(singles, how) {
	const all = [...singles];
	for (const { first: a } of singles) for (const { first: b } of singles) {
		if (b > a || a / b > PARTNER) continue;
		if (how !== "parallel") all.push({
			ohms: a + b,
			first: a,
			second: b,
			join: "series"
		});
		if (how !== "series") all.push({
			ohms: parallel(a, b),
			first: a,
			second: b,
			join: "parallel"
		});
	}
	return all.sort((a, b) => a.ohms - b.ohms);
}
var better = (a, b) => Math.abs(a.score - b.score) > 1e-9 ? a.score - b.score : Math.abs(a.error) - Math.abs(b.error) || a.current - b.current;
function offer(p, s, extra) {
	const values = { ...extra };
	if (s.open("R1")) values.R1 = p.top.first;
	if (s.open("R2")) values.R2 = p.bottom.first;
	if (p.top.second !== void 0) values.R1x = p.top.second;
	return {
		values,
		...p.top.join ? { join: { R1x: p.top.join } } : {},
		why: `${formatText(p.error, "ratio", 2)} off, ${formatText(p.score, "ratio", 3)} at worst, draws ${formatText(p.current, "A", 3)}`
	};
}
// src/core/kinds/analog/voltage-divider/working.ts
/** Loads beyond this count as open and would only add digits. */
var shownOhms = (ohms) => Number.isFinite(ohms) ? ohms : 0xe8d4a51000;
/** From the legs to the noise, each step with the numbers put in. */
function working(c) {
	const { given: g, parts, ambient } = c.x;
	const raw = (name) => c.study.nominal[name];
	const [top, bottom] = [leg(parts.R1.value, parts.R1x.value, parts.R1x.join), leg(parts.R2.value, parts.R2x.value, parts.R2x.join)];
	const rt = q(top.ohms + g.sourceResistance, "ohm");
	const r2 = q(bottom.ohms, "ohm");
	const steps = [];
	for (const [slot, whole] of [["R1", top], ["R2", bottom]]) {
		const second = parts[`${slot}x`];
		if (second.value === null) continue;
		steps.push({
			title: slot === "R1" ? "Top leg" : "Bottom leg",
			expression: second.join === "series" ? "Ra + Rb" : "Ra*Rb/(Ra + Rb)",
			values: {
				Ra: q(parts[slot].value, "ohm"),
				Rb: q(second.value, "ohm")
			},
			result: {
				name: slot,
				value: whole.ohms,
				unit: "ohm"
			},
			source: "series and parallel resistances"
		});
	}
	const loads = {
		Rt: rt,
		R2: r2,
		RL: q(shownOhms(g.loadResistance), "ohm")
	};
	steps.push({
		title: "Top leg with the source",
		expression: "R1 + Rs",
		values: {
			R1: q(top.ohms, "ohm"),
			Rs: q(g.sourceResistance, "ohm")
		},
		result: {
			name: "Rt",
			...rt
		},
		source: "series resistances"
	}, {
		title: "Output",
		expression: "(Vin/Rt - IL)/(1/Rt + 1/R2 + 1/RL)",
		values: {
			Vin: q(g.inputVoltage, "V"),
			IL: q(g.loadCurrent, "A"),
			...loads
		},
		result: {
			name: "Vout",
			value: raw("outputVoltage"),
			unit: "V"
		},
		outcome: "outputVoltage",
		source: "Kirchhoff, at the tap"
	}, {
		title: "Loaded ratio",
		expression: "1/(1/Rt + 1/R2 + 1/RL)/Rt",
		values: loads,
		result: {
			name: "k",
			value: raw("gain"),
			unit: "ratio"
		},
		outcome: "gain",
		source: "Kirchhoff"
	}, {
		title: "Error of the output",
		expression: "Vout/Vw - 1",
		values: {
			Vout: q(raw("outputVoltage"), "V"),
			Vw: q(g.outputVoltage, "V")
		},
		result: {
			name: "e",
			value: raw("ratioError"),
			unit: "ratio"
		},
		outcome: "ratioError",
		source: "definition"
	}, {
		title: "Source resistance at the tap",
		expression: "Rt*R2/(Rt + R2)",
		values: {
			Rt: rt,
			R2: r2
		},
		result: {
			name: "Ro",
			value: raw("outputResistance"),
			unit: "ohm"
		},
		outcome: "outputResistance",
		source: "Thevenin"
	}, {
		title: "Standing current",
		expression: "(Vin - Vout)/Rt",
		values: {
			Vin: q(g.inputVoltage, "V"),
			Vout: q(raw("outputVoltage"), "V"),
			Rt: rt
		},
		result: {
			name: "I",
			value: raw("inputCurrent"),
			unit: "A"
		},
		outcome: "inputCurrent",
		source: "Ohm"
	}, {
		title: "Noise density",
		expression: "sqrt(4*1.380649e-23*(T + 273.15)/(1/Rt + 1/R2 + 1/RL))",
		values: {
			T: q(ambient, "degC"),
			...loads
		},
		result: {
			name: "en",
			value: raw("noiseDensity"),
			unit: "V/rtHz"
		},
		outcome: "noiseDensity",
		source: "Johnson and Nyquist"
	});
	if (parts.C1.value !== null) steps.push({
		title: "Time constant",
		expression: "C1/(1/Rt + 1/R2 + 1/RL)",
		values: {
			C1: q(parts.C1.value, "F"),
			...loads
		},
		result: {
			name: "tau",
			value: raw("timeConstant"),
			unit: "s"
		},
		outcome: "timeConstant",
		source: "first-order network"
	}, {
		title: "Settling to half an LSB",
		expression: "tau*(n + 1)*log(2)",
		values: {
			tau: q(raw("timeConstant"), "s"),
			n: q(g.resolution, "bit")
		},
		result: {
			name: "ts",
			value: raw("settlingTime"),
			unit: "s"
		},
		outcome: "settlingTime",
		source: "exponential settling"
	});
	return steps;
}
// src/core/kinds/analog/voltage-divider/index.ts
var rating = {
	powerRating: num("W", .1),
	voltageRating: num("V", 75)
};
var voltageDivider = defineKind({
	id: "voltage-divider",
	family: "analog",
	group: "Signal",
	title: "Voltage divider",
	aliases: [
		"potential divider",
		"resistor divider",
		"battery sense",
		"bias divider",
		"attenuator"
	],
	purpose: "Brings a voltage down to what an input can take, with known error, source resistance and standing current.",
	given: {
		inputVoltage: num("V", 12, "voltage across the whole divider", { any: true }),
		outputVoltage: num("V", 3.3, "loaded output wanted at the nominal input; must be below it", { any: true }),
		loadResistance: openOhms("resistance from the tap to ground"),
		loadCurrent: num("A", 0, "drawn out of the tap (bias, leakage); negative flows in", { any: true }),
		sourceResistance: num("ohm", 0, "in series with R1 (switch, fuse, source)", { min: 0 }),
		outputTolerance: num("ratio", .02, "largest relative error of the output at nominal input"),
		maximumOutputVoltage: num("V", null, "absolute limit of what is connected (full scale or pin)", { any: true }),
		maximumOutputResistance: num("ohm", null, "largest Thevenin resistance the following input allows"),
		maximumInputCurrent: num("A", null, "largest standing current"),
		connectedShare: num("ratio", 1, "share of time connected when a switch disconnects the divider", {
			min: 0,
			max: 1
		}),
		batteryCapacity: num("Ah", null, "capacity of the battery that feeds it"),
		batteryLife: num("h", null, "wanted life"),
		maximumBatteryShare: num("ratio", .05, "share of the capacity the divider may eat"),
		resolution: num("bit", 12, "settling is to half an LSB of this", {
			min: 1,
			max: 32,
			integer: true
		}),
		combine: choice([
			"none",
			"series",
			"parallel",
			"either"
		], "none", "may one resistor be made of two")
	},
	carried: {
		inputRipple: num("V", 0, "ripple of the rail, peak to peak", { min: 0 }),
		rippleFrequency: num("Hz", null)
	},
	parts: {
		R1: {
			type: "resistor",
			series: "E96",
			tolerance: .01,
			doc: "top",
			params: rating
		},
		R2: {
			type: "resistor",
			series: "E96",
			tolerance: .01,
			doc: "bottom",
			params: rating
		},
		R1x: {
			type: "resistor",
			series: "E96",
			tolerance: .01,
			doc: "second resistor of the top leg",
			optional: true,
			joins: true
		},
		R2x: {
			type: "resistor",
			series: "E96",
			tolerance: .01,
			doc: "second resistor of the bottom leg",
			optional: true,
			joins: true
		},
		C1: {
			type: "capacitor",
			series: "E12",
			tolerance: .1,
			optional: true,
			doc: "across R2, a pole and a charge reservoir"
		}
	},
	outcomes: {
		outputVoltage: {
			unit: "V",
			title: "output",
			doc: "loaded"
		},
		gain: {
			unit: "ratio",
			title: "ratio",
			doc: "loaded ratio"
		},
		ratioError: {
			unit: "ratio",
			title: "error of the ratio",
			doc: "output at the nominal input over the wanted one, minus one"
		},
		ratioErrorRss: {
			unit: "ratio",
			title: "error, root-sum-square",
			doc: "root-sum-square half-spread of ratioError",
			derived: { halfSpreadOf: "ratioError" }
		},
		outputResistance: {
			unit: "ohm",
			title: "source resistance at the tap",
			doc: "load not included"
		},
		inputCurrent: {
			unit: "A",
			title: "standing current",
			doc: "while connected"
		},
		averageCurrent: {
			unit: "A",
			title: "average current"
		},
		batteryShare: {
			unit: "ratio",
			title: "share of the battery"
		},
		topDissipation: {
			unit: "W",
			title: "heat in the top leg"
		},
		bottomDissipation: {
			unit: "W",
			title: "heat in the bottom leg"
		},
		dissipation: {
			unit: "W",
			title: "heat in the hottest resistor"
		},
		totalDissipation: {
			unit: "W",
			title: "heat of both legs"
		},
		topVoltage: {
			unit: "V",
			title: "voltage on one top resistor",
			doc: "largest voltage across any one resistor of the top leg"
		},
		timeConstant: {
			unit: "s",
			title: "time constant",
			doc: "with C1"
		},
		cutoffFrequency: {
			unit: "Hz",
			title: "corner"
		},
		settlingTime: {
			unit: "s",
			title: "settling time"
		},
		noiseDensity: {
			unit: "V/rtHz",
			title: "noise density"
		},
		outputNoise: {
			unit: "V",
			title: "noise, whole band"
		}
	},
	refuse: ({ given: g }, linked) => {
		if (linked.has("inputVoltage") || Math.abs(g.outputVoltage) < Math.abs(g.inputVoltage)) return [];
		return [{
			path: "given.outputVoltage",
			message: `the wanted output (${say(g.outputVoltage, "V")}) must be below the input (${say(g.inputVoltage, "V")}). A divider only brings a voltage down.`
		}];
	},
	size,
	evaluate: ({ given: g, parts, ambient }, env) => {
		const { R1, R2, R1x, R2x, C1 } = parts;
		const [top, bottom] = [leg(R1.value, R1x.value, R1x.join), leg(R2.value, R2x.value, R2x.join)];
		const rt = top.ohms + g.sourceResistance;
		const tap = (volts) => (volts / rt - g.loadCurrent) / (1 / rt + 1 / bottom.ohms + 1 / g.loadResistance);
		const outputVoltage = tap(g.inputVoltage);
		const nominal = env.nominal.given;
		const inputCurrent = (g.inputVoltage - outputVoltage) / rt;
		const loaded = parallel(rt, bottom.ohms, g.loadResistance);
		const topDissipation = inputCurrent ** 2 * top.ohms;
		const bottomDissipation = outputVoltage ** 2 / bottom.ohms;
		const farads = C1.value;
		const timeConstant = farads === null ? NO_CAPACITOR : loaded * farads;
		const tau = farads === null ? null : loaded * farads;
		const averageCurrent = inputCurrent * g.connectedShare;
		return {
			outputVoltage,
			gain: loaded / rt,
			ratioError: tap(nominal.inputVoltage) / nominal.outputVoltage - 1,
			outputResistance: parallel(rt, bottom.ohms),
			inputCurrent,
			averageCurrent,
			batteryShare: g.batteryCapacity === null || g.batteryLife === null ? NO_BATTERY : averageCurrent * g.batteryLife / g.batteryCapacity,
			topDissipation,
			bottomDissipation,
			dissipation: Math.max(topDissipation * top.hottest, bottomDissipation * bottom.hottest),
			totalDissipation: topDissipation + bottomDissipation,
			topVoltage: Math.abs(inputCurrent) * top.ohms * top.highest,
			timeConstant,
			cutoffFrequency: tau === null ? NO_CAPACITOR : 1 / (2 * Math.PI * tau),
			settlingTime: tau === null ? NO_CAPACITOR : tau * settlingConstants(g.resolution),
			noiseDensity: thermalNoise(loaded, ambient),
			outputNoise: farads === null ? NO_CAPACITOR : capacitorNoise(farads, ambient)
		};
	},
	checks,
	rails: { in: {
		role: "consumes",
		fills: {
			voltage: "inputVoltage",
			ripple: "inputRipple",
			rippleFrequency: "rippleFrequency"
		},
		draws: "averageCurrent",
		gives: {}
	} },
	signals: {
		in: {
			role: "in",
			fills: {
				voltage: "inputVoltage",
				sourceResistance: "sourceResistance",
				ripple: "inputRipple",
				rippleFrequency: "rippleFrequency"
			},
			back: { loadResistance: (c) => c.nominal("inputCurrent") ? c.x.given.inputVoltage / c.nominal("inputCurrent") : null }
		},
		out: {
			role: "out",
			fills: {
				loadResistance: "loadResistance",
				bias: "loadCurrent",
				maximum: "maximumOutputVoltage",
				resolution: "resolution"
			},
			down: (c, incoming) => {
				const gain = c.nominal("gain") ?? 0;
				const corner = c.nominal("cutoffFrequency");
				const g = c.x.given;
				const own = c.nominal("noiseDensity") ?? 0;
				const rt = c.x.parts.R1.value + g.sourceResistance;
				const sources = thermalNoise(g.sourceResistance, c.x.ambient) * gain;
				const out = c.out("outputVoltage");
				const [peak, lowest] = [c.must("inputRipple").high, c.x.carried.rippleFrequency];
				const pole = corner === null || lowest === null ? 1 : Math.hypot(1, lowest / corner);
				return {
					dc: out.nominal === null || out.low === null || out.high === null ? null : {
						nominal: out.nominal,
						low: out.low,
						high: out.high
					},
					sourceResistance: c.pick("outputResistance"),
					noise: incoming?.noise == null || rt === 0 ? own : Math.hypot(Math.sqrt(Math.max(0, own * own - sources * sources)), incoming.noise * gain),
					noiseBandwidth: corner === null ? incoming?.noiseBandwidth ?? null : Math.min(corner * Math.PI / 2, incoming?.noiseBandwidth ?? Infinity),
					bandwidth: corner === null ? incoming?.bandwidth ?? null : Math.min(corner, incoming?.bandwidth ?? Infinity),
					ripple: peak * (c.pick("gain")?.high ?? gain) / pole,
					rippleFrequency: lowest,
					gain: gain * (incoming?.gain ?? 1),
					reservoir: c.x.parts.C1.value === null ? null : c.range("C1.value")
				};
			},
			attenuation: (x, _env, frequency) => {
				if (x.parts.C1.value === null) return 0;
				const [top, bottom] = [leg(x.parts.R1.value, x.parts.R1x.value, x.parts.R1x.join), leg(x.parts.R2.value, x.parts.R2x.value, x.parts.R2x.join)];
				const tau = parallel(top.ohms + x.given.sourceResistance, bottom.ohms, x.given.loadResistance) * x.parts.C1.value;
				return 10 * Math.log10(1 + (2 * Math.PI * frequency * tau) ** 2);
			}
		}
	},
	heat: ({ given: g }, o) => ({ resistors: g.inputVoltage * o.averageCurrent }),
	working,
	figure: (c) => {
		const { parts, given: g } = c.x;
		return {
			width: 400,
			height: 250,
			title: "Two resistors from the input to ground, the output at their tap",
			items: [
				{
					sym: "port",
					at: [60, 40],
					label: "in",
					value: say(g.inputVoltage, "V"),
					side: "left"
				},
				{
					sym: "wire",
					points: [[60, 40], [150, 40]]
				},
				{
					sym: "resistor",
					id: "R1",
					at: [150, 40],
					dir: "down",
					label: parts.R1x.value === null ? "R1" : `R1 with R1x ${parts.R1x.join}`,
					value: sayPart(parts.R1.value, "ohm")
				},
				{
					sym: "dot",
					at: [150, 120]
				},
				{
					sym: "wire",
					points: [[150, 110], [150, 130]]
				},
				{
					sym: "resistor",
					id: "R2",
					at: [150, 130],
					dir: "down",
					label: parts.R2x.value === null ? "R2" : `R2 with R2x ${parts.R2x.join}`,
					value: sayPart(parts.R2.value, "ohm")
				},
				{
					sym: "ground",
					at: [150, 200]
				},
				{
					sym: "wire",
					points: [[150, 120], [340, 120]]
				},
				...parts.C1.value === null ? [] : [
					{
						sym: "dot",
						at: [270, 120]
					},
					{
						sym: "wire",
						points: [[270, 120], [270, 130]]
					},
					{
						sym: "capacitor",
						id: "C1",
						at: [270, 130],
						dir: "down",
						label: "C1",
						value: sayPart(parts.C1.value, "F")
					},
					{
						sym: "ground",
						at: [270, 200]
					}
				],
				{
					sym: "port",
					at: [340, 120],
					label: "out",
					value: sayOut(c, "outputVoltage", "V"),
					side: "right"
				}
			]
		};
	},
	curves: (x, env) => {
		const rt = leg(x.parts.R1.value, x.parts.R1x.value, x.parts.R1x.join).ohms + x.given.sourceResistance;
		const bottom = leg(x.parts.R2.value, x.parts.R2x.value, x.parts.R2x.join).ohms;
		const top = env.nominal.given.inputVoltage;
		const limit = x.given.maximumOutputVoltage;
		return [{
			id: "transfer",
			title: "Output against input",
			x: {
				label: "input",
				unit: "V",
				log: false,
				from: 0,
				to: 1.3 * top
			},
			y: {
				label: "output",
				unit: "V"
			},
			points: 60,
			at: (volts) => (volts / rt - x.given.loadCurrent) / (1 / rt + 1 / bottom + 1 / x.given.loadResistance),
			marks: [{
				axis: "x",
				value: top,
				label: "nominal input"
			}, ...limit === null ? [] : [{
				axis: "y",
				value: limit,
				label: "limit",
				limit: true
			}]]
		}];
	},
	bringUp: (c) => {
		const meter = 1 + (c.nominal("outputResistance") ?? 0) / 1e7;
		const out = c.out("outputVoltage");
		const scale = (v) => v === null ? null : v / meter;
		return [
			{
				id: "fit",
				act: "fit",
				title: "Fit R1 and R2",
				text: `Solder ${c.x.parts.C1.value === null ? "R1 and R2" : "R1, R2 and C1"}. Swapped resistors are the usual slip: read both values once more.`
			},
			{
				id: "tap",
				act: "probe",
				title: "Voltage at the tap",
				text: `Measure the input first, then the tap, with a 10 MΩ meter. Its load is counted in the window (a factor of ${say(meter, "")}).`,
				expect: window("tap", "V", {
					nominal: scale(out.nominal),
					low: scale(out.low),
					high: scale(out.high)
				})
			},
			{
				id: "current",
				act: "probe",
				title: "Standing current",
				text: "Supply current with the divider connected, less the current without it.",
				expect: window("input lead", "A", c.out("inputCurrent"))
			}
		];
	},
	confirm: [{
		id: "top-failure",
		text: "If R1 failed as a short, or R2 opened, what is connected to the tap would survive, or that risk is accepted."
	}],
	cautions: ["Above 50 V DC the creepage and the failure (open or short) of the top resistors matter. Mains needs insulation to IEC 62368-1, your local code and a licensed practitioner, and is better sensed through isolation."],
	schools: "Stiff divider (ten times the load’s current) or lean divider with a capacitor or buffer: source resistance and battery share decide. One precision network or two singles: the network’s resistors move together.",
	sources: [
		"Kirchhoff and Thevenin",
		"IEC 60063",
		"Johnson–Nyquist noise"
	]
});
var NO_CAPACITOR = none("no C1 is fitted");
var NO_BATTERY = none("no battery capacity and life are given");
// src/core/kinds/index.ts
/** The one list of kinds. A test compares it with the folders, both ways. */
var KINDS = [
	dcInput,
	linearRegulator,
	supplyLoad,
	voltageDivider,
	rcLowpass,
	adcChannel
];
var BY_ID = new Map(KINDS.map((k) => [k.id, k]));
/** A kind by its id; undefined when there is none of that name. */
var kindOf = (id) => BY_ID.get(id);
/** As `kindOf`, for documents that have been validated. @throws when there is none: a slip in the caller. */
function mustKind(id) {
	const kind = BY_ID.get(id);
	if (!kind) throw new Error(`no kind "${id}"`);
	return kind;
}
export { nudge as a, impossible as c, SERIES as i, isAbsent as l, kindOf as n, seriesBetween as o, mustKind as r, parallel as s, KINDS as t, stageInputs as u };
