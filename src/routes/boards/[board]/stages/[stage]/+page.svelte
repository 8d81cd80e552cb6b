<script lang="ts">
  import type { Component } from 'svelte';
  import { page } from '$app/state';
  import type { StageSum } from '../../../../../core/board/evaluate.ts';
  import type { AnyTelling } from '../../../../../core/stage/telling.ts';
  import { setStage } from '../../../../../core/board/edit.ts';
  import Later from '$lib/ui/Later.svelte';
  import { learn, told } from '$lib/state/tellings.ts';
  import { useBoard, type BoardSession } from '$lib/state/board-session.svelte.ts';
  import { isTaken } from '$lib/ui/board/keys.ts';
  import FigureTab from '$lib/ui/figure/FigureTab.svelte';
  import GivenColumn from '$lib/ui/stage/GivenColumn.svelte';
  import PartsColumn from '$lib/ui/stage/PartsColumn.svelte';
  import ResultColumn from '$lib/ui/stage/ResultColumn.svelte';
  import StageHead from '$lib/ui/stage/StageHead.svelte';
  import { StageEditor } from '$lib/ui/stage/stage-editor.ts';

  const board = useBoard();
  let session = $derived(board());
  let stage = $derived(session.sum.byId.get(page.params.stage ?? ''));
  const editor = new StageEditor(
    () => session,
    () => stage!,
  );
  interface TabOf {
    session: BoardSession;
    stage: StageSum;
    editor: StageEditor;
    telling: AnyTelling;
  }
  /** What opens with a tab is loaded with it. */
  const LATER: Readonly<Record<'curves' | 'working' | 'tolerance' | 'room' | 'options', () => Promise<{ default: Component<TabOf> }>>> = {
    curves: () => import('$lib/ui/stage/CurvesTab.svelte'),
    working: () => import('$lib/ui/stage/WorkingTab.svelte'),
    tolerance: () => import('$lib/ui/stage/ToleranceTab.svelte'),
    room: () => import('$lib/ui/stage/RoomTab.svelte'),
    options: () => import('$lib/ui/stage/OptionsTab.svelte'),
  };
  const TABS = [
    ['figure', 'Figure', 'f'],
    ['curves', 'Curves', 'c'],
    ['working', 'Working', 'w'],
    ['tolerance', 'Tolerance', 't'],
    ['room', 'Room', 'r'],
    ['options', 'Options', 'o'],
    ['notes', 'Notes', 'k'],
  ] as const;
  /** The part that is pointed at, in the figure or in its row. */
  let lit: string | null = $state(null);
  type TabId = (typeof TABS)[number][0];
  let tab = $state<TabId>('figure');
  let telling = $derived(stage && told(stage.kind));
  // An option taken here may be of another kind than the stage was opened with.
  $effect(() => void (stage && learn([stage.kind])));
  let tabs = $derived(TABS.filter(([id]) => id !== 'curves' || telling?.curves || telling?.simulate));
  let shown = $derived<TabId>(tabs.some(([id]) => id === tab) ? tab : 'figure');
  let findings = $derived(session.sum.findings.filter((f) => f.stage === stage?.id && !stage?.checks.some((c) => c.id === f.check)));

  function press(e: KeyboardEvent): void {
    if (isTaken(e)) return;
    const known = tabs.find(([, , key]) => key === e.key);
    if (known) tab = known[0];
    else if (e.key === 'a') document.querySelector<HTMLElement>('.remedies button')?.click();
  }
</script>

