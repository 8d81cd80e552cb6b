<script lang="ts">
  import { stay } from '$lib/ui/stay.ts';
  import { untrack } from 'svelte';
  import Button from '$lib/ui/atoms/Button.svelte';
  import Problem from '$lib/ui/atoms/Problem.svelte';
  import BriefForm from '$lib/ui/board/BriefForm.svelte';
  import { emptyBrief } from '$lib/ui/board/brief-form.ts';
  import TopBar from '$lib/ui/TopBar.svelte';

  let { form } = $props();
  let text = $state(untrack(() => form?.text) ?? emptyBrief());
</script>

<svelte:head><title>New board · Spark Sum</title></svelte:head>
<TopBar />
<main>
  <h1>Brief of a new board</h1>
  <form method="POST" novalidate use:stay={{ reset: false }}>
    <BriefForm bind:text problems={form?.problems ?? {}} />
    <Problem text={form?.message || undefined} />
    <div class="do"><Button look="main" type="submit">Begin the board</Button> <a href="/boards">Not now</a></div>
  </form>
</main>

<style>
  main,
  form {
    display: grid;
    gap: 24px;
  }
  main {
    max-width: 1200px;
    margin: 0 auto;
    padding: 28px 20px;
  }
  .do {
    display: flex;
    gap: 20px;
    align-items: center;
  }
</style>
