<script lang="ts">
  import { energyOf } from '../../../core/board/energy.ts';
  import type { Sum } from '../../../core/board/evaluate.ts';
  import { STATE_IDS } from '../../../core/stage/contract.ts';
  import Quantity from '../atoms/Quantity.svelte';

  /** What empties the battery, in order of size. */
  let { sum, base }: { sum: Sum; base: string } = $props();
  const MOST = 8;
  const title = (id: string) => sum.byId.get(id)?.title ?? id;
</script>

{#each energyOf(sum) as store (store.stage)}
  {@const shown = store.eaters.slice(0, MOST)}
  {@const rest = store.eaters.slice(MOST).reduce((total, e) => total + e.share, 0)}
  <section>
    <h2>Energy · <a href="{base}/stages/{store.stage}">{title(store.stage)}</a></h2>
    <p class="sentence">
      {#if store.lasts.low !== null}Lasts <b class="num"><Quantity value={store.lasts.low} unit="s" digits={3} /></b> cold and aged{#if store.lasts.nominal !== null},
          <Quantity value={store.lasts.nominal} unit="s" digits={3} /> as a rule{/if}, at{:else}No run time is known, at{/if}
      <Quantity value={store.current} unit="A" digits={3} /> on average.
    </p>
    {#if store.power > 0}
      <p class="small soft">
        {#each STATE_IDS.filter((s) => store.shares[s] > 0) as state, i (state)}{i ? ' · ' : ''}{state}
          <Quantity value={(store.shares[state] * store.byState[state]) / store.power} unit="ratio" digits={2} />{/each} of it
      </p>
      <ol>
        {#each shown as e (e.stage)}
          <li>
            <a href="{base}/stages/{e.stage}">{title(e.stage)}{e.stage === store.stage ? ', own overhead' : ''}</a>
            <span class="bar" aria-hidden="true"><span style:width="{100 * e.share}%"></span></span>
            <span class="figure"><Quantity value={e.power} unit="W" digits={3} /></span>
            <b class="figure"><Quantity value={e.share} unit="ratio" digits={2} /></b>
          </li>
        {/each}
      </ol>
      {#if rest > 0}<p class="small soft">The others take <Quantity value={rest} unit="ratio" digits={2} />.</p>{/if}
    {/if}
  </section>
{/each}

<style>
  h2 {
    border-top: 1px solid var(--line);
    padding-top: 12px;
  }
  p {
    margin: 2px 0 6px;
  }
  ol {
    list-style: none;
  }
  li {
    display: grid;
    grid-template-columns: minmax(110px, 1.2fr) minmax(0, 3fr) 76px 56px;
    gap: 12px;
    align-items: center;
    padding: 3px 0;
    border-bottom: 1px solid var(--line);
  }
  .bar {
    height: 8px;
    background: var(--wash);
  }
  .bar span {
    display: block;
    height: 100%;
    min-width: 1px;
    background: var(--copper);
  }
  .figure {
    text-align: right;
  }
</style>
