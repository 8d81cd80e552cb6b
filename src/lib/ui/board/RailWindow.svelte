<script lang="ts">
  import type { RailSum } from '../../../core/board/evaluate.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import Quantity from '../atoms/Quantity.svelte';

  let { rail }: { rail: RailSum } = $props();
  const WIDTH = 150;
  /** The trough of the ripple counts at the end that is nearer to ground. */
  let ends = $derived(
    rail.stands && {
      low: rail.stands.low - (rail.below ? 0 : rail.ripple.high / 2),
      high: rail.stands.high + (rail.below ? rail.ripple.high / 2 : 0),
    },
  );
  let span = $derived.by(() => {
    const v = rail.stands;
    if (!v || !ends) return null;
    const { low, high } = ends;
    const [from, to] = [Math.min(low, rail.minimum ?? low), Math.max(high, rail.maximum ?? high)];
    const room = (to - from || Math.abs(v.nominal) || 1) * 0.12;
    const x = (u: number) => ((u - from + room) / (to - from + 2 * room)) * WIDTH;
    return {
      low: x(low),
      nominal: x(v.nominal),
      high: x(high),
      minimum: rail.minimum === null ? null : x(rail.minimum),
      maximum: rail.maximum === null ? null : x(rail.maximum),
    };
  });
  let bad = $derived(!!ends && ((rail.minimum !== null && ends.low < rail.minimum) || (rail.maximum !== null && ends.high > rail.maximum)));
  const volts = (v: number) => formatText(v, 'V');
  let asked = $derived.by(() => {
    const { minimum, maximum } = rail;
    if (minimum !== null && maximum !== null) return `work from ${volts(minimum)} to ${volts(maximum)}`;
    if (minimum !== null) return `need ${volts(minimum)} or more`;
    return maximum === null ? 'need nothing in particular' : `work up to ${volts(maximum)}`;
  });
  /** An end that is not as designed: a regulator in dropout, say. */
  let lost = $derived(rail.stands && (rail.voltage.nominal === null || rail.voltage.low === null || rail.voltage.high === null));
  let label = $derived(
    rail.stands
      ? `${lost ? `not as designed: ${rail.reason}; ` : ''}${volts(rail.stands.low)} to ${volts(rail.stands.high)}; consumers ${asked}`
      : 'this rail does not stand',
  );
</script>

{#if span && rail.stands}
  <svg class:bad width={WIDTH} height="14" viewBox="0 0 {WIDTH} 14" role="img" aria-label={label}>
    <title>{label}</title>
    <path d="M0 7H{WIDTH}" class="track" />
    <rect x={span.low} y="4" width={Math.max(2, span.high - span.low)} height="6" class="bar" />
    <path d="M{span.nominal} 2v10" class="nominal" />
    {#if span.minimum !== null}<path d="M{span.minimum} 0v14" class="post" />{/if}
    {#if span.maximum !== null}<path d="M{span.maximum} 0v14" class="post" />{/if}
  </svg>
  <span class="small" class:bad={lost}
    >{#if lost}not as designed,
    {/if}<Quantity value={rail.stands.low} unit="V" /> … <Quantity value={rail.stands.high} unit="V" /></span
  >
{:else}<span class="bad">does not stand</span>{/if}

<style>
  svg {
    display: block;
    color: var(--ink);
  }
  .bad {
    color: var(--fail);
  }
  .track {
    stroke: var(--line);
    stroke-width: 2;
  }
  .bar {
    fill: currentColor;
  }
  .nominal {
    stroke: var(--ground);
    stroke-width: 1.5;
  }
  .post {
    stroke: var(--ink);
    stroke-width: 2;
  }
</style>
