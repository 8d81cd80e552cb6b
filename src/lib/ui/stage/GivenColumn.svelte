<script lang="ts">
  import type { Field } from '../../../core/stage/contract.ts';
  import { ambientOf } from '../../../core/board/document.ts';
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import { paramsFor } from '../../../core/parts/devices.ts';
  import DevicePick from './DevicePick.svelte';
  import GivenRow from './GivenRow.svelte';
  import LinkedGroup from './LinkedGroup.svelte';
  import LinksBox from './LinksBox.svelte';
  import { givenGroups, linkedGroups, type StageEditor } from './stage-editor.ts';

  let { session, stage, editor }: { session: BoardSession; stage: StageSum; editor: StageEditor } = $props();
  /** The first of a kind are what a person would say first. */
  const FIRST = 7;
  let groups = $derived(givenGroups(stage.kind, stage, FIRST));
  let fields = $derived(stage.kind.given as Record<string, Field>);
  let ambient = $derived(ambientOf(session.doc));
  let sheltered = $derived(stage.links.has('ambient'));
</script>

<section>
  <h2>Given</h2>
  <LinksBox {session} {stage} />
  {#if stage.kind.takes}
    {@const { sort, given } = stage.kind.takes}
    <DevicePick
      label="Take a {sort} of a list"
      fits={(all) => all.filter((d) => d.sort === sort)}
      ontake={(d) => editor.setGivens(`take ${d.title}`, { ...d.when, ...paramsFor(d, given) })}
    />
  {/if}
  {#each linkedGroups(stage) as group (group.from)}<LinkedGroup {...group} {fields} kind={stage.kind} />{/each}
  {#each groups.shown as name (name)}<GivenRow {name} field={fields[name]!} {stage} {editor} />{/each}
  {#if !sheltered}
    <p class="ambient">
      <span>ambient</span>
      <span
        ><span class="num soft"
          >{#if ambient.low < ambient.high}{formatText(ambient.low, 'degC')} …
          {/if}{formatText(ambient.high, 'degC')}</span
        >
        <a class="small" href="{session.base}/brief">from the brief</a></span
      >
    </p>
  {/if}
  {#if groups.rest.length}
    <details>
      <summary>{groups.rest.length} more at their usual values</summary>
      {#each groups.rest as name (name)}<GivenRow {name} field={fields[name]!} {stage} {editor} />{/each}
    </details>
  {/if}
</section>

<style>
  .ambient {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 8px;
    padding: 4px 0;
    font-size: 0.93rem;
    border-bottom: 1px solid var(--line);
  }
  summary {
    padding: 6px 0;
    color: var(--copper);
    cursor: pointer;
  }
</style>
