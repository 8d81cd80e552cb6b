<script lang="ts">
  import { untrack } from 'svelte';
  import { acquisitionBudgets } from '../../../../core/board/acquisition.ts';
  import type { GivenValue } from '../../../../core/board/document.ts';
  import { setGiven } from '../../../../core/board/edit.ts';
  import { readPairs } from '../../../../core/files/measured-csv.ts';
  import type { CalibrationContent } from '../../../../core/logbook/entry.ts';
  import { calibrate, type Pair } from '../../../../core/measured/calibrate.ts';
  import { entryText, formatText } from '../../../../core/quantity/format.ts';
  import { parseNumber } from '../../../../core/quantity/parse.ts';
  import type { Unit } from '../../../../core/quantity/units.ts';
  import type { Field } from '../../../../core/stage/contract.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import Problem from '$lib/ui/atoms/Problem.svelte';
  import Quantity from '$lib/ui/atoms/Quantity.svelte';
  import BenchNav from '$lib/ui/board/BenchNav.svelte';
  import CopyPick from '$lib/ui/board/CopyPick.svelte';
  import { stay } from '$lib/ui/stay.ts';

  let { data, form } = $props();
  const board = useBoard();
  let session = $derived(board());
  let base = $derived(session.base);
  let budgets = $derived(acquisitionBudgets(session.sum));

  interface Row {
    reference: string;
    reading: string;
    u: string;
    v: string;
  }
  const blank = (): Row => ({ reference: '', reading: '', u: '', v: '' });
  const rowsOf = (pairs: readonly Pair[], unit: Unit): Row[] => [
    ...pairs.map((p) => ({
      reference: entryText(p.reference, unit),
      reading: entryText(p.reading, unit),
      u: p.referenceUncertainty === undefined ? '' : entryText(p.referenceUncertainty, unit),
      v: p.readingUncertainty === undefined ? '' : entryText(p.readingUncertainty, unit),
    })),
    blank(),
  ];
  let stage = $state('');
  let unit = $state<Unit>('V');
  let lsbText = $state('');
  let points = $state('all');
  let title = $state('');
  let note = $state('');
  let rows = $state<Row[]>(Array.from({ length: 5 }, blank));
  let pasted = $state('');
  let trouble = $state<string | null>(null);
  // An entry that is opened fills the sheet.
  $effect(() => {
    const opened = data.opened;
    untrack(() => {
      if (!opened) {
        [stage, unit, lsbText, points, title, note, rows] = ['', 'V', '', 'all', '', '', Array.from({ length: 5 }, blank)];
        return;
      }
      const c = opened.content as CalibrationContent;
      [stage, unit, lsbText, points, title, note] = [
        c.stage ?? '',
        c.unit as Unit,
        c.lsb === null ? '' : entryText(c.lsb, c.unit as Unit),
        c.points === null ? 'all' : String(c.points),
        opened.title,
        opened.note,
      ];
      rows = rowsOf(c.pairs, unit);
    });
  });
  function choose(): void {
    const b = budgets.find((x) => x.stages.at(-1)!.id === stage);
    if (!b) return;
    unit = b.unit;
    lsbText = b.lsb === null ? '' : entryText(b.lsb, b.unit);
    if (!title) title = `Calibration of ${b.stages.at(-1)!.title}`;
  }
  const number = (text: string): number | null => {
    const read = text.trim() ? parseNumber(text, unit) : null;
    return read?.ok ? read.value : null;
  };
  let typed = $derived(rows.map((r) => ({ ...r, a: number(r.reference), b: number(r.reading), ua: number(r.u), ub: number(r.v) })));
  let pairs = $derived<Pair[]>(
    typed.flatMap((r) =>
      r.a === null || r.b === null
        ? []
        : [
            {
              reference: r.a,
              reading: r.b,
              ...(r.ua === null ? {} : { referenceUncertainty: Math.abs(r.ua) }),
              ...(r.ub === null ? {} : { readingUncertainty: Math.abs(r.ub) }),
            },
          ],
    ),
  );
  let wrong = $derived(typed.findIndex((r) => (r.reference.trim() !== '' && r.a === null) || (r.reading.trim() !== '' && r.b === null)));
  let lsb = $derived.by(() => {
    const v = number(lsbText);
    return v !== null && v > 0 ? v : null;
  });
  let result = $derived(pairs.length ? calibrate(pairs, { ...(lsb === null ? {} : { lsb }), ...(points === 'all' ? {} : { points: Number(points) }) }) : null);
  /** Index of the pair of a row. */
  let pairAt = $derived.by(() => {
    let n = -1;
    return typed.map((r) => (r.a === null || r.b === null ? -1 : ++n));
  });
  const add = (i: number) => {
    if (i === rows.length - 1) rows.push(blank());
  };
  async function file(list: FileList | null): Promise<void> {
    const text = await list?.[0]?.text();
    if (text !== undefined) take(text);
  }
  function take(text: string): void {
    const read = readPairs(text);
    trouble = read.ok ? null : read.issues.map((i) => `${i.path}: ${i.message}`).join('\n');
    if (read.ok) [rows, pasted] = [rowsOf(read.pairs, unit), ''];
  }
  /** Where the draft keeps pairs of a reading: the given whose rows are references and readings. */
  let keeper = $derived.by(() => {
    const s = session.sum.byId.get(stage);
    const found =
      s && Object.entries(s.kind.given as Record<string, Field>).find(([, f]) => f.type === 'rows' && 'reference' in f.columns && 'reading' in f.columns);
    return s && found ? { id: s.id, title: s.title, name: found[0] } : null;
  });
  const intoDraft = () =>
    keeper &&
    session.edit(
      `pairs of the calibration into ${keeper.title}`,
      setGiven(session.doc, keeper.id, keeper.name, $state.snapshot(pairs) as unknown as GivenValue),
    );
  let budget = $derived(budgets.find((b) => b.stages.at(-1)!.id === stage));
  let content = $derived(JSON.stringify({ stage: stage || null, unit, lsb, points: points === 'all' ? null : Number(points), pairs }));
  /** Residuals as bars about a line, before and after. */
  let scale = $derived(Math.max(1e-12, ...(result ? pairs.flatMap((p, i) => [Math.abs(p.reference - p.reading), Math.abs(result.residuals[i]!)]) : [1])));
  let fine = $derived(Math.max(1e-12, ...(result?.residuals.map(Math.abs) ?? [1])));
