<script lang="ts">
  import type { Snippet } from 'svelte';

  let { label, hint = '', children }: { label: string; hint?: string; children: Snippet } = $props();
</script>

<div class="field">
  <label>
    <span class="label">{label}</span>
    {@render children()}
  </label>
  {#if hint}<span class="soft small">{hint}</span>{/if}
</div>

<style>
  .field,
  label {
    display: grid;
    gap: 4px;
    align-content: start;
  }
  .label {
    font-weight: 500;
  }
</style>