<svelte:window onkeydown={press} />
<svelte:head><title>{stage?.title ?? 'Stage'} · {session.doc.name} · Spark Sum</title></svelte:head>
{#if stage}
  {#key stage.id}
    <main>
      <h1 class="sr">{stage.title}</h1>
      <StageHead {session} {stage} />
      {#each findings as f (f.text)}<p class="finding {f.severity}">{f.text}</p>{/each}
      <div class="columns">
        <GivenColumn {session} {stage} {editor} />
        <span class="sign" aria-hidden="true">+</span>
        <PartsColumn {session} {stage} {editor} moved={session.moved} {lit} onpoint={(id) => (lit = id)} />
        <span class="sign" aria-hidden="true">=</span>
        <ResultColumn {session} {stage} />
      </div>
      <div class="tabs" role="tablist">
        {#each tabs as [id, name] (id)}
          <button type="button" role="tab" id="tab-{id}" aria-selected={shown === id} aria-controls="panel" onclick={() => (tab = id)}>{name}</button>
        {/each}
      </div>
      <div class="panel" role="tabpanel" id="panel" aria-labelledby="tab-{shown}">
        <Later>
          {#if !telling}
            <p class="soft" role="status">Loading how this stage is drawn and worked out…</p>
          {:else if shown === 'figure'}
            <FigureTab figure={telling.figure(stage.judged as never)} name={stage.id} {lit} onpoint={(id) => (lit = id)} />
            {#if stage.kind.cautions.length}
              <aside>
                <h2>Mind</h2>
                {#each stage.kind.cautions as c (c)}<p>{c}</p>{/each}{#if telling.schools}<h2>Where people differ</h2>
                  <p>{telling.schools}</p>{/if}
              </aside>
            {/if}
          {:else if shown !== 'notes'}
            {#await LATER[shown]()}<p class="soft" role="status">Loading…</p>{:then { default: Tab }}<Tab {session} {stage} {editor} {telling} />{/await}
          {:else}
            <textarea
              rows="8"
              aria-label="Notes"
              placeholder="Why it is as it is: what was tried, who advised what, what must not be forgotten."
              maxlength="10000"
              value={stage.doc.notes ?? ''}
              onchange={(e) => session.edit(`${stage.title}: notes`, setStage(session.doc, stage.id, { notes: e.currentTarget.value }))}></textarea>
          {/if}
        </Later>
      </div>
    </main>
  {/key}
{:else}
  <main class="gone">
    <h1>This stage is not on the board</h1>
    <p>It may have been removed or renamed. <a href={session.base}>To the sum sheet</a>, or press u to take a removal back.</p>
  </main>
{/if}

<style>
  .columns {
    display: grid;
    grid-template-columns: minmax(240px, 286px) 14px minmax(225px, 240px) 14px minmax(0, 1fr);
    gap: 9px;
    padding: 10px 20px 12px;
    align-items: start;
  }
  .sign {
    font-size: 1.3rem;
    font-weight: 600;
    color: var(--copper);
    padding-top: 20px;
    text-align: center;
  }
  .finding {
    padding: 6px 20px;
    border-left: 4px solid var(--line);
  }
  .finding.must {
    border-color: var(--fail);
  }
  .tabs {
    display: flex;
    gap: 22px;
    padding: 0 20px;
    border-bottom: 1px solid var(--ink);
  }
  .tabs button {
    border: 0;
    background: none;
    padding: 8px 0;
    cursor: pointer;
    color: var(--soft);
  }
  .tabs [aria-selected='true'] {
    color: var(--ink);
    font-weight: 600;
    box-shadow: inset 0 -3px 0 var(--copper);
  }
  .panel {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 28px;
    padding: 16px 20px 32px;
    min-height: 260px;
  }
  .panel textarea {
    grid-column: 1 / -1;
    max-width: 90ch;
  }
  aside {
    display: grid;
    gap: 8px;
    align-content: start;
    max-width: 60ch;
  }
  .gone {
    padding: 12vh 20px;
    max-width: 60ch;
    margin: 0 auto;
    display: grid;
    gap: 12px;
    min-height: 60vh;
    align-content: start;
  }
  @media (max-width: 1000px) {
    .columns {
      grid-template-columns: minmax(0, 1fr) 14px minmax(0, 1fr);
    }
    .columns > :global(section:last-child) {
      grid-column: 1 / -1;
    }
    .columns > .sign:nth-of-type(2) {
      display: none;
    }
    .panel {
      grid-template-columns: 1fr;
    }
  }
  @media (max-width: 640px) {
    .columns {
      grid-template-columns: 1fr;
    }
    .sign {
      padding: 0;
    }
  }
</style>
