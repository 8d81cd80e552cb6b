<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import type { BoardDoc } from '../../../../core/board/document.ts';
  import { pointReadings, progress } from '../../../../core/bringup/plan.ts';
  import { faultWords } from '../../../../core/faults/fault-words.ts';
  import type { Answer } from '../../../../core/practice/bench.ts';
  import { DIFFICULTIES, type Difficulty } from '../../../../core/practice/hide.ts';
  import { entryText, formatText } from '../../../../core/quantity/format.ts';
  import type { Unit } from '../../../../core/quantity/units.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import { Practice } from '$lib/state/practice.svelte.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import Problem from '$lib/ui/atoms/Problem.svelte';
  import Quantity from '$lib/ui/atoms/Quantity.svelte';
  import BenchNav from '$lib/ui/board/BenchNav.svelte';
  import CopyPick from '$lib/ui/board/CopyPick.svelte';
  import FaultPanel from '$lib/ui/board/FaultPanel.svelte';
  import LinePlot from '$lib/ui/bench/LinePlot.svelte';
  import { postAction } from '$lib/ui/post-action.ts';

  let { data } = $props();
  const board = useBoard();
  let session = $derived(board());
  let base = $derived(session.base);
  let doc = $derived((data.document ?? session.doc) as BoardDoc);
  const practice = new Practice(untrack(() => `practice ${session.id} ${data.letter ?? ''} ${data.copy}`));
  onMount(() => {
    void practice.resume($state.snapshot(doc) as BoardDoc);
    return () => practice.close();
  });

  let difficulty = $state<Difficulty>('easy');
  let seed = $state(1 + Math.floor(Math.random() * 9998));
  let bare = $state(false);
  let probe = $state<'meter' | 'scope'>('meter');
  let options = $state({ ac: false, spring: true, limit: false });
  let shown = $state.raw<{ text: string; answer: Answer } | null>(null);
  let at = $state<string | null>(null);
  let volts = $state('');
  let amps = $state('0.05');
  let source = $state('');
  let stage = $state('');
  let part = $state('');
  let guess = $state('');
  let typed = $state('');
  let trouble = $state<string | null>(null);
  const titleOf = (id: string) => session.sum.byId.get(id)?.title ?? doc.stages.find((s) => s.id === id)?.title ?? id;
  let bench = $derived(practice.state);
  $effect(() => {
    if (bench && !bench.sources.includes(source)) source = bench.sources[0] ?? '';
    if (!doc.stages.some((s) => s.id === stage)) stage = doc.stages[0]?.id ?? '';
  });
  let stages = $derived(doc.stages.map((s) => ({ id: s.id, points: bench?.points.filter((p) => p.startsWith(`${s.id}.`)) ?? [] })));

  async function say(line: string): Promise<Answer | null> {
    const answer = await practice.say(line);
    if (answer) shown = { text: line, answer };
    return answer;
  }
  async function measure(point: string): Promise<void> {
    at = point;
    const more =
      probe === 'scope'
        ? Object.entries(options)
            .flatMap(([name, on]) => (on ? [name] : []))
            .join(' ')
        : '';
    await say(`${probe} ${point} ${more}`.trim());
  }
  async function feed(): Promise<void> {
    await say(`supply ${volts || '0'} ${amps} at ${source || bench!.sources[0]!}`);
  }

  // The plan of this copy, done with these instruments.
  let all = $derived(progress(data.plan, data.readings));
  let now = $derived(all.find((p) => p.verdict === null || p.verdict === 'low' || p.verdict === 'high'));
  let levels = $derived(pointReadings(all, data.readings));
  let out = $derived(all.some((p) => p.verdict === 'low' || p.verdict === 'high'));
  /** Does the step that is next on the stand-in bench, and enters what came out. */
  async function doStep(): Promise<void> {
    const step = now?.step;
    if (!step || !data.letter) return;
    trouble = null;
    let value: number | null = null;
    // What these instruments do not read by themselves is entered as it was predicted, and said so.
    let predicted = false;
    if (step.act === 'fit' && step.stage && !bench!.fitted.includes(step.stage)) await say(`fit ${step.stage}`);
    if (step.act === 'feed' && step.feed && step.probe && bench!.sources.includes(step.probe))
      await say(`supply ${step.feed.volts} ${step.feed.amps} at ${step.probe}`);
    if (step.expect) {
      if (step.stage && !bench!.fitted.includes(step.stage)) await say(`fit ${step.stage}`);
      if (step.id === 'supply-current' && bench!.supply) {
        await say(`supply ${bench!.supply.volts} ${step.feed?.amps ?? bench!.supply.amps} at ${bench!.supply.point}`);
        value = (await say('current'))?.value ?? null;
      } else if (step.probe && step.expect.unit === 'V' && step.phase === 'power') value = (await say(`meter ${step.probe}`))?.value ?? null;
      else if (step.of && step.stage) value = (await say(`figure ${step.stage} ${step.of}`))?.value ?? null;
      predicted = value === null && typed.trim() === '';
      if (predicted) value = step.expect.nominal;
    }
    const answer = await postAction(`${base}/bring-up?/reading`, {
      revision: data.letter,
      copy: String(data.copy),
      step: step.key,
      text: step.expect ? (value === null ? typed : entryText(Number(value.toPrecision(4)), step.expect.unit)) : '',
      note: `practice bench, seed ${practice.seed}${predicted ? ': as predicted, these instruments do not read it' : ''}`,
    });
    if (answer.type === 'failure') trouble = 'The reading was not taken. Type it as a number with its unit.';
    typed = '';
    await invalidateAll();
  }
  let trace = $derived(shown?.answer.trace);
