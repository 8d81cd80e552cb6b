<script lang="ts">
  import { busPlans } from '../../../core/board/buses.ts';
  import type { Sum } from '../../../core/board/evaluate.ts';
  import { addressText, hex } from '../../../core/quantity/addresses.ts';
  import Quantity from '../atoms/Quantity.svelte';

  /** Who hangs on each bus, at which address, and whose time it is. */
  let { sum, base }: { sum: Sum; base: string } = $props();
  let plans = $derived(busPlans(sum));
</script>

{#each plans as plan (plan.stage)}
  <section aria-label="Bus {plan.title}">
    <h2>Bus · <a href="{base}/stages/{plan.stage}">{plan.title}</a></h2>
    <p class="sentence">
      {plan.devices.length} devices{#if plan.unassigned}, <b class="bad">{plan.unassigned} without an address</b>{/if}; rises in
      <b class="num"><Quantity value={plan.riseTime} unit="s" digits={3} /></b> of <Quantity value={plan.riseLimit} unit="s" digits={3} />; busy for
      <b class="num"><Quantity value={plan.load} unit="ratio" digits={2} /></b> of its time{#if plan.scan}; {plan.scan.title} wants
        <Quantity value={plan.scan.load} unit="ratio" digits={2} /> of it{/if}.
    </p>
    <table>
      <thead><tr><th>Device</th><th>Address</th><th>Could have</th><th class="n">Pull-up</th><th class="n">Capacitance</th><th class="n">Time</th></tr></thead>
      <tbody>
        {#each plan.devices as d, i (i)}
          <tr>
            <th scope="row">{d.name}</th>
            <td class="num" class:bad={d.address === null}>{d.address === null ? 'none left' : hex(d.address)}</td>
            <td class="num soft">{addressText(d.options)}</td>
            <td class="n"
              >{#if d.pullUp !== null}<Quantity value={d.pullUp} unit="ohm" digits={3} />{:else}<span class="soft">–</span>{/if}</td
            >
            <td class="n"><Quantity value={d.farads} unit="F" digits={3} /></td>
            <td class="n"
              >{#if d.share > 0}<Quantity value={d.share} unit="ratio" digits={2} />{:else}<span class="soft">–</span>{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </section>
{/each}

<style>
  h2 {
    border-top: 1px solid var(--line);
    padding-top: 12px;
  }
  p {
    margin: 2px 0 6px;
    max-width: 80ch;
  }
  table {
    width: 100%;
    border-collapse: collapse;
  }
  th,
  td {
    text-align: left;
    font-weight: 400;
    padding: 3px 10px 3px 0;
    border-bottom: 1px solid var(--line);
  }
  thead th {
    color: var(--soft);
    font-size: 0.87rem;
  }
  .n {
    text-align: right;
    white-space: nowrap;
  }
  .bad {
    color: var(--fail);
  }
</style>
