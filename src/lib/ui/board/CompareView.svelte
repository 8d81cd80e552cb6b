<script lang="ts">
  import type { Comparison } from '../../../core/gate/compare.ts';
  import { formatMargin } from '../../../core/quantity/format.ts';

  /** What differs between two boards: as a list, the margins side by side. `base` is where a stage is opened, where it can be. */
  let {
    comparison: c,
    before,
    after,
    currency,
    base,
  }: { comparison: Comparison; before: string; after: string; currency: string; base: string | null } = $props();
  const MOST = 12;
  let all = $state(false);
  let margins = $derived(all ? c.margins : c.margins.slice(0, MOST));
  const percent = (m: number | null) => (m === null ? '–' : `${formatMargin(m)}\u202f%`);
  let nothing = $derived(
    !c.values.length &&
      !c.parts.length &&
      !c.margins.length &&
      !c.stages.added.length &&
      !c.stages.removed.length &&
      !c.findings.gone.length &&
      !c.findings.came.length,
  );
  const bar = (m: number | null) => Math.max(0, Math.min(100, 75 * (1 - (m ?? 0))));
</script>

{#if nothing}
  <p>Nothing differs between {before} and {after}.</p>
{:else}
  <p class="head">
    {#if c.tightest.before && c.tightest.after}Tightest <b class="num">{percent(c.tightest.before.after)}</b> →
      <b class="num" class:bad={(c.tightest.after.after ?? 0) < 0}>{percent(c.tightest.after.after)}</b> ·{/if}
    parts of a board <b class="num">{c.cost.before.toFixed(2)}</b> → <b class="num">{c.cost.after.toFixed(2)}</b>&#8239;{currency} · kinds of parts
    <b class="num">{c.cost.kindsBefore}</b>
    → <b class="num">{c.cost.kindsAfter}</b>
  </p>
  {#if c.stages.added.length}<p><b>New:</b> {c.stages.added.join(', ')}</p>{/if}
  {#if c.stages.removed.length}<p><b>Gone:</b> {c.stages.removed.join(', ')}</p>{/if}
  {#if c.values.length}
    <h3>Values</h3>
    <table>
      <thead><tr><th>stage</th><th>what</th><th>{before}</th><th>{after}</th><th>because</th></tr></thead>
      <tbody>
        {#each c.values as d, i (i)}
          <tr>
            <td
              >{#if d.stage && base}<a href="{base}/stages/{d.stage}">{d.title}</a>{:else}{d.title}{/if}</td
            >
            <td>{d.what}</td>
            <td class="v" class:num={d.before.length < 24}>{d.before}</td>
            <td class="v" class:num={d.after.length < 24}><b>{d.after}</b></td><td class="small soft">{d.because ?? ''}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
  {#if c.margins.length}
    <h3>Margins · {c.margins.length}</h3>
    <table>
      <thead><tr><th>check</th><th class="n">{before}</th><th class="n">{after}</th><th><span class="sr">drawn</span></th></tr></thead>
      <tbody>
        {#each margins as m (`${m.stage} ${m.check}`)}
          <tr>
            <td>{m.title}: {m.check}</td>
            <td class="n num" class:bad={(m.before ?? 0) < 0}>{percent(m.before)}</td>
            <td class="n num" class:bad={(m.after ?? 0) < 0}><b>{percent(m.after)}</b></td>
            <td class="drawn"
              ><span class="track" aria-hidden="true"
                ><i class="was" style:width="{bar(m.before)}%"></i><i class="is" style:width="{bar(m.after)}%"></i><i class="post"></i></span
              ></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    {#if c.margins.length > MOST}<button class="more" onclick={() => (all = !all)}>{all ? 'only the tightest' : `all ${c.margins.length}`}</button>{/if}
  {/if}
  {#if c.findings.came.length}<h3>Found anew</h3>
    <ul>
      {#each c.findings.came as f (f)}<li class="bad">{f}</li>{/each}
    </ul>{/if}
  {#if c.findings.gone.length}<h3>Mended</h3>
    <ul>
      {#each c.findings.gone as f (f)}<li>{f}</li>{/each}
    </ul>{/if}
  {#if c.parts.length}
    <h3>Parts</h3>
    <table>
      <thead><tr><th>part</th><th class="n">{before}</th><th class="n">{after}</th></tr></thead>
      <tbody
        >{#each c.parts as p (p.part)}<tr><td>{p.part}</td><td class="n num">{p.before || '–'}</td><td class="n num"><b>{p.after || '–'}</b></td></tr
          >{/each}</tbody
      >
    </table>
  {/if}
{/if}

<style>
  .head {
    font-size: 1.05rem;
  }
  h3 {
    margin-top: 10px;
  }
  table {
    width: 100%;
    border-collapse: collapse;
  }
  th {
    font-weight: 400;
    font-size: 0.85rem;
    color: var(--soft);
  }
  th,
  td {
    text-align: left;
    padding: 5px 12px 5px 0;
    border-bottom: 1px solid var(--line);
    vertical-align: baseline;
  }
  .n {
    text-align: right;
    white-space: nowrap;
  }
  .v {
    overflow-wrap: anywhere;
    min-width: 9ch;
    max-width: 26ch;
  }
  .drawn {
    width: 130px;
  }
  .bad {
    color: var(--fail);
  }
  .track {
    position: relative;
    display: block;
    height: 12px;
    border-bottom: 1px solid var(--line);
  }
  .track i {
    position: absolute;
    left: 0;
    bottom: 0;
  }
  .was {
    height: 10px;
    background: var(--wash);
    border-right: 1px solid var(--soft);
  }
  .is {
    height: 4px;
    background: var(--ink);
  }
  .track .post {
    left: 75%;
    height: 12px;
    border-left: 2px solid var(--ink);
  }
  ul {
    padding-left: 18px;
  }
  .more {
    border: 0;
    background: none;
    color: var(--copper);
    cursor: pointer;
    min-height: 32px;
    justify-self: start;
    font: inherit;
  }
</style>
