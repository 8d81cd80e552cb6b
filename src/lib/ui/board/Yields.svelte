<script lang="ts">
  import { decisive, held } from '../../../core/board/monte-carlo.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import { wilson } from '../../../core/tolerance/statistics.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import { inputWords } from '../words.ts';

  /** How many boards pass, and what holds the others back. `most` limits the list. */
  let { session, most = Infinity }: { session: BoardSession; most?: number } = $props();
  let samples = $derived(session.lottery.samples);
  let of = $derived(session.lottery.of);
  let whole = $derived(samples && wilson(samples.passed, samples.runs));
  let failing = $derived(samples && of ? held(samples, of) : []);
  const share = (v: number) => formatText(v, 'ratio', 4);
  const stageOf = (id: string) => session.sum.byId.get(id);
  const titleOf = (id: string) => stageOf(id)?.title;
  const checkTitle = (stage: string, check: string) => stageOf(stage)?.checks.find((c) => c.id === check)?.title ?? check;
  const causes = (stage: string, check: string) =>
    samples
      ? decisive(samples, stage, check)
          .filter((c) => c.share >= 0.05)
          .slice(0, 2)
          .map((c) => inputWords(c.input, titleOf))
          .join(', ')
      : '';
</script>

{#if samples && whole}
  <h2>Boards that pass</h2>
  <p>
    <b>{share(whole.yield)}</b> of {samples.runs} boards pass every check that is not waived
    <span class="soft small">({formatText(whole.low, 'ratio', 3)} to {formatText(whole.high, 'ratio', 3)} at 95&#8239;%)</span>
  </p>
  {#if failing.length}
    <table>
      <thead><tr><th>holds boards back</th><th>of boards pass it</th><th>decided by</th></tr></thead>
      <tbody>
        {#each failing.slice(0, most) as f (f.stage + f.check)}
          <tr>
            <td
              ><a href="{session.base}/stages/{f.stage}">{titleOf(f.stage) ?? f.stage}</a>: {checkTitle(f.stage, f.check)}{f.waived
                ? ' (waived)'
                : ''}{#if f.also.length}<br /><span class="soft small"
                  >and on the same boards: {f.also.map((check) => checkTitle(f.stage, check)).join(', ')}</span
                >{/if}</td
            >
            <td class="num" title="{share(f.low)} to {share(f.high)} at 95 %">{share(f.yield)}</td>
            <td>{causes(f.stage, f.check) || 'nothing that spreads: it fails as it is'}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    {#if failing.length > most}<p class="soft small">
        and {failing.length - most} more: <a href="{session.base}/yield">yield of the board</a>
      </p>{/if}
  {:else}<p class="soft">Every check held on every board.</p>{/if}
{/if}
