<script lang="ts">
  import type { Margined } from '../../../core/stage/judge.ts';
  import { marginText } from '../../../core/files/check-text.ts';

  let { check }: { check: Margined } = $props();
  let parts = $derived(marginText(check).split(' '));
</script>

<span class="margin {check.status}"
  ><span class="num">{parts[0]}</span>{#if parts[1]}&#8239;{parts[1]}{/if}</span
>

<style>
  .margin {
    white-space: nowrap;
    font-weight: 500;
  }
  .fail {
    color: var(--fail);
  }
  .tight {
    color: var(--tight-text);
  }
</style>
