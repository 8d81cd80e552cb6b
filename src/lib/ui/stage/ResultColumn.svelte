<script lang="ts">
  import { helpFor } from '../../../core/stage/help.ts';
  import { page } from '$app/state';
  import { setWaiver } from '../../../core/board/edit.ts';
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import { worstText } from '../../../core/files/check-text.ts';
  import { isCondition, passes } from '../../../core/stage/judge.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import { listed } from '../../../core/stage/contract.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import Margin from '../atoms/Margin.svelte';
  import Quantity from '../atoms/Quantity.svelte';
  import StatusMark from '../atoms/StatusMark.svelte';
  import MarginBar from '../board/MarginBar.svelte';
  import WaiverBox from '../board/WaiverBox.svelte';
  import { helpsFor } from './helps.ts';
  import Remedies from '../board/Remedies.svelte';

  let { session, stage }: { session: BoardSession; stage: StageSum } = $props();
  let waivers = $derived((session.doc.waivers ?? []).filter((w) => w.stage === stage.id));
  const waiver = (check: string) => waivers.find((w) => w.check === check);
  const refuse = (check: string, title: string, reason: string | null) =>
    session.edit(`${stage.title}: ${reason === null ? 'take advice on' : 'refuse advice on'} ${title}`, setWaiver(session.doc, stage.id, check, reason));
  let target = $derived(page.url.hash.slice(1));
  // The column comes after the page, which has looked for its target by then.
  $effect(() => {
    if (target) document.getElementById(target)?.scrollIntoView({ block: 'nearest' });
  });
  let judged = $derived(new Set(stage.checks.map((c) => (stage.kind.checks as Record<string, { value: unknown }>)[c.id]!.value)));
  let others = $derived(
    listed(stage.kind.outcomes)
      .filter(([name]) => !judged.has(name))
      .map(([name, def]) => ({ name, def, text: def.text ? stage.judged.text(name) : null, spread: stage.judged.out(name) }))
      .filter((o) => o.text !== null || o.spread.nominal !== null || o.spread.absent?.sort !== 'none'),
  );
  const sentence = (reason: string | undefined) => (reason ? `${reason.charAt(0).toUpperCase()}${reason.slice(1)}.` : '');
  /** Ends that read the same say nothing. */
  const shownApart = (c: StageSum['checks'][number]) => formatText(c.spread.low!, c.unit, 3) !== formatText(c.spread.high!, c.unit, 3);
  /** So many checks and helps leave room on the sheet for what is not judged. */
  const ROOM = 8;
  let bad = $derived(stage.checks.filter((c) => !passes(c.status)));
  // What would help is looked for beside the page: the figures come first.
  let lone = $derived(bad.filter((c) => !c.follows));
  $effect(() =>
    session.mender.look(
      session.sum,
      lone.map((c) => [stage.id, c.id] as const),
    ),
  );
  let helps = $derived(
    helpsFor(
      lone.flatMap(({ id, title, severity, status, reason, from }) => {
        const help = session.mender.of(session.doc, stage.id, id)?.help;
        return help === undefined ? [] : [{ id, title, severity, status, from, help, ...(reason === undefined ? {} : { reason }) }];
      }),
    ),
  );
  /** What follows from another check is told in one breath. */
  let following = $derived(bad.filter((c) => c.follows));
</script>

