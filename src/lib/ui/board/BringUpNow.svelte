<script lang="ts">
  import type { Snippet } from 'svelte';
  import { stay } from '../stay.ts';
  import type { Progress } from '../../../core/bringup/plan.ts';
  import type { Figure as Drawing } from '../../../core/stage/drawing.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import Figure from '../figure/Figure.svelte';
  import Button from '../atoms/Button.svelte';
  import Problem from '../atoms/Problem.svelte';
  import Quantity from '../atoms/Quantity.svelte';
  import ReadingMark from './ReadingMark.svelte';

  /** The step somebody is at, to be read from a metre away. */
  let {
    p,
    letter,
    copy,
    number,
    figure,
    problem,
    typed,
    taken,
    children,
  }: {
    p: Progress;
    letter: string;
    copy: number;
    number: number;
    figure: Drawing | undefined;
    problem: string | undefined;
    typed: string;
    /** A figure that was measured in a record, to be entered here. */
    taken: string | null;
    /** What explains a reading that is off. */
    children?: Snippet;
  } = $props();
  let expect = $derived(p.step.expect);
  let out = $derived(p.verdict === 'low' || p.verdict === 'high');
  const ACTS = { fit: 'Fit', feed: 'Feed', probe: 'Probe' } as const;
  const here = (node: HTMLInputElement | HTMLButtonElement) => node.focus({ preventScroll: true });
</script>

<article class:out aria-label="The step now">
  <p class="where"><span class="act">{ACTS[p.step.act]}</span> <span class="soft">step {number} · {p.step.stageTitle}</span></p>
  <h2>{p.step.title}</h2>
  <p class="text">{p.step.text}</p>
  {#if p.step.feed}
    <p class="big">
      Set <b><Quantity value={p.step.feed.volts} unit="V" digits={3} /></b>, limit <b><Quantity value={p.step.feed.amps} unit="A" digits={2} /></b>
    </p>
  {/if}
  {#if expect}
    <div class="expect">
      <p class="big nominal"><Quantity value={expect.nominal} unit={expect.unit} /></p>
      <p class="ends">
        <span class="soft">{expect.point}{p.step.probe && expect.point !== p.step.probe ? ` · ${p.step.probe}` : ''}</span>
        <Quantity value={expect.low} unit={expect.unit} /> … <Quantity value={expect.high} unit={expect.unit} />
      </p>
    </div>
  {/if}
  {#if p.reading?.value != null && expect}
    <p class="read" class:bad={out}>
      read <b><Quantity value={p.reading.value} unit={expect.unit} /></b>
      <ReadingMark {expect} value={p.reading.value} width={180} />
    </p>
  {/if}
  {#if out && expect}
    <p class="stop" role="alert">
      Stop here: <b>{formatText(p.reading!.value!, expect.unit)}</b> is {p.verdict === 'low'
        ? `below ${formatText(expect.low, expect.unit)}`
        : `above ${formatText(expect.high, expect.unit)}`}. Switch off before you touch anything. Mend it, then measure again.
    </p>
  {/if}
  <form method="POST" action="?/reading" use:stay>
    <input type="hidden" name="step" value={p.step.key} /><input type="hidden" name="revision" value={letter} /><input type="hidden" name="copy" value={copy} />
    {#key p.step.key}
      {#if expect}<input
          class="num big"
          name="text"
          type="text"
          inputmode="text"
          autocomplete="off"
          aria-label="Reading at {expect.point}"
          placeholder="like {formatText(expect.nominal, expect.unit, 3)}"
          value={taken ?? typed}
          required
          {@attach here}
        />{/if}
      <input name="note" type="text" aria-label="Note" placeholder="note" maxlength="2000" />
      <Button look="main" type="submit">{expect ? 'Enter' : 'Done'}</Button>
    {/key}
  </form>
  <Problem text={problem} />
  {@render children?.()}
  {#if figure}
    <div class="figure"><Figure {figure} port={p.step.at ?? null} /></div>
  {/if}
</article>

<style>
  article {
    display: grid;
    gap: 12px;
    align-content: start;
    padding: 18px;
    background: var(--wash);
    border-left: 6px solid var(--copper);
    min-width: 0;
  }
  .out {
    border-left-color: var(--fail);
  }
  .act {
    color: var(--copper);
    font-weight: 600;
    font-size: 1.1rem;
    margin-right: 8px;
  }
  h2 {
    font-size: 1.6rem;
    line-height: 1.15;
    letter-spacing: 0;
    text-transform: none;
    color: inherit;
  }
  .text {
    font-size: 1.1rem;
    max-width: 60ch;
  }
  .big {
    font-size: 1.9rem;
    line-height: 1.2;
  }
  .nominal {
    font-size: 3.4rem;
    line-height: 1.05;
    font-weight: 500;
  }
  .ends {
    font-size: 1.25rem;
  }
  .ends .soft {
    margin-right: 12px;
    font-size: 1rem;
  }
  .read {
    font-size: 1.5rem;
  }
  .bad b {
    color: var(--fail);
  }
  .stop {
    border-left: 5px solid var(--fail);
    padding: 6px 12px;
    font-size: 1.15rem;
    background: var(--ground);
  }
  form {
    display: grid;
    grid-template-columns: minmax(140px, 1.2fr) minmax(100px, 1fr) auto;
    gap: 10px;
  }
  form :global(button) {
    min-height: 60px;
    padding-inline: 28px;
    font-size: 1.3rem;
  }
  form input {
    min-height: 60px;
    min-width: 0;
  }
  form input.num {
    font-size: 1.5rem;
  }
  .figure {
    background: var(--ground);
    padding: 10px;
  }
  @media print {
    article {
      display: none;
    }
  }
</style>
