<script lang="ts">
  import { onDestroy } from 'svelte';
  import type { BoardDoc } from '../../../core/board/document.ts';
  import { faultWords } from '../../../core/faults/fault-words.ts';
  import type { PointReading } from '../../../core/faults/explain.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import { Explaining } from '$lib/state/explaining.svelte.ts';
  import Button from '../atoms/Button.svelte';
  import Problem from '../atoms/Problem.svelte';
  import { postAction } from '../post-action.ts';
  import { stay } from '../stay.ts';

  /** Single faults that would explain what was read, the likeliest first. */
  let {
    doc,
    readings,
    titleOf,
    auto = false,
    place,
    keep,
    problem,
  }: {
    doc: BoardDoc;
    readings: readonly PointReading[];
    titleOf: (stage: string) => string;
    auto?: boolean;
    /** The copy whose readings these are: further probes are entered here. */
    place?: { letter: string; copy: number };
    /** The step whose reading is explained: what it was can be kept in the logbook of the copy. */
    keep?: { base: string; letter: string; copy: number; step: string; point: string | null; explained: string | null };
    problem?: string | undefined;
  } = $props();
  const explaining = new Explaining();
  onDestroy(() => explaining.close());
  let started = $state(false);
  const look = () => {
    started = true;
    explaining.look($state.snapshot(doc) as BoardDoc, $state.snapshot(readings) as PointReading[]);
  };
  let key = $derived(JSON.stringify(readings));
  $effect(() => {
    void key;
    if (auto || started) look();
  });
  let shown = $state<string | null>(null);
  /** Those that read alike stand on one line. */
  let lines = $derived.by(() => {
    const found = explaining.found;
    if (!found) return [];
    const groups: { fits: number; off: number; plausible: boolean; faults: string[]; readings: { point: string; value: number }[] }[] = [];
    for (const f of found.faults.filter((x) => x.fits > 0.001)) {
      const same = groups.find((g) => Math.abs(g.fits - f.fits) <= 1e-4 * g.fits);
      if (same) same.faults.push(f.fault);
      else groups.push({ fits: f.fits, off: f.off, plausible: f.plausible, faults: [f.fault], readings: f.readings });
    }
    return groups.slice(0, 6);
  });
  let total = $derived(
    Math.max(
      1e-9,
      lines.reduce((s, l) => s + l.fits * l.faults.length, 0),
    ),
  );
  /** What a fault would read and what was read, for the logbook and the report. */
  const explanation = (would: { point: string; value: number }[]): string =>
    would
      .filter((r) => read.has(r.point))
      .map((r) => `${r.point} would read ${formatText(r.value, 'V', 4)}, was read ${formatText(read.get(r.point)!, 'V', 4)}`)
      .join('; ');
  let kept = $state<{ step: string; title: string } | null>(null);
  let explained = $derived(kept && kept.step === keep?.step ? kept.title : (keep?.explained ?? null));
  let notKept = $state<string | null>(null);
  let keeping = $state(false);
  async function keepIt(fault: string, would: { point: string; value: number }[]) {
    const { base, letter, copy, step, point } = keep!;
    const title = `Found: ${faultWords(fault, titleOf)}`;
    keeping = true;
    const fields = { revision: letter, copy: String(copy), step, point: point ?? '', fault, title, note: explanation(would) };
    const answer = await postAction(`${base}/bring-up?/explain`, fields).catch(() => ({ type: 'error' }));
    keeping = false;
    if (answer.type === 'success' || answer.type === 'redirect') [kept, notKept] = [{ step, title }, null];
    else notKept = 'It could not be kept: the server did not take it. Look whether you are signed in and the logbook has room, then try again.';
  }
  let read = $derived(new Map(readings.map((r) => [r.point, r.value])));
</script>

