<script lang="ts">
  import type { Column, Row, RowsField } from '../../../core/stage/contract.ts';
  import { entryText } from '../../../core/quantity/format.ts';
  import { addressText, parseAddresses } from '../../../core/quantity/addresses.ts';
  import { parseNumber } from '../../../core/quantity/parse.ts';
  import type { Uncertain } from '../../../core/quantity/uncertain.ts';
  import Button from '../atoms/Button.svelte';
  import { paramTitle } from '../words.ts';

  let { label, field, rows, onset }: { label: string; field: RowsField; rows: readonly Row[]; onset: (rows: Row[]) => string | undefined } = $props();
  /** Rows as typed; the document only takes whole sets that make sense. */
  let draft: Record<string, string>[] | null = $state(null);
  let wrong = $state('');
  let columns = $derived(Object.entries(field.columns));
  /** Of a long row what is rarely said is folded away until it is. */
  const FEW = 5;
  let unfolded: number[] = $state([]);
  const shows = (row: Record<string, string>, i: number, key: string, column: Column) =>
    columns.length <= FEW || !column.optional || unfolded.includes(i) || !!row[key];
  let what = $derived(field.row ?? 'point');
  let shown = $derived(draft ?? rows.map((r) => Object.fromEntries(columns.map(([k, c]) => [k, textOf(c, r[k])]))));

  function textOf(column: Column, value: Row[string] | undefined): string {
    if (value === undefined || value === null) return '';
    if ('addresses' in column) return addressText(value as readonly number[]);
    if (Array.isArray(value)) return value.join(' ');
    return 'unit' in column ? entryText(value as Uncertain, column.unit) : String(value);
  }

  /** A cell as it was typed; null where nothing is to stand, and undefined where something is missing yet. */
  function read(column: Column, text: string): { value: Row[string] } | { message: string } | null | undefined {
    if (text === '') {
      if ('unit' in column && column.nullable) return { value: null };
      return column.optional ? null : undefined;
    }
    if ('addresses' in column) {
      const addresses = parseAddresses(text);
      return addresses ? { value: addresses } : { message: 'Addresses are numbers to 127, like 0x48, 73 or 0x48-0x4B.' };
    }
    if ('parts' in column) return { value: text.toUpperCase().split(/[\s,]+/) };
    if (!('unit' in column)) return { value: text };
    const number = parseNumber(text, column.unit);
    return number.ok ? { value: number.value } : { message: number.message };
  }

  function put(next: Record<string, string>[]): void {
    draft = next;
    wrong = '';
    const taken: Row[] = [];
    for (const row of next) {
      const values: Record<string, Row[string]> = {};
      for (const [key, column] of columns) {
        const cell = read(column, row[key]?.trim() ?? '');
        if (cell === undefined) return;
        if (cell === null) continue;
        if ('message' in cell) {
          wrong = cell.message;
          return;
        }
        values[key] = cell.value;
      }
      taken.push(values);
    }
    // One point alone is on its way to being two.
    if (taken.length > 0 && taken.length < (field.least ?? 2)) return;
    wrong = onset(taken) ?? '';
    if (!wrong) draft = null;
  }
  const set = (i: number, key: string, text: string) => put(shown.map((r, j) => (j === i ? { ...r, [key]: text } : r)));
  const fresh = (): Record<string, string> => Object.fromEntries(columns.flatMap(([k, c]) => ('choices' in c && !c.optional ? [[k, c.choices[0]!]] : [])));
</script>

<div class="points">
  {#each shown as row, i (i)}
    {@const there = columns.filter(([key, column]) => shows(row, i, key, column))}
    <div class="point" class:long={columns.length > FEW}>
      {#each there as [key, column] (key)}
        {#if 'choices' in column}
          <select aria-label="{label} {i + 1}, {paramTitle(key)}" value={row[key] ?? ''} onchange={(e) => set(i, key, e.currentTarget.value)}>
            {#if column.optional}<option value="">{paramTitle(key)}</option>{/if}
            {#each column.choices as choice (choice)}<option>{choice}</option>{/each}
          </select>
        {:else}
          <span class="cell">
            {#if columns.length > FEW && row[key]}<span class="small soft" aria-hidden="true">{paramTitle(key)}</span>{/if}
            <input
              class:num={'unit' in column}
              type="text"
              aria-label="{label} {i + 1}, {paramTitle(key)}"
              placeholder={paramTitle(key)}
              value={row[key]}
              onchange={(e) => set(i, key, e.currentTarget.value)}
              title={'unit' in column ? `${paramTitle(key)}, ${column.unit}` : paramTitle(key)}
            />
          </span>
        {/if}
      {/each}
      <span class="do">
        {#if there.length < columns.length}
          <Button look="quiet" aria-label="More of {what} {i + 1}" onclick={() => (unfolded = [...unfolded, i])}>more</Button>
        {/if}
        <Button look="quiet" aria-label="Remove {what} {i + 1}" onclick={() => put(shown.filter((_, j) => j !== i))}>×</Button>
      </span>
    </div>
  {/each}
  <Button look="quiet" onclick={() => (draft = [...shown, fresh()])}>add a {what}</Button>
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
  .cell {
    display: grid;
    min-width: 0;
    align-content: end;
  }
  .do {
    display: flex;
  }
  .long .do {
    grid-column: 1 / -1;
    justify-content: flex-end;
  }
  .long {
    grid-template-columns: 1fr 1fr;
    padding-bottom: 6px;
    border-bottom: 1px solid var(--line);
  }
  .point input {
    min-width: 0;
    width: 100%;
    padding: 2px 4px;
    font-size: 0.87rem;
  }
  .wrong {
    color: var(--fail);
  }
</style>
