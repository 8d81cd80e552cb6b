<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';

  let { base, purpose }: { base: string; purpose: string } = $props();
</script>

<main>
  <h1>An empty board</h1>
  {#if purpose}<p class="soft">{purpose}</p>{/if}
  <p>
    A board is the sum of its stages. Begin where the power comes in, then add what it feeds; every stage you add is sized with parts you can buy and joins the
    sum at once.
  </p>
  <p class="do"><a class="add" href="{base}/add"><Plus size={16} /> Add the first stage</a> <span class="soft">or press n</span></p>
</main>

<style>
  main {
    max-width: 60ch;
    margin: 12vh auto;
    padding: 0 20px;
    display: grid;
    gap: 16px;
    min-height: 50vh;
    align-content: start;
  }
  .do {
    display: flex;
    gap: 14px;
    align-items: center;
  }
  .add {
    display: inline-flex;
    gap: 6px;
    align-items: center;
    background: var(--ink);
    color: var(--ground);
    padding: 8px 16px;
    border-radius: 2px;
    text-decoration: none;
    font-weight: 500;
  }
</style>
