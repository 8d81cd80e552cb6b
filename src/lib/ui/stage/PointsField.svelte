<script lang="ts">
  import type { RowsField } from '../../../core/stage/contract.ts';
  import { entryText } from '../../../core/quantity/format.ts';
  import { parseNumber } from '../../../core/quantity/parse.ts';
  import Button from '../atoms/Button.svelte';
  import { paramTitle } from '../words.ts';

  type Row = Record<string, number>;
  let { label, field, rows, onset }: { label: string; field: RowsField; rows: readonly Row[]; onset: (rows: Row[]) => string | undefined } = $props();
  /** Rows as typed; the document only takes whole sets that make sense. */
  let draft: Record<string, string>[] | null = $state(null);
  let wrong = $state('');
  let columns = $derived(Object.entries(field.columns));
  let shown = $derived(draft ?? rows.map((r) => Object.fromEntries(columns.map(([k, c]) => [k, r[k] === undefined ? '' : entryText(r[k], c.unit)]))));

  function put(next: Record<string, string>[]): void {
    draft = next;
    wrong = '';
    const read: Row[] = [];
    for (const row of next) {
      const values: Row = {};
      for (const [key, column] of columns) {
        const text = row[key]?.trim() ?? '';
        if (text === '' && column.optional) continue;
        if (text === '') return;
        const value = parseNumber(text, column.unit);
        if (!value.ok) {
          wrong = value.message;
          return;
        }
        values[key] = value.value;
      }
      read.push(values);
    }
    // One point alone is on its way to being two.
    if (read.length === 1) return;
    wrong = onset(read) ?? '';
    if (!wrong) draft = null;
  }
</script>

<div class="points">
  {#each shown as row, i (i)}
    <div class="point">
      {#each columns as [key, column] (key)}
        <input
          class="num"
          type="text"
          aria-label="{label} {i + 1}, {paramTitle(key)}"
          placeholder={paramTitle(key)}
          value={row[key]}
          onchange={(e) => put(shown.map((r, j) => (j === i ? { ...r, [key]: e.currentTarget.value } : r)))}
          title={`${paramTitle(key)}, ${column.unit}`}
        />
      {/each}
      <Button look="quiet" aria-label="Remove point {i + 1}" onclick={() => put(shown.filter((_, j) => j !== i))}>×</Button>
    </div>
  {/each}
  <Button look="quiet" onclick={() => (draft = [...shown, {}])}>add a point</Button>
  {#if wrong}<span class="wrong small" role="alert">{wrong}</span>{/if}
</div>

<style>
  .points {
    display: grid;
    gap: 4px;
    justify-items: start;
  }
  .point {
    display: grid;
    grid-template-columns: 1fr 1fr auto;
    gap: 2px 4px;
    width: 100%;
  }
  .point input {
    padding: 2px 4px;
    font-size: 0.87rem;
  }
  .wrong {
    color: var(--fail);
  }
</style>
