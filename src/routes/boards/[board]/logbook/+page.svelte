<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { parseNumber } from '../../../../core/quantity/parse.ts';
  import type { CalibrationContent, LogEntry, ReworkContent, WaveformContent } from '../../../../core/logbook/entry.ts';
  import { formatText } from '../../../../core/quantity/format.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import Problem from '$lib/ui/atoms/Problem.svelte';
  import BenchNav from '$lib/ui/board/BenchNav.svelte';
  import CopyPick from '$lib/ui/board/CopyPick.svelte';
  import { addFiles } from '$lib/ui/bench/add-files.ts';
  import Preview from '$lib/ui/bench/Preview.svelte';
  import { stay } from '$lib/ui/stay.ts';

  let { data, form } = $props();
  const board = useBoard();
  let session = $derived(board());
  let base = $derived(session.base);
  let whole = $state(false);
  let filter = $state('');
  let sort = $state('');
  let shown = $derived(
    data.entries.filter(
      (e) =>
        (whole || e.letter === null || (e.letter === data.letter && (e.copy === null || e.copy === data.copy))) &&
        (sort === '' || e.sort === sort) &&
        (filter === '' || `${e.title} ${e.note} ${e.point ?? ''}`.toLowerCase().includes(filter.toLowerCase())),
    ),
  );
  let point = $state('');
  let rate = $state('');
  let fullScale = $state('');
  let over = $state(false);
  let busy = $state<{ done: number; of: number } | null>(null);
  let problems = $state<string[]>([]);
  let points = $derived([
    ...new Set(session.sum.stages.flatMap((s) => [...Object.keys(s.kind.rails), ...Object.keys(s.kind.signals)].map((p) => `${s.id}.${p}`))),
  ]);
  const number = (text: string, unit: 'Hz' | 'V'): number | undefined => {
    const read = text.trim() ? parseNumber(text, unit) : null;
    return read?.ok && read.value > 0 ? read.value : undefined;
  };

  async function take(files: FileList | null | undefined): Promise<void> {
    const list = [...(files ?? [])];
    if (!list.length || busy) return;
    problems = [];
    busy = { done: 0, of: list.length };
    const [r, f] = [number(rate, 'Hz'), number(fullScale, 'V')];
    const options = { ...(r ? { rate: r } : {}), ...(f ? { fullScale: f } : {}) };
    problems = await addFiles(session.id, list, { letter: data.letter, copy: data.letter ? data.copy : null, point: point.trim() || null }, options, (done) => {
      busy = { done, of: list.length };
    });
    busy = null;
    await invalidateAll();
  }
  const SORTS = { note: 'note', photo: 'picture', waveform: 'record', calibration: 'calibration', rework: 'rework' } as const;
  const belongs = (e: LogEntry) => (e.letter ? `${e.letter}${e.copy ? ` · copy ${e.copy}` : ''}` : 'board');
  const days = $derived([...new Set(shown.map((e) => e.at.slice(0, 10)))]);
  const megabytes = (b: number) => (b / 1024 / 1024).toFixed(1);
</script>

<svelte:head><title>Logbook · {session.doc.name} · Spark Sum</title></svelte:head>
<svelte:window ondragover={(e) => e.preventDefault()} ondrop={(e) => e.preventDefault()} />
<main
  class:over
  ondragover={(e) => {
    e.preventDefault();
    over = true;
  }}
  ondragleave={(e) => e.currentTarget === e.target && (over = false)}
  ondrop={(e) => {
    e.preventDefault();
    over = false;
    void take(e.dataTransfer?.files);
  }}
