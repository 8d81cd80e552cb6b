<script lang="ts">
  import { ambientOf } from '../../../core/board/document.ts';
  import type { Sum } from '../../../core/board/evaluate.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import Quantity from '../atoms/Quantity.svelte';
  import StatusMark from '../atoms/StatusMark.svelte';
  import MarginBar from './MarginBar.svelte';

  let { sum, base }: { sum: Sum; base: string } = $props();
  let peak = $derived(sum.power.find((p) => p.state === 'peak')!);
  let rows = $derived(
    sum.stages
      .map((s) => ({
        s,
        junction: s.checks.find((c) => c.sense === 'temperature') ?? null,
        watts: peak.heat.filter((h) => h.stage === s.id).reduce((total, h) => total + h.power, 0),
      }))
      .filter((r) => r.junction || r.watts > 1e-4)
      .sort((a, b) => b.watts - a.watts),
  );
</script>

<section>
  <h2>Heat · {formatText(ambientOf(sum.doc).high, 'degC')} outside</h2>
  <p class="soft small">
    {sum.doc.brief?.enclosure ? `${sum.doc.brief.enclosure}: the` : 'The'} inside is taken as the ambient until an enclosure is a stage of its own.
  </p>
  {#each rows as { s, junction, watts } (s.id)}
    <a class="row" href="{base}/stages/{s.id}{junction ? `#${junction.id}` : ''}">
      {#if junction}<StatusMark status={junction.status} />{:else}<span></span>{/if}
      <span>{s.title}</span>
      <Quantity value={watts} unit="W" digits={3} />
      {#if junction}
        <MarginBar check={junction} width={200} />
        <span><Quantity value={junction.value} unit="degC" /> <span class="soft">of <Quantity value={junction.limit} unit="degC" /></span></span>
      {:else}<span></span><span class="soft small">no junction to judge</span>{/if}
    </a>
  {:else}<p class="soft">Nothing here gets warm.</p>{/each}
</section>

<style>
  h2 {
    border-top: 1px solid var(--line);
    padding-top: 12px;
  }
  .row {
    display: grid;
    grid-template-columns: 14px minmax(110px, 1fr) 80px 200px 150px;
    gap: 10px;
    align-items: center;
    min-height: 32px;
    border-bottom: 1px solid var(--line);
    text-decoration: none;
  }
  @media (max-width: 900px) {
    .row {
      grid-template-columns: 14px minmax(0, 1fr) 80px;
    }
    .row > :global(:nth-child(4)) {
      grid-column: 2;
    }
    .row > :global(:nth-child(5)) {
      grid-column: 2 / -1;
    }
  }
</style>
