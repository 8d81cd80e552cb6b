<script lang="ts">
  import { explanations } from '../../../core/board/explain.ts';
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import { parseNumber } from '../../../core/quantity/parse.ts';
  import { listed } from '../../../core/stage/contract.ts';
  import { unitOf } from '../../../core/stage/named.ts';
  import Quantity from '../atoms/Quantity.svelte';
  import { inputWords } from '../words.ts';

  /** What single part, or what else, would make a result what somebody measured. */
  let { session, stage, outcome }: { session: BoardSession; stage: StageSum; outcome: string } = $props();
  const MOST = 6;
  let all = $derived(listed(stage.kind.outcomes).filter(([name, def]) => !def.text && stage.judged.nominal(name) !== null));
  let chosen = $state('');
  let name = $derived(all.some(([n]) => n === chosen) ? chosen : outcome);
  let def = $derived(all.find(([n]) => n === name)![1]);
  let text = $state('');
  let read = $derived(text.trim() === '' ? null : parseNumber(text, def.unit));
  let found = $derived(read?.ok ? explanations(stage, name, read.value) : []);
  /** None of a cell of a table, nor of what a matched set shares: that is a share of its tolerance. */
  const inputUnit = (path: string) => (/^match[.]|[.]\d+[.]/.test(path) ? '' : unitOf(stage.kind, path.replace(/^(parts|carried)[.]/, '')));
  const titleOf = (id: string) => session.sum.byId.get(id)?.title;
</script>

<div class="ask">
  <label class="inline"
    >measured <select bind:value={() => name, (v) => (chosen = v)}
      >{#each all as [n, d] (n)}<option value={n}>{d.title}, {d.unit || 'number'}</option>{/each}</select
    ></label
  >
  <label class="inline">at <input class="num" type="text" autocomplete="off" placeholder="your reading" bind:value={text} /></label>
  {#if read && !read.ok}<span class="wrong small" role="alert">{read.message}</span>{/if}
</div>
{#if read?.ok}
  {#if found.length}
    <table>
      <thead><tr><th>this alone would explain it</th><th>would be</th><th>instead of</th><th>off by</th><th>of its tolerance</th></tr></thead>
      <tbody>
        {#each found.slice(0, MOST) as e (e.input)}
          {@const unit = inputUnit(e.input)}
          <tr>
            <td>{inputWords(e.input, titleOf)}</td>
            <td><Quantity value={e.value} {unit} /></td>
            <td><Quantity value={e.nominal} {unit} /></td>
            <td>{e.nominal === 0 ? '–' : formatText(e.value / e.nominal - 1, 'ratio', 2)}</td>
            <td>{e.tolerances <= 1 ? 'inside' : `${formatText(e.tolerances, '', 2)} times`}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {:else}<p class="soft small">Nothing single explains it within twenty tolerances: look for several at once, a wrong value, or a fault.</p>{/if}
{/if}

<style>
  .ask {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    align-items: baseline;
  }
  input {
    width: 110px;
  }
  .wrong {
    color: var(--fail);
  }
</style>
