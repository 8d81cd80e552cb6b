import type { Ref } from './contract.ts';

/**
 * What a stage that passes power on needs ahead of it: what stands behind it needs, and what it drops with its input at the
 * lowest, where a load that rises with its rail draws least. Null where nobody said what is needed.
 * @param need given or carried field with what stands behind @param input given with the voltage ahead @param output its own outcome
 */
export const neededAhead =
  (need: string, input: string, output: string): Ref<never> =>
  (c) => {
    const wanted = c.range(need)?.high;
    const [ahead, behind] = [c.must(input), c.physical(output)];
    if (wanted === undefined || behind.nominal === null) return null;
    return wanted + Math.max(ahead.low - (behind.low ?? behind.nominal), behind.low === null ? ahead.nominal - behind.nominal : 0);
  };
