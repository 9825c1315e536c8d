<script lang="ts">
  import { counted } from '$core/units';
  import { goto } from '$app/navigation';
  import { litresBought } from '$core/load';
  import { needsWeather } from '$core/window';
  import { page } from '$app/state';
  import { onMount, untrack } from 'svelte';
  import { JobDesk, provideJobDesk } from '$lib/ui/job-desk/job-desk.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import { useOutbox } from '$lib/ui/outbox/outbox.svelte';
  import KeysHelp from '$lib/ui/shell/KeysHelp.svelte';
  import { loadAgain, weatherLater } from '$lib/ui/shell/load-again';
  import Spine from '$lib/ui/spine/Spine.svelte';
  import PartPlates from '$lib/ui/job/PartPlates.svelte';
  import { stationsOf } from '$lib/ui/spine/stations';
  import type { LayoutProps } from './$types';

  const { data, children }: LayoutProps = $props();
  // A desk is for one job: another job is another page with its own.
  // svelte-ignore state_referenced_locally
  const desk = provideJobDesk(new JobDesk(data, useOutbox()));
  // The address may name a part: the page begins with it.
  desk.partId = page.url.searchParams.get('part') ?? '';
  $effect(() => desk.take(data));
  $effect(() => weatherLater(data.weatherComing, 'basket:job'));
  /** Something was just carried into the open, or made a place there: its weather is asked for once it is saved. */
  const lacksWeather = $derived(
    desk.saveState === 'saved' && desk.weather === null && desk.view.parts.some((p) => needsWeather(p.job))
  );
  $effect(() => {
    if (lacksWeather && !untrack(() => data.weatherComing)) void loadAgain('basket:job');
  });
  onMount(() => {
    desk.restore();
    const ends = [desk.log.start(), desk.photos.start()];
    return () => ends.forEach((end) => end());
  });

  const viewing = $derived(page.url.pathname.split('/').pop() ?? '');
  /** Look, Measure and Ready go by surfaces, the other stations by parts. */
  const byPart = $derived(desk.view.parts.length > 1 && !['look', 'measure', 'ready'].includes(viewing));
  const named = $derived(page.url.searchParams.get('part'));
  $effect(() => {
    if (named) desk.partId = named;
  });
  const whole = $derived(
    desk.view.parts.length > 1
      ? {
          toBuyL: litresBought(desk.view.purchases),
          toCoatM2: desk.view.parts.reduce((sum, p) => sum + p.plan.totalAreaM2, 0)
        }
      : undefined
  );
  const seen = $derived(stationsOf(desk.document, desk.part, desk.surveys, desk.minuteMs, desk.units, whole));
  let keysShown = $state(false);

  function key(e: KeyboardEvent) {
    const typing =
      e.target instanceof HTMLElement &&
      (e.target.closest('input, textarea, select, [role=combobox], [role=dialog]') !== null ||
        e.target.isContentEditable);
    if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'z' && !typing) {
      e.preventDefault();
      if (e.shiftKey) desk.redo();
      else desk.undo();
    }
    if (typing || e.ctrlKey || e.metaKey || e.altKey) return;
    const station = seen[Number(e.key) - 1];
    if (station) void goto(`/jobs/${desk.id}/${station.id}`);
    else if (e.key === '?') keysShown = true;
    else if (e.key === '/') {
      e.preventDefault();
      void goto('/jobs');
    } else if (e.key === 'n') {
      e.preventDefault();
      void goto(`/jobs/${desk.id}/work#note`);
    }
  }
</script>

<svelte:window onkeydown={key} />
<svelte:head><title>{desk.job.title} · Basket</title></svelte:head>

<div class="job" class:at-work={viewing === 'work'}>
  <Spine stations={seen} jobId={desk.id} {viewing} />
  <main class="main">
    {#if data.unreadableEntries}
      <p class="mb-3 flex gap-2 bg-check-fill px-4 py-2">
        <Sign kind="check" /><span
          >{counted(data.unreadableEntries, 'entry', 'entries')} of the log can’t be read, and left out of everything.
          <a class="link" href="/mend/{desk.id}">Look at {data.unreadableEntries === 1 ? 'it' : 'them'}</a></span
        >
      </p>
    {/if}
    {#if byPart}<PartPlates />{/if}
    {@render children()}
  </main>
</div>
<KeysHelp bind:open={keysShown} stations={seen.map((s) => s.name)} />

<style>
  .job {
    display: grid;
    grid-template-columns: var(--col) minmax(0, 1fr);
  }
  .main {
    padding: 12px 20px 32px;
    min-width: 0;
  }
  @media (max-width: 760px) {
    .job {
      grid-template-columns: minmax(0, 1fr);
    }
    .main {
      padding: 10px 12px 24px;
    }
    .at-work .main {
      padding: 0;
    }
  }
  @media print {
    .job {
      display: block;
    }
  }
</style>
