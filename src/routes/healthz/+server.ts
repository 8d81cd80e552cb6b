import { text } from '@sveltejs/kit';
import { databaseAnswers } from '$lib/server/db/client.ts';

/** Told within this, whatever else is asked, ms. */
const WITHIN = 40;

export const GET = async () =>
  (await databaseAnswers(WITHIN)) ? text('ok') : text('the database does not answer', { status: 503, headers: { 'retry-after': '2' } });
