<script lang="ts">
  import type { Sum } from '../../../core/board/evaluate.ts';
  import { setOrder } from '../../../core/order/edit.ts';
  import { makerSheet } from '../../../core/order/maker.ts';
  import { entryText } from '../../../core/quantity/format.ts';
  import { parseNumber } from '../../../core/quantity/parse.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';

  /** What the maker of the printed board is told, as the checks of the board assume it. */
  let { session, sum }: { session: BoardSession; sum: Sum } = $props();
  let lines = $derived(makerSheet(sum));
  let order = $derived(sum.doc.order ?? {});
  let wrong = $state('');

  function number(text: string, field: 'layers' | 'thickness'): void {
    const read = text.trim() === '' ? { ok: true as const, value: undefined } : parseNumber(text, field === 'layers' ? 'count' : 'm');
    const value = read.ok ? read.value : undefined;
    const fits = read.ok && (value === undefined || (field === 'layers' ? Number.isInteger(value) && value >= 1 && value <= 64 : value > 0 && value <= 0.1));
    wrong = fits ? '' : read.ok ? `“${text}” is not possible here.` : read.message;
    if (fits) session.edit(`for the maker: ${field}`, setOrder(session.doc, { [field]: value }));
  }
</script>

<dl>
  {#each lines as l (l.name)}
    <dt>{l.name}</dt>
    <dd>
      <b class="num">{l.text}</b> <span class="soft small">{l.from}</span>{#if l.odd}<br /><span class="bad small">{l.odd}</span>{/if}
    </dd>
  {/each}
</dl>
<details class="no-print">
  <summary class="small">order something else</summary>
  <div class="fields">
    <label>layers <input type="text" value={order.layers ?? ''} size="4" onchange={(e) => number(e.currentTarget.value, 'layers')} /></label>
    <label
      >thickness <input
        type="text"
        value={order.thickness === undefined ? '' : entryText(order.thickness, 'm')}
        size="8"
        onchange={(e) => number(e.currentTarget.value, 'thickness')}
      /></label
    >
    <label
      >finish <input
        type="text"
        value={order.finish ?? ''}
        maxlength="200"
        onchange={(e) => session.edit('for the maker: finish', setOrder(session.doc, { finish: e.currentTarget.value.trim() || undefined }))}
      /></label
    >
    <label class="wide"
      >remarks <input
        type="text"
        value={order.remarks ?? ''}
        maxlength="2000"
        onchange={(e) => session.edit('for the maker: remarks', setOrder(session.doc, { remarks: e.currentTarget.value.trim() || undefined }))}
      /></label
    >
  </div>
  {#if wrong}<p role="alert" class="bad small">{wrong}</p>{/if}
</details>

<style>
  dl {
    display: grid;
    grid-template-columns: max-content 1fr;
    gap: 4px 18px;
  }
  dt {
    color: var(--soft);
  }
  .fields {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 16px;
    padding: 6px 0;
  }
  .wide {
    flex: 1 1 100%;
  }
  .wide input {
    width: 100%;
  }
  summary {
    cursor: pointer;
    color: var(--copper);
    min-height: 28px;
  }
  .bad {
    color: var(--fail);
  }
</style>
