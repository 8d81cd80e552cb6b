<script lang="ts">
  import { PHASES, PHASE_TITLES } from '../../../../../core/bringup/plan.ts';
  import { deviation } from '../../../../../core/files/bring-up-report.ts';
  import { explanationOf, type CalibrationContent, type LogEntry, type ReworkContent, type WaveformContent } from '../../../../../core/logbook/entry.ts';
  import { formatText } from '../../../../../core/quantity/format.ts';
  import type { Unit } from '../../../../../core/quantity/units.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import Quantity from '$lib/ui/atoms/Quantity.svelte';
  import BenchNav from '$lib/ui/board/BenchNav.svelte';
  import ReadingMark from '$lib/ui/board/ReadingMark.svelte';
  import Preview from '$lib/ui/bench/Preview.svelte';

  let { data } = $props();
  const board = useBoard();
  let session = $derived(board());
  let base = $derived(session.base);
  let r = $derived(data.record);
  let query = $derived(`?revision=${r.letter}&copy=${r.copy}`);
  const of = (sort: LogEntry['sort']) => r.entries.filter((e) => e.sort === sort);
  let done = $derived(r.all.filter((p) => p.verdict === 'within' || p.verdict === 'noted').length);
</script>

<svelte:head><title>Bring-up report · {session.doc.name} · Spark Sum</title></svelte:head>
<main>
  <BenchNav {base} letter={r.letter} copy={r.copy} />
  <div class="head">
    <div>
      <h1>Bring-up of {r.board}, revision {r.letter}, copy {r.copy}{r.name ? ` (${r.name})` : ''}</h1>
      <p class="soft">Revision frozen {new Date(r.frozen).toLocaleDateString('en-GB', { dateStyle: 'long' })}. {done} of {r.all.length} steps done.</p>
    </div>
    <p class="tools no-print">
      <Button onclick={() => window.print()}>Print or PDF</Button>
      <a href="{base}/bring-up/report.md{query}" download>Markdown</a>
      <a href="{base}/bring-up/readings.csv{query}" download>CSV of all readings</a>
      <a href="{base}/bring-up{query}">back to the steps</a>
    </p>
  </div>
  {#each PHASES as phase (phase)}
    {@const steps = r.all.filter((p) => p.step.phase === phase)}
    {#if steps.length}
      <section>
        <h2>{PHASE_TITLES[phase]}</h2>
        <table>
          <thead><tr><th>step</th><th class="n">predicted</th><th class="n">measured</th><td></td><th class="n">off</th></tr></thead>
          <tbody>
            {#each steps as p (p.step.key)}
              {@const e = p.step.expect}
              {@const off = deviation(p)}
              {@const why = explanationOf(r.entries, p.step.key)}
              {@const bad = p.verdict === 'low' || p.verdict === 'high'}
              <tr>
                <td
                  >{p.step.stageTitle}: {p.step.title}{#if e}<span class="soft small"> {e.point}</span>{/if}{#if p.reading?.note}<br /><span class="small"
                      >{p.reading.note}</span
                    >{/if}{#if why}<br /><span class="small"><b>{why.title}</b> {why.note}</span>{/if}</td
                >
                <td class="n"
                  >{#if e}<Quantity value={e.low} unit={e.unit} digits={3} /> … <Quantity value={e.high} unit={e.unit} digits={3} />{/if}</td
                >
                <td class="n"
                  >{#if e && p.reading?.value != null}<b class:bad><Quantity value={p.reading.value} unit={e.unit} /></b>{:else}<span class="soft"
                      >{p.verdict === null ? 'open' : 'done'}</span
                    >{/if}</td
                >
                <td
                  >{#if e && p.reading?.value != null}<ReadingMark expect={e} value={p.reading.value} width={80} />{/if}</td
                >
                <td class="n num">{off === null ? '' : formatText(off, 'ratio', 2)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </section>
    {/if}
  {/each}
  {#if of('calibration').length}
    <section>
      <h2>Calibration</h2>
      {#each of('calibration') as e (e.id)}
        {@const c = e.content as CalibrationContent}
        <p>
          <b>{e.title}</b>: gain <span class="num">{c.result.gain.toFixed(6)}</span>, offset <Quantity value={c.result.offset} unit={c.unit as Unit} />; most
          off
          <Quantity value={c.result.maximumError.before} unit={c.unit as Unit} digits={3} /> before,
          <b><Quantity value={c.result.maximumError.after} unit={c.unit as Unit} digits={3} /></b>
          after, over {c.pairs.length} points. <code>{c.result.constants.line}</code>
        </p>
      {/each}
    </section>
  {/if}
  {#if of('rework').length}
    <section>
      <h2>Rework</h2>
      <ul>
        {#each of('rework') as e (e.id)}
          {@const d = (e.content as ReworkContent).done}
          <li>
            <b>{e.title}</b>: {e.note}
            <span class="soft">{d === 'taken' ? 'In the next draft.' : d === 'dropped' ? 'Left out.' : 'Open for the next revision.'}</span>
          </li>
        {/each}
      </ul>
    </section>
  {/if}
  {#if r.entries.some((e) => e.sort === 'note' || e.sort === 'waveform' || e.sort === 'photo')}
    <section>
      <h2>Logbook</h2>
      {#each r.entries.filter((e) => e.sort === 'note' || e.sort === 'waveform' || e.sort === 'photo') as e (e.id)}
        <div class="entry">
          {#if e.sort === 'photo'}<img src="{base}/logbook/{e.id}/file" alt={e.title} />{/if}
          {#if e.sort === 'waveform'}<Preview values={(e.content as WaveformContent).preview} width={260} height={70} />{/if}
          <p>
            <b>{e.title}</b>
            <span class="soft small">{new Date(e.at).toLocaleDateString('en-GB', { dateStyle: 'medium' })}{e.point ? ` · ${e.point}` : ''}</span><br />{e.note}
            {#if e.sort === 'waveform'}{#each (e.content as WaveformContent).figures as f (f.name)}<br />{f.name}
                <b class="num">{formatText(f.value, f.unit as Unit, 4)}</b>{/each}{/if}
          </p>
        </div>
      {/each}
    </section>
  {/if}
  <p class="small soft">
    Measured by whoever built it; this is no statement of compliance with any standard. Where a board can hurt someone, local codes and licensed practitioners
    decide.
  </p>
</main>

<style>
  main {
    max-width: 1000px;
    width: 100%;
    margin: 0 auto;
    padding: 10px 20px 24px;
    display: grid;
    gap: 18px;
    align-content: start;
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 30px;
    justify-content: space-between;
  }
  section {
    display: grid;
    gap: 8px;
  }
  .n {
    text-align: right;
    white-space: nowrap;
  }
  td,
  th {
    padding: 4px 10px 4px 0;
  }
  tr {
    break-inside: avoid;
  }
  .bad {
    color: var(--fail);
  }
  ul {
    padding-left: 18px;
  }
  .entry {
    display: flex;
    flex-wrap: wrap;
    gap: 16px;
    align-items: flex-start;
    break-inside: avoid;
  }
  .entry img {
    width: 320px;
    max-width: 100%;
    height: auto;
  }
</style>
