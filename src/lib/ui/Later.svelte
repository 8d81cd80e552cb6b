<script lang="ts">
  import type { Snippet } from 'svelte';
  import { soon } from './soon.ts';

  /** A part of a page that comes in a task of its own, after those that were named before it. */
  let { children }: { children: Snippet } = $props();
  let there = $state(false);
  $effect(() => soon(() => (there = true)));
</script>

{#if there}{@render children()}{/if}
