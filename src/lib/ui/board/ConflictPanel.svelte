<script lang="ts">
  import { placeText } from '../../../core/board/changes.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import Button from '../atoms/Button.svelte';

  let { session }: { session: BoardSession } = $props();
  const show = (value: unknown) => (value === undefined ? 'nothing' : typeof value === 'string' ? value : JSON.stringify(value));
</script>

<div class="conflict" role="alertdialog" aria-label="Two tabs changed the same thing">
  <div>
    <h3>Another tab changed the same thing</h3>
    <p>Nothing is lost yet. Choose which one stays; the other can be taken back with undo in its own tab.</p>
  </div>
  <table>
    <thead><tr><th>what</th><th>here</th><th>there</th></tr></thead>
    <tbody>
      {#each session.conflict?.conflicts ?? [] as c (c.path.join('/'))}
        <tr><td>{placeText(c.path)}</td><td class="num">{show(c.mine)}</td><td class="num">{show(c.theirs)}</td></tr>
      {/each}
    </tbody>
  </table>
  <div class="do">
    <Button look="main" onclick={() => session.resolve('mine')}>Keep what is here</Button>
    <Button onclick={() => session.resolve('theirs')}>Take what is there</Button>
  </div>
</div>

<style>
  .conflict {
    display: grid;
    grid-template-columns: 1fr 1.4fr auto;
    gap: 24px;
    padding: 14px 20px;
    background: var(--wash);
    border-bottom: 2px solid var(--tight);
  }
  .do {
    display: grid;
    gap: 8px;
    align-content: start;
  }
  td {
    word-break: break-all;
  }
  @media (max-width: 900px) {
    .conflict {
      grid-template-columns: 1fr;
    }
  }
</style>
