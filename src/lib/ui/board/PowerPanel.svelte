<script lang="ts">
  import { sharesOf } from '../../../core/board/document.ts';
  import { average } from '../../../core/board/evaluate.ts';
  import { renameRail } from '../../../core/board/edit.ts';
  import { STATE_IDS, type StateId } from '../../../core/stage/contract.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import Button from '../atoms/Button.svelte';
  import Quantity from '../atoms/Quantity.svelte';
  import { balance } from './balance.ts';
  import type { Opened } from './fold-flow.ts';
  import { powerFlow } from './power-flow.ts';
  import PowerFlow from './PowerFlow.svelte';
  import RailWindow from './RailWindow.svelte';

  let { session, base }: { session: BoardSession; base: string } = $props();
  let at: StateId = $state('peak');
  let sum = $derived(session.sum);
  let shares = $derived(sharesOf(sum.doc));
  let now = $derived(sum.power.find((p) => p.state === at)!);
  let shown = $derived(balance(now));
  let width = $state(712);
  /** What of a large flow somebody unfolded. */
  let opened: Opened = $state.raw(new Set());
  let flow = $derived(powerFlow(sum, now, width, opened));
  const title = (id: string | null) => (id === null ? 'nothing' : (sum.byId.get(id)?.title ?? id));

  function rename(from: string, input: HTMLInputElement): void {
    const to = input.value.trim();
    if (!to || to === from) input.value = from;
    else if (session.edit(`rename rail ${from} to ${to}`, renameRail(session.doc, from, to)).length) input.value = from;
  }
</script>

<section>
  <div class="head">
    <h2>Power · {at}</h2>
    <div class="states no-print" role="group" aria-label="State">
      {#each STATE_IDS as id (id)}
        <button type="button" aria-pressed={at === id} onclick={() => (at = id)}
          >{id}{#if shares[id] > 0 && shares[id] < 1}<span class="soft num">&#8239;{Number((shares[id] * 100).toPrecision(3))}&#8239;%</span>{/if}</button
        >
      {/each}
    </div>
  </div>
  {#if now.in > 0}
    <p class="sentence">
      <b class="num">{shown.in}</b>&#8239;{shown.unit} in = <b class="num">{shown.used}</b>&#8239;{shown.unit} to the loads +
      <b class="num hot">{shown.lost}</b>&#8239;{shown.unit} lost on the way. On average over all states <Quantity
        value={average(sum, (p) => p.in)}
        unit="W"
        digits={3}
      />.
    </p>
  {/if}
  <PowerFlow {sum} {flow} state={at} {base} bind:width onopen={(id) => opened !== 'all' && (opened = new Set([...opened, id]))} />
  {#if flow?.folded || opened === 'all' || opened.size}
    <p class="no-print">
      {#if flow?.folded}<Button look="quiet" onclick={() => (opened = 'all')}>show every stage</Button>{/if}
      {#if opened === 'all' || opened.size}<Button look="quiet" onclick={() => (opened = new Set())}>fold again</Button>{/if}
    </p>
  {/if}
  {#if sum.rails.length}
    <details open={!flow || sum.rails.some((r) => r.provider === null)}>
      <summary class="small">rails as a table: headroom, names</summary>
      <table>
        <thead><tr><th>rail</th><th>from → to</th><th>voltage, worst to worst</th><th>ripple</th><th>current</th><th>of</th></tr></thead>
        <tbody>
          {#each sum.rails as r (r.name)}
            <tr>
              <td
                ><input
                  class="rail"
                  type="text"
                  value={r.name}
                  aria-label="Name of rail {r.name}"
                  onchange={(e) => rename(r.name, e.currentTarget)}
                  size={Math.max(4, r.name.length)}
                /></td
              >
              <td>
                {#if r.provider}<a href="{base}/stages/{r.provider}">{title(r.provider)}</a>{:else}<span class="bad">nothing feeds it</span>{/if}
                <span class="soft"
                  >→ {#each r.consumers as c, i (c)}{i ? ', ' : ''}<a href="{base}/stages/{c}">{title(c)}</a>{:else}nothing yet{/each}</span
                >
              </td>
              <td class="window"><RailWindow rail={r} /></td>
              <td><Quantity value={r.ripple.high} unit="V" digits={2} /></td>
              <td><Quantity value={r.current[at]} unit="A" digits={3} /></td>
              <td><Quantity value={r.limit} unit="A" digits={3} /></td>
            </tr>
          {/each}
        </tbody>
      </table>
    </details>
  {:else}
    <p class="soft">No rail is named yet. A supply provides one; loads choose it on their sheets.</p>
  {/if}
</section>

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: center;
    flex-wrap: wrap;
  }
  .states button {
    border: 0;
    background: none;
    padding: 6px 8px;
    cursor: pointer;
    font-size: 0.92rem;
  }
  .states [aria-pressed='true'] {
    color: var(--copper);
    font-weight: 600;
  }
  .sentence {
    margin: 2px 0 8px;
  }
  .hot {
    color: var(--heat-text);
  }
  .bad {
    color: var(--fail);
    font-weight: 600;
  }
  details {
    overflow-x: auto;
  }
  summary {
    cursor: pointer;
    color: var(--copper);
  }
  .rail {
    width: auto;
    max-width: 12ch;
    border-color: transparent;
    padding: 2px 4px;
    margin-left: -4px;
    font-weight: 600;
  }
  .rail:hover,
  .rail:focus {
    border-color: var(--soft);
  }
  .window {
    min-width: 170px;
  }
</style>
