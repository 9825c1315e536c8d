<script lang="ts">
  import { send } from '$lib/forms/send';
  import { goto } from '$app/navigation';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import { clock } from '$lib/ui/clock/clock.svelte';
  import type { JobLine } from '$lib/server/overview/rail';
  import { deadlineWords } from '$words/deadline-words';
  import { stationOf } from '$words/station-address';
  import { decimals } from '$core/units';
  import { openAhead } from '$lib/ui/board/open-ahead';
  import { fullDate, hourWords, whenWords } from '$words/time';
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
  const query = (next?: string, aside = data.aside, stage: JobStage | null = data.stage) =>
    '/jobs?' +
    new URLSearchParams({
      ...(data.find && { find: data.find }),
      ...(aside && { aside: '1' }),
      ...(stage && { stage }),
      ...(next && { after: next })
    }).toString();
  /** The parts of a job as the rail has them: where each stands, and what must happen next. */
  const linesOf = (jobId: string) => data.rail.lines.filter((l) => l.id === jobId);
  const next = (l: JobLine) => {
    const d = l.deadlines.find((x) => x.urgent) ?? l.deadlines[0];
    return (
      d && {
        ...deadlineWords(d, clock.now, l.timeZone, data.person.units),
        at: whenWords(d.atMs, clock.now, l.timeZone)
      }
    );
  };

  async function importFile(e: Event & { currentTarget: HTMLInputElement }) {
    const file = e.currentTarget.files?.[0];
    if (!file) return;
    fileName = file.name;
    const input = e.currentTarget;
    if (file.size > 2_000_000)
      problems = [{ path: '', problem: `the file holds ${Math.ceil(file.size / 1e6)} MB; a job file is at most 2 MB` }];
    else {
      const sent = await send<{ id: string }>('POST', '/api/jobs', await file.text());
      if (sent.ok) return goto(`/jobs/${sent.value.id}/measure`);
      ({ problems } = sent);
    }
    input.value = '';
  }
</script>

{#snippet swatch(stage: JobStage)}
  <svg class="mr-2 inline-block align-middle" width="46" height="14" aria-hidden="true"
    ><rect x=".5" y=".5" width="45" height="13" fill={FILL[stage]} stroke="var(--rule-2)" /></svg
  >
{/snippet}

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
  {#if !data.aside}
    <nav class="stages" aria-label="Where jobs stand">
      {#each data.stages as s (s.stage)}
        <a
          href={query(undefined, false, data.stage === s.stage ? null : s.stage)}
          aria-current={data.stage === s.stage || undefined}
        >
          {@render swatch(s.stage)}<b class="fig">{s.count}</b>
          {s.stage}
        </a>
      {/each}
    </nav>
  {/if}
  {#if data.jobs.length === 0}
    <div class="mt-8 max-w-xl text-[16px]">
      {#if data.stage}
        <p>
          No job is {data.stage}
          {data.find ? `and matches “${data.find}”` : 'now'}. <a class="link" href="/jobs">Show all</a>
        </p>
      {:else if data.find}
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
            ><th class="pl-4">Job</th><th class="wide">Client and place</th><th>Stands</th><th>Next</th><th class="wide"
              >Changed</th
            ></tr
          ></thead
        >
        <tbody>
          {#each data.jobs as j (j.id)}
            {@const lines = linesOf(j.id)}
            {#each lines.length ? lines : [null] as l, i (l?.key ?? j.id)}
              {@const act = l && next(l)}
              {@const open = l && openAhead(l.runs, clock.now)}
              <tr class:more={i > 0}>
                <td class="pl-4">
                  {#if i === 0}
                    <a class="link" href={j.trouble || data.aside ? `/mend/${j.id}` : `/jobs/${j.id}`}>{j.title}</a>
                    {#if j.trouble}<span class="mt-1 flex gap-2 text-[13.5px]"
                        ><Sign kind="stop" size={15} /><span><b>Can’t be read:</b> {j.trouble}</span></span
                      >{/if}
                  {/if}
                  {#if l && lines.length > 1}<span class="part">{l.title.slice(j.title.length + 2)}</span>{/if}
                </td>
                <td class="wide"
                  >{#if i === 0}{j.clientName}<br /><span class="dim">{j.place}</span>{/if}</td
                >
                <td class="whitespace-nowrap">{@render swatch(l?.stage ?? j.stage)}{l?.stage ?? j.stage}</td>
                <td>
                  {#if l && act}<a class="act" href={stationOf(l.id, l.part, act.station)}
                      ><b>{act.title}</b><span class="dim whitespace-nowrap">{act.at}</span></a
                    >{/if}
                  {#if l && open}<a class="act" href={stationOf(l.id, l.part, 'when')}
                      ><span class="dim"
                        >{open.hours ? `${decimals(open.hours, 1, true)} h open` : 'no hour open'} to {hourWords(
                          open.untilMs,
                          clock.now,
                          l.timeZone
                        )}</span
                      ></a
                    >{/if}
                </td>
                <td class="wide dim whitespace-nowrap"
                  >{i === 0 ? fullDate(j.updatedAt.getTime(), data.crew.home.timeZone) : ''}</td
                >
              </tr>
            {/each}
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
  .stages {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    margin-top: 14px;
  }
  .stages a {
    display: flex;
    align-items: center;
    gap: 4px;
    min-height: 44px;
    padding: 0 12px 0 10px;
    background: var(--sheet);
    border-left: 6px solid transparent;
  }
  .stages a[aria-current] {
    border-left-color: var(--ink);
    font-weight: 600;
  }
  .more td {
    border-top: 0;
  }
  .part {
    display: block;
    font-size: 14px;
  }
  .act {
    display: grid;
    min-height: 24px;
  }
  .act:hover b {
    text-decoration: underline;
  }
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
