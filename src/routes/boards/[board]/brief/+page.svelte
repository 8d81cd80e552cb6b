<script lang="ts">
  import { untrack } from 'svelte';
  import { useBoard } from '$lib/state/board-session.svelte.ts';
  import BriefForm from '$lib/ui/board/BriefForm.svelte';
  import { briefText, readBrief, type Problems } from '$lib/ui/board/brief-form.ts';

  const board = useBoard();
  let session = $derived(board());
  let text = $state(untrack(() => briefText(session.doc)));
  let problems: Problems = $state({});
  let known = untrack(() => session.doc);

  // Undo, or another tab: the form follows the document.
  $effect(() => {
    if (session.doc === known) return;
    known = session.doc;
    text = briefText(session.doc);
  });

  function leave(): void {
    // A checkbox tells its group only after its own event.
    queueMicrotask(() => {
      const read = readBrief($state.snapshot(text), session.doc);
      problems = read.problems;
      if (Object.keys(read.problems).length) return;
      const issues = session.edit('brief', read.doc);
      known = session.doc;
      if (issues.length) problems = { name: issues.map((i) => `${i.path}: ${i.message}`).join(' ') };
    });
  }
</script>

<svelte:head><title>Brief · {session.doc.name} · Spark Sum</title></svelte:head>
<main>
  <h1>Brief</h1>
  <BriefForm bind:text {problems} onleave={leave} />
  <p class="soft">Saved as you leave a field.</p>
</main>

<style>
  main {
    max-width: 1240px;
    margin: 0 auto;
    padding: 24px 20px;
    display: grid;
    gap: 20px;
    min-height: calc(100vh - 88px);
    align-content: start;
  }
</style>
