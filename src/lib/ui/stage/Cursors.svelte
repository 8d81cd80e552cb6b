<script lang="ts">
  import type { Band } from '../../../core/board/curves.ts';
  import { formatText } from '../../../core/quantity/format.ts';

  /** Places of the two cursors among the points of the curve; null while they are put away. */
  let { band, places = $bindable() }: { band: Band; places: [number, number] | null } = $props();
  const last = $derived(band.x.length - 1);
  const y = (v: number | null | undefined) => (v === null || v === undefined ? '–' : formatText(v, band.curve.y.unit));
  const apart = (a: number | null | undefined, b: number | null | undefined) => (a === null || a === undefined || b === null || b === undefined ? null : b - a);
  function move(which: 0 | 1, to: number): void {
    const next: [number, number] = [...(places ?? [0, 0])];
    next[which] = to;
    places = next;
  }
</script>

{#if places}
  <div class="cursors small">
    {#each [0, 1] as const as k (k)}
      {@const at = places[k]}
      <label
        ><b>{'AB'[k]}</b>
        <input
          type="range"
          min="0"
          max={last}
          value={at}
          aria-valuetext="{formatText(band.x[at]!, band.curve.x.unit)}: {y(band.nominal[at])}"
          oninput={(e) => move(k, Number(e.currentTarget.value))}
        />
        <span class="num">{formatText(band.x[at]!, band.curve.x.unit)}</span>
        <span class="num">{y(band.nominal[at])}</span>
        <span class="num soft">{y(band.low[at])} … {y(band.high[at])}</span></label
      >
    {/each}
    <p>
      B less A <span class="num">{formatText(band.x[places[1]]! - band.x[places[0]]!, band.curve.x.unit)}</span>,
      <span class="num">{y(apart(band.nominal[places[0]], band.nominal[places[1]]))}</span>
    </p>
  </div>
{/if}

<style>
  .cursors {
    display: grid;
    gap: 2px;
  }
  label {
    display: grid;
    grid-template-columns: 14px minmax(80px, 1fr) 84px 100px minmax(0, 190px);
    gap: 10px;
    align-items: center;
  }
  input {
    accent-color: var(--copper);
    width: 100%;
    padding: 0;
  }
</style>
