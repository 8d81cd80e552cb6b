<script lang="ts">
  import { entryText } from '../../../core/quantity/format.ts';
  import { parseQuantity } from '../../../core/quantity/parse.ts';
  import type { Level } from '../../../core/quantity/level.ts';
  import type { Uncertain } from '../../../core/quantity/uncertain.ts';
  import type { Unit } from '../../../core/quantity/units.ts';

  let {
    value,
    unit,
    level,
    label,
    empty = '',
    clears = false,
    onset,
    onnudge,
    id,
  }: {
    value: Uncertain | null;
    unit: Unit;
    /** A signal's peak or rms: levels are read into it. */
    level?: Level;
    label: string;
    /** Shown in an empty field: what counts instead. */
    empty?: string;
    /** Emptying the field takes the value out. */
    clears?: boolean;
    /** Takes the value; returns what is wrong with it. */
    onset: (value: Uncertain | undefined) => string | undefined;
    onnudge?: (by: 1 | -1) => void;
    id?: string;
  } = $props();

  let canonical = $derived(value === null ? '' : entryText(value, unit));
  let typed: string | null = $state(null);
  let wrong = $state('');

  function take(text: string): void {
    wrong = '';
    if (text.trim() === canonical.trim()) typed = null;
    else if (text.trim() === '') {
      const problem = clears ? onset(undefined) : 'Write a value.';
      if (problem) wrong = problem;
      else typed = null;
    } else {
      const parsed = parseQuantity(text, unit, level);
      const problem = parsed.ok ? onset(parsed.value) : parsed.message;
      // What was typed stays until it can be read.
      if (problem) [typed, wrong] = [text, problem];
      else typed = null;
    }
  }

  function press(e: KeyboardEvent): void {
    const input = e.currentTarget as HTMLInputElement;
    if (e.key === 'Enter') take(input.value);
    else if (e.key === 'Escape') [typed, wrong, input.value] = [null, '', canonical];
    else if (onnudge && (e.key === 'ArrowUp' || e.key === 'ArrowDown') && typed === null) {
      e.preventDefault();
      onnudge(e.key === 'ArrowUp' ? 1 : -1);
    }
  }
</script>

<span class="field">
  <input
    {id}
    class="num"
    class:bad={wrong}
    type="text"
    autocomplete="off"
    spellcheck="false"
    aria-label={label}
    aria-invalid={wrong ? 'true' : undefined}
    placeholder={empty}
    value={typed ?? canonical}
    oninput={(e) => (typed = e.currentTarget.value)}
    onchange={(e) => take(e.currentTarget.value)}
    onkeydown={press}
  />
  {#if wrong}<span class="wrong small" role="alert">{wrong}</span>{/if}
</span>

<style>
  .field {
    display: grid;
    gap: 2px;
    min-width: 0;
  }
  input {
    border-color: transparent;
    border-bottom: 2px solid var(--copper);
    padding: 3px 4px;
    background: transparent;
  }
  input:hover,
  input:focus {
    background: var(--wash);
  }
  .bad {
    border-color: var(--fail);
  }
  .wrong {
    color: var(--fail);
  }
</style>
