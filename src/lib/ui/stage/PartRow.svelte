<script lang="ts">
  import { helpFor } from '../../../core/stage/help.ts';
  import Minus from '@lucide/svelte/icons/minus';
  import Plus from '@lucide/svelte/icons/plus';
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import type { PartDoc } from '../../../core/board/document.ts';
  import { isOptional, type ResolvedPart } from '../../../core/board/stage-inputs.ts';
  import { hasSpread } from '../../../core/quantity/uncertain.ts';
  import { devicesFor, paramsFor } from '../../../core/parts/devices.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import type { Unit } from '../../../core/quantity/units.ts';
  import { SERIES, type Series } from '../../../core/quantity/preferred.ts';
  import { nominalOf, type Uncertain } from '../../../core/quantity/uncertain.ts';
  import { paramTitle, valueUnit } from '../words.ts';
  import DevicePick from './DevicePick.svelte';
  import Quantity from '../atoms/Quantity.svelte';
  import QuantityField from './QuantityField.svelte';
  import type { StageEditor } from './stage-editor.ts';

  let { part, stage, editor, lit, onpoint }: { part: ResolvedPart; stage: StageSum; editor: StageEditor; lit: boolean; onpoint: (id: string | null) => void } =
    $props();
  let doc = $derived(stage.doc.parts?.[part.slot]);
  let unit = $derived(valueUnit(part.def.type));
  let params = $derived(Object.entries(part.def.params ?? {}));
  const linked = (name: string) => stage.links.get(`${part.slot}.${name}`);
  let device = $derived(part.def.type === 'device');
  let wrong = $state('');
  /** A rating that sizing chose stands where somebody may type another. */
  const sizedTo = (name: string, unit: Unit) => {
    const chosen: unknown = stage.judged.x.parts[part.slot][name];
    return doc?.[name] === undefined && typeof chosen === 'number' ? `${formatText(chosen, unit)} sized` : 'not given';
  };

  const say = (change: PartDoc) => (wrong = editor.setPart(part, change) ?? '');

  function key(e: KeyboardEvent): void {
    if (e.target instanceof HTMLInputElement || e.target instanceof HTMLSelectElement) return;
    const by = e.key === '=' || e.key === '+' || e.key === 'ArrowUp' ? 1 : e.key === '-' || e.key === 'ArrowDown' ? -1 : 0;
    if (!by) return;
    e.preventDefault();
    editor.nudgePart(part, by);
  }
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div
  class="part"
  class:lit
  id="part-{part.slot}"
  onpointerenter={() => onpoint(part.slot)}
  onpointerleave={() => onpoint(null)}
  onfocusin={() => onpoint(part.slot)}
  onfocusout={() => onpoint(null)}
