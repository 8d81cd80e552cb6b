import { hash, verify } from '@node-rs/argon2';
import { dictionary } from '@zxcvbn-ts/language-common';

/** OWASP's first choice for argon2id: 19 MiB, two passes, one lane. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const SHORTEST_PASSWORD = 10;
export const LONGEST_PASSWORD = 200;

export const hashPassword = (password: string): Promise<string> => hash(password, COST);

let decoy: Promise<string> | null = null;

/** Checks a password. An account that is not there takes as long as one that is. */
export async function passwordFits(stored: string | null, password: string): Promise<boolean> {
  decoy ??= hashPassword('nobody has this password');
  const fits = await verify(stored ?? (await decoy), password);
  return stored !== null && fits;
}

const COMMON = new Set(dictionary['passwords-common']);
/** Common words and keyboard rows stay common with a number or a sign behind them, or written twice. */
function isCommon(password: string): boolean {
  const plain = password.normalize('NFKC').toLowerCase();
  const bare = plain.replace(/[^a-z]+$/, '');
  const half = plain.slice(0, plain.length / 2);
  return COMMON.has(plain) || COMMON.has(bare) || (half + half === plain && COMMON.has(half)) || new Set(plain).size < 4;
}

/** What is wrong with a new password, or null. */
export function passwordProblem(password: string): string | null {
  if (password.length >= SHORTEST_PASSWORD && isCommon(password)) return 'This password is among the first that anybody tries. A sentence of your own is good.';
  if (password.length < SHORTEST_PASSWORD) return `The password needs at least ${SHORTEST_PASSWORD} characters; a sentence is good.`;
  return password.length > LONGEST_PASSWORD ? `The password may have at most ${LONGEST_PASSWORD} characters.` : null;
}
