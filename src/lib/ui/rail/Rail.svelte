<script lang="ts">
  import Sign from '../marks/Sign.svelte';
  import { showSpeed, showTemperature, showTemperatureGap, HOUR_MS, type UnitSystem } from '$core/units';
  import { ChevronDown, ChevronLeft, ChevronRight, ChevronUp, Minus, Plus } from '@lucide/svelte';
  import { Popover } from 'bits-ui';
  import { untrack } from 'svelte';
  import type { Rail } from '$lib/server/overview/rail';
  import { clock } from '../clock/clock.svelte';
  import HourRuns from '../ribbon/HourRuns.svelte';
  import Ribbon from '../ribbon/Ribbon.svelte';
  import type { Segment } from '../ribbon/segments';
  import { stationOf } from '$words/station-address';
  import { clockTime, dayShort } from '$words/time';
  import { lineSegments } from './lines';
  import RailWeather from './RailWeather.svelte';
  import { RailView } from './view.svelte';

  const { rail: near, openJob, units }: { rail: Rail; openJob?: string; units: UnitSystem } = $props();

  const WIDTH = 1130;
  const PITCH = 15.4;
  const view: RailView = new RailView(WIDTH, () => rail.lines.length);
  /** All hours there are, fetched when somebody first looks beyond the near ones. */
  let whole = $state.raw<Rail | null>(null);
  const rail = $derived<Rail>(view.atHome || !whole ? near : whole);
  $effect(() => {
    if (view.atHome) return;
    void near;
    void fetch('/api/rail')
      .then(async (r) => {
        if (r.ok) whole = (await r.json()) as Rail;
      })
      // Out of reach the near hours stay.
      .catch(() => undefined);
  });
  const from = $derived(view.fromMs(clock.now));
  const x = $derived((ms: number) => ((ms - from) / HOUR_MS) * view.pxPerHour);
  const lines = $derived(rail.lines.slice(view.firstRow, view.endRow));
  $effect(() => {
    const open = openJob;
    untrack(() => view.showRow(rail.lines.findIndex((l) => l.id === open)));
  });
  const present = $derived(rail.hours.find((h) => h.atMs <= clock.now && clock.now < h.atMs + HOUR_MS));

  const likeliest = (s: Segment) => s.scarf!.p50;
  const RIBBON_WORDS: Record<Segment['state'], (s: Segment) => string> = {
    bare: () => '',
    'oil on': () => '',
    drying: () => 'drying',
    dry: () => 'dry',
    open: (s) => `opens ${clockTime(likeliest(s), rail.timeZone)}`,
    shut: (s) =>
      `shut ${dayShort(likeliest(s), rail.timeZone)} ${clockTime(likeliest(s), rail.timeZone)}, abrade first`,
    curing: () => 'curing',
    stands: () => 'stays tacky'
  };
  const ribbonWord = (s: Segment) => RIBBON_WORDS[s.state](s);
</script>

<section
  class="rail no-print"
  aria-label="Hour rail: {Math.round(view.backH)} hours back, {Math.round(view.spanH - view.backH)} hours ahead"
