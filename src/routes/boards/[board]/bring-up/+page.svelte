<script lang="ts">
  import { page } from '$app/state';
  import { METER_KELVIN, METER_SHARE } from '../../../../core/stage/bring-up.ts';
  import { PHASES, PHASE_TITLES, pointReadings, progress } from '../../../../core/bringup/plan.ts';
  import { explanationOf } from '../../../../core/logbook/entry.ts';
  import { formatText } from '../../../../core/quantity/format.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import BenchNav from '$lib/ui/board/BenchNav.svelte';
  import BringUpNow from '$lib/ui/board/BringUpNow.svelte';
  import BringUpStep from '$lib/ui/board/BringUpStep.svelte';
  import CopyPick from '$lib/ui/board/CopyPick.svelte';
  import FaultPanel from '$lib/ui/board/FaultPanel.svelte';

  let { data, form } = $props();
  const share = (unit: keyof typeof METER_SHARE) => formatText(METER_SHARE[unit]!, 'ratio');
  const board = useBoard();
  let session = $derived(board());
  let base = $derived(session.base);
  let all = $derived(
    progress(
      data.plan,
      data.readings.filter((r) => r.copy === data.copy),
    ),
  );
  let others = $derived(
    data.copies
      .filter((c) => c.number !== data.copy)
      .map((c) => ({
        copy: c.number,
        all: progress(
          data.plan,
          data.readings.filter((r) => r.copy === c.number),
        ),
      })),
  );
  let first = $derived(all.findIndex((p) => p.verdict === null || p.verdict === 'low' || p.verdict === 'high'));
  /** A step that is measured again, or entered from a record. */
  let chosen = $state<string | null>(null);
  let wanted = $derived(chosen ?? page.url.searchParams.get('step'));
  let current = $derived.by(() => {
    const at = all.findIndex((p) => p.step.key === wanted);
    return at >= 0 && !all[at]!.locked ? at : first;
  });
  let now = $derived(all[current]);
  let done = $derived(all.filter((p) => p.verdict === 'within' || p.verdict === 'noted').length);
  let levels = $derived(
    pointReadings(
      all,
      data.readings.filter((r) => r.copy === data.copy),
    ),
  );
  let out = $derived(all.some((p) => p.verdict === 'low' || p.verdict === 'high'));
  const titleOf = (id: string) => data.plan.find((s) => s.stage === id)?.stageTitle ?? id;
</script>

<svelte:head><title>Bring-up · {session.doc.name} · Spark Sum</title></svelte:head>
<main>
  <BenchNav {base} letter={data.revision?.letter ?? null} copy={data.copy} />
  {#if !data.revision}
    <h1>Bring-up</h1>
    <p>Bring-up follows a frozen revision: what you measure belongs to the board you built, not to the draft you go on with.</p>
    <p><a href="{base}/gate">To the order gate</a>, where a revision is frozen.</p>
  {:else}
    <div class="head">
      <h1>Bring-up of revision {data.revision.letter}</h1>
      <p class="soft">
        {data.revision.note} Frozen {new Date(data.revision.createdAt).toLocaleDateString('en-GB', { dateStyle: 'medium' })}, core {data.revision.coreVersion}.
      </p>
      <p class="count"><b class="num">{done}</b> of <b class="num">{all.length}</b> steps done</p>
      <CopyPick path="{base}/bring-up" letter={data.revision.letter} copy={data.copy} copies={data.copies} revisions={data.revisions} add />
      <p class="links"><a href="{base}/bring-up/report?revision={data.revision.letter}&copy={data.copy}">Report of this bring-up</a></p>
    </div>
    <div class="two" class:whole={!now}>
      {#if now}
        <div class="right">
          <BringUpNow
            p={now}
            letter={data.revision.letter}
            copy={data.copy}
            number={current + 1}
            figure={data.figures[now.step.stage ?? '']}
            problem={form?.form === now.step.key ? form.message : undefined}
            typed={form?.form === now.step.key ? (form.typed.text ?? '') : ''}
            taken={page.url.searchParams.get('step') === now.step.key ? page.url.searchParams.get('value') : null}
          >
            {#if out && levels.length && data.document}<FaultPanel
                doc={data.document}
                readings={levels}
                {titleOf}
                auto
                place={{ letter: data.revision.letter, copy: data.copy }}
                keep={{
                  base,
                  letter: data.revision.letter,
                  copy: data.copy,
                  step: now.step.key,
                  point: now.step.expect?.point ?? null,
                  explained: explanationOf(data.entries, now.step.key)?.title ?? null,
                }}
                problem={form?.form === 'probe' ? form.message : undefined}
              />{/if}
          </BringUpNow>
        </div>
      {/if}
      <div class="left">
        {#if current < 0}<p class="all">Every step is done. The readings stay with copy {data.copy} of revision {data.revision.letter}.</p>{/if}
        {#each PHASES as phase (phase)}
          {@const steps = all.map((p, i) => ({ p, i })).filter(({ p }) => p.step.phase === phase)}
          {#if steps.length}
            <h2>{PHASE_TITLES[phase]}</h2>
            <ol>
              {#each steps as { p, i } (p.step.key)}
                <BringUpStep
                  {p}
                  now={i === current}
                  number={i + 1}
                  others={others.map((o) => ({ copy: o.copy, p: o.all[i] }))}
                  again={() => (chosen = p.step.key)}
                />
              {/each}
            </ol>
          {/if}
        {/each}
        <p class="small soft">
          Each window is the worst case of the revision and, on top, what an ordinary meter may be wrong by: {share('V')} of a voltage, {share('A')} of a current
          or resistance,
          {share('s')} of a time, {METER_KELVIN} K. Currents and levels at rest come from the whole board solved with what is fitted so far.
        </p>
      </div>
    </div>
  {/if}
</main>

<style>
  main {
    max-width: 1280px;
    width: 100%;
    margin: 0 auto;
    padding: 10px 20px 24px;
    display: grid;
    gap: 14px;
    min-height: calc(100vh - 88px);
    align-content: start;
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 20px;
    align-items: baseline;
  }
  .count,
  .links {
    margin-left: auto;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.05fr);
    gap: 28px;
    align-items: start;
  }
  .whole {
    grid-template-columns: minmax(0, 1fr);
  }
  .right {
    position: sticky;
    top: 8px;
    display: grid;
    gap: 18px;
    max-height: calc(100vh - 16px);
    overflow-y: auto;
  }
  .left {
    display: grid;
    gap: 8px;
    min-width: 0;
  }
  ol {
    list-style: none;
    border-top: 1px solid var(--ink);
    margin-bottom: 8px;
  }
  .all {
    font-size: 1.1rem;
    color: var(--ok);
    font-weight: 600;
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
    .right {
      position: static;
      max-height: none;
    }
  }
  @media print {
    .two {
      display: block;
    }
    .links {
      display: none;
    }
  }
</style>
