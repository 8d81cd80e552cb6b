<script lang="ts">
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import LivePanel from './LivePanel.svelte';
  import Later from '../Later.svelte';
  import AcquisitionPanel from './AcquisitionPanel.svelte';
  import BusPanel from './BusPanel.svelte';
  import EmptySum from './EmptySum.svelte';
  import EnergyPanel from './EnergyPanel.svelte';
  import HeatPanel from './HeatPanel.svelte';
  import MarginList from './MarginList.svelte';
  import PowerPanel from './PowerPanel.svelte';
  import SignalPanel from './SignalPanel.svelte';
  import StageList from './StageList.svelte';

  /** The home of a board: supply, signals, heat and margins as one sum. */
  let { session }: { session: BoardSession } = $props();
  let sum = $derived(session.sum);
  let base = $derived(session.base);
</script>

{#if sum.stages.length === 0}
  <EmptySum {base} purpose={sum.doc.brief?.purpose ?? ''} />
{:else}
  <main>
    <h1 class="sr">Sum sheet of {sum.doc.name}</h1>
    <aside class="stages" aria-label="Stages"><StageList {session} {base} /></aside>
    <div class="middle">
      <LivePanel {sum} {base} />
      <Later><PowerPanel {session} {base} /></Later>
      {#if sum.chains.length}<Later><SignalPanel {sum} {base} /></Later>{/if}
      <Later><AcquisitionPanel {sum} {base} /></Later>
      <Later><BusPanel {sum} {base} /></Later>
      <Later><EnergyPanel {sum} {base} /></Later>
      <Later><HeatPanel {sum} {base} /></Later>
    </div>
    <aside class="margins" id="margins" aria-label="Margins">
      <Later><MarginList {sum} {base} {session} /></Later>
    </aside>
  </main>
{/if}

<style>
  main {
    display: grid;
    grid-template-columns: 232px minmax(0, 1fr) 296px;
    min-height: calc(100vh - 88px);
  }
  .stages,
  .margins,
  .middle {
    padding: 14px 20px 24px;
  }
  .stages {
    border-right: 1px solid var(--line);
  }
  .margins {
    border-left: 1px solid var(--line);
    background: var(--wash);
  }
  .middle {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 22px;
    align-content: start;
  }
  @media (max-width: 1000px) {
    main {
      grid-template-columns: minmax(0, 1fr) 280px;
    }
    .stages {
      grid-column: 1 / -1;
      border-right: 0;
      border-bottom: 1px solid var(--line);
    }
  }
  @media (max-width: 900px) {
    main {
      grid-template-columns: 1fr;
    }
    .margins {
      border-left: 0;
      border-top: 1px solid var(--line);
    }
  }
</style>