>
  <div class="names">
    <div class="d">
      {#if present}
        <b>{showTemperature(present.airTempC, units)}</b>
        dew gap {showTemperatureGap(present.airTempC - present.dewPointC, units)}<br />wind {showSpeed(
          present.windMPerS,
          units
        )}
      {:else}
        <b>No weather</b>the desk is silent
      {/if}
    </div>
    {#if lines.length}
      <Popover.Root>
        <Popover.Trigger class="jump" aria-label="Jump to a job">
          {#each lines as l (l.key)}
            <span class="j" class:on={l.id === openJob}
              >{#if l.overruled.length}<Sign kind="check" size={12} /><span class="unseen"
                  >overruled,
                </span>{/if}{l.title}</span
            >
          {/each}
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            class="z-50 w-72 border-[1.5px] border-ink bg-sheet p-2 text-ink"
            side="right"
            align="start"
            sideOffset={4}
          >
            {#each rail.lines as l (l.key)}
              <Popover.Close>
                {#snippet child({ props })}
                  <a {...props} class="to" href={stationOf(l.id, l.part)}
                    ><b>{l.title}</b><span class="dim">{l.stage}</span></a
                  >
                {/snippet}
              </Popover.Close>
            {/each}
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    {/if}
  </div>
  <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
  <div
    class="axis"
    role="group"
    tabindex="0"
    aria-label="Time axis. Arrow keys move in time and along the jobs, plus and minus zoom, Home returns to now."
    onkeydown={view.key}
    onpointerdown={view.grab}
    onpointermove={view.drag}
    onpointerup={view.letGo}
    onwheel={view.wheel}
  >
    <svg
      width={WIDTH}
      height="128"
      viewBox="0 0 {WIDTH} 128"
      role="img"
      aria-label={present
        ? `Weather now ${showTemperature(present.airTempC, units)}, ${rail.lines.length} live jobs`
        : `${rail.lines.length} live jobs`}
    >
      <RailWeather hours={rail.hours} timeZone={rail.timeZone} {view} {x} {units} />
      {#each lines as l, i (l.key)}
        {@const y = 66 + i * PITCH}
        {@const s = lineSegments(l, from + view.spanH * HOUR_MS)}
        {#if l.runs.length}<HourRuns runs={l.runs} {x} {y} height={13} width={WIDTH} />{:else}<rect
            x="0"
            {y}
            width={WIDTH}
            height="13"
            fill="url(#p-bare)"
          />{/if}
        <Ribbon segments={s.laid} {x} {y} height={13} width={WIDTH} label={ribbonWord} />
        <Ribbon
          segments={s.planned}
          {x}
          {y}
          height={13}
          width={WIDTH}
          planned
          label={(g) => (g.state === 'oil on' ? 'coat' : ribbonWord(g))}
        />
      {/each}
      {#if lines.length === 0}
        <text x="12" y="98" style="font-size:13px;fill:var(--ink-2)"
          >Live jobs lie here, one ribbon each, as soon as a start is booked.</text
        >
      {/if}
      <rect x="0" y="16" width={Math.max(0, view.nowX)} height="112" fill="var(--sheet)" opacity=".42" />
      <path d="M{view.nowX} 16V128" stroke="var(--now)" stroke-width="6" />
      <path d="M{view.nowX} 16V128" stroke="var(--on-now)" stroke-width="2" />
      <rect x={view.nowX - 21} y="0" width="42" height="16" fill="var(--now)" />
      <text x={view.nowX} y="12.5" text-anchor="middle" class="fig" style="font-size:14px;fill:var(--on-now)"
        >{clockTime(clock.now, rail.timeZone)}</text
      >
    </svg>
    <div class="zoom">
      {#if !view.allRows}
        <button onclick={() => view.rows(-1)} disabled={view.firstRow === 0} aria-label="Jobs above"
          ><ChevronUp size={15} /></button
        >
        <span class="of">{view.firstRow + 1} to {view.endRow} of {rail.lines.length}</span>
        <button onclick={() => view.rows(1)} disabled={view.endRow === rail.lines.length} aria-label="Jobs below"
          ><ChevronDown size={15} /></button
        >
      {/if}
      <button onclick={() => view.pan(-view.spanH / 3)} aria-label="Earlier"><ChevronLeft size={15} /></button>
      <button onclick={() => view.zoom(-1)} disabled={view.nearest} aria-label="Fewer hours"><Plus size={15} /></button>
      <button onclick={() => view.zoom(1)} disabled={view.farthest} aria-label="More hours"><Minus size={15} /></button>
      <button onclick={() => view.pan(view.spanH / 3)} aria-label="Later"><ChevronRight size={15} /></button>
      {#if !view.atHome}<button class="back" onclick={() => view.home()}>Now</button>{/if}
    </div>
    <ul class="unseen">
      {#each rail.lines as l (l.key)}<li>
          {l.title}: {l.stage}{l.coats.length ? `, ${l.coats.length} of ${l.coatsWanted} coats laid` : ''}
        </li>{/each}
    </ul>
  </div>
</section>

<style>
  .rail {
    display: grid;
    grid-template-columns: var(--col) 1fr;
    height: var(--rail-h);
    background: var(--sheet);
    border-bottom: 1.5px solid var(--ink);
  }
  .names {
    position: relative;
    border-right: 1px solid var(--rule);
  }
  .names .d {
    position: absolute;
    left: 16px;
    top: 4px;
    font-size: 12px;
    line-height: 15px;
    color: var(--ink-2);
  }
  .names .d b {
    display: block;
    font-family: var(--fig);
    font-stretch: 84%;
    font-weight: 720;
    font-size: 19px;
    line-height: 20px;
    color: var(--ink);
  }
  .names :global(.jump) {
    position: absolute;
    left: 0;
    right: 0;
    top: 66px;
    bottom: 0;
    display: block;
    text-align: left;
    padding: 0 4px 0 16px;
    overflow: hidden;
  }
  .to {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    align-items: center;
    min-height: 44px;
    padding: 0 8px;
    text-decoration: none;
    color: inherit;
  }
  .to:hover {
    background: var(--sunk);
  }
  .zoom {
    position: absolute;
    right: 0;
    bottom: 0;
    display: flex;
    background: var(--sheet);
    border: 1px solid var(--rule-2);
    opacity: 0;
  }
  .axis:hover .zoom,
  .axis:focus-within .zoom,
  .axis:focus .zoom {
    opacity: 1;
  }
  .zoom button {
    min-width: 28px;
    height: 26px;
    display: grid;
    place-items: center;
  }
  .zoom button:disabled {
    color: var(--ink-3);
  }
  .zoom .of {
    align-self: center;
    font-size: 13px;
    font-variant-numeric: tabular-nums;
  }
  .zoom .back {
    padding: 0 8px;
    font-weight: 660;
    font-size: 13px;
  }
  .names .j {
    position: relative;
    margin-left: -16px;
    padding-left: 16px;
    display: block;
    height: 15.4px;
    line-height: 15.4px;
    font-size: 12px;
    color: var(--ink-2);
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
    text-decoration: none;
  }
  .names .j.on {
    color: var(--ink);
    font-weight: 680;
  }
  .names .j.on::before {
    content: '';
    position: absolute;
    left: 0;
    width: 6px;
    top: 1px;
    height: 13px;
    background: var(--ink);
  }
  .axis {
    position: relative;
    overflow: hidden;
  }
</style>
