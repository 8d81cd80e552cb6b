<script lang="ts">
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import type { Step } from '../../../core/stage/contract.ts';
  import { workingOf, type AnyTelling } from '../../../core/stage/telling.ts';
  import font from '@fontsource/noto-sans-math/files/noto-sans-math-latin-400-normal.woff2?url';
  import Button from '../atoms/Button.svelte';

  let { stage, telling }: { stage: StageSum; telling: AnyTelling } = $props();
  let steps = $derived(workingOf(telling, stage));
  let said = $state('');
  const math = import('./math.ts');

  // The font of formulas comes with the tab that shows them.
  function lettered(_list: HTMLElement) {
    const face = new FontFace('Noto Sans Math', `url(${font})`);
    document.fonts.add(face);
    void face.load();
    return () => document.fonts.delete(face);
  }

  async function copy(which: readonly Step[]): Promise<void> {
    const { stepText } = await math;
    try {
      await navigator.clipboard.writeText(which.map(stepText).join('\n\n'));
      said = which.length > 1 ? 'The working is copied.' : `“${which[0]!.title}” is copied.`;
    } catch {
      said = 'The browser did not let it be copied.';
    }
  }
</script>

<div class="wide">
  {#if steps.length}
    <p class="tools"><Button onclick={() => copy(steps)}>Copy the working as text</Button> <span role="status" class="soft">{said}</span></p>
    {#await math}
      <p class="soft" role="status">Setting the formulas…</p>
    {:then { stepMath }}
      <ol {@attach lettered}>
        {#each steps as s (s.title)}
          {@const set = stepMath(s)}
          <li>
            <h3>{s.title} <button type="button" onclick={() => copy([s])} aria-label="Copy {s.title} as text">copy</button></h3>
            <!-- eslint-disable-next-line svelte/no-at-html-tags -- set from the kind's own expression and from numbers, never from what was typed -->
            <p>{@html set.formula}</p>
            <!-- eslint-disable-next-line svelte/no-at-html-tags -- as above -->
            <p>{@html set.numbers}</p>
            <p class="small soft">{s.source}</p>
          </li>
        {/each}
      </ol>
    {/await}
  {:else}<p class="soft">Nothing to show: this stage cannot work with what it is given.</p>{/if}
</div>

<style>
  .wide {
    grid-column: 1 / -1;
  }
  .tools {
    margin-bottom: 8px;
  }
  ol {
    list-style: none;
    columns: 2;
    column-gap: 36px;
  }
  li {
    break-inside: avoid;
    padding: 8px 0 10px;
    border-bottom: 1px solid var(--line);
    overflow-x: auto;
  }
  h3 {
    display: flex;
    justify-content: space-between;
    font-size: 0.92rem;
    color: var(--soft);
    font-weight: 500;
  }
  h3 button {
    border: 0;
    background: none;
    color: var(--copper);
    text-decoration: underline;
    cursor: pointer;
    padding: 0 4px;
  }
  li :global(math) {
    font-family: 'Noto Sans Math', math;
    font-size: 1.08rem;
  }
  li p:not(.small) {
    margin: 4px 0;
  }
  @media (max-width: 900px) {
    ol {
      columns: 1;
    }
  }
</style>
