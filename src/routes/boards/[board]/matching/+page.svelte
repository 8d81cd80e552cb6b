<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import type { PartDef } from '../../../../core/stage/contract.ts';
  import { match } from '../../../../core/measured/match.ts';
  import { MEASURED_SORTS, MEASURED_UNITS, type MeasuredSort } from '../../../../core/measured/parts.ts';
  import { gains, withMeasured, type Chosen, type Gain } from '../../../../core/measured/suits.ts';
  import { formatMargin, formatText } from '../../../../core/quantity/format.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import Problem from '$lib/ui/atoms/Problem.svelte';
  import Quantity from '$lib/ui/atoms/Quantity.svelte';
  import BenchNav from '$lib/ui/board/BenchNav.svelte';
  import { postAction } from '$lib/ui/post-action.ts';
  import { stay } from '$lib/ui/stay.ts';

  let { data, form } = $props();
  const board = useBoard();
  let session = $derived(board());
  let base = $derived(session.base);
  let sort = $state<MeasuredSort>('resistor');
  let unit = $derived(MEASURED_UNITS[sort]);
  let all = $derived(data.parts.filter((p) => p.sort === sort));
  let free = $derived(all.filter((p) => p.used === null));
  let size = $state(2);
  let by = $state<'value' | 'ratio'>('value');
  let groups = $state('');
  let most = $derived(Math.floor(free.length / size));
  let count = $derived(Math.max(1, Math.min(most, Number(groups) || most)));
  let found = $derived(most >= 1 ? match(free, size, count, by) : null);
  let stage = $state('');
  /** Stages with at least two parts of the sort, and which. */
  let places = $derived(
    session.sum.stages.flatMap((s) => {
      const slots = s.parts
        .filter((p) => (p.def as PartDef).type === sort && p.value !== null)
        .map((p) => ({ slot: p.slot, value: p.value!, match: s.doc.parts?.[p.slot]?.match }));
      return slots.length >= 2 ? [{ id: s.id, title: s.title, slots }] : [];
    }),
  );
  let place = $derived(places.find((p) => p.id === stage));
  let slots = $state<string[]>([]);
  let picked = $state<string[] | null>(null);
  let told = $state.raw<Gain[] | null>(null);
  const values = $derived(new Map(all.map((p) => [p.name, p])));
  /** Parts of a group to the slots, both in the order of their values. */
  const assigned = (names: readonly string[]): Chosen[] => {
    const wanted = [...slots].sort((a, b) => (place!.slots.find((s) => s.slot === a)?.value ?? 0) - (place!.slots.find((s) => s.slot === b)?.value ?? 0));
    const parts = names.map((n) => values.get(n)!).sort((a, b) => a.value - b.value);
    return wanted.map((slot, i) => ({ slot, part: parts[i]! }));
  };
  function pick(names: string[]): void {
    picked = names;
    told = gains(session.sum, withMeasured(session.doc, stage, assigned(names), unit));
  }
  async function take(): Promise<void> {
    const chosen = assigned(picked!);
    await session.edit(`measured parts into ${place!.title}`, withMeasured(session.doc, stage, chosen, unit));
    await postAction('?/use', {
      names: picked!.join('\n'),
      sort,
      used: `${session.doc.name}: ${place!.title}, ${chosen.map((c) => c.slot).join(', ')}`,
    });
    [picked, told] = [null, null];
    await invalidateAll();
  }
  const fits = (names: readonly string[]) => place !== undefined && slots.length === names.length;
</script>

