<script lang="ts">
  import { stay } from '../stay.ts';
  import type { Progress } from '../../../core/bringup/plan.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import Button from '../atoms/Button.svelte';
  import Problem from '../atoms/Problem.svelte';
  import Quantity from '../atoms/Quantity.svelte';
  import StatusMark from '../atoms/StatusMark.svelte';

  let { p, letter, now, number, problem, typed }: { p: Progress; letter: string; now: boolean; number: number; problem: string | undefined; typed: string } =
    $props();
  let expect = $derived(p.step.expect);
  let out = $derived(p.verdict === 'low' || p.verdict === 'high');
  const ACTS = { fit: 'fit', feed: 'feed', probe: 'probe' } as const;
  /** The step one is at comes into view by itself. */
  const show = (node: HTMLElement) => {
    if (now && number > 1) node.scrollIntoView({ block: 'center' });
  };
  let place = $derived.by(() => {
    if (!expect || p.reading?.value == null) return null;
    const span = expect.high - expect.low || Math.abs(expect.high) || 1;
    return Math.max(0, Math.min(1, 0.25 + ((p.reading.value - expect.low) / span) * 0.5));
  });
</script>

<article class:now class:locked={p.locked} class:out class:done={!now && !out && p.reading !== null} class:plain={!expect} {@attach show}>
  <span class="mark"
    >{#if p.verdict === null}<span class="num soft">{number}</span>{:else}<StatusMark status={out ? 'fail' : 'ok'} size={16} />{/if}</span
  >
  <div class="body">
    <h2><span class="act">{ACTS[p.step.act]}</span> {p.step.title} <span class="soft small">{p.step.stageTitle}</span></h2>
    <p class:later={!now && !out}>{p.step.text}</p>
    {#if now && p.step.feed}<p class="big">
        Set <b><Quantity value={p.step.feed.volts} unit="V" /></b>, limit <b><Quantity value={p.step.feed.amps} unit="A" digits={2} /></b>
      </p>{/if}
    {#if expect}
      <div class="window" class:big={now} class:later={!now && !p.reading}>
        <span class="soft">{expect.point}</span>
        <span
          ><Quantity value={expect.low} unit={expect.unit} /> … <b><Quantity value={expect.nominal} unit={expect.unit} /></b> … <Quantity
            value={expect.high}
            unit={expect.unit}
          /></span
        >
      </div>
    {/if}
    {#if p.reading}
      <p class="reading" class:big={now}>
        {#if p.reading.value !== null && expect}read <b><Quantity value={p.reading.value} unit={expect.unit} /></b>{:else}done{/if}
        {#if place !== null}
          <svg width="120" height="14" viewBox="0 0 120 14" aria-hidden="true"
            ><path d="M0 7H120" class="track" /><path d="M30 0v14M90 0v14" class="post" /><circle cx={place * 120} cy="7" r="4" class:bad={out} /></svg
          >
        {/if}
      </p>
      {#if p.reading.note}<p class="note soft small">{p.reading.note}</p>{/if}
    {:else}
      <p class="blank">{expect ? 'read' : 'done'}</p>
    {/if}
    {#if out && expect}
      <p class="stop" role="alert">
        Stop here: <b>{formatText(p.reading!.value!, expect.unit)}</b> is {p.verdict === 'low'
          ? `below ${formatText(expect.low, expect.unit)}`
          : `above ${formatText(expect.high, expect.unit)}`}. Switch off. Look for a wrong value, a short, an open joint or a turned part in {p.step.stageTitle} before
        you go on, then measure again.
      </p>
    {/if}
    {#if now}
      <form method="POST" action="?/reading" use:stay>
        <input type="hidden" name="step" value={p.step.key} /><input type="hidden" name="revision" value={letter} />
        {#if expect}<input
            class="num"
            name="text"
            type="text"
            autocomplete="off"
            aria-label="Reading at {expect.point}"
            placeholder="reading, like {formatText(expect.nominal, expect.unit, 3)}"
            value={typed}
            required
          />{/if}
        <input name="note" type="text" aria-label="Note" placeholder="note" maxlength="2000" />
        <Button look="main" type="submit">{expect ? 'Enter' : 'Done'}</Button>
      </form>
      <Problem text={problem} />
    {/if}
  </div>
</article>

<style>
  article {
    display: grid;
    grid-template-columns: 28px 1fr;
    gap: 10px;
    padding: 10px 0;
    border-bottom: 1px solid var(--line);
  }
  .now {
    background: var(--wash);
    padding: 16px 14px;
  }
  .locked {
    color: var(--soft);
  }
  .done {
    padding: 6px 0;
  }
  .done .body {
    grid-template-columns: minmax(0, 1fr) auto 250px;
    align-items: baseline;
    column-gap: 20px;
  }
  .done .reading {
    grid-column: 3;
    flex-wrap: nowrap;
  }
  .done .note {
    grid-column: 1 / -1;
    margin-top: -6px;
    padding-left: 52px;
  }
  .body {
    display: grid;
    gap: 6px;
  }
  h2 {
    font-size: 1rem;
    letter-spacing: 0;
    text-transform: none;
    color: inherit;
    font-weight: 500;
  }
  .now h2 {
    font-size: 1.25rem;
    font-weight: 600;
  }
  .act {
    display: inline-block;
    min-width: 48px;
    color: var(--copper);
    font-weight: 600;
  }
  .big {
    font-size: 1.7rem;
    line-height: 1.25;
  }
  .window {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 16px;
    align-items: baseline;
  }
  .window.big .soft {
    font-size: 1rem;
  }
  .reading {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    align-items: center;
  }
  .stop {
    border-left: 5px solid var(--fail);
    padding: 6px 12px;
    font-size: 1.05rem;
  }
  form {
    display: grid;
    grid-template-columns: minmax(120px, 240px) minmax(120px, 1fr) auto;
    gap: 10px;
    margin-top: 6px;
  }
  form input {
    min-height: 44px;
    font-size: 1.1rem;
  }
  .track {
    stroke: var(--line);
    stroke-width: 2;
  }
  .post {
    stroke: var(--ink);
    stroke-width: 2;
  }
  circle {
    fill: var(--ok);
  }
  .bad {
    fill: var(--fail);
  }
  .later,
  .blank {
    display: none;
  }
  @media (max-width: 860px) {
    .done .body {
      grid-template-columns: minmax(0, 1fr) 250px;
    }
    .done:not(.plain) h2 {
      grid-column: 1 / -1;
    }
    .done .window {
      grid-column: 1;
      padding-left: 52px;
    }
    .done .reading {
      grid-column: 2;
    }
  }
  /* On paper the plan goes to the bench: every step in words, with a line to write the reading on. */
  @media print {
    article {
      break-inside: avoid;
    }
    .now {
      padding: 10px 0;
    }
    .later {
      display: revert;
    }
    .later.window {
      display: flex;
    }
    .done .later {
      display: none;
    }
    .big {
      font-size: 1.1rem;
    }
    form {
      display: none;
    }
    .locked {
      color: var(--ink);
    }
    .blank {
      display: block;
      width: 300px;
      padding-top: 10px;
      border-bottom: 1px solid var(--ink);
    }
  }
</style>
