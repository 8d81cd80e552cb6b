<script lang="ts">
  import { helpFor } from '../../../core/stage/help.ts';
  import type { Field } from '../../../core/stage/contract.ts';
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import { entryText, formatText } from '../../../core/quantity/format.ts';
  import { parseNumber } from '../../../core/quantity/parse.ts';
  import type { Uncertain } from '../../../core/quantity/uncertain.ts';
  import { paramTitle } from '../words.ts';
  import PointsField from './PointsField.svelte';
  import QuantityField from './QuantityField.svelte';
  import type { StageEditor } from './stage-editor.ts';

  let { name, field, stage, editor }: { name: string; field: Field; stage: StageSum; editor: StageEditor } = $props();
  let help = $derived(helpFor(stage.kind, name));
  let typed = $derived(stage.doc.given?.[name]);
  let label = $derived(paramTitle(name, field));
  let wrong = $state('');
  /** Both ends written out do not fit beside a label. */
  let wide = $derived.by(() => {
    const value = typed ?? field.default;
    if (field.type === 'choice') return ((typed as string | undefined) ?? field.default).length > 13;
    if (field.type === 'rows') return Object.keys(field.columns).length > 2;
    if (field.type === 'list') return [value as number[] | number].flat().length > 2;
    return field.type === 'number' && value !== null && entryText(value as Uncertain, field.unit).length > 14;
  });

  function setList(text: string): void {
    const parts = text.split(/[;,\s]+/).filter(Boolean);
    const numbers = parts.map((p) => parseNumber(p, field.type === 'list' ? field.unit : ''));
    const bad = numbers.find((n) => !n.ok);
    wrong =
      bad && !bad.ok
        ? bad.message
        : (editor.setGiven(
            name,
            numbers.map((n) => (n.ok ? n.value : 0)),
          ) ?? '');
  }
</script>

<div class="row" class:wide>
  <span class="label" title={help}>{label}</span>
  <div class="value">
    {#if field.type === 'number' && field.oneOf}
      <select aria-label={label} value={Number(typed ?? field.default)} onchange={(e) => editor.setGiven(name, Number(e.currentTarget.value))}>
        {#each field.oneOf as n (n)}<option value={n}>{formatText(n, field.unit)}</option>{/each}
      </select>
      {#if help}<span class="small soft doc">{help}</span>{/if}
    {:else if field.type === 'number'}
      <QuantityField
        {label}
        unit={field.unit}
        level={field.level}
        value={typed === undefined ? (field.default as Uncertain | null) : (typed as Uncertain | null)}
        empty={field.open ? 'open' : 'not given'}
        clears
        onset={(v) => editor.setGiven(name, v)}
        onnudge={(by) => {
          const now = (typed ?? field.default) as Uncertain | null;
          if (now !== null) editor.nudgeGiven(name, field, now, by);
        }}
      />
      {#if help}<span class="small soft doc">{help}</span>{/if}
    {:else if field.type === 'choice'}
      <select aria-label={label} value={(typed as string | undefined) ?? field.default} onchange={(e) => editor.setGiven(name, e.currentTarget.value)}>
        {#each field.choices as c (c)}<option>{c}</option>{/each}
      </select>
      {#if help}<span class="small soft doc">{help}</span>{/if}
    {:else if field.type === 'flag' && field.default === null}
      <select
        aria-label={label}
        value={typed === true ? 'yes' : typed === false ? 'no' : 'not known'}
        onchange={(e) => editor.setGiven(name, e.currentTarget.value === 'not known' ? null : e.currentTarget.value === 'yes')}
      >
        {#each ['not known', 'yes', 'no'] as c (c)}<option>{c}</option>{/each}
      </select>
      {#if help}<span class="small soft doc">{help}</span>{/if}
    {:else if field.type === 'text'}
      <input
        type="text"
        aria-label={label}
        maxlength="60"
        value={(typed as string | null | undefined) ?? ''}
        onchange={(e) => editor.setGiven(name, e.currentTarget.value.trim() || null)}
      />
      {#if help}<span class="small soft doc">{help}</span>{/if}
    {:else if field.type === 'flag'}
      <label class="flag"
        ><input
          type="checkbox"
          aria-label={label}
          checked={(typed as boolean | undefined) ?? field.default}
          onchange={(e) => editor.setGiven(name, e.currentTarget.checked)}
        /> yes</label
      >
      {#if help}<span class="small soft doc">{help}</span>{/if}
    {:else if field.type === 'list'}
      <input
        class="num"
        type="text"
        aria-label={label}
        value={[(typed as number[] | number | undefined) ?? field.default]
          .flat()
          .map((v) => entryText(v, field.unit))
          .join('; ')}
        onchange={(e) => setList(e.currentTarget.value)}
      />
      {#if wrong}<span class="small wrong" role="alert">{wrong}</span>{/if}
    {:else}
      <PointsField {label} {field} rows={(typed as never) ?? field.default} onset={(rows) => editor.setRows(name, field, rows)} />
    {/if}
  </div>
</div>

<style>
  .row {
    display: grid;
    grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr);
    gap: 8px;
    align-items: baseline;
    padding: 1px 0;
    border-bottom: 1px solid var(--line);
  }
  .wide {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
  .label {
    line-height: 1.15;
    font-size: 0.93rem;
  }
  .value {
    display: grid;
    min-width: 0;
  }
  .doc {
    display: none;
  }
  .row:focus-within .doc {
    display: block;
  }
  .flag {
    display: flex;
    gap: 8px;
    align-items: center;
    min-height: 30px;
  }
  select,
  input[type='text'] {
    padding: 3px 4px;
  }
  .wrong {
    color: var(--fail);
  }
</style>
