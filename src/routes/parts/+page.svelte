<script lang="ts">
  import { stay } from '$lib/ui/stay.ts';
  import { DEVICE_SORTS, GENERIC_DEVICES, type Device } from '../../core/parts/devices.ts';
  import Button from '$lib/ui/atoms/Button.svelte';
  import FileButton from '$lib/ui/atoms/FileButton.svelte';
  import Problem from '$lib/ui/atoms/Problem.svelte';
  import DeviceForm from '$lib/ui/DeviceForm.svelte';
  import { deviceLine, SORT_TITLES } from '$lib/ui/parts-words.ts';
  import SubNav from '$lib/ui/SubNav.svelte';
  import { PARTS_ROOM } from '$lib/ui/rooms.ts';
  import TopBar from '$lib/ui/TopBar.svelte';

  let { data, form } = $props();
  let looking = $state('');
  const said = (name: string) => (form?.form === name && form.message ? form.message : undefined);
  const done = (name: string) => (form?.form === name && 'done' in form ? form.done : undefined);
  const found = (d: Device) =>
    looking.trim() === '' || `${d.sort} ${d.title} ${deviceLine(d, data.fields[d.sort], 99)}`.toLowerCase().includes(looking.trim().toLowerCase());
  const grouped = <D extends Device>(all: readonly D[]) =>
    DEVICE_SORTS.map((sort) => ({ sort, devices: all.filter((d) => d.sort === sort && found(d)) })).filter((g) => g.devices.length);
</script>

<svelte:head><title>Devices · Spark Sum</title></svelte:head>
<TopBar />
<main>
  <SubNav label="Parts" links={PARTS_ROOM} />
  <div class="head">
    <h1>Devices</h1>
    <input type="search" bind:value={looking} placeholder="look for one" aria-label="Look for a device" />
    <div class="actions">
      <a href="/parts/csv" download>Export as CSV</a>
      <FileButton action="?/import" label="Import CSV" accept=".csv,text/csv" />
    </div>
  </div>
  <Problem text={said('list')} />
  {#if done('list')}
    <div class="done">
      <p role="status">{done('list')}</p>
      {#if form && 'removed' in form && form.removed}
        <form method="POST" action="?/restore" use:stay>
          <Button type="submit" look="quiet" name="id" value={form.removed}>Put it back</Button>
        </form>
      {/if}
    </div>
  {/if}
  <section>
    <h2>Yours</h2>
    {#if data.devices.length === 0}
      <p class="soft">
        None yet. Copy a typical one below and give it the figures of the part you really use, or import a list. A stage then offers it wherever such a device
        fits.
      </p>
    {:else}
      {#each grouped(data.devices) as group (group.sort)}
        <h3>{SORT_TITLES[group.sort]}</h3>
        {#each group.devices as d (d.id)}
          <details open={form?.form === d.id}>
            <summary><b>{d.title}</b> <span class="soft small">{deviceLine(d, data.fields[d.sort])}</span></summary>
            <DeviceForm device={d} fields={data.fields[d.sort]} choices={data.choices[d.sort]} problem={said(d.id)} done={done(d.id)} />
          </details>
        {/each}
      {:else}<p class="soft">None of yours is called that.</p>{/each}
    {/if}
  </section>
  <section>
    <h2>Typical ones</h2>
    <p class="soft small">
      Of no maker, with usual figures and their spread. <a href="/parts/csv?shipped" download>All of them as CSV</a>, to start a list of your own from.
    </p>
    {#each grouped(GENERIC_DEVICES) as group (group.sort)}
      <h3>{SORT_TITLES[group.sort]}</h3>
      <ul>
        {#each group.devices as d (d.title)}
          <li>
            <span class="what">{d.title} <span class="soft small">{deviceLine(d, data.fields[d.sort])}</span></span>
            <form method="POST" action="?/copy" use:stay>
              <Button type="submit" look="quiet" name="title" value={d.title} aria-label="Copy {d.title} to your list">copy to yours</Button>
            </form>
          </li>
        {/each}
      </ul>
    {:else}<p class="soft">No typical one is called that.</p>{/each}
  </section>
</main>

<style>
  main {
    max-width: 1080px;
    margin: 0 auto;
    padding: 12px 20px 28px;
    display: grid;
    gap: 20px;
  }
  .head,
  .done,
  .actions {
    display: flex;
    align-items: center;
    gap: 20px;
    flex-wrap: wrap;
  }
  input[type='search'] {
    width: 260px;
  }
  .actions {
    margin-left: auto;
  }
  section {
    display: grid;
    gap: 4px;
  }
  h2 {
    border-top: 1px solid var(--ink);
    padding-top: 8px;
  }
  h3 {
    font-weight: 400;
    font-size: 0.9rem;
    color: var(--soft);
    margin-top: 10px;
  }
  ul {
    list-style: none;
  }
  li,
  summary {
    border-bottom: 1px solid var(--line);
    min-height: 40px;
  }
  li {
    display: flex;
    align-items: center;
    gap: 12px;
  }
  .what {
    flex: 1;
    min-width: 0;
  }
  summary {
    padding: 8px 0;
    cursor: pointer;
  }
</style>
