<script lang="ts">
  import { evaluateBoard, type StageSum, type Sum } from '../../../core/board/evaluate.ts';
  import { addOption, chooseOption, chosenTitle, keepAsOption, layOut, removeOption, rivalsOf, setCost, tryOption } from '../../../core/board/options.ts';
  import { currencyOf } from '../../../core/board/document.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import type { Uncertain } from '../../../core/quantity/uncertain.ts';
  import type { WayCosts } from '../../../core/stage/contract.ts';
  import type { Unit } from '../../../core/quantity/units.ts';
  import QuantityField from './QuantityField.svelte';
  import Button from '../atoms/Button.svelte';
  import Margin from '../atoms/Margin.svelte';
  import StatusMark from '../atoms/StatusMark.svelte';
  import MarginBar from '../board/MarginBar.svelte';
  import { valueUnit } from '../words.ts';

  let { session, stage }: { session: BoardSession; stage: StageSum } = $props();
  let options = $derived(stage.doc.options ?? []);
  let decision = $derived(session.doc.decisions?.find((d) => d.stage === stage.id));
  let title = $state('');
  let kind = $state('');
  let reason = $state('');
  let asking: number | null = $state(null);
  let wrong = $state('');

  const column = (name: string, sum: Sum) => ({ name, sum, stage: sum.byId.get(stage.id)! });
  /** What is on the board now, and the board with each option in its place. */
  let columns = $derived([
    column(chosenTitle(session.doc, stage.id), session.sum),
    ...options.map((o, i) => column(o.title, evaluateBoard(tryOption(session.doc, stage.id, i)))),
  ]);
  let rows = $derived([...new Map(columns.flatMap((c) => c.stage.checks.map((k) => [k.id, k.title] as const)))]);
  const heat = (c: (typeof columns)[number]) =>
    c.sum.power
      .find((p) => p.state === 'peak')!
      .heat.filter((h) => h.stage === stage.id)
      .reduce((w, h) => w + h.power, 0);
  /** What each way of the same job costs, beside its margins. */
  const costs = (c: (typeof columns)[number]): WayCosts | null => c.stage.kind.serves?.costs(c.stage.judged.x, (name) => c.stage.judged.nominal(name)) ?? null;
  const COSTS: readonly [key: Exclude<keyof WayCosts, 'fails'>, title: string, unit: Unit][] = [
    ['heat', 'heat of the switch', 'W'],
    ['area', 'area', 'm2'],
    ['cost', 'price over the years wanted', 'money'],
    ['years', 'life', 'years'],
    ['leakage', 'leaks when off', 'A'],
  ];
  async function rivals(): Promise<void> {
    const { KINDS } = await import('../../../core/kinds/all.ts');
    say('ways side by side', layOut(session.doc, stage.id, rivalsOf(stage.kind, stage.judged.x, KINDS)));
  }
  const musts = (c: (typeof columns)[number]) => c.sum.findings.filter((f) => f.severity === 'must').length;
  const parts = (s: StageSum) =>
    s.parts
      .filter((p) => p.value !== null && p.def.type !== 'device')
      .map((p) => `${p.slot} ${formatText(p.value!, valueUnit(p.def.type), 3)}`)
      .join(', ') || 'none with a value';

  const say = (label: string, doc: typeof session.doc) => {
    const issues = session.edit(`${stage.title}: ${label}`, doc);
    wrong = issues.map((i) => i.message).join(' ');
    return !wrong;
  };
  function price(column: number, name: string, value: Uncertain | undefined): string | undefined {
    if (value !== undefined && typeof value !== 'number') return 'Write one number.';
    const doc = setCost(session.doc, stage.id, column === 0 ? null : column - 1, value);
    const label = `${stage.title}: cost of ${name}`;
    return (
      session
        .edit(label, doc)
        .map((i) => i.message)
        .join(' ') || undefined
    );
  }
  const named = () => title.trim() || `option ${options.length + 1}`;
  function keep(): void {
    if (say(`keep ${named()}`, keepAsOption(session.doc, stage.id, named()))) title = '';
  }
  function add(): void {
    if (say(`option ${named()}`, addOption(session.doc, stage.id, kind || stage.kind.id, named()))) title = '';
  }
  function choose(): void {
    if (asking === null) return;
    if (!reason.trim()) wrong = 'Say why, in a few words: two revisions later nobody knows.';
    else if (say(`choose ${options[asking]!.title}`, chooseOption(session.doc, stage.id, asking, reason.trim()))) [asking, reason] = [null, ''];
  }
</script>

