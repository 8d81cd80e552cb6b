<script lang="ts">
  import { byMargin, type Sum } from '../../../core/board/evaluate.ts';
  import { isCondition } from '../../../core/stage/judge.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import FindingText from './FindingText.svelte';
  import { findingKey } from './finding-key.ts';
  import MarginRow from './MarginRow.svelte';
  import Remedies from './Remedies.svelte';

  let { sum, base, session }: { sum: Sum; base: string; session: BoardSession } = $props();
  let stage = $state('');
  let severity = $state('');
  /** The tightest are what one looks for, and whatever fails; the others wait. */
  const FEW = 14;
  let whole = $state(false);
  const waived = (stage: string, check: string) => (sum.doc.waivers ?? []).some((w) => w.stage === stage && w.check === check);
  // What is waived has been decided; it stands after what has not.
  let all = $derived(
    sum.stages
      .flatMap((s) => s.checks.filter((check) => !isCondition(check)).map((check) => ({ check, s })))
      .sort((a, b) => Number(waived(a.s.id, a.check.id)) - Number(waived(b.s.id, b.check.id)) || byMargin(a.check, b.check)),
  );
  let shown = $derived(all.filter((m) => (!stage || m.s.id === stage) && (!severity || m.check.severity === severity)));
  let most = $derived(Math.max(FEW, shown.filter((m) => m.check.status === 'fail').length));
  let findings = $derived(sum.findings.filter((f) => sum.byId.get(f.stage ?? '')?.checks.find((c) => c.id === f.check && !isCondition(c)) === undefined));
  // What would help is looked for beside the page: the figures come first.
  let first = $derived(shown.find((m) => m.check.status === 'fail' && !m.check.follows));
  let help = $derived(first && session.mender.of(session.doc, first.s.id, first.check.id)?.help);
</script>

<div class="head">
  <h2>Margins</h2>
  <span class="soft small">tightest first</span>
</div>
<div class="filters no-print">
  <select bind:value={stage} aria-label="Margins of">
    <option value="">all stages</option>
    {#each sum.stages as s (s.id)}<option value={s.id}>{s.title}</option>{/each}
  </select>
  <select bind:value={severity} aria-label="Severity">
    <option value="">any severity</option>
    <option value="must">must</option>
    <option value="should">should</option>
    <option value="note">note</option>
  </select>
</div>
{#each findings.filter((f) => f.severity === 'must') as f (findingKey(f))}
  <p class="finding must"><b>must</b> <FindingText {session} finding={f} /></p>
{/each}
{#if first}
  <p class="finding">
    <b>{first.s.title}.</b>
    {help ?? first.check.title}
    <Remedies {session} stage={first.s} check={first.check.id} />
  </p>
{/if}
<div>
  {#each whole ? shown : shown.slice(0, most) as m (`${m.s.id} ${m.check.id}`)}
    <MarginRow check={m.check} stage={m.s.title} href="{base}/stages/{m.s.id}#{m.check.id}" width={234} waived={waived(m.s.id, m.check.id)} />
  {:else}<p class="soft">No margins here.</p>{/each}
  {#if !whole && shown.length > most}<button type="button" class="no-print" onclick={() => (whole = true)}>all {shown.length} margins</button>{/if}
</div>
{#each findings.filter((f) => f.severity !== 'must') as f (findingKey(f))}
  <p class="finding note small"><FindingText {session} finding={f} /></p>
{/each}

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
  }
  .filters {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
    margin: 8px 0;
  }
  select {
    font-size: 0.87rem;
  }
  button {
    margin: 10px 0;
    padding: 6px 12px;
    border: 1px solid var(--line);
    background: var(--ground);
    color: var(--copper);
    cursor: pointer;
  }
  .finding {
    border-left: 3px solid var(--copper);
    padding: 2px 0 2px 10px;
    margin: 8px 0;
  }
  .must {
    border-color: var(--fail);
  }
  .note {
    border-color: var(--line);
    color: var(--soft);
  }
</style>
