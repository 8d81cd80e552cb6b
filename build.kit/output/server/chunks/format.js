// src/core/quantity/uncertain.ts
/** A range without spread. */
var exactly = (value) => ({
	nominal: value,
	low: value,
	high: value
});
/** Nominal ± a relative tolerance; a negative nominal keeps low below high. */
function withTolerance(nominal, tolerance) {
	const spread = Math.abs(nominal * tolerance);
	return {
		nominal,
		low: nominal - spread,
		high: nominal + spread
	};
}
/** Reads any written form into a range. Units: unchanged. Throws nothing. */
function toRange(value) {
	if (typeof value === "number") return exactly(value);
	if ("tolerance" in value) return withTolerance(value.nominal, value.tolerance);
	return {
		nominal: value.nominal,
		low: value.low,
		high: value.high
	};
}
/** The nominal of any written form. */
var nominalOf = (value) => typeof value === "number" ? value : value.nominal;
/** Whether the two ends differ from the nominal. */
var hasSpread = (r) => r.low !== r.nominal || r.high !== r.nominal;
/** Ends added: the sum of two ranges that do not move together. */
var addRanges = (a, b) => ({
	nominal: a.nominal + b.nominal,
	low: a.low + b.low,
	high: a.high + b.high
});
/** A range times a factor that is not negative. */
var scaleRange = (r, factor) => ({
	nominal: r.nominal * factor,
	low: r.low * factor,
	high: r.high * factor
});
// src/core/kinds/contract.ts
var STATE_IDS = [
	"asleep",
	"idle",
	"typical",
	"peak"
];
/** Declares a kind with the types of its fields derived from its data. */
var defineKind = (kind) => ({
	carried: {},
	...kind
});
// src/core/board/document.ts
var FORMAT = "spark-sum/board";
/** Dangers a board may bring in, as the brief names them, with the usual caution for each. */
var HAZARDS = {
	mains: {
		title: "Mains",
		caution: "Mains kills. Keep mains wiring closed and earthed, switch off and unplug before you open it; your local code and a licensed electrician decide how it is done."
	},
	"high-voltage": {
		title: "High voltage",
		caution: "Above 50 V a touch can kill. Discharge before touching, work with one hand, and have somebody with you."
	},
	"stored-charge": {
		title: "Stored charge",
		caution: "Large capacitors stay charged after switching off. Discharge them through a resistor and measure before you touch."
	},
	lithium: {
		title: "Lithium cells",
		caution: "Lithium cells burn when overcharged, shorted, crushed or frozen while charging. Use protected cells, charge them watched and on a surface that cannot burn."
	},
	heat: {
		title: "Hot parts",
		caution: "Parts above 60 °C burn skin and dry out neighbours. Let them cool, and mark them."
	},
	"loud-sound": {
		title: "Loud sound",
		caution: "Loud sound damages hearing before it hurts. Test at low level and with ear protection."
	},
	"solder-fumes": {
		title: "Solder fumes",
		caution: "Solder with ventilation, and wash your hands before you eat."
	},
	static: {
		title: "Static",
		caution: "Discharge yourself before you touch bare chips, and keep them in their bags until then."
	}
};
var ambientOf = (doc) => toRange(doc.conditions?.ambient ?? 25);
var deratingOf = (doc) => doc.policy?.derating ?? .8;
var comfortOf = (doc) => doc.policy?.comfortMargin ?? .1;
var titleOf = (stage, kindTitle) => stage.title || kindTitle;
/** Shares of time by state; everything in `typical` when the board lists none. */
function sharesOf(doc) {
	const shares = Object.fromEntries(STATE_IDS.map((s) => [s, 0]));
	if (!doc.states?.length) shares.typical = 1;
	for (const s of doc.states ?? []) shares[s.id] = s.share;
	return shares;
}
// src/core/quantity/units.ts
var unit = (symbol, quantity, prefixed, also = [], factors) => ({
	symbol,
	quantity,
	prefixed,
	also,
	factors
});
var UNITS = {
	V: unit("V", "a voltage", true, [
		"volt",
		"volts",
		"Vpp",
		"Vrms",
		"VDC"
	]),
	A: unit("A", "a current", true, [
		"amp",
		"amps",
		"ampere"
	]),
	W: unit("W", "a power", true, ["watt", "watts"]),
	ohm: unit("Ω", "a resistance", true, [
		"ohm",
		"ohms",
		"R",
		"r"
	]),
	F: unit("F", "a capacitance", true, ["farad"]),
	H: unit("H", "an inductance", true, ["henry"]),
	Hz: unit("Hz", "a frequency", true, ["hertz"]),
	s: unit("s", "a time", true, ["sec", "seconds"], { min: 60 }),
	h: unit("h", "a time in hours", false, ["hour", "hours"], {
		d: 24,
		days: 24,
		min: 1 / 60
	}),
	m: unit("m", "a length", true, ["metre", "meter"], { cm: .01 }),
	m2: unit("m²", "an area", true, ["m2"], {
		"mm²": 1e-6,
		mm2: 1e-6,
		"cm²": 1e-4,
		cm2: 1e-4
	}),
	degC: unit("°C", "a temperature", false, [
		"degC",
		"C",
		"deg"
	]),
	"K/W": unit("K/W", "a thermal resistance", false, ["°C/W", "C/W"]),
	ratio: unit("", "a ratio", false, [], {
		"%": .01,
		percent: .01,
		ppm: 1e-6,
		"‰": .001
	}),
	dB: unit("dB", "a level", false),
	Ah: unit("Ah", "a charge", true),
	"V/rtHz": unit("V/√Hz", "a voltage noise density", true, [
		"V/rtHz",
		"V/sqrtHz",
		"V/rHz"
	]),
	"A/V": unit("A/V", "a current per volt", true, ["S"]),
	"V/K": unit("V/K", "a voltage drift", true, ["V/°C"]),
	"ppm/K": unit("ppm/K", "a drift", false, ["ppm", "ppm/°C"]),
	bit: unit("bit", "a number of bits", false, ["bits"]),
	LSB: unit("LSB", "a number of LSB", false, ["lsb"]),
	count: unit("", "a count", false, [
		"×",
		"x",
		"pcs"
	]),
	"": unit("", "a number", false)
};
/** Looks a unit up. @throws nothing: every Unit is in the table. */
var unitInfo = (id) => UNITS[id];
/** Engineering prefixes, SI brochure 9th ed. table 7. `K` for kilo is common on drawings and is read, never written. */
var PREFIXES = {
	f: 1e-15,
	p: 1e-12,
	n: 1e-9,
	u: 1e-6,
	m: .001,
	k: 1e3,
	K: 1e3,
	M: 1e6,
	G: 1e9,
	T: 0xe8d4a51000
};
// src/core/quantity/format.ts
var STEPS = [
	[0xe8d4a51000, "T"],
	[1e9, "G"],
	[1e6, "M"],
	[1e3, "k"],
	[1, ""],
	[.001, "m"],
	[1e-6, "µ"],
	[1e-9, "n"],
	[1e-12, "p"],
	[1e-15, "f"]
];
/** Significant digits without trailing zeros or floating-point dust. */
function trim(value, digits) {
	if (value === 0) return "0";
	const text = Number(value.toPrecision(digits));
	const size = Math.abs(text);
	if (size >= 0x38d7ea4c68000 || size < 1e-9) return text.toExponential().replace("e+", "e").replace("-", "−");
	return text.toLocaleString("en-US", {
		useGrouping: false,
		maximumFractionDigits: 15
	}).replace("-", "−");
}
/** Values that carry no prefix round to a step instead of to digits: a tenth of a degree means something, a millionth does not. */
var DECIMALS = {
	degC: 1,
	dB: 1,
	bit: 1,
	count: 2
};
/**
* Shows an SI value with its engineering prefix. `digits` are significant digits.
* A resistance of 1e12 ohm or more stands for an open circuit and is shown so.
*/
function formatQuantity(value, unit, digits = 4) {
	const info = unitInfo(unit);
	if (!Number.isFinite(value)) return {
		number: "?",
		unit: info.symbol
	};
	if (unit === "ohm" && value >= 0xe8d4a51000) return {
		number: "open",
		unit: ""
	};
	if (unit === "ratio") return {
		number: trim(value * 100, digits),
		unit: "%"
	};
	if (unit === "m2") return {
		number: trim(value * 1e6, digits),
		unit: "mm²"
	};
	const decimals = DECIMALS[unit];
	if (decimals !== void 0) return {
		number: trim(Number(value.toFixed(decimals)), 12),
		unit: info.symbol
	};
	if (!info.prefixed || value === 0) return {
		number: trim(value, digits),
		unit: info.symbol
	};
	const size = Math.abs(Number(value.toPrecision(digits)));
	const step = STEPS.find(([factor]) => size >= factor * (1 - 1e-12)) ?? STEPS.at(-1);
	return {
		number: trim(value / step[0], digits),
		unit: step[1] + info.symbol
	};
}
/** One string, number and unit with a thin space between. */
function formatText(value, unit, digits = 4) {
	const shown = formatQuantity(value, unit, digits);
	return shown.unit === "" ? shown.number : `${shown.number}\u202f${shown.unit}`;
}
/**
* Text that `parseQuantity` reads back to exactly this value: what an entry field holds.
* Up to 12 digits, so that a typed value survives unchanged.
*/
function entryText(value, unit) {
	const one = (v) => formatText(v, unit === "degC" || unit === "dB" || unit === "bit" ? "" : unit, 12).replace("open", "1e12").replace("−", "-");
	const suffix = unit === "degC" || unit === "dB" || unit === "bit" ? `\u202f${unitInfo(unit).symbol}` : "";
	if (typeof value === "number") return one(value) + suffix;
	if ("tolerance" in value) return `${one(value.nominal)}${suffix} ±${trim(value.tolerance * 100, 12)}\u202f%`;
	return `${one(value.low)} .. ${one(value.nominal)} .. ${one(value.high)}${suffix}`;
}
/** A signed percentage for margins, whole above ten: "+8 %", "−4.2 %". */
function formatMargin(margin) {
	const percent = margin * 100;
	const size = Math.abs(percent);
	const text = size >= 10 ? size.toFixed(0) : size.toFixed(1).replace(/\.0$/, "");
	return `${percent < 0 && Number(text) !== 0 ? "−" : "+"}${text}`;
}
export { toRange as S, addRanges as _, PREFIXES as a, nominalOf as b, FORMAT as c, comfortOf as d, deratingOf as f, defineKind as g, STATE_IDS as h, formatText as i, HAZARDS as l, titleOf as m, formatMargin as n, UNITS as o, sharesOf as p, formatQuantity as r, unitInfo as s, entryText as t, ambientOf as u, exactly as v, scaleRange as x, hasSpread as y };
