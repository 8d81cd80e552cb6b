<script lang="ts">
  import type { Sum } from '../../../core/board/evaluate.ts';
  import type { StateId } from '../../../core/kinds/contract.ts';
  import { formatText } from '../../../core/quantity/format.ts';
  import { BAR, dropPath, ribbonPath, type FlowNode, type PowerFlow } from './power-flow.ts';

  /** `width` is what there is to draw in. */
  let { sum, flow, state, base, width = $bindable() }: { sum: Sum; flow: PowerFlow | null; state: StateId; base: string; width: number } = $props();
  /** Higher than this, px, it scrolls by itself, so that the other panels stay near. */
  const TALL = 620;
  const title = (id: string) => sum.byId.get(id)?.title ?? id;
  const copies = (id: string) => {
    const n = sum.byId.get(id)?.copies ?? 1;
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
  /** The window of its rail with ripple, and what it carries of what it can. */
  const lines = (n: FlowNode): string[] => {
    const { rail } = n;
    if (!rail?.voltage) return ['', w(n.watts)];
    const ripple = rail.ripple > 0 ? `, ripple ${formatText(rail.ripple, 'V', 2)}` : '';
    const limit = rail.limit === null ? '' : ` of ${formatText(rail.limit, 'A', 3)}`;
    return [
      `${formatText(rail.voltage.low, 'V', 4)} … ${formatText(rail.voltage.high, 'V', 4)}${ripple}`,
      `${formatText(rail.current[state], 'A', 3)}${limit}`,
    ];
  };
  const said = (n: FlowNode) =>
    `${title(n.id)}${copies(n.id)}: ${w(n.watts)}${n.lost > 0 ? `, of which ${w(n.lost)} leave as heat` : ''}${n.rail ? `; rail ${n.rail.name}, ${lines(n).join(', ')}` : ''}`;
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="flow" class:long={flow && flow.height > TALL} bind:clientWidth={width} tabindex={flow && flow.height > TALL ? 0 : undefined}>
  {#if flow}
    <svg width={flow.width} height={flow.height} viewBox="0 0 {flow.width} {flow.height}" role="group" aria-label="Power from sources to loads">
      {#each flow.ribbons as r (r.from + r.to + r.rail)}
        <a href="{base}/stages/{r.to}" tabindex="-1" aria-hidden="true"
          ><path d={ribbonPath(r)} class="ribbon"><title>{title(r.from)} → {title(r.to)}: {w(r.watts)} on {r.rail}</title></path></a
        >
      {/each}
      {#each flow.nodes as n (n.id)}
        {#if n.lost > 0}
          <path d={dropPath(n)} class="drop"><title>{title(n.id)} loses {w(n.lost)} as heat</title></path>
          <text x={n.x + BAR + 22 + n.lostHeight} y={n.y + n.height + 11} class="lost">{w(n.lost)}</text>
        {/if}
        <a href="{base}/stages/{n.id}" aria-label={said(n)}>
          {#if n.load}
            <rect x={n.x} y={n.y} width={BAR} height={Math.max(1, n.height)} class="bar" />
            <text x={n.x + 10} y={n.y + n.height / 2 - 2} class="name">{title(n.id)}{copies(n.id)}</text>
            <text x={n.x + 10} y={n.y + n.height / 2 + 14}>{w(n.watts)}</text>
          {:else}
            <text x={n.x} y={n.y - 36} class="name">{cut(title(n.id) + copies(n.id), room(n))}</text>
            <text x={n.x} y={n.y - 20}>{lines(n)[0]!.length > room(n) ? lines(n)[0]!.split(',')[0] : lines(n)[0]}</text>
            <text x={n.x} y={n.y - 5} class:bad={sorry(n)}>{lines(n)[1]}</text>
            <rect x={n.x} y={n.y} width={BAR} height={Math.max(1, n.height)} class="bar" />
          {/if}
        </a>
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
