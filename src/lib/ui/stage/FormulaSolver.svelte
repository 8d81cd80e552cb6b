<script lang="ts">
  import { confirm } from '../../../core/board/simulate.ts';
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import type { AnyTelling } from '../../../core/stage/telling.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import Quantity from '../atoms/Quantity.svelte';

  let { stage, telling }: { stage: StageSum; telling: AnyTelling } = $props();
  let compared = $derived(confirm(stage, telling));
  /** Below this the difference is only rounding of the display. */
  const SAME = 5e-5;
</script>

{#if compared.length}
  <div>
    <h2>Formula and solver</h2>
    <table>
      <thead><tr><th>nominal</th><th>formula</th><th>solver</th><th>apart</th></tr></thead>
      <tbody>
        {#each compared as c (c.outcome)}
          <tr>
            <td>{c.title}</td>
            <td><Quantity value={c.formula} unit={c.unit} /></td>
            <td><Quantity value={c.solver} unit={c.unit} /></td>
            <td>{c.difference === null ? '–' : Math.abs(c.difference) < SAME ? 'same' : formatText(c.difference, 'ratio', 2)}</td>
          </tr>
          {#if c.reason}<tr><td colspan="4" class="soft small">{c.reason}</td></tr>{/if}
        {/each}
      </tbody>
    </table>
    <p class="soft small">The circuit of this stage, solved at its nominal values: an independent way to the same figure.</p>
  </div>
{/if}
