<script lang="ts">
  import { page } from '$app/state';

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

<nav aria-label="Bench">
  {#each links as [path, name] (path)}
    <a href={base + path + query} aria-current={page.url.pathname === base + path ? 'page' : undefined}>{name}</a>
  {/each}
</nav>

<style>
  nav {
    display: flex;
    flex-wrap: wrap;
    gap: 2px;
    border-bottom: 1px solid var(--line);
  }
  a {
    padding: 8px 14px;
    text-decoration: none;
  }
  a[aria-current] {
    font-weight: 600;
    box-shadow: inset 0 -2px 0 var(--copper);
  }
  @media print {
    nav {
      display: none;
    }
  }
</style>
