<script lang="ts">
  import { currencyOf, type BoardDoc } from '../../../../core/board/document.ts';
  import { evaluateBoard } from '../../../../core/board/evaluate.ts';
  import { lost, withSharings, type Fewest, type Sharing } from '../../../../core/order/fewest.ts';
  import { billOf } from '../../../../core/order/bill.ts';
  import { linesOf } from '../../../../core/order/lines.ts';
  import { formatMargin } from '../../../../core/quantity/format.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import { work } from '$lib/state/work.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import { billRoom } from '$lib/ui/rooms.ts';
  import SubNav from '$lib/ui/SubNav.svelte';

  let { data } = $props();
  const board = useBoard();
  let session = $derived(board());
  let sum = $derived(session.sum);
  let base = $derived(session.base);
  let currency = $derived(currencyOf(sum.doc));
  let kinds = $derived(linesOf(sum).length);
  let stop = $state.raw<(() => void) | null>(null);
  let share = $state(0);
  let problem = $state('');
  let found = $state.raw<{ doc: BoardDoc; fewest: Fewest } | null>(null);
  let chosen: number[] = $state([]);
  let steps = $derived(found?.fewest.steps.filter((_, i) => chosen.includes(i)) ?? []);
  let stale = $derived(found !== null && found.doc !== sum.doc);
  /** The board with what is ticked, judged anew. */
  let tried = $derived.by(() => {
    if (!found || stale || !steps.length) return null;
    const doc = withSharings(found.doc, steps);
    const after = evaluateBoard(doc);
    return { doc, kinds: linesOf(after).length, lost: lost(sum, after), saves: billOf(sum, data.options).total - billOf(after, data.options).total };
  });
  let taken = $state('');

  /** Ends the search; what it found so far stands. */
  function halt(): void {
    stop?.();
    stop = null;
  }
  const tickAll = (fewest: Fewest) => (chosen = fewest.steps.map((_, i) => i));

  function search(): void {
    const { doc } = sum;
    [share, problem, taken, found] = [0, '', '', null];
    stop = work(
      { sort: 'fewest', doc, options: data.options },
      {
        told: (told) => {
          share = Math.max(share, told.share);
          if (!told.found) return;
          found = { doc, fewest: told.found };
          tickAll(told.found);
        },
        done: (fewest) => {
          [found, stop] = [{ doc, fewest }, null];
          tickAll(fewest);
        },
        failed: (message) => ([problem, stop] = [message, null]),
      },
    );
  }
  function take(): void {
    if (!tried) return;
    // What was tried is no longer of this board once it is taken.
    const [before, { doc, kinds: after }] = [kinds, tried];
    const issues = session.edit(`fewer values: ${before} kinds to ${after}`, doc);
    problem = issues.map((i) => i.message).join(' ');
    if (!issues.length) taken = `${before} kinds of parts have become ${after}. Undo takes all of it back.`;
  }
  $effect(() => () => stop?.());
  const percent = (m: number) => `${formatMargin(m)}\u202f%`;
  const saved = (m: number) => `${m < -0.005 ? 'costs' : 'saves'} ${Math.abs(m).toFixed(2)}\u202f${currency}`;
  const parts = (s: Sharing) => [...new Set(s.where.map((w) => `${w.slot} of ${w.title}`))];
</script>

