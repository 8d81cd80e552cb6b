<script lang="ts">
  import '$lib/ui/app.css';

  let { children } = $props();
  // Says that the page answers to keys now: tests and assistive scripts can wait for it.
  $effect(() => {
    document.documentElement.dataset.live = 'yes';
  });
</script>

{@render children()}