</script>

<svelte:head><title>Practice bench · {session.doc.name} · Spark Sum</title></svelte:head>
<main>
  <BenchNav {base} letter={data.letter} copy={data.copy} />
  <div class="head tools">
    <h1>Practice bench</h1>
    {#if data.letter}<CopyPick path="{base}/practice" letter={data.letter} copy={data.copy} copies={data.copies} revisions={data.revisions} />{/if}
    <form
      class="tools"
      onsubmit={(e) => {
        e.preventDefault();
        [shown, at, guess] = [null, null, ''];
        void practice.start($state.snapshot(doc) as BoardDoc, seed, difficulty, !bare);
      }}
    >
      <label
        >hide <select bind:value={difficulty}
          >{#each DIFFICULTIES as d (d)}<option value={d}>{d === 'nothing' ? 'nothing' : `one ${d} fault`}</option>{/each}</select
        ></label
      >
      <label>copy drawn by <input class="num" type="number" bind:value={seed} min="1" max="99999" aria-label="Seed" /></label>
      <label><input type="checkbox" bind:checked={bare} /> begin with the bare board</label>
      <Button look={bench ? 'plain' : 'main'} type="submit" disabled={practice.busy}>{bench ? 'Another board' : 'Set it up'}</Button>
    </form>
  </div>
  <Problem text={practice.problem ?? undefined} />
  {#if !bench}
    <p class="soft intro">
      A virtual copy of this board, every part somewhere in its tolerance and, if you want, something wrong with it. Stand-in instruments read it: a bench
      supply with a current limit, a meter, a scope, a component tester. Find the fault in few probes; what you feed beyond its ratings burns, and says why.
      Nothing here can hurt you, and nothing here is measured on your own board.
    </p>
    {#if practice.busy}<p role="status">Building the copy…</p>{/if}
  {:else}
    {#if bench.burned.length}
      <p class="smoke" role="alert"><b>Smoke.</b> {bench.burned.map((b) => `${b.part} of ${titleOf(b.stage)} burned: ${b.why}`).join('. ')}.</p>
    {/if}
    <div class="three">
      <section aria-label="Board">
        <h2>Board</h2>
        <p class="tools">
          probe with
          {#each ['meter', 'scope'] as const as p (p)}<button class="chip" aria-pressed={probe === p} onclick={() => (probe = p)}>{p}</button>{/each}
          {#if probe === 'scope'}{#each ['ac', 'spring', 'limit'] as const as o (o)}<label
                ><input type="checkbox" bind:checked={options[o]} /> {{ ac: 'AC coupled', spring: 'short spring', limit: 'bandwidth limit' }[o]}</label
              >{/each}{/if}
        </p>
        <ul>
          {#each stages as s (s.id)}
            {@const fitted = bench.fitted.includes(s.id)}
            <li class:off={!fitted}>
              <label class="fit"
                ><input type="checkbox" checked={fitted} onchange={() => void say(fitted ? `remove ${s.id}` : `fit ${s.id}`)} /> {titleOf(s.id)}</label
              >
              <span class="points"
                >{#each s.points as p (p)}<button class="point" aria-pressed={at === p} onclick={() => void measure(p)}>{p.slice(s.id.length + 1)}</button
                  >{/each}</span
              >
            </li>
          {/each}
        </ul>
      </section>
      <section aria-label="Instruments">
        <div class="display" role="status" aria-live="polite">
          {#if shown}
            <p class="soft">{shown.text}</p>
            {#if shown.answer.value != null && shown.answer.unit}
              <p class="digits"><Quantity value={shown.answer.value} unit={shown.answer.unit as Unit} digits={4} /></p>
              <p class="soft">{shown.answer.text}</p>
            {:else}<p class="answer" class:no={!shown.answer.ok}>{shown.answer.text}</p>{/if}
          {:else}<p class="soft">Point at a test point.</p>{/if}
        </div>
        {#if trace && trace.values.length > 20}
          <LinePlot
            axes={{ x: { label: 'time', unit: 's', from: 0, to: trace.step * (trace.values.length - 1) }, y: { label: 'voltage', unit: 'V' } }}
            lines={[{ label: 'trace', x: trace.values.map((_, i) => i * trace.step), y: trace.values, ink: 'copper' }]}
            height={190}
            label="Trace at {at}"
          />
        {/if}
        <h2>Bench supply</h2>
        <p class="tools">
          <input class="num" type="text" size="6" bind:value={volts} placeholder="5" aria-label="Bench supply volts" /> V, limit
          <input class="num" type="text" size="6" bind:value={amps} aria-label="Bench supply amperes" /> A at
          <select bind:value={source} aria-label="Where the bench supply feeds"
            >{#each bench.sources as p (p)}<option value={p}>{p}</option>{/each}</select
          >
          <Button onclick={feed}>Feed</Button>
          {#if bench.supply}<Button onclick={() => void say(bench.supply!.on ? 'supply off' : 'supply on')}
              >{bench.supply.on ? 'Switch off' : 'Switch on'}</Button
            ><Button onclick={() => void say('current')}>Current</Button>{/if}
        </p>
        <p class="small soft">
          {bench.supply
            ? `${formatText(bench.supply.volts, 'V', 3)} at ${bench.supply.point}, limit ${formatText(bench.supply.amps, 'A', 3)}, ${bench.supply.on ? 'on' : 'off'}`
            : 'The board runs from its own sources.'}
        </p>
        <h2>Component tester</h2>
        <p class="tools">
          <select bind:value={stage} aria-label="Stage of the part"
            >{#each doc.stages as s (s.id)}<option value={s.id}>{titleOf(s.id)}</option>{/each}</select
          >
          <select bind:value={part} aria-label="Part to take out"
            ><option value="">part</option>{#each bench.parts.filter((p) => p.stage === stage) as p (p.slot)}<option value={p.slot}>{p.slot}</option
              >{/each}</select
          >
          <Button disabled={!part} onclick={() => void say(`test ${stage} ${part}`)}>Test it</Button>
          <Button disabled={!part} onclick={() => void say(`replace ${stage} ${part}`)}>Replace it</Button>
        </p>
        <h2>What is it?</h2>
        <form
          class="tools"
          onsubmit={(e) => {
            e.preventDefault();
            void say(`guess ${guess}`);
          }}
        >
          <input type="text" list="faults" bind:value={guess} placeholder="like reg.R2:open" aria-label="Your guess" />
          <datalist id="faults"
            >{#each bench.faults as f (f)}<option value={f}>{faultWords(f, titleOf)}</option>{/each}</datalist
          >
          <Button type="submit" disabled={!guess}>Guess</Button>
          <Button disabled={!guess} onclick={() => void say(`repair ${guess}`)}>Repair it</Button>
          <Button look="quiet" onclick={() => void practice.reveal()}>give up</Button>
        </form>
        {#if practice.hidden}<p>
            {practice.hidden.length
              ? `It was: ${practice.hidden.map((f) => faultWords(f, titleOf)).join(', ')} (${practice.hidden.join(', ')}).`
              : 'Nothing was wrong.'}
          </p>{/if}
        <p class="score">
          <b class="num">{bench.score.points}</b> points · <span class="num">{bench.score.probes}</span> probes · <span class="num">{bench.score.lost}</span>
          parts lost{bench.score.found ? ' · found' : ''}
        </p>
      </section>
      <section aria-label="Bring-up with these instruments">
        {#if data.letter && now}
          <h2>Step now, copy {data.copy}</h2>
          <div class="step" class:out={now.verdict === 'low' || now.verdict === 'high'}>
            <p><b>{now.step.title}</b> <span class="soft small">{now.step.stageTitle}</span></p>
            <p class="small">{now.step.text}</p>
            {#if now.step.expect}<p class="num">
                {formatText(now.step.expect.low, now.step.expect.unit)} … <b>{formatText(now.step.expect.nominal, now.step.expect.unit)}</b> … {formatText(
                  now.step.expect.high,
                  now.step.expect.unit,
                )}
              </p>{/if}
            {#if now.reading?.value != null && now.step.expect}<p class="bad">
                read {formatText(now.reading.value, now.step.expect.unit)}, out of its window
              </p>{/if}
            <p class="tools">
              <Button look="main" disabled={practice.busy} onclick={doStep}>{now.step.expect ? 'Measure and enter' : 'Do it'}</Button>
              {#if now.step.expect}<input class="num" type="text" size="8" bind:value={typed} placeholder="or type" aria-label="Reading typed" />{/if}
            </p>
            <Problem text={trouble ?? undefined} />
          </div>
          {#if out && levels.length}<FaultPanel
              {doc}
              readings={levels}
              {titleOf}
              keep={{ base, letter: data.letter, copy: data.copy, step: now.step.key, point: now.step.expect?.point ?? null, explained: null }}
            />{/if}
        {:else if data.letter}<h2>Bring-up</h2>
          <p class="ok">Every step of copy {data.copy} is done.</p>
        {:else}<p class="soft">Freeze a revision, and its bring-up can be done with these instruments.</p>{/if}
        <h2>Said and answered</h2>
        <ol class="log">
          {#each [...practice.said].reverse().slice(0, 12) as s, i (practice.said.length - i)}<li>
              <span class="num">{s.line}</span> <span class="soft">{s.answer.text.split('\n')[0]}</span>
            </li>{/each}
        </ol>
        <p class="small soft">The same words work over loopback: <span class="num">bin/spark-sum bench FILE --seed {practice.seed} --serve 4790</span>.</p>
      </section>
    </div>
  {/if}
</main>

<style>
  main {
    max-width: 1400px;
    width: 100%;
    margin: 0 auto;
    padding: 10px 20px 24px;
    display: grid;
    gap: 12px;
    align-content: start;
  }
  .intro {
    max-width: 80ch;
    font-size: 1.05rem;
    padding: 20px 0;
  }
  .three {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.25fr) minmax(0, 1fr);
    gap: 28px;
  }
  section {
    display: grid;
    gap: 8px;
    align-content: start;
    min-width: 0;
  }
  ul,
  ol {
    list-style: none;
  }
  li {
    border-bottom: 1px solid var(--line);
    padding: 3px 0;
  }
  .off .fit {
    color: var(--soft);
  }
  .points {
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
    padding-left: 24px;
  }
  .point,
  .chip {
    border: 1px solid var(--line);
    background: var(--ground);
    padding: 4px 10px;
    min-height: 34px;
    min-width: 44px;
    cursor: pointer;
  }
  .point:hover {
    border-color: var(--copper);
    color: var(--copper);
  }
  .point[aria-pressed='true'],
  .chip[aria-pressed='true'] {
    border-color: var(--copper);
    box-shadow: inset 0 -3px 0 var(--copper);
    font-weight: 600;
  }
  .display {
    background: var(--wash);
    border-left: 6px solid var(--copper);
    padding: 12px 16px;
    min-height: 128px;
  }
  .digits {
    font-size: 3.4rem;
    line-height: 1.1;
  }
  .answer {
    font-size: 1.2rem;
    white-space: pre-line;
  }
  .no,
  .bad {
    color: var(--fail);
  }
  .ok {
    color: var(--ok);
    font-weight: 600;
  }
  .smoke {
    border-left: 6px solid var(--fail);
    padding: 8px 14px;
    font-size: 1.1rem;
    background: var(--wash);
  }
  .step {
    background: var(--wash);
    border-left: 4px solid var(--copper);
    padding: 10px 12px;
    display: grid;
    gap: 6px;
  }
  .step.out {
    border-left-color: var(--fail);
  }
  .score {
    font-size: 1.2rem;
  }
  .log li {
    font-size: 0.87rem;
    overflow-wrap: anywhere;
  }
  select {
    max-width: 180px;
  }
  input[type='number'] {
    width: 84px;
  }
  @media (max-width: 1000px) {
    .three {
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    }
    .three section:last-child {
      grid-column: 1 / -1;
    }
  }
  @media (max-width: 700px) {
    .three {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
