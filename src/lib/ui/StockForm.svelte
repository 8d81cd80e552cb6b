<script lang="ts">
  import { STOCK_RATINGS } from '../../core/files/drawer-csv.ts';
  import { DEVICE_SORTS } from '../../core/parts/devices.ts';
  import { valueUnit } from '../../core/parts/part-types.ts';
  import type { StockItem } from '../../core/order/stock.ts';
  import { entryText } from '../../core/quantity/format.ts';
  import { stay } from './stay.ts';
  import Button from './atoms/Button.svelte';
  import Problem from './atoms/Problem.svelte';

  /** One part of the drawer, or a new one; `typed` is what was typed where it was not understood. */
  let {
    item = null,
    typed,
    problem,
    done,
  }: { item?: StockItem | null; typed?: Record<string, string> | undefined; problem?: string | undefined; done?: string | undefined } = $props();
  const VALUES = ['resistor', 'capacitor', 'inductor', 'ratio'] as const;
  let stands = $derived<Record<string, string>>(
    item === null
      ? { sort: 'resistor', count: '1' }
      : {
          sort: item.sort ?? item.type,
          value: item.value === null ? item.title : entryText(item.value, valueUnit(item.type)),
          tolerance: item.tolerance === null ? '' : entryText(item.tolerance, 'ratio'),
          package: item.package,
          count: String(item.count),
          place: item.place,
          ...Object.fromEntries(
            Object.entries(STOCK_RATINGS).map(([name, r]) => [name, item.ratings[name] === undefined ? '' : entryText(item.ratings[name], r.unit)]),
          ),
        },
  );
  const at = (name: string) => typed?.[name] ?? stands[name] ?? '';
</script>

<form method="POST" action={item === null ? '?/add' : '?/save'} use:stay={{ reset: item === null }}>
  {#if item}<input type="hidden" name="id" value={item.id} />{/if}
  <label
    ><span>what</span>
    <select name="sort" value={at('sort')}>
      {#each VALUES as v (v)}<option value={v}>{v === 'ratio' ? 'resistor network' : v}</option>{/each}
      <optgroup label="devices">
        {#each DEVICE_SORTS as s (s)}<option>{s}</option>{/each}
      </optgroup>
    </select></label
  >
  <label class="wide"
    ><span>value, or name of a device</span><input type="text" name="value" value={at('value')} autocomplete="off" spellcheck="false" required /></label
  >
  <label><span>tolerance</span><input type="text" name="tolerance" value={at('tolerance')} autocomplete="off" /></label>
  {#each Object.entries(STOCK_RATINGS) as [name, r] (name)}
    <label><span>{r.title}</span><input type="text" {name} value={at(name)} autocomplete="off" /></label>
  {/each}
  <label><span>package</span><input type="text" name="package" value={at('package')} autocomplete="off" maxlength="40" /></label>
  <label><span>how many</span><input type="text" name="count" value={at('count')} inputmode="numeric" autocomplete="off" /></label>
  <label class="wide"><span>where it lies</span><input type="text" name="place" value={at('place')} autocomplete="off" maxlength="80" /></label>
  <div class="act">
    <Button type="submit">{item === null ? 'Put it in' : 'Keep'}</Button>
    {#if item}<Button type="submit" look="quiet" formaction="?/remove" formnovalidate>Take it out</Button>{/if}
  </div>
</form>
<Problem text={problem} />
{#if done}<p role="status" class="soft">{done}</p>{/if}

<style>
  form {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(118px, 1fr));
    gap: 8px 12px;
    align-items: end;
    padding: 8px 0;
  }
  label {
    display: grid;
    gap: 2px;
    min-width: 0;
  }
  label span {
    font-size: 0.85rem;
    color: var(--soft);
  }
  input,
  select {
    width: 100%;
  }
  .wide {
    grid-column: span 2;
  }
  .act {
    display: flex;
    gap: 4px;
  }
</style>
