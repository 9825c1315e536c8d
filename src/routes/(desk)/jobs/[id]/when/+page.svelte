<script lang="ts">
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import { simulateStart, type SequenceOutcome } from '$core/window';
  import { sequenceContext } from '$core/job';
  import { showDuration } from '$core/units';
  import { startSearch } from '$lib/workers/search';
  import AirCharts from '$lib/ui/job/AirCharts.svelte';
  import { useJobDesk } from '$lib/ui/job/job-desk.svelte';
  import JobTitle from '$lib/ui/job/JobTitle.svelte';
  import SiteDialog from '$lib/ui/job/SiteDialog.svelte';
  import StartRow from '$lib/ui/job/StartRow.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import { closureWords } from '$lib/ui/words/closure-words';
  import { whenWords } from '$lib/ui/words/time';

  const desk = useJobDesk();
  const zone = $derived(desk.document.site.timeZone);
  let starts = $state.raw<SequenceOutcome[]>([]);
  let searching = $state(true);
  let looked = $state<number | null>(null);
  let picked = $state<number | null>(null);
  let siteOpen = $state(false);

  const ready = $derived(desk.plan.hours.length > 0);
  const bookedMs = $derived(desk.document.startAt ? Date.parse(desk.document.startAt) : null);
  const focusMs = $derived(picked ?? bookedMs ?? starts[0]?.startMs ?? null);
  const focus = $derived.by(() => {
    if (focusMs === null || !desk.climate || !ready) return null;
    return (
      starts.find((s) => s.startMs === focusMs) ??
      simulateStart(
        sequenceContext(desk.document, desk.climate, desk.plan.coats, desk.knowledge, desk.minuteMs),
        focusMs
      )
    );
  });
  /** A handful of starts far enough apart to be real choices. */
  const choices = $derived.by(() => {
    const out: SequenceOutcome[] = [];
    for (const s of starts)
      if (out.length < 5 && !out.some((o) => Math.abs(o.startMs - s.startMs) < 3 * 3_600_000)) out.push(s);
    return out.some((s) => s.startMs === focus?.startMs) || !focus ? out : [focus, ...out.slice(0, 4)];
  });
  const openHours = $derived(desk.plan.hours.filter((h) => h.closed.length === 0).length);
  const looking = $derived(
    looked === null ? undefined : desk.plan.hours.find((h) => h.atMs <= looked! && looked! < h.atMs + 3_600_000)
  );

  $effect(() => {
    const { document, climate, minuteMs } = desk;
    if (!climate || !ready) return;
    searching = true;
    let stale = false;
    void startSearch()
      .starts(structuredClone(document), climate, $state.snapshot(desk.knowledge) as typeof desk.knowledge, minuteMs)
      .then((found) => {
        if (stale) return;
        starts = found;
        searching = false;
      });
    return () => (stale = true);
  });

  async function book() {
    if (!focus) return;
    desk.edit((d) => (d.startAt = new Date(focus.startMs).toISOString()));
    if (await desk.flush()) {
      await fetch(`/api/jobs/${desk.id}/commit`, { method: 'POST' });
      await goto(`/jobs/${desk.id}/load`, { invalidateAll: true });
    }
  }
  const notes = $derived.by(() => {
    const missing = desk.plan.problems.find((p) => p.severity === 'stop');
    return missing?.problem ?? 'Measure a surface and choose a product first.';
  });
  let width = $state(0);
  onMount(() => {
    const read = () => (width = Math.min(1092, window.innerWidth - (window.innerWidth > 760 ? 188 : 24)));
    read();
    addEventListener('resize', read);
    return () => removeEventListener('resize', read);
  });
</script>

<JobTitle
  facts="{desk.document.site.setting === 'indoor' ? 'Held room' : 'Outdoors'}, {desk.document.crew.people} people, {desk
    .plan.coats.length} coats"
