<script lang="ts">
  import { dayOf } from '$lib/ui/day.ts';
  import { enhance } from '$app/forms';
  import { page } from '$app/state';
  import { setConfirmation, setWaiver } from '../../../../core/board/edit.ts';
  import type { Finding } from '../../../../core/board/wiring.ts';
  import { gate } from '../../../../core/gate/gate.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import Problem from '$lib/ui/atoms/Problem.svelte';
  import FindingText from '$lib/ui/board/FindingText.svelte';
  import LivePanel from '$lib/ui/board/LivePanel.svelte';
  import AdviceBox from '$lib/ui/board/AdviceBox.svelte';
  import CompareView from '$lib/ui/board/CompareView.svelte';
  import FlagBox from '$lib/ui/board/FlagBox.svelte';
  import MakerSheet from '$lib/ui/board/MakerSheet.svelte';
  import MarginRow from '$lib/ui/board/MarginRow.svelte';
  import Remedies from '$lib/ui/board/Remedies.svelte';
  import { gateRoom } from '$lib/ui/rooms.ts';
  import SubNav from '$lib/ui/SubNav.svelte';
  import { work } from '$lib/state/work.ts';
  import { currencyOf } from '../../../../core/board/document.ts';
  import type { Comparison } from '../../../../core/gate/compare.ts';
  import WaiverBox from '$lib/ui/board/WaiverBox.svelte';

  let { data, form } = $props();
  const board = useBoard();
  let session = $derived(board());
  let sum = $derived(session.sum);
  let g = $derived(gate(sum));
  let base = $derived(session.base);
  let open = $derived(g.confirmations.filter((c) => !c.given).length);
  let me = $derived((page.data.account as { name: string } | null)?.name ?? 'me');
  const checkOf = (f: Finding) => sum.byId.get(f.stage ?? '')?.checks.find((c) => c.id === f.check);
  const titleOf = (f: Finding) => sum.byId.get(f.stage ?? '')?.title ?? '';
  const waive = (f: Finding, reason: string | null) =>
    session.edit(
      `${reason === null ? 'take back the waiver of' : 'waive'} ${titleOf(f)}: ${f.check}`,
      setWaiver(session.doc, f.stage!, f.check!, reason, { by: me, date: dayOf() }),
    );
  const confirm = (id: string, yes: boolean) =>
    session.edit(yes ? 'confirm' : 'take a confirmation back', setConfirmation(session.doc, id, yes ? me : null, dayOf()));
  let groups = $derived([...new Set(g.confirmations.map((c) => c.group))].map((name) => ({ name, items: g.confirmations.filter((c) => c.group === name) })));

  /** What is another than in the last revision, worked out beside the page. */
  let changed = $state.raw<Comparison | null>(null);
  $effect(() => {
    if (!data.last || !sum.complete) return;
    return work(
      { sort: 'compare', doc: data.last.document, with: sum.doc, options: {} },
      { done: (comparison) => (changed = comparison), failed: (message) => console.error('the comparison failed:', message) },
    );
  });
  const saidBy = (w: { by?: string; date?: string }) => [w.by, w.date].filter(Boolean).join(', ');
</script>

