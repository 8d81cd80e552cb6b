<script lang="ts">
  import type { Snippet } from 'svelte';

  let { label, hint = '', children }: { label: string; hint?: string; children: Snippet } = $props();
</script>

<label>
  <span class="label">{label}</span>
  {@render children()}
  {#if hint}<span class="soft small">{hint}</span>{/if}
</label>

<style>
  label {
    display: grid;
    gap: 4px;
  }
  .label {
    font-weight: 500;
  }
</style>