>
  {#snippet actions()}
    {#if desk.mayEdit}
      <button class="btn line" onclick={() => (siteOpen = true)}>Change hours, air or crew</button>
      {#if bookedMs !== null && focusMs === bookedMs}
        <button class="btn line" onclick={() => desk.edit((d) => delete d.startAt)}>Take the booking back</button>
      {:else if focus}
        <button class="btn" disabled={!focus.ok} onclick={book}
          >Book {whenWords(focus.startMs, desk.minuteMs, zone)}</button
        >
      {/if}
    {/if}
  {/snippet}
</JobTitle>
<SiteDialog bind:open={siteOpen} />

{#if !desk.climate}
  <p class="mt-4 flex gap-3 bg-check-fill px-4 py-3">
    <Sign kind="check" /><span
      ><b>No forecast.</b> The weather desk can't be reached and none is kept for this place. Hours are closed until there
      is one.</span
    >
  </p>
{:else if !ready}
  <section class="mt-6 max-w-xl text-[16px]">
    <h2>No hours to judge yet</h2>
    <p class="mt-2">{notes}</p>
  </section>
{:else}
  <div class="mt-2">
    {#if width > 0}
      <AirCharts
        climate={desk.climate}
        hours={desk.plan.hours}
        card={desk.document.products[0]!}
        house={desk.knowledge.house}
        outdoor={desk.document.site.setting === 'outdoor'}
        nowMs={desk.minuteMs}
        timeZone={zone}
        units={desk.units}
        {width}
        bind:looked
      />
      <p class="look" class:closed={looking && looking.closed.length > 0} role="status">
        {#if looking}
          <b>{whenWords(looking.atMs, desk.minuteMs, zone)} is {looking.closed.length ? 'closed' : 'open'}.</b>
          {looking.closed.map((c) => closureWords(c, desk.units)).join('; ')}
        {:else}
          {openHours} of {desk.plan.hours.length} hours are open. Point at an hour, or move along them with the arrow keys,
          to see why it is closed.
        {/if}
      </p>
      <div class="mt-3 flex items-baseline gap-3">
        <h2>Starts, best first</h2>
        <span class="dim"
          >{searching
            ? 'searching'
            : `${starts.filter((s) => s.ok).length} of ${starts.length} open hours let all coats dry within rule, on this forecast`}</span
        >
      </div>
      {#each choices as s (s.startMs)}
        <StartRow
          outcome={s}
          chosen={s.startMs === focus?.startMs}
          nowMs={desk.minuteMs}
          timeZone={zone}
          units={desk.units}
          {width}
          onpick={() => (picked = s.startMs)}
          coatsWanted={desk.plan.coats.length}
          hours={desk.plan.hours}
        />
      {:else}
        {#if !searching}<p class="py-4 text-[16px]">
            <b class="text-stop">No hour of the next ten days is open.</b> See above which rule closes them; change hours,
            air or product.
          </p>{/if}
      {/each}
      {#if focus}
        <p class="summary">
          {#if focus.ok}
            <Sign kind="go" /><span
              ><b>{whenWords(focus.startMs, desk.minuteMs, zone)} works.</b>
              {focus.visits}
              {focus.visits === 1 ? 'visit' : 'visits'}, last coat touch dry {whenWords(
                focus.finishMs,
                desk.minuteMs,
                zone
              )}{focus.coats.some((c) => c.abradeFirst)
                ? ', abrade between coats: a gate shuts before the next open hour'
                : ''}. Laying takes {desk.plan.coats
                .map((c) => showDuration(c.layingMinutes * 60_000))
                .join(', then ')}.</span
            >
          {:else if focus.failed}
            <Sign kind="stop" /><span
              ><b>{whenWords(focus.startMs, desk.minuteMs, zone)} does not work.</b> Coat {focus.failed.coat} meets {focus
                .failed.closure.rule}
              {whenWords(focus.failed.atMs, desk.minuteMs, zone)}: {closureWords(
                focus.failed.closure,
                desk.units
              )}.</span
            >
          {/if}
        </p>
      {/if}
    {/if}
  </div>
{/if}

<style>
  .look {
    padding: 8px 12px;
    border-left: 6px solid var(--rule-2);
    background: var(--sheet);
    min-height: 38px;
    margin-top: 6px;
  }
  .look.closed {
    border-left-color: var(--stop);
  }
  .summary {
    display: flex;
    gap: 10px;
    padding: 12px;
    margin-top: 10px;
    background: var(--sheet);
  }
</style>
