<script lang="ts">
  import { send } from '$lib/forms/send';
  import { loadAgain } from '$lib/ui/shell/load-again';
  import { needsWeather } from '$core/window';
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
    typical: boolean;
  }
  const desk = useJobDesk();
  let files = $state.raw<File[]>([]);
  let problem = $state('');
  let reading = $state(false);
  const address = `/api/jobs/${desk.id}/weather`;

  async function load() {
    const r = await fetch(address).catch(() => null);
    if (r?.ok) ({ files } = (await r.json()) as { files: File[] });
  }
  $effect(() => void load());

  async function take(input: HTMLInputElement) {
    const file = input.files?.[0];
    if (!file) return;
    reading = true;
    problem = '';
    const sent = await send('PUT', `${address}?name=${encodeURIComponent(file.name)}`, await file.text());
    if (sent.ok) {
      await load();
      await loadAgain();
    } else {
      const [first] = sent.problems;
      const name = sent.status > 0 ? file.name : '';
      problem = [name, first!.path, first!.problem].filter(Boolean).join(': ');
    }
    reading = false;
    input.value = '';
  }
  async function drop(kind: File['kind']) {
    await fetch(`${address}?kind=${kind}`, { method: 'DELETE' }).catch(() => null);
    await load();
    await loadAgain();
  }
</script>

{#if needsWeather(desk.job)}
  <section class="mt-5" aria-label="Weather from a file">
    <h2>Weather from a file</h2>
    <p class="dim text-[13.5px]">
      CSV or CoverageJSON by the hour stands in for the weather desk; years that are over (CSV, CoverageJSON) or a
      typical year (EPW) stand in for its archive: what goes on after a forecast, and how the months are.
    </p>
    {#each files as f (f.kind)}
      <p class="flex flex-wrap items-center gap-3 py-1">
        <b>{f.name}</b><span class="dim"
          >{f.kind === 'year'
            ? f.typical
              ? 'typical year'
              : 'past years'
            : `${f.hours} hours${f.members > 1 ? `, ${f.members} members` : ''}`}, read by {f.by}
          {fullDate(f.atMs, desk.job.site.timeZone)}</span
        >
        {#if desk.mayImportWeather}<button class="btn line" onclick={() => drop(f.kind)}
            >Take out<span class="unseen"> {f.name}</span></button
          >{/if}
      </p>
    {/each}
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
</style>
