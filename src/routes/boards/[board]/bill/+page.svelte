<script lang="ts">
  import { page } from '$app/state';
  import { currencyOf, MOUNTINGS, type Mounting } from '../../../../core/board/document.ts';
  import { BASKET_COLUMNS, type BasketColumn } from '../../../../core/files/bill-csv.ts';
  import { billOf, type BillLine } from '../../../../core/order/bill.ts';
  import { setOrder, setPackage, setQuantity } from '../../../../core/order/edit.ts';
  import { lineText } from '../../../../core/order/lines.ts';
  import { parseNumber } from '../../../../core/quantity/parse.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import Problem from '$lib/ui/atoms/Problem.svelte';
  import FlagBox from '$lib/ui/board/FlagBox.svelte';
  import SubstituteBox from '$lib/ui/board/SubstituteBox.svelte';
  import { billRoom } from '$lib/ui/rooms.ts';
  import { stay } from '$lib/ui/stay.ts';
  import SubNav from '$lib/ui/SubNav.svelte';

  let { data, form } = $props();
  const board = useBoard();
  let session = $derived(board());
  let sum = $derived(session.sum);
  let base = $derived(session.base);
  let bill = $derived(billOf(sum, { stock: data.stock, prices: data.prices }));
  let currency = $derived(currencyOf(sum.doc));
  let me = $derived((page.data.account as { name: string } | null)?.name ?? 'me');
  let missing = $derived(bill.lines.filter((l) => l.missing > 0).length);
  let taken = $derived(bill.lines.flatMap((l) => l.taken.map((t) => `${t.item.id}:${t.count}`)).join(' '));
  let kept = $derived(data.stock.flatMap((i) => i.reserved.filter((r) => r.board === session.id)).reduce((n, r) => n + r.count, 0));
  let dearest = $derived(Math.max(1e-9, ...bill.stages.map((s) => s.worth)));
  let onlyMissing = $state(false);
  let shown = $derived(onlyMissing ? bill.lines.filter((l) => l.missing > 0) : bill.lines);
  let columns: BasketColumn[] = $state(['code', 'quantity', 'description']);
  let basket = $derived(`${base}/bill/basket?${columns.map((c) => `column=${c}`).join('&')}`);
  const money = (v: number) => v.toFixed(2);
  const said = (part: string) => (form?.form === part && form.message ? form.message : undefined);
  const done = (part: string) => (form?.form === part && 'done' in form ? form.done : undefined);
  const typed = (l: BillLine, name: 'breaks' | 'minimum' | 'multiple' | 'code') => {
    if (form?.form === l.key && 'typed' in form && form.typed) return (form.typed as Record<string, string>)[name] ?? '';
    if (!l.priced) return '';
    return name === 'breaks'
      ? l.price.breaks.map((b) => (l.price.breaks.length === 1 && b.from === 1 ? b.price : `${b.from}: ${b.price}`)).join(', ')
      : String(l.price[name] ?? '');
  };
  let wrong = $state('');

  function setNumber(text: string, unit: 'count' | 'ratio', set: (value: number) => unknown): void {
    const read = parseNumber(text, unit);
    const fits = read.ok && (unit === 'count' ? Number.isInteger(read.value) && read.value >= 1 && read.value <= 1e6 : read.value >= 0 && read.value <= 10);
    wrong = fits ? '' : read.ok ? `“${text}” is not possible here.` : read.message;
    if (fits) set(read.value);
  }
  const percent = (share: number) => `${Math.round(share * 1000) / 10} %`;
</script>

