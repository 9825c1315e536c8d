<script lang="ts">
  import { goto } from '$app/navigation';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import { fullDate } from '$words/time';
  import type { JobStage } from '$core/log';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const FILL: Record<JobStage, string> = {
    planning: 'url(#p-bare)',
    booked: 'url(#p-gate)',
    working: 'var(--oil-wet)',
    drying: 'url(#g-dry)',
    'in care': 'url(#p-cure)'
  };
  let problems = $state<{ path: string; problem: string }[]>([]);
  let fileName = $state('');
  const query = (next?: string, aside = data.aside) =>
    '/jobs?' +
    new URLSearchParams({
      ...(data.find && { find: data.find }),
      ...(aside && { aside: '1' }),
      ...(next && { after: next })
    }).toString();

  async function importFile(e: Event & { currentTarget: HTMLInputElement }) {
    const file = e.currentTarget.files?.[0];
    if (!file) return;
    fileName = file.name;
    const input = e.currentTarget;
    if (file.size > 2_000_000)
      problems = [{ path: '', problem: `the file holds ${Math.ceil(file.size / 1e6)} MB; a job file is at most 2 MB` }];
    else {
      const r = await fetch('/api/jobs', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: await file.text()
      });
      const answer = await r.json();
      if (r.ok) return goto(`/jobs/${answer.id}/measure`);
      problems = answer.problems ?? [{ path: '', problem: answer.message }];
    }
    input.value = '';
  }
</script>

<svelte:head><title>Jobs · Basket</title></svelte:head>

<main class="p-5">
  <div class="flex flex-wrap items-center gap-3">
    <h1>{data.aside ? 'Jobs set aside' : 'Jobs'}</h1>
    <form class="flex gap-2 md:ml-4" role="search" action="/jobs">
      <label class="unseen" for="find">Find a job</label>
      <input class="field" id="find" name="find" placeholder="Job, client or place" value={data.find} />
      <button class="btn line">Find</button>
    </form>
    {#if data.mayCreate}
      <div class="ml-auto flex gap-2">
        <label class="btn line" for="job-file">Import a job file</label>
        <input id="job-file" class="unseen" type="file" accept="application/json,.json" onchange={importFile} />
        <a class="btn" href="/jobs/new">Make a job</a>
      </div>
    {/if}
  </div>
  {#if problems.length}
    <div class="mt-4 border-l-[6px] border-stop bg-stop-tint p-4" role="alert">
      <b>{fileName} was not imported. Nothing was written.</b>
      <ul class="mt-1">
        {#each problems as p, k (k)}<li><code>{p.path || '(file)'}</code>: {p.problem}</li>{/each}
      </ul>
    </div>
  {/if}
  {#if data.jobs.length === 0}
    <div class="mt-8 max-w-xl text-[16px]">
      {#if data.find}
        <p>No job matches “{data.find}”. <a class="link" href="/jobs">Show all</a></p>
      {:else if data.aside}
        <p>No job is set aside.</p>
      {:else}
        <h2>No jobs yet</h2>
        <p class="mt-2">
          A job starts with a client and a place. Then measure it, choose an oil, and the litres, the tins and the best
          hours are worked out as you type.
        </p>
      {/if}
    </div>
  {:else}
    <div class="scroll" role="region" aria-label="Jobs" tabindex="-1">
      <table class="ruled mt-4 bg-sheet">
        <thead
          ><tr
            ><th class="pl-4">Job</th><th>Client</th><th class="wide">Place</th><th>Stands</th><th class="wide"
              >Changed</th
            ></tr
          ></thead
        >
        <tbody>
          {#each data.jobs as j (j.id)}
            <tr>
              <td class="pl-4">
                <a class="link" href={j.trouble || data.aside ? `/mend/${j.id}` : `/jobs/${j.id}`}>{j.title}</a>
                {#if j.trouble}<span class="mt-1 flex gap-2 text-[13.5px]"
                    ><Sign kind="stop" size={15} /><span><b>Can’t be read:</b> {j.trouble}</span></span
                  >{/if}
              </td>
              <td>{j.clientName}</td>
              <td class="wide dim">{j.place}</td>
              <td class="whitespace-nowrap">
                <svg class="mr-2 inline-block align-middle" width="46" height="14" aria-hidden="true"
                  ><rect x=".5" y=".5" width="45" height="13" fill={FILL[j.stage]} stroke="var(--rule-2)" /></svg
                >{j.stage}
              </td>
              <td class="wide dim whitespace-nowrap">{fullDate(j.updatedAt.getTime(), data.crew.home.timeZone)}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    <nav class="mt-4 flex gap-3" aria-label="Pages of jobs">
      {#if !data.first}<a class="btn line" href={query()}>Newest</a>{/if}
      {#if data.next}<a class="btn line" href={query(data.next)}>Older</a>{/if}
    </nav>
  {/if}
  <p class="mt-4">
    {#if data.aside}<a class="link" href="/jobs">Back to the jobs</a>{:else}<a
        class="link"
        href={query(undefined, true)}>Jobs set aside</a
      >{/if}
  </p>
</main>

<style>
  .scroll {
    position: relative;
    overflow-x: auto;
  }
  /* On a phone the client says where, and the order says when. */
  @media (max-width: 760px) {
    .wide {
      display: none;
    }
  }
</style>
