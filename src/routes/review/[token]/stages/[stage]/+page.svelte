<script lang="ts">
  import { page } from '$app/state';
  import { listed } from '../../../../../core/stage/contract.ts';
  import { partRows } from '../../../../../core/files/report.ts';
  import { formatText } from '../../../../../core/quantity/format.ts';
  import { mustTitle } from '../../../../../core/stage/titles.ts';
  import type { Field } from '../../../../../core/stage/contract.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import { learn, told } from '$lib/state/tellings.ts';
  import CommentBox from '$lib/ui/board/CommentBox.svelte';
  import MarginRow from '$lib/ui/board/MarginRow.svelte';
  import Figure from '$lib/ui/figure/Figure.svelte';
  import CurvesTab from '$lib/ui/stage/CurvesTab.svelte';
  import WorkingTab from '$lib/ui/stage/WorkingTab.svelte';

  const board = useBoard();
  let session = $derived(board());
  let stage = $derived(session.sum.byId.get(page.params.stage ?? ''));
  $effect(() => void (stage && learn([stage.kind])));
  let telling = $derived(stage && told(stage.kind));
  let givens = $derived.by(() => {
    if (!stage) return [];
    const { kind, judged, links } = stage;
    return Object.entries(kind.given as Record<string, Field>).flatMap(([name, field]) => {
      const value: unknown = judged.x.given[name];
      if (value === null || value === undefined || typeof value === 'object') return [];
      const text =
        typeof value === 'number'
          ? field.type === 'number' && Number.isFinite(value)
            ? formatText(value, field.unit)
            : String(value)
          : typeof value === 'boolean'
            ? value
              ? 'yes'
              : 'no'
            : String(value);
      return [{ name, title: mustTitle(kind, 'given', name), text, from: links.get(name)?.from }];
    });
  });
</script>

<svelte:head><title>{stage?.title ?? 'Stage'} · review · Spark Sum</title></svelte:head>
{#if stage}
  {#key stage.id}
    <main>
      <h1>{stage.title}{stage.copies > 1 ? ` ×${stage.copies}` : ''}</h1>
      <p class="soft">{stage.kind.title}. {stage.kind.purpose}</p>
      {#if stage.doc.notes}<p class="notes">{stage.doc.notes}</p>{/if}
      <CommentBox about="stage {stage.id}" aboutText={stage.title} />
      <div class="columns">
        <section>
          <h2>Given</h2>
          <dl>
            {#each givens as g (g.name)}<dt>
                {g.title}{#if g.from}<span class="small">&nbsp;· {g.from}</span>{/if}
              </dt>
              <dd class="num">{g.text}</dd>{/each}
          </dl>
        </section>
        <section>
          <h2>Parts</h2>
          {#each partRows(stage) as row (row[0])}
            <p><b>{row[0]}</b> <span class="num">{row[1]}</span> <span class="soft small">{row.slice(2).filter(Boolean).join(', ')}</span></p>
            <CommentBox about="part {stage.id}.{row[0]}" aboutText="{row[0]} of {stage.title}" />
          {:else}<p class="soft">None with a value.</p>{/each}
        </section>
        <section>
          <h2>Result</h2>
          {#each stage.checks as c (c.id)}
            <MarginRow check={c} stage="" href="#{c.id}" width={220} />
            <CommentBox about="check {stage.id}.{c.id}" aboutText="{stage.title}: {c.title}" />
          {/each}
          <dl>
            {#each listed(stage.kind.outcomes) as [name, def] (name)}
              {@const o = stage.judged.out(name)}
              {#if o.nominal !== null}<dt>{def.title}</dt>
                <dd class="num">{formatText(o.nominal, def.unit)}</dd>{/if}
            {/each}
          </dl>
        </section>
      </div>
      {#if telling}
        <Figure figure={telling.figure(stage.judged as never)} />
        <CurvesTab {session} {stage} {telling} />
        <WorkingTab {stage} {telling} />
      {/if}
    </main>
  {/key}
{:else}
  <main>
    <h1>This stage is not on the board</h1>
    <p><a href={session.base}>To the sum sheet</a></p>
  </main>
{/if}

<style>
  main {
    padding: 16px 20px 40px;
    display: grid;
    gap: 14px;
  }
  .columns {
    display: grid;
    grid-template-columns: 1fr 0.9fr 1.6fr;
    gap: 36px;
  }
  section {
    display: grid;
    gap: 4px;
    align-content: start;
  }
  dl {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 3px 12px;
  }
  dt {
    color: var(--soft);
  }
  dd {
    text-align: right;
  }
  .notes {
    white-space: pre-line;
  }
  @media (max-width: 900px) {
    .columns {
      grid-template-columns: 1fr;
    }
  }
</style>
