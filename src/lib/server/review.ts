import { error } from '@sveltejs/kit';
import { takeTry, tooMany } from './auth/attempts.ts';
import { event as logged } from './log.ts';
import { openLink, type Reviewed } from './repositories/reviews.ts';

/** Requests of one address with links that open something, and with links that do not, in a quarter of an hour. */
const OPENED = 1200;
const GUESSED = 30;

/** What a link opens. Who tries many that open nothing has to wait; a link that was withdrawn is as absent as one that never was. */
export async function reviewed(token: string, address: string): Promise<Reviewed> {
  const found = await openLink(token);
  const wait = await takeTry([found ? { what: ['review', address], most: OPENED } : { what: ['no review', address], most: GUESSED }]);
  if (wait > 0) {
    logged('too many requests by review links', { address });
    error(429, tooMany(wait));
  }
  if (!found) {
    logged('a review link that opens nothing', { address });
    error(404, 'This link opens nothing: it has expired or was withdrawn. Ask whoever sent it for a new one.');
  }
  return found;
}
