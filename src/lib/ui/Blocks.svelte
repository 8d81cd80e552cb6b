<script lang="ts">
  import type { Block } from '../../core/files/report-block.ts';

  /** Pieces of a report as a page shows them. */
  let { blocks }: { blocks: readonly Block[] } = $props();
</script>

{#each blocks as b, i (i)}
  {#if b.sort === 'heading'}<h2>{b.text}</h2>
  {:else if b.sort === 'text'}<p>{b.text}</p>
  {:else if b.sort === 'list'}
    <ul>
      {#each b.items as item, k (k)}
        <li>
          {#if item.done !== undefined}<span aria-label={item.done ? 'done' : 'open'}>{item.done ? '☑' : '☐'}</span>
          {/if}{#if item.mark}<b>{item.mark}</b>
          {/if}{item.text}
        </li>
      {/each}
    </ul>
  {:else if b.sort === 'table'}
    <div class="wide">
      <table>
        <thead
          ><tr
            >{#each b.head as h, k (k)}{#if h}<th>{h}</th>{:else}<td></td>{/if}{/each}</tr
          ></thead
        >
        <tbody
          >{#each b.rows as row, k (k)}<tr
              >{#each row as cell, c (c)}<td>{cell}</td>{/each}</tr
            >{/each}</tbody
        >
      </table>
    </div>
  {/if}
{/each}

<style>
  h2 {
    margin-top: 16px;
    color: var(--ink);
  }
  ul {
    padding-left: 18px;
    display: grid;
    gap: 4px;
  }
  .wide {
    overflow-x: auto;
  }
  table {
    font-size: 0.9rem;
  }
</style>
