<script lang="ts">
  import { dayOf } from '$lib/ui/day.ts';
  import { invalidate } from '$app/navigation';
  import { chosenTitle } from '../../../../core/board/options.ts';
  import type { BoardDoc } from '../../../../core/board/document.ts';
  import { setAdvice } from '../../../../core/order/edit.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import { request } from '$lib/state/client.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import Problem from '$lib/ui/atoms/Problem.svelte';
  import { gateRoom } from '$lib/ui/rooms.ts';
  import { stay } from '$lib/ui/stay.ts';
  import SubNav from '$lib/ui/SubNav.svelte';

  let { data, form } = $props();
  const board = useBoard();
  let session = $derived(board());
  let base = $derived(session.base);
  $effect(() => void (session.remarks && invalidate('board:comments')));
  type Comment = (typeof data.comments)[number];
  let open = $derived(data.comments.filter((c) => !c.how));
  let done = $derived(data.comments.filter((c) => c.how).toReversed());
  let answers: Record<string, string> = $state({});
  let wrong: Record<string, string> = $state({});
  let copied = $state(false);
  /** The address as this browser has it: the server behind a proxy may know another. */
  let link = $derived(form?.form === 'make' && 'done' in form && form.done ? `${typeof location === 'undefined' ? '' : location.origin}${form.done}` : '');
  const day = (at: Date | string) => new Date(at).toLocaleDateString('en-GB');
  const title = (link: string) => data.links.find((l) => l.id === link)?.title ?? '';
  const standing = (l: (typeof data.links)[number]) =>
    l.withdrawnAt ? 'withdrawn' : new Date(l.expiresAt) < new Date() ? 'expired' : `open until ${day(l.expiresAt)}`;
  /** The stage a comment is about, where it is about one. */
  const stageOf = (c: Comment) => {
    const id = /^(?:stage|part|check|gate) ([\w-]+)/.exec(c.about)?.[1];
    return id !== undefined && session.sum.byId.has(id) ? id : undefined;
  };

  /** What was taken or refused is kept on the board: as advice with its reason, and as a decision where it was taken on a stage. */
  function decided(doc: BoardDoc, c: Comment, taken: boolean, because: string): BoardDoc {
    const stage = stageOf(c);
    const next = setAdvice(doc, {
      id: c.id,
      text: `${c.aboutText}: ${c.text}`.slice(0, 4000),
      from: c.by,
      date: dayOf(c.createdAt),
      taken,
      because,
      ...(stage ? { stage } : {}),
    });
    if (!taken || !stage) return next;
    const had = doc.decisions?.find((d) => d.stage === stage);
    const reason = [had?.reason, `${c.by} advised: ${c.text} Taken, because ${because}`].filter(Boolean).join('\n').slice(0, 2000);
    const decision = { ...had, stage, chosen: had?.chosen ?? chosenTitle(doc, stage), reason };
    return { ...next, decisions: [...(doc.decisions ?? []).filter((d) => d.stage !== stage), decision] };
  }

  async function answer(c: Comment, how: 'answered' | 'taken' | 'refused'): Promise<void> {
    const text = answers[c.id]?.trim() ?? '';
    if (!text) return void (wrong[c.id] = how === 'answered' ? 'Write the answer.' : 'Write why.');
    const sent = await request('POST', `/api/boards/${session.id}/comments/${c.id}`, { how, answer: text });
    if (!sent.ok) return void (wrong[c.id] = sent.body.message ?? 'It was not stored.');
    if (how !== 'answered') session.edit(`${how}: ${c.by} on ${c.aboutText}`.slice(0, 200), decided(session.doc, c, how === 'taken', text));
    await invalidate('board:comments');
  }
  async function copy(text: string): Promise<void> {
    await navigator.clipboard
      .writeText(text)
      .then(() => (copied = true))
      .catch(() => (copied = false));
  }
</script>

