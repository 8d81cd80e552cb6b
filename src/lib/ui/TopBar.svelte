<script lang="ts">
  import type { Snippet } from 'svelte';
  import { page } from '$app/state';
  import Mark from './Mark.svelte';

  let { children }: { children?: Snippet } = $props();
  let account = $derived(page.data.account as { name: string; demo: boolean } | null);
</script>

<header class="no-print">
  <a class="home" href="/boards" aria-label="Spark Sum, shelf of boards"><Mark /><span class:narrow={children !== undefined}>Spark Sum</span></a>
  <div class="middle">{@render children?.()}</div>
  {#if account}
    {#if children === undefined}<a class="who" href="/drawer">Drawer</a>{/if}
    <a class="who" href="/account">{account.demo ? 'demo bench' : account.name}</a>
  {/if}
</header>

<style>
  header {
    display: flex;
    align-items: center;
    gap: 20px;
    min-height: 52px;
    padding: 6px 20px;
    border-bottom: 1px solid var(--ink);
  }
  .home {
    display: flex;
    align-items: center;
    gap: 10px;
    font-weight: 600;
    text-decoration: none;
    white-space: nowrap;
  }
  /* Beside a board's name and totals the mark alone is enough. */
  @media (max-width: 1500px) {
    .narrow {
      display: none;
    }
  }
  .middle {
    flex: 1;
    min-width: 0;
  }
  .who {
    font-size: 0.9rem;
    white-space: nowrap;
  }
</style>
