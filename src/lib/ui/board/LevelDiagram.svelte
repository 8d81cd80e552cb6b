<script lang="ts">
  import type { ChainPoint } from '../../../core/board/evaluate.ts';

  let { chain }: { chain: ChainPoint[] } = $props();
  const W = 170;
  const H = 86;
  const TOP = 6;
  /** Six decades from the clipping level down. */
  const DECADES = 6;
  let peak = $derived(Math.max(...chain.map((p) => Math.max(p.clips ?? 0, Math.abs(p.high ?? 0))), 1e-9));
  const y = (volts: number | null) => {
    if (volts === null || volts <= 0) return null;
    const share = Math.log10(peak / volts) / DECADES;
    return TOP + Math.max(0, Math.min(1, share)) * (H - 2 * TOP);
  };
  let x = $derived((i: number) => (chain.length === 1 ? W / 2 : 20 + (i * (W - 40)) / (chain.length - 1)));
  const path = (of: (p: ChainPoint) => number | null) =>
    chain
      .map((p, i) => ({ x: x(i), y: y(of(p)) }))
      .filter((p) => p.y !== null)
      .map((p, i) => `${i ? 'L' : 'M'}${p.x} ${p.y}`)
      .join('');
  // A line needs two ends; where only one is known it is drawn as a short dash there.
  const line = (of: (p: ChainPoint) => number | null) => {
    const d = path(of);
    return d.includes('L') || !d ? d : `${d}h-14`;
  };
</script>

<svg width={W} height={H} viewBox="0 0 {W} {H}" role="img" aria-label="Levels along the chain: clipping, signal, ripple and noise, six decades of voltage">
  {#each chain as p, i (p.stage)}<path d="M{x(i)} {TOP}V{H - TOP}" class="at" />{/each}
  <path d={line((p) => p.clips)} class="clips" />
  <path d={line((p) => Math.abs(p.high ?? 0))} class="signal" />
  <path d={line((p) => p.ripple)} class="ripple" />
  <path d={line((p) => p.noise)} class="noise" />
</svg>
<p class="legend small">
  <span class="k signal">signal</span> <span class="k clips">clips</span> <span class="k ripple">ripple</span> <span class="k noise">noise</span>
</p>

<style>
  svg {
    display: block;
  }
  path {
    fill: none;
  }
  .at {
    stroke: var(--line);
  }
  path.clips {
    stroke: var(--ink);
    stroke-width: 1.2;
  }
  path.signal {
    stroke: var(--copper);
    stroke-width: 2.2;
  }
  path.ripple {
    stroke: var(--heat);
    stroke-width: 1.4;
    stroke-dasharray: 5 3;
  }
  path.noise {
    stroke: var(--soft);
    stroke-width: 1.4;
    stroke-dasharray: 1.5 2.5;
  }
  .legend {
    margin-top: 4px;
    display: flex;
    gap: 10px;
  }
  .k {
    border-bottom: 2px solid;
  }
  .k.signal {
    border-color: var(--copper);
  }
  .k.clips {
    border-color: var(--ink);
    border-bottom-width: 1px;
  }
  .k.ripple {
    border-bottom: 2px dashed var(--heat);
  }
  .k.noise {
    border-bottom: 2px dotted var(--soft);
  }
</style>