<svelte:head><title>Review · {session.doc.name} · Spark Sum</title></svelte:head>
<div class="room"><SubNav label="Order" links={gateRoom(base)} /></div>
<main>
  <div class="left">
    <h1>Remarks · {open.length ? `${open.length} to answer` : 'none to answer'}</h1>
    {#each open as c (c.id)}
      <article>
        <p>
          <b>{c.by}</b>
          <span class="soft small"
            >{day(c.createdAt)}, {title(c.linkId)} · on {#if stageOf(c)}<a href="{base}/stages/{stageOf(c)}">{c.aboutText}</a>{:else}{c.aboutText}{/if}</span
          >
        </p>
        <p>{c.text}</p>
        <textarea rows="2" bind:value={answers[c.id]} maxlength="4000" placeholder="Your answer, or the reason" aria-label="Answer to {c.by} on {c.aboutText}"
        ></textarea>
        <p class="row">
          <Button onclick={() => answer(c, 'taken')}>Take it, because</Button>
          <Button onclick={() => answer(c, 'refused')}>Refuse it, because</Button>
          <Button look="quiet" onclick={() => answer(c, 'answered')}>Only answer</Button>
        </p>
        {#if wrong[c.id]}<p role="alert" class="bad small">{wrong[c.id]}</p>{/if}
      </article>
    {/each}
    {#if data.comments.length === 0}
      <p class="soft">
        Nobody has said anything yet. Make a link and send it to somebody who knows: they see this board with its working and report, and nothing else of yours,
        without an account.
      </p>
    {/if}
    {#each done as c (c.id)}
      <article class="done">
        <p><b>{c.by}</b> <span class="soft small">on {c.aboutText}</span>: {c.text}</p>
        <p><b>{c.how}</b>: {c.answer}</p>
      </article>
    {/each}
  </div>
  <div class="right">
    <h2>Make a link</h2>
    <form method="POST" action="?/make" use:stay>
      <label>for whom <input type="text" name="title" maxlength="80" required placeholder="the neighbour with the scope" /></label>
      <label>may <select name="mode"><option value="comment">read and comment</option><option value="read">read</option></select></label>
      <label
        >sees <select name="letter"
          ><option value="">the draft as it stands</option>{#each data.revisions as r (r.id)}<option value={r.letter}>revision {r.letter}</option
            >{/each}</select
        ></label
      >
      <label
        >open for <select name="days" value="30"
          ><option value="1">a day</option><option value="7">a week</option><option value="30">30 days</option><option value="90">90 days</option></select
        ></label
      >
      <div><Button type="submit" look="main">Make the link</Button></div>
      <Problem text={form?.form === 'make' && form.message ? form.message : undefined} />
    </form>
    {#if link}
      <p role="status">It is shown this once: send it now.</p>
      <p class="row">
        <input type="text" readonly value={link} aria-label="The link" onfocus={(e) => e.currentTarget.select()} /><Button onclick={() => copy(link)}
          >{copied ? 'Copied' : 'Copy'}</Button
        >
      </p>
    {/if}
    <h2>Links · {data.links.length}</h2>
    {#each data.links as l (l.id)}
      <div class="link">
        <p>
          <b>{l.title}</b>
          <span class="soft small"
            >{l.comments ? 'reads and comments' : 'reads'}{l.letter ? `, revision ${l.letter}` : ''} · {standing(l)}<br />made {day(l.createdAt)}, opened {l.opened}
            {l.opened === 1 ? 'time' : 'times'}{l.openedAt ? `, last ${day(l.openedAt)}` : ''}</span
          >
        </p>
        {#if !l.withdrawnAt && new Date(l.expiresAt) > new Date()}
          <form method="POST" action="?/withdraw" use:stay>
            <Button type="submit" look="quiet" name="id" value={l.id} aria-label="Withdraw the link for {l.title}">withdraw</Button>
          </form>
        {/if}
      </div>
    {:else}<p class="soft small">None.</p>{/each}
  </div>
</main>

<style>
  main {
    display: grid;
    grid-template-columns: minmax(0, 1.6fr) minmax(0, 1fr);
    gap: 48px;
    max-width: 1240px;
    width: 100%;
    margin: 0 auto;
    padding: 16px 20px 28px;
    align-content: start;
  }
  .left,
  .right,
  article {
    display: grid;
    gap: 10px;
    align-content: start;
  }
  article {
    border-top: 1px solid var(--line);
    padding-top: 10px;
  }
  .done {
    color: var(--soft);
  }
  form {
    display: grid;
    gap: 8px;
  }
  form label {
    display: grid;
    grid-template-columns: 9ch 1fr;
    align-items: center;
    gap: 8px;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  .row input {
    flex: 1;
    min-width: 0;
  }
  .link {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    align-items: start;
    border-bottom: 1px solid var(--line);
    padding: 4px 0;
  }
  .bad {
    color: var(--fail);
  }
  h2 {
    border-top: 1px solid var(--ink);
    padding-top: 8px;
  }
  @media (max-width: 900px) {
    main {
      grid-template-columns: 1fr;
    }
  }
</style>
