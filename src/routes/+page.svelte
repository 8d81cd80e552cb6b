<script lang="ts">
  import { enhance } from '$app/forms';
  import Button from '$lib/ui/atoms/Button.svelte';
  import Field from '$lib/ui/atoms/Field.svelte';
  import Problem from '$lib/ui/atoms/Problem.svelte';
  import Mark from '$lib/ui/Mark.svelte';

  let { form } = $props();
  const said = (name: string) => (form?.form === name ? form.message : undefined);
</script>

<svelte:head><title>Spark Sum</title></svelte:head>
<main>
  <section class="intro">
    <p class="name"><Mark /> Spark Sum</p>
    <h1>The whole board, added up before you order it.</h1>
    <p>
      Sizes filters, supplies and converter inputs with parts you can buy, adds rails, signals, ripple and heat into one sum, and shows every margin with its
      worst case. Then it stays with you through the order, the first power-up and the readings.
    </p>
    <form method="POST" action="?/demo" use:enhance>
      <Button look="main" type="submit">Enter the demo bench</Button>
      <p class="soft small">The Fennel Hill apiary, with boards to look around in: a bench of your own for a day. No account needed.</p>
      <Problem text={said('demo')} />
    </form>
  </section>
  <section class="forms">
    <form method="POST" action="?/enter" use:enhance>
      <h2>Sign in</h2>
      <Field label="Mail address"
        ><input name="email" type="email" required autocomplete="username" value={form?.form === 'enter' ? form.typed.email : ''} /></Field
      >
      <Field label="Password"><input name="password" type="password" required autocomplete="current-password" /></Field>
      <Problem text={said('enter')} />
      <div><Button type="submit">Sign in</Button></div>
    </form>
    <form method="POST" action="?/create" use:enhance>
      <h2>Create an account</h2>
      <Field label="Mail address"
        ><input name="email" type="email" required autocomplete="email" value={form?.form === 'create' ? form.typed.email : ''} /></Field
      >
      <Field label="Name"
        ><input name="name" type="text" required maxlength="80" autocomplete="name" value={form?.form === 'create' ? form.typed.name : ''} /></Field
      >
      <Field label="Password" hint="At least 10 characters; a sentence is good."
        ><input name="password" type="password" required minlength="10" autocomplete="new-password" /></Field
      >
      <Problem text={said('create')} />
      <div><Button type="submit">Create account</Button></div>
    </form>
  </section>
</main>

<style>
  main {
    display: grid;
    grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
    gap: 64px;
    max-width: 1080px;
    margin: 10vh auto 40px;
    padding: 0 20px;
  }
  .intro {
    display: grid;
    gap: 20px;
    align-content: start;
  }
  .name {
    display: flex;
    gap: 10px;
    align-items: center;
    font-weight: 600;
  }
  h1 {
    font-size: 2.2rem;
    max-width: 14ch;
  }
  .intro p {
    max-width: 46ch;
  }
  .intro form {
    display: grid;
    gap: 8px;
    justify-items: start;
  }
  .forms {
    display: grid;
    gap: 32px;
  }
  .forms form {
    display: grid;
    gap: 12px;
    border-top: 1px solid var(--ink);
    padding-top: 12px;
  }
  @media (max-width: 760px) {
    main {
      grid-template-columns: 1fr;
      margin-top: 24px;
      gap: 32px;
    }
  }
</style>
