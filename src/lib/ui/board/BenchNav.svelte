<script lang="ts">
  import SubNav from '../SubNav.svelte';

  /** The pages of the bench, of one copy of one revision. */
  let { base, letter, copy }: { base: string; letter: string | null; copy: number } = $props();
  let query = $derived(letter === null ? '' : `?revision=${letter}${copy === 1 ? '' : `&copy=${copy}`}`);
  const links = [
    ['/bring-up', 'Bring-up'],
    ['/logbook', 'Logbook'],
    ['/calibration', 'Calibration'],
    ['/matching', 'Matching'],
    ['/rework', 'Rework'],
    ['/practice', 'Practice'],
  ] as const;
</script>

<SubNav label="Bench" links={links.map(([path, name]) => [base + path + query, name] as const)} />