<section aria-label="What would explain it">
  <h2>What would explain it</h2>
  {#if explained}<p class="ok" role="status">Kept in the logbook. {explained}.</p>{/if}
  <Problem text={notKept ?? undefined} />
  {#if explaining.share !== null}
    <p class="soft" role="status">Solving the board with each single fault… <span class="num">{Math.round(100 * explaining.share)}</span>&#8239;%</p>
    <progress value={explaining.share}></progress>
  {/if}
  {#if explaining.problem}<p role="alert">{explaining.problem}</p>{/if}
  {#if !started && !auto}<Button onclick={look}>Look for single faults</Button>{/if}
  {#if explaining.found}
    {@const found = explaining.found}
    {#if found.nothing}
      <p class="none">
        <b>No single fault explains these readings.</b> Two things may be wrong at once, or a reading: measure again before you unsolder anything.
      </p>
    {:else if found.whole.fits > 0.5}
      <p class="none">
        <b>The readings fit a whole board</b>
        (<span class="num">{Math.round(100 * found.whole.fits)}</span>&#8239;%): tolerance and meter alone explain them.
      </p>
    {/if}
    {#if !found.nothing && lines.length && found.whole.fits <= 0.99}
      <ol>
        {#each lines as l (l.faults.join())}
          <li data-fault={l.faults.join(' ')}>
            <button class="line" aria-expanded={shown === l.faults[0]} onclick={() => (shown = shown === l.faults[0] ? null : l.faults[0]!)}>
              <span class="bar" style:width="{Math.max(3, (100 * l.fits * l.faults.length) / total)}%"></span>
              <span class="words"
                >{l.faults
                  .slice(0, 3)
                  .map((f) => faultWords(f, titleOf))
                  .join(', or ')}{#if l.faults.length > 3}, or {l.faults.length - 3} more that read the same{/if}</span
              >
              <span class="num soft">{formatText(l.fits * l.faults.length, 'ratio', 2)}</span>
            </button>
            {#if shown === l.faults[0]}
              <table>
                <thead><tr><th>point</th><th>would read</th><th>you read</th></tr></thead>
                <tbody>
                  {#each l.readings as r (r.point)}
                    <tr class:soft={!read.has(r.point)}
                      ><td>{r.point}</td><td class="num">{formatText(r.value, 'V', 4)}</td><td class="num"
                        >{read.has(r.point) ? formatText(read.get(r.point)!, 'V', 4) : '–'}</td
                      ></tr
                    >
                  {/each}
                </tbody>
              </table>
              {#if keep}
                <Button look="quiet" disabled={keeping} onclick={() => void keepIt(l.faults[0]!, l.readings)}>This was it: keep it in the logbook</Button>
              {/if}
            {/if}
          </li>
        {/each}
      </ol>
      {#if found.next}<p class="next">Measure next at <b class="num">{found.next.point}</b>: it tells these apart best.</p>{/if}
    {/if}
    {#if place}
      <form class="tools" method="POST" action="?/probe" use:stay>
        <input type="hidden" name="revision" value={place.letter} /><input type="hidden" name="copy" value={place.copy} />
        <label
          >read at <select name="point" aria-label="Test point"
            >{#each found.whole.readings as r (r.point)}<option selected={r.point === found.next?.point}>{r.point}</option>{/each}</select
          ></label
        >
        <input class="num" type="text" name="text" size="10" placeholder="volts" aria-label="Volts read there" required />
        <Button type="submit">Enter it</Button>
      </form>
      <Problem text={problem} />
    {/if}
    <p class="soft small">
      Every single open, short, wrong decade, swap and reversal on this board was solved and held against all {readings.length} readings so far, those in their window
      too, with tolerances and the meter counted.
    </p>
  {/if}
</section>

<style>
  section {
    display: grid;
    gap: 8px;
    min-width: 0;
  }
  ol {
    list-style: none;
    display: grid;
    gap: 2px;
  }
  .line {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 10px;
    width: 100%;
    padding: 8px 10px 10px;
    border: 0;
    background: none;
    text-align: left;
    position: relative;
    cursor: pointer;
    min-height: 44px;
    align-items: center;
  }
  .line:hover .words {
    color: var(--copper);
  }
  .bar {
    position: absolute;
    left: 0;
    bottom: 2px;
    height: 4px;
    background: var(--fail);
  }
  li:not(:first-child) .bar {
    background: var(--soft);
  }
  .words::first-letter {
    text-transform: uppercase;
  }
  progress {
    width: 100%;
  }
  table {
    margin: 4px 10px 10px;
    border-collapse: collapse;
  }
  th,
  td {
    text-align: left;
    padding: 2px 16px 2px 0;
    font-weight: 400;
  }
  .next,
  .none {
    font-size: 1.05rem;
  }
  .next {
    border-left: 4px solid var(--copper);
    padding: 4px 10px;
  }
</style>