<svelte:head><title>Bill of materials · {sum.doc.name} · Spark Sum</title></svelte:head>
<main>
  <SubNav label="Parts" links={billRoom(base)} />
  <h1>Bill of materials</h1>
  {#if bill.lines.length === 0}
    <p>The board has no parts yet. <a href="{base}/add">Add a stage</a>, and what it is made of stands here.</p>
  {:else}
    <p class="total">
      <b class="num">{money(bill.total)}</b>&#8239;{currency} to spend for <b class="num">{bill.boards}</b>
      {bill.boards === 1 ? 'board' : 'boards'}, <b class="num">{money(bill.perBoard)}</b>&#8239;{currency} a board ·
      <b class="num">{bill.lines.length}</b> kinds of parts, <a href="{base}/fewer">could they be fewer?</a>
    </p>
    <div class="how">
      <label
        ><span>boards</span><input
          type="text"
          inputmode="numeric"
          value={bill.boards}
          size="6"
          onchange={(e) => setNumber(e.currentTarget.value, 'count', (n) => session.edit(`${n} boards`, setQuantity(session.doc, n)))}
        /></label
      >
      <label
        ><span>spares of small parts</span><input
          type="text"
          size="6"
          value={percent(sum.doc.order?.spares ?? 0.1)}
          onchange={(e) => setNumber(e.currentTarget.value, 'ratio', (spares) => session.edit('spares of small parts', setOrder(session.doc, { spares })))}
        /></label
      >
      <label
        ><span>spares of devices</span><input
          type="text"
          size="6"
          value={percent(sum.doc.order?.deviceSpares ?? 0)}
          onchange={(e) =>
            setNumber(e.currentTarget.value, 'ratio', (deviceSpares) => session.edit('spares of devices', setOrder(session.doc, { deviceSpares })))}
        /></label
      >
      <label
        ><span>mounted</span><select
          value={sum.doc.order?.mounting ?? 'surface-mount'}
          onchange={(e) => session.edit('how parts are mounted', setOrder(session.doc, { mounting: e.currentTarget.value as Mounting }))}
          >{#each MOUNTINGS as m (m)}<option>{m}</option>{/each}</select
        ></label
      >
      <label class="check"><input type="checkbox" bind:checked={onlyMissing} /> only what is missing · {missing}</label>
    </div>
    {#if wrong}<p role="alert" class="bad">{wrong}</p>{/if}
    <div class="tools">
      <a href="{base}/bill/csv" download>CSV</a>
      <details class="basket">
        <summary>Supplier’s basket</summary>
        <fieldset>
          <legend class="small soft">columns</legend>
          {#each Object.entries(BASKET_COLUMNS) as [id, c] (id)}<label class="check"><input type="checkbox" value={id} bind:group={columns} /> {c.title}</label
            >{/each}
        </fieldset>
        <a href={basket} download>Basket as CSV</a>
      </details>
      <form method="POST" action="?/reserve" use:stay>
        <input type="hidden" name="taken" value={taken} />
        <Button type="submit" disabled={!taken}>Keep what the drawer has for this board</Button>
      </form>
      {#if kept}
        <form method="POST" use:stay>
          <Button type="submit" formaction="?/reserve" look="quiet">Release {kept} kept</Button>
          <Button type="submit" formaction="?/used" look="quiet">They are built in</Button>
        </form>
      {/if}
      {#if done('stock')}<span role="status">{done('stock')}</span>{/if}
    </div>
    <div class="lines">
      <div class="row head" aria-hidden="true">
        <span>part</span><span>package</span><span class="n">a board</span><span class="n">needed</span><span class="n">in the drawer</span><span class="n"
          >to buy</span
        ><span class="n">each</span><span class="n">cost</span>
      </div>
      {#each shown as l (l.key)}
        <details class="line" open={form?.form === l.key}>
          <summary class="row">
            <span
              ><b>{lineText(l)}</b>{#each l.flags as f (f.sort)}<span class="flag" class:open={!f.answer}>{f.answer ? '✓' : '!'} {f.sort}</span>{/each}<br
              /><span class="soft small">{l.places.map((p) => `${p.slot} ${p.title}${p.count > 1 ? ` ×${p.count}` : ''}`).join(', ')}</span></span
            >
            <span class="small">{l.package}</span>
            <span class="n num"><span class="sr">on a board:&nbsp;</span>{l.perBoard}</span>
            <span class="n num"
              ><span class="sr">needed:&nbsp;</span>{l.needed}{#if l.spares}<span class="soft small">+{l.spares}</span>{/if}</span
            >
            <span class="n num"><span class="sr">in the drawer:&nbsp;</span>{l.own || '–'}</span>
            <span class="n num" class:none={l.missing === 0}><span class="sr">to buy:&nbsp;</span>{l.buy.count || '–'}</span>
            <span class="n num" class:soft={!l.priced}><span class="sr">each:&nbsp;</span>{l.buy.each < 0.1 ? l.buy.each.toFixed(3) : money(l.buy.each)}</span>
            <span class="n num"><span class="sr">cost:&nbsp;</span>{money(l.buy.cost)}</span>
          </summary>
          <div class="more">
            <div class="cols">
              <section>
                <h2>Where</h2>
                <p>
                  {#each l.places as p, i (`${p.stage} ${p.slot}`)}{i ? ', ' : ''}<a href="{base}/stages/{p.stage}">{p.slot} of {p.title}</a>{/each}
                </p>
                {#each l.taken as t (t.item.id)}<p class="small soft">{t.count} from the drawer{t.item.place ? `, ${t.item.place}` : ''}</p>{/each}
                <label class="pack"
                  ><span class="small soft">package</span><input
                    type="text"
                    value={l.package}
                    maxlength="40"
                    aria-label="Package of {l.title}"
                    onchange={(e) => session.edit(`${l.title}: package`, setPackage(session.doc, l, e.currentTarget.value.trim() || undefined))}
                  /></label
                >
              </section>
              <section>
                <h2>Price{l.priced ? '' : ' · usual'}</h2>
                <form method="POST" action="?/price" use:stay={{ reset: false }} class="price">
                  <input type="hidden" name="part" value={l.key} />
                  <label class="wide"
                    ><span class="small soft">{currency} each, from so many</span><input
                      type="text"
                      name="breaks"
                      value={typed(l, 'breaks')}
                      placeholder="1: 0.12, 10: 0.09"
                      aria-label="Price of {l.title}"
                    /></label
                  >
                  <label><span class="small soft">least</span><input type="text" name="minimum" value={typed(l, 'minimum')} size="5" /></label>
                  <label><span class="small soft">multiple</span><input type="text" name="multiple" value={typed(l, 'multiple')} size="5" /></label>
                  <label class="wide"
                    ><span class="small soft">supplier’s order code</span><input type="text" name="code" value={typed(l, 'code')} maxlength="80" /></label
                  >
                  <span
                    ><Button type="submit">Keep the price</Button>{#if l.priced}<Button type="submit" look="quiet" name="forget" value="1">forget it</Button
                      >{/if}</span
                  >
                </form>
                <Problem text={said(l.key)} />
                {#if done(l.key)}<p role="status" class="small">{done(l.key)}</p>{/if}
              </section>
              <section>
                <h2>Attention</h2>
                <FlagBox {session} part={l.key} title={l.title} flags={l.flags} {me} />
              </section>
            </div>
            {#if l.sort}<SubstituteBox {session} line={l} prices={data.prices} boards={bill.boards} {me} />{/if}
          </div>
        </details>
      {/each}
    </div>
    <section>
      <h2>What each stage is worth</h2>
      <p class="soft small">
        Parts of one board at the prices of the order, whether they are bought or lie in the drawer: {money(bill.worth)}&#8239;{currency}.
      </p>
      <ol class="worth">
        {#each bill.stages as s (s.stage)}
          <li>
            <a href="{base}/stages/{s.stage}">{s.title}</a><span class="bar"><i style:width="{(100 * s.worth) / dearest}%"></i></span><span class="num"
              >{money(s.worth)}</span
            >
          </li>
        {/each}
      </ol>
    </section>
  {/if}
</main>

<style>
  main {
    max-width: 1240px;
    width: 100%;
    margin: 0 auto;
    padding: 12px 20px 28px;
    display: grid;
    gap: 14px;
    align-content: start;
  }
  .total {
    font-size: 1.1rem;
  }
  .how,
  .tools,
  .tools form {
    display: flex;
    flex-wrap: wrap;
    gap: 12px 24px;
    align-items: center;
  }
  .tools form {
    gap: 4px;
  }
  .how input[type='text'] {
    width: 8ch;
  }
  .how label {
    white-space: nowrap;
    display: flex;
    gap: 8px;
    align-items: center;
  }
  .basket fieldset {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 14px;
    padding: 6px 0;
  }
  .basket summary {
    cursor: pointer;
  }
  .check {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  .row {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 150px 64px 76px 84px 64px 64px 72px;
    gap: 10px;
    align-items: baseline;
    padding: 7px 0;
    border-bottom: 1px solid var(--line);
  }
  .head {
    font-size: 0.85rem;
    color: var(--soft);
    border-color: var(--ink);
  }
  summary.row {
    cursor: pointer;
    list-style: none;
  }
  summary.row::-webkit-details-marker {
    display: none;
  }
  summary.row:hover b {
    color: var(--copper);
  }
  .n {
    text-align: right;
  }
  .none {
    color: var(--ok);
  }
  .flag {
    margin-left: 8px;
    font-size: 0.85rem;
    color: var(--soft);
    white-space: nowrap;
  }
  .flag.open,
  .bad {
    color: var(--fail);
    font-weight: 600;
  }
  .more {
    display: grid;
    gap: 14px;
    padding: 12px 0 18px 14px;
    border-left: 3px solid var(--copper);
    border-bottom: 1px solid var(--line);
  }
  .cols {
    display: grid;
    grid-template-columns: 1fr 1.2fr 1.6fr;
    gap: 28px;
  }
  .cols section {
    display: grid;
    gap: 8px;
    align-content: start;
  }
  .price,
  .pack {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 6px 10px;
  }
  .price label,
  .pack {
    display: grid;
    grid-template-columns: 1fr;
    gap: 2px;
  }
  .wide {
    grid-column: span 2;
  }
  .price input,
  .pack input {
    width: 100%;
  }
  .worth {
    list-style: none;
    max-width: 720px;
  }
  .worth li {
    display: grid;
    grid-template-columns: 24ch 1fr 8ch;
    gap: 12px;
    align-items: center;
    padding: 4px 0;
  }
  .worth .num {
    text-align: right;
  }
  .bar i {
    display: block;
    height: 8px;
    background: var(--ink);
  }
  @media (max-width: 900px) {
    .row {
      grid-template-columns: minmax(0, 1fr) 48px 64px 48px 56px;
    }
    .row > :nth-child(2),
    .row > :nth-child(5),
    .row > :nth-child(7) {
      display: none;
    }
    .cols {
      grid-template-columns: 1fr;
    }
  }
</style>
