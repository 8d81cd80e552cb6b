<script lang="ts">
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import type { Move } from '$lib/state/moves.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import PartRow from './PartRow.svelte';
  import ValueSearch from './ValueSearch.svelte';
  import type { StageEditor } from './stage-editor.ts';

  let {
    session,
    stage,
    editor,
    moved,
    lit,
    onpoint,
  }: { session: BoardSession; stage: StageSum; editor: StageEditor; moved: Move[]; lit: string | null; onpoint: (id: string | null) => void } = $props();
  let fitted = $derived(stage.parts.filter((p) => !p.def.needed || p.def.needed(stage.judged.x.given)));
  let here = $derived(moved.filter((m) => m.stage === stage.id));
  let elsewhere = $derived(moved.filter((m) => m.stage !== stage.id));
  const MOST = 4;
  /** A percentage of a level or a temperature means nothing. */
  const LEVELS = ['dB', 'degC', 'bit'];
  const percent = (c: number) => `${c > 0 ? '+' : '−'}${Math.abs(c * 100) >= 10 ? Math.abs(c * 100).toFixed(0) : Math.abs(c * 100).toFixed(1)}\u202f%`;
</script>

<section>
  <h2>Parts</h2>
  {#each fitted as part (part.slot)}<PartRow {part} {stage} {editor} lit={lit === part.slot} {onpoint} />{:else}<p class="soft">
      This stage has no parts to choose.
    </p>{/each}
  {#if stage.kind.size && fitted.some((p) => p.value !== null)}<ValueSearch {session} {stage} {editor} />{/if}
  {#if moved.length}
    <div class="moved small" aria-live="polite">
      <b>moved</b>
      {#each here.slice(0, MOST) as m (m.outcome)}<p>
          {m.title}
          {LEVELS.includes(m.unit) ? `${formatText(m.before, m.unit, 3)} → ${formatText(m.after, m.unit, 3)}` : percent(m.change)}
        </p>{/each}
      {#each elsewhere.slice(0, MOST) as m (`${m.stage} ${m.outcome}`)}
        <p><b>{m.stageTitle}:</b> {m.title} {formatText(m.before, m.unit, 3)} → {formatText(m.after, m.unit, 3)}</p>
      {/each}
      {#if here.length + elsewhere.length > 2 * MOST}<p class="soft">
          and {here.length + elsewhere.length - Math.min(here.length, MOST) - Math.min(elsewhere.length, MOST)} more
        </p>{/if}
    </div>
  {/if}
</section>

<style>
  .moved {
    margin-top: 12px;
    border-left: 3px solid var(--line);
    padding-left: 10px;
  }
</style>
