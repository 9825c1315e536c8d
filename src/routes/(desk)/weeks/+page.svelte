<script lang="ts">
  import { enhance } from '$app/forms';
  import { clashOf } from '$core/crew';
  import { DAY_MS, showDuration } from '$core/units';
  import { dayStarts } from '$core/calendar';
  import { clock } from '$lib/ui/clock/clock.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import { clockTime, dayMonth, dayShort } from '$words/time';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const zone = $derived(data.crew.home.timeZone);
  const DAYS = 28;
  const LEFT = 210;
  const ROW_H = 46;
  let width = $state(0);
  const axisW = $derived(Math.max(0, width - LEFT));
  /** The axis begins with the day before today: its hours run left to right, four weeks of them. */
  const days = $derived(dayStarts(zone, clock.now - DAY_MS, clock.now + (DAYS - 2) * DAY_MS).slice(0, DAYS + 1));
  const fromMs = $derived(days[0]!);
  const toMs = $derived(days.at(-1)!);
  const x = $derived((ms: number) => ((ms - fromMs) / (toMs - fromMs)) * axisW);
  const jobs = $derived.by(() => {
    const byJob = new Map<string, typeof data.visits>();
    for (const v of data.visits) if (v.toMs > fromMs) byJob.set(v.jobId, [...(byJob.get(v.jobId) ?? []), v]);
    return [...byJob.values()];
  });
  const weekend = (ms: number) => {
    const d = new Date(ms + DAY_MS / 2).getUTCDay();
    return d === 0 || d === 6;
  };
  /** Visits whose hour has room beside the one before: of two close ones the first is told. */
  const TOLD_W = 40;
  function told(visits: typeof data.visits): Set<number> {
    const out = new Set<number>();
    let free = -Infinity;
    for (const v of [...visits].sort((a, b) => a.fromMs - b.fromMs)) {
      if (x(v.fromMs) < free) continue;
      out.add(v.number);
      free = x(v.fromMs) + TOLD_W;
    }
    return out;
  }
  /** Who else is wanted at the hours of a visit, where the crew is too few for all. */
  const clashAt = (v: (typeof data.visits)[number]) =>
    v.cancelled || v.toMs < clock.now
      ? null
      : clashOf(
          data.booked.find((b) => b.jobId === v.jobId && b.part === v.part && b.fromMs === v.fromMs) ?? {
            jobId: v.jobId,
            part: v.part,
            title: v.title,
            fromMs: v.fromMs,
            toMs: v.toMs,
            people: 1
          },
          data.booked,
          data.hands
        );
  const booked = $derived(data.visits.filter((v) => !v.cancelled && v.toMs > clock.now).length);
  /** Client and place; a place that is named after its client names both. */
  const whoAndWhere = (v: { clientName: string; place: string }) =>
    v.place.startsWith(v.clientName) ? v.place : `${v.clientName}, ${v.place}`;
</script>

<svelte:head><title>Weeks · Basket</title></svelte:head>

