import { S as toRange, c as FORMAT, h as STATE_IDS, l as HAZARDS, s as unitInfo, u as ambientOf } from "./format.js";
import { i as SERIES, n as kindOf, r as mustKind, t as KINDS, u as stageInputs } from "./kinds.js";
import { z } from "zod";
// src/core/files/issues.ts
/** `stages[0].given.cutoffFrequency` from its steps. */
var pathText = (steps) => steps.reduce((text, step) => typeof step === "number" ? `${text}[${step}]` : text === "" ? String(step) : `${text}.${String(step)}`, "");
/** What was seen, short enough for a message. */
function seen(value) {
	if (value === void 0) return "nothing";
	const text = typeof value === "string" ? `“${value}”` : typeof value === "number" ? String(value) : JSON.stringify(value);
	return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}
// src/core/files/field-value.ts
var isObject = (v) => typeof v === "object" && v !== null && !Array.isArray(v);
/** Beyond this nothing on a board is meant, and sums would overflow. */
var HUGEST = 1e30;
/** What is wrong with a value for a field; empty when nothing is. `path` is where it stands. Used by files, forms and changes. */
function fieldIssues(field, value, path) {
	const one = (message) => [{
		path,
		message
	}];
	switch (field.type) {
		case "number": return numberIssues(field, value, path);
		case "choice": return field.choices.includes(value) ? [] : one(`expected one of ${field.choices.join(", ")}, seen ${seen(value)}.`);
		case "flag": return typeof value === "boolean" ? [] : one(`expected true or false, seen ${seen(value)}.`);
		case "list": return listIssues(field, value, path);
		case "rows": return rowsIssues(field, value, path);
	}
}
function numberIssues(field, value, path) {
	if (value === null) return field.default === null ? [] : [{
		path,
		message: "expected a number, seen null. Leave the key out to take the default."
	}];
	const shape = uncertainIssues(value, path);
	if (shape.length) return shape;
	const range = toRange(value);
	for (const [end, v] of [
		["nominal", range.nominal],
		["low", range.low],
		["high", range.high]
	]) {
		const message = boundMessage(field, v);
		if (message) return [{
			path,
			message: typeof value === "number" ? message : `${end}: ${message}`
		}];
	}
	return [];
}
/** A plain number, {nominal, low, high} or {nominal, tolerance}. */
function uncertainIssues(value, path) {
	const finite = (v, where) => typeof v !== "number" || !Number.isFinite(v) ? [{
		path: where,
		message: `expected a number, seen ${seen(v)}.`
	}] : Math.abs(v) > HUGEST ? [{
		path: where,
		message: `${v} is too large to compute with.`
	}] : [];
	if (!isObject(value)) return finite(value, path);
	const keys = Object.keys(value);
	const allowed = [
		"nominal",
		"low",
		"high",
		"tolerance"
	];
	const unknown = keys.find((k) => !allowed.includes(k));
	if (unknown) return [{
		path: `${path}.${unknown}`,
		message: `unknown key. A range has nominal with low and high, or nominal with tolerance.`
	}];
	if (!("nominal" in value)) return [{
		path: `${path}.nominal`,
		message: "a range needs a nominal."
	}];
	const ends = "low" in value && "high" in value;
	if (ends === "tolerance" in value || !ends && ("low" in value || "high" in value)) return [{
		path,
		message: "a range needs either low and high or tolerance, beside nominal."
	}];
	const bad = keys.flatMap((k) => finite(value[k], `${path}.${k}`));
	if (bad.length) return bad;
	if (!ends) return value.tolerance < 0 ? [{
		path: `${path}.tolerance`,
		message: "a tolerance cannot be negative."
	}] : [];
	const { low, nominal, high } = value;
	return low <= nominal && nominal <= high ? [] : [{
		path,
		message: `low, nominal and high must rise: seen ${low}, ${nominal}, ${high}.`
	}];
}
/** Why a number is out of a field's bounds, or null. */
function boundMessage(field, v) {
	const u = unitInfo(field.unit).symbol;
	const show = (n) => u ? `${n} ${u}` : String(n);
	if (field.above !== void 0 && !(v > field.above)) return `must be above ${show(field.above)}, seen ${show(v)}.`;
	if (field.min !== void 0 && v < field.min) return `must be ${show(field.min)} or more, seen ${show(v)}.`;
	if (field.below !== void 0 && !(v < field.below)) return `must be below ${show(field.below)}, seen ${show(v)}.`;
	if (field.max !== void 0 && v > field.max) return `must be ${show(field.max)} or less, seen ${show(v)}.`;
	if (field.integer && !Number.isInteger(v)) return `must be a whole number, seen ${show(v)}.`;
	return null;
}
function listIssues(field, value, path) {
	if (!Array.isArray(value)) return [{
		path,
		message: `expected a list of numbers, seen ${seen(value)}.`
	}];
	if (field.filled && value.length === 0) return [{
		path,
		message: "needs at least one entry."
	}];
	if (value.length > 1e3) return [{
		path,
		message: "has more than 1000 entries."
	}];
	const as = {
		type: "number",
		unit: field.unit,
		default: 0,
		...field.above === void 0 ? {} : { above: field.above }
	};
	return value.flatMap((v, i) => typeof v === "number" ? numberIssues(as, v, `${path}[${i}]`) : [{
		path: `${path}[${i}]`,
		message: `expected a number, seen ${seen(v)}.`
	}]);
}
function rowsIssues(field, value, path) {
	if (!Array.isArray(value)) return [{
		path,
		message: `expected a list of points, seen ${seen(value)}.`
	}];
	if (value.length > 1e3) return [{
		path,
		message: "has more than 1000 points."
	}];
	return value.flatMap((row, i) => {
		if (!isObject(row)) return [{
			path: `${path}[${i}]`,
			message: `expected {${Object.keys(field.columns).join(", ")}}, seen ${seen(row)}.`
		}];
		const unknown = Object.keys(row).filter((k) => !Object.hasOwn(field.columns, k)).map((k) => ({
			path: `${path}[${i}].${k}`,
			message: "unknown key."
		}));
		const cells = Object.entries(field.columns).flatMap(([k, column]) => {
			if (row[k] === void 0) return column.optional ? [] : [{
				path: `${path}[${i}].${k}`,
				message: "is missing."
			}];
			const as = {
				type: "number",
				unit: column.unit,
				default: 0,
				...column.min === void 0 ? {} : { min: column.min }
			};
			return typeof row[k] === "number" ? numberIssues(as, row[k], `${path}[${i}].${k}`) : [{
				path: `${path}[${i}].${k}`,
				message: `expected a number, seen ${seen(row[k])}.`
			}];
		});
		return [...unknown, ...cells];
	});
}
// src/core/files/schema.ts
z.config({ jitless: true });
var text = (longest) => z.string().max(longest);
var words = (longest) => z.string().trim().min(1, "must not be empty.").max(longest);
/** A name that a signal reference can hold: letters, digits, hyphen, underscore. */
var ID = /^[A-Za-z][A-Za-z0-9_-]{0,39}$/;
var id = z.string().regex(ID, "expected a letter followed by letters, digits, - or _, at most 40.");
var railName = z.string().regex(/^[^\s.\u0000-\u001f][^\u0000-\u001f]{0,39}$/, "expected a rail’s name of 1 to 40 characters.");
var issuesInto = (check) => z.unknown().superRefine((value, ctx) => {
	for (const issue of check(value)) ctx.addIssue({
		code: "custom",
		message: issue.message,
		params: { path: issue.path }
	});
});
var uncertain = issuesInto((v) => uncertainIssues(v, ""));
var stage = z.strictObject({
	id,
	kind: z.string(),
	title: text(80).optional(),
	copies: z.number().int("must be a whole number.").min(1, "must be 1 or more.").max(1e6).optional(),
	given: z.record(z.string(), z.unknown()).optional(),
	parts: z.record(z.string(), z.record(z.string(), z.unknown())).optional(),
	rails: z.record(z.string(), railName).optional(),
	signals: z.record(z.string(), z.string()).optional(),
	mount: id.optional(),
	inside: id.optional(),
	options: z.array(z.unknown()).max(20).optional(),
	notes: text(1e4).optional()
});
var boardSchema = z.strictObject({
	format: z.literal(FORMAT, `expected “${FORMAT}”.`),
	version: z.literal(1, `this program reads version 1. Save the board with a program that writes it, or update this one.`),
	name: words(120),
	brief: z.strictObject({
		purpose: text(2e3).optional(),
		quantity: z.number().int().min(1).max(1e6).optional(),
		currency: z.string().regex(/^[A-Z]{3}$/, "expected three letters, like EUR.").optional(),
		hazards: z.array(z.enum(Object.keys(HAZARDS))).max(20).optional(),
		enclosure: text(500).optional(),
		notes: text(1e4).optional()
	}).optional(),
	copies: z.number().int().min(1).max(1e6).optional(),
	conditions: z.strictObject({ ambient: uncertain.optional() }).optional(),
	policy: z.strictObject({
		derating: z.union([
			z.literal(1),
			z.literal(.8),
			z.literal(.5)
		], "expected 1, 0.8 or 0.5.").optional(),
		comfortMargin: z.number().min(0).max(1).optional(),
		judgeBy: z.enum([
			"extreme-value",
			"root-sum-square",
			"monte-carlo"
		]).optional()
	}).optional(),
	states: z.array(z.strictObject({
		id: z.enum(STATE_IDS),
		share: z.number().min(0).max(1)
	})).max(4).optional(),
	stages: z.array(stage).max(500),
	waivers: z.array(z.strictObject({
		stage: id,
		check: words(60),
		reason: words(2e3)
	})).max(1e3).optional(),
	confirmations: z.array(z.strictObject({
		id: words(120),
		by: words(120),
		note: text(2e3).optional()
	})).max(1e3).optional(),
	decisions: z.array(z.strictObject({
		stage: id,
		chosen: words(120),
		options: z.array(text(120)).optional(),
		reason: text(2e3)
	})).max(1e3).optional()
});
/** Shape first, by Zod; then what only the kinds know. Empty when nothing is wrong. */
function documentIssues(value) {
	const parsed = boardSchema.safeParse(value);
	if (!parsed.success) return shapeIssues(parsed.error, value);
	const doc = parsed.data;
	return [...stateIssues(doc.states), ...doc.stages.flatMap((s, i) => stageIssues(s, i, doc.stages))];
}
function shapeIssues(error, value) {
	return error.issues.flatMap((issue) => {
		if (issue.code === "unrecognized_keys") return issue.keys.map((key) => ({
			path: pathText([...issue.path, key]),
			message: "unknown key."
		}));
		const inner = issue.code === "custom" && typeof issue.params?.path === "string" ? issue.params.path : "";
		const at = issue.path.reduce((node, key) => node?.[key], value);
		return [{
			path: pathText(issue.path) + inner,
			message: issue.code === "custom" ? issue.message : `${lower(issue.message)} Seen ${seen(at)}.`
		}];
	});
}
var lower = (message) => message.charAt(0).toLowerCase() + message.slice(1).replace(/[.]?$/, ".");
function stateIssues(states) {
	if (!states?.length) return [];
	const sum = states.reduce((total, s) => total + s.share, 0);
	const doubled = states.findIndex((s, i) => states.findIndex((o) => o.id === s.id) !== i);
	if (doubled >= 0) return [{
		path: `states[${doubled}].id`,
		message: `the state ${states[doubled].id} is listed twice.`
	}];
	return Math.abs(sum - 1) < 1e-6 ? [] : [{
		path: "states",
		message: `the shares must add up to 1, they make ${Number(sum.toPrecision(6))}.`
	}];
}
function stageIssues(s, i, all) {
	const path = `stages[${i}]`;
	const kind = kindOf(s.kind);
	const issues = [];
	if (all.findIndex((o) => o.id === s.id) !== i) issues.push({
		path: `${path}.id`,
		message: `another stage is called “${s.id}” already.`
	});
	if (!kind) return [...issues, {
		path: `${path}.kind`,
		message: `unknown kind “${s.kind}”. Known: ${KINDS.map((k) => k.id).join(", ")}.`
	}];
	issues.push(...givenIssues(kind, s, path), ...partIssues(kind, s, path));
	for (const port of Object.keys(s.rails ?? {})) if (!Object.hasOwn(kind.rails, port)) issues.push({
		path: `${path}.rails.${port}`,
		message: unknownName("rail port", Object.keys(kind.rails))
	});
	issues.push(...signalIssues(kind, s, path, all));
	return issues;
}
var unknownName = (what, known) => `unknown ${what}. ${known.length ? `This kind has ${known.join(", ")}.` : "This kind has none."}`;
function givenIssues(kind, s, path) {
	return Object.entries(s.given ?? {}).flatMap(([name, value]) => {
		const where = `${path}.given.${name}`;
		const field = Object.hasOwn(kind.given, name) ? kind.given[name] : void 0;
		return field ? fieldIssues(field, value, where) : [{
			path: where,
			message: unknownName("given", Object.keys(kind.given))
		}];
	});
}
function partIssues(kind, s, path) {
	return Object.entries(s.parts ?? {}).flatMap(([slot, part]) => {
		const where = `${path}.parts.${slot}`;
		const def = Object.hasOwn(kind.parts, slot) ? kind.parts[slot] : void 0;
		if (!def) return [{
			path: where,
			message: unknownName("part", Object.keys(kind.parts))
		}];
		return Object.entries(part).flatMap(([key, value]) => partKeyIssues(def, key, value, `${where}.${key}`));
	});
}
function partKeyIssues(def, key, value, path) {
	const param = def.params && Object.hasOwn(def.params, key) ? def.params[key] : void 0;
	if (param) return fieldIssues(param, value, path);
	if (def.type !== "device") {
		const least = def.zero || def.optional ? { min: 0 } : { above: 0 };
		if (key === "value") return value === null ? [] : value === 0 && def.optional ? [] : fieldIssues({
			type: "number",
			unit: "ohm",
			default: 1,
			...least
		}, value, path).map(unitless);
		if (key === "tolerance") return fieldIssues({
			type: "number",
			unit: "",
			default: 0,
			min: 0,
			below: 1
		}, value, path);
		if (key === "tempco") return fieldIssues({
			type: "number",
			unit: "",
			default: 0
		}, value, path);
		if (key === "series") return fieldIssues({
			type: "choice",
			choices: SERIES,
			default: "E24"
		}, value, path);
		if (key === "join" && def.joins) return fieldIssues({
			type: "choice",
			choices: ["series", "parallel"],
			default: "series"
		}, value, path);
	}
	return [{
		path,
		message: unknownName("parameter", [
			...def.type === "device" ? [] : [
				"value",
				"tolerance",
				"tempco",
				"series"
			],
			...def.joins ? ["join"] : [],
			...Object.keys(def.params ?? {})
		]).replace("kind", "part")
	}];
}
/** A part's value carries the unit of its sort, which the message need not repeat. */
var unitless = (i) => ({
	...i,
	message: i.message.replaceAll(" Ω", "")
});
function signalIssues(kind, s, path, all) {
	return Object.entries(s.signals ?? {}).flatMap(([port, ref]) => {
		const where = `${path}.signals.${port}`;
		const def = Object.hasOwn(kind.signals, port) ? kind.signals[port] : void 0;
		if (!def) return [{
			path: where,
			message: unknownName("signal port", Object.keys(kind.signals))
		}];
		if (def.role === "out") return [{
			path: where,
			message: "an output needs no entry: the stage that listens names it."
		}];
		const [from, out, ...rest] = ref.split(".");
		if (!from || !out || rest.length || !ID.test(from)) return [{
			path: where,
			message: `expected “stage.port”, like “filter.out”, seen ${seen(ref)}.`
		}];
		const source = all.find((o) => o.id === from);
		const sourceKind = source && kindOf(source.kind);
		if (!sourceKind) return [];
		if ((Object.hasOwn(sourceKind.signals, out) ? sourceKind.signals[out] : void 0)?.role === "out") return [];
		const outs = Object.entries(sourceKind.signals).filter(([, p]) => p.role === "out").map(([name]) => name);
		return [{
			path: where,
			message: `“${from}” has no output “${out}”. ${outs.length ? `It has ${outs.join(", ")}.` : "It has none."}`
		}];
	});
}
// src/core/files/board-file.ts
/** Most bytes of a board file anybody needs; larger ones are refused before they are parsed. */
var LARGEST_FILE = 2097152;
/** Checks a value that claims to be a board: shape, kinds, fields, references, and combinations that make no sense. */
function checkBoard(value) {
	if (typeof value !== "object" || value === null || Array.isArray(value)) return {
		ok: false,
		issues: [{
			path: "",
			message: `expected a board file, an object with format, version, name and stages, seen ${seen(value)}.`
		}]
	};
	const issues = documentIssues(value);
	if (issues.length) return {
		ok: false,
		issues
	};
	const doc = value;
	const refused = doc.stages.flatMap((stage, i) => refusals(doc, stage, i));
	return refused.length ? {
		ok: false,
		issues: refused
	} : {
		ok: true,
		value: doc
	};
}
/** Reads the text of a board file. */
function readBoard(text) {
	if (text.length > 2097152) return {
		ok: false,
		issues: [{
			path: "",
			message: `the file is larger than ${LARGEST_FILE / 1024 / 1024} MB, which no board is.`
		}]
	};
	let value;
	try {
		value = JSON.parse(text);
	} catch (error) {
		return {
			ok: false,
			issues: [{
				path: "",
				message: `this is not JSON: ${error instanceof Error ? error.message : "it cannot be read"}.`
			}]
		};
	}
	return checkBoard(value);
}
/** The text of a board file, two spaces deep, keys in the order of the document. */
var writeBoard = (doc) => `${JSON.stringify(doc, null, 2)}\n`;
function refusals(doc, stage, i) {
	const kind = mustKind(stage.kind);
	if (!kind.refuse) return [];
	const linked = linkedFields(doc, stage);
	const { x } = stageInputs(kind, stage, new Map([...linked].map((f) => [f, null])), ambientOf(doc), null);
	return kind.refuse(x, linked).map((r) => ({
		path: `stages[${i}].${r.path}`,
		message: r.message
	}));
}
/** Fields whose value a link will bring, because its other end exists. */
function linkedFields(doc, stage) {
	const kind = mustKind(stage.kind);
	const fields = /* @__PURE__ */ new Set();
	for (const [port, def] of Object.entries(kind.rails)) {
		const rail = stage.rails?.[port];
		if (!rail) continue;
		const wanted = def.role === "provides" ? "consumes" : "provides";
		if (doc.stages.some((s) => s !== stage && Object.entries(mustKind(s.kind).rails).some(([p, d]) => d.role === wanted && s.rails?.[p] === rail))) for (const field of Object.values(def.fills)) fields.add(field);
	}
	for (const [port, def] of Object.entries(kind.signals)) {
		const ref = stage.signals?.[port]?.split(".")[0];
		if (def.role === "in" ? doc.stages.some((s) => s.id === ref) : doc.stages.some((s) => Object.values(s.signals ?? {}).includes(`${stage.id}.${port}`))) for (const field of Object.values(def.fills)) fields.add(field);
	}
	return fields;
}
export { pathText as a, writeBoard as i, checkBoard as n, readBoard as r, LARGEST_FILE as t };
