<script lang="ts">
  import { formatText } from '../../../core/quantity/format.ts';
  import type { Unit } from '../../../core/quantity/units.ts';
  import { stay } from '../stay.ts';

  /** A measured figure: kept with the record, or taken to where it is needed. */
  let {
    name,
    value,
    unit,
    kept,
    onto,
  }: { name: string; value: number | null | undefined; unit: Unit; kept: boolean; onto: (name: string, value: number, unit: Unit) => void } = $props();
</script>

<tr>
  <th scope="row">{name}</th>
  <td class="num">{value === null || value === undefined || !Number.isFinite(value) ? '–' : formatText(value, unit, 5)}</td>
  <td
    ><span class="acts">
      {#if value !== null && value !== undefined && Number.isFinite(value)}
        <form method="POST" action="?/keep" use:stay>
          <input type="hidden" name="name" value={name} /><input type="hidden" name="unit" value={unit} /><input
            type="hidden"
            name="value"
            value={String(value)}
          />
          <button type="submit" disabled={kept}>{kept ? 'kept' : 'keep'}</button>
        </form>
        <button type="button" onclick={() => onto(name, value, unit)}>take</button>
      {/if}
    </span></td
  >
</tr>

<style>
  th {
    text-align: left;
    font-weight: 400;
    padding: 2px 12px 2px 0;
  }
  td {
    padding: 2px 12px 2px 0;
    white-space: nowrap;
  }
  .acts {
    display: flex;
    gap: 8px;
  }
  button {
    border: 0;
    background: none;
    color: var(--copper);
    padding: 2px;
    cursor: pointer;
    text-decoration: underline;
  }
  button:disabled {
    color: var(--soft);
    text-decoration: none;
  }
</style>
