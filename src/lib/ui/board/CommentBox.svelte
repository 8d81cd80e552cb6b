<script lang="ts">
  import { invalidate } from '$app/navigation';
  import { page } from '$app/state';
  import { request } from '$lib/state/client.ts';
  import Button from '../atoms/Button.svelte';

  /** What a reviewer says about one thing, and what was answered; a place to say more where the link takes comments. */
  let { about, aboutText }: { about: string; aboutText: string } = $props();
  interface Said {
    id: string;
    by: string;
    about: string;
    text: string;
    how: 'answered' | 'taken' | 'refused' | null;
    answer: string | null;
  }
  let review = $derived(page.data.review as { comments: boolean; token: string });
  let said = $derived((page.data.said as Said[]).filter((c) => c.about === about));
  let open = $state(false);
  let text = $state('');
  let by = $state('');
  let problem = $state('');
  let sending = $state(false);
  const NAME = 'spark-sum reviewer';

  function begin(): void {
    open = true;
    try {
      by = localStorage.getItem(NAME) ?? '';
    } catch {
      // A browser that keeps nothing asks again.
    }
  }
  async function send(e: SubmitEvent): Promise<void> {
    e.preventDefault();
    sending = true;
    const answer = await request('POST', `/review/${review.token}/comments`, { by, about, aboutText: aboutText.slice(0, 200), text });
    sending = false;
    if (!answer.ok) {
      problem = answer.body.issues?.length ? answer.body.issues.map((i) => i.message).join(' ') : (answer.body.message ?? 'It was not taken.');
      return;
    }
    try {
      localStorage.setItem(NAME, by);
    } catch {
      // As above.
    }
    [open, text, problem] = [false, '', ''];
    await invalidate('review:comments');
  }
</script>

<div class="comments no-print">
  {#each said as c (c.id)}
    <p class="said">
      <b>{c.by}:</b>
      {c.text}{#if c.how}<br /><span class="soft"><b>{c.how}</b>{c.answer ? `: ${c.answer}` : ''}</span>{/if}
    </p>
  {/each}
  {#if review.comments}
    {#if open}
      <form onsubmit={send}>
        <textarea rows="2" bind:value={text} maxlength="4000" aria-label="Comment on {aboutText}" required></textarea>
        <input type="text" bind:value={by} placeholder="your name" aria-label="Your name" maxlength="60" required />
        <Button type="submit" disabled={sending}>Send</Button>
        <Button look="quiet" onclick={() => (open = false)}>never mind</Button>
        {#if problem}<span role="alert" class="bad">{problem}</span>{/if}
      </form>
    {:else}<button class="add" type="button" onclick={begin} aria-label="Comment on {aboutText}">comment</button>{/if}
  {/if}
</div>

<style>
  .comments {
    display: grid;
    gap: 4px;
    justify-items: start;
  }
  .said {
    border-left: 3px solid var(--copper);
    padding-left: 10px;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    width: 100%;
    max-width: 640px;
  }
  textarea {
    flex: 1 1 100%;
  }
  .add {
    border: 0;
    background: none;
    padding: 2px 0;
    min-height: 26px;
    font: inherit;
    font-size: 0.85rem;
    color: var(--copper);
    cursor: pointer;
  }
  .bad {
    color: var(--fail);
  }
</style>
