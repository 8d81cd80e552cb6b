<script lang="ts">
  import type { Progress } from '../../../core/bringup/plan.ts';
  import Quantity from '../atoms/Quantity.svelte';
  import StatusMark from '../atoms/StatusMark.svelte';
  import ReadingMark from './ReadingMark.svelte';

  /** A step in the list, with what each copy read. */
  let {
    p,
    now,
    number,
    others,
    again,
  }: { p: Progress; now: boolean; number: number; others: readonly { copy: number; p: Progress | undefined }[]; again: () => void } = $props();
  let expect = $derived(p.step.expect);
  let out = $derived(p.verdict === 'low' || p.verdict === 'high');
  const ACTS = { fit: 'fit', feed: 'feed', probe: 'probe' } as const;
</script>

<li class:now class:locked={p.locked && !p.reading} aria-current={now ? 'step' : undefined}>
  <span class="mark"
    >{#if p.verdict === null}<span class="num soft">{number}</span>{:else}<StatusMark status={out ? 'fail' : 'ok'} size={14} />{/if}</span
  >
  <div class="body">
    <p class="title"><span class="act">{ACTS[p.step.act]}</span> {p.step.title} <span class="soft small">{p.step.stageTitle}</span></p>
    <p class="words">{p.step.text}</p>
    {#if p.step.feed}<p class="words">
        Set <Quantity value={p.step.feed.volts} unit="V" digits={3} />, limit <Quantity value={p.step.feed.amps} unit="A" digits={2} />.
      </p>{/if}
    {#if expect}<p class="window">
        <span class="soft small">{expect.point}</span>
        <Quantity value={expect.low} unit={expect.unit} /> … <b><Quantity value={expect.nominal} unit={expect.unit} /></b> … <Quantity
          value={expect.high}
          unit={expect.unit}
        />
      </p>{/if}
    {#if p.reading?.note}<p class="soft small note">{p.reading.note}</p>{/if}
  </div>
  <div class="reads">
    {#each [{ copy: 0, p }, ...others] as o (o.copy)}
      {#if o.p?.reading}
        <p class:other={o.copy !== 0}>
          {#if o.copy !== 0}<span class="soft small">copy {o.copy}</span>{/if}
          {#if o.p.reading.value !== null && expect}
            <span>{o.copy === 0 ? 'read ' : ''}<b><Quantity value={o.p.reading.value} unit={expect.unit} /></b></span>
            <ReadingMark {expect} value={o.p.reading.value} width={80} />
          {:else}<span>done</span>{/if}
          {#if o.copy === 0 && !now}<button class="again" onclick={again}>again</button>{/if}
        </p>
      {/if}
    {/each}
    {#if !p.reading}<p class="blank">{expect ? 'read' : 'done'}</p>{/if}
  </div>
</li>

<style>
  li {
    display: grid;
    grid-template-columns: 26px minmax(0, 1fr) auto;
    gap: 2px 8px;
    padding: 6px 4px;
    border-bottom: 1px solid var(--line);
  }
  .now {
    background: var(--wash);
    box-shadow: inset 4px 0 0 var(--copper);
  }
  .locked {
    color: var(--soft);
  }
  .mark {
    text-align: center;
  }
  .act {
    color: var(--copper);
    font-weight: 600;
    display: inline-block;
    min-width: 44px;
  }
  .window {
    padding-left: 48px;
    font-size: 0.93rem;
  }
  .note {
    padding-left: 48px;
  }
  .reads {
    display: grid;
    gap: 2px;
    justify-items: end;
    align-content: start;
  }
  .reads p {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  .again {
    border: 0;
    background: none;
    color: var(--copper);
    cursor: pointer;
    padding: 2px 4px;
    text-decoration: underline;
  }
  .words,
  .reads .blank {
    display: none;
  }
  /* On paper the plan goes to the bench: every step in words, with a line to write the reading on. */
  @media print {
    li {
      break-inside: avoid;
    }
    .words {
      display: revert;
      padding-left: 48px;
    }
    .again,
    .other {
      display: none !important;
    }
    .locked {
      color: var(--ink);
    }
    .now {
      background: none;
      box-shadow: none;
    }
    .blank {
      display: block !important;
      width: 180px;
      padding-top: 10px;
      border-bottom: 1px solid var(--ink);
    }
  }
</style>