<div class="wide">
  {#if options.length === 0}
    <p class="soft">
      Keep what you have as an option before you change it, or try another kind for the same place: both stand side by side on the same margins, and what you
      choose is kept with its reason.
    </p>
  {/if}
  <form class="inline" onsubmit={(e) => (e.preventDefault(), keep())}>
    <label class="inline">name <input type="text" bind:value={title} placeholder="what makes it different" maxlength="80" /></label>
    <Button type="submit">Keep this design as an option</Button>
    <span class="soft">or</span>
    <label class="inline"
      >add <select bind:value={() => kind || stage.kind.id, (v) => (kind = v)}
        >{#await import('../../../core/kinds/all.ts')}<option value={stage.kind.id}>{stage.kind.title}</option>{:then { KINDS }}{#each KINDS as k (k.id)}<option
              value={k.id}>{k.title}</option
            >{/each}{/await}</select
      ></label
    >
    <Button onclick={add}>as an option</Button>
    {#if stage.kind.serves}<Button look="main" onclick={() => void rivals()}>Lay every way to do this side by side</Button>{/if}
  </form>
  {#if wrong}<p class="wrong" role="alert">{wrong}</p>{/if}
  {#if decision}<p>Chosen: <b>{decision.chosen}</b>, because {decision.reason}</p>{/if}
  {#if options.length}
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <td></td>
            {#each columns as c, i (i)}<th class:now={i === 0}>{c.name}{i === 0 ? ' · on the board' : ''}</th>{/each}
          </tr>
        </thead>
        <tbody>
          <tr
            ><td>kind</td>{#each columns as c, i (i)}<td>{c.stage.kind.title}</td>{/each}</tr
          >
          <tr
            ><td>parts</td>{#each columns as c, i (i)}<td class="small">{parts(c.stage)}</td>{/each}</tr
          >
          <tr>
            <td>cost of one, {currencyOf(session.doc)}</td>
            {#each columns as c, i (i)}
              <td>
                <QuantityField
                  value={c.stage.doc.cost ?? null}
                  unit=""
                  label="Cost of {c.name}"
                  empty="not known"
                  clears
                  onset={(value) => price(i, c.name, value)}
                />
              </td>
            {/each}
          </tr>
          <tr
            ><td>heat at peak</td>{#each columns as c, i (i)}<td class="num">{formatText(heat(c), 'W', 3)}</td>{/each}</tr
          >
          <tr
            ><td>must be mended on the board</td>{#each columns as c, i (i)}<td class="num" class:bad={musts(c) > 0}>{musts(c)}</td>{/each}</tr
          >
          <tr
            ><td>tightest here</td>{#each columns as c, i (i)}<td
                >{#if c.stage.tightest}{c.stage.tightest.title} <Margin check={c.stage.tightest} />{/if}</td
              >{/each}</tr
          >
          {#if stage.kind.serves}
            {#each COSTS as [key, label, unit] (key)}
              <tr
                ><td>{label}</td>{#each columns as c, i (i)}{@const v = costs(c)?.[key] ?? null}<td class="num"
                    >{v === null ? 'not known' : formatText(v, unit, 3)}</td
                  >{/each}</tr
              >
            {/each}
            <tr
              ><td>fails</td>{#each columns as c, i (i)}<td class="small">{costs(c)?.fails ?? ''}</td>{/each}</tr
            >
          {/if}
          {#each rows as [id, name] (id)}
            <tr>
              <td>{name}</td>
              {#each columns as c, i (i)}
                {@const check = c.stage.checks.find((k) => k.id === id)}
                <td
                  >{#if check}<span class="cell"><StatusMark status={check.status} /> <MarginBar {check} width={84} height={12} /> <Margin {check} /></span
                    >{:else}<span class="soft">–</span>{/if}</td
                >
              {/each}
            </tr>
          {/each}
          <tr class="no-print">
            <td></td><td></td>
            {#each options as o, i (i)}
              <td
                ><Button onclick={() => ([asking, wrong] = [i, ''])}>Choose</Button>
                <Button look="quiet" onclick={() => say(`without option ${o.title}`, removeOption(session.doc, stage.id, i))}>Drop</Button></td
              >
            {/each}
          </tr>
        </tbody>
      </table>
    </div>
    {#if asking !== null && options[asking]}
      <form class="inline" onsubmit={(e) => (e.preventDefault(), choose())}>
        <!-- svelte-ignore a11y_autofocus -->
        <label class="inline why">{options[asking]!.title}, because <input type="text" bind:value={reason} maxlength="2000" autofocus /></label>
        <Button look="main" type="submit">Choose it</Button>
        <Button look="quiet" onclick={() => (asking = null)}>Not now</Button>
      </form>
    {/if}
  {/if}
</div>

<style>
  .wide {
    grid-column: 1 / -1;
    display: grid;
    gap: 14px;
  }
  label {
    flex-wrap: nowrap;
  }
  .why {
    flex: 1;
  }
  .why input {
    flex: 1;
    min-width: 20ch;
  }
  .scroll {
    overflow-x: auto;
  }
  .now {
    color: var(--ink);
  }
  .cell {
    display: inline-flex;
    gap: 8px;
    align-items: center;
  }
  .bad,
  .wrong {
    color: var(--fail);
  }
</style>
