<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { needsWeather, type MonthOutlook } from '$core/window';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import { fullDate } from '$words/time';

  interface File {
    kind: 'series' | 'year';
    name: string;
    by: string;
    atMs: number;
    hours: number;
    members: number;
  }
  const desk = useJobDesk();
  let files = $state.raw<File[]>([]);
  let months = $state.raw<MonthOutlook[] | null>(null);
  let problem = $state('');
  let reading = $state(false);
  const address = `/api/jobs/${desk.id}/weather`;
  /** The dialog speaks of the part it was opened on. */
  const { part } = desk.job;
  const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

  async function load() {
    const r = await fetch(`${address}?part=${part}`).catch(() => null);
    if (r?.ok) ({ files, months } = (await r.json()) as { files: File[]; months: MonthOutlook[] | null });
  }
  $effect(() => void load());

  async function take(input: HTMLInputElement) {
    const file = input.files?.[0];
    if (!file) return;
    reading = true;
    problem = '';
    try {
      const r = await fetch(`${address}?name=${encodeURIComponent(file.name)}`, {
        method: 'PUT',
        body: await file.text()
      });
      if (r.ok) {
        await load();
        await invalidateAll();
      } else {
        const said = (await r.json()) as { problems?: { path: string; problem: string }[]; message?: string };
        const first = said.problems?.[0];
        problem = first ? [file.name, first.path, first.problem].filter(Boolean).join(': ') : (said.message ?? '');
      }
    } catch {
      problem = 'The server is out of reach. The file was not read.';
    } finally {
      reading = false;
      input.value = '';
    }
  }
  async function drop(kind: File['kind']) {
    await fetch(`${address}?kind=${kind}`, { method: 'DELETE' }).catch(() => null);
    await load();
    await invalidateAll();
  }
</script>

{#if needsWeather(desk.job)}
  <section class="mt-5" aria-label="Weather from a file">
    <h2>Weather from a file</h2>
    <p class="dim text-[13.5px]">
      CSV or CoverageJSON by the hour stands in for the weather desk; a typical year (EPW) tells how the months usually
      are.
    </p>
    {#each files as f (f.kind)}
      <p class="flex flex-wrap items-center gap-3 py-1">
        <b>{f.name}</b><span class="dim"
          >{f.kind === 'year' ? 'typical year' : `${f.hours} hours${f.members > 1 ? `, ${f.members} members` : ''}`},
          read by {f.by}
          {fullDate(f.atMs, desk.job.site.timeZone)}</span
        >
        {#if desk.mayImportWeather}<button class="btn line" onclick={() => drop(f.kind)}
            >Take out<span class="unseen"> {f.name}</span></button
          >{/if}
      </p>
    {/each}
    {#if months}
      <div class="months" role="table" aria-label="Months of a typical year: share of good days">
        {#each months as m (m.month)}
          <div role="row">
            <span role="rowheader">{MONTHS[m.month - 1]}</span><b role="cell">{Math.round(m.goodDaysShare * 100)} %</b
            ><i style="height:{Math.max(1, m.goodDaysShare * 40)}px" aria-hidden="true"></i>
          </div>
        {/each}
      </div>
      <p class="dim text-[13px]">Share of days with open hours enough for the first coat, in a typical year.</p>
    {/if}
    {#if problem}<p class="mt-2 flex gap-2 font-semibold text-stop" role="alert">
        <Sign kind="stop" size={16} />{problem}
      </p>{/if}
    {#if desk.mayImportWeather}
      <label class="btn line mt-2 inline-flex cursor-pointer"
        >{reading ? 'Reading' : 'Read a file'}<input
          type="file"
          class="unseen"
          accept=".csv,.json,.covjson,.epw,text/csv,application/json"
          disabled={reading}
          onchange={(e) => take(e.currentTarget)}
        /></label
      >
    {/if}
  </section>
{/if}

<style>
  section {
    position: relative;
  }
  .months {
    display: grid;
    grid-template-columns: repeat(12, minmax(0, 1fr));
    gap: 4px;
    align-items: end;
    margin-top: 8px;
  }
  .months div {
    display: flex;
    flex-direction: column-reverse;
    align-items: center;
    font-size: 12px;
  }
  .months i {
    width: 100%;
    background: var(--go);
  }
</style>
