<script lang="ts">
  import type { Sum } from '../../../core/board/evaluate.ts';
  import Quantity from '../atoms/Quantity.svelte';
  import LevelDiagram from './LevelDiagram.svelte';

  let { sum, base }: { sum: Sum; base: string } = $props();
</script>

<section>
  {#each sum.chains as chain (chain.map((p) => p.stage).join())}
    <h2>Signal · to {chain.at(-1)?.title}</h2>
    <LevelDiagram {chain} {base} />
    <details>
      <summary class="small">levels as a table</summary>
      <table>
        <thead><tr><th>after</th><th>level</th><th>noise rms</th><th>ripple</th><th>source</th></tr></thead>
        <tbody>
          {#each chain as p, i (p.stage)}
            <tr>
              <td
                ><a href="{base}/stages/{p.stage}">{p.title}</a>{#if i === chain.length - 1}<span class="soft">&nbsp;(arriving)</span>{/if}</td
              >
              <td
                >{#if p.low !== null}<Quantity value={p.low} unit="V" digits={3} /> … <Quantity value={p.high} unit="V" digits={3} />{:else}<span class="soft"
                    >entered there</span
                  >{/if}</td
              >
              <td><Quantity value={p.noise} unit="V" digits={2} /></td>
              <td
                ><Quantity value={p.ripple} unit="V" digits={2} />{#if p.lsb}<span class="soft small"
                    >&nbsp;= <Quantity value={p.ripple / p.lsb} unit="LSB" digits={2} /></span
                  >{/if}</td
              >
              <td><Quantity value={p.sourceResistance} unit="ohm" digits={3} /></td>
            </tr>
          {/each}
        </tbody>
      </table>
    </details>
  {/each}
</section>

<style>
  section {
    display: grid;
    gap: 8px;
  }
  h2 {
    border-top: 1px solid var(--line);
    padding-top: 12px;
  }
  summary {
    cursor: pointer;
    color: var(--copper);
  }
</style>
