import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '');
/** Everything the running application keeps: data, logs, stamps. */
export const home = process.env.SPARK_SUM_HOME ?? join(root, '.spark-sum');
mkdirSync(home, { recursive: true, mode: 0o700 });
