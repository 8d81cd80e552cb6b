<script lang="ts">
  import { looseUses, type PinRow } from '../../../core/board/controller.ts';
  import type { ControllerDoc } from '../../../core/board/document.ts';
  import { setPin } from '../../../core/board/edit.ts';
  import type { Finding } from '../../../core/board/wiring.ts';
  import type { PinDoc } from '../../../core/parts/controllers.ts';
  import { parseNumber } from '../../../core/quantity/parse.ts';
  import { entryText } from '../../../core/quantity/format.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import Button from '../atoms/Button.svelte';
  import Quantity from '../atoms/Quantity.svelte';

  /** Every pin with what hangs on it; what a stage does with a pin is put on one here. */
  let {
    session,
    controller,
    rows,
    findings,
    onset,
  }: {
    session: BoardSession;
    controller: ControllerDoc;
    rows: readonly PinRow[];
    findings: readonly Finding[];
    onset: (what: string, next: ControllerDoc) => void;
  } = $props();
  const ABILITIES = ['digital', 'analog', 'timer', 'crystal'] as const;
  let loose = $derived(looseUses(session.sum.stages));
  let wrong = $state('');
  let name = $state('');
  const bad = (pin: string) => findings.find((f) => f.pin === pin);

  function connect(stage: string, use: string, pin: string | undefined, title: string): void {
    wrong = session
      .edit(`${title} on ${pin ?? 'no pin'}`, setPin(session.doc, stage, use, pin))
      .map((i) => i.message)
      .join(' ');
  }
  function change(pin: string, next: Partial<PinDoc> | null): void {
    const pins = { ...controller.pins };
    if (next === null) delete pins[pin];
    else {
      const changed = { ...pins[pin], can: pins[pin]?.can ?? 'digital', ...next } as PinDoc;
      if (changed.special === undefined) delete changed.special;
      if (changed.stands === undefined) delete changed.stands;
      pins[pin] = changed;
    }
    onset(`pin ${pin}`, { ...controller, pins });
  }
  function stands(pin: string, text: string): void {
    if (!text.trim()) return change(pin, { stands: undefined });
    const read = parseNumber(text, 'V');
    if (read.ok && typeof read.value === 'number') change(pin, { stands: read.value });
    else wrong = read.ok ? 'One voltage, without a range.' : read.message;
  }
  function add(): void {
    const pin = name.trim();
    if (!pin || controller.pins?.[pin]) return;
    change(pin, {});
    name = '';
  }
</script>

<section aria-label="Pins">
  <h2>Pins</h2>
  {#if wrong}<p class="wrong" role="alert">{wrong}</p>{/if}
  <table>
    <thead>
      <tr><th>Pin</th><th>Can do</th><th>Stands</th><th>What hangs on it</th><th class="n">Level</th><th class="n">Current</th></tr>
    </thead>
    <tbody>
      {#each rows as row (row.pin)}
        {@const wrongHere = bad(row.pin)}
        <tr class:bad={wrongHere} title={wrongHere?.text}>
          <th scope="row"
            >{row.pin}{#if wrongHere}<span class="mark" aria-label="something is wrong">!</span>{/if}</th
          >
          <td>
            <select
              aria-label="{row.pin}, can do"
              value={row.doc?.special ?? row.doc?.can ?? ''}
              onchange={(e) => {
                const v = e.currentTarget.value;
                change(row.pin, v === 'boot' || v === 'reset' ? { special: v } : { can: v as PinDoc['can'], special: undefined });
              }}
            >
              {#if !row.doc}<option value="">not there</option>{/if}
              {#each [...ABILITIES, 'boot', 'reset'] as can (can)}<option>{can}</option>{/each}
            </select>
          </td>
          <td>
            <input
              class="num"
              type="text"
              aria-label="{row.pin}, stands"
              placeholder="supply"
              value={row.doc?.stands === undefined ? '' : entryText(row.doc.stands, 'V')}
              onchange={(e) => stands(row.pin, e.currentTarget.value)}
            />
          </td>
          <td>
            {#each row.taken as t (t.stage + t.use)}
              <span class="taken">
                <a href="{session.base}/stages/{t.stage}">{t.title}</a>, {t.def.title}
                <Button look="quiet" aria-label="Take {t.title}, {t.def.title} off {row.pin}" onclick={() => connect(t.stage, t.use, undefined, t.title)}
                  >×</Button
                >
              </span>
            {/each}
            {#if loose.length && (!row.taken.length || row.taken.every((t) => t.def.is === 'open drain'))}
              <select
                class="free"
                aria-label="Put on {row.pin}"
                value=""
                onchange={(e) => {
                  const l = loose[Number(e.currentTarget.value)];
                  if (l) connect(l.stage, l.use, row.pin, l.title);
                }}
              >
                <option value="">{row.taken.length ? 'and' : 'free'}</option>
                {#each loose as l, i (l.stage + l.use)}<option value={i}>{l.title}, {l.def.title}</option>{/each}
              </select>
            {:else if !row.taken.length}<span class="soft">free</span>{/if}
          </td>
          <td class="n">
            {#each row.taken as t (t.stage + t.use)}{#if t.level}<span class="taken"><Quantity value={t.level.high} unit="V" digits={3} /></span>{/if}{/each}
          </td>
          <td class="n">
            {#each row.taken as t (t.stage + t.use)}{#if t.current}<span class="taken"><Quantity value={t.current.high} unit="A" digits={3} /></span
                >{/if}{/each}
            {#if !row.taken.length && row.doc}
              <Button look="quiet" aria-label="Remove pin {row.pin}" onclick={() => change(row.pin, null)}>×</Button>
            {/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
  <form
    onsubmit={(e) => {
      e.preventDefault();
      add();
    }}
  >
    <input type="text" bind:value={name} placeholder="name of a pin" aria-label="Name of a new pin" maxlength="20" />
    <Button look="quiet" type="submit">add a pin</Button>
  </form>
</section>

<style>
  table {
    width: 100%;
    border-collapse: collapse;
  }
  th,
  td {
    text-align: left;
    padding: 3px 8px 3px 0;
    border-bottom: 1px solid var(--line);
    vertical-align: baseline;
  }
  thead th {
    font-weight: 500;
    color: var(--soft);
  }
  .n {
    text-align: right;
    white-space: nowrap;
  }
  td input {
    width: 76px;
    padding: 2px 4px;
  }
  td select {
    padding: 1px 2px;
  }
  .free {
    color: var(--soft);
    max-width: 260px;
  }
  .taken {
    display: block;
  }
  .bad th,
  .mark,
  .wrong {
    color: var(--fail);
  }
  .mark {
    margin-left: 4px;
    font-weight: 700;
  }
  form {
    display: flex;
    gap: 8px;
    padding: 8px 0;
  }
  @media print {
    td select,
    td input {
      border: 0;
      background: none;
      appearance: none;
    }
    .free,
    form,
    td :global(button) {
      display: none;
    }
  }
  @media (max-width: 900px) {
    section {
      overflow-x: auto;
    }
  }
</style>
