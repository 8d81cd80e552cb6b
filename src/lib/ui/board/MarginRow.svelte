<script lang="ts">
  import { isCondition, type CheckResult } from '../../../core/stage/judge.ts';
  import { worstText } from '../../../core/files/check-text.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import Margin from '../atoms/Margin.svelte';
  import StatusMark from '../atoms/StatusMark.svelte';
  import MarginBar from './MarginBar.svelte';

  let { check, stage, href, width = 240, waived = false }: { check: CheckResult; stage: string; href: string; width?: number; waived?: boolean } = $props();
</script>

<a {href} class="row {check.status}">
  <span class="mark"><StatusMark status={check.status} /></span>
  <span class="words"
    ><b>{check.title}</b>
    {stage}{#if waived}<span class="soft"> · waived</span>{/if}</span
  >
  {#if !isCondition(check)}<Margin {check} /><span class="bar"><MarginBar {check} {width} /></span>{/if}
  <span class="detail small soft">
    {#if isCondition(check) && check.value !== null}
      {worstText(check)}: {check.from}
    {:else if check.value !== null && check.limit !== null}
      {formatText(check.value, check.unit)}
      {check.sense === 'atLeast' ? '≥' : check.window ? 'in' : '≤'}
      {#if check.window}{formatText(check.window.target, check.unit, 3)} ± {formatText(check.window.band, check.unit, 3)}{:else}{formatText(
          check.limit,
          check.unit,
        )}{/if}
    {:else}{check.reason ?? 'not known'}{/if}
  </span>
</a>

<style>
  .row {
    display: grid;
    grid-template-columns: 16px minmax(0, 1fr) auto;
    column-gap: 6px;
    padding: 7px 0;
    border-bottom: 1px solid var(--line);
    text-decoration: none;
    color: var(--ink);
  }
  .row:hover {
    background: color-mix(in srgb, var(--copper) 7%, transparent);
    color: var(--ink);
  }
  .words {
    line-height: 1.25;
  }
  b {
    font-weight: 600;
  }
  .bar,
  .detail {
    grid-column: 2 / -1;
    margin-top: 3px;
  }
</style>
