<script lang="ts">
  import { stay } from '$lib/ui/stay.ts';
  import { STOCK_RATINGS } from '../../core/files/drawer-csv.ts';
  import { MEASURED_UNITS } from '../../core/measured/parts.ts';
  import { valueUnit } from '../../core/parts/part-types.ts';
  import { formatText } from '../../core/quantity/format.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import FileButton from '$lib/ui/atoms/FileButton.svelte';
  import Problem from '$lib/ui/atoms/Problem.svelte';
  import SubNav from '$lib/ui/SubNav.svelte';
  import { PARTS_ROOM } from '$lib/ui/rooms.ts';
  import StockForm from '$lib/ui/StockForm.svelte';
  import TopBar from '$lib/ui/TopBar.svelte';

  let { data, form } = $props();
  type Item = (typeof data.stock)[number];
  const EXAMPLE = '4k7 1% 40 box 3\n100nF 10% 25\n22uF 6 tin';
  let looking = $state('');
  const said = (name: string) => (form?.form === name && form.message ? form.message : undefined);
  const done = (name: string) => (form?.form === name && 'done' in form ? form.done : undefined);
  const typed = (name: string) => (form?.form === name && 'typed' in form ? form.typed : undefined);
  const what = (i: Item) => (i.value === null ? i.title : `${i.type === 'ratio' ? 'network 1 : ' : ''}${formatText(i.value, valueUnit(i.type))}`);
  const rated = (i: Item) =>
    Object.entries(STOCK_RATINGS).flatMap(([name, r]) => (i.ratings[name] === undefined ? [] : [formatText(i.ratings[name], r.unit, 3)]));
  const line = (i: Item) => [i.tolerance === null ? '' : formatText(i.tolerance, 'ratio'), ...rated(i), i.package].filter(Boolean).join(', ');
  const kept = (i: Item) => i.reserved.map((r) => `${r.count} for ${r.name}`).join(', ');
  let found = $derived(
    data.stock.filter(
      (i) => looking.trim() === '' || `${i.sort ?? i.type} ${what(i)} ${line(i)} ${i.place}`.toLowerCase().includes(looking.trim().toLowerCase()),
    ),
  );
  let groups = $derived([...new Set(found.map((i) => i.sort ?? i.type))].map((sort) => ({ sort, items: found.filter((i) => (i.sort ?? i.type) === sort) })));
  let asks = $derived(groups.length === 0 || form?.form === 'add');
</script>

<svelte:head><title>Drawer · Spark Sum</title></svelte:head>
<TopBar />
<main>
  <SubNav label="Parts" links={PARTS_ROOM} />
  <div class="head">
    <h1>Drawer</h1>
    <input type="search" bind:value={looking} placeholder="look for a part" aria-label="Look for a part" />
    <div class="actions">
      <a href="/drawer/csv" download>Export as CSV</a>
      <FileButton action="?/import" label="Import CSV" accept=".csv,text/csv" />
    </div>
  </div>
  <Problem text={said('list')} />
  {#if done('list')}
    <div class="head">
      <p role="status">{done('list')}</p>
      {#if form && 'removed' in form && form.removed}
        <form method="POST" action="?/restore" use:stay><Button type="submit" look="quiet" name="ids" value={form.removed}>Put back</Button></form>
      {/if}
    </div>
  {/if}
  <details open={asks}>
    <summary>Put a part in</summary>
    <StockForm problem={said('add')} done={done('add')} typed={typed('add')} />
  </details>
  <details open={form?.form === 'list' && form.message !== ''}>
    <summary>Paste a list</summary>
    <form method="POST" action="?/import" use:stay class="paste">
      <label
        >One part a line: value, and perhaps tolerance, how many, and where it lies; or a table with a head like that of the export.
        <textarea name="text" rows="6" spellcheck="false" placeholder={EXAMPLE}></textarea></label
      >
      <div><Button type="submit">Put them in</Button></div>
    </form>
  </details>
  {#if data.stock.length === 0}
    <p class="soft">
      The drawer is empty. Put in what you have: searches on a stage can stay within it, the bill of materials of a board takes from it first, and what is
      missing becomes a list.
    </p>
  {:else}
    {#each groups as g (g.sort)}
      <section>
        <h2>{g.sort} · {g.items.length}</h2>
        {#each g.items as i (i.id)}
          <details open={form?.form === i.id}>
            <summary>
              <b class:num={i.value !== null}>{what(i)}</b>
              <span class="soft small">{line(i)}</span>
              <span class="count"
                ><b class="num">{i.count}</b>{#if i.reserved.length}<span class="soft small"> · {kept(i)}</span>{/if}</span
              >
              <span class="place soft small">{i.place}</span>
            </summary>
            <StockForm item={i} problem={said(i.id)} done={done(i.id)} typed={typed(i.id)} />
          </details>
        {/each}
      </section>
    {:else}<p class="soft">Nothing in it is called that.</p>{/each}
  {/if}
  <section>
    <h2>Measured one by one · {data.measured.length}</h2>
    {#if data.measured.length === 0}
      <p class="soft">None. Parts measured with the component tester are matched, and kept, on the Matching page of a board.</p>
    {:else}
      <p class="measured">
        {#each data.measured as m (m.id)}<span
            ><b>{m.name}</b> <span class="num">{formatText(m.value, MEASURED_UNITS[m.sort], 5)}</span>{#if m.used}<span class="soft small">
                {m.used}</span
              >{/if}</span
          >{/each}
      </p>
    {/if}
  </section>
</main>

<style>
  main {
    max-width: 1080px;
    margin: 0 auto;
    padding: 12px 20px 28px;
    display: grid;
    gap: 14px;
  }
  .head,
  .actions {
    display: flex;
    align-items: center;
    gap: 20px;
    flex-wrap: wrap;
  }
  input[type='search'] {
    width: 260px;
  }
  .actions {
    margin-left: auto;
  }
  h2 {
    border-top: 1px solid var(--ink);
    padding-top: 8px;
  }
  section {
    display: grid;
  }
  summary {
    min-height: 40px;
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
    cursor: pointer;
  }
  section summary {
    display: grid;
    grid-template-columns: 28ch 1fr 1fr 16ch;
    gap: 12px;
    align-items: baseline;
  }
  .place {
    text-align: right;
  }
  .paste {
    display: grid;
    gap: 8px;
    padding: 8px 0;
  }
  .paste label {
    display: grid;
    gap: 4px;
  }
  .measured {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 22px;
    padding-top: 6px;
  }
  @media (max-width: 800px) {
    section summary {
      grid-template-columns: 24ch 1fr auto;
    }
    .place {
      display: none;
    }
  }
</style>
