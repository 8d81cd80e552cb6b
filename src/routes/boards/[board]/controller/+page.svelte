<script lang="ts">
  import { controllerFindings, pinRows } from '../../../../core/board/controller.ts';
  import type { ControllerDoc } from '../../../../core/board/document.ts';
  import { setController } from '../../../../core/board/edit.ts';
  import { csvText } from '../../../../core/files/csv.ts';
  import { GENERIC_CONTROLLERS } from '../../../../core/parts/controllers.ts';
  import { pinTable } from '../../../../core/files/pin-table.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import ControllerFigures from '$lib/ui/board/ControllerFigures.svelte';
  import ControllerPins from '$lib/ui/board/ControllerPins.svelte';
  import { saveFile } from '$lib/ui/save-file.ts';

  const board = useBoard();
  let session = $derived(board());
  let controller = $derived(session.doc.controller);
  let supply = $derived(session.sum.rails.find((r) => r.name === controller?.rail)?.stands ?? null);
  let findings = $derived(controllerFindings(session.doc, session.sum.stages, supply));
  let rows = $derived(controller ? pinRows(controller, session.sum.stages) : []);
  let taken = $derived(rows.filter((r) => r.taken.length).length);
  let rails = $derived(session.sum.rails.map((r) => r.name));
  let wrong = $state('');

  function put(what: string, next: ControllerDoc | undefined): void {
    wrong = session
      .edit(what, setController(session.doc, next))
      .map((i) => i.message)
      .join(' ');
  }
  function take(title: string): void {
    const generic = GENERIC_CONTROLLERS.find((c) => c.title === title);
    if (!generic) return;
    const rail = controller?.rail ?? (rails.length === 1 ? rails[0] : undefined);
    put(`controller: ${title}`, {
      title,
      ...(rail ? { rail } : {}),
      figures: { ...generic.figures },
      pins: structuredClone(generic.pins) as ControllerDoc['pins'],
    });
  }
  const save = () => saveFile(`${session.doc.name} pins.csv`, new Blob([csvText(pinTable(rows))], { type: 'text/csv' }));
</script>

<svelte:head><title>Controller · {session.doc.name} · Spark Sum</title></svelte:head>
<main>
  <header>
    <h1>Controller</h1>
    {#if controller}
      <p class="sentence">
        {taken} of {rows.length} pins are taken.
        {#if findings.length}<b class="bad">{findings.length} {findings.length === 1 ? 'thing is' : 'things are'} wrong with them.</b>{:else}Nothing is wrong
          with them.{/if}
      </p>
    {:else}
      <p class="sentence">
        Stages that stand on its pins take supply, clock, converter and limits from it instead of asking again, and its pins are counted. Take one of no maker
        that is near to yours, and change its figures and pins.
      </p>
    {/if}
  </header>
  <div class="set">
    <label
      >{controller ? 'Start again from' : 'Take'}
      <select aria-label={controller ? 'Start again from' : 'Take a controller'} value="" onchange={(e) => take(e.currentTarget.value)}>
        <option value="">{controller ? 'as it is' : 'choose one'}</option>
        {#each GENERIC_CONTROLLERS as c (c.title)}<option>{c.title}</option>{/each}
      </select></label
    >
    {#if controller}
      {@const now = controller}
      <label
        >Name <input type="text" value={now.title} maxlength="80" onchange={(e) => put('controller: name', { ...now, title: e.currentTarget.value })} /></label
      >
      <label
        >Fed from
        <select value={now.rail ?? ''} onchange={(e) => put('controller: rail', { ...now, rail: e.currentTarget.value || undefined })}>
          <option value="">no rail yet</option>
          {#each [...new Set([...rails, ...(now.rail ? [now.rail] : [])])] as r (r)}<option>{r}</option>{/each}
        </select></label
      >
      <span class="do">
        <Button onclick={save}>Pins as CSV</Button>
        <Button look="quiet" onclick={() => put('no controller', undefined)}>Remove</Button>
      </span>
    {/if}
  </div>
  {#if wrong}<p class="wrong" role="alert">{wrong}</p>{/if}
  {#if findings.length}
    <ul class="findings" aria-label="What is wrong">
      {#each findings as f, i (i)}
        <li class={f.severity}>
          <span class="sort">{f.severity}</span>
          <span
            >{f.text}
            {#if f.stage}<a href="{session.base}/stages/{f.stage}">Open the stage</a>{/if}</span
          >
        </li>
      {/each}
    </ul>
  {/if}
  {#if controller}
    <div class="two">
      <ControllerPins {session} {controller} {rows} {findings} onset={put} />
      <ControllerFigures {controller} onset={put} />
    </div>
  {/if}
</main>

<style>
  main {
    width: 100%;
    max-width: 1240px;
    margin: 0 auto;
    padding: 20px;
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 16px;
    min-height: calc(100vh - 88px);
    align-content: start;
  }
  header p {
    max-width: 80ch;
  }
  .set {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 20px;
    align-items: end;
  }
  .set label {
    display: grid;
    gap: 4px;
    font-weight: 500;
  }
  .do {
    display: flex;
    gap: 8px;
    margin-left: auto;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 320px;
    gap: 32px;
    align-items: start;
  }
  .findings {
    list-style: none;
    display: grid;
    gap: 0;
  }
  .findings li {
    display: grid;
    grid-template-columns: 56px minmax(0, 90ch);
    gap: 12px;
    padding: 6px 0;
    border-bottom: 1px solid var(--line);
  }
  .sort {
    font-weight: 600;
  }
  .must .sort,
  .bad,
  .wrong {
    color: var(--fail);
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
  @media print {
    .set label:first-child,
    .do {
      display: none;
    }
    .set select,
    .set input {
      border: 0;
      padding-left: 0;
      background: none;
      appearance: none;
    }
  }
</style>
