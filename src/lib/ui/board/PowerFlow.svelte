<script lang="ts">
  import type { Sum } from '../../../core/board/evaluate.ts';
  import type { StateId } from '../../../core/stage/contract.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import { BAR, dropPath, ribbonPath, TALL, type FlowNode, type PowerFlow } from './power-flow.ts';

  interface Props {
    sum: Sum;
    flow: PowerFlow | null;
    state: StateId;
    base: string;
    /** What there is to draw in. */
    width: number;
    /** Shows what is folded behind a stage or into one bar. */
    onopen: (id: string) => void;
  }
  let { sum, flow, state, base, width = $bindable(), onopen }: Props = $props();
  /** The way into a stage, with its tightest line in view. */
  const into = (id: string) => {
    const tightest = sum.byId.get(id)?.tightest;
    return `${base}/stages/${id}${tightest ? `#${tightest.id}` : ''}`;
  };
  const title = (id: string) => sum.byId.get(id)?.title ?? id;
  const copies = (id: string) => {
    const stage = sum.byId.get(id);
    const n = stage ? stage.copies * stage.times : 1;
    return n > 1 ? ` ×${n}` : '';
  };
  const w = (v: number) => formatText(v, 'W', 3);
  /** Words above a bar end where the next column begins. */
  const room = (n: FlowNode) => {
    const next = Math.min(flow!.width, ...flow!.nodes.map((o) => o.x).filter((x) => x > n.x + 1));
    return Math.floor((next - n.x - 8) / 7.3);
  };
  const cut = (text: string, most: number) => (text.length > most ? `${text.slice(0, Math.max(4, most - 1))}…` : text);
  const sorry = (n: FlowNode) => n.rail && (n.rail.limit ?? Infinity) < n.rail.current[state];
  /** The window of its rail with ripple, and what it carries of what it can, each from long to short. */
  const lines = (n: FlowNode): [string[], string[]] => {
    const { rail } = n;
    if (!rail?.stands) return [rail ? ['does not stand'] : [''], [w(n.watts)]];
    const [volts, amps] = [(v: number, digits: number) => formatText(v, 'V', digits), formatText(rail.current[state], 'A', 3)];
    const window = `${volts(rail.stands.low, 4)} … ${volts(rail.stands.high, 4)}`;
    return [
      [...(rail.ripple.high > 0 ? [`${window}, ripple ${volts(rail.ripple.high, 2)}`] : []), window, volts(rail.stands.nominal, 3)],
      [...(rail.limit === null ? [] : [`${amps} of ${formatText(rail.limit, 'A', 3)}`]), amps],
    ];
  };
  const fitting = (texts: string[], most: number) => texts.find((t) => t.length <= most) ?? texts.at(-1)!;
  const said = (n: FlowNode) =>
    `${title(n.id)}${copies(n.id)}: ${w(n.watts)}${n.lost > 0 ? `, of which ${w(n.lost)} leave as heat` : ''}${n.rail ? `; rail ${n.rail.name}, ${lines(n)[0][0]}, ${lines(n)[1][0]}` : ''}`;
  const open = (e: Event, id: string) => {
    if (e instanceof KeyboardEvent && e.key !== 'Enter' && e.key !== ' ') return;
    e.preventDefault();
    onopen(id);
  };
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="flow" class:long={flow && flow.height > TALL} bind:clientWidth={width} tabindex={flow && flow.height > TALL ? 0 : undefined}>
  {#if flow}
    <svg width={flow.width} height={flow.height} viewBox="0 0 {flow.width} {flow.height}" role="group" aria-label="Power from sources to loads">
      {#each flow.ribbons as r (r.from + r.to + r.rail)}
        <a href={into(r.to)} tabindex="-1" aria-hidden="true"
          ><path d={ribbonPath(r)} class="ribbon" class:charge={r.charge}
            ><title>{title(r.from)} {r.charge ? 'charges' : '→'} {title(r.to)}: {w(r.watts)}{r.charge ? '' : ` on ${r.rail}`}</title></path
          ></a
        >
      {/each}
      {#each flow.nodes as n (n.id)}
        {#if n.lost > 0}
          <path d={dropPath(n)} class="drop"><title>{title(n.id)} loses {w(n.lost)} as heat</title></path>
          <text x={n.x + BAR + 22 + n.lostHeight} y={n.y + n.height + 11} class="lost">{w(n.lost)}</text>
        {/if}
        {#if n.behind || n.small.length}
          {@const many = n.behind || n.small.length}
          <g
            role="button"
            tabindex="0"
            aria-label={n.behind ? `Show the ${many} stages behind ${title(n.id)}` : `Show ${many} small loads, ${w(n.watts)} together`}
            onclick={(e) => open(e, n.id)}
            onkeydown={(e) => open(e, n.id)}
          >
            {#if n.behind}
              <text x={n.x + 10} y={n.y + n.height / 2 + 4} class="more">+ {many} behind it</text>
            {:else}
              <rect x={n.x} y={n.y} width={BAR} height={Math.max(1, n.height)} class="bar" />
              <text x={n.x + 10} y={n.y + n.height / 2 - 2} class="more">+ {many} small loads</text>
              <text x={n.x + 10} y={n.y + n.height / 2 + 14}>{w(n.watts)}</text>
            {/if}
          </g>
        {/if}
        {#if !n.small.length}
          <a href={into(n.id)} aria-label={said(n)}>
            {#if n.load}
              <rect x={n.x} y={n.y} width={BAR} height={Math.max(1, n.height)} class="bar" />
              <text x={n.x + 10} y={n.y + n.height / 2 - 2} class="name">{title(n.id)}{copies(n.id)}</text>
              <text x={n.x + 10} y={n.y + n.height / 2 + 14}>{w(n.watts)}</text>
            {:else}
              <text x={n.x} y={n.y - (n.rail ? 36 : 20)} class="name">{cut(title(n.id) + copies(n.id), room(n))}</text>
              <text x={n.x} y={n.y - 20} class:bad={n.rail && !n.rail.stands}>{fitting(lines(n)[0], room(n))}</text>
              <text x={n.x} y={n.y - 5} class:bad={sorry(n)}>{fitting(lines(n)[1], room(n))}</text>
              <rect x={n.x} y={n.y} width={BAR} height={Math.max(1, n.height)} class="bar" />
            {/if}
          </a>
        {/if}
      {/each}
    </svg>
  {/if}
</div>

<style>
  .flow {
    min-width: 0;
    overflow: hidden;
  }
  .long {
    max-height: 520px;
    overflow-y: auto;
    border-bottom: 1px solid var(--line);
  }
  @media print {
    .long {
      max-height: none;
    }
  }
  svg {
    display: block;
  }
  .ribbon {
    fill: var(--flow);
    opacity: 0.24;
  }
  .ribbon.charge {
    fill: none;
    stroke: var(--flow);
    stroke-dasharray: 5 4;
    opacity: 0.9;
  }
  a:hover .ribbon {
    opacity: 0.4;
  }
  .bar {
    fill: var(--ink);
  }
  .drop {
    fill: var(--heat);
    opacity: 0.8;
  }
  text {
    font:
      12px 'Fira Code',
      monospace;
    font-variant-ligatures: none;
    fill: var(--soft);
  }
  .name {
    font:
      600 13.5px 'Fira Sans',
      sans-serif;
    fill: var(--ink);
  }
  .lost {
    fill: var(--heat-text);
  }
  .more {
    fill: var(--copper);
  }
  [role='button'] {
    cursor: pointer;
  }
  [role='button']:hover .more {
    text-decoration: underline;
  }
  [role='button']:focus-visible {
    outline: 2px solid var(--copper);
    outline-offset: 2px;
  }
  .bad {
    fill: var(--fail);
    font-weight: 600;
  }
  a:hover .name,
  a:focus-visible .name {
    fill: var(--copper);
    text-decoration: underline;
  }
  a:focus-visible {
    outline: 2px solid var(--copper);
    outline-offset: 2px;
  }
</style>
