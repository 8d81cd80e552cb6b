<script lang="ts">
  import { page } from '$app/state';
  import { GENERIC_DEVICES, type Device } from '../../../core/parts/devices.ts';

  /** Puts a device of a sort in with one choice: a typical one, or one of somebody's own list. */
  let { label, fits, ontake }: { label: string; fits: (all: readonly Device[]) => Device[]; ontake: (device: Device) => void } = $props();
  let groups = $derived(
    [
      { name: 'yours', devices: fits((page.data.devices as Device[] | undefined) ?? []) },
      { name: 'typical', devices: fits(GENERIC_DEVICES) },
    ].filter((g) => g.devices.length),
  );

  function take(select: HTMLSelectElement): void {
    const [group, at] = select.value.split(' ').map(Number) as [number, number];
    select.selectedIndex = 0;
    const device = groups[group]?.devices[at];
    if (device) ontake(device);
  }
</script>

{#if groups.length}
  <select aria-label={label} onchange={(e) => take(e.currentTarget)}>
    <option value="">take one of a list…</option>
    {#each groups as g, i (g.name)}
      <optgroup label={g.name}>
        {#each g.devices as d, k (k)}<option value="{i} {k}">{d.title}</option>{/each}
      </optgroup>
    {/each}
  </select>
{/if}

<style>
  select {
    width: 100%;
    margin: 4px 0;
  }
</style>
