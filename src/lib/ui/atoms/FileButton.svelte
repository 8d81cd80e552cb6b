<script lang="ts">
  import { stay } from '../stay.ts';

  /** A file that is sent as soon as it is chosen. */
  let { action, label, accept }: { action: string; label: string; accept: string } = $props();
</script>

<form method="POST" {action} enctype="multipart/form-data" use:stay>
  <label>{label}<input class="sr" type="file" name="file" {accept} onchange={(e) => e.currentTarget.form?.requestSubmit()} /></label>
  <noscript><button>Import</button></noscript>
</form>

<style>
  label {
    display: inline-flex;
    align-items: center;
    min-height: 36px;
    padding: 4px 14px;
    border: 1px solid var(--ink);
    border-radius: 2px;
    font-weight: 500;
    cursor: pointer;
  }
  label:focus-within {
    outline: 2px solid var(--copper);
    outline-offset: 2px;
  }
  label:hover {
    border-color: var(--copper);
  }
</style>