<svelte:head><title>Fewer values · {sum.doc.name} · Spark Sum</title></svelte:head>
<main>
  <SubNav label="Parts" links={billRoom(base)} />
  <h1>Fewer values</h1>
  <p class="lead">
    The board has <b class="num">{kinds}</b> kinds of parts. Which of them could be one, with every check that passes still passing at the comfort margin? Each step
    is proven on the whole board: fewer reels, fewer mistakes while fitting, better prices.
  </p>
  {#if stop}
    <p class="row">
      <progress value={share} max="1" aria-label="Search"></progress><Button onclick={halt}>Stop</Button><span class="soft"
        >{found ? `${found.fewest.before - found.fewest.after} kinds fewer so far` : 'looking…'}</span
      >
    </p>
  {:else}
    <p class="row">
      <Button look={found ? 'plain' : 'main'} onclick={search} disabled={!sum.complete}>{found ? 'Search again' : 'Search the whole board'}</Button>
    </p>
  {/if}
  {#if problem}<p role="alert" class="bad">{problem}</p>{/if}
  {#if taken}<p role="status"><b>{taken}</b></p>{/if}
  {#if found && !taken && !stop}
    {#if found.fewest.steps.length === 0}
      <p>Nothing can be shared: every value on the board is needed as it is, or is shared already.</p>
    {:else}
      {#if stale}<p class="bad" role="alert">The board has changed since: search again before you take anything.</p>{/if}
      <ol>
        {#each found.fewest.steps as s, i (i)}
          <li>
            <label>
              <input type="checkbox" value={i} bind:group={chosen} disabled={stale} />
              <span class="what">
                <span class="from">{s.from.join(' and ')}</span>
                <span aria-hidden="true">→</span><span class="sr">becomes</span>
                <b>{s.to.join(' and ')}</b><br />
                <span class="soft small">{parts(s).join(', ')}</span>
              </span>
              <span class="margin">
                {#if s.margin}
                  <b class="num" class:bad={s.margin.after < 0}>{percent(s.margin.after)}</b>
                  <span class="soft small">was {percent(s.margin.before)}<br />{s.margin.title}: {s.margin.check}</span>
                {:else}<span class="soft small">no check looks at it: think whether it matters</span>{/if}
              </span>
              <span class="saves"><b class="num">−{s.kinds}</b> <span class="soft small">{s.kinds === 1 ? 'kind' : 'kinds'}<br />{saved(s.money)}</span></span>
            </label>
          </li>
        {/each}
      </ol>
      {#if found.fewest.stopped}<p class="soft">The search was stopped before everything was tried.</p>{/if}
      {#if tried}
        <div class="sum">
          {#if tried.lost.length}
            <p role="alert" class="bad">These alone would not do: {tried.lost.slice(0, 3).join('; ')}. Tick a step before them as well, or fewer.</p>
          {:else}
            <p><b class="num">{kinds}</b> kinds become <b class="num">{tried.kinds}</b>, no check is worse for it, and the order {saved(tried.saves)}.</p>
          {/if}
          <Button look="main" onclick={take} disabled={tried.lost.length > 0 || tried.kinds >= kinds}
            >Take {steps.length === found.fewest.steps.length ? 'all' : 'these'}</Button
          >
        </div>
      {/if}
    {/if}
  {/if}
</main>

<style>
  main {
    max-width: 1080px;
    width: 100%;
    margin: 0 auto;
    padding: 12px 20px 28px;
    display: grid;
    gap: 14px;
    align-content: start;
  }
  .lead {
    max-width: 75ch;
  }
  .row {
    display: flex;
    gap: 12px;
    align-items: center;
  }
  progress {
    width: 320px;
  }
  ol {
    list-style: none;
  }
  li label {
    display: grid;
    grid-template-columns: 20px minmax(0, 1fr) 260px 130px;
    gap: 14px;
    align-items: start;
    padding: 10px 0;
    border-bottom: 1px solid var(--line);
    cursor: pointer;
  }
  li input {
    width: 18px;
    height: 18px;
    margin-top: 2px;
  }
  .from {
    color: var(--soft);
  }
  .bad {
    color: var(--fail);
  }
  .sum {
    display: flex;
    gap: 20px;
    align-items: center;
    justify-content: space-between;
    border-top: 1px solid var(--ink);
    padding-top: 12px;
  }
  @media (max-width: 800px) {
    li label {
      grid-template-columns: 20px minmax(0, 1fr);
    }
    .margin,
    .saves {
      grid-column: 2;
    }
  }
</style>
