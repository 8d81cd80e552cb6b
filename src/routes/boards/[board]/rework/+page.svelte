<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { page } from '$app/state';
  import type { BoardDoc } from '../../../../core/board/document.ts';
  import { loadKindsOf } from '../../../../core/kinds/index.ts';
  import { asBuilt, canHold, changeWords, compareBuilt, type AsBuilt } from '../../../../core/logbook/as-built.ts';
  import type { LogEntry, ReworkContent } from '../../../../core/logbook/entry.ts';
  import { valueUnit, type PartType } from '../../../../core/parts/part-types.ts';
  import { formatMargin, formatText } from '../../../../core/quantity/format.ts';
  import { parseNumber } from '../../../../core/quantity/parse.ts';
  import { letterOf } from '../../../../core/gate/gate.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import Problem from '$lib/ui/atoms/Problem.svelte';
  import Quantity from '$lib/ui/atoms/Quantity.svelte';
  import BenchNav from '$lib/ui/board/BenchNav.svelte';
  import CopyPick from '$lib/ui/board/CopyPick.svelte';
  import { postAction } from '$lib/ui/post-action.ts';
  import { stay } from '$lib/ui/stay.ts';

  let { data, form } = $props();
  const board = useBoard();
  let session = $derived(board());
  let base = $derived(session.base);
  let what = $state<ReworkContent['what']>('value');
  let stage = $state(page.url.searchParams.get('stage') ?? '');
  let slot = $state(page.url.searchParams.get('part') ?? '');
  let now = $state('');
  let here = $derived(data.items.filter((e) => e.copy === data.copy));
  const contentOf = (e: LogEntry) => e.content as ReworkContent;
  let next = $derived(letterOf(data.revisions.length));
  let frozen = $derived(data.document as BoardDoc | null);
  let built = $state.raw<AsBuilt | null>(null);
  let parts = $derived.by(() => {
    const s = session.sum.byId.get(stage);
    return s
      ? s.parts.filter((p) => p.def.type !== 'device' && p.value !== null).map((p) => ({ slot: p.slot, type: p.def.type as PartType, value: p.value! }))
      : [];
  });
  let part = $derived(parts.find((p) => p.slot === slot));
  let read = $derived(part && now.trim() ? parseNumber(now, valueUnit(part.type)) : null);
  let title = $derived(
    what === 'value' && part && read?.ok
      ? `${session.sum.byId.get(stage)!.title}, ${changeWords({ what, path: `${slot}.value`, was: part.value, now: read.value }, part.type)}`
      : what === 'removed' && slot
        ? `${session.sum.byId.get(stage)?.title ?? ''}, ${slot} taken off`
        : `${session.sum.byId.get(stage)?.title ?? 'Board'}, ${changeWords({ what, path: null, was: null, now: null }, null)}`,
  );
  // What the changes of this copy do to the frozen board, worked out when they are there.
  $effect(() => {
    const [doc, changes] = [frozen, here.map(contentOf)];
    built = null;
    if (doc && changes.some((c) => canHold(doc, c))) void loadKindsOf(doc).then(() => (built = compareBuilt(doc, changes)));
  });
  async function mark(entry: LogEntry, done: string): Promise<void> {
    await postAction('?/done', { entry: entry.id, done });
    await invalidateAll();
  }
  /** Into the draft, with its reason beside the stage. */
  async function take(entry: LogEntry): Promise<void> {
    const c = contentOf(entry);
    const doc = canHold(session.doc, c) ? asBuilt(session.doc, [c]) : session.doc;
    const reasoned: BoardDoc =
      c.stage && doc.stages.some((s) => s.id === c.stage)
        ? {
            ...doc,
            decisions: [
              ...(doc.decisions ?? []),
              { stage: c.stage, chosen: entry.title.slice(0, 120), reason: `${entry.note} (rework of ${entry.letter}, copy ${entry.copy})` },
            ],
          }
        : doc;
    if (reasoned !== session.doc) await session.edit(`rework into ${next}: ${entry.title}`.slice(0, 200), reasoned);
    await mark(entry, 'taken');
  }
  const WHATS: Record<ReworkContent['what'], string> = {
    value: 'a value changed',
    wire: 'a wire added',
    cut: 'a trace cut',
    removed: 'a part taken off',
    other: 'something else',
  };
</script>

