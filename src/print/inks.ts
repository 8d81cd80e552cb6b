import type { Inks } from './curve-svg.ts';

/** Colours of what is printed: those of the light page, on white. */
export const PAPER: Inks = { ground: '#ffffff', ink: '#16242e', soft: '#5b6871', line: '#d8d5c8', copper: '#a8521a', fail: '#c1272d' };