<svelte:head><title>Matching · {session.doc.name} · Spark Sum</title></svelte:head>
<main>
  <BenchNav {base} letter={data.letter} copy={data.copy} />
  <h1>Matching measured parts</h1>
  <div class="two">
    <section>
      <div class="tools" role="group" aria-label="Sort of parts">
        {#each MEASURED_SORTS as s (s)}<button class="chip" aria-pressed={sort === s} onclick={() => ([sort, slots, picked] = [s, [], null])}
            >{s}s <span class="soft">{data.parts.filter((p) => p.sort === s).length}</span></button
          >{/each}
      </div>
      <form method="POST" action="?/add" enctype="multipart/form-data" use:stay>
        <input type="hidden" name="sort" value={sort} />
        <label
          >name and value, a line each, or values alone
          <textarea name="text" rows="5" placeholder={sort === 'resistor' ? 'R01, 9.9992k\nR02, 10.033k' : 'C01, 98.6n\nC02, 101.2n'}
            >{form?.form === 'add' ? ((form.typed as Record<string, string>).text ?? '') : ''}</textarea
          ></label
        >
        <span class="tools"
          ><input type="file" name="file" accept=".csv,text/*" aria-label="File of measured parts" /><Button type="submit">Into the drawer</Button></span
        >
        <Problem text={form?.form === 'add' ? form.message : undefined} />
      </form>
      {#if all.length}
        <form method="POST" action="?/remove" use:stay>
          <table>
            <thead><tr><td></td><th>name</th><th class="n">measured</th><th>where it is</th></tr></thead>
            <tbody>
              {#each all as p (p.id)}
                <tr class:soft={p.used !== null}
                  ><td><input type="checkbox" name="id" value={p.id} aria-label={p.name} /></td><td>{p.name}</td><td class="n"
                    ><Quantity value={p.value} {unit} digits={5} /></td
                  ><td class="small">{p.used ?? 'drawer'}</td></tr
                >
              {/each}
            </tbody>
          </table>
          <Button look="quiet" type="submit">Remove those ticked</Button>
        </form>
      {:else}<p class="soft">No measured {sort}s yet. Type, paste or read what the component tester told.</p>{/if}
    </section>
    <section>
      <div class="tools">
        <label>groups of <input class="num" type="number" min="2" max="20" bind:value={size} /></label>
        <label>how many <input class="num" type="number" min="1" bind:value={groups} placeholder={String(most)} /></label>
        <label>close by <select bind:value={by}><option value="value">spread of values</option><option value="ratio">ratio</option></select></label>
      </div>
      <div class="tools">
        <label
          >for <select aria-label="Stage they are for" bind:value={stage} onchange={() => ([slots, picked, told] = [[], null, null])}
            ><option value="">no stage</option>{#each places as p (p.id)}<option value={p.id}>{p.title}</option>{/each}</select
          ></label
        >
        {#if place}{#each place.slots as s (s.slot)}<label class="slot"
              ><input
                type="checkbox"
                checked={slots.includes(s.slot)}
                onchange={(e) => (
                  (slots = e.currentTarget.checked ? [...slots, s.slot] : slots.filter((x) => x !== s.slot)),
                  (picked = null),
                  (size = Math.max(2, slots.length))
                )}
              />
              {s.slot}{#if s.match}<span class="soft small">, set {s.match}</span>{/if}</label
            >{/each}{/if}
      </div>
      {#if found}
        <p>
          The closest {found.groups.length} group{found.groups.length > 1 ? 's' : ''} of {size}, best over all together:
          <b class="num">{formatText(found.worstSpread, 'ratio', 3)}</b> apart at worst.
        </p>
        <table>
          <thead><tr><th>parts</th><th class="n">mean</th><th class="n">spread</th><td></td></tr></thead>
          <tbody>
            {#each found.groups as g (g.parts.join())}
              <tr class:on={picked === g.parts}
                ><td>{g.parts.join(' · ')}</td><td class="n"><Quantity value={g.mean} {unit} digits={4} /></td><td class="n"
                  ><b class="num">{formatText(g.spread, 'ratio', 3)}</b></td
                ><td
                  >{#if fits(g.parts)}<Button look="quiet" onclick={() => pick(g.parts)}>what it buys</Button>{/if}</td
                ></tr
              >
            {/each}
          </tbody>
        </table>
        {#if found.left.length}<p class="small soft">Left over: {found.left.join(', ')}.</p>{/if}
        {#if !place}<p class="small soft">Choose a stage and tick the parts that are to be alike: then each group says what it buys there.</p>
        {:else if slots.length !== size}<p class="small soft">Tick {size} parts of {place.title}, as many as a group holds.</p>{/if}
      {:else}<p class="soft">{free.length} free part{free.length === 1 ? '' : 's'}: a group needs {size}.</p>{/if}
      {#if picked && told && place}
        <div class="buys" role="status">
          <h2>What {picked.join(', ')} buy in {place.title}</h2>
          {#if told.length}
            <table>
              <tbody>
                {#each told.slice(0, 8) as g (g.stage + g.check)}<tr
                    ><td>{g.title}: {g.check}</td><td class="n num">{formatMargin(g.before!)}&#8239;%</td><td>→</td><td class="n num"
                      ><b>{formatMargin(g.after!)}&#8239;%</b></td
                    ></tr
                  >{/each}
              </tbody>
            </table>
          {:else}<p>No margin of the board moves by more than a hundredth.</p>{/if}
          <Button look="main" onclick={take}>Put them into the draft</Button>
        </div>
      {/if}
    </section>
  </div>
</main>

<style>
  main {
    max-width: 1280px;
    width: 100%;
    margin: 0 auto;
    padding: 10px 20px 24px;
    display: grid;
    gap: 14px;
    align-content: start;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
    gap: 36px;
  }
  section,
  form {
    display: grid;
    gap: 10px;
    align-content: start;
    justify-items: start;
    min-width: 0;
  }
  label:has(textarea) {
    width: 100%;
  }
  textarea {
    width: 100%;
  }
  .chip {
    border: 1px solid var(--line);
    background: none;
    padding: 6px 12px;
    cursor: pointer;
  }
  .chip[aria-pressed='true'] {
    border-color: var(--ink);
    font-weight: 600;
  }
  table {
    border-collapse: collapse;
    width: 100%;
  }
  th {
    text-align: left;
    font-weight: 400;
    color: var(--soft);
  }
  td,
  th {
    padding: 3px 12px 3px 0;
    border-bottom: 1px solid var(--line);
  }
  .n {
    text-align: right;
  }
  .on {
    background: var(--wash);
  }
  .buys {
    display: grid;
    gap: 8px;
    justify-items: start;
    padding: 12px 14px;
    background: var(--wash);
    border-left: 4px solid var(--copper);
    width: 100%;
  }
  input[type='number'] {
    width: 70px;
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