<svelte:head><title>Rework · {session.doc.name} · Spark Sum</title></svelte:head>
<main>
  <BenchNav {base} letter={data.letter} copy={data.copy} />
  {#if !data.letter}
    <h1>Rework</h1>
    <p>Rework is what was changed on a built copy. Freeze a revision at the <a href="{base}/gate">order gate</a> first.</p>
  {:else}
    <div class="head tools">
      <h1>Rework of revision {data.letter}, copy {data.copy}</h1>
      <CopyPick path="{base}/rework" letter={data.letter} copy={data.copy} copies={data.copies} revisions={data.revisions} />
    </div>
    <div class="two">
      <section>
        <form method="POST" action="?/add&revision={data.letter}&copy={data.copy}" use:stay={{ reset: false }}>
          <h2>Changed at the bench</h2>
          <div class="tools">
            <label
              >what <select name="what" bind:value={what}
                >{#each Object.entries(WHATS) as [id, name] (id)}<option value={id}>{name}</option>{/each}</select
              ></label
            >
            <label
              >at <select name="stage" aria-label="Where" bind:value={stage} onchange={() => (slot = '')}
                ><option value="">the board</option>{#each session.sum.stages as s (s.id)}<option value={s.id}>{s.title}</option>{/each}</select
              ></label
            >
            {#if what === 'value' || what === 'removed'}
              <label
                >part <select bind:value={slot} aria-label="Part"
                  ><option value="">which?</option>{#each parts as p (p.slot)}<option value={p.slot}
                      >{p.slot}, {formatText(p.value, valueUnit(p.type), 4)}</option
                    >{/each}</select
                ></label
              >
            {/if}
            {#if what === 'value'}<label
                >is now <input
                  class="num"
                  type="text"
                  size="8"
                  bind:value={now}
                  placeholder={part ? formatText(part.value, valueUnit(part.type), 3) : ''}
                /></label
              >{/if}
          </div>
          {#if read && !read.ok}<Problem text={read.message} />{/if}
          <input type="hidden" name="path" value={slot ? `${slot}.value` : ''} /><input type="hidden" name="was" value={part ? String(part.value) : ''} />
          <input type="hidden" name="now" value={what === 'value' && read?.ok ? String(read.value) : ''} /><input type="hidden" name="title" value={title} />
          <label class="wide"
            >why <textarea name="note" rows="2" maxlength="4000" placeholder="what was wrong, and what this mends"
              >{form?.form === 'add' ? (form.typed.note ?? '') : ''}</textarea
            ></label
          >
          <Button look="main" type="submit">Keep as built</Button>
          <Problem text={form?.form === 'add' ? form.message : undefined} />
        </form>
        {#if built}
          <h2>As built beside drawn</h2>
          {#if built.margins.length + built.outcomes.length === 0}<p class="soft">Nothing that is computed differs.</p>{/if}
          {#if built.margins.length}
            <table>
              <thead><tr><th>margin</th><th class="n">drawn</th><th class="n">built</th></tr></thead>
              <tbody
                >{#each built.margins.slice(0, 14) as m (m.stage + m.check)}<tr
                    ><td>{m.title}: {m.check}</td><td class="n num">{m.before === null ? '–' : `${formatMargin(m.before)}\u202f%`}</td><td class="n num"
                      ><b class:bad={m.after !== null && m.after < 0}>{m.after === null ? '–' : `${formatMargin(m.after)}\u202f%`}</b></td
                    ></tr
                  >{/each}</tbody
              >
            </table>
          {/if}
          {#if built.outcomes.length}
            <table>
              <thead><tr><th>result</th><th class="n">drawn</th><th class="n">built</th></tr></thead>
              <tbody
                >{#each built.outcomes.slice(0, 14) as o (o.stage + o.outcome)}<tr
                    ><td>{o.title}: {o.outcome}</td><td class="n"><Quantity value={o.drawn} unit={o.unit} /></td><td class="n"
                      ><b><Quantity value={o.built} unit={o.unit} /></b></td
                    ></tr
                  >{/each}</tbody
              >
            </table>
          {/if}
        {/if}
      </section>
      <section>
        <h2>What revision {next} must contain · {data.items.filter((e) => contentOf(e).done === null).length} open</h2>
        <p class="soft small">
          From every copy of revision {data.letter}. What a document can hold goes into the draft with its reason; wires and cuts are for whoever draws the
          board.
        </p>
        <ul>
          {#each data.items as e (e.id)}
            {@const c = contentOf(e)}
            <li class:done={c.done !== null}>
              <p><b>{e.title}</b> <span class="soft small">copy {e.copy} · {WHATS[c.what]}</span></p>
              <p>{e.note}</p>
              <p class="tools">
                {#if c.done === null}
                  <Button onclick={() => void take(e)}>{canHold(session.doc, c) ? `Take into draft ${next}` : `It is in draft ${next}`}</Button>
                  <Button look="quiet" onclick={() => void mark(e, 'dropped')}>leave it out</Button>
                {:else}
                  <span class="soft">{c.done === 'taken' ? `taken into draft ${next}` : 'left out'}</span>
                  <Button look="quiet" onclick={() => void mark(e, '')}>open again</Button>
                {/if}
              </p>
            </li>
          {:else}<li class="soft">Nothing was changed on any copy.</li>{/each}
        </ul>
      </section>
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
    align-content: start;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 36px;
  }
  section,
  form {
    display: grid;
    gap: 10px;
    align-content: start;
    justify-items: start;
    min-width: 0;
  }
  form {
    background: var(--wash);
    padding: 14px;
  }
  .wide,
  textarea {
    width: 100%;
  }
  ul {
    list-style: none;
    width: 100%;
    border-top: 1px solid var(--ink);
  }
  li {
    display: grid;
    gap: 4px;
    padding: 10px 0;
    border-bottom: 1px solid var(--line);
  }
  .done b {
    color: var(--soft);
  }
  .bad {
    color: var(--fail);
  }
  table {
    border-collapse: collapse;
    width: 100%;
  }
  th {
    text-align: left;
    font-weight: 400;
    color: var(--soft);
  }
  td,
  th {
    padding: 3px 12px 3px 0;
    border-bottom: 1px solid var(--line);
  }
  .n {
    text-align: right;
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
