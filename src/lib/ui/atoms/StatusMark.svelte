<script lang="ts">
  import type { Status } from '../../../core/stage/judge.ts';

  let { status, size = 12 }: { status: Status; size?: number } = $props();
  const words: Record<Status, string> = { ok: 'ok', tight: 'tight', fail: 'fails', unknown: 'not known' };
</script>

<svg class={status} width={size} height={size} viewBox="0 0 12 12" role="img" aria-label={words[status]}>
  {#if status === 'ok'}
    <circle cx="6" cy="6" r="5" fill="currentColor" />
  {:else if status === 'tight'}
    <circle cx="6" cy="6" r="4.6" fill="none" stroke="currentColor" stroke-width="1.4" />
    <path d="M6 1.4a4.6 4.6 0 0 1 0 9.2z" fill="currentColor" />
  {:else if status === 'fail'}
    <path d="M2 2l8 8M10 2l-8 8" stroke="currentColor" stroke-width="2.4" fill="none" />
  {:else}
    <circle cx="6" cy="6" r="4.6" fill="none" stroke="currentColor" stroke-width="1.4" stroke-dasharray="2 1.6" />
  {/if}
</svg>

<style>
  svg {
    flex: none;
    display: inline-block;
    vertical-align: -1px;
  }
  .ok {
    color: var(--ok);
  }
  .tight {
    color: var(--tight);
  }
  .fail {
    color: var(--fail);
  }
  .unknown {
    color: var(--soft);
  }
</style>