<main class="p-5">
  <div class="flex flex-wrap items-baseline gap-x-4">
    <h1>Weeks</h1>
    <span class="dim">{booked} {booked === 1 ? 'visit' : 'visits'} booked</span>
  </div>
  {#if data.visits.length === 0}
    <p class="mt-3 max-w-[60ch] text-[16px]">
      <b>Nothing is booked.</b> Open a job’s When, choose a start and book it: its visits then stand here and in every calendar
      that subscribes.
    </p>
  {/if}
  <div class="weeks" bind:clientWidth={width}>
    {#if axisW > 360 && jobs.length}
      <svg
        {width}
        height={34 + jobs.length * ROW_H}
        viewBox="0 0 {width} {34 + jobs.length * ROW_H}"
        role="img"
        aria-label="Visits of the next four weeks; the list below says the same"
      >
        <g transform="translate({LEFT} 0)">
          {#each days.slice(0, -1) as d, i (d)}
            <rect
              x={x(d)}
              y="30"
              width={x(days[i + 1]!) - x(d)}
              height={jobs.length * ROW_H}
              fill={weekend(d) ? 'url(#p-off)' : 'var(--sheet)'}
            />
            {#if new Date(d + DAY_MS / 2).getUTCDay() === 1}
              <path d="M{x(d)} 0V{34 + jobs.length * ROW_H}" stroke="var(--rule-2)" />
              <text x={x(d) + 5} y="18" style="font-size:13px;font-weight:680">{dayMonth(d, zone)}</text>
            {/if}
          {/each}
          {#each jobs as visits, i (visits[0]!.jobId)}
            {@const y = 34 + i * ROW_H}
            {@const hours = told(visits)}
            <path d="M{-LEFT} {y + ROW_H - 4}H{axisW}" stroke="var(--rule)" />
            {#each visits as v (v.number)}
              {@const w = Math.max(7, x(v.toMs) - x(v.fromMs))}
              <rect
                x={x(v.fromMs)}
                y={y + 14}
                width={w}
                height="22"
                fill={v.cancelled ? 'none' : v.toMs < clock.now ? 'var(--oil-matte)' : 'var(--sheet)'}
                stroke={v.cancelled ? 'var(--rule-2)' : 'var(--ink)'}
                stroke-width="1.6"
                stroke-dasharray={v.cancelled ? '2 4' : v.toMs < clock.now ? undefined : '5 3'}
              />
              {#if v.cancelled}<path
                  d="M{x(v.fromMs) - 2} {y + 36}L{x(v.fromMs) + w + 2} {y + 14}"
                  stroke="var(--ink-2)"
                  stroke-width="1.6"
                />{/if}
              {#if hours.has(v.number)}<text
                  x={x(v.fromMs)}
                  y={y + 10}
                  style="font-size:11.5px;font-weight:640;fill:{v.cancelled ? 'var(--ink-2)' : 'var(--ink)'}"
                  >{clockTime(v.fromMs, zone)}</text
                >{/if}
            {/each}
          {/each}
          <path d="M{x(clock.now)} 20V{34 + jobs.length * ROW_H}" stroke="var(--now)" stroke-width="6" />
          <path d="M{x(clock.now)} 20V{34 + jobs.length * ROW_H}" stroke="var(--on-now)" stroke-width="2" />
        </g>
        {#each jobs as visits, i (visits[0]!.jobId)}
          <text x="0" y={34 + i * ROW_H + 24} style="font-size:14px;font-weight:660"
            >{visits[0]!.title.length > 26 ? `${visits[0]!.title.slice(0, 25)}…` : visits[0]!.title}</text
          >
        {/each}
      </svg>
    {/if}
  </div>
  {#each jobs as visits (visits[0]!.jobId)}
    <section class="job">
      <h2><a href="/jobs/{visits[0]!.jobId}/when">{visits[0]!.title}</a></h2>
      <span class="dim">{whoAndWhere(visits[0]!)}</span>
      <ul>
        {#each visits as v (v.number)}
          {@const clash = clashAt(v)}
          <li class:cancelled={v.cancelled}>
            <b class="fig">{dayShort(v.fromMs, zone)} {clockTime(v.fromMs, zone)}</b>
            <span
              ><span class="what">{v.cancelled ? 'called off' : v.what}</span>{#if !v.cancelled}
                <span class="dim">{showDuration(v.toMs - v.fromMs)}</span>{/if}
              {#if clash}<span class="clash"
                  ><Sign kind="check" size={15} /><span
                    >{clash.wanted} people wanted, {data.hands} in the crew: {clash.others
                      .map((o) => o.title)
                      .join(', ')} at the same hour</span
                  ></span
                >{/if}</span
            >
          </li>
        {/each}
      </ul>
    </section>
  {/each}
  <section class="mt-8 max-w-[80ch]">
    <h2>In your own calendar</h2>
    {#if data.address}
      <p class="mt-1">
        Subscribe to this address. It is yours alone and ends with your sign-in; whoever has it can read the visits.
      </p>
      <p class="mt-1 bg-sheet p-3 break-all"><code>{data.address}</code></p>
    {:else}
      <p class="mt-1">
        A secret address lets phones and office calendars follow the visits, moves and cancellations too.
      </p>
    {/if}
    <form method="post" action="?/address" use:enhance class="mt-2">
      <button class="btn line">{data.address ? 'Make a new address, shut the old one' : 'Make the address'}</button>
    </form>
  </section>
</main>

<style>
  .weeks {
    margin-top: 14px;
    background: var(--paper);
    min-height: 1px;
  }
  .job {
    display: grid;
    grid-template-columns: 210px minmax(160px, 1fr) minmax(0, 2.4fr);
    gap: 2px 16px;
    align-items: baseline;
    padding: 10px 0;
    border-bottom: 1px solid var(--rule);
  }
  .job h2 {
    font-size: 16px;
  }
  .job h2 a {
    display: inline-block;
    min-height: 24px;
  }
  li {
    display: grid;
    grid-template-columns: 112px minmax(0, 1fr);
    gap: 8px;
    align-items: baseline;
    padding: 2px 0;
  }
  .what {
    margin-right: 8px;
    font-weight: 600;
  }
  .clash {
    display: flex;
    gap: 6px;
    align-items: baseline;
    font-size: 13.5px;
    color: var(--check);
  }
  .cancelled {
    color: var(--ink-2);
  }
  .cancelled b,
  .cancelled .what {
    font-weight: 400;
    text-decoration: line-through;
  }
  @media (max-width: 760px) {
    .job {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
