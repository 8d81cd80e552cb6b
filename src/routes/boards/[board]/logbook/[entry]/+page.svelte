<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import type { WaveformContent } from '../../../../../core/logbook/entry.ts';
  import { formatText } from '../../../../../core/quantity/format.ts';
  import { parseNumber } from '../../../../../core/quantity/parse.ts';
  import type { Unit } from '../../../../../core/quantity/units.ts';
  import type { Measured } from '../../../../../core/waveform/measure.ts';
  import { WINDOWS, type Window as Shape } from '../../../../../core/waveform/spectrum.ts';
  import type { BoardDoc } from '../../../../../core/board/document.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import { Recorder, unpacked } from '$lib/state/recorder.ts';
  import { work } from '$lib/state/work.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import BenchNav from '$lib/ui/board/BenchNav.svelte';
  import FigureRow from '$lib/ui/bench/FigureRow.svelte';
  import LinePlot from '$lib/ui/bench/LinePlot.svelte';
  import TakeFigure from '$lib/ui/bench/TakeFigure.svelte';
  import type { Line } from '$lib/ui/bench/line-plot.ts';
  import type { Opened } from '../../../../../workers/recorder.ts';
  import type { Envelope } from '../../../../../core/waveform/envelope.ts';

  let { data } = $props();
  const board = useBoard();
  let session = $derived(board());
  let base = $derived(session.base);
  let entry = $derived(data.entry);
  let content = $derived(entry.content as WaveformContent);

  let recorder: Recorder | null = null;
  let other: Recorder | null = null;
  let opened = $state.raw<Opened | null>(null);
  let problem = $state<string | null>(null);
  let range = $state<[number, number]>([0, 1]);
  let chosen = $state<string[]>([]);
  let channel = $state('');
  let shape = $state<Shape>('hann');
  let threshold = $state('');
  let pair = $state('');
  let tones = $state('');
  let views = $state.raw<Envelope[]>([]);
  let over = $state.raw<{ label: string; view: Envelope }[]>([]);
  let measured = $state.raw<Measured | null>(null);
  let picture = $state.raw<Envelope | null>(null);
  let before = $state.raw<Envelope | null>(null);
  let busy = $state(false);
  let refused = $state<string | null>(null);
  let cursors = $state<[number | null, number | null]>([null, null]);
  let taking = $state<{ name: string; value: number; unit: Unit } | null>(null);
  let overlay = $state('');
  let predicted = $state.raw<{ time: number[]; value: number[] } | null>(null);
  let predicting = $state<string | null>(null);
  const INKS = ['copper', 'flow', 'ok', 'tight', 'heat', 'soft'];

  async function bytesOf(id: string): Promise<Uint8Array> {
    const answer = await fetch(`${base}/logbook/${id}/file`);
    if (!answer.ok) throw new Error('The file could not be fetched.');
    return unpacked(await answer.arrayBuffer());
  }

  onMount(() => {
    if (entry.sort !== 'waveform') return;
    recorder = new Recorder();
    const mine = recorder;
    void (async () => {
      try {
        const answer = await mine.open({
          bytes: await bytesOf(entry.id),
          options: { ...(content.rate ? { rate: content.rate } : {}), ...(content.fullScale ? { fullScale: content.fullScale } : {}) },
        });
        if (!('opened' in answer)) return void (problem = answer.refused);
        opened = answer.opened;
        range = [opened.from, opened.to];
        chosen = opened.channels.slice(0, 4).map((c) => c.name);
        channel = opened.channels[0]!.name;
      } catch (error) {
        problem = error instanceof Error ? error.message : 'It could not be read.';
      }
    })();
    return () => {
      mine.close();
      other?.close();
    };
  });

  const WIDTH = 900;
  $effect(() => {
    if (!opened || !recorder) return;
    const [from, to] = range;
    void recorder.view({ channels: $state.snapshot(chosen) as string[], from, to, width: WIDTH }).then((v) => 'view' in v && (views = v.view));
    if (other && overlay)
      void other
        .view({ channels: [untrack(() => channel)], from, to, width: WIDTH })
        .then((v) => 'view' in v && v.view[0] && (over = [{ label: 'overlay', view: v.view[0] }]));
  });
  let ask = 0;
  $effect(() => {
    if (!opened || !recorder || !channel) return;
    const [from, to] = range;
    const level = threshold.trim() ? parseNumber(threshold, unit) : null;
    const names = pair.split(',').map((t) => t.trim());
    const two = tones.split(',').map((t) => parseNumber(t.trim(), 'Hz'));
    const whole = from <= opened.from && to >= opened.to;
    const mine = ++ask;
    busy = true;
    const started = setTimeout(() => {
      void recorder!
        .measure({
          options: {
            channel,
            ...(whole ? {} : { from, to }),
            window: shape,
            ...(level?.ok ? { threshold: level.value } : {}),
            ...(pair.includes(',') && names.length === 2 && names[1] ? { between: names as unknown as [string, string] } : {}),
            ...(two.length === 2 && two.every((t) => t.ok && t.value > 0)
              ? { tones: two.map((t) => (t.ok ? t.value : 1)) as unknown as [number, number] }
              : {}),
          },
        })
        .then((m) => {
          if (mine !== ask) return;
          busy = false;
          if ('measured' in m) [measured, picture, refused] = [m.measured, m.picture, null];
          else refused = m.refused;
        });
    }, 150);
    return () => clearTimeout(started);
  });

  async function overlayWith(id: string): Promise<void> {
    other?.close();
    [other, over, before] = [null, [], null];
    if (!id) return;
    const held = data.others.find((o) => o.id === id)!;
    other = new Recorder();
    const answer = await other.open({ bytes: await bytesOf(id), options: {} });
    if (!('opened' in answer)) return void (refused = `${held.title}: ${answer.refused}`);
    const same = answer.opened.channels.find((c) => c.name === channel) ?? answer.opened.channels[0]!;
    const view = await other.view({ channels: [same.name], from: range[0], to: range[1], width: WIDTH });
    if ('view' in view && view.view[0]) over = [{ label: held.title, view: view.view[0] }];
    const m = await other.measure({ options: { channel: same.name, window: shape } });
    if ('measured' in m) before = m.picture;
  }

  /** What the solver makes of the stage at this point, over as long a time. */
  function predict(): void {
    const stage = entry.point?.split('.')[0];
    if (!stage) return;
    predicting = 'Solving the stage…';
    const doc = (data.document ?? session.doc) as BoardDoc;
    work<'simulate'>(
      { sort: 'simulate', doc: $state.snapshot(doc) as BoardDoc, stage, analysis: 'transient', options: { stop: Math.max(1e-9, range[1] - range[0]) } },
      {
        done: (r) => {
          if (!r.ok) return void (predicting = r.reason);
          const run = r.answer as { time: number[]; signals: { out: number[] } };
          const step = Math.max(1, Math.floor(run.time.length / 2000));
          const keep = run.time.map((_, i) => i).filter((i) => i % step === 0);
          predicted = { time: keep.map((i) => run.time[i]! + range[0]), value: keep.map((i) => run.signals.out[i]!) };
          predicting = null;
        },
        failed: (message) => (predicting = message),
      },
    );
  }

  let unit = $derived((opened?.channels.find((c) => c.name === channel)?.unit ?? 'V') as Unit);
  /** Each channel on a scale of its own; what is laid over lies on the one that is measured. */
  let panels = $derived(
    chosen.flatMap((name, i) => {
      const view = views[i];
      const at = opened?.channels.findIndex((c) => c.name === name) ?? 0;
      if (!view) return [];
      const own: Line = { label: name, x: view.time, y: view.value, ink: INKS[at % INKS.length]! };
      const laid: Line[] =
        name === channel || chosen.length === 1
          ? [
              ...over.map((o) => ({ label: o.label, x: o.view.time, y: o.view.value, ink: 'soft' })),
              ...(predicted ? [{ label: 'the solver', x: predicted.time, y: predicted.value, ink: 'ok', dashed: true }] : []),
            ]
          : [];
      return [{ label: name, unit: (opened?.channels[at]?.unit ?? 'V') as Unit, lines: [own, ...laid], last: i === chosen.length - 1 }];
    }),
  );
  let spectrumLines = $derived<Line[]>([
    ...(before ? [{ label: 'overlay', x: before.time, y: before.value.map((v) => Math.max(v, 1e-12)), ink: 'soft' }] : []),
    ...(picture ? [{ label: channel, x: picture.time, y: picture.value.map((v) => Math.max(v, 1e-12)), ink: 'copper' }] : []),
  ]);
  let span = $derived(range[1] - range[0]);
  const zoom = (factor: number) => {
    const middle = cursors[0] ?? (range[0] + range[1]) / 2;
    const half = (span * factor) / 2;
    range = [Math.max(opened!.from, middle - half), Math.min(opened!.to, middle + half)];
  };
  const shift = (by: number) => {
    const d = Math.max(opened!.from - range[0], Math.min(opened!.to - range[1], by * span));
    range = [range[0] + d, range[1] + d];
  };
  const valueNear = (t: number | null): number | null => {
    const i = chosen.indexOf(channel);
    const v = views[i < 0 ? 0 : i];
    if (t === null || !v?.time.length) return null;
    let best = 0;
    for (let k = 1; k < v.time.length; k++) if (Math.abs(v.time[k]! - t) < Math.abs(v.time[best]! - t)) best = k;
    return v.value[best]!;
  };
  let at = $derived<[number | null, number | null]>([valueNear(cursors[0]), valueNear(cursors[1])]);
  const kept = (name: string) => content.figures?.some((f) => f.name === name) ?? false;
  const take = (name: string, value: number, u: Unit) => (taking = { name, value, unit: u });
  function keys(e: KeyboardEvent): void {
    if (
      !opened ||
      e.target instanceof HTMLInputElement ||
      e.target instanceof HTMLSelectElement ||
      e.target instanceof HTMLTextAreaElement ||
      e.ctrlKey ||
      e.metaKey
    )
      return;
    const acts: Record<string, () => void> = {
      '+': () => zoom(0.5),
      '-': () => zoom(2),
      '0': () => (range = [opened!.from, opened!.to]),
      ArrowLeft: () => shift(-0.25),
      ArrowRight: () => shift(0.25),
    };
    const act = acts[e.key];
    if (!act) return;
    e.preventDefault();
    act();
  }