>
  <BenchNav {base} letter={data.letter} copy={data.copy} />
  <div class="head tools">
    <h1>Logbook</h1>
    {#if data.letter}<CopyPick path="{base}/logbook" letter={data.letter} copy={data.copy} copies={data.copies} revisions={data.revisions} />{/if}
    <label class="whole"><input type="checkbox" bind:checked={whole} /> all revisions and copies</label>
    <span class="soft small use"
      >{data.use.entries} entries, <span class="num">{megabytes(data.use.bytes)}</span> of <span class="num">{megabytes(data.use.most)}</span>&#8239;MB</span
    >
  </div>

  <section class="add" aria-label="Add to the logbook">
    <form method="POST" action="?/note" use:stay>
      <input type="hidden" name="letter" value={data.letter ?? ''} /><input type="hidden" name="copy" value={data.copy} /><input
        type="hidden"
        name="point"
        value={point}
      />
      <input
        name="title"
        type="text"
        maxlength="120"
        placeholder="what you saw or did"
        aria-label="Title of the note"
        required
        value={form?.form === 'note' ? (form.typed.title ?? '') : ''}
      />
      <textarea name="note" rows="2" maxlength="4000" placeholder="more, if there is more" aria-label="Note"></textarea>
      <Button type="submit">Write it down</Button>
      <Problem text={form?.form === 'note' ? form.message : undefined} />
    </form>
    <div class="drop">
      <label class="file">
        Add pictures or records
        <input
          class="sr"
          type="file"
          multiple
          accept="image/*,.csv,.txt,.tsv,.wav,text/*,audio/wav"
          onchange={(e) => void take(e.currentTarget.files).then(() => ((e.target as HTMLInputElement).value = ''))}
        />
      </label>
      <span class="soft">or drop them anywhere here: photographs, CSV of a scope or logger, WAV.</span>
      <div class="tools">
        <label>at point <input type="text" list="points" bind:value={point} placeholder="like {points[0] ?? 'reg.out'}" /></label>
        <label>rate, where the file tells none <input class="num" type="text" bind:value={rate} placeholder="10kHz" size="8" /></label>
        <label>full scale of WAV <input class="num" type="text" bind:value={fullScale} placeholder="1V" size="6" /></label>
        <datalist id="points"
          >{#each points as p (p)}<option value={p}></option>{/each}</datalist
        >
      </div>
      {#if busy}<p role="status">
          Reading and storing {busy.done + 1 > busy.of ? busy.of : busy.done + 1} of {busy.of}… <progress value={busy.done} max={busy.of}></progress>
        </p>{/if}
      {#if problems.length}<Problem text={problems.join('\n')} />{/if}
    </div>
  </section>

  {#if form?.form === 'removed' && form.typed?.id}
    <form class="back" method="POST" action="?/restore" use:stay>
      <input type="hidden" name="entry" value={form.typed.id} />“{form.typed.title}” is removed. <Button look="quiet" type="submit">Put it back</Button>
    </form>
  {/if}
  <div class="tools">
    <input type="search" bind:value={filter} placeholder="find in the logbook" aria-label="Find in the logbook" />
    {#each Object.entries(SORTS) as [id, name] (id)}
      <button class="chip" aria-pressed={sort === id} onclick={() => (sort = sort === id ? '' : id)}
        >{name}s <span class="soft">{data.entries.filter((e) => e.sort === id).length}</span></button
      >
    {/each}
  </div>

  {#each days as day (day)}
    <h2>{new Date(day).toLocaleDateString('en-GB', { dateStyle: 'full' })}</h2>
    <ul>
      {#each shown.filter((e) => e.at.slice(0, 10) === day) as e (e.id)}
        <li>
          <div class="thumb">
            {#if e.sort === 'photo'}<a href="{base}/logbook/{e.id}"><img src="{base}/logbook/{e.id}/file" alt={e.title} loading="lazy" /></a>
            {:else if e.sort === 'waveform'}<a href="{base}/logbook/{e.id}" aria-label="Open {e.title}"
                ><Preview values={(e.content as WaveformContent).preview} /></a
              >{/if}
          </div>
          <div class="text">
            <p class="title">
              <span class="sort">{SORTS[e.sort]}</span>
              {#if e.sort === 'photo' || e.sort === 'waveform'}<a href="{base}/logbook/{e.id}">{e.title}</a>{:else}<b>{e.title}</b>{/if}
              <span class="soft small">{belongs(e)}{e.point ? ` · ${e.point}` : ''} · {new Date(e.at).toLocaleTimeString('en-GB', { timeStyle: 'short' })}</span
              >
            </p>
            {#if e.note}<p class="pre">{e.note}</p>{/if}
            {#if e.sort === 'waveform'}
              {@const w = e.content as WaveformContent}
              <p class="soft small">
                <span class="num">{w.samples.toLocaleString('en-GB')}</span> samples of {w.channels.join(', ')}{#each w.figures as f (f.name)}
                  · {f.name} <b class="num">{formatText(f.value, f.unit as 'V', 3)}</b>{/each}
              </p>
            {:else if e.sort === 'calibration'}
              {@const c = e.content as CalibrationContent}
              <p class="soft small">
                <a href="{base}/calibration?entry={e.id}"
                  >gain <span class="num">{c.result.gain.toFixed(5)}</span>, offset {formatText(c.result.offset, c.unit as 'V', 3)}</a
                >, {c.pairs.length} points
              </p>
            {:else if e.sort === 'rework'}
              {@const r = e.content as ReworkContent}
              <p class="soft small"><a href="{base}/rework?revision={e.letter}&copy={e.copy ?? 1}">{r.what}{r.path ? ` ${r.stage}.${r.path}` : ''}</a></p>
            {/if}
          </div>
          <form method="POST" action="?/remove" use:stay>
            <input type="hidden" name="entry" value={e.id} /><Button look="quiet" type="submit" aria-label="Remove {e.title}">remove</Button>
          </form>
        </li>
      {/each}
    </ul>
  {:else}
    <p class="soft empty">
      {data.entries.length
        ? 'Nothing here answers to that.'
        : 'Nothing is written down yet. Notes, pictures and records of a copy are kept here, by revision and test point.'}
    </p>
  {/each}
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
    min-height: calc(100vh - 88px);
  }
  .over {
    outline: 3px dashed var(--copper);
    outline-offset: -6px;
  }
  .use {
    margin-left: auto;
  }
  .add {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
    gap: 28px;
    background: var(--wash);
    padding: 14px;
  }
  .add form,
  .drop {
    display: grid;
    gap: 8px;
    align-content: start;
    justify-items: start;
  }
  .add form input,
  .add form textarea {
    width: 100%;
  }
  .file {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
    padding: 4px 18px;
    border: 1px solid var(--ink);
    border-radius: 2px;
    font-weight: 500;
    cursor: pointer;
    background: var(--ground);
  }
  .file:hover {
    border-color: var(--copper);
    color: var(--copper);
  }
  .file:focus-within {
    outline: 2px solid var(--copper);
    outline-offset: 2px;
  }
  .back {
    border-left: 4px solid var(--copper);
    padding: 2px 12px;
  }
  .chip {
    border: 1px solid var(--line);
    background: none;
    padding: 4px 10px;
    min-height: 34px;
    cursor: pointer;
  }
  .chip[aria-pressed='true'] {
    border-color: var(--ink);
    font-weight: 600;
  }
  ul {
    list-style: none;
    border-top: 1px solid var(--ink);
  }
  li {
    display: grid;
    grid-template-columns: 168px minmax(0, 1fr) auto;
    gap: 16px;
    padding: 10px 0;
    border-bottom: 1px solid var(--line);
    align-items: start;
  }
  .thumb img {
    width: 160px;
    height: 100px;
    object-fit: cover;
    display: block;
  }
  .sort {
    display: inline-block;
    min-width: 84px;
    color: var(--copper);
    font-weight: 600;
  }
  .pre {
    white-space: pre-line;
    max-width: 80ch;
  }
  .empty {
    padding: 30px 0;
  }
  @media (max-width: 860px) {
    .add {
      grid-template-columns: minmax(0, 1fr);
    }
    li {
      grid-template-columns: 100px minmax(0, 1fr) auto;
    }
    .thumb img {
      width: 100px;
      height: 70px;
    }
  }
</style>
