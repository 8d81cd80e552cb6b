<script lang="ts">
  import { liveOf } from '../../../core/board/live.ts';
  import type { Sum } from '../../../core/board/evaluate.ts';
  import Quantity from '../atoms/Quantity.svelte';

  /** Places at a voltage that can hurt, and what stands between them and people. */
  let { sum, base }: { sum: Sum; base: string } = $props();
  let live = $derived(liveOf(sum));
</script>

{#if live.places.length}
  <section aria-label="Voltages that can hurt" class:mains={live.mains}>
    <h2>Voltages that can hurt</h2>
    <ul>
      {#each live.places as p (p.where)}
        <li>
          <b class="num"><Quantity value={p.volts} unit="V" digits={3} /></b>
          {#if p.stage}<a href="{base}/stages/{p.stage}">{p.where}</a>{:else}{p.where}{/if}{#if p.mains}<b class="word">mains</b>{/if}
        </li>
      {/each}
    </ul>
    {#each live.separations as s (s.stage)}
      <p>
        Between that and people: <a href="{base}/stages/{s.stage}">{s.title}</a>, {s.insulation} insulation, {#if s.by}confirmed by {s.by}.{:else}<b class="bad"
            >confirmed by nobody yet.</b
          >{/if}
      </p>
    {:else}<p class="bad">Nothing on the board says what separates it from what people touch.</p>{/each}
    <p class="small soft">Guidance, no statement of compliance: the standard of the product, local codes and licensed practice decide what may be touched.</p>
  </section>
{/if}

<style>
  section {
    border-left: 3px solid var(--copper);
    padding-left: 12px;
    display: grid;
    gap: 4px;
  }
  .mains {
    border-color: var(--fail);
  }
  ul {
    list-style: none;
    display: grid;
    gap: 2px;
  }
  .word {
    margin-left: 8px;
    color: var(--fail);
  }
  .bad {
    color: var(--fail);
  }
</style>