</script>

<svelte:window onkeydown={keys} />
<svelte:head><title>{entry.title} · {session.doc.name} · Spark Sum</title></svelte:head>
<main>
  <BenchNav {base} letter={entry.letter} copy={entry.copy ?? 1} />
  <p class="small">
    <a href="{base}/logbook{entry.letter ? `?revision=${entry.letter}${(entry.copy ?? 1) > 1 ? `&copy=${entry.copy}` : ''}` : ''}">Logbook</a>
  </p>
  <div class="head">
    <h1>{entry.title}</h1>
    <span class="soft"
      >{entry.letter ? `revision ${entry.letter}, copy ${entry.copy ?? 1}` : 'board'}{entry.point ? ` · ${entry.point}` : ''} · {new Date(
        entry.at,
      ).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}</span
    >
    <a class="small" href="{base}/logbook/{entry.id}/file" download>the file as it was</a>
  </div>
  {#if entry.note}<p class="pre">{entry.note}</p>{/if}
  {#if entry.sort === 'photo'}
    <img class="photo" src="{base}/logbook/{entry.id}/file" alt={entry.title} />
  {:else if problem}
    <p role="alert">{problem}</p>
  {:else if !opened}
    <p class="soft" role="status">Opening <span class="num">{content.samples.toLocaleString('en-GB')}</span> samples…</p>
  {:else}
    <div class="tools">
      <span role="group" aria-label="Channels shown"
        >{#each opened.channels as c, i (c.name)}<label style:color="var(--{INKS[i % INKS.length]})"
            ><input
              type="checkbox"
              checked={chosen.includes(c.name)}
              onchange={(e) => (chosen = e.currentTarget.checked ? [...chosen, c.name] : chosen.filter((n) => n !== c.name))}
            />
            {c.name}</label
          >{/each}</span
      >
      <span class="zoom"
        ><Button onclick={() => shift(-0.5)} aria-label="Earlier">‹</Button><Button onclick={() => zoom(0.5)} aria-label="Closer">+</Button><Button
          onclick={() => zoom(2)}
          aria-label="Farther">−</Button
        ><Button onclick={() => shift(0.5)} aria-label="Later">›</Button><Button onclick={() => (range = [opened!.from, opened!.to])}>all</Button></span
      >
      <label
        >overlay <select bind:value={overlay} onchange={() => void overlayWith(overlay)}
          ><option value="">nothing</option>{#each data.others as o (o.id)}<option value={o.id}>{o.title}</option>{/each}</select
        ></label
      >
      {#if entry.point && session.sum.byId.has(entry.point.split('.')[0]!)}<Button onclick={predict}>Overlay what the solver predicts</Button>{/if}
      {#if predicting}<span class="soft" role="status">{predicting}</span>{/if}
    </div>
    {#each panels as p (p.label)}
      <LinePlot
        axes={{ x: { label: p.last ? 'time' : '', unit: 's', from: range[0], to: range[1] }, y: { label: p.label, unit: p.unit } }}
        lines={p.lines}
        {cursors}
        height={Math.max(150, Math.round(320 / panels.length))}
        label="{p.label} over time"
        onclick={(x, second) => (cursors = second ? [cursors[0], x] : [x, cursors[1]])}
        ondrag={(a, b) => (range = [a, b])}
      />
    {/each}
    <p class="small soft">
      Drag to choose a part, click for cursor A, shift and click for B; keys + − 0 and the arrows. What is measured below is the part that is shown: {formatText(
        range[0],
        's',
        4,
      )} …
      {formatText(range[1], 's', 4)}.
    </p>
    {#if cursors[0] !== null || cursors[1] !== null}
      <p class="cursors" role="status">
        {#each [0, 1] as const as i (i)}{#if cursors[i] !== null}<span
              ><b>{i ? 'B' : 'A'}</b> <span class="num">{formatText(cursors[i]!, 's', 5)}</span>{#if at[i] !== null}, <span class="num"
                  >{formatText(at[i]!, unit, 4)}</span
                >{/if}</span
            >{/if}{/each}
        {#if cursors[0] !== null && cursors[1] !== null}<span
            >B − A <b class="num">{formatText(cursors[1] - cursors[0], 's', 4)}</b>{#if cursors[1] !== cursors[0]}
              (<span class="num">{formatText(1 / Math.abs(cursors[1] - cursors[0]), 'Hz', 4)}</span>){/if}{#if at[0] !== null && at[1] !== null}, <b class="num"
                >{formatText(at[1] - at[0], unit, 4)}</b
              >{/if}</span
          >
          <button class="link" onclick={() => take('time between cursors', Math.abs(cursors[1]! - cursors[0]!), 's')}>take</button>{/if}
        <button class="link" onclick={() => (cursors = [null, null])}>put away</button>
      </p>
    {/if}
    {#each opened.findings.slice(0, 6) as f (f.text)}<p class="told">{f.line === undefined ? '' : `Line ${f.line}: `}{f.text}</p>{/each}
    {#if opened.notes.length}<details>
        <summary class="small">{opened.notes.length} lines of notes in the file</summary>
        <p class="pre small">{opened.notes.join('\n')}</p>
      </details>{/if}
    {#if taking}
      <TakeFigure
        {session}
        figure={taking}
        from={`“${entry.title}”`}
        steps={data.steps}
        place={entry.letter ? { letter: entry.letter, copy: entry.copy ?? 1 } : null}
        close={() => (taking = null)}
      />
    {/if}

    <div class="tools">
      <label
        >measure <select bind:value={channel}
          >{#each opened.channels as c (c.name)}<option>{c.name}</option>{/each}</select
        ></label
      >
      <label
        >window <select bind:value={shape}
          >{#each WINDOWS as w (w)}<option>{w}</option>{/each}</select
        ></label
      >
      <label>threshold <input class="num" size="7" type="text" bind:value={threshold} placeholder="half-way" /></label>
      {#if opened.channels.length > 1}<label
          >delay from, to <select bind:value={pair}
            ><option value="">–</option>{#each opened.channels as a (a.name)}{#each opened.channels.filter((b) => b.name !== a.name) as b (b.name)}<option
                  >{a.name},{b.name}</option
                >{/each}{/each}</select
          ></label
        >{/if}
      <label>tones <input class="num" size="12" type="text" bind:value={tones} placeholder="1k,2k2" /></label>
      {#if busy}<span class="soft" role="status">measuring…</span>{/if}
      {#if refused}<span role="alert">{refused}</span>{/if}
    </div>
    {#if measured}
      {@const m = measured}
      <div class="figures" class:busy>
        <section>
          <h2>Level</h2>
          <table>
            <tbody>
              {#each [['mean', m.level.mean], ['rms', m.level.rms], ['rms of what moves', m.level.acRms], ['lowest', m.level.min], ['highest', m.level.max], ['peak to peak', m.level.peakToPeak]] as const as [name, value] (name)}
                <FigureRow {name} {value} {unit} kept={kept(name)} onto={take} />
              {/each}
              <FigureRow name="crest" value={m.level.crest} unit="" kept={kept('crest')} onto={take} />
            </tbody>
          </table>
        </section>
        <section>
          <h2>Ripple</h2>
          {#if m.ripple}
            <table>
              <tbody>
                <FigureRow name="ripple frequency" value={m.ripple.frequency} unit="Hz" kept={kept('ripple frequency')} onto={take} />
                <FigureRow name="ripple, peak to peak" value={m.ripple.peakToPeak} {unit} kept={kept('ripple, peak to peak')} onto={take} />
                <FigureRow name="ripple, rms" value={m.ripple.rms} {unit} kept={kept('ripple, rms')} onto={take} />
                <FigureRow name="noise beside it, rms" value={m.ripple.noise} {unit} kept={kept('noise beside it, rms')} onto={take} />
              </tbody>
            </table>
          {:else}<p class="soft">Nothing repeats here.</p>{/if}
        </section>
        <section>
          <h2>Edges</h2>
          {#if m.edges}
            <table>
              <tbody>
                {#each [['period', m.edges.period, 's'], ['frequency', m.edges.frequency, 'Hz'], ['duty', m.edges.duty, 'ratio'], ['rise time', m.edges.riseTime, 's'], ['fall time', m.edges.fallTime, 's'], ['jitter, rms', m.edges.jitter, 's'], ['first pulse', m.edges.pulses[0]?.width ?? null, 's']] as const as [name, value, u] (name)}
                  <FigureRow {name} {value} unit={u} kept={kept(name)} onto={take} />
                {/each}
                {#if m.edges.between}
                  <FigureRow name="delay {pair}" value={m.edges.between.mean} unit="s" kept={kept(`delay ${pair}`)} onto={take} />
                  <FigureRow name="phase {pair}" value={m.edges.between.deg} unit="deg" kept={kept(`phase ${pair}`)} onto={take} />
                {/if}
              </tbody>
            </table>
            <p class="small soft">at {formatText(m.edges.threshold, unit, 3)}, {m.edges.pulses.length} whole pulses</p>
          {:else}<p class="soft">No edges here.</p>{/if}
        </section>
        <section>
          <h2>Spectrum</h2>
          {#if m.spectrum}
            <table>
              <tbody>
                <FigureRow name="distortion" value={m.spectrum.thd} unit="ratio" kept={kept('distortion')} onto={take} />
                <FigureRow name="signal to noise" value={m.spectrum.snr} unit="dB" kept={kept('signal to noise')} onto={take} />
                <FigureRow name="signal to noise and distortion" value={m.spectrum.sinad} unit="dB" kept={kept('signal to noise and distortion')} onto={take} />
                <FigureRow name="noise density" value={m.spectrum.noiseDensity} unit="V/rtHz" kept={kept('noise density')} onto={take} />
                {#if m.tones}<FigureRow name="suppression" value={m.tones.suppression} unit="dB" kept={kept('suppression')} onto={take} />{/if}
                {#each m.spectrum.peaks.slice(0, 5) as peak, i (i)}
                  <FigureRow name="tone {i + 1} at {formatText(peak.frequency, 'Hz', 5)}" value={peak.level} {unit} kept={false} onto={take} />
                {/each}
              </tbody>
            </table>
          {:else}<p class="soft">A spectrum needs even samples and their rate.</p>{/if}
        </section>
      </div>
      {#if m.spectrum && picture}
        <LinePlot
          axes={{
            x: { label: 'frequency', unit: 'Hz', log: true, from: picture.time[0] ?? 1, to: picture.time.at(-1) ?? 10 },
            y: { label: 'level of a tone, rms', unit, log: true },
          }}
          lines={spectrumLines}
          height={260}
          label="Spectrum of {channel}"
        />
        <p class="small soft">{m.spectrum.window} window, {formatText(m.spectrum.binWidth, 'Hz', 4)} from bin to bin.</p>
      {/if}
    {/if}
  {/if}
</main>

<style>
  main {
    max-width: 1280px;
    width: 100%;
    margin: 0 auto;
    padding: 10px 20px 24px;
    display: grid;
    gap: 10px;
    align-content: start;
  }
  .head,
  .cursors {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 18px;
    align-items: center;
  }
  .tools [role='group'] {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 14px;
    font-weight: 600;
  }
  .zoom {
    display: flex;
  }
  .cursors {
    font-size: 1.05rem;
  }
  .figures {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(270px, 1fr));
    gap: 12px 28px;
  }
  .busy {
    opacity: 0.55;
  }
  .told {
    border-left: 3px solid var(--tight);
    padding: 2px 10px;
  }
  .pre {
    white-space: pre-line;
  }
  .photo {
    max-width: 100%;
    height: auto;
  }
  .link,
  summary {
    border: 0;
    background: none;
    color: var(--copper);
    cursor: pointer;
    text-decoration: underline;
  }
  table {
    border-collapse: collapse;
  }
</style>
