import type { Transport } from '@sveltejs/kit';
import { Absent } from './core/math/absent.ts';

/** What results hold beside plain data, on its way from the server to the page. */
export const transport: Transport = {
  Absent: {
    encode: (value) => value instanceof Absent && [value.sort, value.reason],
    decode: ([sort, reason]: [Absent['sort'], string]) => new Absent(sort, reason),
  },
};
