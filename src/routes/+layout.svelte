<script lang="ts">
  import '$lib/ui/app.css';

  let { children } = $props();
</script>

{@render children()}