<svelte:head><title>Order gate · {sum.doc.name} · Spark Sum</title></svelte:head>
<div class="room"><SubNav label="Order" links={gateRoom(base)} /></div>
<main>
  <div class="left">
    <h1>{g.ready ? 'The gate is open' : 'The gate is closed'}</h1>
    <LivePanel {sum} {base} />
    {#if sum.stages.length === 0}<p>The board has no stages yet. <a href="{base}/add">Add the first one</a>.</p>{/if}
    <section>
      <h2>Must be mended · {g.blocking.length}</h2>
      {#each g.blocking as f, i (`${f.stage} ${f.check ?? i}`)}
        {@const check = checkOf(f)}
        {#if check}<MarginRow {check} stage={titleOf(f)} href="{base}/stages/{f.stage}#{check.id}" width={260} />{/if}
        <p class="text must">
          <FindingText {session} finding={f} />{#if !check && f.stage}
            <a href="{base}/stages/{f.stage}">Open it</a>{/if}
          {#if check && f.stage}<Remedies {session} stage={sum.byId.get(f.stage)!} check={check.id} />{/if}
        </p>
      {:else}<p class="soft">Nothing. Every limit that must hold, holds.</p>{/each}
    </section>
    <section>
      <h2>Mend or waive with a reason · {g.toWaive.length}</h2>
      {#each g.toWaive as f (`${f.stage} ${f.check}`)}
        {@const check = checkOf(f)}
        {#if check}<MarginRow {check} stage={titleOf(f)} href="{base}/stages/{f.stage}#{check.id}" width={260} />{/if}
        <p class="text">
          <FindingText {session} finding={f} />{#if check && f.stage}<Remedies {session} stage={sum.byId.get(f.stage)!} check={check.id} />{/if}
        </p>
        <WaiverBox onwaive={(reason) => void waive(f, reason)} label="Reason to waive {check?.title ?? f.check} of {titleOf(f)}" />
      {:else}<p class="soft">Nothing left.</p>{/each}
      {#each g.waived as w (`${w.finding.stage} ${w.finding.check}`)}
        <div class="waived">
          <p>
            <b>{titleOf(w.finding)}: {checkOf(w.finding)?.title}</b> is waived: {w.waiver.reason}
            <span class="soft small">{saidBy(w.waiver)}</span>
          </p>
          <Button look="quiet" onclick={() => waive(w.finding, null)}>take back</Button>
        </div>
      {/each}
    </section>
    <section>
      <h2>Parts that want attention · {g.flagged.length}</h2>
      {#each [...g.flagged, ...g.answered] as f (`${f.flag.part} ${f.flag.sort}`)}
        <p><b>{f.part}</b></p>
        <FlagBox {session} part={f.flag.part} title={f.part} flags={[f.flag]} {me} adds={false} />
      {:else}<p class="soft">
          None is flagged. Flag a part that is scarce, dear to wait for or often faked in the <a href="{base}/bill">bill of materials</a>.
        </p>{/each}
    </section>
    <section>
      <h2>Advice · {g.advice.length ? `${g.advice.length} open` : 'none open'}</h2>
      <AdviceBox {session} />
    </section>
    {#if data.last && changed}
      <section>
        <h2>Since revision {data.last.letter}</h2>
        <CompareView comparison={changed} before={data.last.letter} after="now" currency={currencyOf(sum.doc)} {base} />
      </section>
    {/if}
  </div>
  <div class="right">
    <section>
      <h2>Look at it yourself · {open ? `${open} open` : 'all done'}</h2>
      <p class="soft small">No formula sees these. The list comes from what is on the board.</p>
      {#each groups as group (group.name)}
        <h3>{group.name} <span class="soft small">{group.items.filter((c) => c.given).length} of {group.items.length}</span></h3>
        <ul>
          {#each group.items as c (c.id)}
            <li>
              <label
                ><input type="checkbox" checked={c.given !== null} onchange={(e) => confirm(c.id, e.currentTarget.checked)} />
                <span
                  >{c.text}{#if c.given}<span class="soft small"> {c.given.by}{c.given.note ? `, ${c.given.note}` : ''}</span>{/if}</span
                ></label
              >
            </li>
          {/each}
        </ul>
      {/each}
    </section>
    {#if g.cautions.length}
      <section>
        <h2>Mind when you build it</h2>
        {#each g.cautions as c (c.title + c.text)}<p class="small"><b>{c.title}.</b> {c.text}</p>{/each}
        <p class="small soft">These are the usual cautions, not a claim of compliance. Local codes and licensed practitioners decide.</p>
      </section>
    {/if}
    <section>
      <h2>For the maker of the board</h2>
      <MakerSheet {session} {sum} />
    </section>
    <form method="POST" action="?/freeze" use:enhance>
      <h2>Freeze</h2>
      <input type="hidden" name="version" value={session.version} />
      {#if data.last}
        <label>What was wrong with {data.last.letter}<textarea name="wrong" rows="2" maxlength="2000" value={data.wrong}></textarea></label>
      {/if}
      <label>What this revision is, or what changed and why<textarea name="note" rows="2" maxlength="2000"></textarea></label>
      <Problem text={form?.form === 'freeze' ? form.message : undefined} />
      <Button look="main" type="submit" disabled={!g.ready || session.state !== 'saved'}>Freeze revision {data.revisions.length === 0 ? 'A' : 'next'}</Button>
      <p class="soft small">A frozen revision never changes: document, results and version of the core are kept. You go on with the next draft.</p>
      {#if data.revisions.length}
        <ul class="revisions">
          {#each data.revisions as r (r.id)}<li>
              <a href="{base}/bring-up?revision={r.letter}">Revision {r.letter}</a>
              <span class="soft small">{new Date(r.createdAt).toLocaleDateString('en-GB')} {r.note}</span>
            </li>{/each}
        </ul>
      {/if}
    </form>
  </div>
</main>

<style>
  h3 {
    margin-top: 8px;
  }
  main {
    display: grid;
    grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
    gap: 48px;
    max-width: 1240px;
    margin: 0 auto;
    padding: 16px 20px 24px;
    min-height: calc(100vh - 140px);
  }
  .left,
  .right {
    display: grid;
    gap: 28px;
    align-content: start;
  }
  section,
  form {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 6px;
  }
  h2 {
    border-top: 1px solid var(--ink);
    padding-top: 8px;
  }
  .text {
    border-left: 3px solid var(--copper);
    padding-left: 10px;
    margin-bottom: 6px;
  }
  .must {
    border-color: var(--fail);
  }
  ul {
    list-style: none;
  }
  li label {
    display: flex;
    gap: 10px;
    padding: 6px 0;
    border-bottom: 1px solid var(--line);
    cursor: pointer;
  }
  li input {
    width: 18px;
    height: 18px;
    margin-top: 2px;
    flex: none;
  }
  .waived {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    align-items: center;
  }
  form label {
    display: grid;
    gap: 4px;
  }
  .revisions li {
    padding: 4px 0;
  }
  @media (max-width: 900px) {
    main {
      grid-template-columns: 1fr;
    }
  }
</style>
