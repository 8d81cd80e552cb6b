<script lang="ts">
  let { text }: { text: string | undefined } = $props();
</script>

{#if text}<p class="problem" role="alert">{text}</p>{/if}

<style>
  .problem {
    border-left: 3px solid var(--fail);
    padding: 4px 10px;
    white-space: pre-line;
  }
</style>
