import { env } from '$env/dynamic/private';

/** A setting without which the server cannot run. @throws with what to do when it is missing */
function need(name: string): string {
  const value = env[name];
  if (!value) throw new Error(`${name} is not set. Start the application with "npm start", which sets it.`);
  return value;
}

export const databaseUrl = (): string => need('DATABASE_URL');
/** Where the repository lies: migrations and demo boards are read from it. */
export const rootFolder = (): string => env.SPARK_SUM_ROOT ?? process.cwd();
/** The start script's pid: without it the server would outlive a start that was killed. */
export const parentPid = (): number | null => (env.SPARK_SUM_PARENT ? Number(env.SPARK_SUM_PARENT) : null);
const most = (name: string, usual: number): number => Number(env[name]) || usual;
/** New accounts and demo benches that one address may make in a quarter of an hour. */
export const accountsAllowed = (): number => most('SPARK_SUM_NEW_ACCOUNTS', 10);
export const benchesAllowed = (): number => most('SPARK_SUM_NEW_BENCHES', 30);
/** Bytes that the logbooks of one account may hold. */
export const logBytesAllowed = (): number => most('SPARK_SUM_LOG_MEGABYTES', 200) * 1024 * 1024;
/** Names under which the server may be asked for besides loopback, comma separated. */
export const allowedHosts = (): string[] =>
  (env.SPARK_SUM_HOSTS ?? '')
    .split(',')
    .map((h) => h.trim().toLowerCase())
    .filter(Boolean);
