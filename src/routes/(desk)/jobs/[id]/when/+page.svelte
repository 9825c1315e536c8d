<script lang="ts">
  import { asText, send } from '$lib/forms/send';
  import { goto } from '$app/navigation';
  import { loadAgain } from '$lib/ui/shell/load-again';
  import { onMount, untrack } from 'svelte';
  import { simulateStart, type RankedStart } from '$core/window';
  import { clashOf, readyVisits, visitsOf } from '$core/crew';
  import { prepVisits } from '$core/job';
  import { climateOfCoat } from '$core/climate';
  import { jobAtHouse, partOf, stayOfCoat } from '$core/document';
  import { moistureRead, needsWeather, sequenceContext, siteClimate } from '$core/window';
  import { counted, HOUR_MS, MINUTE_MS, showDuration } from '$core/units';
  import AirCharts from '$lib/ui/job/AirCharts.svelte';
  import { useJobDesk } from '$lib/ui/job-desk/job-desk.svelte';
  import JobTitle from '$lib/ui/job/JobTitle.svelte';
  import SiteDialog from '$lib/ui/job/SiteDialog.svelte';
  import StartRow from '$lib/ui/job/StartRow.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import ForecastLine from '$lib/ui/when/ForecastLine.svelte';
  import Helps from '$lib/ui/when/Helps.svelte';
  import HourValues from '$lib/ui/when/HourValues.svelte';
  import { StartFinder } from '$lib/ui/when/start-finder.svelte';
  import Months from '$lib/ui/when/Months.svelte';
  import NoStart from '$lib/ui/when/NoStart.svelte';
  import PartsDays from '$lib/ui/when/PartsDays.svelte';
  import SidesLine from '$lib/ui/when/SidesLine.svelte';
  import ReadyAhead from '$lib/ui/when/ReadyAhead.svelte';
  import TinAhead from '$lib/ui/when/TinAhead.svelte';
  import StartSummary from '$lib/ui/when/StartSummary.svelte';
  import { closureWords } from '$words/closure-words';
  import { partName, waitsWords } from '$words/part-words';
  import { dayHour, hourWords, startWords } from '$words/time';
  import { upperFirst } from '$words/upper-first';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const desk = useJobDesk();
  const finder = new StartFinder(desk.id, () => needsWeather(desk.job));
  const zone = $derived(desk.job.site.timeZone);
  /** The part that is waited for. */
  const awaited = $derived(partOf(desk.document, desk.job.part).after?.part ?? '');
  let looked = $state<number | null>(null);
  let picked = $state<number | null>(null);
  let siteOpen = $state(false);

  const wood = $derived(
    desk.job.site.setting === 'outdoor'
      ? 'Board'
      : desk.job.surfaces.every((x) => x.kind === 'floor')
        ? 'Floor'
        : 'Wood'
  );
  const ready = $derived(desk.plan.hours.length > 0);
  const onWood = $derived(desk.live.coats.at(-1));
  const committed = $derived(data.committed.find((c) => c.part === desk.job.part) ?? null);
  const bookedMs = $derived(
    onWood
      ? (committed?.startMs ?? 0) > onWood.laidFromMs
        ? (committed?.startMs ?? null)
        : null
      : desk.job.startAt
        ? Date.parse(desk.job.startAt)
        : null
  );
  const focusMs = $derived(picked ?? bookedMs ?? finder.starts[0]?.startMs ?? null);
  /** The air as the search went through it: past the forecast it goes on with a past year. */
  const searched = $derived.by(() => {
    const control = finder.hours?.control;
    const { measured } = desk.part;
    return control ? siteClimate(desk.job, control, desk.span, measured, moistureRead(desk.state, desk.job)) : null;
  });
  const context = $derived.by(() => {
    if (!desk.climate || !ready) return null;
    const job = jobAtHouse(desk.job, desk.knowledge.house);
    const climate = searched ?? desk.climate;
    return sequenceContext(job, climate, desk.plan.coats, desk.knowledge, desk.minuteMs, { onWood });
  });
  const outcomeOf = (startMs: number) => (context ? simulateStart(context, startMs) : null);
  const rankOf = (startMs: number): RankedStart | undefined => finder.starts.find((s) => s.startMs === startMs);
  /** The air of the place it is in, and of those it is carried to. */
  const airWords = $derived(
    [desk.job, ...(desk.job.moves ?? [])].map(({ site: { setting, room } }) =>
      setting === 'outdoor'
        ? 'outdoors'
        : room.kind === 'follows outdoors'
          ? 'room that follows the weather'
          : 'held room'
    )
  );
  /** The coat that comes next: the hours shown are those of the place it goes on in. */
  const nextCoat = $derived(context?.coats[0]?.number ?? 1);
  /** Other parts whose wet side this one's pieces would lie on. */
  const shutBy = $derived([...new Set((desk.job.shut ?? []).filter((s) => s.toMs > desk.minuteMs).map((s) => s.why))]);
  const focus = $derived(focusMs === null ? null : outcomeOf(focusMs));
  /** Getting ready comes before the first coat, in visits of its own. */
  const ahead = $derived(
    focusMs === null || !focus ? { visits: [], late: false } : prepVisits(desk.view, desk.job.part, focusMs)
  );
  const inTimeMs = $derived(
    ahead.late
      ? (finder.starts.find((s) => s.holds > 0 && !prepVisits(desk.view, desk.job.part, s.startMs).late)?.startMs ??
          null)
      : null
  );
  const coatVisits = $derived(focus ? visitsOf(focus) : []);
  const visits = $derived([...readyVisits(ahead.visits), ...coatVisits]);
  const asBooked = $derived((v: { fromMs: number; toMs: number }) => ({
    jobId: desk.id,
    part: desk.job.part,
    title: desk.job.title,
    fromMs: v.fromMs,
    toMs: v.toMs,
    people: desk.job.crew.people
  }));
  const clashes = $derived(
    visits.flatMap((v) => {
      const clash = clashOf(asBooked(v), data.booked, data.hands);
      return clash ? [{ fromMs: v.fromMs, ...clash }] : [];
    })
  );
  /** What is booked of this job from now on, where its start as it is judged now would take other visits. */
  const moved = $derived.by(() => {
    if (bookedMs === null || focusMs !== bookedMs || bookedMs < desk.minuteMs) return null;
    const kept = data.booked.filter((b) => b.jobId === desk.id && b.part === desk.job.part && b.toMs > desk.minuteMs);
    const same =
      kept.length >= coatVisits.length &&
      kept
        .slice(kept.length - coatVisits.length)
        .every((k, i) => Math.abs(k.fromMs - coatVisits[i]!.fromMs) <= HOUR_MS);
    return kept.length === 0 || same ? null : kept;
  });
  const wanted = $derived(desk.plan.coats.length);
  /** A handful of starts far enough apart to be real choices, the one looked at among them. */
  const choices = $derived.by(() => {
    const APART_MS = 3 * HOUR_MS;
    const out: number[] = focusMs === null ? [] : [focusMs];
    for (const s of finder.starts) {
      if (out.length >= 5) break;
      if (!out.some((o) => Math.abs(o - s.startMs) < APART_MS)) out.push(s.startMs);
    }
    const place = (ms: number) => finder.starts.findIndex((s) => s.startMs === ms);
    return focusMs !== null && place(focusMs) >= 0 ? [focusMs, ...out.slice(1)] : out;
  });
  /** Every start was tried, and none holds in any forecast. */
  const nothingHolds = $derived(
    finder.state === 'done' && finder.starts.length > 0 && finder.starts.every((s) => s.holds === 0)
  );
  const openHours = $derived(desk.plan.hours.filter((h) => h.closed.length === 0).length);
  const looking = $derived(
    looked === null ? undefined : desk.plan.hours.find((h) => h.atMs <= looked! && looked! < h.atMs + HOUR_MS)
  );
  const share = $derived(looking && finder.hours?.shares.find((s) => s.atMs === looking.atMs));

  /** The search runs anew when anything it rests on changes, and every five minutes as the hours pass. */
  const fiveMinutes = $derived(Math.floor(desk.minuteMs / (5 * MINUTE_MS)));
  const fetchedMs = $derived(data.weatherFrom?.fetchedMs ?? 0);
  $effect(() => {
    void fetchedMs;
    finder.forget();
  });
  $effect(() => {
    void fetchedMs;
    void fiveMinutes;
    const { job, knowledge, span } = desk;
    const { measured } = desk.part;
    void desk.state;
    if (!untrack(() => desk.climate && ready)) return;
    const nowMs = Math.max(
      untrack(() => desk.minuteMs),
      fiveMinutes * 5 * MINUTE_MS
    );
    void finder.find({
      document: structuredClone(job),
      span,
      measured,
      readings: untrack(() => moistureRead(desk.state, job)),
      knowledge: untrack(() => $state.snapshot(knowledge) as typeof knowledge),
      nowMs,
      onWood: untrack(() => onWood && ($state.snapshot(onWood) as typeof onWood))
    });
  });
  onMount(() => () => finder.stop());

  let refusal = $state('');
  async function book() {
    if (focusMs === null) return;
    refusal = '';
    if (!onWood) desk.editPart((d) => (d.startAt = new Date(focusMs).toISOString()));
    if (!(await desk.flush())) return;
    const sent = await send('POST', `/api/jobs/${desk.id}/commit`, { startMs: focusMs, part: desk.job.part });
    if (!sent.ok) refusal = `Not booked: ${asText(sent.problems)}`;
    else if (onWood) await loadAgain();
    else await goto(`/jobs/${desk.id}/load`, { invalidateAll: true });
  }
  const notes = $derived.by(() => {
    const missing = desk.plan.problems.find((p) => p.severity === 'stop');
    if (onWood && onWood.number >= wanted && wanted > 0) return 'All coats are laid. Leave says when it may be used.';
    return missing?.problem ?? 'Measure a surface and choose a product first.';
  });
  let width = $state(0);
  onMount(() => {
    const read = () => (width = Math.min(1092, window.innerWidth - (window.innerWidth > 760 ? 188 : 24)));
    read();
    addEventListener('resize', read);
    return () => removeEventListener('resize', read);
  });
  const progress = $derived(
    finder.state === 'searching'
      ? finder.of > 1
        ? `searching, ${finder.done} of ${finder.of} forecasts`
        : 'searching'
      : finder.state === 'stopped' && finder.done < finder.of
        ? `stopped after ${finder.done} of ${finder.of} forecasts`
        : finder.state === 'failed'
          ? 'the forecast could not be fetched; try again when the server is in reach'
          : finder.of > 1
            ? `forecasts in which ${wanted === 1 ? 'the coat is' : 'all coats are'} laid and dry within rule`
            : `${finder.starts.filter((s) => s.holds).length} of ${finder.starts.length} working hours let all coats dry within rule`
  );
