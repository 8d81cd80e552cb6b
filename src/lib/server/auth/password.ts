import { hash, verify } from '@node-rs/argon2';

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

/** What is wrong with a new password, or null. */
export function passwordProblem(password: string): string | null {
  if (password.length < SHORTEST_PASSWORD) return `The password needs at least ${SHORTEST_PASSWORD} characters; a sentence is good.`;
  return password.length > LONGEST_PASSWORD ? `The password may have at most ${LONGEST_PASSWORD} characters.` : null;
}
