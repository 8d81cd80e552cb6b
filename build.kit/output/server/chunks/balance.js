// src/lib/ui/board/balance.ts
var UNITS = [
	["W", 1],
	["mW", .001],
	["µW", 1e-6]
];
/** In and used are rounded to three digits of the larger; what is lost is their difference, as it must be. */
function balance(p) {
	const [unit, factor] = UNITS.find(([, f]) => p.in >= f) ?? UNITS[2];
	const total = p.in / factor;
	const decimals = Math.max(0, 2 - Math.floor(Math.log10(Math.max(total, 1))));
	const whole = (v) => Math.round(v / factor * 10 ** decimals);
	const show = (n) => (n / 10 ** decimals).toFixed(decimals);
	const [all, used] = [whole(p.in), whole(p.used)];
	return {
		in: show(all),
		used: show(used),
		lost: show(all - used),
		unit
	};
}
export { balance as t };
