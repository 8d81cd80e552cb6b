<script lang="ts">
  import { acquisitionBudgets, type BudgetTerm } from '../../../core/board/acquisition.ts';
  import type { Sum } from '../../../core/board/evaluate.ts';
  import Quantity from '../atoms/Quantity.svelte';

  /** What each reading is wrong by, in the unit of what it measures. */
  let { sum, base }: { sum: Sum; base: string } = $props();
  const MOST = 7;
  const CALIBRATED = ['as built', 'after one point', 'after two points', 'after many points'] as const;
  let budgets = $derived(acquisitionBudgets(sum));
  let open = $state<string | null>(null);
  const taken = (t: BudgetTerm) => (t.removedBy === null ? 'stays' : t.removedBy === 1 ? 'one point' : t.removedBy === 2 ? 'two points' : 'many points');
</script>

{#if budgets.length}
  <section aria-label="Readings">
    <h2>Readings</h2>
    {#each budgets as b (b.stages.map((s) => s.id).join())}
      {@const id = b.stages.at(-1)!.id}
      {@const most = b.terms[0]}
      <div class="budget">
        <h3>
          {#each b.stages as s, i (s.id)}{i ? ' → ' : ''}<a href="{base}/stages/{s.id}">{s.title}</a>{/each}
        </h3>
        <p class="sentence">
          Wrong by <b class="num">± <Quantity value={b.left[0]!.worst} unit={b.unit} digits={3} /></b> at worst{#if b.lsb !== null}&nbsp;(<Quantity
              value={b.left[0]!.worst / b.lsb}
              unit="LSB"
              digits={3}
            />){/if}{#if most}, most of it by {most.name} of {most.title}{/if}; after two points
          <b class="num">± <Quantity value={b.left[2]!.worst} unit={b.unit} digits={3} /></b>{#if b.rate}. Read
            <b class="num"><Quantity value={b.rate.hertz} unit="Hz" digits={3} /></b>{#if b.rate.limitedBy}, set by the {b.rate.limitedBy}{/if}{/if}.
        </p>
        <button type="button" class="more" aria-expanded={open === id} onclick={() => (open = open === id ? null : id)}
          >{open === id ? 'Less' : 'All terms'}</button
        >
        {#if open === id}
          <table>
            <thead><tr><th>Calibration</th><th class="n">Worst</th><th class="n">Root of squares</th><th class="n">In steps</th></tr></thead>
            <tbody>
              {#each b.left as l, i (l.points)}
                <tr>
                  <th scope="row">{CALIBRATED[i]}</th>
                  <td class="n">± <Quantity value={l.worst} unit={b.unit} digits={3} /></td>
                  <td class="n">± <Quantity value={l.rss} unit={b.unit} digits={3} /></td>
                  <td class="n"
                    >{#if b.lsb !== null}<Quantity value={l.worst / b.lsb} unit="LSB" digits={3} />{/if}</td
                  >
                </tr>
              {/each}
              {#if b.noise !== null}
                <tr>
                  <th scope="row">noise, peak to peak</th>
                  <td class="n"><Quantity value={b.noise} unit={b.unit} digits={3} /></td>
                  <td></td>
                  <td class="n"
                    >{#if b.lsb !== null}<Quantity value={b.noise / b.lsb} unit="LSB" digits={3} />{/if}</td
                  >
                </tr>
              {/if}
            </tbody>
          </table>
          <table>
            <thead><tr><th>What</th><th>Where</th><th class="n">Amount</th><th class="n">In steps</th><th class="n">Share</th><th>Taken away by</th></tr></thead
            >
            <tbody>
              {#each b.terms.slice(0, MOST * 2) as t, i (i)}
                <tr>
                  <th scope="row">{t.name}</th>
                  <td><a href="{base}/stages/{t.stage}">{t.title}</a></td>
                  <td class="n">± <Quantity value={t.amount} unit={b.unit} digits={3} /></td>
                  <td class="n"
                    >{#if t.lsb !== null}<Quantity value={t.lsb} unit="LSB" digits={3} />{/if}</td
                  >
                  <td class="n"><Quantity value={t.share} unit="ratio" digits={2} /></td>
                  <td class:soft={t.removedBy === null}>{taken(t)}</td>
                </tr>
              {/each}
            </tbody>
          </table>
          {#if b.rate?.skew}<p class="small soft">Channels of one converter are <Quantity value={b.rate.skew} unit="s" digits={3} /> apart.</p>{/if}
          {#if b.alias !== null}<p class="small soft">What folds back is taken down by <Quantity value={b.alias} unit="dB" digits={3} />.</p>{/if}
        {/if}
      </div>
    {/each}
  </section>
{/if}

<style>
  h2 {
    border-top: 1px solid var(--line);
    padding-top: 12px;
  }
  h3 {
    font-size: 0.95rem;
    font-weight: 500;
  }
  .budget {
    padding: 4px 0 8px;
    border-bottom: 1px solid var(--line);
  }
  p {
    margin: 2px 0 4px;
    max-width: 80ch;
  }
  table {
    width: 100%;
    border-collapse: collapse;
    margin: 6px 0 10px;
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
  .more {
    border: 0;
    background: none;
    padding: 0;
    color: var(--copper);
    text-decoration: underline;
    cursor: pointer;
    font-size: 0.87rem;
  }
</style>
