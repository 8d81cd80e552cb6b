<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';

  let { base, purpose }: { base: string; purpose: string } = $props();
  /** Questions a first stage answers, and what it will tell. */
  const FIRST = [
    ['power from an adapter', 'Power from an adapter', 'what really arrives at the board, and whether plug and cable carry it'],
    ['other load', 'What has to be fed', 'modules, sensors and radios with their states: the sum begins with what they draw'],
    ['quiet rail', 'A quiet rail', 'dropout, ripple and heat at the worst ends'],
    ['read a sensor', 'A reading', 'noise, aliasing and accuracy in the converter’s own steps'],
    ['box temperature', 'The box around it', 'how warm it gets inside, for every stage in it'],
  ] as const;
</script>

<main>
  <h1>An empty board</h1>
  {#if purpose}<p class="soft">{purpose}</p>{/if}
  <p>
    A board is the sum of its stages. Begin where the power comes in, then add what it feeds; every stage you add is sized with parts you can buy and joins the
    sum at once.
  </p>
  <dl>
    {#each FIRST as [q, title, tells] (q)}
      <dt><a href="{base}/add?q={encodeURIComponent(q)}">{title}</a></dt>
      <dd class="soft">{tells}</dd>
    {/each}
  </dl>
  <p class="do">
    <a class="add" href="{base}/add"><Plus size={16} /> Add the first stage</a> <span class="soft">or press n; you see the sum after the second</span>
  </p>
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
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 6px 16px;
    margin: 0;
  }
  dd {
    margin: 0;
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
