<script lang="ts">
  import { dayOf } from '../day.ts';
  import { page } from '$app/state';
  import { GENERIC_DEVICES, type Device } from '../../../core/parts/devices.ts';
  import type { BillLine } from '../../../core/order/bill.ts';
  import { answerFlag } from '../../../core/order/edit.ts';
  import type { PriceBook } from '../../../core/order/prices.ts';
  import { withSubstitute, type Substitute } from '../../../core/order/substitutes.ts';
  import { formatMargin } from '../../../core/quantity/format.ts';
  import type { BoardDoc } from '../../../core/board/document.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import { work } from '$lib/state/work.ts';
  import Button from '../atoms/Button.svelte';

  /** Devices that could stand in for those of a line, each tried on the whole board. */
  let { session, line, prices, boards, me }: { session: BoardSession; line: BillLine; prices: PriceBook; boards: number; me: string } = $props();
  let stop = $state.raw<(() => void) | null>(null);
  let share = $state(0);
  let problem = $state('');
  let found = $state.raw<{ doc: BoardDoc; list: Substitute[] } | null>(null);
  let by: 'margin' | 'price' = $state('margin');
  let sorted = $derived(
    found?.list.toSorted(
      (a, b) => Number(b.fits) - Number(a.fits) || (by === 'price' ? a.price - b.price : (b.tightest?.margin ?? -1e9) - (a.tightest?.margin ?? -1e9)),
    ) ?? [],
  );

  function look(): void {
    const doc = session.doc;
    const own = (page.data.devices as Device[] | undefined) ?? [];
    const devices = [...own.map(({ sort, title, when, params }) => ({ sort, title, params, ...(when ? { when } : {}) })), ...GENERIC_DEVICES];
    [share, problem] = [0, ''];
    stop = work(
      { sort: 'substitutes', doc, line: line.key, devices, prices, boards },
      {
        told: (s) => (share = s),
        done: (list) => ([found, stop] = [{ doc, list }, null]),
        failed: (message) => ([problem, stop] = [message, null]),
      },
    );
  }
  function take(s: Substitute): void {
    const date = dayOf();
    const answered = line.flags
      .filter((f) => !f.answer)
      .reduce((doc, f) => answerFlag(doc, line.key, f.sort, { how: 'substitute', because: `${s.device.title} stands in`, by: me, date }), session.doc);
    session.edit(`${s.device.title} instead of ${line.title}`, withSubstitute(answered, session.sum, line, s.device));
  }
  $effect(() => () => stop?.());
</script>

{#if stop}
  <p class="row"><progress value={share} max="1"></progress> <Button look="quiet" onclick={() => (stop?.(), (stop = null))}>stop</Button></p>
{:else}
  <p class="row">
    <Button onclick={look}>{found ? 'Look again' : 'Look for substitutes'}</Button>
    {#if found?.list.length}
      <label>by <select bind:value={by}><option value="margin">margin</option><option value="price">price</option></select></label>
    {/if}
    {#if found && found.doc !== session.doc}<span class="soft small">The board has changed since.</span>{/if}
  </p>
{/if}
{#if problem}<p role="alert">{problem}</p>{/if}
{#if found && found.list.length === 0}<p class="soft">No other device of this sort is on your list or among the typical ones.</p>{/if}
{#if sorted.length}
  <table>
    <thead><tr><th>device</th><th>tightest</th><th class="n">price</th><th>what becomes another</th><th><span class="sr">take</span></th></tr></thead>
    <tbody>
      {#each sorted as s (s.device.title)}
        <tr class:no={!s.fits}>
          <td>{s.device.title}</td>
          <td>
            {#if s.fits}
              {#if s.tightest}<b class="num">{formatMargin(s.tightest.margin)}&#8239;%</b> <span class="soft small">{s.tightest.check}</span>{/if}
            {:else}<span class="bad">✕ {s.against.slice(0, 2).join('; ')}{s.against.length > 2 ? ` and ${s.against.length - 2} more` : ''}</span>{/if}
          </td>
          <td class="n num">{s.price.toFixed(2)}</td>
          <td class="small soft">{(s.moves.length ? s.moves : s.differs).slice(0, 3).join('; ')}</td>
          <td
            >{#if s.fits && found?.doc === session.doc}<Button look="quiet" onclick={() => take(s)} aria-label="Take {s.device.title}">take it</Button>{/if}</td
          >
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="soft small">Each was put in place of {line.title} on the whole board. Its pin order and package are asked for at the gate.</p>
{/if}

<style>
  select {
    width: auto;
  }
  label {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  .row {
    display: flex;
    gap: 12px;
    align-items: center;
  }
  table {
    width: 100%;
    border-collapse: collapse;
  }
  td,
  th {
    text-align: left;
    padding: 6px 12px 6px 0;
    border-bottom: 1px solid var(--line);
    vertical-align: top;
  }
  .n {
    text-align: right;
  }
  .no td:first-child {
    color: var(--soft);
  }
  .bad {
    color: var(--fail);
  }
</style>
