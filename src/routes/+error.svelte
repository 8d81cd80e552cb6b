<script lang="ts">
  import { page } from '$app/state';
</script>

<svelte:head><title>{page.status} · Spark Sum</title></svelte:head>
<main>
  <h1>{page.status === 404 ? 'Not here' : page.status < 500 ? 'Not possible' : 'Something went wrong'}</h1>
  <p>{page.error?.message}</p>
  <p><a href="/boards">To the shelf of boards</a></p>
</main>

<style>
  main {
    max-width: 560px;
    margin: 15vh auto;
    padding: 0 20px;
    display: grid;
    gap: 16px;
  }
</style>
