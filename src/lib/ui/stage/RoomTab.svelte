<script lang="ts">
  import type { Field } from '../../../core/stage/contract.ts';
  import { axesOf, moved, placesAlong, type Axis, type Margins } from '../../../core/board/room.ts';
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import type { Uncertain } from '../../../core/quantity/uncertain.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import type { RoomJob } from '../../../workers/jobs.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import { work } from '$lib/state/work.ts';
  import { paramTitle } from '../words.ts';
  import RoomLine from './RoomLine.svelte';
  import RoomMap from './RoomMap.svelte';
  import type { StageEditor } from './stage-editor.ts';

  let { session, stage, editor }: { session: BoardSession; stage: StageSum; editor: StageEditor } = $props();
  const [LINE, MAP] = [49, 33];
  let axes = $derived(axesOf(stage));
  let xPath = $state('');
  let yPath = $state('');
  let x = $derived(axes.find((a) => a.path === xPath) ?? axes[0]);
  let y = $derived(axes.find((a) => a.path === yPath && a.path !== x?.path));
  const fieldOf = (a: Axis): Field | undefined => (a.path.startsWith('given.') ? (stage.kind.given as Record<string, Field>)[a.path.slice(6)] : undefined);
  const nameOf = (a: Axis) => (a.path.startsWith('parts.') ? a.path.slice(6) : paramTitle(a.path.slice(6), fieldOf(a)));
  let xs = $derived(x ? placesAlong(x, y ? MAP : LINE, fieldOf(x)) : []);
  let ys = $derived(y ? placesAlong(y, MAP, fieldOf(y)) : []);
  let line: { of: number[]; margins: Margins[] } | null = $state.raw(null);
  let map: { xs: number[]; ys: number[]; cells: Float64Array; done: boolean } | null = $state.raw(null);
  let problem = $state('');
  const waived = (check: string) => (session.doc.waivers ?? []).some((w) => w.stage === stage.id && w.check === check);

  // Another choice, or another board: what is under way is stopped.
  $effect(() => {
    const job: RoomJob | null =
      (x && {
        doc: session.doc,
        stage: stage.id,
        x: { path: x.path, places: xs },
        ...(y ? { y: { path: y.path, places: ys } } : {}),
        counts: stage.checks.filter((c) => c.severity !== 'note' && !waived(c.id)).map((c) => c.id),
      }) ||
      null;
    if (!job) return;
    const shown = (cells: Float64Array, done: boolean) => ([map, line, problem] = [{ xs: job.x.places, ys: job.y!.places, cells, done }, null, '']);
    return work<'room'>(
      { sort: 'room', ...job },
      {
        told: (cells) => shown(cells, false),
        done: (result) => {
          if ('cells' in result) shown(result.cells, true);
          else [line, map, problem] = [{ of: job.x.places, margins: result.margins }, null, ''];
        },
        failed: (message) => (problem = message),
      },
    );
  });

  function go(axis: Axis, value: number): void {
    const [group, name] = axis.path.split('.') as ['given' | 'parts', string];
    const part = stage.parts.find((p) => p.slot === name);
    if (group === 'given') editor.setGiven(name, moved(stage.doc.given?.[name] as Uncertain | undefined, Number(value.toPrecision(3))));
    else if (part) editor.setPart(part, { value });
  }
</script>

<div class="wide">
  {#if x}
    <div class="choice">
      <label
        >along <select aria-label="Along" bind:value={() => x.path, (v) => (xPath = v)}
          >{#each axes as a (a.path)}<option value={a.path}>{nameOf(a)}</option>{/each}</select
        ></label
      >
      <label
        >and <select aria-label="And along" bind:value={yPath}
          ><option value="">nothing else: one margin a line</option>{#each axes.filter((a) => a.path !== x.path) as a (a.path)}<option value={a.path}
              >{nameOf(a)}</option
            >{/each}</select
        ></label
      >
      <span class="soft"
        >Stands at {nameOf(x)} = {formatText(x.now, x.unit)}{#if y}, {nameOf(y)} = {formatText(y.now, y.unit)}{/if}. Choose a place to move there; u takes it
        back.</span
      >
    </div>
    {#if problem}<p role="alert">{problem}</p>{/if}
    {#if line}<RoomLine axis={x} name={nameOf(x)} places={line.of} margins={line.margins} checks={stage.checks} onmove={(v) => go(x, v)} />
    {:else if map && y}<RoomMap
        {x}
        {y}
        xName={nameOf(x)}
        yName={nameOf(y)}
        {map}
        comfort={session.doc.policy?.comfortMargin ?? 0.1}
        onmove={(a, b) => (go(x, a), go(y, b))}
      />
    {:else}<p class="soft" role="status">looking around…</p>{/if}
    <p class="soft small">Neighbours are held as they are while this stage moves; the whole board answers once you are there.</p>
  {:else}<p class="soft">This stage has no value to move along.</p>{/if}
</div>

<style>
  .wide {
    grid-column: 1 / -1;
    display: grid;
    gap: 12px;
  }
  .choice {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 20px;
    align-items: baseline;
  }
  label {
    display: flex;
    gap: 8px;
    align-items: baseline;
  }
  select {
    width: auto;
  }
</style>
