<script lang="ts">
  import type { ControllerDoc } from '../../../core/board/document.ts';
  import { CONTROLLER_FIGURES, type ControllerFigure } from '../../../core/parts/controllers.ts';
  import { entryText } from '../../../core/quantity/format.ts';
  import type { Uncertain } from '../../../core/quantity/uncertain.ts';
  import QuantityField from '../stage/QuantityField.svelte';

  /** What stages take from the controller. */
  let { controller, onset }: { controller: ControllerDoc; onset: (what: string, next: ControllerDoc) => void } = $props();
  const figures = Object.entries(CONTROLLER_FIGURES) as [ControllerFigure, (typeof CONTROLLER_FIGURES)[ControllerFigure]][];

  function set(figure: ControllerFigure, value: Uncertain | null | undefined): undefined {
    const { [figure]: _, ...rest } = controller.figures ?? {};
    onset(`controller: ${CONTROLLER_FIGURES[figure].title}`, {
      ...controller,
      figures: value === null || value === undefined ? rest : { ...rest, [figure]: value },
    });
    return undefined;
  }
</script>

<section aria-label="Figures">
  <h2>Figures</h2>
  <p class="small soft">What stages on its pins take from it. An empty field takes the usual figure.</p>
  {#each figures as [id, f] (id)}
    <div class="row" class:wide={entryText(controller.figures?.[id] ?? f.usual, f.unit).length > 14}>
      <span class="label" title={f.doc}>{f.title}</span>
      <div>
        <QuantityField label={f.title} unit={f.unit} value={controller.figures?.[id] ?? f.usual} clears onset={(v) => set(id, v)} />
        <span class="small soft doc">{f.doc}{controller.figures?.[id] === undefined ? ' (usual)' : ''}</span>
      </div>
    </div>
  {/each}
</section>

<style>
  .row {
    display: grid;
    grid-template-columns: 132px minmax(0, 1fr);
    gap: 12px;
    padding: 5px 0;
    border-bottom: 1px solid var(--line);
    align-items: baseline;
  }
  .wide {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
  .doc {
    display: block;
  }
</style>
