<script lang="ts">
  import { ambientOf } from '../../../core/board/document.ts';
  import type { Sum } from '../../../core/board/evaluate.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import Margin from '../atoms/Margin.svelte';
  import Quantity from '../atoms/Quantity.svelte';
  import StatusMark from '../atoms/StatusMark.svelte';
  import HeatLadder from './HeatLadder.svelte';

  let { sum, base }: { sum: Sum; base: string } = $props();
  let peak = $derived(sum.power.find((p) => p.state === 'peak')!);
  let boxes = $derived(sum.stages.filter((s) => s.kind.shelter?.link === 'inside'));
  const wattsOf = (id: string) => peak.heat.filter((h) => h.stage === id).reduce((total, h) => total + h.power, 0);
  let warm = $derived(
    sum.stages
      .flatMap((s) =>
        s.heat
          .map((path) => ({ s, path, check: s.checks.find((c) => c.id === path.device.check) }))
          .flatMap(({ check, ...r }) => (check ? [{ ...r, check }] : [])),
      )
      .sort((a, b) => (a.check.margin ?? -Infinity) - (b.check.margin ?? -Infinity)),
  );
  /** What gets warm and has no junction that anybody judges. */
  let others = $derived(
    sum.stages
      .filter((s) => !warm.some((w) => w.s.id === s.id))
      .map((s) => ({ s, watts: wattsOf(s.id) }))
      .filter((o) => o.watts > 1e-3)
      .sort((a, b) => b.watts - a.watts),
  );
</script>

<section>
  <h2>Heat · {formatText(ambientOf(sum.doc).high, 'degC')} outside</h2>
  {#each boxes as box (box.id)}
    {@const inside = box.judged.out('insideTemperature')}
    {@const limit = box.checks.find((c) => c.id === 'inside-temperature')}
    <p class="sentence">
      <a href="{base}/stages/{box.id}">{box.title}</a>: <b class="num"><Quantity value={inside.high} unit="degC" digits={3} /></b> inside at worst with
      <Quantity value={box.judged.range('totalDissipation')?.high ?? null} unit="W" digits={3} /> in it{#if limit}, <StatusMark status={limit.status} />
        <Margin check={limit} />{/if}.
    </p>
  {:else}
    <p class="soft small">
      {sum.doc.brief?.enclosure ? `${sum.doc.brief.enclosure}: the` : 'The'} inside is taken as the outside. <a href="{base}/add">Add the enclosure</a> to see how
      warm it gets.
    </p>
  {/each}
  {#each warm as { s, path, check } (`${s.id} ${path.device.part}`)}
    <a class="row" href="{base}/stages/{s.id}#{check.id}">
      <StatusMark status={check.status} />
      <span class="who">{s.title}<br /><span class="small soft">{path.device.part} <Quantity value={path.watts} unit="W" digits={3} /></span></span>
      <HeatLadder {path} status={check.status} title="{s.title}, {path.device.part}" />
      <span class="margin"><Margin {check} /><br /><span class="small soft">of <Quantity value={check.limit} unit="degC" /></span></span>
    </a>
  {:else}
    {#if others.length === 0}<p class="soft">Nothing here gets warm.</p>{/if}
  {/each}
  {#if others.length}
    <p class="small soft others">
      Warm without a junction to judge: {#each others as o, i (o.s.id)}{i ? ', ' : ''}<a href="{base}/stages/{o.s.id}">{o.s.title}</a>&#8239;<Quantity
          value={o.watts}
          unit="W"
          digits={2}
        />{/each}.
    </p>
  {/if}
</section>

<style>
  h2 {
    border-top: 1px solid var(--line);
    padding-top: 12px;
  }
  .sentence {
    margin: 2px 0 8px;
  }
  .row {
    display: grid;
    grid-template-columns: 14px minmax(110px, 1fr) minmax(0, 3fr) 76px;
    gap: 12px;
    align-items: center;
    padding: 6px 0;
    border-bottom: 1px solid var(--line);
    text-decoration: none;
    color: var(--ink);
  }
  .margin {
    text-align: right;
  }
  .others {
    margin-top: 8px;
  }
  @media (max-width: 600px) {
    .row {
      grid-template-columns: 14px minmax(0, 1fr) 76px;
    }
    .row > :global(:nth-child(3)) {
      grid-column: 2 / -1;
      grid-row: 2;
    }
  }
</style>
