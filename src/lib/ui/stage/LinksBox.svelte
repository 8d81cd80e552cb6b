<script lang="ts">
  import { railPorts, signalPorts } from '../../../core/stage/ports.ts';
  import { choicesFor, freeRail, setPin, setRail, setSignal, setStage, sheltersFor } from '../../../core/board/edit.ts';
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';

  let { session, stage }: { session: BoardSession; stage: StageSum } = $props();
  let choices = $derived(choicesFor(session.doc, stage.doc));
  let rails = $derived(railPorts(stage.kind));
  let signals = $derived(
    signalPorts(stage.kind).filter(([port, p]) => p.role === 'in' && (stage.doc.signals?.[port] || (p.exists?.(stage.judged.x.given) ?? true))),
  );
  /** Of many inputs those that are connected and the next free one: a scan has sixteen. */
  const MANY = 4;
  let all = $state(false);
  let offered = $derived.by(() => {
    if (all || signals.length <= MANY) return signals;
    const free = signals.findIndex(([port]) => !stage.doc.signals?.[port]);
    return signals.filter(([port], i) => stage.doc.signals?.[port] || i === free);
  });
  let shelters = $derived(sheltersFor(session.doc, stage.doc));
  let onlyBox = $derived(shelters.inside.length === 1 && !stage.kind.outdoors);
  let outputs = $derived(
    session.doc.stages.flatMap((s) =>
      Object.values(s.signals ?? {})
        .filter((ref) => ref.startsWith(`${stage.id}.`))
        .map((ref) => ({ ref, title: session.sum.byId.get(s.id)?.title ?? s.id, id: s.id })),
    ),
  );
  let wrong = $state('');
  const NEW = '\u0000new';

  const say = (issues: { message: string }[]) => (wrong = issues.map((i) => i.message).join(' '));
  function connectRail(port: string, value: string): void {
    const rail = value === NEW ? freeRail(session.doc, 'rail') : value || undefined;
    say(session.edit(`${stage.title}: ${port} on ${rail ?? 'nothing'}`, setRail(session.doc, stage.id, port, rail)));
  }
  const connectSignal = (port: string, ref: string) =>
    say(session.edit(`${stage.title}: ${port} from ${ref || 'nothing'}`, setSignal(session.doc, stage.id, port, ref || undefined)));
  const shelter = (link: 'mount' | 'inside', to: string) =>
    say(session.edit(`${stage.title}: ${link === 'mount' ? 'mounted on' : 'inside'} ${to || 'nothing'}`, setStage(session.doc, stage.id, { [link]: to })));
  const controller = $derived(session.doc.controller);
  let uses = $derived(
    controller ? Object.entries(stage.kind.controller?.uses ?? {}).filter(([use, def]) => stage.doc.pins?.[use] || !def.unless?.(stage.judged.x)) : [],
  );
  const connectPin = (use: string, title: string, pin: string) =>
    say(session.edit(`${stage.title}: ${title} on ${pin || 'no pin'}`, setPin(session.doc, stage.id, use, pin || undefined)));
  const titleOf = (id: string) => session.sum.byId.get(id)?.title ?? id;
  const nameOf = (ref: string) => {
    const [id, port] = ref.split('.') as [string, string];
    const title = session.sum.byId.get(id)?.title;
    return title ? (port === 'out' ? title : `${title}, ${port}`) : `${ref} (gone)`;
  };
</script>

{#if rails.length || signals.length || uses.length || shelters.mount.length || shelters.inside.length}
  <div class="links">
    {#each rails as [port, def] (port)}
      {@const now = stage.doc.rails?.[port] ?? ''}
      <label>
        <span
          >{def.role === 'provides'
            ? 'provides rail'
            : def.role === 'battery'
              ? 'charges battery'
              : port === 'in'
                ? 'fed from rail'
                : `${port} from rail`}</span
        >
        {#if def.role === 'provides'}
          <input type="text" value={now} placeholder="name it" maxlength="40" onchange={(e) => connectRail(port, e.currentTarget.value.trim())} />
        {:else}
          <select value={now} onchange={(e) => connectRail(port, e.currentTarget.value)}>
            <option value="">not connected</option>
            {#each [...new Set([...choices.rails, ...(now ? [now] : [])])] as r (r)}<option value={r}>{r}</option>{/each}
            <option value={NEW}>a rail of its own…</option>
          </select>
        {/if}
      </label>
    {/each}
    {#each offered as [port] (port)}
      {@const now = stage.doc.signals?.[port] ?? ''}
      <label>
        <span>{signals.length > 1 ? `${port} from` : 'signal from'}</span>
        <select value={now} onchange={(e) => connectSignal(port, e.currentTarget.value)}>
          <option value="">not connected</option>
          {#each [...new Set([...choices.signals, ...(now ? [now] : [])])] as ref (ref)}<option value={ref}>{nameOf(ref)}</option>{/each}
        </select>
      </label>
    {/each}
    {#if offered.length < signals.length}
      <button type="button" class="more small" onclick={() => (all = true)}>all {signals.length} inputs</button>
    {/if}
    {#each uses as [use, def] (use)}
      {@const now = stage.doc.pins?.[use] ?? ''}
      <label>
        <span>{def.title} on pin</span>
        <select value={now} onchange={(e) => connectPin(use, def.title, e.currentTarget.value)}>
          <option value="">no pin</option>
          {#each [...new Set([...Object.keys(controller?.pins ?? {}), ...(now ? [now] : [])])] as pin (pin)}<option>{pin}</option>{/each}
        </select>
      </label>
    {/each}
    {#each [['mount', 'mounted on', 'no heatsink of the board'], ['inside', 'stands inside', onlyBox ? titleOf(shelters.inside[0]!.id) : 'no enclosure']] as const as [link, label, none] (link)}
      {#if shelters[link].length}
        <label>
          <span>{label}</span>
          <select value={stage.doc[link] ?? ''} onchange={(e) => shelter(link, e.currentTarget.value)}>
            <option value="">{none}</option>
            {#each shelters[link] as s (s.id)}<option value={s.id}>{titleOf(s.id)}</option>{/each}
          </select>
        </label>
      {/if}
    {/each}
    {#if outputs.length}<p class="small soft">
        heard by {#each outputs as o, i (o.id)}{i ? ', ' : ''}<a href="{session.base}/stages/{o.id}">{o.title}</a>{/each}
      </p>{/if}
    {#if wrong}<p class="wrong small" role="alert">{wrong}</p>{/if}
  </div>
{/if}

<style>
  .more {
    border: 0;
    background: none;
    padding: 2px 0;
    color: var(--copper);
    text-align: left;
    cursor: pointer;
  }
  .links {
    display: grid;
    gap: 4px;
    padding: 6px 0;
    border-bottom: 1px solid var(--ink);
  }
  label {
    display: grid;
    grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
    gap: 8px;
    align-items: baseline;
  }
  select,
  input {
    padding: 3px 4px;
  }
  .wrong {
    color: var(--fail);
  }
</style>