<section>
  <h2>Result</h2>
  <ul class="checks">
    {#each stage.checks as c (c.id)}
      <li class={c.status} class:target={c.id === target} id={c.id}>
        <StatusMark status={c.status} />
        <span class="title"
          >{c.title}{#if waiver(c.id)}<span class="soft small"> waived</span>{/if}</span
        >
        <span class="val"
          >{#if isCondition(c)}{worstText(c)}{:else}<Quantity value={c.spread.nominal} unit={c.unit} />{/if}</span
        >
        <span class="ends small soft num"
          >{#if c.spread.low !== null && c.spread.high !== null && shownApart(c)}<Quantity value={c.spread.low} unit={c.unit} digits={3} /> … <Quantity
              value={c.spread.high}
              unit={c.unit}
              digits={3}
            />{/if}</span
        >
        {#if isCondition(c)}<span></span><span></span>{:else}
          <MarginBar check={c} width={92} />
          <span class="margin"><Margin check={c} /></span>
        {/if}
        <span class="limit small soft" title={c.from}>
          {#if isCondition(c)}{:else if c.window}<Quantity value={c.window.target} unit={c.unit} digits={3} /> ±&#8239;<Quantity
              value={c.window.band}
              unit={c.unit}
              digits={2}
            />
          {:else if c.limit !== null}{c.sense === 'atLeast' ? '≥' : '≤'}&#8239;<Quantity value={c.limit} unit={c.unit} digits={3} />{:else}limit not known{/if}
        </span>
      </li>
    {/each}
  </ul>
  {#each helps as c (c.id)}
    <p class="help {c.status} {c.severity}">
      <b>{c.titles}.</b>
      {sentence(c.reason)}
      {c.help} <span class="soft small">Limit: {c.limits}.</span>
      <Remedies {session} {stage} check={c.id} />
    </p>
    {#if c.severity === 'should'}
      {@const refused = waiver(c.id)}
      {#if refused}
        <p class="small refused">
          Advice refused, because {refused.reason} <button type="button" onclick={() => refuse(c.id, c.title, null)}>take it back</button>
        </p>
      {:else}
        <details class="no-print">
          <summary class="small">refuse this advice, because…</summary>
          <WaiverBox label="Why the advice on {c.title} is refused" onwaive={(reason) => refuse(c.id, c.title, reason)} />
        </details>
      {/if}
    {/if}
  {/each}
  {#if following.length}
    <p class="help fail {following.some((c) => c.severity === 'must') ? 'must' : ''}">
      <b>{following.map((c) => c.title).join(', ')}.</b>
      {sentence(following[0]!.reason)}
      {following[0]!.help}
    </p>
  {/if}
  {#if others.length && stage.checks.length + helps.length > ROOM}
    <details class="more">
      <summary>{others.length} more figures</summary>
      {@render figures()}
    </details>
  {:else if others.length}
    {@render figures()}
  {/if}
</section>

{#snippet figures()}
  <ul class="others">
    {#each others as o (o.name)}
      <li>
        <span title={helpFor(stage.kind, o.name, 'outcome')}>{o.def.title}</span>
        {#if o.text !== null}<b>{o.text}</b>{:else}<Quantity value={o.spread.nominal} unit={o.def.unit} />{/if}
        <span class="small soft"
          >{#if o.text !== null}{:else if o.spread.nominal === null}{o.spread.absent
              ?.reason}{:else if o.spread.low !== null && o.spread.low !== o.spread.high}<Quantity value={o.spread.low} unit={o.def.unit} digits={3} /> … <Quantity
              value={o.spread.high}
              unit={o.def.unit}
              digits={3}
            />{:else if o.spread.absent}{o.spread.absent.reason}{/if}</span
        >
      </li>
    {/each}
  </ul>
{/snippet}

<style>
  section {
    container-type: inline-size;
  }
  ul {
    list-style: none;
  }
  .checks li {
    display: grid;
    grid-template-columns: 14px minmax(84px, 1fr) 94px 124px 92px 54px 84px;
    gap: 7px;
    align-items: center;
    min-height: 34px;
    padding: 2px 0;
    border-bottom: 1px solid var(--line);
    scroll-margin-top: 20px;
  }
  .target {
    background: var(--wash);
  }
  .title {
    line-height: 1.15;
  }
  .val {
    font-weight: 500;
  }
  .margin {
    text-align: right;
  }
  .limit {
    white-space: nowrap;
  }
  .help {
    border-left: 3px solid var(--copper);
    padding: 2px 0 2px 10px;
    margin-top: 10px;
    max-width: 80ch;
  }
  .help.fail.must {
    border-color: var(--fail);
  }
  .refused,
  details {
    margin: 2px 0 0 13px;
  }
  summary,
  .refused button {
    color: var(--copper);
    cursor: pointer;
  }
  .refused button {
    border: 0;
    background: none;
    padding: 0;
    text-decoration: underline;
  }
  .others {
    columns: 2;
    column-gap: 24px;
    margin-top: 12px;
    font-size: 0.93rem;
  }
  .others li {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 8px;
    break-inside: avoid;
    padding: 3px 0;
    border-bottom: 1px solid var(--line);
  }
  .others li span:first-child {
    flex: 1 1 120px;
  }
  @container (max-width: 587px) {
    .checks li {
      grid-template-columns: 14px minmax(0, 1fr) 94px 92px 54px;
    }
    .ends,
    .limit {
      display: none;
    }
    .others {
      columns: 1;
    }
  }
</style>
