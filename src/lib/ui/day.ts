/** A day as documents write it, 2026-05-01: today, where none is given. */
export const dayOf = (at: Date | string = new Date()): string => new Date(at).toISOString().slice(0, 10);
