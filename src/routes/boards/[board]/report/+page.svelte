<script lang="ts">
  import LivePanel from '$lib/ui/board/LivePanel.svelte';
  import { average } from '../../../../core/board/evaluate.ts';
  import { sharesOf } from '../../../../core/board/document.ts';
  import { conditionsText, limitText, marginText, worstText, partRows } from '../../../../core/files/report.ts';
  import { gate } from '../../../../core/gate/gate.ts';
  import { formatText } from '../../../../core/quantity/format.ts';
  import { learn, told } from '$lib/state/tellings.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import Quantity from '$lib/ui/atoms/Quantity.svelte';
  import StatusMark from '$lib/ui/atoms/StatusMark.svelte';
  import FindingText from '$lib/ui/board/FindingText.svelte';
  import { findingKey } from '$lib/ui/board/finding-key.ts';
  import MarginBar from '$lib/ui/board/MarginBar.svelte';
  import { balance } from '$lib/ui/board/balance.ts';
  import Figure from '$lib/ui/figure/Figure.svelte';

  let { data } = $props();
  const board = useBoard();
  let session = $derived(board());
  let sum = $derived(session.sum);
  let g = $derived(gate(sum));
  let base = $derived(`/boards/${session.id}`);
  // Stages may have come since the page was opened.
  $effect(() => void learn(sum.stages.map((s) => s.kind)));
  let shares = $derived(sharesOf(sum.doc));
</script>

<svelte:head><title>Report · {sum.doc.name} · Spark Sum</title></svelte:head>
<nav class="tools no-print" aria-label="Downloads">
  <Button look="main" onclick={() => window.print()}>Print or save as PDF</Button>
  <a href="{base}/report.md" download>Markdown</a>
  <a href="{base}/board.json" download>Board file</a>
  {#each data.revisions as r (r.id)}<a href="{base}/report.md?revision={r.letter}" download>Markdown of revision {r.letter}</a>{/each}
</nav>
<main>
  <h1>{sum.doc.name}</h1>
  {#if sum.doc.brief?.purpose}<p>{sum.doc.brief.purpose}</p>{/if}
  <p class="soft">{conditionsText(sum)}</p>
  <p>
    <b
      >{g.ready
        ? 'Ready to order.'
        : `Not ready to order: ${g.blocking.length} must be mended, ${g.toWaive.length} to mend or waive, ${g.confirmations.filter((c) => !c.given).length} to confirm.`}</b
    >
  </p>
  {#if g.blocking.length || g.toWaive.length}
    <h2>What stands in the way</h2>
    <ul>
      {#each [...g.blocking, ...g.toWaive] as f (findingKey(f))}<li><b>{f.severity}</b> <FindingText {session} finding={f} /></li>{/each}
    </ul>
  {/if}
  {#if g.waived.length}<h2>Waived</h2>
    <ul>
      {#each g.waived as w (findingKey(w.finding))}<li><FindingText {session} finding={w.finding} /> <b>Waived:</b> {w.waiver.reason}</li>{/each}
    </ul>{/if}
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
  {#each sum.stages as s (s.id)}
    <LivePanel {sum} base={`/boards/${session.id}`} />
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
  {#if sum.doc.decisions?.length}<h2>Decisions</h2>
    <ul>
      {#each sum.doc.decisions as d (d.stage)}<li>
          <b>{sum.byId.get(d.stage)?.title ?? d.stage}: {d.chosen}</b>{d.options && d.options.length > 1 ? ` (of ${d.options.join(', ')})` : ''}, because {d.reason}
        </li>{/each}
    </ul>{/if}
  {#if g.cautions.length}<h2>Cautions</h2>
    <ul>
      {#each g.cautions as c (c.title + c.text)}<li><b>{c.title}.</b> {c.text}</li>{/each}
    </ul>{/if}
  <p class="soft small">This report helps to decide. It claims no compliance with any standard; local codes and licensed practitioners decide.</p>
</main>

<style>
  .tools {
    display: flex;
    gap: 20px;
    align-items: center;
    flex-wrap: wrap;
    padding: 12px 20px;
    max-width: 860px;
    margin: 0 auto;
  }
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
