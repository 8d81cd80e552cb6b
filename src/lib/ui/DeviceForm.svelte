<script lang="ts">
  import { stay } from './stay.ts';
  import type { Device } from '../../core/parts/devices.ts';
  import type { NumberField } from '../../core/stage/contract.ts';
  import { entryText } from '../../core/quantity/format.ts';
  import Button from './atoms/Button.svelte';
  import Field from './atoms/Field.svelte';
  import Problem from './atoms/Problem.svelte';
  import { paramTitle } from './words.ts';

  interface Props {
    device: Device & { id: string };
    /** What a device of its sort can have. */
    fields: Readonly<Record<string, NumberField>>;
    choices: Readonly<Record<string, readonly string[]>>;
    /** What the server said of the last try. */
    problem: string | undefined;
    done: string | undefined;
  }
  let { device, fields, choices, problem, done }: Props = $props();
</script>

<form method="POST" use:stay={{ reset: false }}>
  <input type="hidden" name="id" value={device.id} />
  <input type="hidden" name="sort" value={device.sort} />
  <Field label="Title"><input type="text" name="title" value={device.title} required maxlength="80" /></Field>
  <div class="grid">
    {#each Object.entries(choices) as [name, all] (name)}
      <label
        ><span>{paramTitle(name)}</span>
        <select name="for.{name}" value={device.when?.[name] ?? ''}>
          <option value="">any</option>
          {#each all as c (c)}<option>{c}</option>{/each}
        </select></label
      >
    {/each}
    {#each Object.entries(fields) as [name, field] (name)}
      <label title={field.doc}
        ><span>{paramTitle(name)}</span>
        <input
          type="text"
          name="param.{name}"
          value={device.params[name] === undefined ? '' : entryText(device.params[name], field.unit)}
          placeholder="not given"
          autocomplete="off"
          spellcheck="false"
        /></label
      >
    {/each}
  </div>
  <p class="small soft">Typical values with their spread, as on a stage: 1.25 V ± 4 %, or 3 mA .. 8 mA. What is left empty is not brought to a stage.</p>
  <Problem text={problem} />
  {#if done}<p role="status">{done}</p>{/if}
  <p class="actions">
    <Button type="submit" formaction="?/save">Keep</Button>
    <Button type="submit" look="danger" formaction="?/remove" formnovalidate>Remove from the list</Button>
  </p>
</form>

<style>
  form {
    display: grid;
    gap: 10px;
    padding: 10px 0 16px;
  }
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
    gap: 4px 28px;
  }
  label {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 10px;
  }
  .grid input,
  .grid select {
    width: 150px;
  }
  .actions {
    display: flex;
    gap: 10px;
  }
</style>