</script>

<svelte:head><title>Calibration · {session.doc.name} · Spark Sum</title></svelte:head>
<main>
  <BenchNav {base} letter={data.letter} copy={data.copy} />
  <div class="head tools">
    <h1>Calibration of a channel</h1>
    {#if data.opened}<a href="?new{data.letter ? `&revision=${data.letter}` : ''}{data.copy > 1 ? `&copy=${data.copy}` : ''}">A new sheet</a>{/if}
    {#if data.letter}<CopyPick path="{base}/calibration" letter={data.letter} copy={data.copy} copies={data.copies} revisions={data.revisions} />{/if}
  </div>
  <div class="two">
    <section>
      <div class="tools">
        <label
          >channel <select bind:value={stage} onchange={choose}
            ><option value="">any</option>{#each budgets as b (b.stages.at(-1)!.id)}<option value={b.stages.at(-1)!.id}
                >{b.stages.map((s) => s.title).join(' → ')}</option
              >{/each}</select
          ></label
        >
        <label
          >counted in <select bind:value={unit}
            >{#each ['V', 'A', 'degC', 'kg', 'ohm', 'Hz', 'ratio'] as const as u (u)}<option value={u}>{u === 'degC' ? '°C' : u === 'ohm' ? 'Ω' : u}</option
              >{/each}</select
          ></label
        >
        <label>one step <input class="num" size="9" type="text" bind:value={lsbText} placeholder="LSB" /></label>
        <label
          >line through <select bind:value={points}
            ><option value="all">all points</option><option value="1">one (offset)</option><option value="2">two (the ends)</option><option value="3"
              >three</option
            ></select
          ></label
        >
      </div>
      <table>
        <thead><tr><td></td><th>reference</th><th>reading</th><th>± reference</th><th>± reading</th></tr></thead>
        <tbody>
          {#each rows as r, i (i)}
            {@const off = result?.disagree.find((d) => d.point === pairAt[i]! + 1 && pairAt[i]! >= 0)}
            <tr class:off={!!off}>
              <td class="num soft">{pairAt[i]! >= 0 ? pairAt[i]! + 1 : ''}</td>
              <td><input class="num" type="text" aria-label="reference {i + 1}" bind:value={r.reference} oninput={() => add(i)} /></td>
              <td><input class="num" type="text" aria-label="reading {i + 1}" bind:value={r.reading} oninput={() => add(i)} /></td>
              <td><input class="num narrow" type="text" aria-label="uncertainty of reference {i + 1}" bind:value={r.u} /></td>
              <td><input class="num narrow" type="text" aria-label="uncertainty of reading {i + 1}" bind:value={r.v} /></td>
            </tr>
          {/each}
        </tbody>
      </table>
      {#if wrong >= 0}<Problem text="Row {wrong + 1} is no number in this unit." />{/if}
      <details>
        <summary class="small">paste or read a table</summary>
        <textarea rows="4" bind:value={pasted} aria-label="Table of pairs" placeholder="reference,reading"></textarea>
        <Button onclick={() => take(pasted)} disabled={!pasted.trim()}>Take the table</Button>
        <input type="file" accept=".csv,text/*" aria-label="File of pairs" onchange={(e) => void file(e.currentTarget.files)} />
        {#if trouble}<Problem text={trouble} />{/if}
      </details>
    </section>
    <section aria-live="polite">
      {#if result}
        <div class="big">
          <p><span class="soft">gain</span> <b class="num">{result.gain.toFixed(6)}</b></p>
          <p><span class="soft">offset</span> <b><Quantity value={result.offset} {unit} digits={5} /></b></p>
        </div>
        <table class="errors">
          <thead><tr><td></td><th>before</th><th>after</th></tr></thead>
          <tbody>
            <tr
              ><th scope="row">most off</th><td><Quantity value={result.maximumError.before} {unit} digits={3} /></td><td
                ><b><Quantity value={result.maximumError.after} {unit} digits={3} /></b></td
              ></tr
            >
            <tr
              ><th scope="row">rms</th><td><Quantity value={result.rmsError.before} {unit} digits={3} /></td><td
                ><b><Quantity value={result.rmsError.after} {unit} digits={3} /></b></td
              ></tr
            >
            {#if result.lsb}<tr
                ><th scope="row">most off, in steps</th><td class="num">{result.lsb.maximumError.before.toPrecision(3)}</td><td class="num"
                  ><b>{result.lsb.maximumError.after.toPrecision(3)}</b></td
                ></tr
              >{/if}
          </tbody>
        </table>
        <figure>
          <svg viewBox="0 0 520 {pairs.length * 18 + 30}" role="img" aria-label="Errors of each point, before and after">
            <text x="150" y="12" class="cap">before, ± {formatText(scale, unit, 2)}</text><text x="400" y="12" class="cap"
              >after, ± {formatText(fine, unit, 2)}</text
            >
            <path d="M150 20V{pairs.length * 18 + 24}M400 20V{pairs.length * 18 + 24}" class="zero" />
            {#each pairs as p, i (i)}
              {@const y = 24 + i * 18}
              {@const bad = result.disagree.some((d) => d.point === i + 1)}
              <text x="4" {y} dy="9" class="row">{i + 1} · {formatText(p.reference, unit, 3)}</text>
              <rect
                x={150 + Math.min(0, ((p.reference - p.reading) / scale) * 90)}
                {y}
                width={Math.max(1, Math.abs((p.reference - p.reading) / scale) * 90)}
                height="10"
                class="b"
              />
              <rect
                x={400 + Math.min(0, (result.residuals[i]! / fine) * 90)}
                {y}
                width={Math.max(1, Math.abs(result.residuals[i]! / fine) * 90)}
                height="10"
                class={bad ? 'bad' : 'a'}
              />
              {#if bad}<text x="500" {y} dy="9" class="row">disagrees</text>{/if}
            {/each}
          </svg>
        </figure>
        {#each result.disagree as d (d.point)}
          <p class="told">
            Point {d.point} lies <Quantity value={d.off} {unit} digits={3} /> off the line through the others; {typed.some(
              (r) => r.ua !== null || r.ub !== null,
            )
              ? 'their uncertainties explain'
              : 'their scatter explains'}
            <Quantity value={d.allowed} {unit} digits={3} />. Measure it again, or leave it out.
          </p>
        {/each}
        <h2>For the firmware</h2>
        <pre>{result.constants.line}</pre>
        <p class="small soft">
          In whole numbers: multiplier <span class="num">{result.constants.multiplier}</span>, shifted by {result.constants
            .shift}{#if result.constants.offsetSteps !== null}, then
            <span class="num">{result.constants.offsetSteps}</span> steps{/if}.
        </p>
        {#if budget}
          {@const n = points === '1' ? 1 : points === '2' ? 2 : Math.min(3, pairs.length)}
          <p>
            The data acquisition budget of this reading allows ± <Quantity value={budget.left[0]!.worst} unit={budget.unit} digits={3} /> as built and ±
            <b><Quantity value={budget.left[n]!.worst} unit={budget.unit} digits={3} /></b>
            after {n === 3 ? 'many points' : `${n} point${n > 1 ? 's' : ''}`}{#if unit === budget.unit}: what is left here is
              <b><Quantity value={result.maximumError.after} {unit} digits={3} /></b>{result.maximumError.after <= budget.left[n]!.worst
                ? ', inside it'
                : ', more than it allows'}{/if}.
          </p>
        {/if}
        <form method="POST" action="?/keep" use:stay={{ reset: false }}>
          <input type="hidden" name="content" value={content} /><input type="hidden" name="letter" value={data.letter ?? ''} /><input
            type="hidden"
            name="copy"
            value={data.copy}
          />
          <input type="text" name="title" bind:value={title} maxlength="120" placeholder="what was calibrated" aria-label="Title" />
          <input type="text" name="note" bind:value={note} maxlength="4000" placeholder="note" aria-label="Note" />
          <Button look="main" type="submit">Keep in the logbook</Button>
          {#if keeper}<Button onclick={intoDraft}>Pairs into the draft</Button>{/if}
        </form>
        <Problem text={form?.form === 'keep' ? form.message : undefined} />
      {:else}
        <p class="soft">
          Read the channel at a few voltages that a meter reads at the same time, and put both down: gain, offset and what is left come by themselves.
        </p>
      {/if}
      {#if data.before.length}
        <h2>Kept</h2>
        <ul>
          {#each data.before as e (e.id)}
            {@const c = e.content as CalibrationContent}
            <li>
              <a href="?entry={e.id}{e.letter ? `&revision=${e.letter}` : ''}{e.copy && e.copy > 1 ? `&copy=${e.copy}` : ''}">{e.title}</a>
              <span class="soft small"
                >{e.letter ? `${e.letter} · copy ${e.copy ?? 1} · ` : ''}{c.pairs.length} points, most off <Quantity
                  value={c.result.maximumError.after}
                  unit={c.unit as Unit}
                  digits={3}
                /></span
              >
            </li>
          {/each}
        </ul>
      {/if}
    </section>
  </div>
</main>

<style>
  main {
    max-width: 1280px;
    width: 100%;
    margin: 0 auto;
    padding: 10px 20px 24px;
    display: grid;
    gap: 14px;
    align-content: start;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 36px;
  }
  section {
    display: grid;
    gap: 10px;
    align-content: start;
    min-width: 0;
  }
  td input {
    width: 130px;
  }
  td .narrow {
    width: 90px;
  }
  .off input {
    border-color: var(--fail);
  }
  th {
    text-align: left;
    font-weight: 400;
    color: var(--soft);
    padding-right: 14px;
  }
  .errors td {
    padding: 2px 20px 2px 0;
  }
  .big {
    display: flex;
    gap: 40px;
    font-size: 1.5rem;
  }
  .told {
    border-left: 4px solid var(--fail);
    padding: 2px 10px;
  }
  pre {
    background: var(--wash);
    padding: 8px 12px;
    overflow-x: auto;
    margin: 0;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  form input[type='text'] {
    flex: 1 1 180px;
  }
  textarea {
    width: 100%;
  }
  ul {
    list-style: none;
  }
  svg {
    max-width: 100%;
    height: auto;
    overflow: visible;
  }
  .zero {
    stroke: var(--ink);
  }
  .b {
    fill: var(--soft);
  }
  .a {
    fill: var(--ok);
  }
  .bad {
    fill: var(--fail);
  }
  text {
    font:
      12px 'Fira Sans',
      sans-serif;
    fill: var(--ink);
  }
  .cap {
    text-anchor: middle;
    fill: var(--soft);
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
