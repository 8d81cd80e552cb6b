<script lang="ts">
  import { curvesOf } from '../../../core/board/curves.ts';
  import type { StageSum } from '../../../core/board/evaluate.ts';
  import type { AnyTelling } from '../../../core/stage/telling.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';
  import CurveChart from './CurveChart.svelte';
  import FormulaSolver from './FormulaSolver.svelte';
  import SolvedCurves from './SolvedCurves.svelte';

  let { session, stage, telling }: { session: BoardSession; stage: StageSum; telling: AnyTelling } = $props();
</script>

{#each curvesOf(stage, telling) as band (`${band.curve.id} ${session.version} ${band.nominal.join()}`)}<CurveChart {band} name={stage.id} />{/each}
{#if telling.simulate}<SolvedCurves {session} {stage} />{/if}
<FormulaSolver {stage} {telling} />
