<script lang="ts">
  import { HAZARDS } from '../../../core/board/document.ts';
  import { STATE_IDS } from '../../../core/stage/contract.ts';
  import Field from '../atoms/Field.svelte';
  import type { BriefText, Problems } from './brief-form.ts';

  let { text = $bindable(), problems, onleave }: { text: BriefText; problems: Problems; onleave?: () => void } = $props();
</script>

{#snippet wrong(field: keyof Problems)}
  {#if problems[field]}<span class="wrong small" role="alert">{problems[field]}</span>{/if}
{/snippet}

<div class="brief" onfocusout={onleave} onchange={onleave}>
  <section>
    <h2>What it is for</h2>
    <Field label="Name"><input type="text" name="name" bind:value={text.name} maxlength="120" required />{@render wrong('name')}</Field>
    <Field label="Purpose" hint="What it must do, for whom, with what."
      ><textarea name="purpose" rows="3" bind:value={text.purpose} maxlength="2000"></textarea></Field
    >
    <div class="three">
      <Field label="Copies on site" hint="Multiplies totals only."
        ><input type="text" name="copies" bind:value={text.copies} inputmode="numeric" />{@render wrong('copies')}</Field
      >
      <Field label="Order quantity"><input type="text" name="quantity" bind:value={text.quantity} inputmode="numeric" />{@render wrong('quantity')}</Field>
      <Field label="Currency"><input type="text" name="currency" bind:value={text.currency} maxlength="3" />{@render wrong('currency')}</Field>
    </div>
  </section>
  <section>
    <h2>Where it lives</h2>
    <Field label="Ambient" hint="Range with the usual value in the middle, like −10..20..45 °C."
      ><input type="text" name="ambient" bind:value={text.ambient} />{@render wrong('ambient')}</Field
    >
    <Field label="Enclosure" hint="In words, for the report. How warm it gets inside is reckoned by an enclosure stage on the board.">
      <input type="text" name="enclosure" bind:value={text.enclosure} maxlength="500" />
    </Field>
    <fieldset>
      <legend>Time in each state</legend>
      <div class="four">
        {#each STATE_IDS as id (id)}
          <Field label={id}><input type="text" name="state-{id}" bind:value={text.states[id]} placeholder="–" /></Field>
        {/each}
      </div>
      <span class="soft small">Shares that add up to 100 %, like 99.5 % asleep. Leave all empty for a board that is always on.</span>
      {@render wrong('states')}
    </fieldset>
  </section>
  <section>
    <h2>How it is judged</h2>
    <Field label="Derating" hint="Ratings of parts are multiplied by it before anything is compared.">
      <select name="derating" bind:value={text.derating}>
        <option value="1">Full rating: smallest parts, no reserve for age and heat</option>
        <option value="0.8">80 %: usual</option>
        <option value="0.5">Half: long life, larger and dearer parts</option>
      </select>
    </Field>
    <div class="two">
      <Field label="Comfort margin" hint="Less than this is shown as tight."
        ><input type="text" name="comfort" bind:value={text.comfort} />{@render wrong('comfort')}</Field
      >
      <Field label="Judged by">
        <select name="judgeBy" bind:value={text.judgeBy}>
          <option value="extreme-value">Extreme values</option>
          <option value="root-sum-square">Root-sum-square</option>
          <option value="monte-carlo">Random samples, 0.1 to 99.9 %</option>
        </select>
      </Field>
    </div>
    <fieldset>
      <legend>Dangers present</legend>
      <div class="hazards">
        {#each Object.entries(HAZARDS) as [id, hazard] (id)}
          <label class="check"><input type="checkbox" name="hazards" value={id} bind:group={text.hazards} /> {hazard.title}</label>
        {/each}
      </div>
    </fieldset>
    {#each text.hazards.filter((h) => HAZARDS[h]) as id (id)}
      <p class="small caution"><b>{HAZARDS[id]!.title}.</b> {HAZARDS[id]!.caution}</p>
    {/each}
  </section>
</div>

<style>
  .brief {
    display: grid;
    grid-template-columns: repeat(3, minmax(0, 1fr));
    gap: 36px;
  }
  section {
    display: grid;
    gap: 14px;
    align-content: start;
    border-top: 1px solid var(--ink);
    padding-top: 12px;
  }
  .two,
  .three,
  .four {
    display: grid;
    gap: 10px;
    grid-template-columns: 1fr 1fr;
    align-items: start;
  }
  .three {
    grid-template-columns: 1fr 1fr 1fr;
  }
  legend {
    font-weight: 500;
    padding: 0 0 4px;
  }
  .hazards {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 2px 10px;
  }
  .check {
    display: flex;
    gap: 8px;
    align-items: center;
    min-height: 30px;
  }
  .wrong {
    color: var(--fail);
  }
  .caution {
    border-left: 3px solid var(--copper);
    padding-left: 10px;
  }
  @media (max-width: 1000px) {
    .brief {
      grid-template-columns: 1fr;
    }
  }
</style>
