<script lang="ts">
  import Button from '../atoms/Button.svelte';

  let { label, onwaive }: { label: string; onwaive: (reason: string) => void } = $props();
  let reason = $state('');
  let asked = $state(false);

  function waive(e: SubmitEvent): void {
    e.preventDefault();
    asked = true;
    if (reason.trim()) onwaive(reason.trim());
  }
</script>

<form onsubmit={waive}>
  <input type="text" aria-label={label} placeholder="Why may it stay so?" maxlength="2000" bind:value={reason} />
  <Button type="submit">Waive</Button>
  {#if asked && !reason.trim()}<span class="wrong small" role="alert">Write a reason: two versions later nobody will know it.</span>{/if}
</form>

<style>
  form {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 8px;
    margin-bottom: 12px;
  }
  .wrong {
    color: var(--fail);
  }
</style>
