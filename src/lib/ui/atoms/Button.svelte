<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { HTMLButtonAttributes } from 'svelte/elements';

  let { look = 'plain', children, ...rest }: { look?: 'plain' | 'main' | 'quiet' | 'danger'; children: Snippet } & HTMLButtonAttributes = $props();
</script>

<button type="button" class={look} {...rest}>{@render children()}</button>

<style>
  button {
    display: inline-flex;
    align-items: center;
    gap: 6px;
    min-height: 36px;
    padding: 4px 14px;
    border: 1px solid var(--ink);
    border-radius: 2px;
    background: var(--ground);
    font-weight: 500;
    cursor: pointer;
    white-space: nowrap;
  }
  button:hover:not(:disabled) {
    border-color: var(--copper);
    color: var(--copper);
  }
  .main {
    background: var(--ink);
    color: var(--ground);
  }
  .main:hover:not(:disabled) {
    background: var(--copper);
    color: var(--on-copper);
  }
  .quiet {
    border-color: transparent;
    padding: 4px 8px;
    color: var(--copper);
  }
  .danger {
    color: var(--fail);
    border-color: var(--fail);
  }
  button:disabled {
    opacity: 0.5;
    cursor: not-allowed;
  }
</style>