>
  {#if !device}
    <!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
    <div class="main" role="group" aria-label="{part.slot}, {part.def.doc ?? part.def.type}" onkeydown={key}>
      <b title={part.def.doc}>{part.slot}</b>
      {#if part.value === null}
        <span class="soft">not fitted</span>
        <button type="button" class="text" onclick={() => (wrong = editor.setPart(part, { value: undefined, tolerance: part.def.tolerance }) ?? '')}>fit</button
        >
      {:else}
        <button type="button" class="step" aria-label="{part.slot} to the next lower value" onclick={() => editor.nudgePart(part, -1)}
          ><Minus size={14} /></button
        >
        <QuantityField
          label="{part.slot} value"
          {unit}
          value={(doc?.value as Uncertain | undefined) ?? part.value}
          clears
          onset={(v) => (v === undefined ? (editor.release(part), undefined) : editor.setPart(part, { value: typeof v === 'number' ? v : v }))}
          onnudge={(by) => editor.nudgePart(part, by)}
        />
        <button type="button" class="step" aria-label="{part.slot} to the next higher value" onclick={() => editor.nudgePart(part, 1)}
          ><Plus size={14} /></button
        >
      {/if}
    </div>
    {#if part.value !== null}
      <div class="more small">
        <span class="tol"
          >±<QuantityField
            label="{part.slot} tolerance"
            unit="ratio"
            value={part.tolerance}
            clears
            onset={(v) =>
              editor.setPart(part, { tolerance: v === undefined ? undefined : nominalOf(v), ...(part.sized ? {} : { value: doc?.value ?? part.value }) })}
          /></span
        >
        <select aria-label="{part.slot} series" value={part.series} onchange={(e) => editor.setPart(part, { series: e.currentTarget.value as Series })}>
          {#each SERIES as s (s)}<option>{s}</option>{/each}
        </select>
        {#if part.sized}<span class="soft" title="Chosen by joint search over preferred values; nudge it or type to choose yourself">sized</span>
        {:else if doc?.value !== undefined}<button type="button" class="text" onclick={() => editor.release(part)}>size it</button>{/if}
        {#if isOptional(part.def, stage.judged.x.given)}<button type="button" class="text" onclick={() => editor.unfit(part)}>take out</button>{/if}
        {#if part.def.joins}
          <select aria-label="{part.slot} joins in" value={part.join} onchange={(e) => editor.setPart(part, { join: e.currentTarget.value as 'series' })}
            ><option>series</option><option>parallel</option></select
          >
        {/if}
      </div>
      {#if doc?.match !== undefined}
        <div class="more small">
          <label
            >set <input
              type="text"
              class="set"
              aria-label="{part.slot} matched set"
              value={doc.match}
              onchange={(e) => say({ match: e.currentTarget.value.trim() || undefined })}
            /></label
          >
          <span class="tol"
            >within<QuantityField
              label="{part.slot} tracking"
              unit="ratio"
              value={doc.tracking ?? 0}
              onset={(v) => editor.setPart(part, { tracking: v === undefined ? 0 : nominalOf(v) })}
            /></span
          >
          <button type="button" class="text" onclick={() => say({ match: undefined, tracking: undefined })}>by itself</button>
        </div>
      {/if}
    {/if}
  {/if}
  {#if (device && params.length) || part.value !== null}
    <details open={device && params.length < 4}>
      <summary
        >{#if device}<b>{part.slot}</b>{#if part.pieces > 1}<span class="soft num">&#8239;×{part.pieces}</span>{/if}
          {part.def.doc ?? 'device'}{#if doc?.device}<span class="small soft">: {doc.device}</span>{/if}{:else}<span class="small soft"
            >more of {part.slot}</span
          >{/if}</summary
      >
      <DevicePick
        label="{part.slot}: take a device of a list"
        fits={(all) => devicesFor(part.def.takes, stage.judged.x.given, all)}
        ontake={(device) => say({ ...paramsFor(device, Object.keys(part.def.params ?? {})), device: device.title })}
      />
      {#each params as [name, field] (name)}
        <div class="param">
          <span title={helpFor(stage.kind, `${part.slot}.${name}`)}>{paramTitle(name, field)}</span>
          {#if linked(name)}
            <span class="soft linked" title="from {linked(name)!.from}">
              {#if hasSpread(linked(name)!.range)}<Quantity value={linked(name)!.range.low} unit={field.type === 'number' ? field.unit : ''} /> … <Quantity
                  value={linked(name)!.range.high}
                  unit={field.type === 'number' ? field.unit : ''}
                />{:else}<Quantity value={linked(name)!.range.nominal} unit={field.type === 'number' ? field.unit : ''} />{/if}
              <span class="small">from {linked(name)!.from}</span>
            </span>
          {:else if field.type === 'choice'}
            <select
              aria-label="{part.slot} {paramTitle(name, field)}"
              value={(doc?.[name] as string | undefined) ?? field.default}
              onchange={(e) => say({ [name]: e.currentTarget.value })}
            >
              {#each field.choices as choice (choice)}<option>{choice}</option>{/each}
            </select>
          {:else if field.type === 'flag'}
            <label class="inline"
              ><input
                type="checkbox"
                aria-label="{part.slot} {paramTitle(name, field)}"
                checked={(doc?.[name] as boolean | undefined) ?? field.default}
                onchange={(e) => say({ [name]: e.currentTarget.checked })}
              /> yes</label
            >
          {:else}<QuantityField
              label="{part.slot} {paramTitle(name, field)}"
              unit={field.unit}
              value={(doc?.[name] as Uncertain | undefined) ?? field.default}
              clears
              empty={sizedTo(name, field.unit)}
              onset={(v) => editor.setPart(part, { [name]: v })}
            />{/if}
        </div>
      {/each}
      {#if !device && doc?.match === undefined}
        <button type="button" class="text small" onclick={() => say({ match: 'set-1', tracking: 0.001 })}>put it in a matched set</button>
        <span class="small soft">whose parts move together, as in one resistor network</span>
      {/if}
    </details>
  {/if}
  {#if wrong}<p class="wrong small">{wrong}</p>{/if}
</div>

<style>
  .linked {
    text-align: right;
  }
  .linked .small {
    display: block;
  }
  .part {
    border-bottom: 1px solid var(--line);
    padding: 4px 0 6px;
  }
  .lit {
    box-shadow: -4px 0 0 var(--copper);
  }
  .main {
    display: grid;
    grid-template-columns: 36px auto minmax(0, 1fr) auto;
    gap: 6px;
    align-items: center;
  }
  .step {
    display: inline-grid;
    place-items: center;
    width: 34px;
    height: 34px;
    border: 1px solid var(--line);
    border-radius: 2px;
    background: var(--ground);
    color: var(--copper);
    cursor: pointer;
  }
  .step:hover {
    border-color: var(--copper);
  }
  .more {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 10px;
    align-items: center;
    padding-left: 42px;
  }
  .tol {
    display: inline-flex;
    align-items: baseline;
    width: 74px;
  }
  .set {
    width: 8ch;
    padding: 2px 4px;
  }
  .more select {
    width: auto;
    padding: 2px;
    border-color: transparent;
    color: var(--copper);
  }
  .text {
    border: 0;
    background: none;
    padding: 4px 0;
    color: var(--copper);
    cursor: pointer;
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  summary {
    cursor: pointer;
    padding: 4px 0;
  }
  .param {
    display: grid;
    grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
    gap: 8px;
    align-items: baseline;
    font-size: 0.92rem;
  }
  .wrong {
    color: var(--fail);
  }
</style>
