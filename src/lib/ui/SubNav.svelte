<script lang="ts">
  import { page } from '$app/state';

  /** Pages of one room, side by side. */
  let { label, links }: { label: string; links: readonly (readonly [href: string, name: string])[] } = $props();
</script>

<nav aria-label={label} class="no-print">
  {#each links as [href, name] (href)}<a {href} aria-current={page.url.pathname === href.split('?')[0] ? 'page' : undefined}>{name}</a>{/each}
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
</style>