</script>

<JobTitle
  facts="{upperFirst(airWords.join(', then '))}, {counted(desk.job.crew.people, 'person', 'people')}, {counted(
    wanted,
    'coat',
    'coats'
  )}"
>
  {#snippet actions()}
    {#if desk.mayEdit}
      <button class="btn line" onclick={() => (siteOpen = true)}>Change hours, air or crew</button>
      {#if !desk.mayBook}
        <span class="dim">A lead or the office books.</span>
      {:else if bookedMs !== null && focusMs === bookedMs}
        {#if !onWood}<button class="btn line" onclick={() => desk.editPart((d) => delete d.startAt)}
            >Take the booking back</button
          >{/if}
      {:else if focus}
        <button class="btn" disabled={!focus.ok && !rankOf(focus.startMs)?.holds} onclick={book}
          >Book {startWords(focus.startMs, desk.minuteMs, zone)}</button
        >
      {/if}
    {/if}
  {/snippet}
</JobTitle>
<SiteDialog bind:open={siteOpen} />
{#if refusal}<p class="mt-3 flex gap-3 bg-check-fill px-4 py-3" role="alert"><Sign kind="check" />{refusal}</p>{/if}

{#if !desk.climate}
  <p class="mt-4 flex gap-3 bg-check-fill px-4 py-3">
    <Sign kind="check" /><span
      ><b>No forecast.</b> The weather desk can't be reached and none is kept for this place. Hours are closed until there
      is one; a file of weather can stand in for it under “Change hours, air or crew”.</span
    >
  </p>
{:else if !ready}
  <section class="mt-6 max-w-xl text-[16px]">
    <h2>No hours to judge{wanted && onWood ? '' : ' yet'}</h2>
    <p class="mt-2">{notes}</p>
  </section>
{:else}
  {#each shutBy as why (why)}<p class="dim mt-2">
      Laid earlier {why}: those hours are shut, and the starts below go round them.
    </p>{/each}
  {#if desk.job.waits}<p class="mt-2 flex items-center gap-2 font-semibold">
      <Sign kind="check" size={16} />{upperFirst(waitsWords(desk.job, desk.minuteMs))}.
    </p>{/if}
  {#if nothingHolds}<NoStart {finder} />{/if}
  <div class="mt-2">
    <ForecastLine from={data.weatherFrom} members={finder.of} />
    {#if width > 0}
      <AirCharts
        climate={climateOfCoat(desk.climate!, nextCoat)}
        hours={desk.plan.hours}
        limits={context!.coats[0]!.limits}
        outdoor={stayOfCoat(desk.job, nextCoat).site.setting === 'outdoor'}
        {wood}
        nowMs={desk.minuteMs}
        timeZone={zone}
        units={desk.units}
        {width}
        ensemble={finder.hours}
        bind:looked
      />
      <p class="look" class:closed={looking && looking.closed.length > 0} role="status">
        {#if looking}
          <b>{hourWords(looking.atMs, desk.minuteMs, zone)} is {looking.closed.length ? 'closed' : 'open'}.</b>
          {looking.closed.map((c) => closureWords(c, desk.units)).join('; ')}{share && share.members > 1
            ? `. Open in ${share.open} of ${share.members} forecasts`
            : ''}
        {:else}
          {openHours} of {desk.plan.hours.length} hours are open. Point at an hour, or move along them with the arrow keys,
          to see why it is closed.
        {/if}
      </p>
      <div class="mt-3 flex min-h-[40px] flex-wrap items-center gap-x-3">
        <h2 class="whitespace-nowrap">{nothingHolds ? 'No start holds' : 'Starts, best first'}</h2>
        <span class="dim" role="status">{progress}</span>
        {#if finder.state === 'searching' && finder.done > 0}<button class="btn line" onclick={() => finder.stop()}
            >Stop</button
          >{/if}
      </div>
      {#each nothingHolds ? choices.filter((ms) => ms === (picked ?? bookedMs)) : choices as startMs (startMs)}
        {@const outcome = outcomeOf(startMs)}
        {#if outcome}
          <StartRow
            {outcome}
            rank={rankOf(startMs)}
            chosen={startMs === focusMs}
            nowMs={desk.minuteMs}
            timeZone={zone}
            units={desk.units}
            {width}
            onpick={() => (picked = startMs)}
            coatsWanted={wanted}
            hours={desk.plan.hours}
          />
        {/if}
      {:else}
        {#if finder.state !== 'searching' && !nothingHolds}<p class="py-4 text-[16px]">
            {#if desk.job.waits && desk.job.waits.untilMs === null}
              <b>It has no days before {partName(desk.document, awaited)} has.</b>
              <button class="link" onclick={() => (desk.partId = awaited)}>Pick its start first</button>
            {:else}
              <b class="text-stop">No hour of the next ten days can be worked.</b> See above which rule closes them; change
              hours, air or product.
            {/if}
          </p>{/if}
      {/each}
      {#each clashes as c (c.fromMs)}
        <p class="mt-2 flex gap-2 bg-check-fill px-3 py-2" role="status">
          <Sign kind="check" /><span
            ><b>{dayHour(c.fromMs, zone)}: {c.wanted} people wanted, {data.hands} in the crew.</b>
            {c.others.map((o) => `${o.title} takes ${counted(o.people, 'person', 'people')}`).join(', ')} at the same hour.</span
          >
        </p>
      {/each}
      {#if moved}
        <p class="mt-2 flex flex-wrap items-center gap-2 bg-check-fill px-3 py-2" role="status">
          <Sign kind="check" /><span
            ><b>Booked under other rules or weather.</b> Booked are {moved
              .map((v) => dayHour(v.fromMs, zone))
              .join('; ')}; as things are now it takes {coatVisits.map((v) => dayHour(v.fromMs, zone)).join('; ') ||
              'no visit that holds'}.</span
          >
          {#if desk.mayBook && desk.mayEdit && focus?.ok}<button class="btn line" onclick={book}>Book it so</button
            >{/if}
        </p>
      {/if}
      {#if focus && context && (!nothingHolds || picked !== null || bookedMs !== null)}
        <StartSummary
          {context}
          lines={data.rail.lines}
          outcome={focus}
          rank={rankOf(focus.startMs)}
          committed={bookedMs === focus.startMs ? committed : null}
        />
      {/if}
      <ReadyAhead {ahead} timeZone={zone} jobId={desk.id} {inTimeMs} onpick={(ms) => (picked = ms)} />
      <TinAhead />
      {#if desk.view.parts.length > 1}
        <SidesLine />
        <PartsDays hours={desk.plan.hours} {width} {focus} />
      {/if}
      {#if finder.state === 'done' && !nothingHolds}<Helps {finder} />{/if}
      {#if finder.state === 'done' && needsWeather(desk.job)}<Months {finder} />{/if}
      {#if focus && context}<HourValues {finder} {context} outcome={focus} />{/if}
    {/if}
  </div>
{/if}
{#if width > 0 && desk.mayEdit && focus}<p class="dim mt-2">
    Laying takes {desk.plan.coats.map((c) => showDuration(c.layingMinutes * 60_000)).join(', then ')}.
  </p>{/if}

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
</style>
