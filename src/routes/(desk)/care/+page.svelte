<script lang="ts">
  import { stationOf } from '$words/station-address';
  import { DAY_MS, showArea } from '$core/units';
  import { clock } from '$lib/ui/clock/clock.svelte';
  import CantBeRead from '$lib/ui/job/CantBeRead.svelte';
  import WearCurve from '$lib/ui/job/WearCurve.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import { fullDate, monthYear } from '$words/time';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  /** One axis of years for all: a year back, four ahead. */
  const fromMs = $derived(clock.now - 400 * DAY_MS);
  const toMs = $derived(clock.now + 4 * 365 * DAY_MS);
</script>

<svelte:head><title>Care · Basket</title></svelte:head>

<main class="p-6">
  <div class="flex items-baseline gap-4">
    <h1>In our care</h1>
    <span class="dim">soonest due first</span>
  </div>
  {#if data.unreadable.length}<div class="mt-4"><CantBeRead jobs={data.unreadable} /></div>{/if}
  {#if data.surfaces.length === 0}
    <p class="mt-4 max-w-xl text-[16px]">
      Nothing is in care yet. When a job is handed over, its surfaces stand here with the month they want oil again.
    </p>
  {:else}
    <div class="axis" aria-hidden="true">
      <span></span>
      <svg width="100%" height="20">
        <rect
          x="{((clock.now - fromMs) / (toMs - fromMs)) * 100}%"
          y="0"
          transform="translate(-34 0)"
          width="68"
          height="18"
          fill="var(--now)"
        /><text
          x="{((clock.now - fromMs) / (toMs - fromMs)) * 100}%"
          y="14"
          text-anchor="middle"
          class="fig"
          style="font-size:14px;fill:var(--on-now)"
          >{fullDate(clock.now, data.crew.home.timeZone).split(' ').slice(0, 2).join(' ')}</text
        >
      </svg>
    </div>
    <ul>
      {#each data.surfaces as s (s.key)}
        <li>
          <div>
            <h2>
              <a class="link" href={stationOf(s.jobId, s.part, 'keep')}>{s.surface}, {s.species.toLowerCase()}</a>
            </h2>
            <p class="dim">{s.client}. {showArea(s.areaM2, data.person.units)}, {s.product}, {s.colour}</p>
            {#if s.reoil.p50 < clock.now}
              <p class="flex items-center gap-2 font-semibold text-check">
                <Sign kind="check" size={15} />due since {monthYear(s.reoil.p50, s.timeZone)}
              </p>
            {:else}
              <p>
                <b>re-oil {monthYear(s.reoil.p50, s.timeZone)}</b><br /><span class="dim"
                  >80 % {monthYear(s.reoil.p10, s.timeZone)} to {monthYear(s.reoil.p90, s.timeZone)}</span
                >
              </p>
            {/if}
          </div>
          <WearCurve
            servedMs={s.servedMs}
            perYear={s.perYear}
            reoil={s.reoil}
            sandBack={s.sandBack}
            nowMs={clock.now}
            timeZone={s.timeZone}
            {fromMs}
            {toMs}
          />
        </li>
      {/each}
    </ul>
    <nav class="mt-4 flex gap-3" aria-label="Pages of care">
      {#if data.pageNumber > 1}<a class="btn line" href="/care?page={data.pageNumber - 1}">Sooner</a>{/if}
      {#if data.more}<a class="btn line" href="/care?page={data.pageNumber + 1}">Later</a>{/if}
    </nav>
  {/if}
</main>

<style>
  li,
  .axis {
    display: grid;
    grid-template-columns: 240px minmax(0, 1fr);
    gap: 20px;
    align-items: center;
  }
  li {
    border-top: 1px solid var(--rule);
    padding: 12px 0;
    min-height: 114px;
  }
  .axis {
    margin-top: 14px;
  }
  @media (max-width: 760px) {
    li,
    .axis {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
