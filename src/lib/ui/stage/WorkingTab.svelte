<script lang="ts">
  import type { Step } from '../../../core/kinds/contract.ts';
  import { formatText } from '../../../core/quantity/format.ts';

  let { steps }: { steps: Step[] } = $props();
  /** Enough digits that the sum comes out by hand. */
  const DIGITS = 5;
  const pretty = (e: string) =>
    e
      .replaceAll('*', ' · ')
      .replaceAll('pi', 'π')
      .replaceAll('sqrt', '√')
      .replace(/log\(/g, 'ln(')
      .replaceAll('log10(', 'log₁₀(')
      .replaceAll('log2(', 'log₂(')
      .replaceAll('_', ' ');
</script>

<ol>
  {#each steps as s (s.title)}
    <li>
      <h3>{s.title}</h3>
      <p class="formula"><i>{s.result.name}</i> = {pretty(s.expression)}</p>
      <p class="values small">
        {#each Object.entries(s.values) as [name, v], i (name)}{i ? ',  ' : ''}<span
            ><i>{name.replaceAll('_', ' ')}</i> = {formatText(v.value, v.unit, DIGITS)}</span
          >{/each}
      </p>
      <p class="result"><i>{s.result.name}</i> = <b>{formatText(s.result.value, s.result.unit, DIGITS)}</b> <span class="small soft">{s.source}</span></p>
    </li>
  {:else}<p class="soft">Nothing to show: this stage cannot work with what it is given.</p>{/each}
</ol>

<style>
  ol {
    list-style: none;
    columns: 2;
    column-gap: 36px;
  }
  li {
    break-inside: avoid;
    padding: 8px 0 10px;
    border-bottom: 1px solid var(--line);
  }
  h3 {
    font-size: 0.92rem;
    color: var(--soft);
    font-weight: 500;
  }
  .formula,
  .result {
    font-size: 1.05rem;
  }
  .values span {
    white-space: nowrap;
  }
  @media (max-width: 900px) {
    ol {
      columns: 1;
    }
  }
</style>
