<script lang="ts">
  import { railPorts, signalPorts } from '../../../../core/stage/ports.ts';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { addStage } from '../../../../core/board/edit.ts';
  import type { Kind } from '../../../../core/stage/contract.ts';
  import { suggestions, takeSuggestion, type Suggestion } from '../../../../core/board/suggest.ts';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import { findKinds } from '$lib/state/search.ts';

  const board = useBoard();
  let session = $derived(board());
  // Links such as those of an empty board bring their question along.
  let text = $state(page.url.searchParams.get('q') ?? '');
  let found = $derived(findKinds(text));
  let at = $state(0);
  let unfed = $derived(session.sum.rails.filter((r) => r.provider === null).map((r) => r.name));

  let asked = $derived(text.trim() ? [] : suggestions(session.sum));
  /** What dangles, once each, with the kinds that would mend it. */
  let groups = $derived([...new Set(asked.map((s) => s.why))].map((why) => [why, asked.filter((s) => s.why === why)] as const));

  async function take(s: Suggestion): Promise<void> {
    const { doc, id } = takeSuggestion(session.doc, s);
    if (session.edit(`add ${s.kind.title}`, doc).length === 0) await goto(`${session.base}/stages/${id}`);
  }
  async function add(kind: Kind): Promise<void> {
    // A rail that nothing feeds is what a new provider is most likely for.
    const port = railPorts(kind).find(([, d]) => d.role === 'provides')?.[0];
    const rail = unfed[0];
    const { doc, id } = addStage(session.doc, kind.id, port && rail ? { rails: { [port]: rail } } : {});
    const issues = session.edit(`add ${kind.title}`, doc);
    if (issues.length === 0) await goto(`${session.base}/stages/${id}`);
  }
  function press(e: KeyboardEvent): void {
    if (e.key === 'ArrowDown') at = Math.min(at + 1, found.length - 1);
    else if (e.key === 'ArrowUp') at = Math.max(at - 1, 0);
    else if (e.key === 'Enter') {
      const chosen = found[at];
      if (chosen) void add(chosen);
    } else if (e.key === 'Escape') void goto(session.base);
    else return;
    e.preventDefault();
  }
  const ports = (k: Kind) => [
    ...new Set([
      ...railPorts(k).map(([, d]) => (d.role === 'provides' ? 'gives a rail' : d.role === 'battery' ? 'charges a battery' : 'draws from a rail')),
      ...signalPorts(k).map(([, d]) => (d.role === 'in' ? 'listens to a signal' : 'sends a signal')),
    ]),
  ];
  const focus = (node: HTMLInputElement) => node.focus();
</script>

<svelte:head><title>Add a stage · {session.doc.name} · Spark Sum</title></svelte:head>
<main>
  <h1>Add a stage</h1>
  <input
    type="text"
    aria-label="What should it do?"
    placeholder="What should it do? quiet 3.3 V, stop aliasing, watch a battery…"
    bind:value={text}
    oninput={() => (at = 0)}
    onkeydown={press}
    {@attach focus}
  />
  {#if groups.length}
    <section>
      <h2>The board asks for</h2>
      {#each groups as [why, list] (why)}
        <p>
          {why}
          {#each list as s (s.kind.id)}<button type="button" class="ask" onclick={() => take(s)}>{s.kind.title}</button>{/each}
        </p>
      {/each}
    </section>
  {/if}
  <ul>
    {#each found as kind, i (kind.id)}
      <li>
        <button type="button" class:at={i === at} onclick={() => add(kind)}>
          <b>{kind.title}</b>
          <span>{kind.purpose}</span>
          <span class="small soft">{ports(kind).join(' · ')} · also: {kind.aliases.slice(0, 4).join(', ')}</span>
        </button>
      </li>
    {:else}<li class="soft">Nothing is called that. Try what it does instead: “divide”, “smooth”, “measure”, “feed”.</li>{/each}
  </ul>
</main>

<style>
  main {
    max-width: 760px;
    margin: 0 auto;
    padding: 28px 20px;
    display: grid;
    gap: 16px;
    min-height: calc(100vh - 88px);
    align-content: start;
  }
  input {
    padding: 10px 12px;
    font-size: 1.05rem;
  }
  ul {
    list-style: none;
    border-top: 1px solid var(--line);
  }
  button {
    display: grid;
    gap: 2px;
    width: 100%;
    padding: 10px 8px;
    border: 0;
    border-bottom: 1px solid var(--line);
    background: none;
    text-align: left;
    cursor: pointer;
  }
  section {
    display: grid;
    gap: 6px;
  }
  .ask {
    display: inline;
    width: auto;
    margin-left: 6px;
    padding: 4px 10px;
    border: 1px solid var(--line);
    color: var(--copper);
  }
  .at,
  button:hover {
    background: var(--wash);
  }
  b {
    font-size: 1.05rem;
  }
</style>
