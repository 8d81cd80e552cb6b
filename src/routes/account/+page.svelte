<script lang="ts">
  import { enhance } from '$app/forms';
  import { stay } from '$lib/ui/stay.ts';
  import { THEMES } from '$lib/theme.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import Field from '$lib/ui/atoms/Field.svelte';
  import Problem from '$lib/ui/atoms/Problem.svelte';
  import TopBar from '$lib/ui/TopBar.svelte';

  let { data, form } = $props();
  const said = (name: string) => (form?.form === name && form.message ? form.message : undefined);
  const WORDS = { auto: 'as the system', light: 'paper', dark: 'bench at night' } as const;
</script>

<svelte:head><title>Account · Spark Sum</title></svelte:head>
<TopBar />
<main>
  <h1>{data.account.name}</h1>
  <p class="soft">
    {data.account.demo
      ? 'A demo bench of your own. Signed out you cannot come back to it, and it goes after a day; create an account to keep what you make.'
      : data.account.email}
  </p>
  <section>
    <h2>Look</h2>
    <form method="POST" action="?/theme" class="row">
      {#each THEMES as theme (theme)}<Button
          type="submit"
          name="theme"
          value={theme}
          aria-pressed={data.theme === theme}
          look={data.theme === theme ? 'main' : 'plain'}>{WORDS[theme]}</Button
        >{/each}
    </form>
  </section>
  <section>
    <h2>Sign out</h2>
    <form method="POST" class="row" use:enhance>
      <Button type="submit" formaction="?/leave">Sign out here</Button>
      {#if !data.account.demo}<Button type="submit" formaction="?/everywhere">Sign out everywhere</Button>{/if}
    </form>
  </section>
  <section>
    <h2>Your data</h2>
    <p>All your boards with their revisions, readings and the log of changes, in one JSON file. <a href="/account/data" download>Download it</a></p>
  </section>
  {#if !data.account.demo}
    <section>
      <h2>Password</h2>
      <form method="POST" action="?/password" use:stay>
        <Field label="Present password"><input name="now" type="password" required autocomplete="current-password" /></Field>
        <Field label="New password"><input name="next" type="password" required minlength="10" autocomplete="new-password" /></Field>
        <Problem text={said('password')} />
        {#if form?.form === 'password' && 'done' in form && form.done}<p role="status">{form.done}</p>{/if}
        <div><Button type="submit">Change the password</Button></div>
      </form>
    </section>
    <section>
      <h2>Remove the account</h2>
      <form method="POST" action="?/remove" use:enhance>
        <p>Removes the account with all boards, revisions and readings, for good. Download your data first.</p>
        <Field label="Password"><input name="password" type="password" required autocomplete="current-password" /></Field>
        <Problem text={said('remove')} />
        <div><Button look="danger" type="submit">Remove everything</Button></div>
      </form>
    </section>
  {/if}
</main>

<style>
  main {
    max-width: 560px;
    margin: 0 auto;
    padding: 28px 20px;
    display: grid;
    gap: 24px;
  }
  section,
  form {
    display: grid;
    gap: 10px;
  }
  h2 {
    border-top: 1px solid var(--ink);
    padding-top: 8px;
  }
  .row {
    display: flex;
    gap: 10px;
    flex-wrap: wrap;
  }
</style>
