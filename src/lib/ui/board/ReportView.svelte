<script lang="ts">
  import LivePanel from './LivePanel.svelte';
  import { average } from '../../../core/board/evaluate.ts';
  import { sharesOf } from '../../../core/board/document.ts';
  import { limitText, marginText, worstText } from '../../../core/files/check-text.ts';
  import { conditionsText, decidedBlocks, partRows, readyText, type ReportOptions } from '../../../core/files/report.ts';
  import { gate } from '../../../core/gate/gate.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import { learn, told } from '$lib/state/tellings.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import Blocks from '../Blocks.svelte';
  import Quantity from '../atoms/Quantity.svelte';
  import StatusMark from '../atoms/StatusMark.svelte';
  import FindingText from './FindingText.svelte';
  import { findingKey } from './finding-key.ts';
  import MarginBar from './MarginBar.svelte';
  import { balance } from './balance.ts';
  import Figure from '../figure/Figure.svelte';

  /** The report of a board as a page. */
  let { session, options = {} }: { session: BoardSession; options?: ReportOptions } = $props();
  let sum = $derived(session.sum);
  let g = $derived(gate(sum));
  // Stages may have come since the page was opened.
  $effect(() => void learn(sum.stages.map((s) => s.kind)));
  let shares = $derived(sharesOf(sum.doc));
  let blocks = $derived(decidedBlocks(sum, options));
</script>

<main>
  <h1>{sum.doc.name}</h1>
  {#if sum.doc.brief?.purpose}<p>{sum.doc.brief.purpose}</p>{/if}
  <p class="soft">{conditionsText(sum)}</p>
  <p>
    <b>{readyText(g)}</b>
  </p>
  {#if g.blocking.length || g.toWaive.length}
    <h2>What stands in the way</h2>
    <ul>
      {#each [...g.blocking, ...g.toWaive] as f (findingKey(f))}<li><b>{f.severity}</b> <FindingText {session} finding={f} /></li>{/each}
    </ul>
  {/if}
  {#if sum.rails.length}
    <h2>Rails</h2>
    <table>
      <thead><tr><th>rail</th><th>voltage</th><th>ripple</th><th>asleep</th><th>idle</th><th>typical</th><th>peak</th></tr></thead>
      <tbody>
        {#each sum.rails as r (r.name)}
          <tr
            ><td><b>{r.name}</b></td><td
              >{#if r.stands}<Quantity value={r.voltage.low} unit="V" /> … <Quantity value={r.voltage.nominal} unit="V" /> … <Quantity
                  value={r.voltage.high}
                  unit="V"
                />{:else}does not stand{/if}</td
            ><td><Quantity value={r.ripple.high} unit="V" digits={2} /></td>
            {#each ['asleep', 'idle', 'typical', 'peak'] as const as s (s)}<td><Quantity value={r.current[s]} unit="A" digits={3} /></td>{/each}</tr
          >
        {/each}
      </tbody>
    </table>
  {/if}
  {#if sum.power.some((p) => p.in > 0)}
    <h2>Power</h2>
    <table>
      <thead><tr><th>state</th><th>of the time</th><th>in</th><th>to the loads</th><th>lost</th></tr></thead>
      <tbody
        >{#each sum.power as p (p.state)}{@const b = balance(p)}<tr
            ><td>{p.state}</td><td>{formatText(shares[p.state], 'ratio')}</td><td>{b.in} {b.unit}</td><td>{b.used} {b.unit}</td><td>{b.lost} {b.unit}</td></tr
          >{/each}</tbody
      >
    </table>
    <p>On average <Quantity value={average(sum, (p) => p.in)} unit="W" digits={3} />.</p>
  {/if}
  <LivePanel {sum} base={session.base} />
  {#each sum.stages as s (s.id)}
    <section>
      <h2>{s.title}{s.copies > 1 ? `, ${s.copies} copies` : ''}</h2>
      <p class="soft small">{s.kind.title}. {s.doc.notes ?? ''}</p>
      <div class="two">
        {#if told(s.kind)}<Figure figure={told(s.kind)!.figure(s.judged as never)} />{/if}
        {#if partRows(s).length}<table>
            <thead><tr><th>part</th><th>value</th><th>tolerance</th><th>how</th></tr></thead><tbody
              >{#each partRows(s) as row (row[0])}<tr
                  >{#each row as cell, i (i)}<td>{cell}</td>{/each}</tr
                >{/each}</tbody
            >
          </table>{/if}
      </div>
      <table>
        <thead><tr><th>status</th><th>check</th><th>worst</th><th>limit</th><th>used</th><th>margin</th></tr></thead>
        <tbody>
          {#each s.checks as c (c.id)}
            <tr
              ><td><StatusMark status={c.status} /></td><td>{c.title}</td><td class="num">{worstText(c)}</td><td class="num">{limitText(c)}</td><td
                ><MarginBar check={c} width={120} /></td
              ><td class="num">{marginText(c)}</td></tr
            >
          {/each}
        </tbody>
      </table>
    </section>
  {/each}
  <Blocks {blocks} />
</main>

<style>
  main {
    max-width: 860px;
    margin: 0 auto;
    padding: 12px 20px 40px;
    display: grid;
    gap: 12px;
  }
  h2 {
    margin-top: 16px;
    color: var(--ink);
  }
  section {
    display: grid;
    gap: 8px;
    break-inside: avoid;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr);
    gap: 20px;
    align-items: start;
  }
  ul {
    padding-left: 18px;
    display: grid;
    gap: 4px;
  }
</style>
