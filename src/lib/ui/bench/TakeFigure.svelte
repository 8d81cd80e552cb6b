<script lang="ts">
  import { setGiven, setStage } from '../../../core/board/edit.ts';
  import { entryText, formatText } from '../../../core/quantity/format.ts';
  import type { Unit } from '../../../core/quantity/units.ts';
  import type { NumberField } from '../../../core/stage/contract.ts';
  import { mustTitle } from '../../../core/stage/titles.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import Button from '../atoms/Button.svelte';

  /** Takes a measured figure as the reading of a bring-up step, or as a given of the draft, with where it came from. */
  let {
    session,
    figure,
    from,
    steps,
    place,
    close,
  }: {
    session: BoardSession;
    figure: { name: string; value: number; unit: Unit };
    from: string;
    steps: readonly { key: string; title: string; unit: Unit }[];
    place: { letter: string; copy: number } | null;
    close: () => void;
  } = $props();
  let fitting = $derived(steps.filter((s) => s.unit === figure.unit));
  let step = $state('');
  let target = $state('');
  let done = $state('');
  let givens = $derived(
    session.sum.stages.flatMap((s) =>
      Object.entries(s.kind.given as Record<string, NumberField>).flatMap(([name, field]) =>
        field.type === 'number' && field.unit === figure.unit ? [{ key: `${s.id} ${name}`, title: `${s.title}: ${mustTitle(s.kind, 'given', name)}` }] : [],
      ),
    ),
  );
  let href = $derived(
    place && step
      ? `${session.base}/bring-up?revision=${place.letter}${place.copy === 1 ? '' : `&copy=${place.copy}`}&step=${encodeURIComponent(step)}&value=${encodeURIComponent(entryText(figure.value, figure.unit))}`
      : null,
  );
  async function asGiven(): Promise<void> {
    const [stage, name] = target.split(' ') as [string, string];
    const said = `${mustTitle(session.sum.byId.get(stage)!.kind, 'given', name)} ${formatText(figure.value, figure.unit, 4)}: measured, ${from}`;
    const before = session.doc.stages.find((s) => s.id === stage)?.notes;
    const doc = setStage(setGiven(session.doc, stage, name, Number(figure.value.toPrecision(4))), stage, { notes: before ? `${before}\n${said}` : said });
    await session.edit(`take ${figure.name} of ${from}`, doc);
    done = said;
  }
</script>

<section aria-label="Take {figure.name}">
  <p><b>{figure.name} {formatText(figure.value, figure.unit, 5)}</b> of {from}</p>
  {#if place && fitting.length}
    <label
      >as the reading of
      <select bind:value={step}
        ><option value="">a step…</option>{#each fitting as s (s.key)}<option value={s.key}>{s.title}</option>{/each}</select
      ></label
    >
    {#if href}<a {href}>Go there and enter it</a>{/if}
  {/if}
  {#if givens.length}
    <label
      >as a given of the draft
      <select bind:value={target}
        ><option value="">a given…</option>{#each givens as g (g.key)}<option value={g.key}>{g.title}</option>{/each}</select
      ></label
    >
    {#if target}<Button onclick={asGiven}>Put it in</Button>{/if}
  {/if}
  {#if !givens.length && !fitting.length}<p class="soft">Nothing on this board is counted in this unit.</p>{/if}
  {#if done}<p role="status">In the draft now: {done}. Undo takes it back.</p>{/if}
  <Button look="quiet" onclick={close}>close</Button>
</section>

<style>
  section {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 18px;
    align-items: center;
    padding: 10px 14px;
    background: var(--wash);
    border-left: 4px solid var(--copper);
  }
  select {
    max-width: 320px;
  }
</style>
