<script lang="ts">
  import type { Figure as FigureData } from '../../../core/stage/drawing.ts';
  import { saveFile } from '../save-file.ts';
  import { inksOf } from '../stage/curve-plot.ts';
  import Figure from './Figure.svelte';
  import { figureSvg } from '../../../print/figure.ts';

  let { figure, name, lit, onpoint }: { figure: FigureData; name: string; lit: string | null; onpoint: (id: string | null) => void } = $props();
  let box: HTMLElement | undefined = $state();
  const SCALE = 3;
  const drawing = () => new Blob([figureSvg(figure, inksOf(box!))], { type: 'image/svg+xml' });
  const saveSvg = () => saveFile(`${name}-figure.svg`, drawing());

  /** Drawn large enough for print. */
  function savePng(): void {
    const address = URL.createObjectURL(drawing());
    const image = new Image();
    image.onload = () => {
      const canvas = document.createElement('canvas');
      [canvas.width, canvas.height] = [figure.width * SCALE, figure.height * SCALE];
      canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
      canvas.toBlob((blob) => blob && saveFile(`${name}-figure.png`, blob));
      URL.revokeObjectURL(address);
    };
    image.src = address;
  }
</script>

<div bind:this={box}>
  <Figure {figure} {lit} {onpoint} />
  <p class="files small no-print">
    <button type="button" onclick={saveSvg}>SVG</button>
    <button type="button" onclick={savePng}>PNG</button>
  </p>
</div>

<style>
  .files {
    display: flex;
    gap: 16px;
    margin-top: 8px;
  }
  button {
    padding: 0;
    border: 0;
    background: none;
    color: var(--copper);
    font: inherit;
    text-decoration: underline;
    cursor: pointer;
  }
</style>
