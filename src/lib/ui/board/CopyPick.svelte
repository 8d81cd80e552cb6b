<script lang="ts">
  import { stay } from '../stay.ts';
  import Button from '../atoms/Button.svelte';

  let {
    path,
    letter,
    copy,
    copies,
    revisions,
    add = false,
  }: {
    path: string;
    letter: string;
    copy: number;
    copies: readonly { number: number; name: string }[];
    revisions: readonly { letter: string }[];
    add?: boolean;
  } = $props();
  const href = (l: string, n: number) => `${path}?revision=${l}${n === 1 ? '' : `&copy=${n}`}`;
</script>

<div class="picks">
  {#if revisions.length > 1}<span class="row" role="group" aria-label="Revision"
      >{#each revisions as r (r.letter)}<a href={href(r.letter, 1)} aria-current={r.letter === letter ? 'true' : undefined}>{r.letter}</a>{/each}</span
    >{/if}
  <span class="row" role="group" aria-label="Copy"
    >{#each copies as c (c.number)}<a href={href(letter, c.number)} aria-current={c.number === copy ? 'true' : undefined}
        >copy {c.number}{#if c.name}&nbsp;<span class="soft small">{c.name}</span>{/if}</a
      >{/each}</span
  >
  {#if add}
    <form method="POST" action="?/copy" use:stay>
      <input type="hidden" name="revision" value={letter} />
      <input name="name" type="text" maxlength="60" placeholder="name, if any" aria-label="Name of another copy" />
      <Button look="quiet" type="submit">Add a copy</Button>
    </form>
  {/if}
</div>

<style>
  .picks {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 20px;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
  }
  a {
    padding: 6px 12px;
    border: 1px solid var(--line);
    margin-left: -1px;
    text-decoration: none;
  }
  a[aria-current] {
    border-color: var(--ink);
    font-weight: 600;
    z-index: 1;
    position: relative;
  }
  form {
    display: flex;
    gap: 4px;
  }
  form input {
    width: 130px;
  }
  @media print {
    form {
      display: none;
    }
    a:not([aria-current]) {
      display: none;
    }
  }
</style>
