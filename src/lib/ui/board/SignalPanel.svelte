<script lang="ts">
  import type { Sum } from '../../../core/board/evaluate.ts';
  import Margin from '../atoms/Margin.svelte';
  import Quantity from '../atoms/Quantity.svelte';
  import StatusMark from '../atoms/StatusMark.svelte';
  import LevelDiagram from './LevelDiagram.svelte';
  import MarginBar from './MarginBar.svelte';
  import { chainResponse, chainTiming } from '../../../core/board/chain-response.ts';
  import CurveChart from '../stage/CurveChart.svelte';
  import { chainBudget } from '../../../core/board/chain-budget.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import { foldChains } from './chains.ts';

  let { sum, base }: { sum: Sum; base: string } = $props();
  let all = $derived(foldChains(sum));
  /** What the end would lose in noise without some of it, dB. */
  const quieter = (share: number) => (share > 0.999 ? null : 10 * Math.log10(1 - share));
  /** Of a contributor with half the voltage three quarters of the power are gone. */
  const HALVED = 0.75;
  /** Chains whose response is looked at: it is worked out only then. */
  let open: Record<string, boolean> = $state({});
</script>

<section>
  {#each all as { chain, key, tightest, folded } (key)}
    {#if folded}
      <details class="folded">
        <summary>
          <StatusMark status={tightest?.status ?? 'ok'} />
          <span class="to"
            >Signal to <b>{chain.at(-1)?.title}</b>{#if tightest}<span class="soft small">&ensp;tightest: {tightest.title}</span>{/if}</span
          >
          {#if tightest}<MarginBar check={tightest} width={92} /><span class="margin"><Margin check={tightest} /></span>{/if}
        </summary>
        {@render levels(chain, key)}
      </details>
    {:else}
      <h2>Signal · to {chain.at(-1)?.title}</h2>
      {@render levels(chain, key)}
    {/if}
  {/each}
</section>

{#snippet levels(chain: Sum['chains'][number], key: string)}
  {@const budget = chainBudget(chain)}
  <LevelDiagram {chain} {base} />
  {#if budget.clipsFirst !== null || budget.noisiest !== null}
    <p class="limits">
      {#if budget.clipsFirst !== null}
        {@const p = chain[budget.clipsFirst]!}
        {@const left = budget.headroom[budget.clipsFirst]!}
        Clips first at <a href="{base}/stages/{p.stage}">{p.title}</a>, {left < 0
          ? `${formatText(-left, 'dB', 2)} below the loudest signal`
          : `${formatText(left, 'dB', 2)} above the loudest signal`}.
      {/if}
      {#if budget.noisiest !== null}
        {@const p = chain[budget.noisiest]!}
        {@const share = budget.noise[budget.noisiest]!}
        {@const change = quieter(share)}
        <a href="{base}/stages/{p.stage}">{p.title}</a> makes {formatText(share, 'ratio', 2)} of the noise{change === null
          ? ''
          : `; without it the end would be ${formatText(-change, 'dB', 2)} quieter`}.
      {/if}
      {#if budget.arriving}
        {@const p = chain[budget.arriving.point]!}
        <a href="{base}/stages/{p.stage}">{p.title}</a> makes {formatText(budget.arriving.share, 'ratio', 2)} of what arrives there.
      {/if}
    </p>
  {/if}
  {@const noise = budget.made}
  {#if noise}
    <details>
      <summary class="small">noise by what makes it</summary>
      <table>
        <thead
          ><tr
            ><th>made by</th><th>at the input</th><th>at the end, rms</th>{#if noise.lsb}<th>in LSB</th>{/if}{#if noise.weighted !== null}<th>A-weighted</th
              >{/if}<th>share</th><th>halved</th><th>without it</th></tr
          ></thead
        >
        <tbody>
          {#each noise.shares as s (s.point)}
            {@const p = chain[s.point]!}
            <tr>
              <td
                ><a href="{base}/stages/{p.stage}">{p.title}</a>{#if s.atInput === null}<span class="soft">&nbsp;itself</span>{/if}</td
              >
              <td><Quantity value={s.atInput} unit="V/rtHz" digits={2} /></td>
              <td><Quantity value={s.atEnd} unit="V" digits={2} /></td>
              {#if noise.lsb}<td><Quantity value={s.atEnd / noise.lsb} unit="LSB" digits={2} /></td>{/if}
              {#if noise.weighted !== null}<td><Quantity value={s.weighted} unit="V" digits={2} /></td>{/if}
              <td><Quantity value={s.share} unit="ratio" digits={2} /></td>
              <td><Quantity value={quieter(HALVED * s.share)} unit="dB" digits={2} /></td>
              <td><Quantity value={quieter(s.share)} unit="dB" digits={2} /></td>
            </tr>
          {/each}
        </tbody>
        <tfoot>
          <tr>
            <th
              >together{#if noise.weighted !== null}<span class="soft">&nbsp;20&thinsp;Hz to 20&thinsp;kHz</span>{/if}</th
            >
            <td></td>
            <td><Quantity value={noise.total} unit="V" digits={2} /></td>
            {#if noise.lsb}<td><Quantity value={noise.total / noise.lsb} unit="LSB" digits={2} /></td>{/if}
            {#if noise.weighted !== null}<td><Quantity value={noise.weighted} unit="V" digits={2} /></td>{/if}
            <td></td><td></td><td></td>
          </tr>
        </tfoot>
      </table>
    </details>
  {/if}
  <details ontoggle={(e) => (open[key] = e.currentTarget.open)}>
    <summary class="small">response, delay and step of the chain</summary>
    {#if open[key]}
      {@const band = chainResponse(chain)}
      {@const timing = chainTiming(chain)}
      {#if band}<CurveChart {band} name={chain.at(-1)!.stage} />{:else}<p class="soft small">No stage of this chain bounds it.</p>{/if}
      {#if timing}
        <div class="pair">
          <CurveChart band={timing.delay} name={chain.at(-1)!.stage} />
          <CurveChart band={timing.step} name={chain.at(-1)!.stage} />
        </div>
        <p class="soft small">Delay and step of the nominal board, with the least phase that its response can have: what an all-pass adds is not in them.</p>
      {/if}
    {/if}
  </details>
  <details>
    <summary class="small">levels as a table</summary>
    <table>
      <thead><tr><th>after</th><th>level</th><th>signal, peak</th><th>headroom</th><th>noise rms</th><th>ripple</th><th>source</th></tr></thead>
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
            <td><Quantity value={p.amplitude} unit="V" digits={3} /></td>
            <td><Quantity value={budget.headroom[i] ?? null} unit="dB" digits={2} /></td>
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
{/snippet}

<style>
  .pair {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
    gap: 16px;
  }
  tfoot th {
    text-align: left;
    font-weight: 500;
  }
  .limits {
    font-size: 0.93rem;
  }
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
  .folded {
    border-top: 1px solid var(--line);
  }
  .folded > summary {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 36px;
    color: var(--ink);
    list-style: none;
  }
  .folded > summary:hover {
    background: color-mix(in srgb, var(--copper) 7%, transparent);
  }
  .folded > summary::before {
    content: '▸';
    color: var(--copper);
  }
  .folded[open] > summary::before {
    content: '▾';
  }
  .to {
    flex: 1;
    min-width: 0;
  }
  .margin {
    min-width: 64px;
    text-align: right;
  }
</style>
